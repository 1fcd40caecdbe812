// Annotations of a model in its 3D picture (Linking::SpaceMarks): words on planes of their own, leaders, dimension
// lines. Works on the stage of viewer.js, in whose picture Z up is Y up; lengths in mm, as the picture has them in m.

import * as THREE from 'three';

const INK = 0x1c2b3a;
const LIT = 0x0f6e75;
const PIXELS = 64; // of a letter's height in the picture of the words
const ARROW = 1.0; // heights of lettering

const FRAMES = ['datum', 'tolerance_frame', 'surface_texture', 'note'];
/** What can be shown besides a plane: by name, which marks. */
export const CHOICES = {
  all: () => true,
  none: () => false,
  frames: (m) => FRAMES.includes(m.kind),
  sizes: (m) => !FRAMES.includes(m.kind) && !m.boxed,
  exact: (m) => !FRAMES.includes(m.kind) && m.boxed,
};

/**
 * offer({ select, square, viewer, marks(), called(face), onChoice() }) returns { planes(list), settle() }: planes of a
 * model in a list of what shows, and a button that looks square at the one chosen. list: [{ name, normal }] in the
 * model's axes; settle follows a choice that a script made.
 */
export function offer({ select, square, viewer, marks, called = (name) => name, onChoice = () => {} }) {
  let known = [];
  const chosen = () => known.find((p) => p.name === select.value);
  const settle = () => {
    square.hidden = !chosen();
  };
  select.addEventListener('change', () => {
    onChoice();
    marks()?.only(select.value);
    settle();
  });
  square.addEventListener('click', () =>
    viewer.look(
      chosen()
        .normal.map((c) => -c)
        .join(','),
    ),
  );
  return {
    settle,
    planes(list) {
      const value = select.value;
      select.querySelectorAll('[data-plane]').forEach((option) => option.remove());
      known = list;
      list.forEach(({ name }) => {
        const option = new Option(`plane ${called(name)}`, name);
        option.dataset.plane = name;
        select.append(option);
      });
      select.value = [...select.options].some((o) => o.value === value) ? value : 'all';
      settle();
    },
  };
}

const point = ([x, y, z], unit) => new THREE.Vector3(x, z, -y).multiplyScalar(unit);
const way = ([x, y, z]) => new THREE.Vector3(x, z, -y);

/** The words of a mark on a canvas, cells of frames in boxes, "6×" free above them. heights: mm of the lettering. */
function drawn(mark, height, colour) {
  const scale = PIXELS / height;
  const canvas = document.createElement('canvas');
  canvas.width = Math.ceil(mark.width * scale);
  canvas.height = Math.ceil(mark.height * scale);
  const ctx = canvas.getContext('2d');
  const rows = mark.above ? [[mark.above], ...mark.rows] : mark.rows;
  const row = canvas.height / rows.length;
  ctx.font = `${PIXELS}px osifont, "Source Sans 3", sans-serif`;
  ctx.textBaseline = 'middle';
  ctx.strokeStyle = ctx.fillStyle = colour;
  ctx.lineWidth = PIXELS / 12;
  rows.forEach((cells, r) => {
    const free = mark.above && r === 0;
    const sizes = cells.map((c) => Math.max(ctx.measureText(c).width + PIXELS * 0.8, row));
    const fit = free ? 1 : Math.min(1, canvas.width / sizes.reduce((a, b) => a + b, 0));
    let x = 0;
    cells.forEach((text, i) => {
      const wide = sizes[i] * fit;
      ctx.fillStyle = 'rgba(255,253,247,.9)';
      ctx.fillRect(x, r * row, wide, row);
      ctx.fillStyle = colour;
      if (mark.boxed && !free) ctx.strokeRect(x + 2, r * row + 2, wide - 4, row - 4);
      ctx.textAlign = 'center';
      ctx.fillText(text, x + wide / 2, (r + 0.54) * row, wide);
      x += wide;
    });
  });
  return canvas;
}

/**
 * mount(stage, unit) returns { show(marks, height), only(name), steady(on), light(id or null), at(event), grab(event)
 * }: unit is how long a mm is in the picture; only shows one annotation plane, or marks of some kind (CHOICES); steady
 * keeps words as large at every distance; at gives the id of the mark under the pointer, grab takes hold of its words.
 */
export function mount(stage, unit = 0.001) {
  const group = new THREE.Group();
  stage.scene.add(group);
  let shown = [];
  let plane = 'all';
  let fixed = false;
  let lit = null;

  const line = (points, colour) => {
    const made = new THREE.Line(
      new THREE.BufferGeometry().setFromPoints(points),
      new THREE.LineBasicMaterial({ color: colour }),
    );
    return made;
  };

  // A filled triangle with its point at the end of a line.
  function tip(at, from, normal, size, colour) {
    const along = at.clone().sub(from).normalize();
    const side = way(normal).cross(along).normalize();
    const back = at.clone().addScaledVector(along, -size);
    const made = new THREE.Mesh(
      new THREE.BufferGeometry().setFromPoints([
        at,
        back.clone().addScaledVector(side, size * 0.27),
        back.clone().addScaledVector(side, -size * 0.27),
      ]),
      new THREE.MeshBasicMaterial({ color: colour, side: THREE.DoubleSide }),
    );
    return made;
  }

  // A mark's corner is lower left as its reader sees it.
  function words(mark, height, colour) {
    const texture = new THREE.CanvasTexture(drawn(mark, height, colour));
    texture.colorSpace = THREE.SRGBColorSpace;
    texture.anisotropy = 4;
    const made = new THREE.Mesh(
      new THREE.PlaneGeometry(mark.width * unit, mark.height * unit),
      new THREE.MeshBasicMaterial({ map: texture, transparent: true, side: THREE.DoubleSide }),
    );
    const [x, y, z] = [way(mark.right), way(mark.up), way(mark.normal)];
    made.quaternion.setFromRotationMatrix(new THREE.Matrix4().makeBasis(x, y, z));
    made.position.copy(point(mark.at, unit)).addScaledVector(x, (mark.width * unit) / 2);
    made.position.addScaledVector(y, (mark.height * unit) / 2);
    made.userData.id = mark.id;
    return made;
  }

  function built(mark, height) {
    const whole = new THREE.Group();
    const colour = mark.id === lit ? LIT : INK;
    const css = mark.id === lit ? '#0f6e75' : '#1c2b3a';
    const size = height * ARROW * unit;
    const [from, to] = mark.line.map((p) => point(p, unit));
    whole.add(line([from, to], colour));
    if (mark.dimension) {
      const ends = mark.dimension.map((p) => point(p, unit));
      whole.add(line(ends, colour));
      whole.add(tip(ends[0], ends[1], mark.normal, size, colour), tip(ends[1], ends[0], mark.normal, size, colour));
    } else if (mark.tip !== 'dot') {
      whole.add(tip(from, to, mark.normal, mark.tip === 'triangle' ? -size : size, colour));
    }
    whole.add(words(mark, height, css));
    whole.userData = { id: mark.id, mark };
    return whole;
  }

  let given = { marks: [], height: 3.5 };
  function again() {
    shown.forEach((g) => {
      g.traverse((node) => {
        node.geometry?.dispose();
        node.material?.map?.dispose();
        node.material?.dispose();
      });
      group.remove(g);
    });
    shown = given.marks.map((m) => built(m, given.height));
    shown.forEach((g) => group.add(g));
    choose();
  }

  function choose() {
    shown.forEach((g) => {
      const { mark } = g.userData;
      g.visible = CHOICES[plane] ? CHOICES[plane](mark) : plane === mark.plane;
    });
    stage.element.parentElement.dataset.marks = shown.filter((g) => g.visible).length;
    scale();
    stage.draw();
  }

  // Words as large on the screen wherever they stand, where that is wanted; readable from both sides.
  function scale() {
    shown.forEach((g) => {
      const label = g.children[g.children.length - 1];
      const far = stage.camera.position.distanceTo(label.position);
      const steady = fixed ? Math.min(6, Math.max(0.4, (far * 0.011) / (given.height * unit))) : 1;
      const toward = stage.camera.position.clone().sub(label.position).dot(way(g.userData.mark.normal));
      // (seen from behind the words are turned over, so that they read)
      label.scale.set(toward < 0 ? -steady : steady, steady, steady);
    });
  }
  stage.controls.addEventListener('change', () => {
    scale();
    stage.draw();
  });

  const ray = new THREE.Raycaster();
  function aim(event) {
    const r = stage.element.getBoundingClientRect();
    ray.setFromCamera(
      new THREE.Vector2(((event.clientX - r.left) / r.width) * 2 - 1, 1 - ((event.clientY - r.top) / r.height) * 2),
      stage.camera,
    );
  }
  function hit(event) {
    aim(event);
    const labels = shown.filter((g) => g.visible).map((g) => g.children[g.children.length - 1]);
    return ray.intersectObjects(labels, false)[0]?.object || null;
  }

  return {
    show(marks, height) {
      given = { marks, height };
      again();
    },
    only(name) {
      plane = name;
      choose();
    },
    steady(on) {
      fixed = on;
      choose();
    },
    light(id) {
      if (id === lit) return;
      lit = id;
      again();
    },
    at: (event) => hit(event)?.userData.id || null,
    // Words taken hold of: { id, move(event), place() }; place gives their corner in the model, mm, null where they
    // were not moved. null where none are.
    grab(event) {
      const label = hit(event);
      if (!label) return null;
      const whole = shown.find((g) => g.userData.id === label.userData.id);
      const { mark } = whole.userData;
      const plane = new THREE.Plane().setFromNormalAndCoplanarPoint(way(mark.normal), label.position);
      const from = ray.ray.intersectPlane(plane, new THREE.Vector3());
      const home = label.position.clone();
      const by = new THREE.Vector3();
      return {
        id: mark.id,
        move(next) {
          aim(next);
          const to = from && ray.ray.intersectPlane(plane, new THREE.Vector3());
          if (!to) return;
          by.copy(to).sub(from);
          label.position.copy(home).add(by);
          stage.draw();
        },
        place() {
          if (by.length() < unit * 0.2) return null;
          const [x, y, z] = by.clone().divideScalar(unit).toArray();
          return [mark.at[0] + x, mark.at[1] - z, mark.at[2] + y].map((c) => +c.toFixed(3));
        },
      };
    },
  };
}
