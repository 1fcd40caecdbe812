import test from 'node:test';
import assert from 'node:assert/strict';
import { zoomed, allowed, follows, moves, scaleStep, scaleText } from '../../public/js/geometry.js';

test('zooming keeps the point under the pointer', () => {
  const box = [0, 0, 420, 297];
  const next = zoomed(box, [100, 50], 2, 420);
  assert.equal((100 - next[0]) / next[2], 100 / 420);
  assert.equal(next[2], 210);
  assert.equal(zoomed(box, [0, 0], 1e9, 420)[2], 20);
});

test('projected views move along their fold', () => {
  assert.deepEqual(allowed([0, 1], 5, 7), [0, 7]);
  assert.deepEqual(allowed([1, 0], 5, 7), [5, 0]);
  assert.deepEqual(allowed(null, 5, 7), [5, 7]);
});

test('children keep aligned with a parent that moves', () => {
  const views = {
    'view/front': { parent: null },
    'view/plan': { parent: 'front', way: [0, 1] },
    'view/side': { parent: 'front', way: [1, 0] },
    'view/iso': { parent: null },
  };
  assert.deepEqual(moves(views, 'view/front', 5, 7), {
    'view/front': [5, 7],
    'view/plan': [5, 0],
    'view/side': [0, 7],
  });
  assert.deepEqual(moves(views, 'view/plan', 5, 7), { 'view/plan': [0, 7] });
});

test('a view folded out at an angle moves along that, and is taken along across it', () => {
  const way = [Math.SQRT1_2, -Math.SQRT1_2];
  allowed(way, 10, 0).forEach((c, i) => assert.ok(Math.abs(c - [5, -5][i]) < 1e-9));
  follows(way, 10, 0).forEach((c, i) => assert.ok(Math.abs(c - [5, 5][i]) < 1e-9));
  assert.equal(follows(null, 1, 2), null);
});

test('a scale steps through the preferred ones, or is any', () => {
  const preferred = [5, 2, 1, 0.5, 0.2];
  assert.deepEqual(scaleStep(1.6, false, preferred), { factor: 2, text: '2:1' });
  assert.deepEqual(scaleStep(0.33, false, preferred), {
    factor: 0.2 < 0.33 && Math.log(0.33 / 0.2) < Math.log(0.5 / 0.33) ? 0.2 : 0.5,
    text: '1:2',
  });
  assert.deepEqual(scaleStep(0.4, true, preferred), { factor: 0.4, text: '1:2.5' });
  assert.equal(scaleText(1.5), '1.5:1');
});

test('berths take berths along, not views of the same name', () => {
  const ties = {
    'berth/front': { parent: null },
    'berth/plan': { parent: 'front', way: [0, -1] },
    'view/side': { parent: 'front', way: [1, 0] },
  };
  assert.deepEqual(moves(ties, 'berth/front', 5, 7), { 'berth/front': [5, 7], 'berth/plan': [5, 0] });
});
