// A sheet run: choices for all, the table of rows, pictures of what is to come, and the start of it.

import { mount } from './sheet_rows.js';
import { post, tell } from './talk.js';

const data = JSON.parse(document.getElementById('run-data').textContent);
const byId = (id) => document.getElementById(id);
const form = byId('run-choices');
const body = document.querySelector('#rows tbody');
const CORNERS = ['lower right', 'lower left', 'upper right', 'upper left'];

// Lists of the form.
byId('output').append(...Object.entries(data.outputs).map(([v, words]) => new Option(words, v)));
byId('holes').append(new Option('none', ''), ...CORNERS.map((c) => new Option(c, c)));
byId('parts').append(new Option('as the template has it', ''), ...CORNERS.map((c) => new Option(c, c)));
const berths = [...new Set(data.templates.flatMap(([, , names]) => names))].sort();
berths.forEach((name) => {
  const label = document.createElement('label');
  label.className = 'choice-line';
  const box = document.createElement('input');
  box.type = 'checkbox';
  box.name = 'off';
  box.value = name;
  label.append(box, ` ${name}`);
  byId('off').append(label);
});

const checked = (name) => [...form.querySelectorAll(`[name="${name}"]:checked`)].map((i) => i.value);
const corner = (name) => {
  const at = form.elements[name].value;
  return at ? [at, form.elements[`${name}-x`].value || '0', form.elements[`${name}-y`].value || '0'] : undefined;
};

// The choices as they are sent: Planning::SheetChoices.
const choices = () => ({
  scale: 'fit',
  projection: form.elements.projection.value,
  level: form.elements.level.checked,
  flat: form.elements.flat.checked,
  pictorial: form.elements.pictorial.value,
  off: checked('off'),
  centre_lines: { yes: true, no: false }[form.elements.centre.value],
  sizes: checked('size'),
  centred: form.elements.centred.checked,
  holes: corner('holes'),
  parts: corner('parts'),
  structure: form.elements.structure.value || undefined,
  balloons: form.elements.balloons.value,
  counted: form.elements.counted.checked,
});

function take({ choices: kept, output }) {
  form.elements.output.value = output || 'each';
  ['projection', 'pictorial', 'balloons', 'structure'].forEach(
    (n) => (form.elements[n].value = kept[n] || form.elements[n].options[0].value),
  );
  ['level', 'flat', 'centred', 'counted'].forEach((n) => (form.elements[n].checked = Boolean(kept[n])));
  form.elements.centre.value = { true: 'yes', false: 'no' }[kept.centre_lines] || '';
  form.querySelectorAll('[name="size"]').forEach((i) => (i.checked = (kept.sizes || []).includes(i.value)));
  form.querySelectorAll('[name="off"]').forEach((i) => (i.checked = (kept.off || []).includes(i.value)));
  ['holes', 'parts'].forEach((n) => {
    const [at, x, y] = kept[n] || ['', '0', '0'];
    form.elements[n].value = at;
    form.elements[`${n}-x`].value = x ?? '0';
    form.elements[`${n}-y`].value = y ?? '0';
  });
}

const sent = (row) => [row.key, row.template || '', row.scale || '', row.view || '', row.output || ''];
const plan = (rows) => ({
  of: data.of,
  choices: JSON.stringify(choices()),
  output: form.elements.output.value,
  rows: rows.map(sent),
});

// Pictures: asked for as rows come into sight, again when what they rest on changes.
const asked = new Map();
const stamp = (row) => JSON.stringify([choices(), sent(row).slice(0, 4)]);
const byKey = new Map(data.rows.map((r) => [r.key, r]));
async function picture(frame) {
  const row = byKey.get(frame.dataset.key);
  const mine = stamp(row);
  if (!row.make || row.why) {
    frame.replaceChildren();
    asked.delete(row.key);
    return;
  }
  if (asked.get(row.key) === mine) return;
  asked.set(row.key, mine);
  frame.classList.add('is-waiting');
  try {
    const answer = await post('/sheet-runs/preview', plan([row]));
    if (asked.get(row.key) !== mine) return;
    if (answer.waiting) {
      asked.delete(row.key);
      setTimeout(() => seen.has(frame) && picture(frame), 1500);
      return;
    }
    frame.classList.remove('is-waiting');
    frame.replaceChildren(answer.svg ? image(answer.svg, row) : note(answer.problem));
  } catch (error) {
    frame.classList.remove('is-waiting');
    frame.replaceChildren(note(error.message));
  }
}

function image(svg, row) {
  const img = document.createElement('img');
  img.src = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  img.alt = `The sheet of ${row.name} as it would be`;
  img.addEventListener('load', () => URL.revokeObjectURL(img.src), { once: true });
  return img;
}

function note(text) {
  const p = document.createElement('p');
  p.className = 'warning-line';
  p.textContent = text;
  return p;
}

const seen = new Set();
const watch = new IntersectionObserver((entries) =>
  entries.forEach((e) => {
    if (e.isIntersecting) {
      seen.add(e.target);
      picture(e.target);
    } else seen.delete(e.target);
  }),
);
function look() {
  body.querySelectorAll('.run-picture').forEach((p) => watch.observe(p));
  [...seen].filter((p) => p.isConnected).forEach(picture);
}

function state() {
  const wanted = rows.wanted();
  const lost = wanted.filter((r) => !r.template).length;
  const words = `${wanted.length} of ${data.rows.length} rows will be made`;
  byId('run-state').textContent = lost ? `${words}; ${lost} without a template` : words;
  byId('start').disabled = wanted.length === 0 || lost > 0;
}

const rows = mount(
  body,
  data.rows,
  { ...data, templates: data.templates.map(([slug, title]) => [slug, title]) },
  {
    onChange() {
      look();
      state();
    },
    onPick: (count) => (byId('picked').textContent = count ? `${count} picked` : ''),
  },
);

// Kinds as switches; what is set goes to the rows picked, or to all that are shown.
const kinds = [...new Set(data.rows.map((r) => r.kind))];
const on = new Set(kinds);
kinds.forEach((kind) => {
  const button = document.createElement('button');
  button.type = 'button';
  button.className = 'button is-small';
  button.setAttribute('aria-pressed', 'true');
  button.textContent = `${data.kinds[kind]} (${data.rows.filter((r) => r.kind === kind).length})`;
  button.addEventListener('click', () => {
    if (on.has(kind)) on.delete(kind);
    else on.add(kind);
    button.setAttribute('aria-pressed', String(on.has(kind)));
    rows.showKinds(on);
    look();
  });
  byId('kinds').append(button);
});
const setter = (id, choices_, key) => {
  byId(id).append(new Option('set …', ''), ...choices_.map(([v, words]) => new Option(words, v)));
  byId(id).addEventListener('change', () => {
    if (byId(id).value) rows.set({ [key]: byId(id).value });
    byId(id).value = '';
  });
};
setter(
  'set-template',
  data.templates.map(([slug, title]) => [slug, title]),
  'template',
);
setter(
  'set-scale',
  data.scales.map((s) => [s, s]),
  'scale',
);
setter(
  'set-view',
  data.views.map((v) => [v, v]),
  'view',
);
setter('set-output', Object.entries(data.outputs), 'output');
byId('set-make').addEventListener('click', () => rows.set({ make: true }));
byId('set-leave').addEventListener('click', () => rows.set({ make: false }));

let timer;
form.addEventListener('input', () => {
  clearTimeout(timer);
  timer = setTimeout(look, 400);
});
form.addEventListener('submit', (event) => event.preventDefault());

// Choices kept by name.
let kept = new Map(data.kept);
const list = () =>
  byId('kept').replaceChildren(new Option('Take up …', ''), ...[...kept.keys()].map((n) => new Option(n, n)));
list();
byId('kept').addEventListener('change', () => {
  const name = byId('kept').value;
  if (!name) return;
  take(kept.get(name));
  byId('kept-name').value = name;
  look();
});
async function keeping(path, words) {
  const name = byId('kept-name').value.trim();
  try {
    const answer = await post(path, { name, choices: JSON.stringify(choices()), output: form.elements.output.value });
    kept = new Map(answer.kept);
    list();
    tell(`${words} “${name}”.`);
  } catch (error) {
    tell(error.message, true);
  }
}
byId('keep').addEventListener('click', () => keeping('/sheet-runs/choices', 'Kept as'));
byId('unkeep').addEventListener('click', () => keeping('/sheet-runs/choices/remove', 'Forgot'));

byId('start').addEventListener('click', async () => {
  byId('start').disabled = true;
  try {
    location.href = (await post('/sheet-runs', plan(rows.wanted()))).href;
  } catch (error) {
    tell(error.message, true);
    state();
  }
});
take({ choices: data.choices, output: 'each' });
look();
state();
