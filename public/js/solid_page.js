// The 3D page of a packet: one file that opens anywhere, without a network. Shows the model that it brings, from the
// directions and in the views kept with it, as made or exploded, whole or cut, with its annotations; measures between
// faces; a line of the characteristics lights the faces and the annotation that it is about.

import { mount } from './viewer.js';
import { seen, shifts } from './explosion.js';
import { alone, between } from './measuring.js';
import { mount as mountMarks, offer } from './space_marks.js';
import { mount as mountCutting, restyle } from './cutting.js';
import { mount as mountAreas } from './note_areas.js';
import { print } from './printing.js';
import { onStill, press, pressed, toggle } from './gestures.js';

/** start(data, glb): data as SolidPage writes it, glb: bytes of the model. */
export function start(data, glb) {
  const byId = (id) => document.getElementById(id);
  const words = byId('face');
  const called = (face) => data.faces[face] || face;
  let pointed = null;
  let measuring = false;
  let picked = [];
  let marks = null;
  let cutting = null;
  const viewer = mount(byId('viewer'), {
    margin: data.marks.length ? 1.3 : 1,
    onFace: (name) => {
      pointed = name;
      if (!measuring || picked.length < 1) say(name ? called(name) : 'Point at a face to see its name');
    },
    onBusy: (busy) => {
      say(busy ? 'The picture is being made …' : 'Point at a face to see its name');
      if (!busy) ready();
    },
    onError: (error) => say(`The model can't be shown: ${error.message || error}`),
    onTurn() {},
  });
  viewer.load(URL.createObjectURL(new Blob([glb], { type: 'model/gltf-binary' })));

  const areas = mountAreas(byId('scene'), data.areas);

  function say(text) {
    words.textContent = text;
  }

  function ready() {
    marks = mountMarks(viewer.stage);
    marks.show(data.marks, data.height);
    cutting = mountCutting(viewer.stage, {
      onMove(at) {
        byId('cut-at').value = at;
      },
    });
  }

  document.addEventListener('click', ({ target }) => {
    const look = target.closest('[data-look]')?.dataset.look;
    if (look) viewer.look(look);
    const row = target.closest('[data-faces]');
    if (row && row.id !== 'viewer') light(row);
    const component = target.closest('[data-lit]');
    if (component) lightComponent(component);
    const view = target.closest('[data-view]');
    if (view) restore(view);
    if (target.closest('#print')) print(viewer, byId('viewer'));
  });

  function light(row) {
    const was = row.getAttribute('aria-selected') === 'true';
    document.querySelectorAll('[data-faces][aria-selected]').forEach((r) => r.removeAttribute('aria-selected'));
    if (!was) row.setAttribute('aria-selected', 'true');
    viewer.paint(was ? {} : Object.fromEntries(JSON.parse(row.dataset.faces).map((face) => [face, 'new'])));
    marks?.light(was ? null : row.dataset.mark);
  }
  // Components: lit by their names, left out by their boxes.
  function lightComponent(button) {
    const was = button.getAttribute('aria-pressed') === 'true';
    document.querySelectorAll('[data-lit]').forEach((b) => press(b, b === button && !was));
    viewer.lightParts(was ? [] : [button.dataset.lit]);
  }
  document.addEventListener('change', ({ target }) => {
    if (target.dataset.shown) viewer.stage.show(target.dataset.shown, target.checked);
  });
  document.addEventListener('keydown', (event) => {
    const row = event.target.closest?.('tr[data-faces]');
    if (row && ['Enter', ' '].includes(event.key)) {
      event.preventDefault();
      light(row);
    }
  });

  function explode(name) {
    viewer.stage.instances().forEach((path) => viewer.stage.shiftOne(path, null));
    const moved = shifts(data.explosions[name] || [], viewer.stage.instances());
    Object.entries(moved).forEach(([path, by]) => viewer.stage.shiftOne(path, seen(by)));
    viewer.measure();
    if (pressed(byId('cut'))) cutting?.cut(wish(), true);
  }
  byId('explosion')?.addEventListener('change', ({ target }) => {
    explode(target.value);
    viewer.look('iso');
  });
  byId('tolerances')?.addEventListener('change', ({ target }) => {
    byId('characteristics').hidden = !target.checked;
  });
  const shown =
    byId('marks') && offer({ select: byId('marks'), square: byId('square'), viewer, marks: () => marks, called });
  shown?.planes(data.planes);

  // Measuring: the first face by itself, the second from it.
  toggle(byId('measure'), (on) => {
    measuring = on;
    picked = [];
    viewer.paint({});
    say(on ? 'Pick a face, then another one' : 'Point at a face to see its name');
  });
  onStill(byId('viewer'), () => {
    if (measuring && pointed) pick(pointed);
  });
  function pick(face) {
    picked = picked.length === 1 ? [picked[0], face] : [face];
    viewer.paint(Object.fromEntries(picked.map((f) => [f, 'changed'])));
    const [a, b] = picked.map((f) => data.figures[f]);
    if (!a || (picked.length > 1 && !b)) say('Of these faces the page has no figures.');
    else if (b) say(`${called(picked[0])} to ${called(picked[1])}: ${between(a, b).words}`);
    else say(`${called(face)}: ${alone(a)}. Pick another face to measure to it.`);
  }

  // Cutting.
  const sides = { turned: false, parts: [] }; // what the fields of the cut don't show
  const wish = () => ({
    axis: byId('cut-axis').value,
    at: Number(byId('cut-at').value),
    ...sides,
  });
  toggle(byId('cut'), (on) => {
    byId('cutting').hidden = !on;
    cutting?.cut(on ? wish() : null);
  });
  ['cut-axis', 'cut-at'].forEach((id) => byId(id).addEventListener('input', () => cutting?.cut(wish())));
  byId('cut-turn').addEventListener('click', () => {
    sides.turned = !sides.turned;
    cutting?.cut(wish());
  });

  // A saved view with all that belongs to it.
  function restore(button) {
    const { state } = data.views[button.dataset.view];
    document.querySelectorAll('[data-view]').forEach((b) => b.setAttribute('aria-current', String(b === button)));
    if (byId('explosion')) {
      const name = state.explosion ? state.explosion.replace(/^exploded\/?/, '') : '-';
      byId('explosion').value = name;
      explode(name);
    }
    cutting?.cut(state.cut || null, true);
    restyle(viewer.stage, state.style || 'full');
    press(byId('cut'), !!state.cut);
    byId('cutting').hidden = !state.cut;
    sides.parts = state.cut?.parts || [];
    if (state.cut) {
      byId('cut-axis').value = state.cut.axis;
      byId('cut-at').value = state.cut.at;
      sides.turned = !!state.cut.turned;
    }
    if (byId('marks')) byId('marks').value = state.marks || 'all';
    shown?.settle();
    marks?.only(state.marks || 'all');
    marks?.steady(!!state.steady);
    areas.show(state.areas || []);
    viewer.restore(state.camera);
  }
}
