// Components of an assembly picked in the 3D picture and dragged along arrows: what is let go becomes a step of the
// explosion that is shown. Owns the arrows; lengths are mm, directions in the model's axes (Z up).

import * as THREE from 'three';

// The model's axes in the picture's (Y up), and the words for a way along each.
const AXES = [
  { model: [1, 0, 0], seen: new THREE.Vector3(1, 0, 0) },
  { model: [0, 1, 0], seen: new THREE.Vector3(0, 0, -1) },
  { model: [0, 0, 1], seen: new THREE.Vector3(0, 1, 0) },
];
const WAYS = ['to the right', 'to the left', 'to the back', 'to the front', 'up', 'down'];
// Metres of the picture to mm.
const MM = 1000;
// mm that a drag goes on by.
const SNAP = 1;
const TIDE = 0x0f6e75;
const PLUM = 0x7d2e68;

/** The way of a drag along an axis (0, 1, 2) by mm, in words. */
export const words = (axis, mm) => `${Math.abs(mm)} mm ${WAYS[axis * 2 + (mm < 0 ? 1 : 0)]}`;

/** Where along an axis through p (a unit vector) a ray comes nearest to it: the distance from p. */
export function along(ray, p, axis) {
  const w = p.clone().sub(ray.origin);
  const b = axis.dot(ray.direction);
  const d = 1 - b * b;
  if (d < 1e-6) return null;
  return (b * ray.direction.dot(w) - axis.dot(w)) / d;
}

/**
 * mount(stage, { onStep({ components, direction, distance }), say(words) }) returns { on(boolean) }. stage: what the
 * viewer gives: { element, scene, camera, controls, draw(), componentAt(event), place(paths), shift(paths, vector) }.
 */
export function mount(stage, { onStep, say }) {
  const arrows = new THREE.Group();
  let active = false;
  let picked = [];
  let held = null;
  stage.scene.add(arrows);

  const ray = (event) => {
    const r = stage.element.getBoundingClientRect();
    const caster = new THREE.Raycaster();
    caster.setFromCamera(
      new THREE.Vector2(((event.clientX - r.left) / r.width) * 2 - 1, 1 - ((event.clientY - r.top) / r.height) * 2),
      stage.camera,
    );
    return caster;
  };

  // Where on screen a point is, in pixels.
  function onScreen(point) {
    const r = stage.element.getBoundingClientRect();
    const p = point.clone().project(stage.camera);
    return [r.left + ((p.x + 1) / 2) * r.width, r.top + ((1 - p.y) / 2) * r.height];
  }

  function show() {
    arrows.clear();
    stage.element.dataset.arrows = '[]';
    const at = active && picked.length ? stage.place(picked) : null;
    if (!at) return stage.draw();
    const size = stage.camera.position.distanceTo(at) * 0.12;
    AXES.forEach(({ seen }, axis) =>
      [1, -1].forEach((sign) => {
        const colour = held?.axis === axis ? PLUM : TIDE;
        const way = seen.clone().multiplyScalar(sign);
        const arrow = new THREE.ArrowHelper(way, at, size, colour, size * 0.24, size * 0.09);
        arrow.traverse((o) => {
          o.userData.axis = axis;
          o.renderOrder = 9;
          if (o.material) {
            o.material.depthTest = false;
            o.material.transparent = true;
          }
        });
        arrows.add(arrow);
      }),
    );
    // (Tips of the arrows: what can be taken hold of, for tests.)
    const tips = AXES.flatMap(({ seen }) =>
      [1, -1].map((s) =>
        seen
          .clone()
          .multiplyScalar(s * size * 0.9)
          .add(at),
      ),
    );
    stage.element.dataset.arrows = JSON.stringify(tips.map(onScreen));
    return stage.draw();
  }

  function choose(path, more) {
    if (!more) picked = path ? [path] : [];
    else if (path) picked = picked.includes(path) ? picked.filter((p) => p !== path) : [...picked, path];
    say(picked.length ? `${picked.join(', ')}: drag an arrow` : 'Pick a component to move; hold Shift for several');
    show();
  }

  function down(event) {
    if (!active || event.button !== 0) return;
    const caster = ray(event);
    caster.params.Line.threshold = 0.004;
    const hit = caster.intersectObjects(arrows.children, true)[0];
    if (hit) {
      const { axis } = hit.object.userData;
      const at = stage.place(picked);
      held = { axis, at, from: along(caster.ray, at, AXES[axis].seen), mm: 0 };
      stage.controls.enabled = false;
      stage.element.setPointerCapture(event.pointerId);
      event.preventDefault();
    } else held = { click: [event.clientX, event.clientY], path: stage.componentAt(event), more: event.shiftKey };
  }

  function move(event) {
    if (held?.axis === undefined) return;
    const now = along(ray(event).ray, held.at, AXES[held.axis].seen);
    if (now === null || held.from === null) return;
    held.mm = Math.round(((now - held.from) * MM) / SNAP) * SNAP;
    stage.shift(picked, AXES[held.axis].seen.clone().multiplyScalar(held.mm / MM));
    say(`${picked.join(', ')}: ${words(held.axis, held.mm)}`);
    show();
  }

  function up(event) {
    const done = held;
    held = null;
    stage.controls.enabled = true;
    if (!done) return;
    if (done.click) {
      const still = Math.hypot(event.clientX - done.click[0], event.clientY - done.click[1]) < 5;
      if (still) choose(done.path, done.more);
      return;
    }
    if (!done.mm) {
      stage.shift(picked, null);
      show();
      return;
    }
    const direction = AXES[done.axis].model.map((c) => c * Math.sign(done.mm) + 0);
    onStep({ components: picked, direction, distance: Math.abs(done.mm) });
  }

  stage.element.addEventListener('pointerdown', down, true);
  stage.element.addEventListener('pointermove', move);
  stage.element.addEventListener('pointerup', up);
  stage.element.addEventListener('pointercancel', () => {
    held = null;
    stage.controls.enabled = true;
    stage.shift(picked, null);
    show();
  });
  stage.element.addEventListener('keydown', (event) => {
    if (active && event.key === 'Escape') choose(null, false);
  });
  stage.controls.addEventListener('change', () => active && !held && show());
  return {
    on(yes) {
      active = yes;
      picked = [];
      choose(null, false);
      if (!yes) say('Point at a face to see its name');
    },
    // The picture was loaded anew: what was picked stays picked.
    again: show,
  };
}
