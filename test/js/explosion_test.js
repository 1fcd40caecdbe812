// Moves of an explosion, component by component: as the core has them (Modelling::Exploded).

import test from 'node:test';
import assert from 'node:assert/strict';
import { bare, seen, shifts } from '../../public/js/explosion.js';

test('a component moves by the steps that name it, or what it stands in', () => {
  const moves = [
    [['lid', 'wheel'], [0, 0, 40]],
    [['wheel'], [5, 0, 0]],
    [['pins[2]'], [0, -3, 0]],
  ];
  const paths = ['base', 'lid', 'wheel:disc', 'wheel:pins[1]', 'pins[1]', 'pins[2]', 'lidless'];
  assert.deepEqual(shifts(moves, paths), {
    lid: [0, 0, 40],
    'wheel:disc': [5, 0, 40],
    'wheel:pins[1]': [5, 0, 40],
    'pins[2]': [0, -3, 0],
  });
});

test('without the numbers of patterns, and as the picture has it', () => {
  assert.equal(bare('a[2]:b[11]:c'), 'a:b:c');
  assert.deepEqual(seen([1000, 2000, 3000]), [1, 3, -2]);
});
