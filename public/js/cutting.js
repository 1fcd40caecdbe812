// A 3D picture in other styles, and cut open by a plane square to an axis of the model: all of it or chosen components.
// What is cut is closed by hatched faces (cut_faces.js); the plane is moved by its outline. Works on the stage of
// viewer.js; the picture's y is the model's z.

import * as THREE from 'three';
import { mount as mountFaces } from './cut_faces.js';

const AXES = { x: [1, 0, 0], y: [0, 0, -1], z: [0, 1, 0] };
const TIDE = 0x0f6e75;
const NEAR = 9; // px from the outline at which it is taken hold of
const ROOM = 0.06; // of the model's size, that the outline stands about it

/** Shows the picture shaded with its edges ("full"), shaded alone ("shaded") or its edges alone ("edges"). */
export function restyle(stage, name) {
  stage.each((node) => {
    if (node.isMesh) node.visible = name !== 'edges';
    if (node.isLineSegments) node.visible = name !== 'shaded';
  });
  stage.draw();
}

/** Distance of a point from a segment, all [x, y] in px. */
export function apart([x, y], [ax, ay], [bx, by]) {
  const [dx, dy] = [bx - ax, by - ay];
  const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

/**
 * mount(stage, { onMove(at) }) returns { cut({ axis, at, turned, parts } or null, afresh) }: at is 0 to 100 through the
 * model along x, y or z; turned keeps the other side; parts: paths of components that are cut, the others stay whole
 * (empty: all); afresh: the picture is another one; onMove is told where the plane was moved to in the picture.
 */
export function mount(stage, { onMove = () => {} } = {}) {
  stage.clip(true);
  const faces = mountFaces(stage);
  const outline = new THREE.LineLoop(new THREE.BufferGeometry(), new THREE.LineBasicMaterial({ color: TIDE }));
  outline.visible = false;
  stage.scene.add(outline);
  let wish = null;
  let corners = [];

  const way = () => new THREE.Vector3(...AXES[wish.axis]);
  function reach() {
    const box = stage.box();
    return [box.min, box.max].map((p) => p.dot(way())).sort((a, b) => a - b);
  }

  function plane(level) {
    // What lies on the side of the normal stays: behind and below, as one looks from the front, left and above.
    const beyond = (wish.axis !== 'z') !== wish.turned;
    return beyond ? new THREE.Plane(way(), -level) : new THREE.Plane(way().negate(), level);
  }

  // The rectangle about the model in the plane.
  function outlined(level) {
    const box = stage.box();
    const room = box.getSize(new THREE.Vector3()).length() * ROOM;
    box.expandByScalar(room);
    const along = ['x', 'y', 'z'].find((k) => Math.abs(way()[k]) > 0.5);
    const [u, v] = ['x', 'y', 'z'].filter((k) => k !== along);
    const at = level * way()[along];
    corners = [
      ['min', 'min'],
      ['max', 'min'],
      ['max', 'max'],
      ['min', 'max'],
    ].map(([a, b]) => {
      const p = new THREE.Vector3();
      p[along] = at;
      p[u] = box[a][u];
      p[v] = box[b][v];
      return p;
    });
    outline.geometry.setFromPoints(corners);
  }

  // What is cut stays while only the place of the plane is another one.
  let standing = { key: null, plane: null };
  function cut(next, afresh = false) {
    wish = next;
    outline.visible = !!wish;
    corners = [];
    if (!wish) {
      standing = { key: null, plane: null };
      faces.show(null, []);
      stage.cut([], []);
      return;
    }
    const [from, to] = reach();
    const level = from + ((to - from) * wish.at) / 100;
    outlined(level);
    const parts = wish.parts || [];
    const key = JSON.stringify([wish.axis, !!wish.turned, parts]);
    if (key === standing.key && !afresh) {
      standing.plane.copy(plane(level));
      faces.move();
      stage.draw();
      return;
    }
    standing = { key, plane: plane(level) };
    faces.show(standing.plane, parts);
    stage.cut([standing.plane], parts);
  }

  // The outline taken hold of and moved along its axis.
  const ray = new THREE.Raycaster();
  const element = stage.element.parentElement;
  let held = null; // { from: place on the axis, at }
  function onScreen(p) {
    const r = stage.element.getBoundingClientRect();
    const q = p.clone().project(stage.camera);
    return [r.left + ((q.x + 1) / 2) * r.width, r.top + ((1 - q.y) / 2) * r.height];
  }
  function near(event) {
    if (!wish || !corners.length) return null;
    const points = corners.map(onScreen);
    const pointer = [event.clientX, event.clientY];
    return points.findIndex((p, i) => apart(pointer, p, points[(i + 1) % 4]) < NEAR);
  }
  // Where along the axis through a point the pointer is nearest to it.
  function along(event, point) {
    const r = stage.element.getBoundingClientRect();
    ray.setFromCamera(
      new THREE.Vector2(((event.clientX - r.left) / r.width) * 2 - 1, 1 - ((event.clientY - r.top) / r.height) * 2),
      stage.camera,
    );
    const { origin, direction } = ray.ray;
    const axis = way();
    const between = origin.clone().sub(point);
    const b = axis.dot(direction);
    const square = 1 - b * b;
    if (square < 1e-4) return null; // (looked at along the axis nothing can be told)
    return (axis.dot(between) - b * direction.dot(between)) / square;
  }
  element.addEventListener(
    'pointerdown',
    (event) => {
      const edge = near(event);
      if (edge === null || edge < 0) return;
      const point = corners[edge].clone();
      const from = along(event, point);
      if (from === null) return;
      held = { point, from, at: wish.at };
      stage.controls.enabled = false;
      element.setPointerCapture?.(event.pointerId);
    },
    true,
  );
  element.addEventListener('pointermove', (event) => {
    if (!held) {
      const edge = near(event);
      element.style.cursor = edge !== null && edge >= 0 ? 'move' : '';
      return;
    }
    const to = along(event, held.point);
    if (to === null) return;
    const [a, b] = reach();
    const at = Math.max(0, Math.min(100, held.at + ((to - held.from) / (b - a)) * 100));
    cut({ ...wish, at: Math.round(at * 10) / 10 });
    onMove(wish.at);
  });
  window.addEventListener('pointerup', () => {
    if (!held) return;
    held = null;
    stage.controls.enabled = true;
  });

  return { cut };
}
