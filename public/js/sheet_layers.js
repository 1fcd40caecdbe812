// What is put under, over and in place of groups of the sheet's svg. Owns no state; boxes are the SVG's (y down, mm of
// paper).

import { moves } from './geometry.js';

const NS = 'http://www.w3.org/2000/svg';

/**
 * mount({ svg(), data, group(key), rectangle(box, name, room) }) returns { shift(key, dx, dy), hits(), under(key,
 * svg), swap(svg), overlay(svg, instead), light(keys) }.
 */
export function mount({ svg, data, group, rectangle }) {
  const put = (g, x, y) => g?.setAttribute('transform', `translate(${x} ${y})`);
  const all = (selector) => [...svg().querySelectorAll(selector)];

  return {
    // Moves a group with all that goes along; { key: [dx, dy] } of what moved.
    shift(key, dx, dy) {
      const moved = data.views[key] ? moves(data.views, key, dx, dy) : { [key]: [dx, dy] };
      for (const [k, [x, y]] of Object.entries(moved)) {
        put(group(k), x, y);
        put(svg().querySelector(`[data-mark="${CSS.escape(k)}"]`), x, y);
        if (!data.views[k]) continue;
        all('[data-owner^="dimension/"], [data-owner^="mark/"], [data-owner^="label/"]')
          .filter((g) => data.homes[g.dataset.owner] === k)
          .forEach((g) => put(g, x, y));
      }
      return moved;
    },
    // Lines and texts are thin: behind them come boxes that can be hit, one for a view, one for each text of an
    // annotation.
    hits() {
      const whole = ['[data-owner^="view/"]', '[data-owner^="berth/"]', '[data-owner^="table/"]'];
      all([...whole, '[data-owner^="block/"][data-owner*=":"]'].join(', ')).forEach((g) =>
        g.prepend(rectangle(g.getBBox(), 'hit')),
      );
      svg()
        .querySelectorAll('[data-owner^="mark/"] > :not(text)')
        .forEach((line) => {
          const hit = line.cloneNode();
          hit.setAttribute('class', 'hit-line');
          line.parentNode.prepend(hit);
        });
      svg()
        .querySelectorAll(
          '[data-owner^="dimension/"], [data-owner^="note/"], [data-owner^="mark/"], [data-owner^="label/"]',
        )
        .forEach((g) => {
          g.querySelectorAll('text').forEach((t) => {
            const hit = rectangle(t.getBBox(), 'hit');
            if (t.hasAttribute('transform')) hit.setAttribute('transform', t.getAttribute('transform'));
            g.prepend(hit);
          });
        });
    },
    // Puts SVG under what a group shows.
    under(key, markup) {
      const target = group(key);
      if (!target) return;
      const layer = document.createElementNS(NS, 'g');
      layer.innerHTML = markup;
      target.prepend(layer);
    },
    // Puts groups in place of those of the same owner.
    swap(markup) {
      const holder = document.createElementNS(NS, 'g');
      holder.innerHTML = markup;
      [...holder.children].forEach((fresh) => {
        const old = group(fresh.dataset.owner);
        if (!old) return;
        const hit = old.querySelector('.hit');
        old.replaceWith(fresh);
        if (hit) fresh.prepend(hit);
      });
    },
    // Something to be seen over the sheet for a while, instead of a group, which is not shown meanwhile; '' takes it
    // away.
    overlay(markup, instead = null) {
      svg()
        .querySelectorAll('.overlay')
        .forEach((e) => e.remove());
      svg()
        .querySelectorAll('.stood-in')
        .forEach((e) => e.classList.remove('stood-in'));
      if (!markup) return;
      group(instead)?.classList.add('stood-in');
      const layer = document.createElementNS(NS, 'g');
      layer.setAttribute('class', 'overlay');
      layer.innerHTML = markup;
      svg().append(layer);
    },
    // Frames groups, to be found at a glance.
    light(keys) {
      svg()
        .querySelectorAll('.lit-box')
        .forEach((e) => e.remove());
      keys
        .map(group)
        .filter(Boolean)
        .forEach((g) => svg().append(rectangle(g.getBBox(), 'lit-box', 1.5)));
    },
  };
}
