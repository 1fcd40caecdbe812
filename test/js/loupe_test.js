import test from 'node:test';
import assert from 'node:assert/strict';
import { crowd, crowded } from '../../public/js/loupe.js';

const offered = {
  points: [
    [0, 0, 'end'],
    [1, 0, 'middle'],
    [30, 0, 'centre'],
  ],
  near: 2.5,
};

test('only what is near is looked at', () => {
  assert.deepEqual(
    crowd([0.5, 0], offered).map((p) => p[2]),
    ['end', 'middle'],
  );
  assert.equal(crowd([100, 100], offered).length, 0);
});

test('points crowd where one could be taken for the other', () => {
  assert.equal(crowded(crowd([0.5, 0], offered), offered.near), true);
  assert.equal(
    crowded(
      [
        [0, 0],
        [4, 0],
      ],
      offered.near,
    ),
    false,
  );
  assert.equal(crowded([], offered.near), false);
});
