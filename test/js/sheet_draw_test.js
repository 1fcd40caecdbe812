// Drawing by hand: which points make which stage, by clicks, by dragging and by keyboard. The page is stood in for by
// a few objects.

import test from 'node:test';
import assert from 'node:assert/strict';

const keys = [];
const element = () => ({
  children: [],
  attributes: {},
  setAttribute(k, v) {
    this.attributes[k] = v;
  },
  append(...e) {
    this.children.push(...e);
  },
  remove() {},
});
globalThis.document = { createElementNS: element, addEventListener: (kind, act) => keys.push(act) };
const { mount } = await import('../../public/js/sheet_draw.js');

function desk() {
  const said = [];
  const svg = { ...element(), querySelectorAll: () => [] };
  const place = { classList: { add() {}, remove() {} }, focus() {} };
  const draw = mount({
    element: place,
    svg: () => svg,
    height: () => 100,
    start: () => [50, 40],
    say: (words) => said.push(words),
  });
  const click = (x, y) => {
    draw.down([x, y]);
    draw.up([x, y], false);
  };
  const drag = (points) => {
    draw.down(points[0]);
    points.slice(1).forEach((p) => draw.move(p));
    draw.up(points[points.length - 1], true);
  };
  const press = (key, more = {}) =>
    keys[keys.length - 1]({
      key,
      target: { tagName: 'DIV' },
      preventDefault() {},
      stopImmediatePropagation() {},
      ...more,
    });
  return { draw, click, drag, press, said };
}

test('a line of two points, then a place: handed out in mm with y up', () => {
  const { draw, click, said } = desk();
  let found = null;
  draw.begin(
    [
      { shape: 'line', most: 2, words: 'two points' },
      { shape: 'place', words: 'where' },
    ],
    (stages) => {
      found = stages;
    },
  );
  click(10, 20);
  assert.equal(found, null);
  click(30, 20);
  assert.deepEqual(said, ['two points', 'where']);
  click(5, 95);
  assert.deepEqual(found, [
    [
      [10, 80],
      [30, 80],
    ],
    [[5, 5]],
  ]);
  assert.equal(draw.active(), false);
});

test('a circle is dragged, or clicked at its middle and on its line', () => {
  for (const how of ['drag', 'click']) {
    const { draw, click, drag } = desk();
    let found = null;
    draw.begin([{ shape: 'circle', words: 'round' }], (stages) => {
      found = stages;
    });
    if (how === 'drag')
      drag([
        [10, 10],
        [14, 10],
        [20, 10],
      ]);
    else {
      click(10, 10);
      click(20, 10);
    }
    assert.deepEqual(
      found,
      [
        [
          [10, 90],
          [20, 90],
        ],
      ],
      how,
    );
  }
});

test('a line of many points ends with Enter or a second click, not before it has enough', () => {
  const { draw, click, press, said } = desk();
  let found = null;
  draw.begin([{ shape: 'line', least: 4, words: 'steps' }], (stages) => {
    found = stages;
  });
  [
    [0, 0],
    [10, 0],
    [10, 5],
  ].forEach((p) => click(...p));
  press('Enter');
  assert.match(said.at(-1), /1 more/);
  click(20, 5);
  press('Enter');
  assert.equal(found[0].length, 4);
});

test('a free curve takes every place the pointer comes by', () => {
  const { draw, drag } = desk();
  let found = null;
  draw.begin([{ shape: 'curve', words: 'round' }], (stages) => {
    found = stages;
  });
  drag([
    [0, 0],
    [5, 0],
    [5, 5],
    [0, 5],
    [0, 1],
  ]);
  assert.equal(found[0].length, 5);
});

test('by keyboard: arrows move cross hairs, Enter sets a point, Backspace takes it back, Escape drops all', () => {
  const { draw, press } = desk();
  let found = null;
  let dropped = false;
  draw.begin(
    [{ shape: 'line', most: 2, words: 'two' }],
    (stages) => {
      found = stages;
    },
    () => {
      dropped = true;
    },
  );
  press('ArrowRight');
  press('Enter');
  press('Backspace');
  press('ArrowDown', { shiftKey: true });
  press('Enter');
  press('ArrowLeft', { shiftKey: true });
  press('Enter');
  assert.deepEqual(found, [
    [
      [51, 55],
      [46, 55],
    ],
  ]);
  draw.begin(
    [{ shape: 'pick', words: 'one' }],
    () => {
      found = 'no';
    },
    () => {
      dropped = true;
    },
  );
  press('Escape');
  assert.equal(dropped, true);
  assert.notEqual(found, 'no');
});

test('keys typed into fields are left alone', () => {
  const { draw, press } = desk();
  draw.begin([{ shape: 'pick', words: 'one' }], () => {});
  press('Escape', { target: { tagName: 'INPUT' } });
  assert.equal(draw.active(), true);
  draw.drop();
});
