// A note goes where the next click says; Enter puts it in the middle of what is seen, Escape drops it.

import { tell } from './talk.js';

/** mount({ sheet, desk, edit(what), refused() }) returns { place(given, form), atCentre() }. */
export function mount({ sheet, desk, edit, refused }) {
  let middle = () => {};
  return {
    place(given, form) {
      const put = async (x, y) => {
        sheet.place(null);
        const before = refused();
        await edit({ do: 'note', text: given.text, shape: given.shape || '', x, y });
        if (before === refused()) form?.reset?.();
      };
      sheet.place(put);
      tell('Click where the note goes. Enter puts it in the middle, Escape drops it.', false, 60000);
      desk.focus();
      middle = () => put(...sheet.centre());
    },
    atCentre: () => middle(),
  };
}
