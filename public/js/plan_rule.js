// A tolerance plan made by rule: its form, and the named values that it goes by.

import { post, tell } from './talk.js';

/** mount({ form, ask(what, fields), count() }): count tells how many statements the plan has now. */
export function mount({ form: rule, ask, count }) {
  const byId = (id) => document.getElementById(id);
  function values() {
    const data = new FormData(rule);
    const text = (k) => data.get(k);
    return {
      sizes: text('sizes'),
      geometry: text('geometry'),
      holes: text('holes'),
      shafts: text('shafts'),
      position: text('position'),
      profile: text('profile'),
      material: rule.elements.material.checked,
      basics: rule.elements.basics.checked,
    };
  }
  rule.addEventListener('submit', async (event) => {
    event.preventDefault();
    const data = new FormData(rule);
    const datums = Object.fromEntries(
      [...rule.querySelectorAll('[data-datum]')].map((f) => [f.dataset.datum, f.value.trim()]),
    );
    tell('The plan is being made …');
    const done = await ask('rule', {
      character: data.get('character'),
      way: data.get('way'),
      datums,
      only: data.getAll('only'),
      defaults: values(),
    });
    if (done) tell(`The plan is made: ${count()} statements. Look at it, then keep it.`);
  });
  byId('basics-anew').addEventListener('click', () => ask('basics'));

  const sets = byId('defaults-of');
  sets.addEventListener('change', () => {
    const chosen = JSON.parse(sets.dataset.sets)[sets.value];
    Object.entries(chosen).forEach(([key, value]) => {
      const field = rule.elements[key];
      if (!field) return;
      if (field.type === 'checkbox') field.checked = value;
      else field.value = value;
    });
    byId('defaults-name').textContent = sets.value;
  });
  byId('keep-defaults').addEventListener('click', async () => {
    try {
      const name = byId('defaults-new').value;
      const answer = await post('/plan-defaults', { name, defaults: values() });
      sets.dataset.sets = JSON.stringify(answer.names);
      sets.replaceChildren(...Object.keys(answer.names).map((n) => new Option(n, n, false, n === name.trim())));
      byId('defaults-name').textContent = sets.value;
      tell(answer.told);
    } catch (error) {
      tell(error.message, true);
    }
  });
}
