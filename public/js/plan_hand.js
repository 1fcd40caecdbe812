// Statements of a tolerance plan added and changed by hand. Owns its form.

import { tell } from './talk.js';

/**
 * mount({ form, ask(what, fields), faces(), choose(faces), statement(id), done() }) returns { change(id), planes(list)
 * }: change opens a statement in the form, planes are those that it offers.
 */
export function mount({ form: hand, ask, faces, choose, statement, done }) {
  const kind = hand.elements.kind;
  let changing = null; // id of the statement that is open

  const kinds = () =>
    hand.querySelectorAll('[data-kind]').forEach((part) => {
      part.hidden = part.dataset.kind !== kind.value;
    });
  kind.addEventListener('change', kinds);
  kinds();
  hand.addEventListener('submit', async (event) => {
    event.preventDefault();
    const fields = Object.fromEntries(new FormData(hand));
    const put = await ask('put', { kind: kind.value, faces: faces(), fields, ...(changing ? { id: changing } : {}) });
    if (!put) return;
    tell(changing ? 'Changed.' : 'Added.');
    finish();
  });

  function finish() {
    changing = null;
    set('plane', '');
    choose([]);
    hand.querySelector('[data-find]').textContent = 'Add it';
    kind.disabled = false;
    done();
  }

  const set = (name, value) => {
    if (hand.elements[name]) hand.elements[name].value = value ?? '';
  };
  // A statement's words into the fields of the form.
  const FILL = {
    datum: (s) => set('letter', s.letter),
    note: (s) => set('words', s.words),
    texture(s) {
      const [form, value, lay] = s.words.split('|');
      set('form', form);
      set('texture', value);
      set('lay', lay);
    },
    size(s) {
      hand.elements.exact.checked = s.tolerance === 'exact';
      set('tolerance', s.tolerance === 'exact' ? '' : s.tolerance);
    },
    frame(s) {
      const [upper, lower] = s.words.split('//').map((row) => row.split('|'));
      const cell = /^(S?⌀)?([\d.,]+)(.*)$/.exec(upper[1]);
      const option = [...hand.elements.key.options].find((o) => o.textContent.trim().endsWith(upper[0]));
      set('key', option?.value);
      set('zone', cell[1]);
      set('value', cell[2]);
      set('modifiers', cell[3].trim());
      [0, 1, 2].forEach((i) => set(`datum${i + 1}`, upper[i + 2]));
      set('lower', lower?.[1].replace(/[^\d.,]/g, ''));
      set('lower_datums', lower?.slice(2).join(' '));
    },
  };
  function change(id) {
    const said = statement(id);
    changing = id;
    hand.closest('details').open = true;
    kind.value = said.kind;
    kind.disabled = true;
    kinds();
    FILL[said.kind](said);
    set('plane', said.plane);
    choose(said.faces);
    hand.querySelector('[data-find]').textContent = 'Change it';
    hand.scrollIntoView({ block: 'nearest' });
    hand.querySelector(`[data-kind="${said.kind}"]`).querySelector('input, select, textarea').focus();
  }
  function planes(known) {
    const { value } = hand.elements.plane;
    const options = known.map(({ name }) => new Option(name, name));
    hand.elements.plane.replaceChildren(new Option('what suits', ''), ...options);
    set('plane', known.some((p) => p.name === value) ? value : '');
  }
  return { change, planes };
}
