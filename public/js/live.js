// Keeps a page up to date: asks for its pulse (a short text) every few seconds, and at once when the window is looked
// at again; calls back when it is another one. Also swaps parts of a page without losing focus, what is typed, or what
// is folded open.

import { Idiomorph } from '/vendor/idiomorph/idiomorph.esm.js';
import { get } from './talk.js';

const CALM = 3000; // ms between questions
const SOON = 900; // ms while something is being worked out

/**
 * watch({ path, pulse, onChange(pulse), onFound(answer), soon() }) asks path for { pulse }; onFound is told of every
 * answer; returns { know(pulse), stop() }.
 */
export function watch({ path, pulse, onChange, onFound = () => {}, soon = () => false }) {
  let known = pulse;
  let timer = null;
  let over = false;

  async function ask() {
    clearTimeout(timer);
    if (over) return;
    if (!document.hidden) {
      try {
        const found = await get(typeof path === 'function' ? path() : path);
        onFound(found);
        if (found.pulse !== known) {
          known = found.pulse;
          await onChange(known);
        }
      } catch {
        // The server may be starting anew: it is asked again.
      }
    }
    if (!over) timer = setTimeout(ask, soon() ? SOON : CALM);
  }

  const seen = () => {
    if (!document.hidden) ask();
  };
  document.addEventListener('visibilitychange', seen);
  timer = setTimeout(ask, soon() ? SOON : CALM);
  return {
    know(fresh) {
      known = fresh;
    },
    stop() {
      over = true;
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', seen);
    },
  };
}

/**
 * Makes element's content that of the markup; keeps focus and details folded open (those with an id); keepTyped: also
 * the text being typed.
 */
export function morph(element, markup, keepTyped = false) {
  Idiomorph.morph(element, markup, {
    morphStyle: 'innerHTML',
    ignoreActiveValue: keepTyped,
    callbacks: { beforeAttributeUpdated: (name, node) => !(name === 'open' && node.tagName === 'DETAILS' && node.id) },
  });
}

/** Has a person typed something in a field within element that is not kept yet? */
export const typed = (element) =>
  [...element.querySelectorAll('input:not([type=checkbox]):not([type=radio]), textarea')].some(
    (field) => field.value !== field.defaultValue,
  );
