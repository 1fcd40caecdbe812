// A page that keeps itself up to date: the element with data-live (its own address) is fetched anew when its pulse is
// another one; ticks and what is folded open stay.

import { watch, morph } from './live.js';

const live = document.querySelector('[data-live]');

async function refresh() {
  const response = await fetch(location.href, { headers: { Accept: 'text/html' } });
  if (!response.ok) return;
  const fresh = new DOMParser().parseFromString(await response.text(), 'text/html').getElementById(live.id);
  if (!fresh) return;
  const unticked = new Set([...live.querySelectorAll('input[type=checkbox]:not(:checked)')].map((box) => box.value));
  fresh.querySelectorAll('input[type=checkbox]').forEach((box) => {
    if (unticked.has(box.value)) box.removeAttribute('checked');
  });
  Object.assign(live.dataset, fresh.dataset);
  morph(live, fresh.innerHTML, true);
}

watch({
  path: live.dataset.pulsePath,
  pulse: live.dataset.pulse,
  onChange: refresh,
  soon: () => Number(live.dataset.soon) > 0,
});
