// What is drawn by hand on a chosen view: sections, details, auxiliary views, borders, broken-out parts, gaps. A button with data-draw names
// it; the fields of its form say how. Owns no state; each drawing becomes one edit.

const CURVE = 'Draw round it with the pointer held down, or click corner after corner and press Enter';
const WORDS = {
  circle: 'Press in the middle and drag out',
  rectangle: 'Press at a corner and drag to the one opposite',
  curve: CURVE,
};
const AT = { shape: 'place', words: 'Click where it goes' };

// Stages of a cutting line by its form.
const LINES = {
  full: { shape: 'line', most: 2, words: 'Click two points of the cutting line on the view; near an axis it goes through it' },
  stretch: { shape: 'line', most: 2, words: 'Click both ends of the cutting line; the section goes as far as it does' },
  stepped: { shape: 'line', least: 4, words: 'Click the corners of the cutting line, then press Enter or click twice' },
  half: { shape: 'line', most: 2, words: 'Click outside the part, then on the axis where the half ends' },
  bend: { shape: 'line', most: 3, words: 'Click outside the part, on the axis where the planes meet, and outside again' },
};

// What is drawn, and the edit it becomes. given: fields of the form.
const KINDS = {
  section: (given) => ({ stages: [LINES[given.form], AT], edit: ([points, [at]]) => ({ do: 'section', points, at, form: given.form, depth: given.depth, slice: given.slice }) }),
  detail: (given) => ({ stages: [{ shape: given.shape, words: WORDS[given.shape] }, AT], edit: ([points, [at]]) => ({ do: 'detail', points, at, shape: given.shape, scale: given.scale }) }),
  auxiliary: () => ({ stages: [{ shape: 'pick', words: 'Click the edge to look at square on' }, AT], edit: ([points, [at]]) => ({ do: 'auxiliary', points, at }) }),
  crop: (given) => ({ stages: [{ shape: given.shape, words: WORDS[given.shape] }], edit: ([points]) => ({ do: 'crop', points, shape: given.shape }) }),
  'break out': (given) => ({ stages: [{ shape: 'curve', words: CURVE }], edit: ([points]) => ({ do: 'break out', points, shape: 'curve', depth: given.depth }) }),
  interrupt: () => ({ stages: [{ shape: 'band', words: 'Click where the gap begins and where it ends' }], edit: ([points]) => ({ do: 'interrupt', points }) }),
  'add view': (given) => ({ stages: [AT], edit: ([[at]]) => ({ ...given, do: 'add view', at }) }),
  level: (given) => ({ stages: [{ shape: 'pick', words: 'Click the edge that is to lie level' }], edit: ([points]) => ({ do: 'level', points, upright: given.upright }) }),
};

const fields = (form) => Object.fromEntries(new FormData(form));

/** mount({ sheet, desk, column, edit(what), selected() }) returns { begin(button) }. */
export function mount({ sheet, desk, column, edit, selected }) {
  // A picture of the model dragged from the column onto the sheet becomes a view where it is dropped.
  let carried = null;
  column.addEventListener('dragstart', (event) => {
    const card = event.target.closest('.look-card');
    if (!card) return;
    carried = { ...fields(card.closest('form')), orientation: card.querySelector('input').value, square: '' };
    event.dataTransfer.setData('text/plain', carried.orientation);
    event.dataTransfer.effectAllowed = 'copy';
  });
  column.addEventListener('dragend', () => { carried = null; desk.classList.remove('over'); });
  desk.addEventListener('dragover', (event) => { if (carried) { event.preventDefault(); desk.classList.add('over'); } });
  desk.addEventListener('dragleave', () => desk.classList.remove('over'));
  desk.addEventListener('drop', (event) => {
    if (!carried) return;
    event.preventDefault();
    desk.classList.remove('over');
    edit({ ...carried, do: 'add view', at: sheet.at(event) });
  });

  return {
    begin(button) {
      const form = button.closest('form');
      const given = form ? fields(form) : {};
      form?.querySelectorAll('input[type=checkbox][name]').forEach((box) => { given[box.name] = box.checked; });
      const { stages, edit: made } = KINDS[button.dataset.draw](given);
      const what = selected();
      sheet.draw(stages, (points) => edit({ ...made(points), what }));
    },
  };
}
