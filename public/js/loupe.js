// A magnified look at the sheet where points to snap to crowd: beside the pointer, with the points drawn large and the
// one that would be met filled. Coordinates are the sheet's SVG's (mm, y down). Owns its box on the desk.

// mm round the pointer that are looked at, and milliseconds until it goes.
const REACH = 5;
const STAYS = 1600;
const NS = 'http://www.w3.org/2000/svg';

/** Points of what is offered that lie within reach of p: [[x, y, words], ...]. Exported for the tests. */
export function crowd([px, py], offered, reach = REACH) {
  return offered.points.filter(([x, y]) => Math.abs(x - px) < reach && Math.abs(y - py) < reach);
}

/** Do two points lie so near to each other that one could be taken for the other? */
export function crowded(points, near) {
  return points.some(([x, y], i) => points.slice(i + 1).some(([u, v]) => Math.hypot(u - x, v - y) < near));
}

/** mount(desk, svg()) returns { look(p, offered, met) }. met: what a click would take, as of snap, or null. */
export function mount(desk, svg) {
  let timer = null;
  const box = document.createElement('div');
  box.className = 'loupe';
  box.hidden = true;
  box.setAttribute('aria-hidden', 'true');
  desk.parentElement.append(box);
  const make = (name, attributes) => {
    const e = document.createElementNS(NS, name);
    Object.entries(attributes).forEach(([k, v]) => e.setAttribute(k, v));
    return e;
  };

  function show([x, y], points, met) {
    const sheet = svg();
    sheet.id = 'sheet-svg';
    const [vx, vy, vw, vh] = sheet.getAttribute('viewBox').split(' ').map(Number);
    const look = make('svg', { viewBox: `${x - REACH} ${y - REACH} ${2 * REACH} ${2 * REACH}` });
    look.append(make('use', { href: '#sheet-svg', x: vx, y: vy, width: vw, height: vh }));
    points.forEach(([u, v]) => {
      const taken = met && Math.hypot(met.at[0] - u, met.at[1] - v) < 1e-6;
      look.append(make('circle', { cx: u, cy: v, r: taken ? 0.32 : 0.2, class: taken ? 'taken' : 'free' }));
    });
    box.replaceChildren(look, Object.assign(document.createElement('span'), { textContent: met ? met.words : '' }));
    box.hidden = false;
  }

  return {
    look(p, offered, met) {
      const points = crowd(p, offered);
      clearTimeout(timer);
      if (!svg() || !crowded(points, offered.near)) {
        box.hidden = true;
        return;
      }
      show(p, points, met);
      timer = setTimeout(() => {
        box.hidden = true;
      }, STAYS);
    },
  };
}
