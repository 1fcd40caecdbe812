// The sheet on screen: zoom, pan, selection frame, and dragging of its groups. Owns the svg inside the given element.
// Coordinates handed out are mm of paper with y up.

import { zoomed, moves } from './geometry.js';

const MOVABLE = '[data-owner^="view/"], [data-owner^="dimension/"], [data-owner^="note/"], [data-owner^="berth/"], [data-owner^="table/"]';
const CHOOSABLE = `${MOVABLE}, [data-owner^="block/"]`;

/** mount(element, { data, onSelect(key), onMove(key, dx, dy) }) returns { replace(svg, paper), select(key), under(key, svg), swap(svg), zoom(how), centre() }. */
export function mount(element, { data, onSelect, onMove }) {
  let box = null;
  let chosen = null;
  let drag = null;

  const svg = () => element.querySelector('svg.sheet');
  const apply = () => svg().setAttribute('viewBox', box.join(' '));
  const fit = () => { box = [-8, -8, data.width + 16, data.height + 16]; apply(); };

  function paper(event) {
    const matrix = svg().getScreenCTM().inverse();
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [p.x, p.y];
  }

  const group = (key) => key && svg().querySelector(`[data-owner="${CSS.escape(key)}"]`);

  function frame() {
    svg().querySelectorAll('.chosen-box').forEach((e) => e.remove());
    const target = group(chosen);
    if (!target) return;
    const b = target.getBBox();
    const rect = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    rect.setAttribute('class', 'chosen-box');
    for (const [k, v] of Object.entries({ x: b.x - 2, y: b.y - 2, width: b.width + 4, height: b.height + 4 })) rect.setAttribute(k, v);
    svg().append(rect);
  }

  // Lines and texts are thin: behind them come boxes that can be hit, one for a view, one for each text of an annotation.
  function hits() {
    svg().querySelectorAll('[data-owner^="view/"], [data-owner^="berth/"], [data-owner^="table/"], [data-owner^="block/"][data-owner*=":"]').forEach((g) => g.prepend(hitBox(g)));
    svg().querySelectorAll('[data-owner^="dimension/"], [data-owner^="note/"]').forEach((g) => {
      g.querySelectorAll('text').forEach((t) => {
        const box = hitBox(t);
        if (t.hasAttribute('transform')) box.setAttribute('transform', t.getAttribute('transform'));
        g.prepend(box);
      });
    });
  }

  function hitBox(of) {
    const b = of.getBBox();
    const rect = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    rect.setAttribute('class', 'hit');
    for (const [k, v] of Object.entries({ x: b.x, y: b.y, width: b.width, height: b.height })) rect.setAttribute(k, v);
    return rect;
  }

  function shift(key, dx, dy) {
    const move = (k, x, y) => [group(k), svg().querySelector(`[data-mark="${CSS.escape(k)}"]`)].forEach((g) => g && g.setAttribute('transform', `translate(${x} ${y})`));
    if (!data.views[key]) return move(key, dx, dy);
    for (const [k, [x, y]] of Object.entries(moves(data.views, key, dx, dy))) {
      move(k, x, y);
      svg().querySelectorAll('[data-owner^="dimension/"]').forEach((g) => { if (data.homes[g.dataset.owner] === k) g.setAttribute('transform', `translate(${x} ${y})`); });
    }
  }

  element.addEventListener('pointerdown', (event) => {
    if (event.button !== 0) return;
    const target = event.target.closest(CHOOSABLE);
    drag = { from: paper(event), key: target && target.dataset.owner, moves: target && target.matches(MOVABLE), box: [...box], client: [event.clientX, event.clientY], far: false };
    element.setPointerCapture(event.pointerId);
  });
  element.addEventListener('pointermove', (event) => {
    if (!drag) return;
    const pixels = Math.hypot(event.clientX - drag.client[0], event.clientY - drag.client[1]);
    if (pixels > 4) drag.far = true;
    if (!drag.far) return;
    const [x, y] = paper(event);
    drag.by = [x - drag.from[0], y - drag.from[1]];
    if (drag.moves) shift(drag.key, ...drag.by);
    else { box = [box[0] - drag.by[0], box[1] - drag.by[1], box[2], box[3]]; apply(); }
  });
  element.addEventListener('pointerup', () => {
    const done = drag;
    drag = null;
    if (!done) return;
    if (!done.far) onSelect(done.key || '');
    else if (done.moves) onMove(done.key, done.by[0], -done.by[1]);
  });
  element.addEventListener('pointercancel', () => { drag = null; });
  element.addEventListener('wheel', (event) => {
    event.preventDefault();
    box = zoomed(box, paper(event), event.deltaY < 0 ? 1.15 : 1 / 1.15, data.width);
    apply();
  }, { passive: false });

  fit();
  hits();
  return {
    // Another picture of the sheet; paper: { width, height } in mm, when it may have changed.
    replace(markup, size) {
      const other = size && (size.width !== data.width || size.height !== data.height);
      if (size) Object.assign(data, size);
      element.innerHTML = markup;
      if (other) fit();
      apply();
      hits();
      frame();
    },
    select(key) { chosen = key; frame(); },
    // Puts SVG under what a group shows.
    under(key, markup) {
      const target = group(key);
      if (!target) return;
      const layer = document.createElementNS('http://www.w3.org/2000/svg', 'g');
      layer.innerHTML = markup;
      target.prepend(layer);
    },
    // Puts groups in place of those of the same owner.
    swap(markup) {
      const holder = document.createElementNS('http://www.w3.org/2000/svg', 'g');
      holder.innerHTML = markup;
      [...holder.children].forEach((fresh) => {
        const old = group(fresh.dataset.owner);
        if (!old) return;
        const hit = old.querySelector('.hit');
        old.replaceWith(fresh);
        if (hit) fresh.prepend(hit);
      });
    },
    zoom(how) {
      if (how === 'fit') return fit();
      box = zoomed(box, [box[0] + box[2] / 2, box[1] + box[3] / 2], how === 'in' ? 1.3 : 1 / 1.3, data.width);
      apply();
    },
    // Middle of what is on screen, mm with y up.
    centre: () => [box[0] + box[2] / 2, data.height - (box[1] + box[3] / 2)],
  };
}
