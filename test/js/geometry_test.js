import test from 'node:test';
import assert from 'node:assert/strict';
import { zoomed, allowed, moves } from '../../public/js/geometry.js';

test('zooming keeps the point under the pointer', () => {
  const box = [0, 0, 420, 297];
  const next = zoomed(box, [100, 50], 2, 420);
  assert.equal((100 - next[0]) / next[2], 100 / 420);
  assert.equal(next[2], 210);
  assert.equal(zoomed(box, [0, 0], 1e9, 420)[2], 20);
});

test('projected views move along their fold', () => {
  assert.deepEqual(allowed('down', 5, 7), [0, 7]);
  assert.deepEqual(allowed('right', 5, 7), [5, 0]);
  assert.deepEqual(allowed(null, 5, 7), [5, 7]);
});

test('children keep aligned with a parent that moves', () => {
  const views = { 'view/front': { parent: null }, 'view/plan': { parent: 'front', direction: 'down' }, 'view/side': { parent: 'front', direction: 'right' }, 'view/iso': { parent: null } };
  assert.deepEqual(moves(views, 'view/front', 5, 7), { 'view/front': [5, 7], 'view/plan': [5, 0], 'view/side': [0, 7] });
  assert.deepEqual(moves(views, 'view/plan', 5, 7), { 'view/plan': [0, 7] });
});

test('berths take berths along, not views of the same name', () => {
  const ties = { 'berth/front': { parent: null }, 'berth/plan': { parent: 'front', direction: 'up' }, 'view/side': { parent: 'front', direction: 'right' } };
  assert.deepEqual(moves(ties, 'berth/front', 5, 7), { 'berth/front': [5, 7], 'berth/plan': [5, 0] });
});
