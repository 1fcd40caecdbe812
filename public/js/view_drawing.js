// What is drawn by hand on a chosen view: sections, details, auxiliary views, borders, broken-out parts, gaps. A
// button with data-draw names it; the fields of its form say how. Owns no state; each drawing becomes one edit.

import { snap } from './snapping.js';
import { mount as mountLoupe } from './loupe.js';
import { get, tell } from './talk.js';

// What a place means, shown magnified where points crowd.
let loupe = null;
function look(p, offered) {
  const met = snap(p, offered);
  loupe?.look(p, offered, met);
  return met;
}

const CURVE = 'Draw round it with the pointer held down, or click corner after corner and press Enter';
const WORDS = {
  circle: 'Press in the middle and drag out',
  rectangle: 'Press at a corner and drag to the one opposite',
  curve: CURVE,
};
const AT = { shape: 'place', words: 'Click where it goes' };

// Stages of a cutting line by its form.
const LINES = {
  full: {
    shape: 'line',
    most: 2,
    words: 'Click two points of the cutting line on the view; near an axis it goes through it',
  },
  stretch: { shape: 'line', most: 2, words: 'Click both ends of the cutting line; the section goes as far as it does' },
  stepped: { shape: 'line', least: 4, words: 'Click the corners of the cutting line, then press Enter or click twice' },
  half: { shape: 'line', most: 2, words: 'Click outside the part, then on the axis where the half ends' },
  bend: {
    shape: 'line',
    most: 3,
    words: 'Click outside the part, on the axis where the planes meet, and outside again',
  },
};

// What is picked to be measured.
const PICKS = {
  round: ['Pick a circle, its centre, the outline of a cylinder or an edge of a chamfer'],
  square: ['Pick the edge to measure from', 'Pick the place to measure to'],
  corner: ['Pick the point of the angle', 'Pick a point on one leg', 'Pick a point on the other leg'],
  arc: ['Pick a point on the arc'],
  between: ['Pick the first place to measure from', 'Pick the second place'],
};

// What is picked for centre lines set by hand.
const CENTRES = {
  line: [
    { shape: 'pick', words: 'Pick an edge (or a point)' },
    { shape: 'pick', words: 'Pick the edge (or point) on the other side' },
  ],
  mark: [{ shape: 'pick', words: 'Pick a circle or its centre' }],
  bolts: [{ shape: 'line', least: 3, words: 'Pick the centres of the holes, then press Enter or click twice' }],
  area: [{ shape: 'line', least: 3, words: 'Pick its corners one after another, then press Enter or click twice' }],
};

// What is drawn, and the edit it becomes. given: fields of the form.
const KINDS = {
  section: (given) => ({
    stages: [LINES[given.form], AT],
    edit: ([points, [at]]) => ({ do: 'section', points, at, form: given.form, depth: given.depth, slice: given.slice }),
  }),
  detail: (given) => ({
    stages: [{ shape: given.shape, words: WORDS[given.shape] }, AT],
    edit: ([points, [at]]) => ({ do: 'detail', points, at, shape: given.shape, scale: given.scale }),
  }),
  auxiliary: () => ({
    stages: [{ shape: 'pick', words: 'Click the edge to look at square on' }, AT],
    edit: ([points, [at]]) => ({ do: 'auxiliary', points, at }),
  }),
  crop: (given) => ({
    stages: [{ shape: given.shape, words: WORDS[given.shape] }],
    edit: ([points]) => ({ do: 'crop', points, shape: given.shape }),
  }),
  'break out': (given) => ({
    stages: [{ shape: 'curve', words: CURVE }],
    edit: ([points]) => ({ do: 'break out', points, shape: 'curve', depth: given.depth }),
  }),
  interrupt: () => ({
    stages: [{ shape: 'band', words: 'Click where the gap begins and where it ends' }],
    edit: ([points]) => ({ do: 'interrupt', points }),
  }),
  'add view': (given) => ({ stages: [AT], edit: ([[at]]) => ({ ...given, do: 'add view', at }) }),
  measure: (given, offered) => ({
    stages: [
      ...(PICKS[given.form] || PICKS.between).map((words) => ({
        shape: 'pick',
        words,
        snap: (p) => look(p, offered),
      })),
      { shape: 'place', words: 'Click where the words go' },
    ],
    edit: (stages) => {
      const points = stages.map(([p]) => p);
      return { do: 'measure', points: points.slice(0, -1), at: points[points.length - 1], form: given.form };
    },
    again: true,
  }),
  frame: (given, offered) => ({
    stages: [{ shape: 'pick', words: 'Pick an edge or the outline of the face', snap: (p) => look(p, offered) }],
    edit: ([points]) => ({ ...given, do: 'frame', points }),
  }),
  datum: (given, offered) => ({
    stages: [{ shape: 'pick', words: 'Pick an edge or the outline of the face', snap: (p) => look(p, offered) }],
    edit: ([points]) => ({ ...given, do: 'datum', points }),
  }),
  texture: (given, offered) => ({
    stages: [{ shape: 'pick', words: 'Pick an edge or the outline of the face', snap: (p) => look(p, offered) }],
    edit: ([points]) => ({ ...given, do: 'texture', points }),
  }),
  centre: (given, offered) => ({
    stages: CENTRES[given.form].map((stage) => ({ ...stage, snap: (p) => look(p, offered) })),
    edit: (stages) => ({ do: 'centre', form: given.form, points: stages.flat() }),
    again: true,
  }),
  holes: (given, offered) => ({
    stages: [{ shape: 'pick', words: 'Pick the origin: a corner, an edge or a centre', snap: (p) => look(p, offered) }],
    edit: ([points]) => ({ do: 'holes', points }),
  }),
  points: (given, offered) => ({
    stages: [
      {
        shape: 'line',
        least: 2,
        snap: (p) => look(p, offered),
        words: 'Pick the origin, then each point; Enter or a second click ends',
      },
    ],
    edit: ([points]) => ({ do: 'points', points }),
  }),
  origin: (given, offered) => ({
    stages: [{ shape: 'pick', words: 'Pick the origin: a corner, an edge or a centre', snap: (p) => look(p, offered) }],
    edit: ([points]) => ({ do: 'origin', points }),
  }),
  'tie at': (given, offered) => ({
    stages: [
      { shape: 'pick', words: 'Pick an edge or a point of what it is to measure', snap: (p) => look(p, offered) },
    ],
    edit: ([points]) => ({ do: 'tie at', points }),
  }),
  leader: (given, offered) => ({
    stages: [{ shape: 'pick', words: 'Pick what it points at', snap: (p) => look(p, offered) }],
    edit: ([points]) => ({ do: 'leader', points }),
  }),
  balloon: (given, offered) => ({
    stages: [
      { shape: 'pick', words: 'Pick an edge of the part', snap: (p) => look(p, offered) },
      { shape: 'place', words: 'Click where its balloon goes' },
    ],
    edit: ([points, [at]]) => ({ do: 'balloon', points, at, shape: given.shape, counted: given.counted }),
    again: true,
  }),
  'balloons along': (given) => ({
    stages: [
      { shape: 'pick', words: 'Pick the edge that they are to stand along' },
      { shape: 'place', words: 'Click where the row goes' },
    ],
    edit: ([points, [at]]) => ({ do: 'balloons along', points, at, notes: given.notes }),
  }),
  'measure several': (given, offered) => ({
    stages: [
      {
        shape: 'line',
        snap: (p) => look(p, offered),
        words: 'Pick the origin, then each place; Enter or a second click ends',
      },
      { shape: 'place', words: 'Click where the line goes' },
    ],
    edit: ([points, [at]]) => ({ do: 'measure several', points, at, form: given.form, manner: given.manner }),
  }),
  level: (given) => ({
    stages: [{ shape: 'pick', words: 'Click the edge that is to lie level' }],
    edit: ([points]) => ({ do: 'level', points, upright: given.upright }),
  }),
};

// Kinds that want to know what the view offers to be met.
const SNAPPING = [
  'measure',
  'measure several',
  'leader',
  'balloon',
  'frame',
  'datum',
  'texture',
  'tie at',
  'centre',
  'holes',
  'points',
  'origin',
];

const fields = (form) => Object.fromEntries(new FormData(form));

/** mount({ sheet, desk, column, edit(what), selected(), snaps(key): path, refused() }) returns { begin(button) }. */
export function mount({ sheet, desk, column, edit, selected, snaps, refused }) {
  loupe = mountLoupe(desk, () => desk.querySelector('svg.sheet'));
  // A picture of the model dragged from the column onto the sheet becomes a view where it is dropped.
  let carried = null;
  column.addEventListener('dragstart', (event) => {
    const card = event.target.closest('.look-card');
    if (!card) return;
    carried = { ...fields(card.closest('form')), orientation: card.querySelector('input').value, square: '' };
    event.dataTransfer.setData('text/plain', carried.orientation);
    event.dataTransfer.effectAllowed = 'copy';
  });
  column.addEventListener('dragend', () => {
    carried = null;
    desk.classList.remove('over');
  });
  desk.addEventListener('dragover', (event) => {
    if (carried) {
      event.preventDefault();
      desk.classList.add('over');
    }
  });
  desk.addEventListener('dragleave', () => desk.classList.remove('over'));
  desk.addEventListener('drop', (event) => {
    if (!carried) return;
    event.preventDefault();
    desk.classList.remove('over');
    edit({ ...carried, do: 'add view', at: sheet.at(event) });
  });

  // What is drawn, and again the same kind until it is left.
  async function draw(kind, given, what, on = what, why = '') {
    try {
      const offered = SNAPPING.includes(kind) ? await get(snaps(on)) : null;
      const { stages, edit: made, again } = KINDS[kind](given, offered);
      if (why) stages[0] = { ...stages[0], words: `${why} ${stages[0].words}` };
      sheet.draw(stages, async (points) => {
        const before = refused();
        const sent = edit({ ...made(points), what });
        if (!again) return;
        await sent;
        // (Why it was refused stays to be read while one picks again; a question has a place of its own.)
        const reason = refused() === before ? '' : document.querySelector('#told .bad')?.textContent || '';
        if (selected() === what) draw(kind, given, what, on, reason && `${reason.replace(/\.?$/, '')}.`);
      });
    } catch (error) {
      tell(error.message, true);
    }
  }

  // A key starts what shows it, while a view is chosen and nothing is typed.
  document.addEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || sheet.drawing()) return;
    if (/INPUT|TEXTAREA|SELECT/.test(event.target.tagName) || event.key.length !== 1) return;
    const button = column.querySelector(`[data-key="${CSS.escape(event.key.toLowerCase())}"]`);
    if (!button) return;
    event.preventDefault();
    button.click();
  });

  return {
    begin(button) {
      const form = button.closest('form');
      const given = form ? fields(form) : {};
      form?.querySelectorAll('input[type=checkbox][name]:not([data-note])').forEach((box) => {
        given[box.name] = box.checked;
      });
      const notes = [...(form?.querySelectorAll('input[data-note]:checked') || [])].map((box) => box.dataset.note);
      given.notes = notes.join(' ');
      if (button.dataset.formOf) given.form = button.dataset.formOf;
      draw(button.dataset.draw, given, button.dataset.what || selected(), button.dataset.on);
    },
  };
}
