// A chain of sizes between two faces: typed, or picked in the picture one after the other. Owns the form's answer.

import { get, tell } from './talk.js';

/** mount({ form, place, pick, picture, pointed(), paint(map) }): pointed gives the face under the pointer. */
export function mount({ form, place, pick, picture, pointed, paint }) {
  const fields = [form.elements.from, form.elements.to];
  let picking = -1; // which field the next face goes to
  let down = null;

  function pickFor(index) {
    picking = index;
    pick.setAttribute('aria-pressed', String(index >= 0));
    if (index >= 0) tell(index === 0 ? 'Pick the face that the chain begins at' : 'Pick the face that it ends at');
  }

  const light = () => paint(Object.fromEntries(fields.filter((f) => f.value).map((f) => [f.value, 'changed'])));

  form.addEventListener('submit', async (event) => {
    event.preventDefault();
    const query = new URLSearchParams([...new FormData(form), ['revision', form.dataset.revision]]);
    place.textContent = 'It is being added up …';
    try {
      place.innerHTML = (await get(`${form.dataset.chain}?${query}`)).part;
      light();
    } catch (error) {
      place.textContent = '';
      tell(error.message, true);
    }
  });

  pick.addEventListener('click', () => pickFor(picking < 0 ? 0 : -1));
  picture.addEventListener('pointerdown', (event) => {
    down = [event.clientX, event.clientY];
  });
  picture.addEventListener('pointerup', (event) => {
    const still = down && Math.hypot(event.clientX - down[0], event.clientY - down[1]) < 5;
    const face = pointed();
    if (picking < 0 || !still || !face) return;
    fields[picking].value = face;
    light();
    if (picking === 0) {
      pickFor(1);
      return;
    }
    pickFor(-1);
    form.requestSubmit();
  });
}
