// Plain arithmetic of the sheet, without DOM; units are mm of paper unless said. Boxes are [x, y, width, height].

/** Zooms a view box [x, y, w, h] about a point by a factor (> 1 goes nearer), between 20 mm and 4 sheets wide. */
export function zoomed([x, y, w, h], [px, py], factor, sheetWidth) {
  const next = Math.min(Math.max(w / factor, 20), sheetWidth * 4);
  const k = next / w;
  return [px - (px - x) * k, py - (py - y) * k, next, h * k];
}

/**
 * How much nearer a turn of the wheel goes; a pinch on a touchpad comes as a wheel with ctrl held and in smaller steps.
 */
export const wheelFactor = (deltaY, pinch) =>
  Math.exp(-Math.max(-120, Math.min(120, deltaY)) * (pinch ? 0.01 : 0.0018));

/** View box that shows a box with some room around it. */
export const around = ([x, y, w, h], room) => [x - room, y - room, w + 2 * room, h + 2 * room];

/** Do two boxes overlap by more than a hair? */
export const meet = (a, b) =>
  a[0] + a[2] > b[0] + 0.15 && b[0] + b[2] > a[0] + 0.15 && a[1] + a[3] > b[1] + 0.15 && b[1] + b[3] > a[1] + 0.15;

/** Does a box lie within another? */
export const within = (a, b) =>
  a[0] >= b[0] - 0.01 && a[1] >= b[1] - 0.01 && a[0] + a[2] <= b[0] + b[2] + 0.01 && a[1] + a[3] <= b[1] + b[3] + 0.01;

/**
 * What a dragged box stands on: key of the first of others ({ key: box }) it meets, "frame" when it leaves the frame,
 * else null.
 */
export function standsOn(box, others, frame) {
  const on = Object.keys(others).find((key) => meet(box, others[key]));
  if (on) return on;
  return frame && !within(box, frame) ? 'frame' : null;
}

/**
 * Keys of boxes ({ key: box }) in reading order: rows from the top, each from the left; what lies within a row's
 * height is in it.
 */
export function readingOrder(boxes) {
  const items = Object.entries(boxes)
    .map(([key, [x, y, w, h]]) => ({ key, x, y: y + h / 2, h }))
    .sort((a, b) => a.y - b.y || a.x - b.x);
  const rows = [];
  items.forEach((item) => {
    const row = rows[rows.length - 1];
    if (row && item.y - row.y < Math.max(12, Math.min(row.h, item.h) / 2)) row.items.push(item);
    else rows.push({ y: item.y, h: item.h, items: [item] });
  });
  return rows.flatMap((row) => row.items.sort((a, b) => a.x - b.x).map((item) => item.key));
}

/** The part of a move that an aligned view keeps: along its fold line (a unit vector, y down) only; null: all of it. */
export function allowed(way, dx, dy) {
  if (!way) return [dx, dy];
  const along = dx * way[0] + dy * way[1];
  return [along * way[0], along * way[1]].map((c) => c + 0);
}

/**
 * What a child with a fold line takes along of its parent's move: what keeps the two in line; null when it is tied to
 * nothing.
 */
export function follows(way, dx, dy) {
  if (!way) return null;
  const along = dx * way[0] + dy * way[1];
  return [dx - along * way[0], dy - along * way[1]].map((c) => c + 0);
}

/** Moves of all views when one is moved: { key: [dx, dy] }. views: { key: { parent, way } }. */
export function moves(views, key, dx, dy) {
  const [mx, my] = allowed(views[key].way, dx, dy);
  const found = { [key]: [mx, my] };
  const [kind, id] = key.split('/');
  for (const [child, view] of Object.entries(views)) {
    if (view.parent === id && child.startsWith(`${kind}/`)) {
      const by = follows(view.way, mx, my);
      if (by) Object.assign(found, moves({ ...views, [child]: { ...view, way: null } }, child, ...by));
    }
  }
  return found;
}

/** Do two points lie within a hundredth of a mm? */
export const fine = (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.01;

/** "2:1", "1:2.5" */
export function scaleText(factor) {
  const plain = (v) => String(Math.abs(v - Math.round(v)) < 1e-9 ? Math.round(v) : +v.toFixed(3));
  return factor >= 1 ? `${plain(factor)}:1` : `1:${plain(1 / factor)}`;
}

/** The scale meant by a factor: the nearest preferred one, or (any) itself with two figures: { factor, text }. */
export function scaleStep(factor, any, preferred) {
  const meant = any
    ? Number(factor.toPrecision(2))
    : preferred.reduce((best, s) => (Math.abs(Math.log(s / factor)) < Math.abs(Math.log(best / factor)) ? s : best));
  return { factor: meant, text: scaleText(meant) };
}
