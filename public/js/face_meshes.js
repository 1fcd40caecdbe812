// Meshes of a model's picture: which faces they show, and their materials where planes cut them.

import * as THREE from 'three';
import { bare } from './explosion.js';

// What a mesh shows: one face, or where a part has very many, its faces with how many triangles each has:
// userData.face or .spans.
export function nameFaces(mesh, parser) {
  const { meshes, primitives } = parser.associations.get(mesh);
  const { faces: names, triangles } = parser.json.meshes[meshes].extras;
  // a mesh of several primitives has a node above it
  const node = parser.associations.get(mesh).nodes ?? parser.associations.get(mesh.parent).nodes;
  const path = parser.json.nodes[node].name;
  const full = (face) => (path ? `${path}:${face}` : face);
  if (!triangles) {
    mesh.userData.face = full(names[primitives]);
    return;
  }
  const before = triangles.slice(0, primitives).reduce((sum, list) => sum + list.length, 0);
  let end = 0;
  mesh.userData.spans = triangles[primitives].map((count, i) => {
    end += count;
    return [end, full(names[before + i])];
  });
}

/** Name of the face that a ray hit. */
export const faceAt = (hit) =>
  hit.object.userData.spans
    ? hit.object.userData.spans.find(([end]) => hit.faceIndex < end)[1]
    : hit.object.userData.face;

/**
 * Says of a component's path whether it is, or stands in, one of some parts; of all where there are none. called: what
 * of the path they go by, without the numbers of a pattern unless it says otherwise.
 */
export const within =
  (parts, called = bare) =>
  (path) => {
    const component = called(path);
    return !parts.length || parts.some((p) => component === p || component.startsWith(`${p}:`));
  };

/** clipping() gives a function (material, planes) that makes it cut, once for each material and cut. */
export function clipping() {
  const cutMaterials = new Map();
  return (material, cuts) => {
    const known = cutMaterials.get(material);
    if (known && known.cuts === cuts) return known.made;
    known?.made.dispose();
    const made = material.clone();
    made.onBeforeCompile = material.onBeforeCompile;
    made.customProgramCacheKey = material.customProgramCacheKey;
    made.clippingPlanes = cuts;
    made.side = THREE.DoubleSide;
    cutMaterials.set(material, { cuts, made });
    return made;
  };
}
