// A chain of sizes between two faces: typed, or picked in the picture one after the other. Owns the form's answer.

import { onStill, press } from './gestures.js';
import { get, tell } from './talk.js';

/** mount({ form, place, pick, picture, pointed(), paint(map) }): pointed gives the face under the pointer. */
export function mount({ form, place, pick, picture, pointed, paint }) {
  const fields = [form.elements.from, form.elements.to];
  let picking = -1; // which field the next face goes to

  function pickFor(index) {
    picking = index;
    press(pick, index >= 0);
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
  onStill(picture, () => {
    const face = pointed();
    if (picking < 0 || !face) return;
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
