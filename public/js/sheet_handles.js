// Handles round a chosen view: eight to pull neighbours out of it, one at a corner to scale it. Owns what it draws.
// Boxes and points are the
// SVG's, mm with y down.

import { scaleStep } from './geometry.js';

const NS = 'http://www.w3.org/2000/svg';
// mm between the view's box and its handles, and their size.
const OFF = 6;
const SIZE = 1.9;
const SIDES = {
  right: [1, 0],
  left: [-1, 0],
  up: [0, -1],
  down: [0, 1],
  'up right': [1, -1],
  'up left': [-1, -1],
  'down left': [-1, 1],
  'down right': [1, 1],
};

function make(name, attributes, words) {
  const e = document.createElementNS(NS, name);
  Object.entries(attributes).forEach(([k, v]) => e.setAttribute(k, v));
  if (words) e.append(Object.assign(document.createElementNS(NS, 'title'), { textContent: words }));
  return e;
}

/**
 * mount({ svg(), data, boxOf(group), group(key), preview(key, to): Promise of { svg, x, y, box } }) returns {
 * show(key), began(target), move(drag, p, fine), clear(), dropped(drag) }.
 */
export function mount({ svg, data, boxOf, group, preview }) {
  const clear = () =>
    svg()
      .querySelectorAll('.pull-handle, .scale-handle, .pulled, .scale-words')
      .forEach((e) => e.remove());

  function show(key) {
    svg()
      .querySelectorAll('.pull-handle, .scale-handle')
      .forEach((e) => e.remove());
    const view = data.views[key];
    const g = group(key);
    if (!view || !g || !view.scale) return;
    const [x, y, w, h] = boxOf(g);
    if (view.pulls)
      Object.entries(SIDES).forEach(([to, [sx, sy]]) => {
        const cx = x + w / 2 + sx * (w / 2 + OFF);
        const cy = y + h / 2 + sy * (h / 2 + OFF);
        svg().append(
          make('circle', { class: 'pull-handle', cx, cy, r: SIZE, 'data-to': to }, `Pull out the view ${to}`),
        );
      });
    svg().append(
      make(
        'rect',
        { class: 'scale-handle', x: x + w - 1.3, y: y + h - 1.3, width: 2.6, height: 2.6 },
        'Scale the view (with Alt freely)',
      ),
    );
  }

  function began(target, key) {
    if (target.classList.contains('pull-handle')) return { pull: target.dataset.to, key };
    if (target.classList.contains('scale-handle')) return { scale: data.views[key].scale, key };
    return null;
  }

  // A neighbour under the pointer: its outline at once, its lines as soon as they are there.
  function pull(drag, [px, py]) {
    if (!drag.asked) {
      drag.asked = true;
      preview(drag.key, drag.pull)
        .then((found) => {
          drag.found = found;
          if (drag.at) pull(drag, drag.at);
        })
        .catch((error) => {
          drag.failed = error.message;
        });
    }
    drag.at = [px, py];
    svg()
      .querySelectorAll('.pulled')
      .forEach((e) => e.remove());
    const layer = make('g', { class: 'pulled' });
    if (drag.found) {
      const { x, y, way } = drag.found;
      let [dx, dy] = [px - x, py - y];
      if (way) {
        const along = dx * way[0] + dy * way[1];
        [dx, dy] = [along * way[0], along * way[1]];
      }
      drag.drop = [x + dx, y + dy];
      layer.innerHTML = drag.found.svg;
      layer.setAttribute('transform', `translate(${dx} ${dy})`);
    } else {
      const [, , w, h] = boxOf(group(drag.key));
      layer.append(make('rect', { x: px - w / 2, y: py - h / 2, width: w, height: h, class: 'pulled-box' }));
      drag.drop = [px, py];
    }
    svg().append(layer);
  }

  // The scale steps through the preferred ones as the corner goes out and in; fine: any scale.
  function scale(drag, [px, py], fine) {
    const g = group(drag.key);
    const [x, y, w, h] = boxOf(g);
    const [cx, cy] = [x + w / 2, y + h / 2];
    const factor = Math.max(Math.hypot(px - cx, py - cy) / Math.hypot(w / 2, h / 2), 0.02);
    const found = scaleStep(drag.scale * factor, fine, data.scales);
    drag.to = found.text;
    const k = found.factor / drag.scale;
    g.setAttribute('transform', `translate(${cx} ${cy}) scale(${k}) translate(${-cx} ${-cy})`);
    svg()
      .querySelectorAll('.scale-words')
      .forEach((e) => e.remove());
    const words = make('text', { class: 'scale-words', x: px + 3, y: py });
    words.textContent = found.text;
    svg().append(words);
  }

  return { show, clear, began, move: (drag, p, fine) => (drag.pull ? pull(drag, p) : scale(drag, p, fine)) };
}
