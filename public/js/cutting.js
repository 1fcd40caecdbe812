// A 3D picture in other styles, and cut open by a plane square to an axis of the model: all of it or chosen components.
// Works on the stage of viewer.js; the picture's y is the model's z.

import * as THREE from 'three';

const AXES = { x: [1, 0, 0], y: [0, 0, -1], z: [0, 1, 0] };

/** Shows the picture shaded with its edges ("full"), shaded alone ("shaded") or its edges alone ("edges"). */
export function restyle(stage, name) {
  stage.each((node) => {
    if (node.isMesh) node.visible = name !== 'edges';
    if (node.isLineSegments) node.visible = name !== 'shaded';
  });
  stage.draw();
}

/**
 * mount(stage) returns { cut({ axis, at, turned, parts } or null) }: at is 0 to 100 through the model along x,
 * y or z; turned keeps the other side; parts: paths of components that are cut, the others stay whole (empty: all).
 */
export function mount(stage) {
  stage.clip(true);

  function plane({ axis, at, turned }) {
    const way = new THREE.Vector3(...AXES[axis]);
    const box = stage.box();
    const reach = [box.min, box.max].map((p) => p.dot(way)).sort((a, b) => a - b);
    const level = reach[0] + ((reach[1] - reach[0]) * at) / 100;
    // What lies on the side of the normal stays: behind and below, as one looks from the front, left and above.
    const beyond = (axis !== 'z') !== turned;
    return beyond ? new THREE.Plane(way, -level) : new THREE.Plane(way.clone().negate(), level);
  }

  return {
    cut(wish) {
      stage.cut(wish ? [plane(wish)] : [], wish?.parts || []);
    },
  };
}
