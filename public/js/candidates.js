// Model dimensions that a view could take, drawn faintly on the sheet where they would stand: a click ticks one in the
// column's lists, another leaves it again. Owns the layer they are on.

import { get, tell } from './talk.js';

const NS = 'http://www.w3.org/2000/svg';
// Room round words that a click may miss them by, mm.
const ROOM = 1.5;

/** mount({ svg(), column, path(view) }). A button with data-candidates, a view's id, shows and hides them. */
export function mount({ svg, column, path }) {
  const layer = () => svg().querySelector('.candidates');
  const boxes = () => [...column.querySelectorAll('input[name=dimension]')];
  const boxOf = (group) => boxes().find((box) => `candidate/${box.value}` === group.dataset.owner);
  const groups = () => [...(layer()?.querySelectorAll('[data-owner^="candidate/"]') || [])];

  // Ticks in the column and on the sheet say the same.
  const show = () => groups().forEach((g) => g.classList.toggle('taken', Boolean(boxOf(g)?.checked)));

  function hit(group) {
    group.querySelectorAll('text').forEach((text) => {
      const b = text.getBBox();
      const rect = document.createElementNS(NS, 'rect');
      Object.entries({ x: b.x - ROOM, y: b.y - ROOM, width: b.width + 2 * ROOM, height: b.height + 2 * ROOM }).forEach(
        ([k, v]) => rect.setAttribute(k, v),
      );
      if (text.hasAttribute('transform')) rect.setAttribute('transform', text.getAttribute('transform'));
      rect.setAttribute('class', 'hit');
      group.prepend(rect);
    });
  }

  function draw(markup) {
    layer()?.remove();
    const g = document.createElementNS(NS, 'g');
    g.setAttribute('class', 'candidates');
    g.innerHTML = markup;
    svg().append(g);
    groups().forEach(hit);
    // What is pressed here neither moves nor chooses what lies under it.
    ['pointerdown', 'pointerup'].forEach((kind) => g.addEventListener(kind, (event) => event.stopPropagation()));
    g.addEventListener('click', (event) => {
      const group = event.target.closest('[data-owner^="candidate/"]');
      const box = group && boxOf(group);
      if (!box) return;
      box.checked = !box.checked;
      show();
    });
    show();
  }

  async function toggle(button) {
    const shown = Boolean(layer());
    layer()?.remove();
    button.setAttribute('aria-pressed', String(!shown));
    if (shown) return;
    try {
      const found = await get(path(button.dataset.candidates));
      if (found.svg) draw(found.svg);
      else if (button.dataset.atOnce === undefined) tell('This view could take no more of the model’s dimensions.');
    } catch (error) {
      tell(error.message, true);
    }
  }

  // A panel that is about what would be drawn shows it when it opens; what is drawn goes with its panel.
  const atOnce = () => {
    const button = column.querySelector('[data-candidates]');
    if (!button) layer()?.remove();
    else if (button.dataset.atOnce !== undefined && !layer() && button.getAttribute('aria-pressed') === 'false')
      toggle(button);
  };
  new MutationObserver(atOnce).observe(column, { childList: true, subtree: true });
  atOnce();

  column.addEventListener('change', show);
  column.addEventListener('click', (event) => {
    const button = event.target.closest('[data-candidates]');
    if (button) toggle(button);
  });
}
