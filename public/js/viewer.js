// 3D view of a model's glTF: turn, zoom, pan, the face under the pointer named and lit. Owns the canvas in its element.

import * as THREE from 'three';
import { OrbitControls } from '/vendor/three/controls/OrbitControls.js';
import { GLTFLoader } from '/vendor/three/loaders/GLTFLoader.js';
import { componentNodes } from './component_nodes.js';
import { bare } from './explosion.js';
import { coverage } from './coverage_materials.js';
import { clipping, faceAt, nameFaces, within } from './face_meshes.js';

// Eye directions in glTF axes (Y up; model Z up becomes Y, model Y becomes -Z).
const LOOKS = { front: [0, 0, 1], top: [0, 1, 0.0001], left: [-1, 0, 0], right: [1, 0, 0], iso: [-1, 1, 1] };

/**
 * mount(element, { onFace(name or null), onBusy(loading), onError(error), onTurn(camera), margin }) returns { load(url,
 * afresh), look(name), measure(), seen(), picture(), camera(), restore(numbers), paint({ face: what became of it, or
 * its coverage }), lightParts(paths), turnTo(camera, alone), stage }: margin leaves that much room about the part;
 * afresh looks at the whole again, measure() tells how large it is now; stage is what exploding.js, space_marks.js and
 * cutting.js work on.
 */
export function mount(element, { onFace, onBusy, onError, onTurn, margin = 1 }) {
  const renderer = new THREE.WebGLRenderer({ antialias: true, alpha: true, stencil: true });
  renderer.setPixelRatio(window.devicePixelRatio);
  element.append(renderer.domElement);
  const scene = new THREE.Scene();
  const camera = new THREE.PerspectiveCamera(30, 1, 0.001, 100);
  const controls = new OrbitControls(camera, renderer.domElement);
  let led = false; // turned by another view: not told back to it
  controls.addEventListener('change', () => {
    draw();
    if (onTurn && !led) onTurn({ position: camera.position, target: controls.target });
  });
  scene.add(new THREE.HemisphereLight(0xffffff, 0xb9ad93, 2.2));
  const lamp = new THREE.DirectionalLight(0xffffff, 1.8);
  camera.add(lamp);
  lamp.position.set(-0.5, 1, 0.6);
  scene.add(camera);
  const calm = new THREE.MeshStandardMaterial({
    color: 0xaebbc0,
    roughness: 0.65,
    metalness: 0.1,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  });
  const lit = calm.clone();
  lit.color.set(0x4fa3a9);
  const statuses = { new: calm.clone(), gone: calm.clone(), changed: calm.clone() };
  statuses.new.color.set(0x0f6e75);
  statuses.gone.color.set(0x7d2e68);
  statuses.changed.color.set(0x9fc7d8);
  Object.assign(statuses, coverage(calm));
  let painted = {};
  let litParts = null; // which components are lit: path => yes or no
  const ink = new THREE.LineBasicMaterial({ color: 0x1c2b3a });
  const clipped = clipping();
  let part = null;
  let faces = [];
  const components = componentNodes(draw);
  let hot = null;
  let over = null;
  let size = 1;

  function draw() {
    renderer.render(scene, camera);
  }

  function resize() {
    const { clientWidth: w, clientHeight: h } = element;
    if (!w || !h) return;
    renderer.setSize(w, h);
    camera.aspect = w / h;
    camera.updateProjectionMatrix();
    draw();
  }

  // "x,y,z,...": a direction of looking in the model's axes (Z up), as saved with it.
  function saved(text) {
    const [x, y, z] = text.split(',').map(Number);
    return [-x, -z, y + 1e-6];
  }

  function look(name) {
    // A tall narrow window needs more distance for the same width.
    const room = Math.max(1, 0.95 / (camera.aspect || 1));
    camera.position
      .set(...(LOOKS[name] || saved(name)))
      .normalize()
      .multiplyScalar(size * 2.4 * room * margin)
      .add(controls.target);
    controls.update();
    draw();
  }

  // How large the whole is, and where its middle.
  function measure() {
    const box = new THREE.Box3().setFromObject(part);
    size = box.getSize(new THREE.Vector3()).length() || 1;
    controls.target.copy(box.getCenter(new THREE.Vector3()));
    camera.near = size / 100;
    camera.far = size * 50;
    camera.updateProjectionMatrix();
  }

  function adopt(gltf, keep) {
    if (part) scene.remove(part);
    part = gltf.scene;
    faces = [];
    components.clear();
    const pathOf = (node) => (node ? node.userData.path || pathOf(node.parent) : '');
    part.traverse((node) => {
      const at = gltf.parser.associations.get(node)?.nodes;
      const path = at === undefined ? null : gltf.parser.json.nodes[at].name;
      if (path) components.add(path, node);
      node.userData.path = path || pathOf(node.parent);
      if (node.isMesh) {
        node.userData.own = node.material.name.startsWith('colour') ? node.material : calm;
        faces.push(node);
      }
      if (node.isLineSegments) node.material = ink;
    });
    faces.forEach((mesh) => {
      nameFaces(mesh, gltf.parser);
      mesh.material = plain(mesh);
    });
    scene.add(part);
    measure();
    if (!keep) look('iso');
    draw();
    element.dataset.faces = faces.reduce(
      (sum, mesh) => sum + (mesh.userData.spans ? mesh.userData.spans.length : 1),
      0,
    );
    element.dataset.ready = 'yes';
  }

  function plain(mesh) {
    const whole = litParts?.(mesh.userData.path || '') ? statuses.changed : mesh.userData.own;
    const own = statuses[painted[mesh.userData.face]] || whole;
    return mesh.userData.cuts?.length ? clipped(own, mesh.userData.cuts) : own;
  }

  function repaint() {
    faces.forEach((mesh) => {
      mesh.material = plain(mesh);
    });
    draw();
  }

  function hitBy(event) {
    const r = renderer.domElement.getBoundingClientRect();
    const ray = new THREE.Raycaster();
    ray.setFromCamera(
      new THREE.Vector2(((event.clientX - r.left) / r.width) * 2 - 1, 1 - ((event.clientY - r.top) / r.height) * 2),
      camera,
    );
    // (What was cut away or left out is not met.)
    return ray
      .intersectObjects(faces, false)
      .find(
        (hit) =>
          !hit.object.userData.out && !(hit.object.userData.cuts || []).some((p) => p.distanceToPoint(hit.point) < 0),
      );
  }

  function pick(event) {
    if (event.buttons || !faces.length) return;
    const hit = hitBy(event);
    const named = hit ? faceAt(hit) : null;
    if (named === over) return;
    over = named;
    if (hot) hot.material = plain(hot);
    hot = hit ? hit.object : null;
    if (hot) hot.material = hot.userData.cuts?.length ? clipped(lit, hot.userData.cuts) : lit;
    onFace(named);
    draw();
  }

  // What exploding.js, space_marks.js and cutting.js work on.
  const stage = {
    element: renderer.domElement,
    scene,
    camera,
    controls,
    draw,
    componentAt(event) {
      const hit = hitBy(event);
      const path = hit && faceAt(hit).match(/^(.+):[^:]*$/);
      return path ? bare(path[1]) : null;
    },
    ...components.stage,
    box: () => new THREE.Box3().setFromObject(part),
    each: (visit) => part.traverse(visit),
    clip(on) {
      renderer.localClippingEnabled = on;
    },
    // Cut by planes: all of it, or only components whose paths begin with one of those given. What is cut shows its
    // inside, too.
    cut(planes, parts) {
      const through = within(parts);
      part.traverse((node) => {
        if (!node.isMesh && !node.isLineSegments) return;
        const path = node.userData.path || '';
        const cuts = planes.length && through(path) ? planes : [];
        if (node.isMesh) node.userData.cuts = cuts;
        else node.material = cuts.length ? clipped(ink, cuts) : ink;
      });
      repaint();
    },
  };

  const TURNS = { ArrowLeft: [-0.15, 0], ArrowRight: [0.15, 0], ArrowUp: [0, -0.15], ArrowDown: [0, 0.15] };
  element.addEventListener('keydown', (event) => {
    if (!TURNS[event.key]) return;
    event.preventDefault();
    const s = new THREE.Spherical().setFromVector3(camera.position.clone().sub(controls.target));
    s.theta += TURNS[event.key][0];
    s.phi = Math.min(Math.PI - 0.01, Math.max(0.01, s.phi + TURNS[event.key][1]));
    camera.position.setFromSpherical(s).add(controls.target);
    controls.update();
    draw();
  });
  element.addEventListener('pointermove', pick);
  new ResizeObserver(resize).observe(element);
  resize();
  let first = true;
  return {
    load(url, afresh = false) {
      element.dataset.ready = 'no';
      onBusy(true);
      const done = () => onBusy(false);
      new GLTFLoader().load(
        url,
        (gltf) => {
          adopt(gltf, !first && !afresh);
          first = false;
          done();
        },
        undefined,
        (error) => {
          done();
          onError(error);
        },
      );
    },
    look,
    measure,
    stage,
    // A small picture of what is seen, as a data address.
    picture(width = 240, height = 160) {
      draw();
      const small = document.createElement('canvas');
      small.width = width;
      small.height = height;
      const whole = renderer.domElement;
      const scale = Math.max(width / whole.width, height / whole.height);
      const [w, h] = [whole.width * scale, whole.height * scale];
      const ctx = small.getContext('2d');
      ctx.fillStyle = '#fdfbf4';
      ctx.fillRect(0, 0, width, height);
      ctx.drawImage(whole, (width - w) / 2, (height - h) / 2, w, h);
      return small.toDataURL('image/jpeg', 0.8);
    },
    // Where the eye is and what it looks at, to be restored: six numbers of the picture.
    camera: () => [...camera.position.toArray(), ...controls.target.toArray()].map((c) => +c.toFixed(6)),
    restore(numbers) {
      camera.position.set(...numbers.slice(0, 3));
      controls.target.set(...numbers.slice(3, 6));
      controls.update();
      draw();
    },
    // How the part is seen now, in the model's axes (Z up): { direction, up }.
    seen() {
      const own = (v) => [v.x, -v.z, v.y].map((c) => +c.toFixed(9));
      return {
        direction: own(controls.target.clone().sub(camera.position).normalize()),
        up: own(new THREE.Vector3(0, 1, 0).applyQuaternion(camera.quaternion)),
      };
    },
    paint(map) {
      painted = map;
      repaint();
    },
    // Components lit whole, with what stands in them; none: [].
    lightParts(paths) {
      litParts = paths.length ? within(paths, (path) => path) : null;
      repaint();
    },
    // As another view is turned; alone: the direction only, each part in its own size and place.
    turnTo({ position, target }, alone = false) {
      led = true;
      if (alone) {
        const distance = camera.position.distanceTo(controls.target);
        camera.position.copy(position).sub(target).setLength(distance).add(controls.target);
      } else {
        camera.position.copy(position);
        controls.target.copy(target);
      }
      controls.update();
      led = false;
      draw();
    },
  };
}
