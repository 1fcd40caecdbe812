// Which point or line of a view a place on the sheet means. Points and lines are those the server knows, mm with y
// down.

/** Foot of p on the segment a-b, [x, y]. */
export function foot([px, py], [ax, ay], [bx, by]) {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length ? Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / length)) : 0;
  return [ax + t * dx, ay + t * dy];
}

const apart = (p, q) => Math.hypot(p[0] - q[0], p[1] - q[1]);
const least = (list) => list.reduce((best, one) => (!best || one.off < best.off ? one : best), null);

/**
 * What p means: { at: [x, y], words, point: true for a point, false for a line }, null when nothing is near.
 * offered: { points: [[x, y, words]], lines: [[x0, y0, x1, y1, words]], near, near_line } in mm.
 */
export function snap(p, offered) {
  const point = least(offered.points.map(([x, y, words]) => ({ at: [x, y], words, off: apart(p, [x, y]) })));
  if (point && point.off <= offered.near) return { at: point.at, words: point.words, point: true };
  const line = least(
    offered.lines.map(([x0, y0, x1, y1, words]) => {
      const at = foot(p, [x0, y0], [x1, y1]);
      return { at, words, off: apart(p, at) };
    }),
  );
  return line && line.off <= offered.near_line ? { at: line.at, words: line.words, point: false } : null;
}
