// The components of an assembly's 3D picture: where they are, shifted, left out. Owns their places and whether they
// show; paths as the file names them.

import * as THREE from 'three';
import { bare } from './explosion.js';
import { within } from './face_meshes.js';

/** componentNodes(draw) returns what viewer.js keeps of the nodes of a picture, and gives on in its stage. */
export function componentNodes(draw) {
  let instances = new Map(); // path: { node, home: where the file has it }

  // By their paths without numbers of a pattern.
  const shown = (paths) => [...instances].filter(([path]) => paths.includes(bare(path))).map(([, found]) => found);
  function shifted({ node, home }, vector) {
    node.position.copy(home);
    if (!vector) return;
    const local = node.parent.worldToLocal(vector.clone()).sub(node.parent.worldToLocal(new THREE.Vector3()));
    node.position.add(local);
  }

  return {
    clear() {
      instances = new Map();
    },
    add(path, node) {
      if (!instances.has(path)) instances.set(path, { node, home: node.position.clone() });
    },
    stage: {
      // Middle of components; null when none is shown.
      place(paths) {
        const box = new THREE.Box3();
        shown(paths).forEach(({ node }) => box.expandByObject(node));
        return box.isEmpty() ? null : box.getCenter(new THREE.Vector3());
      },
      // Components shifted from where the file has them, by a vector of the picture; null puts them back.
      shift(paths, vector) {
        shown(paths).forEach((found) => shifted(found, vector));
        draw();
      },
      // The same of one instance, by its whole path and three numbers.
      shiftOne(path, by) {
        shifted(instances.get(path), by && new THREE.Vector3(...by));
        draw();
      },
      // Shows a component (whole path) with what stands in it, or leaves it out.
      show(path, on) {
        const through = within([path], (p) => p);
        instances.forEach(({ node }, at) => {
          if (!through(at)) return;
          node.visible = on;
          node.traverse((n) => {
            n.userData.out = !on;
          });
        });
        draw();
      },
      instances: () => [...instances.keys()],
    },
  };
}
