// The bar above a drawing: undo and redo, and paper that asks first when the drawing is not finished.

/** mount(bar, { send(path), ask: { show(words, choices) } }). */
export function mount(bar, { send, ask }) {
  // The switch of a series: another variant is another page.
  bar.addEventListener('change', (event) => {
    if (event.target.matches('[data-switch]')) event.target.form.requestSubmit();
  });
  bar.addEventListener('click', (event) => {
    const button = event.target.closest('[data-post]');
    if (button) send(`/${button.dataset.post}`);
    const paper = event.target.closest('[data-unfinished]');
    if (!paper?.dataset.unfinished) return;
    event.preventDefault();
    ask.show(`This drawing is not finished: ${paper.dataset.unfinished}.`, [
      { words: 'PDF with a mark in the margin', href: paper.href },
      { words: 'PDF without a mark', href: `${paper.href}?mark=no` },
    ]);
  });
}
