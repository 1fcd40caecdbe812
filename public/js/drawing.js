// The drawing screen: joins the sheet, the column and the bar with the server. Every change is a post that answers with
// the sheet and column as they are then; what others change comes by itself.

import { mount } from './sheet.js';
import { mount as mountFocus } from './sheet_focus.js';
import { mount as mountColumns, contents } from './columns.js';
import { mount as mountAsk } from './ask.js';
import { mount as mountOthers } from './others.js';
import { mount as mountComments } from './comment_marks.js';
import { mount as beforeAfter } from './before_after.js';
import { mount as mountForms } from './column_forms.js';
import { mount as mountHand } from './view_drawing.js';
import { mount as mountCandidates } from './candidates.js';
import { mount as mountBar } from './drawing_bar.js';
import { mount as mountShading } from './sheet_shading.js';
import { mount as mountKeys } from './drawing_keys.js';
import { mount as mountPreview } from './adrift_preview.js';
import { mount as mountNote } from './note_placing.js';
import { mount as mountInPlace } from './size_in_place.js';
import { mount as mountRemoving } from './removing.js';
import { mount as mountTidied } from './tidy_preview.js';
import { watch, morph, typed } from './live.js';
import { post, postForm, get, tell } from './talk.js';

const data = JSON.parse(document.getElementById('drawing-data').textContent);
const { base } = data;
const byId = (id) => document.getElementById(id);
const [column, bar, index, desk] = ['column', 'bar', 'index', 'sheet'].map(byId);
// Address of the page itself with a query; a variant of a series stays shown.
const link = (query) =>
  `${data.page}?${new URLSearchParams({ ...(data.variant && { variant: data.variant }), ...query })}`;
let version = data.version;
let selected = new URLSearchParams(location.search).get('select') || '';

const ask = mountAsk(byId('clash'));
const { fill, toHead } = contents(column);
const remove = mountRemoving({
  ask,
  edit: (what) => edit(what),
  views: () => data.views,
  selected: () => selected,
  leave: () => {
    selected = '';
    sheet.select('');
  },
});
const sheet = mount(desk, {
  data,
  onSelect: (key) => {
    focus.forget();
    select(key.replace(/^(mark|label)\//, 'view/').replace(/^holes\//, 'table/'));
  },
  onMove: moved,
  onPull: (what, to, x, y) => edit({ do: 'pull', what, to, at: [x, y] }),
  onScale: (what, scale) => edit({ do: 'rescale', what, scale }),
  preview: (key, to) =>
    get(`${base}/views/${key.split('/')[1]}/pulled?sheet=${data.sheet}&to=${encodeURIComponent(to)}`),
  say: (words) => tell(words, false, 60000),
  onWrap: (what, width) => edit({ do: 'wrap', what, width: width.toFixed(2) }),
  onTwice: (key, near) => inPlace(key).then((done) => done || near()),
});
const focus = mountFocus(desk, {
  sheet,
  names: (key) =>
    data.views[key]?.name ||
    [...sheet.group(key).querySelectorAll('text')]
      .map((t) => t.textContent)
      .join(' ')
      .slice(0, 80) ||
    key.split('/')[0],
  selected: () => selected,
  onOpen: async (key) => {
    if (await inPlace(key)) return;
    await select(key);
    columns.open('column');
    toHead();
  },
  onMove: (what, dx, dy) => edit({ do: 'move', what, dx, dy }),
  onDelete: remove,
});
// A mark dragged on its parent moves the line or boundary that it shows.
function moved(what, dx, dy) {
  const [kind, id] = what.split('/');
  const does = { mark: 'drag mark', label: 'letter' }[kind];
  return edit(does ? { do: does, what: `view/${id}`, dx, dy } : { do: 'move', what, dx, dy });
}

// A size is changed where it stands; false where that can't be.
const size = mountInPlace({ desk, column, base, sheetId: () => data.sheet, group: sheet.group, open: select });
const inPlace = async (key) => key.startsWith('dimension/') && size.show(key);
const columns = mountColumns(document.querySelector('.drawing-page'), { onChange() {} });
sheet.select(selected);

const onLines = () => queue.then(() => refresh({ keepTyped: true }));
const shading = mountShading({ base, sheet, sheetId: () => data.sheet, version: () => version, onLines });
const tidied = mountTidied({
  svg: () => desk.querySelector('svg.sheet'),
  column,
  path: (what) => `${base}/tidied?${new URLSearchParams({ sheet: data.sheet, what })}`,
});
const compare = beforeAfter({ sheet: desk, column, path: (view) => `${base}/views/${view}/before-after` });

function show(state, { keepTyped = false } = {}) {
  compare.end();
  tidied.end();
  version = state.version;
  const other = state.on && state.on !== data.sheet;
  Object.assign(data, {
    homes: state.homes || data.homes,
    views: state.views || data.views,
    comments: state.comments || data.comments,
    sheet: state.on || data.sheet,
  });
  if (state.made) {
    selected = state.made;
    sheet.choose(selected);
    history.pushState({}, '', link({ sheet: state.on || data.sheet, select: selected }));
  }
  const held = focus.holds();
  sheet.replace(state.sheet, state.paper);
  if (held) focus.refocus();
  if (other) history.replaceState({}, '', link({ sheet: data.sheet }));
  shading.begin(state.waiting || []);
  if (!(keepTyped && typed(column))) fill(state.column);
  morph(bar, state.bar);
  others.again();
  comments.again();
  if (state.index) morph(index, state.index);
  if (state.pulse) live.know(state.pulse);
  if (state.told) tell(state.told);
}

const others = mountOthers({
  svg: () => desk.querySelector('svg.sheet'),
  group: sheet.group,
  name: (key) => data.views[key]?.name || key.split('/')[0],
  place: () => byId('others'),
});
const comments = mountComments({
  svg: () => desk.querySelector('svg.sheet'),
  group: sheet.group,
  comments: () => data.comments,
  onOpen: (key) => select(key).then(() => byId('comments')?.scrollIntoView()),
});
const live = watch({
  path: () => `${base}/pulse?${new URLSearchParams({ sheet: data.sheet, select: selected || '' })}`,
  pulse: data.pulse,
  onFound: (found) => others.show(found.others),
  soon: () => shading.waiting() || Boolean(column.querySelector('.checking')),
  onChange: () => (sheet.busy() ? live.know('') : queue.then(() => refresh({ keepTyped: true }))),
});

// Posts go one after another: a second key pressed before the first answer came is made on that answer's version, not
// mistaken for somebody else's change. What waits behind a refused post is dropped.
let queue = Promise.resolve();
let refused = 0;
shading.begin(data.waiting);

function send(path, body = {}) {
  if (body.do === 'tidy') tell('The layout rules are being run …', false, 60000);
  const before = refused;
  queue = queue.then(() => (before === refused ? attempt(path, body) : null));
  return queue;
}

async function attempt(path, body) {
  try {
    show(await post(base + path, { sheet: data.sheet, select: selected, base: version, ...body }));
    ask.hide();
  } catch (error) {
    refused += 1;
    sheet.settle();
    const question = error.data?.ask;
    if (question)
      ask.show(
        error.message,
        question.choices.map((c) => ({ words: c.words, act: () => send(path, { ...body, ...c.body }) })),
        question.link,
      );
    else if (error.data?.clash) await clashed(error, path, body);
    else {
      tell(error.message, true);
      if (error.status === 404) await refresh();
    }
  }
}

const edit = (what) => send('/edits', what);

// A later window lost the race: show theirs, keep mine at hand.
async function clashed(error, path, body) {
  await refresh({ keepTyped: true });
  ask.show(error.message, [{ words: 'Apply mine on top', act: () => send(path, body) }]);
}

async function refresh(how = {}) {
  try {
    show(await get(`${base}/state?sheet=${data.sheet}&select=${encodeURIComponent(selected)}`), how);
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
    if (found.version === version) fill(found.column);
    else await refresh();
  } catch (error) {
    tell(error.message, true);
  }
}

function select(key) {
  history.pushState({}, '', link({ sheet: data.sheet, ...(key ? { select: key } : {}) }));
  return turnTo(key);
}

window.addEventListener('popstate', () => turnTo(new URLSearchParams(location.search).get('select') || ''));

const hand = mountHand({
  sheet,
  desk,
  column,
  edit,
  selected: () => selected,
  refused: () => refused,
  snaps: (key) =>
    `${base}/${key.startsWith('view/') ? key.replace('view/', 'views/') + '/' : ''}snaps?sheet=${data.sheet}`,
});
mountCandidates({
  svg: () => desk.querySelector('svg.sheet'),
  column,
  path: (view) => `${base}/views/${view}/candidates?sheet=${data.sheet}`,
});
mountForms(column, { edit, send, upload, place: (given, form) => note.place(given, form), select: () => selected });
column.addEventListener('click', clicked);
index.addEventListener('click', clicked);

function clicked(event) {
  const target = event.target.closest(
    '[data-draw], [data-select], [data-edit], [data-update], [data-before-after], [data-to-template]',
  );
  if (!target) return;
  event.preventDefault();
  if (target.dataset.draw) {
    hand.begin(target);
    return;
  }
  if (target.dataset.beforeAfter) {
    compare.toggle(target.dataset.beforeAfter);
    return;
  }
  if (target.dataset.select !== undefined) chosen(target);
  else if (target.dataset.update)
    send('/update', {
      views: target.dataset.update === '*' ? null : [target.dataset.update],
      drop: Boolean(byId('drop-adrift')?.checked),
    });
  else if (target.dataset.toTemplate) send('/template', { template: target.dataset.toTemplate });
  else {
    const what = JSON.parse(target.dataset.edit);
    if (what.do === 'delete') remove(what.what);
    else edit(what);
  }
}

function chosen(target) {
  const then = select(target.dataset.select);
  if (target.dataset.compare) then.then(() => compare.toggle(target.dataset.compare));
  if (target.dataset.light)
    then.then(() => {
      sheet.light(target.dataset.light.split(' '));
      sheet.nearTo(target.dataset.select);
    });
}

mountPreview(column, { sheet, path: (id, to) => `${base}/dimensions/${id}/preview?sheet=${data.sheet}&to=${to}` });

const note = mountNote({ sheet, desk, edit, refused: () => refused });

index.addEventListener('change', (event) => {
  const { layer } = event.target.dataset;
  if (layer) edit({ do: 'layer', what: `layer/${layer}`, visible: event.target.checked });
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

mountBar(bar, { send, ask });
document.querySelectorAll('[data-zoom]').forEach((b) => b.addEventListener('click', () => sheet.zoom(b.dataset.zoom)));

mountKeys({
  sheet,
  selected: () => selected,
  asking: ask.open,
  leave: () => select(''),
  send,
  edit,
  remove,
  atCentre: note.atCentre,
});

const first = byId('told-first');
if (first) tell(first.dataset.told, false, 12000);
