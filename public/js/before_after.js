// A behind view as it was and as it is, laid over the sheet: the slider moves a line across the view, new lines show
// left of it, gone ones right of it. Owns its own group in the sheet's SVG; coordinates are the SVG's (mm, y down).

import { get, tell } from './talk.js';

const NS = 'http://www.w3.org/2000/svg';

/** mount({ sheet, column, path(view) }) returns { toggle(view), end() }. */
export function mount({ sheet, column, path }) {
  let shown = null; // { view, layer, box, clips }

  const svg = () => sheet.querySelector('svg.sheet');
  const make = (name, attributes) => {
    const e = document.createElementNS(NS, name);
    Object.entries(attributes).forEach(([k, v]) => e.setAttribute(k, v));
    return e;
  };
  const own = (view) => svg()?.querySelector(`[data-owner="${CSS.escape(`view/${view}`)}"]`);

  function end() {
    if (!shown) return;
    shown.layer.remove();
    own(shown.view)?.removeAttribute('visibility');
    svg()?.classList.remove('comparing');
    shown = null;
  }

  function wipe(share, both) {
    const [x0, y0, x1, y1] = shown.box;
    const x = x0 + (x1 - x0) * share;
    const set = (e, values) => Object.entries(values).forEach(([k, v]) => e.setAttribute(k, v));
    set(shown.clips.fresh, { x: x0, y: y0, width: both ? x1 - x0 : x - x0, height: y1 - y0 });
    set(shown.clips.gone, { x: both ? x0 : x, y: y0, width: both ? x1 - x0 : x1 - x, height: y1 - y0 });
    set(shown.line, { x1: x, x2: x, y1: y0, y2: y1, visibility: both ? 'hidden' : 'visible' });
  }

  function lay(view, found) {
    const pad = 3;
    const box = [found.box[0] - pad, found.box[1] - pad, found.box[2] + pad, found.box[3] + pad];
    const layer = make('g', { class: 'before-after-layer' });
    layer.innerHTML = found.svg;
    const clips = {};
    for (const kind of ['fresh', 'gone']) {
      const clip = make('clipPath', { id: `clip-${kind}` });
      clips[kind] = make('rect', {});
      clip.append(clips[kind]);
      layer.prepend(clip);
      layer.querySelector(`[data-owner="${kind}"]`).setAttribute('clip-path', `url(#clip-${kind})`);
    }
    const line = make('line', { stroke: '#0f6e75', 'stroke-width': 0.35 });
    layer.append(line);
    svg().append(layer);
    own(view)?.setAttribute('visibility', 'hidden');
    svg().classList.add('comparing');
    shown = { view, layer, box, clips, line };
  }

  async function toggle(view) {
    const button = column.querySelector('[data-before-after]');
    const controls = column.querySelector('#before-after');
    if (shown) {
      end();
      controls.hidden = true;
      button?.setAttribute('aria-pressed', 'false');
      return;
    }
    try {
      const found = await get(path(view));
      lay(view, found);
      const { same, gone, fresh } = found.counts;
      column.querySelector('#before-after-words').textContent =
        `Revision ${found.from} → ${found.to}: ${gone} lines gone (dashed), ` +
        `${fresh} new (bold), ${same} as they were.`;
      controls.hidden = false;
      button?.setAttribute('aria-pressed', 'true');
      const slider = column.querySelector('#wipe');
      const both = column.querySelector('#both');
      const update = () => wipe(slider.value / 100, both.checked);
      slider.addEventListener('input', update);
      both.addEventListener('change', update);
      update();
      slider.focus();
    } catch (error) {
      tell(error.message, true);
    }
  }

  return { toggle, end };
}
