// Buttons that stay pressed, and clicks told from drags, on stand-ins for elements.

import test from 'node:test';
import assert from 'node:assert/strict';
import { onStill, press, pressed, toggle } from '../../public/js/gestures.js';

// What these gestures use of an element.
function element() {
  const listeners = {};
  const attributes = {};
  return {
    addEventListener: (type, act) => (listeners[type] ||= []).push(act),
    getAttribute: (name) => attributes[name] ?? null,
    setAttribute: (name, value) => {
      attributes[name] = value;
    },
    send: (type, event = {}) => (listeners[type] || []).forEach((act) => act(event)),
  };
}
const at = (x, y) => ({ clientX: x, clientY: y });

test('a button is pressed and released by clicks in turn', () => {
  const button = element();
  const told = [];
  toggle(button, (on) => told.push(on));
  assert.equal(pressed(button), false);
  button.send('click');
  assert.equal(pressed(button), true);
  button.send('click');
  assert.deepEqual([told, button.getAttribute('aria-pressed')], [[true, false], 'false']);
});

test('a button pressed by the page itself is released by the next click', () => {
  const button = element();
  const told = [];
  toggle(button, (on) => told.push(on));
  press(button, true);
  assert.deepEqual(told, []);
  button.send('click');
  assert.deepEqual(told, [false]);
});

test('a click counts where the pointer rested, not where it was dragged', () => {
  const picture = element();
  const clicks = [];
  onStill(picture, (event) => clicks.push([event.clientX, event.clientY]));
  picture.send('pointerdown', at(10, 10));
  picture.send('pointerup', at(13, 13));
  picture.send('pointerdown', at(10, 10));
  picture.send('pointerup', at(14, 13));
  picture.send('pointerdown', at(50, 50));
  picture.send('pointerup', at(90, 50));
  assert.deepEqual(clicks, [[13, 13]]);
});

test('a pointer that came from elsewhere is no click', () => {
  const picture = element();
  let clicks = 0;
  onStill(picture, () => {
    clicks += 1;
  });
  picture.send('pointerup', at(0, 0));
  picture.send('pointerdown', at(0, 0));
  picture.send('pointerup', at(0, 0));
  picture.send('pointerup', at(0, 0));
  assert.equal(clicks, 1);
});
