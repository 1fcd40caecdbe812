// Note areas of a 3D picture: words and parts lists that stay level at its corners while the model turns. Owns the
// elements that it puts into the picture's section.

export const CORNERS = ['upper left', 'upper right', 'lower left', 'lower right'];
const MOST = 60; // lines of a parts list

function table({ fields, rows }, columns) {
  const made = document.createElement('table');
  const row = (parent, kind, cells) => {
    const tr = parent.insertRow();
    cells.forEach((text) => {
      const cell = document.createElement(kind);
      cell.textContent = text ?? '';
      tr.append(cell);
    });
  };
  row(
    made.createTHead(),
    'th',
    columns.map((c) => fields[c]),
  );
  const body = made.createTBody();
  rows.slice(0, MOST).forEach((line) =>
    row(
      body,
      'td',
      columns.map((c) => line[c]),
    ),
  );
  if (rows.length > MOST) row(body, 'td', [`and ${rows.length - MOST} more`]);
  return made;
}

const FILL = {
  note(area) {
    const words = document.createElement('p');
    words.textContent = area.words;
    return area.words?.trim() ? words : null;
  },
  parts: (area, list) => (list && area.columns?.length ? table(list, area.columns) : null),
};

/**
 * mount(place, parts) returns { show(areas) }: areas: [{ corner, kind: "note" or "parts", words, columns }]; parts: {
 * fields: { name: title }, rows: [{ name: text }] } of the model, null of a part.
 */
export function mount(place, parts) {
  return {
    show(areas) {
      place.querySelectorAll('.note-area').forEach((e) => e.remove());
      areas.forEach((area) => {
        const content = FILL[area.kind]?.(area, parts);
        if (!content) return;
        const box = document.createElement('div');
        box.className = 'note-area';
        box.dataset.corner = area.corner;
        box.append(content);
        place.append(box);
      });
    },
  };
}
