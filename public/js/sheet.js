// The sheet on screen: zoom, pan, pinch, selection frame, and dragging of its groups. Owns the svg inside the given
// element. Coordinates handed out are mm of paper with y up; boxes inside are the SVG's (y down).

import { zoomed, wheelFactor, around } from './geometry.js';
import { mount as mountMarks } from './sheet_marks.js';
import { mount as mountDraw } from './sheet_draw.js';
import { mount as mountHandles } from './sheet_handles.js';
import { mount as mountLayers } from './sheet_layers.js';

const owned = (...kinds) => kinds.map((kind) => `[data-owner^="${kind}/"]`).join(', ');
const MOVABLE = owned('view', 'dimension', 'note', 'berth', 'table', 'mark', 'label');
const CHOOSABLE = `${MOVABLE}, ${owned('block')}`;
const NS = 'http://www.w3.org/2000/svg';
// Room around the paper at fit, and around a view gone near to, mm.
const EDGE = 2;
const NEAR = 12;

/**
 * mount(element, { data, onSelect(key), onMove(key, dx, dy), onWrap(key, width), onPull(key, to, x, y), onScale(key,
 * text), preview(key, to), say(words) }) returns { replace(svg, paper), settle(), select(key), draw(stages, onDone,
 * onDrop), drawing(), under(key, svg), swap(svg), overlay(svg, instead), light(keys), zoom(how), nearTo(key),
 * place(words, onPlace), centre(), boxes() }.
 */
export function mount(element, { data, onSelect, onMove, onWrap, onTwice, onPull, onScale, preview, say }) {
  let box = null;
  let chosen = null;
  let drag = null;
  let placing = null; // called with the next point clicked
  const fingers = new Map();

  const svg = () => element.querySelector('svg.sheet');
  const apply = () => svg().setAttribute('viewBox', box.join(' '));
  // The whole paper, untrimmed margins included, as large as it goes.
  const fit = () => {
    const [mx, my] = data.overhang || [0, 0];
    box = around([-mx, -my, data.width + 2 * mx, data.height + 2 * my], EDGE);
    apply();
  };
  const group = (key) => key && svg().querySelector(`[data-owner="${CSS.escape(key)}"]`);
  const rectangle = (b, name, room = 0) => {
    const rect = document.createElementNS(NS, 'rect');
    rect.setAttribute('class', name);
    for (const [k, v] of Object.entries({
      x: b.x - room,
      y: b.y - room,
      width: b.width + 2 * room,
      height: b.height + 2 * room,
    }))
      rect.setAttribute(k, v);
    return rect;
  };
  const boxOf = (g) => {
    const b = (g.querySelector(':scope > .hit') || g).getBBox();
    return [b.x, b.y, b.width, b.height];
  };
  const marks = mountMarks({ svg, data, boxOf });
  const layers = mountLayers({ svg, data, group: (key) => group(key), rectangle });
  const handles = mountHandles({ svg, data, boxOf, group: (key) => group(key), preview });
  const draw = mountDraw({
    element,
    svg,
    height: () => data.height,
    start: () => {
      const g = group(chosen);
      return g ? middleOf(boxOf(g)) : [box[0] + box[2] / 2, box[1] + box[3] / 2];
    },
    say,
  });

  const middleOf = ([x, y, w, h]) => [x + w / 2, y + h / 2];

  function paper(event) {
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg().getScreenCTM().inverse());
    return [p.x, p.y];
  }

  function frame() {
    svg()
      .querySelectorAll('.chosen-box, .wrap-handle')
      .forEach((e) => e.remove());
    handles.clear();
    const target = group(chosen);
    if (!target) return;
    const b = target.getBBox();
    svg().append(rectangle(b, 'chosen-box', 2));
    handles.show(chosen);
    if (chosen.startsWith('note/'))
      svg().append(rectangle({ x: b.x + b.width + 1.2, y: b.y - 2, width: 2.4, height: b.height + 4 }, 'wrap-handle'));
  }

  const shift = (key, dx, dy) => marks.show(layers.shift(key, dx, dy));

  function began(event) {
    if (draw.active()) {
      draw.down(paper(event));
      return { draw: true, client: [event.clientX, event.clientY], far: false };
    }
    if (placing) return { place: true, from: paper(event), client: [event.clientX, event.clientY] };
    const start = { from: paper(event), box: [...box], client: [event.clientX, event.clientY], far: false };
    const handle = handles.began(event.target, chosen);
    if (handle) return { ...start, handle };
    if (event.target.classList.contains('wrap-handle')) return { ...start, wrap: true, left: boxOf(group(chosen))[0] };
    const target = event.target.closest(CHOOSABLE);
    return { ...start, key: target && target.dataset.owner, moves: target && target.matches(MOVABLE) };
  }

  element.addEventListener('pointerdown', (event) => {
    if (event.button !== 0) return;
    fingers.set(event.pointerId, [event.clientX, event.clientY]);
    if (fingers.size === 2) {
      drag = null;
      marks.clear();
      return;
    }
    drag = began(event);
    element.setPointerCapture(event.pointerId);
  });
  element.addEventListener('pointermove', (event) => {
    if (fingers.has(event.pointerId) && fingers.size === 2) {
      pinch(event);
      return;
    }
    if (!drag && draw.active()) {
      draw.move(paper(event));
      return;
    }
    if (!drag || drag.place) return;
    if (Math.hypot(event.clientX - drag.client[0], event.clientY - drag.client[1]) > 4) drag.far = true;
    if (drag.draw) {
      draw.move(paper(event));
      return;
    }
    if (!drag.far) return;
    const [x, y] = paper(event);
    if (drag.handle) {
      handles.move(drag.handle, [x, y], event.altKey);
      return;
    }
    drag.by = [x - drag.from[0], y - drag.from[1]];
    if (drag.wrap) svg().querySelector('.wrap-handle').setAttribute('x', x);
    else if (drag.moves) shift(drag.key, ...drag.by);
    else {
      box = [box[0] - drag.by[0], box[1] - drag.by[1], box[2], box[3]];
      apply();
    }
  });
  element.addEventListener('pointerup', (event) => {
    fingers.delete(event.pointerId);
    const done = drag;
    drag = null;
    marks.clear();
    if (!done) return;
    if (done.draw) {
      draw.up(paper(event), done.far);
      if (draw.active() && !done.far) twice('draw', event.timeStamp, done.client);
      return;
    }
    if (done.handle) {
      dropped(done);
      return;
    }
    if (done.place) {
      const put = placing;
      placing = null;
      element.classList.remove('placing');
      put(done.from[0], data.height - done.from[1]);
      return;
    }
    if (!done.far) {
      if (!done.wrap) {
        onSelect(done.key || '');
        twice(done.key || '', event.timeStamp, done.client);
      }
      return;
    }
    if (done.wrap) onWrap(chosen, Math.max(10, done.from[0] + done.by[0] - done.left));
    else if (done.moves) onMove(done.key, done.by[0], -done.by[1]);
  });
  element.addEventListener('pointercancel', (event) => {
    fingers.delete(event.pointerId);
    drag = null;
    marks.clear();
    draw.drop();
  });

  // A neighbour pulled out, or a scale chosen.
  function dropped({ handle, far }) {
    handles.clear();
    frame();
    if (!far) return;
    if (handle.failed) say(handle.failed);
    else if (handle.pull) onPull(handle.key, handle.pull, handle.drop[0], data.height - handle.drop[1]);
    else if (handle.to) onScale(handle.key, handle.to);
  }

  // Two fingers: nearer or farther about their middle.
  function pinch(event) {
    const apart = () => {
      const [a, b] = [...fingers.values()];
      return Math.hypot(a[0] - b[0], a[1] - b[1]);
    };
    const before = apart();
    fingers.set(event.pointerId, [event.clientX, event.clientY]);
    const [a, b] = [...fingers.values()];
    box = zoomed(
      box,
      paper({ clientX: (a[0] + b[0]) / 2, clientY: (a[1] + b[1]) / 2 }),
      apart() / Math.max(before, 1),
      data.width,
    );
    apply();
  }

  element.addEventListener(
    'wheel',
    (event) => {
      event.preventDefault();
      box = zoomed(box, paper(event), wheelFactor(event.deltaY, event.ctrlKey), data.width);
      apply();
    },
    { passive: false },
  );

  // Twice on the same thing goes near to it (an annotation: to its view), twice on the paper back to all of it. (The
  // pointer is captured, so that the browser's own double click names the sheet only.) now: ms, when the pointer came
  // up, not when a busy page gets to hear of it; two points set quickly one after the other are none.
  let last = { at: 0, key: null, client: [0, 0] };
  function twice(key, now, client) {
    const near = Math.hypot(client[0] - last.client[0], client[1] - last.client[1]) < 6;
    const again = now - last.at < 450 && last.key === key && near;
    last = { at: again ? 0 : now, key, client };
    if (!again) return;
    if (key === 'draw') {
      draw.twice();
      return;
    }
    if (key) onTwice(key, () => nearTo(data.homes[key] || key));
    else fit();
  }

  function nearTo(key) {
    const target = group(key);
    if (!target) return;
    let all = boxOf(target);
    // A view is shown with its dimensions.
    svg()
      .querySelectorAll('[data-owner^="dimension/"]')
      .forEach((g) => {
        if (data.homes[g.dataset.owner] !== key) return;
        const b = g.getBBox();
        const [x, y] = [Math.min(all[0], b.x), Math.min(all[1], b.y)];
        all = [x, y, Math.max(all[0] + all[2], b.x + b.width) - x, Math.max(all[1] + all[3], b.y + b.height) - y];
      });
    box = around(all, NEAR);
    apply();
  }

  fit();
  layers.hits();
  return {
    // Another picture of the sheet; paper: { width, height } in mm, when it may have changed.
    replace(markup, size) {
      const other = size && (size.width !== data.width || size.height !== data.height);
      if (size) Object.assign(data, size);
      element.querySelector('svg.sheet').outerHTML = markup;
      if (other) fit();
      apply();
      layers.hits();
      frame();
    },
    // Puts back what was dragged and then refused.
    settle() {
      svg()
        .querySelectorAll('[data-owner][transform], [data-mark][transform]')
        .forEach((g) => g.removeAttribute('transform'));
      frame();
    },
    select(key) {
      chosen = key;
      frame();
    },
    // The same for what the next picture shows.
    choose(key) {
      chosen = key;
    },
    ...layers,
    zoom(how) {
      if (how === 'fit') return fit();
      box = zoomed(box, [box[0] + box[2] / 2, box[1] + box[3] / 2], how === 'in' ? 1.3 : 1 / 1.3, data.width);
      apply();
    },
    nearTo,
    // The next click says where something goes; onPlace(x, y) in mm with y up. Without onPlace the wait is over.
    place(onPlace) {
      placing = onPlace || null;
      element.classList.toggle('placing', Boolean(onPlace));
    },
    placing: () => Boolean(placing),
    busy: () => Boolean(drag), // is something held with the pointer?
    // Something drawn by hand, stage after stage (see sheet_draw.js).
    draw: draw.begin,
    drawing: draw.active,
    stopDrawing: draw.drop,
    // The place on paper that an event of the pointer is at, mm with y up.
    at(event) {
      const [x, y] = paper(event);
      return [+x.toFixed(3), +(data.height - y).toFixed(3)];
    },
    // Middle of what is on screen, mm with y up.
    centre: () => [box[0] + box[2] / 2, data.height - (box[1] + box[3] / 2)],
    group,
    // { key: box } of all that can be chosen; of title blocks the whole, not each cell.
    boxes: () =>
      Object.fromEntries(
        [...svg().querySelectorAll(CHOOSABLE)]
          .filter((g) => !g.dataset.owner.includes(':'))
          .map((g) => [g.dataset.owner, boxOf(g)]),
      ),
  };
}
