// Plain arithmetic of the sheet, without DOM; units are mm of paper unless said.

/** Zooms a view box [x, y, w, h] about a point by a factor (> 1 goes nearer), between 20 mm and 4 sheets wide. */
export function zoomed([x, y, w, h], [px, py], factor, sheetWidth) {
  const next = Math.min(Math.max(w / factor, 20), sheetWidth * 4);
  const k = next / w;
  return [px - (px - x) * k, py - (py - y) * k, next, h * k];
}

/** The part of a move that a projected view keeps: along its fold line only. */
export function allowed(direction, dx, dy) {
  if (!direction) return [dx, dy];
  return direction === 'up' || direction === 'down' ? [0, dy] : [dx, 0];
}

/** What a child folded out in a direction takes along of its parent's move. */
export function follows(direction, dx, dy) {
  return direction === 'up' || direction === 'down' ? [dx, 0] : [0, dy];
}

/** Moves of all views when one is moved: { key: [dx, dy] }. views: { key: { parent, direction } }. */
export function moves(views, key, dx, dy) {
  const [mx, my] = allowed(views[key].direction, dx, dy);
  const found = { [key]: [mx, my] };
  const [kind, id] = key.split('/');
  for (const [child, view] of Object.entries(views)) {
    if (view.parent === id && child.startsWith(`${kind}/`)) {
      const [fx, fy] = follows(view.direction, mx, my);
      Object.assign(found, moves({ ...views, [child]: { ...view, direction: null } }, child, fx, fy));
    }
  }
  return found;
}
