// The faces that a cut opens in a 3D picture, closed and hatched: counted in the stencil, behind every place of the
// plane, by the back and front faces of what is cut (a closed solid shows one more back face where the plane is in it).

import * as THREE from 'three';
import { within } from './face_meshes.js';

const MOST = 60; // components that are hatched each by itself
const STRIPES = 90; // of a hatch across the picture

const counting = (side, operation, plane) =>
  new THREE.MeshBasicMaterial({
    side,
    clippingPlanes: [plane],
    colorWrite: false,
    depthWrite: false,
    depthTest: false,
    stencilWrite: true,
    stencilFunc: THREE.AlwaysStencilFunc,
    stencilFail: operation,
    stencilZFail: operation,
    stencilZPass: operation,
  });

// A square of hatching, that repeats: neighbours lean to either side, every other pair is wider apart.
function hatching(index) {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 32;
  const ctx = canvas.getContext('2d');
  ctx.fillStyle = '#efe7d3';
  ctx.fillRect(0, 0, 32, 32);
  ctx.strokeStyle = '#55626e';
  ctx.lineWidth = 2;
  const lean = index % 2 ? -1 : 1;
  [-32, 0, 32].forEach((x) => {
    ctx.beginPath();
    ctx.moveTo(x, lean > 0 ? 32 : 0);
    ctx.lineTo(x + 32, lean > 0 ? 0 : 32);
    ctx.stroke();
  });
  const texture = new THREE.CanvasTexture(canvas);
  texture.colorSpace = THREE.SRGBColorSpace;
  texture.anisotropy = 8;
  texture.wrapS = texture.wrapT = THREE.RepeatWrapping;
  const repeat = STRIPES / (1 + (Math.floor(index / 2) % 2) * 0.6);
  texture.repeat.set(repeat, repeat);
  return texture;
}

/**
 * mount(stage) returns { show(plane or null, parts), move() }: parts: paths of components that are cut, empty for all;
 * move follows the plane that is shown.
 */
export function mount(stage) {
  const group = new THREE.Group();
  stage.scene.add(group);
  let shown = null; // { plane, faces, middle }

  function clear() {
    group.traverse((node) => {
      if (node.userData.own) node.geometry.dispose();
      node.material?.map?.dispose();
      node.material?.dispose();
    });
    group.clear();
  }

  // Meshes of what is cut, by component where there are not very many.
  function pieces(parts) {
    const through = within(parts);
    const found = new Map();
    stage.each((node) => {
      const path = node.userData.path || '';
      if (!node.isMesh || !through(path)) return;
      if (!found.has(path)) found.set(path, []);
      found.get(path).push(node);
    });
    return found.size > MOST ? [[...found.values()].flat()] : [...found.values()];
  }

  function piece(meshes, plane, index, size) {
    const order = 1 + index * 2;
    const passes = [
      counting(THREE.BackSide, THREE.IncrementWrapStencilOp, plane),
      counting(THREE.FrontSide, THREE.DecrementWrapStencilOp, plane),
    ];
    meshes.forEach((mesh) => {
      mesh.updateWorldMatrix(true, false);
      passes.forEach((material) => {
        const counted = new THREE.Mesh(mesh.geometry, material);
        counted.matrixAutoUpdate = false;
        counted.matrix.copy(mesh.matrixWorld);
        counted.renderOrder = order;
        counted.raycast = () => {};
        group.add(counted);
      });
    });
    const face = new THREE.Mesh(
      new THREE.PlaneGeometry(size, size),
      new THREE.MeshBasicMaterial({
        map: hatching(index),
        side: THREE.DoubleSide,
        stencilWrite: true,
        stencilRef: 0,
        stencilFunc: THREE.NotEqualStencilFunc,
        stencilFail: THREE.ReplaceStencilOp,
        stencilZFail: THREE.ReplaceStencilOp,
        stencilZPass: THREE.ReplaceStencilOp,
      }),
    );
    face.renderOrder = order + 1;
    face.userData.own = true;
    face.raycast = () => {};
    face.onAfterRender = (renderer) => renderer.clearStencil();
    group.add(face);
    return face;
  }

  function move() {
    const { plane, faces, middle } = shown;
    faces.forEach((face) => {
      plane.projectPoint(middle, face.position);
      face.lookAt(face.position.clone().add(plane.normal));
    });
  }

  return {
    show(plane, parts) {
      clear();
      if (!plane) return;
      const box = stage.box();
      const size = box.getSize(new THREE.Vector3()).length() * 1.1;
      const middle = box.getCenter(new THREE.Vector3());
      const faces = pieces(parts).map((meshes, index) => piece(meshes, plane, index, size));
      shown = { plane, faces, middle };
      move();
    },
    move,
  };
}
