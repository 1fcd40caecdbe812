// The tolerance plan of a part: made by rule, corrected by hand, tried in the picture, kept as a revision. Until then
// it stands here, with every step before it; a reload brings it back.

import { mount } from './viewer.js';
import { mount as mountMarks, offer } from './space_marks.js';
import { mount as mountHand } from './plan_hand.js';
import { mount as mountList } from './plan_list.js';
import { mount as mountRule } from './plan_rule.js';
import { onStill, press, toggle } from './gestures.js';
import { get, post, tell } from './talk.js';

const page = document.querySelector('.plan-page');
const byId = (id) => document.getElementById(id);
const address = `/models/${page.dataset.model}/plan`;
const store = `plan ${page.dataset.model} ${page.dataset.base}`;
const faceWords = JSON.parse(byId('face-words').textContent);
const first = JSON.parse(byId('plan-data').textContent);
const called = (face) => faceWords[face] || face;

let steps = [first]; // what was answered, one after another
let at = 0;
let covering = false;
let pointed = null;
let picking = null; // what picks go to: "faces", "datums", "plane"
let faces = [];
const now = () => steps[at];
const text = () => (now().plan ? JSON.stringify(now().plan) : '');

const MANY = 24; // marks, above which those of datums and frames are shown first
let chosen = false; // which marks are shown
let marks = null;
const viewer = (() => {
  try {
    return mount(byId('viewer'), {
      margin: 1.3,
      onFace: (name) => {
        pointed = name;
        byId('face-name').textContent = (name && called(name)) || 'Point at a face to see its name';
        list.lit(name);
      },
      onBusy: (busy) => {
        byId('face-name').textContent = busy ? 'Making the picture …' : 'Point at a face to see its name';
        if (!busy) document.fonts.load('20px osifont', '⌖⌀Ⓜ').finally(show);
      },
      onError: () => tell('The 3D picture could not be loaded.', true),
    });
  } catch {
    byId('viewer').textContent = 'This browser shows no 3D here (WebGL is off). Everything else works.';
    return { load() {}, look() {}, paint() {} };
  }
})();
viewer.load(byId('viewer').dataset.glb);
if (viewer.stage) marks = mountMarks(viewer.stage);
const offered =
  marks &&
  offer({
    select: byId('marks-shown'),
    square: byId('square'),
    viewer,
    marks: () => marks,
    called,
    onChoice() {
      chosen = true;
    },
  });

// Faces lit over the coverage, where that is shown.
function paint(lit = []) {
  const base = covering ? now().states : {};
  viewer.paint({ ...base, ...Object.fromEntries(lit.map((f) => [f, 'changed'])) });
}

function show() {
  const here = now();
  if (here.part !== undefined) list.show(here.part);
  const changed = at > 0 || steps.length > 1;
  byId('draft-flag').hidden = !changed;
  byId('keep-plan').hidden = at === 0;
  byId('plan-undo').disabled = at === 0;
  byId('plan-redo').disabled = at === steps.length - 1;
  if (here.letter) byId('hand-letter').value = here.letter;
  marks?.show(here.marks, first.height);
  offered?.planes(here.planes);
  byHand.planes(here.planes);
  if (here.marks.length > MANY && !chosen) {
    byId('marks-shown').value = 'frames';
    marks?.only('frames');
    offered?.settle();
  }
  paint(picking === 'faces' ? faces : []);
  if (at > 0) sessionStorage.setItem(store, text());
  else sessionStorage.removeItem(store);
}

async function ask(what, fields = {}) {
  page.classList.add('asking');
  try {
    const answer = await post(address, { plan: text(), do: what, ...fields });
    steps = [...steps.slice(0, at + 1), answer];
    at = steps.length - 1;
    show();
    if (answer.told?.length) tell(answer.told.slice(0, 3).join('; '), true);
    return true;
  } catch (error) {
    tell(error.message, true);
    return false;
  } finally {
    page.classList.remove('asking');
  }
}

// The list as it was at first is asked for once, so that all can be taken back.
first.part = byId('plan-place').innerHTML;

const left = sessionStorage.getItem(store);
if (left) {
  post(address, { plan: left, do: 'show' }).then(
    (answer) => {
      steps.push(answer);
      at = 1;
      show();
      tell('What you had changed and not kept is here again.');
    },
    () => sessionStorage.removeItem(store),
  );
}

byId('plan-undo').addEventListener('click', () => {
  at = Math.max(0, at - 1);
  show();
});
byId('plan-redo').addEventListener('click', () => {
  at = Math.min(steps.length - 1, at + 1);
  show();
});
byId('plan-drop').addEventListener('click', () => {
  steps = [first];
  at = 0;
  show();
});
document.addEventListener('keydown', (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
  if (event.target.matches('input, textarea')) return;
  event.preventDefault();
  byId(event.shiftKey ? 'plan-redo' : 'plan-undo').click();
});
window.addEventListener('beforeunload', (event) => {
  if (at > 0 && !page.classList.contains('kept')) event.preventDefault();
});

byId('keep-plan').addEventListener('submit', async (event) => {
  event.preventDefault();
  try {
    const note = byId('keep-note').value;
    const answer = await post(`${address}/keep`, { plan: text(), note, base: Number(page.dataset.base) });
    page.classList.add('kept');
    sessionStorage.removeItem(store);
    window.location.href = answer.href;
  } catch (error) {
    tell(error.message, true);
  }
});

const rule = byId('rule-form');
mountRule({ form: rule, ask, count: () => now().plan.statements.length });

// Picking in the picture.
function pick(what) {
  picking = picking === what ? null : what;
  press(byId('pick-faces'), picking === 'faces');
  press(byId('pick-datums'), picking === 'datums');
  list.picking(picking === 'plane');
  if (picking === 'plane') tell('Pick the face that the new plane lies along.');
  if (picking === 'datums') {
    rule.querySelectorAll('[data-datum]').forEach((f) => (f.value = ''));
    tell('Pick the first datum, then the second and the third; what is left empty is proposed.');
  }
  if (picking === 'faces') tell('Pick the faces it is said of; pick one again to leave it out.');
  paint(picking === 'faces' ? faces : []);
}
byId('pick-faces').addEventListener('click', () => pick('faces'));
byId('pick-datums').addEventListener('click', () => pick('datums'));
byId('clear-faces').addEventListener('click', () => choose([]));
// Faces machined at once with those picked count as one with them; picked again they are parted.
byId('join-faces').addEventListener('click', async () => {
  if (!faces.length) tell('Pick a face first.', true);
  try {
    const found = await Promise.all(faces.map((f) => get(`${address}/coplanar?face=${encodeURIComponent(f)}`)));
    choose([...new Set([...faces, ...found.flatMap((f) => f.faces)])]);
  } catch (error) {
    tell(error.message, true);
  }
});

function choose(list) {
  faces = list;
  byId('picked-faces').textContent = faces.length ? faces.map(called).join(', ') : 'No face picked yet.';
  paint(faces);
}

// Words of the plan are dragged in their plane; while they are, the picture does not turn.
let held = null;
let placed = false; // did that move words?
byId('viewer').addEventListener(
  'pointerdown',
  (event) => {
    placed = false;
    held = picking ? null : marks?.grab(event);
    if (held && !held.id.startsWith('plan.')) held = null;
    if (held) viewer.stage.controls.enabled = false;
  },
  true,
);
byId('viewer').addEventListener('pointermove', (event) => held?.move(event));
byId('viewer').addEventListener('pointerup', () => {
  const to = held?.place();
  const id = held?.id;
  if (held) viewer.stage.controls.enabled = true;
  held = null;
  if (!to) return;
  placed = true;
  const { plane } = now().marks.find((m) => m.id === id);
  ask('place', { ids: [id.replace(/^plan\./, '')], plane, fields: { x: to[0], y: to[1], z: to[2] } });
});
onStill(byId('viewer'), (event) => {
  if (placed) return;
  const mark = marks?.at(event);
  if (mark && !picking) {
    list.focus(mark.replace(/^plan\./, ''));
    return;
  }
  if (!pointed || !picking) return;
  if (picking === 'faces') {
    choose(faces.includes(pointed) ? faces.filter((f) => f !== pointed) : [...faces, pointed]);
    return;
  }
  if (picking === 'plane') {
    pick('plane');
    ask('plane', { face: pointed });
    return;
  }
  const empty = [...rule.querySelectorAll('[data-datum]')].find((f) => !f.value);
  if (empty) empty.value = pointed;
  if (![...rule.querySelectorAll('[data-datum]')].some((f) => !f.value)) pick('datums');
});

const byHand = mountHand({
  form: byId('hand-form'),
  ask,
  faces: () => faces,
  choose,
  statement: (id) => now().plan.statements.find((st) => st.id === id),
  done: () => picking === 'faces' && pick('faces'),
});

const list = mountList({
  list: byId('plan-place'),
  ask,
  change: byHand.change,
  light(lit, id) {
    paint(lit || (picking === 'faces' ? faces : []));
    marks?.light(id);
  },
  pickPlane: () => pick('plane'),
});

// The picture.
document.addEventListener('click', (event) => {
  const look = event.target.closest('[data-look]')?.dataset.look;
  if (look) viewer.look(look);
});
toggle(byId('steady'), (on) => marks?.steady(on));
toggle(byId('show-coverage'), (on) => {
  covering = on;
  paint();
});
