// A table of texts edited like a spreadsheet: arrows and Enter between cells, Shift picks several, fill down, copy and
// paste of rows and columns, and its own way back. Holds { headers, rows }; knows nothing of what the texts mean.

const MOST_BACK = 100;

/**
 * mount(table, { describe(header) -> { label, kind, empty, choices }, onChange(model) }) -> { load, model, addRow,
 * copyRow, dropRow, fillDown, back, addColumn, mark(problems), badge(row, state) }.
 */
export function mount(table, { describe, onChange }) {
  let headers = [];
  let rows = [];
  let marks = new Map(); // "row,column" -> words
  let badges = [];
  let at = [0, 0];
  let far = [0, 0];
  const past = [];

  const copyOf = () => ({ headers: [...headers], rows: rows.map((r) => [...r]) });
  const cellAt = (r, c) => table.querySelector(`input[data-row="${r}"][data-column="${c}"]`);
  const span = () => [
    Math.min(at[0], far[0]),
    Math.min(at[1], far[1]),
    Math.max(at[0], far[0]),
    Math.max(at[1], far[1]),
  ];

  function remember() {
    past.push(copyOf());
    if (past.length > MOST_BACK) past.shift();
  }

  function changed() {
    marks = new Map();
    onChange(copyOf());
  }

  function draw(focus = true) {
    const head = document.createElement('thead');
    const line = head.insertRow();
    line.append(corner());
    headers.forEach((h) => line.append(heading(h)));
    const body = document.createElement('tbody');
    rows.forEach((row, r) => body.append(rowOf(row, r)));
    table.replaceChildren(head, body);
    paint();
    if (focus) cellAt(...at)?.focus();
  }

  function corner() {
    const th = document.createElement('th');
    th.scope = 'col';
    th.innerHTML = '<span class="sr">Whether it can be built</span>';
    return th;
  }

  function heading(header) {
    const { label, kind, empty } = describe(header);
    const th = document.createElement('th');
    th.scope = 'col';
    const name = document.createElement('span');
    name.textContent = label;
    const more = document.createElement('span');
    more.className = 'quiet';
    more.textContent = [kind, empty && `usually ${empty}`].filter(Boolean).join(' · ');
    th.append(name, more);
    return th;
  }

  function rowOf(texts, r) {
    const tr = document.createElement('tr');
    const state = document.createElement('th');
    state.scope = 'row';
    state.className = 'grid-badge';
    state.dataset.badge = r;
    tr.append(state);
    headers.forEach((header, c) => {
      const td = tr.insertCell();
      const input = document.createElement('input');
      Object.assign(input.dataset, { row: r, column: c });
      input.value = texts[c] ?? '';
      const { empty, label, choices } = describe(header);
      input.placeholder = empty || '';
      input.setAttribute('aria-label', `${label}, ${texts[0] || `row ${r + 1}`}`);
      if (choices?.length) input.setAttribute('list', `choices-${header}`);
      input.autocomplete = 'off';
      input.spellcheck = false;
      td.append(input);
    });
    return tr;
  }

  function paint() {
    const [r0, c0, r1, c1] = span();
    table.querySelectorAll('input').forEach((input) => {
      const [r, c] = [Number(input.dataset.row), Number(input.dataset.column)];
      const several = r0 !== r1 || c0 !== c1;
      input.classList.toggle('picked', several && r >= r0 && r <= r1 && c >= c0 && c <= c1);
      const words = marks.get(`${r},${c}`);
      input.classList.toggle('wrong', Boolean(words));
      input.title = words || '';
      input.setAttribute('aria-invalid', words ? 'true' : 'false');
    });
    badges.forEach((badge, r) => {
      const place = table.querySelector(`[data-badge="${r}"]`);
      if (place) place.replaceChildren(...(badge ? [badge] : []));
    });
  }

  function go(r, c, extend = false) {
    const to = [Math.max(0, Math.min(rows.length - 1, r)), Math.max(0, Math.min(headers.length - 1, c))];
    far = to;
    if (!extend) at = to;
    paint(); // (what is picked stays so when the focus comes)
    cellAt(...to)?.focus();
    if (!extend) cellAt(...to)?.select();
  }

  function set(r, c, text) {
    while (rows.length <= r) rows.push(headers.map(() => ''));
    rows[r][c] = text;
  }

  function each(visit) {
    const [r0, c0, r1, c1] = span();
    for (let r = r0; r <= r1; r += 1) for (let c = c0; c <= c1; c += 1) visit(r, c);
  }

  function fillDown() {
    const [r0, c0, r1, c1] = span();
    remember();
    if (r0 === r1) {
      for (let c = c0; c <= c1; c += 1) if (r0 > 0) set(r0, c, rows[r0 - 1][c]);
    } else {
      each((r, c) => set(r, c, rows[r0][c]));
    }
    changed();
    draw();
  }

  function paste(text) {
    const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
    const parts = lines.map((l) => l.split('\t'));
    if (parts.length === 1 && parts[0].length === 1) return false;
    remember();
    const [r0, c0] = span();
    parts.forEach((line, i) => line.forEach((t, j) => c0 + j < headers.length && set(r0 + i, c0 + j, t.trim())));
    far = [r0 + parts.length - 1, Math.min(c0 + parts[0].length, headers.length) - 1];
    at = [r0, c0];
    changed();
    draw();
    return true;
  }

  function keys(event) {
    const input = event.target.closest('input[data-row]');
    if (!input) return;
    const [r, c] = event.shiftKey ? far : [Number(input.dataset.row), Number(input.dataset.column)];
    const inText = input.selectionStart !== input.selectionEnd ? false : true;
    const atEnd = inText && input.selectionStart === input.value.length;
    const atStart = inText && input.selectionStart === 0;
    const whole = !inText;
    const moves = {
      ArrowUp: () => go(r - 1, c, event.shiftKey),
      ArrowDown: () => go(r + 1, c, event.shiftKey),
      Enter: () => go(r + (event.shiftKey ? -1 : 1), c),
      ...(event.shiftKey || whole || atEnd ? { ArrowRight: () => go(r, c + 1, event.shiftKey) } : {}),
      ...(event.shiftKey || whole || atStart ? { ArrowLeft: () => go(r, c - 1, event.shiftKey) } : {}),
    };
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      return fillDown();
    }
    if (command && event.key.toLowerCase() === 'z' && past.length) {
      event.preventDefault();
      return back();
    }
    const [r0, c0, r1, c1] = span();
    if (event.key === 'Delete' && (r0 !== r1 || c0 !== c1)) {
      event.preventDefault();
      remember();
      each((y, x) => set(y, x, ''));
      changed();
      return draw();
    }
    if (!command && moves[event.key]) {
      event.preventDefault();
      moves[event.key]();
    }
  }

  table.addEventListener('keydown', keys);
  table.addEventListener('focusin', (event) => {
    const { row, column } = event.target.dataset;
    if (row === undefined || event.target.classList.contains('picked')) return;
    at = far = [Number(row), Number(column)];
    paint();
  });
  table.addEventListener('mousedown', (event) => {
    const input = event.target.closest('input[data-row]');
    if (!input) return;
    far = [Number(input.dataset.row), Number(input.dataset.column)];
    if (event.shiftKey) event.preventDefault();
    else at = far;
    paint();
  });
  let before;
  table.addEventListener('focusin', (event) => (before = event.target.value));
  table.addEventListener('change', (event) => {
    const { row, column } = event.target.dataset;
    if (row === undefined) return;
    if (before !== event.target.value) remember();
    set(Number(row), Number(column), event.target.value.trim());
    changed();
    paint();
  });
  table.addEventListener('copy', (event) => {
    const [r0, c0, r1, c1] = span();
    if (r0 === r1 && c0 === c1) return;
    event.preventDefault();
    const text = rows.slice(r0, r1 + 1).map((row) => row.slice(c0, c1 + 1).join('\t'));
    event.clipboardData.setData('text/plain', text.join('\n'));
  });
  table.addEventListener('paste', (event) => {
    if (paste(event.clipboardData.getData('text/plain'))) event.preventDefault();
  });

  function back() {
    const last = past.pop();
    if (!last) return;
    ({ headers, rows } = last);
    changed();
    draw();
  }

  /** The first column's text made one that no other row has. */
  function freeName(name) {
    const taken = new Set(rows.map((r) => r[0]));
    let n = 2;
    while (taken.has(`${name} ${n}`)) n += 1;
    return taken.has(name) ? `${name} ${n}` : name;
  }

  function insert(index, texts) {
    remember();
    rows.splice(index, 0, texts);
    badges = [];
    at = far = [index, 0];
    changed();
    draw();
  }

  return {
    load(model) {
      ({ headers, rows } = { headers: [...model.headers], rows: model.rows.map((r) => [...r]) });
      badges = [];
      marks = new Map();
      draw(false);
    },
    keepWay: remember,
    model: copyOf,
    addRow: () =>
      insert(
        rows.length,
        headers.map((_, c) => (c === 0 ? freeName('new') : '')),
      ),
    copyRow: () =>
      rows.length &&
      insert(
        at[0] + 1,
        rows[at[0]].map((t, c) => (headers[c] === 'number' ? '' : c === 0 ? freeName(t) : t)),
      ),
    dropRow() {
      if (!rows.length) return;
      remember();
      const [r0, , r1] = span();
      rows.splice(r0, r1 - r0 + 1);
      badges = [];
      at = far = [Math.max(0, Math.min(r0, rows.length - 1)), 0];
      changed();
      draw();
    },
    addColumn(header) {
      if (headers.includes(header)) return;
      remember();
      headers.push(header);
      rows.forEach((r) => r.push(''));
      changed();
      draw();
    },
    fillDown,
    back,
    /** Puts texts into a column. */
    fill(column, texts) {
      remember();
      texts.forEach((text, r) => set(r, column, text));
      changed();
      draw();
    },
    /** Marks cells: [[row, column, words], ...]. */
    mark(problems) {
      marks = new Map(problems.filter(([r, c]) => r !== null && c !== null).map(([r, c, w]) => [`${r},${c}`, w]));
      paint();
    },
    /** Shows a node at the head of each row. */
    badge(nodes) {
      badges = nodes;
      paint();
    },
  };
}
