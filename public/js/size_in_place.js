// A size changed where it stands: a double click on a dimension, or Enter, brings its form from the column to the
// sheet, beside its words. While one types, what else would move is told, and the sheet is drawn ahead as it would be.
// Owns the box on the desk.

import { get } from './talk.js';
import { sizesOf } from './sizes_of.js';

// Milliseconds after the last key until the part is begun as it would be, and until it is asked what would move.
const SOON = 50;
const PAUSE = 300;
// Pixels between the words and the box.
const GAP = 12;

/** What a list of effects says, as lines of text. Exported for the tests. */
export function lines({ moved, more, drawings, assemblies }) {
  const found = moved.map(([label, was, will]) => `${label}: ${was} → ${will}`);
  if (more) found.push(`and ${more} more sizes`);
  if (drawings.length) found.push(`${drawings.join(', ')} will be behind`);
  if (assemblies.length) found.push(`stands in ${assemblies.join(', ')}`);
  return found.length ? found : ['Nothing else moves.'];
}

/**
 * mount({ desk, column, base, sheetId(), group(key), open(key) }): open selects a key and resolves when the column
 * shows it. Its show(key) resolves to false where the size can't be changed here.
 */
export function mount({ desk, column, base, sheetId, group, open }) {
  const timers = [];
  let asked = 0;
  let begun = '';
  let words = null;
  const box = document.createElement('div');
  box.className = 'in-place';
  box.hidden = true;
  box.setAttribute('role', 'dialog');
  box.setAttribute('aria-label', 'Size in place');
  desk.parentElement.append(box);

  const place = () =>
    box.parentElement.querySelector('.in-place form[data-value]') || column.querySelector('form[data-value]');

  function close() {
    box.hidden = true;
    box.replaceChildren();
  }

  // Where to ask about the numbers as they are typed, and with what; null where none differs.
  function typed(form) {
    const { sizes, fits } = sizesOf(form);
    if (!Object.keys({ ...sizes, ...fits }).length) return null;
    const query = new URLSearchParams({ sizes: JSON.stringify(sizes), fits: JSON.stringify(fits), sheet: sheetId() });
    return [`${base}/dimensions/${form.dataset.value}`, query];
  }

  // Has part and sheet begun as they would be; of what was begun before only the last counts.
  function begin() {
    const form = place();
    const [path, query] = (form && typed(form)) || [];
    const about = `${path}?${query}`;
    if (!path || about === begun) return;
    begun = about;
    get(`${path}/ahead?${query}`).catch(() => {}); // then it is done when it is asked for
  }

  // What would move, for the numbers as they are typed.
  async function tell() {
    const form = place();
    const list = form?.querySelector('[data-effects]');
    if (!list) return;
    const [path, query] = typed(form) || [];
    if (!path) {
      list.replaceChildren();
      return;
    }
    const turn = (asked += 1);
    try {
      const found = lines(await get(`${path}/effects?${query}`));
      if (turn !== asked) return;
      list.replaceChildren(
        ...found.map((words) => Object.assign(document.createElement('div'), { textContent: words })),
      );
    } catch (error) {
      if (turn !== asked) return;
      list.textContent = error.message;
    }
    if (!box.hidden) settle(words);
  }

  function stop() {
    timers.splice(0).forEach(clearTimeout);
  }

  function later() {
    stop();
    timers.push(setTimeout(begin, SOON), setTimeout(tell, PAUSE));
  }

  async function show(key) {
    await open(key);
    const form = column.querySelector('form[data-value]');
    const at = group(key)?.querySelector('text')?.getBoundingClientRect();
    if (!form || !at) return false;
    const copy = form.cloneNode(true);
    copy.querySelectorAll('[id]').forEach((e) => {
      e.id = `here-${e.id}`;
    });
    copy.querySelectorAll('label[for]').forEach((l) => {
      l.htmlFor = `here-${l.htmlFor}`;
    });
    copy.querySelectorAll('input[list]').forEach((i) => i.setAttribute('list', `here-${i.getAttribute('list')}`));
    box.replaceChildren(copy);
    box.hidden = false;
    settle(at);
    copy.querySelector('input').select();
    return true;
  }

  // Beside the words at, all of it within the desk.
  function settle(at) {
    words = at;
    const room = box.parentElement.getBoundingClientRect();
    const left = Math.min(at.right - room.left + GAP, room.width - box.offsetWidth - GAP);
    const top = Math.min(at.top - room.top, room.height - box.offsetHeight - GAP);
    Object.assign(box.style, { left: `${Math.max(left, GAP)}px`, top: `${Math.max(top, GAP)}px` });
  }

  box.addEventListener('submit', (event) => {
    event.preventDefault();
    const form = column.querySelector('form[data-value]');
    const fields = form.querySelectorAll('input[name]');
    box.querySelectorAll('input[name]').forEach((input, i) => {
      fields[i].value = input.value;
    });
    close();
    form.requestSubmit();
  });
  box.addEventListener('keydown', (event) => {
    event.stopPropagation();
    if (event.key !== 'Escape') return;
    close();
    desk.focus();
  });
  desk.addEventListener('pointerdown', close);
  // What is sent is told soon enough; what was begun for it goes on.
  column.addEventListener('submit', stop, true);
  [box, column].forEach((e) => e.addEventListener('input', (event) => event.target.form?.dataset.value && later()));
  return { show, close };
}
