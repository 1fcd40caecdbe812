// On every page: the find-anything box. It lists what carries data-find (and links of the top bar) and does it, and
// models and drawings found by their properties.

import { get } from './talk.js';

const box = document.getElementById('find');
const list = document.getElementById('found');
let hits = [];
let at = 0;

function actions() {
  return [...document.querySelectorAll('[data-find], .top nav a')]
    .filter((e) => !e.disabled)
    .map((element) => ({ element, name: element.dataset.find || element.textContent.trim() }));
}

// Models and drawings whose properties hold the words, asked for when typing pauses.
let pause;
let asked = '';
function ask() {
  clearTimeout(pause);
  const words = box.value.trim();
  if (words.length < 2) return;
  pause = setTimeout(async () => {
    asked = words;
    const found = await get(`/search?q=${encodeURIComponent(words)}`).catch(() => ({ hits: [] }));
    if (asked === box.value.trim())
      show(
        found.hits.slice(0, 8).map((hit) => ({ href: hit.href, name: hit.title, found: hit.found })),
        words,
      );
  }, 250);
}

function show(things = [], words_asked = '') {
  const words = box.value.trim().toLowerCase().split(/\s+/).filter(Boolean);
  hits = words.length
    ? actions()
        .filter((a) => words.every((w) => a.name.toLowerCase().includes(w)))
        .slice(0, 12)
    : [];
  hits.push(...things);
  if (words_asked)
    hits.push({
      href: `/search?q=${encodeURIComponent(words_asked)}`,
      name: `Search all properties for “${words_asked}”`,
    });
  at = Math.min(at, Math.max(hits.length - 1, 0));
  list.replaceChildren(
    ...hits.map((hit, i) => {
      const item = document.createElement('li');
      item.setAttribute('role', 'option');
      item.textContent = hit.name;
      if (hit.found) {
        const more = document.createElement('small');
        more.textContent = hit.found;
        item.append(' ', more);
      }
      item.setAttribute('aria-selected', i === at);
      item.addEventListener('pointerdown', (e) => {
        e.preventDefault();
        run(hit);
      });
      return item;
    }),
  );
  list.hidden = hits.length === 0;
  box.setAttribute('aria-expanded', !list.hidden);
}

function run(hit) {
  box.value = '';
  show();
  box.blur();
  if (hit.href) {
    location.href = hit.href;
    return;
  }
  hit.element.click();
  hit.element.focus();
}

box.addEventListener('input', () => {
  at = 0;
  show();
  ask();
});
box.addEventListener('blur', () => {
  list.hidden = true;
});
box.addEventListener('keydown', (e) => {
  if (e.key === 'Enter' && hits[at]) {
    e.preventDefault();
    run(hits[at]);
  }
  if (e.key === 'Escape') {
    box.value = '';
    show();
    box.blur();
  }
  if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
    e.preventDefault();
    at = Math.max(0, Math.min(hits.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)));
    [...list.children].forEach((c, i) => c.setAttribute('aria-selected', i === at));
  }
});
document.addEventListener('keydown', (e) => {
  if (e.key === '/' && !/INPUT|TEXTAREA|SELECT/.test(document.activeElement.tagName)) {
    e.preventDefault();
    box.focus();
  }
});

// A form that is on its way says so: making or updating drawings can take seconds.
document.addEventListener('submit', (e) => {
  if (e.target.method === 'post' && !e.defaultPrevented) document.body.classList.add('busy');
});
window.addEventListener('pageshow', () => document.body.classList.remove('busy'));
