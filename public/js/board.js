// The board keeps itself up to date: when something was kept or worked out anywhere, what it shows is fetched and put
// in place; ticks and what is folded open stay.

import { watch, morph } from './live.js';

const board = document.getElementById('board');

async function refresh() {
  const response = await fetch(location.href, { headers: { Accept: 'text/html' } });
  if (!response.ok) return;
  const fresh = new DOMParser().parseFromString(await response.text(), 'text/html').getElementById('board');
  if (!fresh) return;
  const told = document.getElementById('board-told');
  if (told && !fresh.querySelector('#board-told')) fresh.querySelector('.head-row').after(told.cloneNode(true));
  const unticked = new Set([...board.querySelectorAll('input[type=checkbox]:not(:checked)')].map((box) => box.value));
  fresh.querySelectorAll('input[type=checkbox]').forEach((box) => {
    if (unticked.has(box.value)) box.removeAttribute('checked');
  });
  Object.assign(board.dataset, fresh.dataset);
  morph(board, fresh.innerHTML, true);
}

watch({
  path: '/pulse',
  pulse: board.dataset.pulse,
  onChange: refresh,
  soon: () => Number(board.dataset.checking) > 0,
});
