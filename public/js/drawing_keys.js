// Keys of the drawing's page: undo and redo, leaving, moving and deleting what is chosen, placing a note.

import { tell } from './talk.js';

const STEPS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
const COPIED = /^(dimension|note)\//;
const MOVED = /^(view|dimension|note|berth|table)\//;
// mm of paper that Shift makes of a step.
const LONG = 5;

/** mount({ sheet, selected(), asking(), leave(), send(path), edit(what), remove(key), atCentre() }). */
export function mount({ sheet, selected, asking, leave, send, edit, remove, atCentre }) {
  // Copy what is chosen, paste it into the view that is chosen then (or where it came from).
  let copied = null;
  function clipboard(key) {
    if (key === 'c') {
      if (!COPIED.test(selected())) return false;
      copied = selected();
      tell('Copied. Choose a view and press Ctrl+V; without one it goes where it came from.');
      return true;
    }
    if (key !== 'v' || !copied) return false;
    edit({ do: 'paste', what: copied, to: selected().startsWith('view/') ? selected().split('/')[1] : '' });
    return true;
  }

  // A note that waits for its place: is the key for it?
  function placing(event) {
    if (event.key === 'Escape') {
      sheet.place(null);
      tell('The note was not placed; its words are still in the field.');
      return true;
    }
    if (event.key !== 'Enter') return false;
    event.preventDefault();
    atCentre();
    return true;
  }

  function onChosen(event) {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      remove(selected());
    }
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const k = event.shiftKey ? LONG : 1;
    edit({ do: 'move', what: selected(), dx: step[0] * k, dy: step[1] * k });
  }

  document.addEventListener('keydown', (event) => {
    const key = event.key.toLowerCase();
    const field = /INPUT|TEXTAREA|SELECT/.test(event.target.tagName);
    if (field && event.target.value !== event.target.defaultValue) return; // what is being typed has its own undo
    if ((event.ctrlKey || event.metaKey) && (key === 'z' || key === 'y')) {
      event.preventDefault();
      send(key === 'y' || event.shiftKey ? '/redo' : '/undo');
      return;
    }
    if (field) return;
    if ((event.ctrlKey || event.metaKey) && !getSelection().toString() && clipboard(key)) {
      event.preventDefault();
      return;
    }
    if (sheet.placing() && placing(event)) return;
    if (event.key === 'Escape') {
      sheet.light([]);
      if (selected() && !asking()) leave();
    }
    if (!selected() || event.target.closest('button, a, summary') || !MOVED.test(selected())) return;
    onChosen(event);
  });
}
