// The rows of a sheet run: picked by click, shift-click, dragging and keys; set one by one or as many as are picked.
// Owns the table's body; knows nothing of previews or of the server.

// rows: [{ key, kind, number, name, … }]; lists: { templates, scales, views, kinds, outputs }; onChange(rows changed).
export function mount(body, rows, lists, { onChange, onPick }) {
  const picked = new Set();
  const shownKinds = new Set(rows.map((r) => r.kind));
  let anchor = null;
  let dragging = null;

  const visible = () => rows.filter((r) => shownKinds.has(r.kind));
  const target = () => (picked.size ? rows.filter((r) => picked.has(r.key)) : visible());

  function select(choices, value, label, set) {
    const box = document.createElement('select');
    box.setAttribute('aria-label', label);
    choices.forEach(([v, words]) => box.append(new Option(words, v, false, v === value)));
    box.addEventListener('change', () => set(box.value));
    const frame = document.createElement('span');
    frame.className = 'select is-small';
    frame.append(box);
    return frame;
  }

  const cell = (...content) => {
    const td = document.createElement('td');
    td.append(...content);
    return td;
  };

  function words(text, name = 'quiet') {
    const p = document.createElement('p');
    p.className = name;
    p.textContent = text;
    return p;
  }

  function link(href, text) {
    const a = document.createElement('a');
    a.href = href;
    a.textContent = text;
    return a;
  }

  function line(row) {
    const tr = document.createElement('tr');
    tr.dataset.key = row.key;
    tr.tabIndex = 0;
    tr.classList.toggle('is-picked', picked.has(row.key));
    tr.setAttribute('aria-selected', picked.has(row.key));
    const tick = document.createElement('input');
    tick.type = 'checkbox';
    tick.checked = row.make;
    tick.disabled = Boolean(row.why);
    tick.setAttribute('aria-label', `make ${row.number} ${row.name}`);
    tick.addEventListener('change', () => change([row], { make: tick.checked }));
    const what = cell(
      row.href ? link(row.href, row.name) : row.name,
      words(`${row.number} · ${lists.kinds[row.kind]}`),
    );
    if (row.told) what.append(words(row.told, 'warning-line'));
    if (row.why) what.append(words(`Can’t be drawn: ${row.why}`, 'warning-line'));
    const picture = document.createElement('div');
    picture.className = 'run-picture';
    picture.dataset.key = row.key;
    if (row.drawings.length) {
      const has = words('has already ');
      row.drawings.forEach((d, i) => has.append(...(i ? [', '] : []), link(d.href, d.number)));
      what.append(has);
    }
    const label = (column) => `${column} of ${row.number} ${row.name}`;
    const views = [['', 'by the choices'], ...lists.views.map((v) => [v, v])];
    const outputs = [['', 'as for all'], ...Object.entries(lists.outputs)];
    tr.append(
      cell(tick),
      cell(picture),
      what,
      cell(String(row.total)),
      cell(select(lists.templates, row.template, label('template'), (v) => change([row], { template: v }))),
      cell(
        select(
          lists.scales.map((s) => [s, s]),
          row.scale || 'fit',
          label('scale'),
          (v) => change([row], { scale: v }),
        ),
      ),
      cell(select(views, row.view || '', label('principal view'), (v) => change([row], { view: v }))),
      cell(select(outputs, row.output || '', label('output'), (v) => change([row], { output: v }))),
    );
    return tr;
  }

  // Values set on rows; pictures that stand are moved over, so that nothing flickers.
  function change(list, values) {
    list.forEach((r) => Object.assign(r, r.why && 'make' in values ? { ...values, make: false } : values));
    draw();
    onChange(list, values);
  }

  function draw() {
    const focus = document.activeElement?.getAttribute('aria-label') || document.activeElement?.dataset?.key;
    const kept = new Map([...body.querySelectorAll('.run-picture')].map((p) => [p.dataset.key, p]));
    body.replaceChildren(...visible().map(line));
    body.querySelectorAll('.run-picture').forEach((p) => {
      const here = kept.get(p.dataset.key) || p;
      if (here !== p) p.replaceWith(here);
      here.hidden = !rows.find((r) => r.key === here.dataset.key).make;
    });
    const again =
      focus &&
      (body.querySelector(`[aria-label="${CSS.escape(focus)}"]`) ||
        body.querySelector(`tr[data-key="${CSS.escape(focus)}"]`));
    if (again) again.focus({ preventScroll: true });
  }

  function pick(keys, add) {
    if (!add) picked.clear();
    keys.forEach((k) => picked.add(k));
    body.querySelectorAll('tr').forEach((tr) => {
      tr.classList.toggle('is-picked', picked.has(tr.dataset.key));
      tr.setAttribute('aria-selected', picked.has(tr.dataset.key));
    });
    onPick(picked.size);
  }

  function range(from, to) {
    const keys = visible().map((r) => r.key);
    const [a, b] = [keys.indexOf(from), keys.indexOf(to)].sort((x, y) => x - y);
    return a < 0 ? [to] : keys.slice(a, b + 1);
  }

  const rowAt = (event) => event.target.closest('tr[data-key]');
  const control = (event) => event.target.closest('a, input, select, button');
  body.addEventListener('pointerdown', (event) => {
    const tr = rowAt(event);
    if (!tr || control(event) || event.button !== 0) return;
    const key = tr.dataset.key;
    if (event.shiftKey && anchor) pick(range(anchor, key), event.ctrlKey || event.metaKey);
    else if ((event.ctrlKey || event.metaKey) && picked.has(key)) {
      picked.delete(key);
      pick([], true);
    } else {
      pick([key], event.ctrlKey || event.metaKey);
      anchor = key;
      dragging = key;
    }
  });
  body.addEventListener('pointerover', (event) => {
    const tr = dragging && event.buttons === 1 && rowAt(event);
    if (tr) pick(range(dragging, tr.dataset.key), false);
  });
  window.addEventListener('pointerup', () => (dragging = null));
  body.addEventListener('keydown', (event) => {
    const tr = rowAt(event);
    if (!tr || event.target !== tr) return;
    const list = [...body.querySelectorAll('tr')];
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      event.preventDefault();
      const next = list[list.indexOf(tr) + step];
      if (!next) return;
      next.focus();
      pick(event.shiftKey ? range(anchor || tr.dataset.key, next.dataset.key) : [next.dataset.key], false);
      if (!event.shiftKey) anchor = next.dataset.key;
    } else if (event.key === ' ') {
      event.preventDefault();
      const rowsNow = target();
      change(rowsNow, { make: !rowsNow.every((r) => r.make || r.why) });
    } else if (event.key === 'a' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      pick(
        visible().map((r) => r.key),
        false,
      );
    }
  });

  draw();
  return {
    set: (values) => change(target(), values),
    wanted: () => rows.filter((r) => r.make && !r.why),
    visible,
    showKinds(kinds) {
      shownKinds.clear();
      kinds.forEach((k) => shownKinds.add(k));
      pick([], false);
      draw();
    },
  };
}
