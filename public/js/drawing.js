// The drawing screen: joins the sheet, the column and the bar with the server. Every change is a post that answers with
// the sheet and column as they are then.

import { mount } from './sheet.js';
import { mount as beforeAfter } from './before_after.js';
import { post, postForm, get, tell } from './talk.js';

const data = JSON.parse(document.getElementById('drawing-data').textContent);
const { base } = data;
const column = document.getElementById('column');
const bar = document.getElementById('bar');
const index = document.getElementById('index');
const clash = document.getElementById('clash');
let version = data.version;
let selected = new URLSearchParams(location.search).get('select') || '';

const sheet = mount(document.getElementById('sheet'), {
  data,
  onSelect: select,
  onMove: (what, dx, dy) => edit({ do: 'move', what, dx, dy }),
});
sheet.select(selected);

const compare = beforeAfter({ sheet: document.getElementById('sheet'), column, path: (view) => `${base}/views/${view}/before-after` });

function show(state) {
  compare.end();
  version = state.version;
  const other = state.on && state.on !== data.sheet;
  Object.assign(data, { homes: state.homes || data.homes, views: state.views || data.views, sheet: state.on || data.sheet });
  sheet.replace(state.sheet, state.paper);
  if (other) history.replaceState({}, '', `${base}?sheet=${data.sheet}`);
  shade(state.waiting || []);
  column.innerHTML = state.column;
  bar.innerHTML = state.bar;
  if (state.index) index.innerHTML = state.index;
  if (state.told) tell(state.told);
}

// Shading and mass take longer than lines: they are asked for when the lines are there, and put in unless the sheet has changed
// meanwhile.
function shade(views) {
  views.forEach(async (view) => {
    const note = setTimeout(() => tell(view === 'mass' ? 'The mass is being worked out …' : 'Shading is being worked out …'), 1200);
    try {
      const found = await get(view === 'mass' ? `${base}/furniture?sheet=${data.sheet}` : `${base}/views/${view}/shading?sheet=${data.sheet}`);
      if (found.version === version) { if (view === 'mass') sheet.swap(found.svg); else sheet.under(`view/${view}`, found.svg); }
    } catch (error) {
      tell(error.message, true);
    } finally {
      clearTimeout(note);
    }
  });
}
shade(data.waiting);

// Posts go one after another: a second key pressed before the first answer came is made on that answer's version, not
// mistaken for somebody else's change. What waits behind a refused post is dropped.
let queue = Promise.resolve();
let refused = 0;

function send(path, body = {}) {
  const before = refused;
  queue = queue.then(() => (before === refused ? attempt(path, body) : null));
  return queue;
}

async function attempt(path, body) {
  try {
    show(await post(base + path, { sheet: data.sheet, select: selected, base: version, ...body }));
    clash.hidden = true;
  } catch (error) {
    refused += 1;
    if (error.data?.clash) await told(error, path, body);
    else { tell(error.message, true); await refresh(); }
  }
}

const edit = (what) => send('/edits', what);

// A later window lost the race: show theirs, keep mine at hand.
async function told(error, path, body) {
  await refresh();
  const words = document.createElement('p');
  words.textContent = error.message;
  const again = document.createElement('button');
  again.className = 'button is-link is-small';
  again.textContent = 'Apply mine on top';
  again.addEventListener('click', () => send(path, body));
  const leave = document.createElement('button');
  leave.className = 'button is-small';
  leave.textContent = 'Leave theirs';
  leave.addEventListener('click', () => { clash.hidden = true; });
  const actions = document.createElement('p');
  actions.className = 'actions';
  actions.append(again, leave);
  clash.replaceChildren(words, actions);
  clash.hidden = false;
  again.focus();
}

async function refresh() {
  try {
    show(await get(`${base}/state?sheet=${data.sheet}&select=${encodeURIComponent(selected)}`));
  } catch (error) {
    tell(error.message, true);
  }
}

// Shows what is selected; the sheet itself is fetched again only when someone has changed it.
async function turnTo(key) {
  compare.end();
  selected = key;
  sheet.select(key);
  try {
    const found = await get(`${base}/column?sheet=${data.sheet}&select=${encodeURIComponent(key)}`);
    if (key !== selected) return;
    if (found.version === version) column.innerHTML = found.column;
    else await refresh();
  } catch (error) {
    tell(error.message, true);
  }
}

function select(key) {
  const query = new URLSearchParams({ sheet: data.sheet, ...(key ? { select: key } : {}) });
  history.pushState({}, '', `${base}?${query}`);
  return turnTo(key);
}

window.addEventListener('popstate', () => {
  turnTo(new URLSearchParams(location.search).get('select') || '');
});

column.addEventListener('click', clicked);
index.addEventListener('click', clicked);

function clicked(event) {
  const target = event.target.closest('[data-select], [data-edit], [data-update], [data-before-after], [data-to-template]');
  if (!target) return;
  event.preventDefault();
  if (target.dataset.beforeAfter) { compare.toggle(target.dataset.beforeAfter); return; }
  if (target.dataset.select !== undefined) { const then = select(target.dataset.select); if (target.dataset.compare) then.then(() => compare.toggle(target.dataset.compare)); }
  else if (target.dataset.update) send('/update', { views: target.dataset.update === '*' ? null : [target.dataset.update] });
  else if (target.dataset.toTemplate) send('/template', { template: target.dataset.toTemplate });
  else {
    const what = JSON.parse(target.dataset.edit);
    if (what.do === 'delete' && what.what === selected) { selected = ''; sheet.select(''); }
    edit(what);
  }
}

// A layer shown or not, from the index.
index.addEventListener('change', (event) => {
  const { layer } = event.target.dataset;
  if (layer) edit({ do: 'layer', what: `layer/${layer}`, visible: event.target.checked });
});

/** Named values of a form: texts, and true or false for check boxes. */
function values(form) {
  const found = Object.fromEntries(new FormData(form));
  form.querySelectorAll('input[type=checkbox][name]').forEach((box) => { found[box.name] = box.checked; });
  return found;
}

column.addEventListener('submit', (event) => {
  const form = event.target;
  if (form.method === 'post') return; // goes to another page
  event.preventDefault();
  const given = values(form);
  if (form.dataset.form) edit({ ...given, ...JSON.parse(form.dataset.form) });
  else if (form.dataset.upload) upload(form);
  else if (form.dataset.toTemplateForm !== undefined) send('/template', given);
  else if (form.dataset.adopt) edit({ do: 'adopt', what: form.dataset.adopt, dimensions: new FormData(form).getAll('dimension') });
  else if (form.dataset.restyle) edit({ do: 'restyle', what: form.dataset.restyle, ...given });
  else if (form.dataset.reword) edit({ do: 'reword', what: form.dataset.reword, text: given.text });
  else if (form.dataset.value) send(`/dimensions/${form.dataset.value}/value`, { value: given.value });
  else {
    const [x, y] = sheet.centre();
    edit({ do: 'note', text: given.text, x, y });
  }
});

async function upload(form) {
  const body = new FormData(form);
  body.append('sheet', data.sheet);
  body.append('select', selected);
  try {
    show(await postForm(`${base}/${form.dataset.upload}`, body));
  } catch (error) {
    tell(error.message, true);
  }
}

bar.addEventListener('click', (event) => {
  const button = event.target.closest('[data-post]');
  if (button) send(`/${button.dataset.post}`);
});

document.querySelectorAll('[data-zoom]').forEach((b) => b.addEventListener('click', () => sheet.zoom(b.dataset.zoom)));

const STEPS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
document.addEventListener('keydown', (event) => {
  if (/INPUT|TEXTAREA|SELECT/.test(event.target.tagName)) return;
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') { event.preventDefault(); send(event.shiftKey ? '/redo' : '/undo'); }
  if (event.key === 'Escape' && selected) select('');
  if (!selected) return;
  if (!/^(view|dimension|note|berth|table)\//.test(selected)) return;
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    const what = selected;
    selected = '';
    sheet.select('');
    edit({ do: 'delete', what });
  }
  if (STEPS[event.key]) {
    event.preventDefault();
    const k = event.shiftKey ? 5 : 1;
    edit({ do: 'move', what: selected, dx: STEPS[event.key][0] * k, dy: STEPS[event.key][1] * k });
  }
});

const first = document.getElementById('told-first');
if (first) tell(first.dataset.told);
