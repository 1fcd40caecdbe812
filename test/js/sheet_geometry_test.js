// Zooming, what a dragged box stands on, reading order: plain arithmetic of the sheet.

import test from 'node:test';
import assert from 'node:assert/strict';
import { around, meet, readingOrder, standsOn, wheelFactor, within, zoomed } from '../../public/js/geometry.js';

test('the point under the wheel stays where it is', () => {
  const box = [10, 20, 400, 300];
  const point = [110, 95];
  for (const factor of [wheelFactor(-100, false), wheelFactor(80, false), wheelFactor(-3, true)]) {
    const [x, y, w, h] = zoomed(box, point, factor, 420);
    assert.ok(Math.abs((point[0] - x) / w - 100 / 400) < 1e-12);
    assert.ok(Math.abs((point[1] - y) / h - 75 / 300) < 1e-12);
  }
});

test('a turn of the wheel is bounded, a pinch is finer, and turning back undoes it', () => {
  assert.equal(wheelFactor(-5000, false), wheelFactor(-120, false));
  assert.ok(wheelFactor(-10, true) > wheelFactor(-10, false));
  assert.ok(Math.abs(wheelFactor(-40, false) * wheelFactor(40, false) - 1) < 1e-12);
});

test('boxes that touch do not meet, and one a hair inside is within', () => {
  assert.equal(meet([0, 0, 10, 10], [10, 0, 5, 5]), false);
  assert.equal(meet([0, 0, 10, 10], [9, 9, 5, 5]), true);
  assert.equal(within([1, 1, 8, 8], [0, 0, 10, 10]), true);
  assert.equal(within([1, 1, 10, 8], [0, 0, 10, 10]), false);
});

test('what a dragged box stands on is named, the sheet’s edge last', () => {
  const others = { 'view/iso': [100, 100, 40, 40], 'block/b1': [300, 200, 90, 50] };
  const frame = [20, 10, 390, 277];
  assert.equal(standsOn([120, 120, 10, 10], others, frame), 'view/iso');
  assert.equal(standsOn([310, 240, 100, 60], others, frame), 'block/b1');
  assert.equal(standsOn([10, 120, 40, 10], others, frame), 'frame');
  assert.equal(standsOn([30, 30, 40, 10], others, frame), null);
});

test('reading order goes by rows from the top, each from the left', () => {
  const boxes = {
    iso: [300, 120, 80, 80],
    front: [40, 30, 80, 40],
    side: [160, 32, 40, 40],
    plan: [40, 130, 80, 60],
    note: [40, 260, 60, 5],
  };
  assert.deepEqual(readingOrder(boxes), ['front', 'side', 'plan', 'iso', 'note']);
  assert.deepEqual(readingOrder({}), []);
});

test('going near a box leaves room all round', () => {
  assert.deepEqual(around([10, 20, 30, 40], 5), [5, 15, 40, 50]);
});
