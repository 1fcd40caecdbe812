// Which point or line a place on the sheet means: points before lines, the nearest first, nothing from far off.

import test from 'node:test';
import assert from 'node:assert/strict';
import { foot, snap } from '../../public/js/snapping.js';

const offered = {
  points: [
    [0, 0, 'end'],
    [50, 0, 'middle'],
    [100, 0, 'end'],
  ],
  lines: [
    [0, 0, 100, 0, 'edge'],
    [20, -30, 20, 30, 'axis'],
  ],
  near: 2.5,
  near_line: 2,
};

test('a point within reach is met before the line it lies on', () => {
  assert.deepEqual(snap([51, 1], offered), { at: [50, 0], words: 'middle', point: true });
});

test('else the nearest line, at the foot of the pointer', () => {
  assert.deepEqual(snap([70, -1.5], offered), { at: [70, 0], words: 'edge', point: false });
  assert.deepEqual(snap([21, 15], offered), { at: [20, 15], words: 'axis', point: false });
});

test('nothing from far off, nor where nothing is offered', () => {
  assert.equal(snap([70, 9], offered), null);
  assert.equal(snap([103, 3], offered), null);
  assert.equal(snap([0, 0], { points: [], lines: [], near: 2, near_line: 2 }), null);
});

test('the foot stays on the segment, also on one without length', () => {
  assert.deepEqual(foot([-10, 5], [0, 0], [10, 0]), [0, 0]);
  assert.deepEqual(foot([14, 5], [0, 0], [10, 0]), [10, 0]);
  assert.deepEqual(foot([3, 4], [1, 1], [1, 1]), [1, 1]);
});
