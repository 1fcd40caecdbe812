// Distances and angles of faces, from their surfaces alone; expected values by hand.

import test from 'node:test';
import assert from 'node:assert/strict';
import { alone, between } from '../../public/js/measuring.js';

const plane = (at, way) => ({ kind: 'plane', at, way, area: 100 });
const bore = (at, way, radius = 5) => ({ kind: 'cylinder', at, way, radius, area: 10 });

test('parallel planes are a distance apart, others at an angle', () => {
  assert.equal(between(plane([0, 0, 0], [0, 0, -1]), plane([9, 9, 12.5], [0, 0, 1])).distance, 12.5);
  const half = Math.SQRT1_2;
  const leaning = between(plane([0, 0, 0], [0, 0, 1]), plane([0, 0, 0], [0, half, half]));
  assert.ok(Math.abs(leaning.angle - 45) < 1e-9);
  assert.equal(leaning.words, 'angle 45°');
});

test('axes: from a plane, from one another, on one line, crossing', () => {
  assert.equal(between(plane([0, 0, 0], [-1, 0, 0]), bore([20, 7, 3], [0, 0, 1])).distance, 20);
  assert.equal(between(bore([20, 7, 3], [0, 0, 1]), plane([0, 0, 0], [-1, 0, 0])).distance, 20);
  assert.equal(between(bore([0, 0, 0], [0, 0, 1]), bore([3, 4, 9], [0, 0, -1])).distance, 5);
  assert.equal(between(bore([0, 0, 0], [0, 0, 1]), bore([0, 0, 9], [0, 0, 1])).words, 'on one axis');
  const crossing = between(bore([0, 0, 0], [0, 0, 1]), bore([0, 6, 0], [1, 0, 0]));
  assert.deepEqual([crossing.distance, crossing.angle], [6, 90]);
  assert.match(between(plane([0, 0, 0], [0, 0, 1]), bore([1, 1, 0], [0, 0, 1])).words, /stands at 90° to the plane/);
});

test('balls by their middles, free surfaces not at all, one face by itself', () => {
  const ball = { kind: 'sphere', at: [0, 3, 4], way: [0, 0, 1], radius: 2, area: 50.2655 };
  assert.equal(between(ball, bore([0, 0, 0], [1, 0, 0])).distance, 5);
  assert.equal(between(plane([0, 0, 0], [0, 0, 1]), ball).distance, 4);
  assert.equal(between({ kind: 'spline', at: [0, 0, 0], way: [0, 0, 1], area: 1 }, ball).distance, null);
  assert.equal(alone(bore([0, 0, 0], [0, 0, 1], 8)), '⌀16 mm, area 10 mm²');
});
