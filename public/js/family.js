// The table of variants of a family: what its columns mean, keeping it, reading a file, and whether each variant can be
// built.

import { mount } from './grid.js';
import { get, post, postForm, tell, Refused } from './talk.js';

const byId = (id) => document.getElementById(id);
let data = JSON.parse(byId('family-data').textContent);
let known = {};
let clean = true;
const WORDS = { parameter: 'size', feature: 'on or off', property: 'property' };
const extra = () => Object.fromEntries(data.addable.map(([header, kind, empty]) => [header, { kind, empty }]));

const grid = mount(byId('grid'), {
  describe(header) {
    const i = data.headers.indexOf(header);
    const other = extra()[header];
    const kind = i >= 0 ? data.kinds[i] : other?.kind;
    return {
      label: header.replace(/^property /, ''),
      kind: i >= 0 ? WORDS[kind] : kind,
      empty: i >= 0 ? data.defaults[i] : other?.empty,
      choices: data.choices[header],
    };
  },
  onChange() {
    clean = false;
    byId('grid-state').textContent = 'Changed, not kept yet.';
    byId('grid-faults').hidden = true;
    badges();
  },
});

function load(table) {
  grid.load(table);
  byId('add-column').replaceChildren(
    new Option('Add a column …', ''),
    ...data.addable.map(([header, kind]) => new Option(`${header.replace(/^property /, '')} (${kind})`, header)),
  );
  document.querySelectorAll('datalist').forEach((list) => list.remove());
  Object.entries(data.choices).forEach(([header, choices]) => {
    const list = document.createElement('datalist');
    list.id = `choices-${header}`;
    list.append(...choices.map((c) => new Option(c, c)));
    document.body.append(list);
  });
}

// At the head of a row: whether the variant can be built, and the way to its own page.
function badges() {
  const { rows } = grid.model();
  grid.badge(
    rows.map(([name]) => {
      const found = known[name];
      if (!found) return document.createTextNode('');
      const link = document.createElement('a');
      link.href = `/models/${data.slug}/variants/${found.key}`;
      link.className = `build is-${found.state}`;
      const state = { built: 'built', fault: 'can’t be built', waiting: 'being built' }[found.state];
      link.textContent = found.number ? state : `${state}, no number yet`;
      link.title = found.words || '';
      if (found.state !== 'fault') return link;
      const words = document.createElement('span');
      words.className = 'build is-fault';
      words.textContent = `can’t be built: ${found.words}`;
      return words;
    }),
  );
}

let timer;
async function look() {
  clearTimeout(timer);
  try {
    const state = await get(`/models/${data.slug}/family/state`);
    known = state.variants;
    badges();
    const faults = Object.values(known).filter((v) => v.state === 'fault').length;
    if (clean) {
      const { headers, rows } = grid.model();
      const marks = rows.flatMap(([name], r) =>
        Object.entries(known[name]?.columns || {}).map(([header, words]) => [r, headers.indexOf(header), words]),
      );
      grid.mark(marks);
      byId('grid-state').textContent =
        state.done < state.total
          ? `${state.done} of ${state.total} variants built and checked`
          : `${state.total} variants${faults ? `, ${faults} of them can’t be built` : ', all can be built'}`;
    }
    if (state.done < state.total) timer = setTimeout(look, 1500);
  } catch (error) {
    tell(error.message, true);
  }
}

function showFaults(problems) {
  const { headers, rows } = grid.model();
  const list = document.createElement('ul');
  problems.slice(0, 12).forEach(([r, c, words]) => {
    const item = document.createElement('li');
    const where = [r === null ? null : rows[r]?.[0] || `row ${r + 1}`, c === null ? null : headers[c]].filter(Boolean);
    item.textContent = `${where.join(', ')}${where.length ? ': ' : ''}${words}`;
    list.append(item);
  });
  const place = byId('grid-faults');
  const head = document.createElement('b');
  const count = problems.length === 1 ? 'One place' : `${problems.length} places`;
  head.textContent = `${count} to mend before it can be kept`;
  place.replaceChildren(head, list);
  place.hidden = false;
  grid.mark(problems);
}

async function keep() {
  const { headers, rows } = grid.model();
  try {
    const answer = await post(`/models/${data.slug}/family`, {
      headers,
      rows,
      note: byId('note').value,
      base: data.base,
    });
    data = answer.data;
    clean = true;
    byId('note').value = '';
    byId('keep').textContent = `Keep as revision ${data.base + 1}`;
    byId('grid-faults').hidden = true;
    load(data);
    tell(answer.told);
    look();
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    if (error.data.problems) showFaults(error.data.problems);
    tell(error.message, true);
  }
}

byId('keep-form').addEventListener('submit', (event) => {
  event.preventDefault();
  document.activeElement?.blur();
  keep();
});
const does = {
  'add-row': grid.addRow,
  'copy-row': grid.copyRow,
  'drop-row': grid.dropRow,
  'fill-down': grid.fillDown,
  'take-back': grid.back,
};
Object.entries(does).forEach(([id, work]) => {
  byId(id).addEventListener('mousedown', (event) => event.preventDefault());
  byId(id).addEventListener('click', () => work());
});
byId('number-rows').addEventListener('click', async () => {
  grid.addColumn('number');
  const { headers, rows } = grid.model();
  const at = headers.indexOf('number');
  try {
    const answer = await post(`/models/${data.slug}/family/numbers`, { rows: rows.map((r) => [r[at], r[0]]) });
    grid.fill(at, answer.numbers);
  } catch (error) {
    tell(error.message, true);
  }
});
byId('add-column').addEventListener('change', (event) => {
  if (event.target.value) grid.addColumn(event.target.value);
  event.target.value = '';
});
byId('property-form').addEventListener('submit', (event) => {
  event.preventDefault();
  const name = byId('own-property').value.trim();
  if (name) grid.addColumn(['number', 'name'].includes(name) ? name : `property ${name}`);
  byId('own-property').value = '';
});
byId('csv-file').addEventListener('change', async (event) => {
  const form = new FormData(byId('csv-form'));
  event.target.value = '';
  try {
    const table = await postForm(`/models/${data.slug}/family/csv`, form);
    grid.keepWay();
    data = { ...data, headers: table.headers, kinds: table.kinds, defaults: table.defaults };
    grid.load(table);
    clean = false;
    badges();
    byId('grid-state').textContent = `${table.rows.length} rows read from the file, not kept yet.`;
    if (table.problems.length) showFaults(table.problems);
    else byId('grid-faults').hidden = true;
  } catch (error) {
    tell(error.message, true);
  }
});
window.addEventListener('beforeunload', (event) => {
  if (!clean) event.preventDefault();
});

load(data);
look();
