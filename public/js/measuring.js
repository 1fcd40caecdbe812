// What two faces of a model measure (Linking::FaceFigures): exact from their surfaces, no picture. Lengths in mm,
// angles in degrees.

const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a, b) => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const sub = (a, b) => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const size = (v) => Math.hypot(...v);
const PARALLEL = 1e-5; // sine within which directions are one

/** A number as it is told: at most three decimals. */
export const number = (value) => String(Number(value.toFixed(3)));

const flat = (face) => face.kind === 'plane';
const axial = (face) => ['cylinder', 'cone', 'torus'].includes(face.kind);
const ball = (face) => face.kind === 'sphere';

/** Words about one face: its size and area. */
export function alone(face) {
  const area = `area ${number(face.area)} mm²`;
  if (face.kind === 'cylinder') return `⌀${number(2 * face.radius)} mm, ${area}`;
  if (ball(face)) return `S⌀${number(2 * face.radius)} mm, ${area}`;
  if (face.kind === 'torus') return `ring ⌀${number(2 * face.radius)} mm, R${number(face.minor)} mm, ${area}`;
  return area;
}

/**
 * between(a, b) gives { words, distance, angle }, distance and angle null where there is none: of flat faces, axes and
 * the middles of balls.
 */
export function between(a, b) {
  const known = [a, b].every((f) => flat(f) || axial(f) || ball(f));
  if (!known) return { words: 'free surfaces have no distance by themselves', distance: null, angle: null };
  if (ball(a) || ball(b)) return ball(a) ? fromPoint(a, b) : fromPoint(b, a);

  const sine = size(cross(a.way, b.way));
  const angle = (Math.atan2(sine, Math.abs(dot(a.way, b.way))) * 180) / Math.PI;
  if (flat(a) && flat(b)) {
    if (sine > PARALLEL) return { words: `angle ${number(angle)}°`, distance: null, angle };
    return told('distance of the planes', Math.abs(dot(sub(b.at, a.at), a.way)));
  }
  if (flat(a) || flat(b)) return planeAndAxis(...(flat(a) ? [a, b] : [b, a]));
  return axes(a, b, sine, angle);
}

const told = (words, distance) => ({ words: `${words} ${number(distance)} mm`, distance, angle: null });

function planeAndAxis(plane, round) {
  const lean = Math.abs(dot(plane.way, round.way));
  if (lean < PARALLEL) return told('from the plane to the axis', Math.abs(dot(sub(round.at, plane.at), plane.way)));
  const angle = (Math.asin(Math.min(1, lean)) * 180) / Math.PI;
  return { words: `the axis stands at ${number(angle)}° to the plane`, distance: null, angle };
}

function axes(a, b, sine, angle) {
  const apart = sub(b.at, a.at);
  if (sine < PARALLEL) {
    const off = size(cross(apart, a.way));
    return off < 1e-6 ? { words: 'on one axis', distance: 0, angle: null } : told('distance of the axes', off);
  }
  const normal = cross(a.way, b.way);
  const distance = Math.abs(dot(apart, normal)) / size(normal);
  return { words: `axes at ${number(angle)}°, ${number(distance)} mm apart`, distance, angle };
}

function fromPoint(point, other) {
  if (ball(other)) return told('distance of the middles', size(sub(other.at, point.at)));
  if (flat(other)) return told('from the plane to the middle', Math.abs(dot(sub(point.at, other.at), other.way)));
  return told('from the axis to the middle', size(cross(sub(point.at, other.at), other.way)));
}
