// Reads a STEP file from standard input with a reader that is not ours; prints as JSON what it found: success, faces,
// empty (faces without a triangle), volume and area in mm3 and mm2 of its mesh, open (edges of the mesh that are not
// used once each way).

import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';

const GRID = 1e4; // places are told apart to 1e-4 mm
const reader = await createRequire(import.meta.url)('occt-import-js')();
const settings = {
  linearUnit: 'millimeter',
  linearDeflectionType: 'absolute_value',
  linearDeflection: 0.05,
  angularDeflection: 0.2,
};
const found = reader.ReadStepFile(readFileSync(0), settings);

const cross = (a, b) => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const minus = (a, b) => a.map((c, k) => c - b[k]);

const sums = { success: found.success, faces: 0, empty: 0, volume: 0, area: 0, open: 0 };
for (const mesh of found.meshes ?? []) {
  const flat = mesh.attributes.position.array;
  const point = (i) => [flat[3 * i], flat[3 * i + 1], flat[3 * i + 2]];
  const name = (p) => p.map((c) => Math.round(c * GRID)).join(',');
  const uses = new Map();
  sums.faces += mesh.brep_faces.length;
  sums.empty += mesh.brep_faces.filter((f) => f.last < f.first).length;
  for (let t = 0; t < mesh.index.array.length; t += 3) {
    const corners = [0, 1, 2].map((k) => point(mesh.index.array[t + k]));
    sums.volume += dot(corners[0], cross(corners[1], corners[2])) / 6;
    const across = cross(minus(corners[1], corners[0]), minus(corners[2], corners[0]));
    sums.area += Math.sqrt(dot(across, across)) / 2;
    const names = corners.map(name);
    names.forEach((a, k) => {
      const b = names[(k + 1) % 3];
      if (a === b) return;
      const key = a < b ? `${a}|${b}` : `${b}|${a}`;
      uses.set(key, (uses.get(key) ?? 0) + (a < b ? 1 : -1));
    });
  }
  sums.open += [...uses.values()].filter((n) => n !== 0).length;
}
process.stdout.write(JSON.stringify(sums));
