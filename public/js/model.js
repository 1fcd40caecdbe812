// The model screen: 3D view, trying sizes, features and recipe text, keeping a revision.

import { mount } from './viewer.js';
import { get, post, tell } from './talk.js';
import { watch } from './live.js';
import { mount as mountExploding } from './exploding.js';
import { mount as mountArrangement } from './arrangement.js';
import { mount as mountCoverage } from './coverage.js';
import { mount as mountChain } from './chain.js';

const page = document.querySelector('.model-page');
const slug = page.dataset.model;
const byId = (id) => document.getElementById(id);
const viewerPlace = byId('viewer');
const faceWords = JSON.parse(byId('face-words').textContent);
let pointed = null; // the face under the pointer
let tried = null; // digest of what was tried and not kept
let shownGlb = viewerPlace.dataset.glb; // address of what is shown, as made

// The exact volume takes finer meshes: it is asked for once, after the picture.
function weigh() {
  const place = byId('volume');
  if (place.dataset.asked) return;
  place.dataset.asked = 'yes';
  const look = () =>
    get(place.dataset.mass).then(
      (m) => {
        if (m.waiting) setTimeout(look, 800);
        else place.textContent = m.words;
      },
      () => {
        place.textContent = 'volume unknown';
      },
    );
  look();
}

const viewer = (() => {
  try {
    return mount(viewerPlace, {
      onFace: (name) => {
        pointed = name;
        byId('face-name').textContent = (name && (faceWords[name] || name)) || 'Point at a face to see its name';
      },
      onBusy: (busy) => {
        byId('face-name').textContent = busy ? 'Making the picture …' : 'Point at a face to see its name';
        if (!busy) weigh();
        if (!busy) exploding?.again();
      },
      onError: () => tell('The 3D picture could not be loaded.', true),
    });
  } catch {
    viewerPlace.textContent = 'This browser shows no 3D here (WebGL is off). Everything else works.';
    weigh();
    return { load() {}, look() {}, seen: () => ({ direction: [0, 1, 0], up: [0, 0, 1] }) };
  }
})();
viewer.load(viewerPlace.dataset.glb);
let exploding = null;
document.addEventListener('click', (event) => {
  const look = event.target.closest('[data-look]')?.dataset.look;
  if (look) viewer.look(look);
});

// How the part is seen now is kept with the model, under a name or as its front.
async function keepLook(name) {
  try {
    const answer = await post(`/models/${page.dataset.model}/looks`, { name, ...viewer.seen() });
    byId('looks-kept').innerHTML = answer.part;
    byId('look-name').value = '';
    tell(answer.told);
  } catch (error) {
    tell(error.message, true);
  }
}
byId('looks-form')?.addEventListener('submit', (event) => {
  event.preventDefault();
  keepLook(byId('look-name').value);
});
byId('keep-front')?.addEventListener('click', () => keepLook('front'));

// An assembly's explosions and display sets: tried like sizes, kept as a revision.
const arrangement = byId('arrangement-place')
  ? mountArrangement({
      place: byId('arrangement-place'),
      choice: byId('explode'),
      button: byId('drag-parts'),
      picture: (state, afresh) => {
        const at = shownGlb + (shownGlb.includes('?') ? '&' : '?');
        viewer.load(state ? `${at}state=${encodeURIComponent(state)}` : shownGlb, afresh);
      },
      attempt: (asked) => attempt(asked),
      latest: !byId('recipe-text')?.readOnly,
      drag: (on) => exploding?.on(on),
    })
  : null;
if (arrangement && viewer.stage)
  exploding = mountExploding(viewer.stage, {
    say: (words) => {
      byId('face-name').textContent = words;
    },
    onStep: (step) => arrangement.step(step),
  });

if (byId('show-coverage'))
  mountCoverage({ button: byId('show-coverage'), place: byId('coverage-place'), paint: (map) => viewer.paint?.(map) });

if (byId('chain-form'))
  mountChain({
    form: byId('chain-form'),
    place: byId('chain-place'),
    pick: byId('chain-pick'),
    picture: viewerPlace,
    pointed: () => pointed,
    paint: (map) => viewer.paint?.(map),
  });

function fault(error) {
  const place = byId('faults');
  const list = document.createElement('ul');
  const faults = error.data?.faults || [{ reason: error.message }];
  list.append(
    ...faults.map((f) => {
      const item = document.createElement('li');
      item.textContent = [f.line && `Line ${f.line}`, f.path, f.reason].filter(Boolean).join(' · ');
      return item;
    }),
  );
  const head = document.createElement('b');
  head.textContent = 'This can\u2019t be built. The last good revision stays.';
  place.replaceChildren(head, list);
  const partial = error.data?.partial;
  if (partial) {
    viewer.load(partial.glb);
    const shown = document.createElement('p');
    shown.textContent = `The picture shows the part up to '${partial.before}'.`;
    place.append(shown);
  }
  place.hidden = false;
  place.scrollIntoView({ block: 'nearest' });
  const line = faults[0].line;
  if (line && document.activeElement === byId('check')) goTo(byId('recipe-text'), line);
}

function goTo(area, line) {
  const start =
    area.value
      .split('\n')
      .slice(0, line - 1)
      .join('\n').length + (line > 1 ? 1 : 0);
  area.setSelectionRange(
    start,
    area.value.indexOf('\n', start) < 0 ? area.value.length : area.value.indexOf('\n', start),
  );
}

// The trial under way: a later one takes its place, and the server gives up what nobody waits for.
let under = null;

// What was tried and not kept goes on in the next trial: all of it under another step, of sizes and features (which the
// page sends whole) only how the components are set out.
const before = (change) => tried && (change.do ? { trial: tried } : arrangement && { arranged: tried });

async function attempt(change) {
  under?.abort();
  const mine = new AbortController();
  under = mine;
  byId('faults').hidden = true;
  byId('keep').disabled = true; // (what is shown is not yet what was asked)
  const slow = setTimeout(() => {
    byId('building').hidden = false;
  }, 800);
  try {
    const trial = await post(`/models/${slug}/try`, { ...before(change), ...change }, mine.signal);
    tried = trial.same ? null : trial.digest;
    show(trial);
  } catch (error) {
    if (error.name !== 'AbortError') fault(error);
  } finally {
    clearTimeout(slow);
    if (under === mine) {
      under = null;
      byId('building').hidden = true;
      byId('keep').disabled = false;
    }
  }
}

byId('stop-building').addEventListener('click', () => under?.abort());

function show(trial) {
  shownGlb = trial.glb;
  if (trial.arrangement) arrangement.show(trial.arrangement);
  else viewer.load(trial.glb);
  byId('size-words').textContent = trial.size;
  trial.parameters.forEach((p) => {
    const place = document.querySelector(`[data-value="${CSS.escape(p.name)}"]`);
    if (place) place.textContent = p.value;
  });
  if (byId('recipe-text')) byId('recipe-text').value = trial.text;
  const lines = trial.changed.map((c) => `${c.name}: ${c.old ?? '–'} → ${c.new ?? '–'}`).concat(trial.warnings);
  byId('changed').replaceChildren(
    ...(lines.length ? lines : [trial.arrangement ? 'How components are set out.' : 'No number changes.']).map(
      (words) => {
        const item = document.createElement('li');
        item.textContent = words;
        return item;
      },
    ),
  );
  byId('trial').hidden = trial.same;
  byId('trial-flag').hidden = trial.same;
  if (trial.same) tell('Nothing is different from the kept revision.');
  else if (!trial.arrangement) byId('trial').scrollIntoView({ block: 'nearest' });
}

// Sizes and features that differ from what the page was loaded with.
function changes() {
  const sizes = {};
  const tolerances = {};
  document.querySelectorAll('#sizes-form input').forEach((i) => {
    if (i.value === i.defaultValue) return;
    if (i.name.startsWith('tolerance:')) tolerances[i.name.slice('tolerance:'.length)] = i.value;
    else sizes[i.name] = i.value;
  });
  document.querySelectorAll('#sizes-form select').forEach((s) => {
    if (!s.selectedOptions[0].defaultSelected) sizes[s.name] = s.value;
  });
  const features = {};
  document.querySelectorAll('[data-feature]').forEach((i) => {
    if (i.checked !== i.defaultChecked) features[i.dataset.feature] = i.checked;
  });
  return { sizes, fits: tolerances, features };
}

byId('sizes-form')?.addEventListener('submit', (e) => {
  e.preventDefault();
  attempt(changes());
});
document.querySelectorAll('[data-feature]').forEach((i) => i.addEventListener('change', () => attempt(changes())));
byId('check')?.addEventListener('click', () => attempt({ text: byId('recipe-text').value }));
byId('drop').addEventListener('click', () => location.reload());
byId('keep').addEventListener('click', async () => {
  try {
    const kept = await post(`/models/${slug}/revisions`, {
      trial: tried,
      note: byId('note').value,
      base: Number(page.dataset.base),
    });
    location.href = kept.href;
  } catch (error) {
    fault(error);
  }
});

// A revision that somebody (or a file) kept meanwhile is told; what is typed here stays until the page is loaded again.
watch({
  path: `/models/${slug}/pulse`,
  pulse: page.dataset.pulse,
  onChange() {
    const place = byId('moved-on');
    const link = document.createElement('a');
    link.href = `/models/${slug}`;
    link.textContent = 'Show it as it is now';
    place.replaceChildren('This model has moved on meanwhile. ', link);
    place.hidden = false;
  },
});
