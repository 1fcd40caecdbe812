// While something is dragged: says on the sheet when it would stand on another view, on the title block or a table, or
// leave the drawing space. Owns the marks it draws; boxes are the SVG's, mm.

import { standsOn } from './geometry.js';

const NS = 'http://www.w3.org/2000/svg';

/**
 * mount({ svg(), data, boxOf(group) }) returns { show({ key: [dx, dy] }), clear() }. data: views (names), frame [x, y,
 * w, h].
 */
export function mount({ svg, data, boxOf }) {
  const owned = (selector) => [...svg().querySelectorAll(selector)].filter((g) => !g.dataset.owner.includes(':'));
  const name = (key) => {
    if (key === 'frame') return 'leaves the drawing space';
    if (key.startsWith('block/')) return 'stands on the title block';
    if (key.startsWith('table/')) return 'stands on a table';
    return `stands on ${data.views[key]?.name || 'another view'}`;
  };

  function clear() {
    svg()
      .querySelectorAll('.drag-mark')
      .forEach((e) => e.remove());
  }

  function mark([x, y, w, h], words) {
    const g = document.createElementNS(NS, 'g');
    g.setAttribute('class', 'drag-mark');
    const rect = document.createElementNS(NS, 'rect');
    Object.entries({ x: x - 1.5, y: y - 1.5, width: w + 3, height: h + 3 }).forEach(([k, v]) =>
      rect.setAttribute(k, v),
    );
    const text = document.createElementNS(NS, 'text');
    text.setAttribute('x', x);
    text.setAttribute('y', y - 3);
    text.textContent = words;
    g.append(rect, text);
    svg().append(g);
  }

  // The box as it was before the drag: transforms don't count in getBBox.
  function show(moved) {
    clear();
    const others = {};
    owned('[data-owner^="view/"], [data-owner^="block/"], [data-owner^="table/"]').forEach((g) => {
      const [x, y, w, h] = boxOf(g);
      const [dx, dy] = moved[g.dataset.owner] || [0, 0];
      others[g.dataset.owner] = [x + dx, y + dy, w, h];
    });
    Object.entries(moved).forEach(([key, [dx, dy]]) => {
      const g = svg().querySelector(`[data-owner="${CSS.escape(key)}"]`);
      if (!g || !/^(view|note|table|berth)\//.test(key)) return;
      const [x, y, w, h] = boxOf(g);
      const box = [x + dx, y + dy, w, h];
      const rest = Object.fromEntries(Object.entries(others).filter(([k]) => k !== key));
      const on = standsOn(box, rest, data.frame);
      if (on) mark(box, name(on));
    });
  }

  return { show, clear };
}
