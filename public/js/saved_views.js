// Views kept on a model: what is seen now (eye, annotations, explosion, cut, note) kept under a name, shown again,
// renewed, renamed, ordered, taken away.

import { mount } from './viewer.js';
import { mount as mountMarks, offer } from './space_marks.js';
import { mount as mountCutting, restyle } from './cutting.js';
import { press, pressed, toggle } from './gestures.js';
import { post, tell } from './talk.js';

const page = document.querySelector('.plan-page');
const byId = (id) => document.getElementById(id);
const address = `/models/${page.dataset.model}/views`;
const faceWords = JSON.parse(byId('face-words').textContent);
const data = JSON.parse(byId('views-data').textContent);
const glb = byId('viewer').dataset.glb;
let { views } = data;
let marks = null;
let cutting = null;
let waiting = null; // a state to be restored when the picture is there

const viewer = mount(byId('viewer'), {
  margin: data.marks.length ? 1.3 : 1,
  onFace: (name) => {
    byId('face-name').textContent = (name && (faceWords[name] || name)) || 'Point at a face to see its name';
  },
  onBusy: (busy) => {
    byId('face-name').textContent = busy ? 'Making the picture …' : 'Point at a face to see its name';
    if (!busy) document.fonts.load('20px osifont', '⌖⌀Ⓜ').finally(ready);
  },
  onError: () => tell('The 3D picture could not be loaded.', true),
});
viewer.load(glb);

function ready() {
  marks ||= mountMarks(viewer.stage);
  cutting ||= mountCutting(viewer.stage);
  marks.show(data.marks, data.height);
  cut();
  restyle(viewer.stage, byId('style').value);
  if (waiting) look(waiting);
  waiting = null;
}

const steady = byId('steady');
const parts = () => [...document.querySelectorAll('#cut-parts :checked')].map((box) => box.value);
const cutWish = () =>
  byId('cut').checked
    ? {
        axis: byId('cut-axis').value,
        at: Number(byId('cut-at').value),
        turned: byId('cut-turned').checked,
        parts: parts(),
      }
    : null;

function cut() {
  cutting?.cut(cutWish());
}
function note() {
  byId('note-area').textContent = byId('note-words').value;
  byId('note-area').hidden = !byId('note-words').value.trim();
}
['cut', 'cut-axis', 'cut-at', 'cut-turned'].forEach((id) => byId(id).addEventListener('input', cut));
byId('cut-parts')?.addEventListener('change', cut);
byId('note-words').addEventListener('input', note);
byId('style').addEventListener('change', (event) => restyle(viewer.stage, event.target.value));
const shown = offer({
  select: byId('marks-shown'),
  square: byId('square'),
  viewer,
  marks: () => marks,
  called: (face) => faceWords[face] || face,
});
shown.planes(data.planes);
toggle(steady, (on) => marks?.steady(on));
document.addEventListener('click', (event) => {
  const from = event.target.closest('[data-look]')?.dataset.look;
  if (from) viewer.look(from);
});

// The explosion is another picture of the server's.
function explode(state, then) {
  waiting = then || null;
  viewer.load(state ? `${glb}${glb.includes('?') ? '&' : '?'}state=${encodeURIComponent(state)}` : glb, !then);
}
byId('explode')?.addEventListener('change', (event) => explode(event.target.value));

const state = () => ({
  camera: viewer.camera(),
  style: byId('style').value,
  marks: byId('marks-shown').value,
  steady: pressed(steady),
  explosion: byId('explode')?.value || null,
  cut: cutWish(),
  note: byId('note-words').value,
});

// Shows what a view kept.
function look(kept) {
  byId('marks-shown').value = kept.marks || 'all';
  shown.settle();
  marks?.only(kept.marks || 'all');
  press(steady, !!kept.steady);
  marks?.steady(!!kept.steady);
  byId('style').value = kept.style || 'full';
  restyle(viewer.stage, byId('style').value);
  byId('cut').checked = !!kept.cut;
  if (kept.cut) {
    byId('cut-axis').value = kept.cut.axis;
    byId('cut-at').value = kept.cut.at;
    byId('cut-turned').checked = !!kept.cut.turned;
    document.querySelectorAll('#cut-parts input').forEach((box) => {
      box.checked = (kept.cut.parts || []).includes(box.value);
    });
  }
  cut();
  byId('note-words').value = kept.note || '';
  note();
  viewer.restore(kept.camera);
}
function show(kept) {
  const exploded = byId('explode');
  const asked = kept.explosion || '';
  if (exploded && exploded.value !== asked) {
    exploded.value = asked;
    explode(asked, kept);
    return;
  }
  look(kept);
}

async function send(path, fields) {
  try {
    const answer = await post(path, fields);
    ({ views } = answer);
    byId('views-place').innerHTML = answer.part;
    tell(answer.told);
    return true;
  } catch (error) {
    tell(error.message, true);
    return false;
  }
}
const keep = (name) => send(address, { name, state: JSON.stringify(state()), picture: viewer.picture() });

byId('keep-view').addEventListener('submit', async (event) => {
  event.preventDefault();
  if (await keep(byId('new-view').value)) byId('new-view').value = '';
});
const ACTS = {
  show: (view) => show(view.state),
  renew: (view) => keep(view.name),
  up: (view) => send(`${address}/${view.id}/move`, { by: -1 }),
  down: (view) => send(`${address}/${view.id}/move`, { by: 1 }),
  drop: (view) => send(`${address}/${view.id}/drop`, {}),
};
const viewOf = (element) => views[Number(element.closest('[data-view]').dataset.view)];
byId('views-place').addEventListener('click', (event) => {
  const act = event.target.closest('button[data-act]');
  if (act) ACTS[act.dataset.act](viewOf(act));
});
byId('views-place').addEventListener('change', (event) => {
  if (event.target.dataset.act !== 'rename') return;
  send(`${address}/${viewOf(event.target).id}/rename`, { name: event.target.value });
});
