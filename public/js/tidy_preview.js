// A sheet as its layout rules would have it, laid over the sheet as it is; the tick in the panel turns between the two.
// Owns its layer in the sheet's SVG.

import { get, tell } from './talk.js';

const NS = 'http://www.w3.org/2000/svg';

/** mount({ svg(), column, path(what) }). A button with data-tidy-preview shows and hides it. */
export function mount({ svg, column, path }) {
  const layer = () => svg()?.querySelector('.tidy-preview');
  const panel = () => column.querySelector('#tidy-preview');

  function end() {
    layer()?.remove();
    svg()?.classList.remove('tidied', 'as-it-is');
    column.querySelector('[data-tidy-preview]')?.setAttribute('aria-pressed', 'false');
    if (panel()) panel().hidden = true;
  }

  function lay(markup) {
    const g = document.createElementNS(NS, 'g');
    g.setAttribute('class', 'tidy-preview');
    g.innerHTML = markup;
    svg().append(g);
    svg().classList.add('tidied');
  }

  async function toggle(button) {
    if (layer()) {
      end();
      return;
    }
    button.setAttribute('aria-busy', 'true');
    tell('The sheet as the rules would have it is being worked out …', false, 60000);
    try {
      const found = await get(path(button.dataset.tidyPreview));
      tell(found.words);
      panel().hidden = false;
      panel().querySelector('p').textContent = found.words;
      panel()
        .querySelector('ul')
        .replaceChildren(
          ...found.unmet.map((words) => Object.assign(document.createElement('li'), { textContent: words })),
        );
      panel().querySelector('label').hidden = !found.svg;
      if (!found.svg) return;
      lay(found.svg);
      panel().querySelector('input').checked = true;
      button.setAttribute('aria-pressed', 'true');
    } catch (error) {
      tell(error.message, true);
    } finally {
      button.removeAttribute('aria-busy');
    }
  }

  // What is shown goes with its panel.
  new MutationObserver(() => {
    if (layer() && !panel()) end();
  }).observe(column, { childList: true, subtree: true });
  column.addEventListener('click', (event) => {
    const button = event.target.closest('[data-tidy-preview]');
    if (button) toggle(button);
  });
  column.addEventListener('change', (event) => {
    if (event.target.closest('#tidy-preview')) svg()?.classList.toggle('as-it-is', !event.target.checked);
  });

  return { end };
}
