// Gestures that pages with a 3D picture share: buttons that stay pressed, clicks that are no turning of the picture.

const STILL = 5; // px within which the pointer came to rest where it went down

export const pressed = (button) => button.getAttribute('aria-pressed') === 'true';
export const press = (button, on) => button.setAttribute('aria-pressed', String(on));

/** A button that is pressed and released again by clicks; act(on) follows. */
export function toggle(button, act) {
  button.addEventListener('click', () => {
    const on = !pressed(button);
    press(button, on);
    act(on);
  });
}

/** act(event) for clicks on an element, not where the pointer was dragged over it. */
export function onStill(element, act) {
  let down = null;
  element.addEventListener(
    'pointerdown',
    (event) => {
      down = [event.clientX, event.clientY];
    },
    true,
  );
  element.addEventListener('pointerup', (event) => {
    const still = down && Math.hypot(event.clientX - down[0], event.clientY - down[1]) < STILL;
    down = null;
    if (still) act(event);
  });
}
