// Copying as a set: find and replace over numbers and names with the result at once, clashes marked where they are.

import { post, tell } from './talk.js';

const data = JSON.parse(document.getElementById('copy-data').textContent);
const body = document.querySelector('#copies tbody');
const byId = (id) => document.getElementById(id);
const KINDS = { drawing: 'drawing', assembly: 'assembly', model: 'part' };
const typed = { numbers: {}, names: {} };
let rows = data.rows;
let left = new Set(rows.filter((r) => !r.copied).map((r) => r.key));
let asked = 0;

const form = byId('replace-form');
const wish = () => ({
  of: data.of,
  left: [...left],
  ...Object.fromEntries(['find', 'replace', 'find2', 'replace2'].map((name) => [name, form.elements[name].value])),
  free: form.elements.free.checked,
  numbers: typed.numbers,
  names: typed.names,
});

function field(row, kind, value, label) {
  const input = document.createElement('input');
  input.className = 'input is-small';
  input.maxLength = 80;
  input.value = value;
  input.disabled = !row.copied;
  input.setAttribute('aria-label', `${label} of the copy of ${row.number} ${row.name}`);
  input.addEventListener('change', () => {
    typed[kind][row.key] = input.value;
    look();
  });
  return input;
}

function cell(...content) {
  const td = document.createElement('td');
  td.append(...content);
  return td;
}

function line(row) {
  const tr = document.createElement('tr');
  tr.dataset.key = row.key;
  tr.classList.toggle('is-shared', !row.copied);
  const box = document.createElement('input');
  box.type = 'checkbox';
  box.checked = row.copied;
  box.setAttribute('aria-label', `copy ${row.number} ${row.name}`);
  box.addEventListener('change', () => {
    if (box.checked) left.delete(row.key);
    else left.add(row.key);
    look();
  });
  const number = cell(row.copied ? field(row, 'numbers', row.newNumber, 'number') : 'shared');
  row.problems.forEach((words) => {
    const note = document.createElement('p');
    note.className = 'warning-line';
    note.textContent = words;
    number.append(note);
  });
  tr.append(
    cell(box),
    cell(KINDS[row.kind] || row.kind),
    cell(row.number || ''),
    cell(row.name),
    number,
    cell(row.copied ? field(row, 'names', row.newName, 'name') : 'shared'),
  );
  return tr;
}

function draw() {
  const focus = document.activeElement?.getAttribute('aria-label');
  body.replaceChildren(...rows.map(line));
  if (focus) body.querySelector(`[aria-label="${CSS.escape(focus)}"]`)?.focus();
  const copied = rows.filter((r) => r.copied);
  const wrong = copied.filter((r) => r.problems.length).length;
  byId('copy-state').textContent =
    `${copied.length} copied, ${rows.length - copied.length} shared` + (wrong ? `; ${wrong} to mend first` : '');
  byId('copy').disabled = wrong > 0 || copied.length === 0;
}

async function look() {
  const mine = (asked += 1);
  try {
    const answer = await post('/copy/rows', wish());
    if (mine !== asked) return;
    rows = answer.rows;
    draw();
  } catch (error) {
    tell(error.message, true);
  }
}

let timer;
form.addEventListener('input', () => {
  clearTimeout(timer);
  timer = setTimeout(look, 200);
});
form.addEventListener('submit', (event) => event.preventDefault());
byId('copy').addEventListener('click', async () => {
  try {
    location.href = (await post('/copy', wish())).href;
  } catch (error) {
    tell(error.message, true);
  }
});
draw();
