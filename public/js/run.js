// Follows a run until it is over: asks the server every so often and shows what it says.

import { get, tell } from './talk.js';

const place = document.getElementById('run');
const stop = document.getElementById('stop-run');
const OPENED = /^\/(drawings|templates|models|arrivals)\//;
const over = (state) => ['done', 'stopped', 'failed'].includes(state);

async function look() {
  try {
    const found = await get(`/runs/${place.dataset.run}/state`);
    place.innerHTML = found.html;
    place.dataset.state = found.state;
    if (over(found.state)) {
      stop?.remove();
      // What was waited for opens by itself: a drawing or a file for paper, a model or the question about it.
      if (found.state === 'done' && OPENED.test(found.href || '')) location.href = found.href;
      return;
    }
  } catch (error) {
    tell(error.message, true);
  }
  setTimeout(look, 700);
}

if (!over(place.dataset.state)) setTimeout(look, 400);
