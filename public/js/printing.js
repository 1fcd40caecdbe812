// A 3D picture on paper: its canvas is empty by the time a page is printed, so a still picture stands in its place.

const FINE = 2; // dots of the still for one of the screen

/** Prints the page with what a viewer (viewer.js) in an element shows. */
export async function print(viewer, element) {
  const still = new Image();
  still.className = 'print-only';
  still.alt = '';
  still.src = viewer.picture(element.clientWidth * FINE, element.clientHeight * FINE);
  await still.decode();
  element.append(still);
  window.print();
  still.remove();
}
