// What an annotation adrift would be, tied to a proposal: seen on the sheet while its button is pointed at or has the
// focus.

import { get, tell } from './talk.js';

/** mount(column, { sheet, path(id, to) }). */
export function mount(column, { sheet, path }) {
  let previewed = null;

  async function preview(event) {
    const button = event.target.closest?.('[data-preview]');
    if (button === previewed) return;
    previewed = button;
    sheet.overlay('');
    if (!button) return;
    const { preview: id, to } = button.dataset;
    try {
      const found = await get(path(id, encodeURIComponent(to)));
      if (previewed === button) sheet.overlay(found.svg, `dimension/${id}`);
    } catch (error) {
      tell(error.message, true);
    }
  }

  ['pointerover', 'focusin'].forEach((kind) => column.addEventListener(kind, preview));
  column.addEventListener('pointerleave', () => preview({ target: document.activeElement }));
}
