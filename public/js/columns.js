// The two side columns of the drawing screen fold away, by their buttons or the key b (both), and stay folded.

import { morph } from './live.js';

const KEY = 'nockplane-folded';

/**
 * mount(page, { onChange() }): page carries the classes no-index and no-column; buttons have data-fold="index" or
 * "column".
 */
export function mount(page, { onChange }) {
  const read = () => {
    try {
      return JSON.parse(localStorage.getItem(KEY)) || {};
    } catch {
      return {};
    }
  };
  const state = read();

  function show() {
    for (const side of ['index', 'column']) {
      page.classList.toggle(`no-${side}`, Boolean(state[side]));
      document.querySelectorAll(`[data-fold="${side}"]`).forEach((button) => {
        button.setAttribute('aria-expanded', String(!state[side]));
        button.setAttribute(
          'aria-label',
          `${state[side] ? 'Show' : 'Fold away'} ${side === 'index' ? 'sheets and layers' : 'docket and selection'}`,
        );
      });
    }
  }

  function set(changes) {
    Object.assign(state, changes);
    try {
      localStorage.setItem(KEY, JSON.stringify(state));
    } catch {
      /* folded for this page only */
    }
    show();
    onChange();
  }

  document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-fold]');
    if (button) set({ [button.dataset.fold]: !state[button.dataset.fold] });
  });
  document.addEventListener('keydown', (event) => {
    if (
      event.key !== 'b' ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      /INPUT|TEXTAREA|SELECT/.test(event.target.tagName)
    )
      return;
    const folded = state.index && state.column;
    set({ index: !folded, column: !folded });
  });
  show();
  return {
    open(side) {
      if (state[side]) set({ [side]: false });
    },
  };
}

/**
 * Ways to change what a column shows: fill(markup) makes that its content (who was in it stays where they were, or at
 * its beginning when that is gone), toHead() goes there.
 */
export function contents(column) {
  function toHead() {
    const head = column.querySelector('h2');
    head?.setAttribute('tabindex', '-1');
    head?.focus();
  }

  function fill(markup) {
    const inside = column.contains(document.activeElement);
    morph(column, markup);
    if (inside && !column.contains(document.activeElement)) toHead();
  }
  return { fill, toHead };
}
