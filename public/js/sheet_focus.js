// The sheet by keyboard: Tab goes through its objects in reading order, Enter opens an object's column, arrows move
// it. Owns which object has the focus; it keeps it when the sheet's picture is replaced.

import { readingOrder } from './geometry.js';

const STEPS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
const MOVABLE = /^(view|dimension|note|berth|table)\//;

/**
 * mount(element, { sheet, names(key), selected(), onOpen(key), onMove(key, dx, dy), onDelete(key) }) returns {
 * refocus(), forget() }.
 */
export function mount(element, { sheet, names, selected, onOpen, onMove, onDelete }) {
  let at = null;

  function focus(key) {
    const g = sheet.group(key);
    if (!g) return false;
    at = key;
    g.setAttribute('tabindex', '-1');
    g.setAttribute('role', 'img');
    g.setAttribute('aria-label', names(key));
    g.focus({ preventScroll: true });
    return true;
  }

  element.addEventListener('keydown', (event) => {
    const key = at && element.contains(document.activeElement) && document.activeElement !== element ? at : selected();
    if (event.key === 'Tab') {
      const order = readingOrder(sheet.boxes());
      const here = document.activeElement === element ? -1 : order.indexOf(at);
      const next = event.shiftKey ? here - 1 : here + 1;
      if (event.shiftKey && here === 0) {
        event.preventDefault();
        at = null;
        element.focus();
        return;
      }
      if (next >= 0 && next < order.length && !(event.shiftKey && here < 0) && focus(order[next]))
        event.preventDefault();
      return;
    }
    if (!key || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Enter' && !sheet.placing()) {
      event.preventDefault();
      onOpen(key);
    }
    if (!MOVABLE.test(key)) return;
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      event.stopPropagation();
      onDelete(key);
    }
    if (STEPS[event.key]) {
      event.preventDefault();
      event.stopPropagation();
      const k = event.shiftKey ? 5 : 1;
      onMove(key, STEPS[event.key][0] * k, STEPS[event.key][1] * k);
    }
  });
  element.addEventListener('focusin', (event) => {
    const owner = event.target.dataset?.owner;
    if (owner) at = owner;
  });

  return {
    // After the picture was replaced: back to the object that had the focus, or to the sheet.
    refocus() {
      if (at && !focus(at)) element.focus();
    },
    holds: () => element.contains(document.activeElement),
    forget() {
      at = null;
    },
  };
}
