// The forms of the drawing screen's column: each becomes one edit. A form that is refused keeps what was typed.

import { sizesOf } from './sizes_of.js';

/** Named values of a form: texts, and true or false for check boxes. */
function values(form) {
  const found = Object.fromEntries(new FormData(form));
  form.querySelectorAll('input[type=checkbox][name]').forEach((box) => {
    found[box.name] = box.checked;
  });
  return found;
}

/** mount(column, { edit(what), send(path, body), upload(form), place(given, form), select() }). */
export function mount(column, { edit, send, upload, place }) {
  // Ticked annotations adrift: tied each to what is most like it, or deleted, in one step.
  function adrift(form, way) {
    const ticked = new FormData(form).getAll('adrift');
    if (way === 'delete') {
      edit({ do: 'delete', what: ticked.map((id) => `dimension/${id}`) });
      return;
    }
    const pairs = {};
    ticked.forEach((id) => {
      const best = form.querySelector(`[data-preview="${CSS.escape(id)}"]`);
      if (best) pairs[id] = best.dataset.to;
    });
    edit({ do: 'tie', pairs });
  }

  // A list that is filtered by what is typed; also when the column is brought up to date under it.
  function filtered() {
    column.querySelectorAll('[data-filter]').forEach((field) => {
      const words = field.value.trim().toLowerCase();
      const items = [...column.querySelectorAll(field.dataset.filter)];
      const show = (item, shown) => {
        if (item.hidden === shown) item.hidden = !shown;
      };
      items.forEach((item) => show(item, item.textContent.toLowerCase().includes(words)));
      const none = column.querySelector('#shelf-none');
      if (none) show(none, items.length > 0 && items.every((item) => item.hidden));
    });
  }
  column.addEventListener('input', (event) => event.target.dataset.filter && filtered());
  new MutationObserver(filtered).observe(column, { childList: true, subtree: true, attributeFilter: ['hidden'] });

  // Pictures of the directions of another model.
  column.addEventListener('change', (event) => {
    if (event.target.form?.dataset.atOnce !== undefined) {
      event.target.form.requestSubmit();
      return;
    }
    if (event.target.dataset.looks === undefined) return;
    event.target.form.querySelectorAll('img[data-look]').forEach((img) => {
      img.src = `/models/${event.target.value.split('|')[0]}/looks/${img.dataset.look.replaceAll(' ', '-')}.svg`;
    });
  });

  column.addEventListener('submit', (event) => {
    const form = event.target;
    if (form.method === 'post') return; // goes to another page
    event.preventDefault();
    const given = values(form);
    const kind = form.dataset;
    if (kind.form) edit({ ...given, ...JSON.parse(kind.form) });
    else if (kind.adrift !== undefined) adrift(form, event.submitter?.value);
    else if (kind.uncut) edit({ do: 'cut', what: kind.uncut, uncut: new FormData(form).getAll('component') });
    else if (kind.upload) upload(form);
    else if (kind.toTemplateForm !== undefined) send('/template', given);
    else if (kind.adopt) edit({ do: 'adopt', what: kind.adopt, dimensions: new FormData(form).getAll('dimension') });
    else if (kind.complete !== undefined) edit({ do: 'complete', dimensions: new FormData(form).getAll('dimension') });
    else if (kind.restyle) edit({ do: 'restyle', what: kind.restyle, ...given });
    else if (kind.reword) edit({ do: 'reword', what: kind.reword, ...given });
    else if (kind.value) send(`/dimensions/${kind.value}/value`, sizesOf(form));
    else place(given, form);
  });
}
