// The 3D page of a packet: one file that opens anywhere, without a network. Shows the model that it brings, from the
// directions kept with it, as made or exploded; a line of the characteristics lights the faces that it is about.

import { mount } from './viewer.js';
import { seen, shifts } from './explosion.js';

/** start(data, glb): data as SolidPage writes it, glb: bytes of the model. */
export function start(data, glb) {
  const byId = (id) => document.getElementById(id);
  const words = byId('face');
  const viewer = mount(byId('viewer'), {
    onFace: (name) => {
      words.textContent = (name && (data.faces[name] || name)) || 'Point at a face to see its name';
    },
    onBusy: (busy) => {
      words.textContent = busy ? 'The picture is being made …' : 'Point at a face to see its name';
    },
    onError: (error) => {
      words.textContent = `The model can't be shown: ${error.message || error}`;
    },
    onTurn() {},
  });
  viewer.load(URL.createObjectURL(new Blob([glb], { type: 'model/gltf-binary' })));

  document.addEventListener('click', ({ target }) => {
    const look = target.closest('[data-look]')?.dataset.look;
    if (look) viewer.look(look);
    const row = target.closest('tr[data-faces]');
    if (row) light(row);
    if (target.closest('#print')) window.print();
  });

  function light(row) {
    const was = row.getAttribute('aria-selected') === 'true';
    document.querySelectorAll('tr[aria-selected]').forEach((r) => r.removeAttribute('aria-selected'));
    if (!was) row.setAttribute('aria-selected', 'true');
    viewer.paint(was ? {} : Object.fromEntries(JSON.parse(row.dataset.faces).map((face) => [face, 'new'])));
  }
  document.addEventListener('keydown', (event) => {
    const row = event.target.closest?.('tr[data-faces]');
    if (row && ['Enter', ' '].includes(event.key)) {
      event.preventDefault();
      light(row);
    }
  });

  byId('explosion')?.addEventListener('change', ({ target }) => {
    viewer.stage.instances().forEach((path) => viewer.stage.shiftOne(path, null));
    const moved = shifts(data.explosions[target.value] || [], viewer.stage.instances());
    Object.entries(moved).forEach(([path, by]) => viewer.stage.shiftOne(path, seen(by)));
    viewer.measure();
    viewer.look('iso');
  });
  byId('tolerances')?.addEventListener('change', ({ target }) => {
    byId('characteristics').hidden = !target.checked;
  });
}
