// The list of a tolerance plan: lines that light what they are said of and are changed and taken away, in two orders,
// and its annotation planes. Owns what stands in its element.

import { press } from './gestures.js';

/**
 * mount({ list, ask(what, fields), change(id), light(faces or null, id of a mark or null), pickPlane() }) returns {
 * show(html), lit(face or null), focus(id), picking(on) }.
 */
export function mount({ list, ask, change, light, pickPlane }) {
  let order = 'feature';
  const at = (selector) => list.querySelector(selector);
  const lineOf = (event) => event.target.closest('[data-faces]');

  // What a redrawn list takes over from the one before: its order, which parts are open.
  function settle() {
    list.querySelectorAll('[data-by]').forEach((part) => {
      part.hidden = part.dataset.by !== order;
    });
    list.querySelectorAll('[data-order]').forEach((button) => press(button, button.dataset.order === order));
  }

  const ACTS = {
    order(button) {
      order = button.dataset.order;
      settle();
    },
    unplane: (button) => ask('unplane', { face: button.dataset.unplane }),
    act(button) {
      const { id } = button.closest('[data-faces]').dataset;
      if (button.dataset.act === 'change') change(id);
      else ask('drop', { ids: [id] });
    },
  };
  list.addEventListener('click', (event) => {
    const button = event.target.closest('button');
    if (!button) return;
    const name = Object.keys(ACTS).find((key) => button.dataset[key] !== undefined);
    if (name) ACTS[name](button);
    if (button.id === 'pick-plane') pickPlane();
    if (button.id === 'add-plane') ask('plane', { face: at('#plane-face').value.trim() });
  });
  list.addEventListener('change', (event) => {
    const { ids } = event.target.dataset;
    if (ids) ask('place', { ids: JSON.parse(ids), plane: event.target.value });
  });
  list.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && event.target.id === 'plane-face') ask('plane', { face: event.target.value.trim() });
    const id = event.target.matches('[data-id]') && event.target.dataset.id;
    if (!id) return;
    if (event.key === 'Enter') change(id);
    if (event.key === 'Delete') ask('drop', { ids: [id] });
  });
  function lightLine(event) {
    const line = lineOf(event);
    if (line) light(JSON.parse(line.dataset.faces), line.dataset.id ? `plan.${line.dataset.id}` : null);
  }
  list.addEventListener('pointerover', lightLine);
  list.addEventListener('focusin', lightLine);
  list.addEventListener('pointerleave', () => light(null, null));

  return {
    show(html) {
      const open = at('#planes-part')?.open;
      list.innerHTML = html;
      if (open) at('#planes-part').open = true;
      settle();
    },
    lit(face) {
      list.querySelectorAll('li[data-faces]').forEach((line) => {
        line.classList.toggle('lit', !!face && JSON.parse(line.dataset.faces).includes(face));
      });
    },
    focus: (id) => at(`[data-by="${order}"] [data-id="${CSS.escape(id)}"]`)?.focus(),
    picking: (on) => at('#pick-plane') && press(at('#pick-plane'), on),
  };
}
