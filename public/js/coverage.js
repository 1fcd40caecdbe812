// Which faces of a part are pinned down: asked of the server when it is wanted, shown in the picture and as a list.
// Owns the list's element; a line lights its face.

import { get, tell } from './talk.js';

const AGAIN = 800; // ms until it is asked again while a worker has it in hand

/** mount({ button, place, paint(map) }): the button shows and hides it. */
export function mount({ button, place, paint }) {
  let states = null;
  let on = false;

  function show() {
    button.setAttribute('aria-pressed', String(on));
    place.hidden = !on;
    paint(on && states ? states : {});
  }

  async function ask() {
    try {
      const found = await get(button.dataset.coverage);
      if (found.waiting) {
        place.textContent = 'It is being worked out …';
        setTimeout(() => on && ask(), AGAIN);
        return;
      }
      states = found.states;
      place.innerHTML = found.part;
      show();
    } catch (error) {
      tell(error.message, true);
    }
  }

  button.addEventListener('click', () => {
    on = !on;
    show();
    if (on && !states) ask();
  });

  const light = (event) => {
    const face = event.target.closest('[data-face]')?.dataset.face;
    if (face && on) paint({ ...states, [face]: 'changed' });
  };
  place.addEventListener('pointerover', light);
  place.addEventListener('focusin', light);
  place.addEventListener('pointerleave', show);
}
