// Drawing on the sheet by hand: lines, boundaries, picks and places, one stage after another. Owns what it draws
// meanwhile and the cross hairs of the keyboard. Points are the SVG's, mm with y down, until they are handed out (y
// up).

import { fine } from './geometry.js';

const NS = 'http://www.w3.org/2000/svg';
// Points that a shape needs at least and takes at most.
const COUNTS = {
  line: [2, 40],
  circle: [2, 2],
  rectangle: [2, 2],
  curve: [3, 2000],
  band: [2, 2],
  pick: [1, 1],
  place: [1, 1],
};
const STEPS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/**
 * mount({ element, svg(), height(), start(): [x, y], say(words) }) returns { begin(stages, onDone, onDrop), active(),
 * down(p), move(p), up(p, far), twice(), drop() }. stages: [{ shape, least, most, words, snap }] (snap(p) as of
 * snapping.js); onDone([[[x, y], ...] of
 * each stage]) with y up.
 */
export function mount({ element, svg, height, start, say }) {
  let job = null; // { stages, at, points, done, cursor, onDone, onDrop }

  const stage = () => job.stages[job.at];
  const least = () => stage().least || COUNTS[stage().shape][0];
  const most = () => stage().most || COUNTS[stage().shape][1];
  const clear = () =>
    svg()
      .querySelectorAll('.sketch')
      .forEach((e) => e.remove());

  function make(name, attributes) {
    const e = document.createElementNS(NS, name);
    Object.entries(attributes).forEach(([k, v]) => e.setAttribute(k, v));
    return e;
  }

  // The shape as it is with the pointer at p.
  function shape(points) {
    const [a, b] = points;
    if (stage().shape === 'circle' && b)
      return make('circle', { cx: a[0], cy: a[1], r: Math.hypot(b[0] - a[0], b[1] - a[1]) });
    if (['rectangle', 'band'].includes(stage().shape) && b)
      return make('rect', {
        x: Math.min(a[0], b[0]),
        y: Math.min(a[1], b[1]),
        width: Math.abs(b[0] - a[0]),
        height: Math.abs(b[1] - a[1]),
      });
    return make(stage().shape === 'curve' ? 'polygon' : 'polyline', {
      points: points.map((p) => p.join(',')).join(' '),
    });
  }

  function show(p) {
    clear();
    if (!job) return;
    const g = make('g', { class: 'sketch' });
    job.done.forEach((points, i) => {
      const now = job.at;
      job.at = i;
      g.append(shape(points));
      job.at = now;
    });
    const points = p ? [...job.points, p] : job.points;
    if (points.length) g.append(shape(points));
    points.forEach(([x, y]) => g.append(make('circle', { cx: x, cy: y, r: 0.7, class: 'sketch-point' })));
    if (p && stage().snap) met(g, p);
    if (job.cursor) {
      const [x, y] = job.cursor;
      g.append(make('path', { d: `M${x - 6} ${y}H${x + 6}M${x} ${y - 6}V${y + 6}`, class: 'sketch-cursor' }));
    }
    svg().append(g);
  }

  // What the pointer means there, marked and named.
  function met(g, p) {
    const found = stage().snap(p);
    if (!found) return;
    const [x, y] = found.at;
    const mark = found.point ? `M${x - 2} ${y - 2}h4v4h-4z` : `M${x - 2} ${y - 2}l4 4M${x + 2} ${y - 2}l-4 4`;
    g.append(make('path', { d: mark, class: 'sketch-met' }));
    const words = make('text', { x: x + 3.5, y: y - 3, class: 'sketch-words' });
    words.textContent = found.words;
    g.append(words);
  }

  function begin(stages, onDone, onDrop = () => {}) {
    drop();
    job = { stages, at: 0, points: [], done: [], cursor: null, onDone, onDrop };
    element.classList.add('placing');
    element.focus({ preventScroll: true });
    say(stage().words);
  }

  function drop() {
    if (!job) return;
    const { onDrop } = job;
    end();
    onDrop();
  }

  function end() {
    job = null;
    element.classList.remove('placing');
    clear();
  }

  // The stage is complete: the next one, or all of it is handed out.
  function next() {
    job.done.push(job.points);
    job.points = [];
    job.at += 1;
    if (job.at < job.stages.length) {
      say(stage().words);
      show();
      return;
    }
    const { done, onDone } = job;
    end();
    onDone(done.map((points) => points.map(([x, y]) => [+x.toFixed(3), +(height() - y).toFixed(3)])));
  }

  function add(given) {
    const found = stage().snap?.(given);
    if (stage().snap && !found) {
      say('Nothing is there; pick a point or an edge that is named as you meet it');
      return;
    }
    const p = found ? found.at : given;
    job.points.push(p);
    if (job.points.length >= most()) next();
    else show();
  }

  // Ends a line or curve that may have more points.
  function finish() {
    if (job.points.length >= least()) next();
    else say(`${stage().words} (${least() - job.points.length} more)`);
  }

  // The last point is taken back, also that of the stage before.
  function back() {
    if (!job.points.length && job.at) {
      job.at -= 1;
      job.points = job.done.pop();
      say(stage().words);
    }
    job.points.pop();
    show();
  }

  const dragged = () => ['circle', 'rectangle', 'band', 'curve'].includes(stage().shape);

  function key(event) {
    if (
      !job ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      /INPUT|TEXTAREA|SELECT|BUTTON/.test(event.target.tagName)
    )
      return;
    const taken = ['Escape', 'Enter', 'Backspace', ...Object.keys(STEPS)].includes(event.key);
    if (!taken) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (event.key === 'Escape') {
      drop();
      return;
    }
    if (event.key === 'Backspace') {
      back();
      return;
    }
    if (event.key === 'Enter') {
      if (!job.cursor || (job.points.length && fine(job.cursor, job.points[job.points.length - 1]))) finish();
      else add([...job.cursor]);
      return;
    }
    const k = event.shiftKey ? 5 : 1;
    const [x, y] = job.cursor || start();
    job.cursor = [x + STEPS[event.key][0] * k, y + STEPS[event.key][1] * k];
    show(job.cursor);
  }
  document.addEventListener('keydown', key, true);

  return {
    begin,
    drop,
    active: () => Boolean(job),
    down(p) {
      if (dragged() && !job.points.length) {
        job.points = [p];
        job.pressed = true;
      }
      show(p);
    },
    move(p) {
      if (job.pressed && stage().shape === 'curve') job.points.push(p);
      show(stage().shape === 'curve' && job.pressed ? null : p);
    },
    // far: was the pointer dragged since it went down?
    up(p, far) {
      const pressed = job.pressed;
      job.pressed = false;
      if (pressed && !far) {
        if (stage().shape === 'curve') job.points = [p];
        show(p);
        return;
      } // clicked: the next click goes on
      if (pressed && stage().shape === 'curve') {
        finish();
        return;
      }
      if (!far || pressed || dragged()) add(p); // (dragging while a line is drawn moves nothing)
    },
    // A second click on the same place ends a line.
    twice() {
      if (job && ['line', 'curve'].includes(stage().shape) && job.points.length > least() - 1) {
        job.points.pop();
        finish();
      }
    },
  };
}
