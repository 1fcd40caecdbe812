// Explosions and display sets on a model's page: the choice of what the picture shows, forms and buttons that change a
// step. Every change is tried on the server, which answers with the chapter as it is then; owns the chapter's element.

import { morph } from './live.js';

/**
 * What a form or button asks for: its own data-arrange and the fields of the form. Exported for the tests.
 * given: [[name, value], ...] of the fields.
 */
export function asked(given, fields) {
  const found = { ...given };
  fields.forEach(([name, value]) => {
    if (name === 'components') found.components = [...(found.components || []), value];
    else if (name === 'direction') found.direction = value.split(' ').map(Number);
    else found[name] = value;
  });
  return found;
}

/**
 * mount({ place, choice, button, picture(state, afresh), attempt(asked), drag(on), latest }) returns { step(step),
 * show({ chapter, offered }) }.
 */
export function mount({ place, choice, button, picture, attempt, drag, latest }) {
  let dragging = false;
  const name = () => choice.value.replace(/^exploded\/?/, '');

  function drags(on) {
    dragging = on;
    button.setAttribute('aria-pressed', String(on));
    drag(on);
  }

  function chosen(afresh = true) {
    button.hidden = !choice.value || !latest;
    if (button.hidden && dragging) drags(false);
    picture(choice.value, afresh);
  }

  choice.addEventListener('change', () => chosen());
  button.addEventListener('click', () => drags(!dragging));

  const send = (element, fields) => {
    const what = asked(JSON.parse(element.dataset.arrange), fields);
    if (what.do === 'add explosion') choice.dataset.next = `exploded/${what.name.trim()}`;
    if (what.do === 'name explosion' && name() === what.explosion) choice.dataset.next = `exploded/${what.name.trim()}`;
    attempt(what);
  };
  place.addEventListener('submit', (event) => {
    event.preventDefault();
    send(event.target, [...new FormData(event.target)]);
  });
  place.addEventListener('change', (event) => {
    const { form } = event.target;
    if (form?.dataset.atOnce !== undefined) form.requestSubmit();
  });
  place.addEventListener('click', (event) => {
    const found = event.target.closest('button[data-arrange]');
    if (found) send(found, []);
  });

  return {
    step: (step) => attempt({ do: 'add step', explosion: name(), ...step }),
    show({ chapter, offered }) {
      const was = choice.dataset.next || choice.value;
      delete choice.dataset.next;
      morph(place, chapter);
      choice.innerHTML = offered;
      if ([...choice.options].some((o) => o.value === was)) choice.value = was;
      chosen(false);
    },
  };
}
