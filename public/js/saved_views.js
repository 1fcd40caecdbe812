// Views kept on a model: what is seen now (eye, annotations, variant, explosion, cut, note areas) kept under a name,
// shown again, renewed, renamed, ordered, taken away, put on paper.

import { mount } from './viewer.js';
import { mount as mountMarks, offer } from './space_marks.js';
import { mount as mountCutting, restyle } from './cutting.js';
import { onStill, press, pressed, toggle } from './gestures.js';
import { mount as mountAreas } from './note_areas.js';
import { mount as mountAreaForm } from './note_area_form.js';
import { print } from './printing.js';
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
const asked = new URLSearchParams(window.location.search).get('view');
let waiting = views.find((v) => String(v.id) === asked)?.state || null; // restored when the picture is there

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
  cutting ||= mountCutting(viewer.stage, {
    onMove(at) {
      byId('cut-at').value = at;
    },
  });
  marks.show(data.marks, data.height);
  cutting.cut(cutWish(), true);
  restyle(viewer.stage, byId('style').value);
  const next = waiting;
  waiting = null;
  if (next) show(next);
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
const areas = mountAreas(byId('picture'), data.parts);
const areaForm = mountAreaForm(byId('area-form'), areas.show);
['cut', 'cut-axis', 'cut-at', 'cut-turned'].forEach((id) => byId(id).addEventListener('input', cut));
byId('cut-parts')?.addEventListener('change', cut);
const pickParts = byId('pick-parts');
if (pickParts) toggle(pickParts, (on) => on && tell('Pick a component to cut it or to leave it whole.'));
onStill(byId('viewer'), (event) => {
  const path = pickParts && pressed(pickParts) && viewer.stage.componentAt(event);
  const box = path && [...byId('cut-parts').querySelectorAll('input')].find((b) => b.value === path);
  if (!box) return;
  box.checked = !box.checked;
  cut();
});
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
  variant: data.variant,
  cut: cutWish(),
  areas: areaForm.areas(),
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
  areaForm.take(kept.areas || []);
  viewer.restore(kept.camera);
}
const pageOf = (variant) => `${address}${variant ? `?variant=${data.variants[variant]}` : ''}`;
function show(kept) {
  if ((kept.variant || null) !== (data.variant || null)) {
    const { id } = views.find((v) => v.state === kept);
    if (kept.variant && !data.variants[kept.variant]) tell(`There is no variant ${kept.variant} any more.`, true);
    else window.location.href = `${pageOf(kept.variant)}${kept.variant ? '&' : '?'}view=${id}`;
    return;
  }
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

// On paper: the picture as it is, or a view as a sheet that a worker makes.
byId('print-picture').addEventListener('click', () => {
  byId('print-words').textContent = [page.dataset.said, byId('views-place').dataset.shown].filter(Boolean).join(': ');
  print(viewer, byId('viewer'));
});
async function sheet(view) {
  try {
    const answer = await post(`${address}/${view.id}/sheet`, { template: byId('sheet-template').value });
    window.location.href = answer.href;
  } catch (error) {
    tell(error.message, true);
  }
}
byId('variant')?.addEventListener('change', (event) => {
  window.location.href = `${address}${event.target.value ? `?variant=${event.target.value}` : ''}`;
});

const ACTS = {
  show(view) {
    byId('views-place').dataset.shown = view.name;
    show(view.state);
  },
  sheet,
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
