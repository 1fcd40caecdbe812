// Shading and mass take longer than lines: a worker makes them, and they are put in unless the sheet has changed
// meanwhile. Lines that are not there yet are drawn because somebody looks at the sheet.

import { get, settled, tell } from './talk.js';

// ms between questions, and how many are asked.
const EVERY = 700;
const MOST = 200;

/** mount({ base, sheet, sheetId(), version(), onLines() }) returns { begin(views), waiting() }. */
export function mount({ base, sheet, sheetId, version, onLines }) {
  let waiting = false;
  let drawn = null; // what lines were asked for last

  const path = (view) =>
    view === 'mass' ? `${base}/furniture?sheet=${sheetId()}` : `${base}/views/${view}/shading?sheet=${sheetId()}`;
  const put = (view, svg) => (view === 'mass' ? sheet.swap(svg) : sheet.under(`view/${view}`, svg));

  async function wait(view, asked) {
    for (let tries = 0; tries < MOST && asked === version(); tries += 1) {
      const found = await get(path(view));
      if (found.version !== version()) return;
      if (!found.waiting) {
        put(view, found.svg);
        return;
      }
      if (tries === 1) tell(view === 'mass' ? 'The mass is being worked out …' : 'Shading is being worked out …');
      await new Promise((done) => {
        setTimeout(done, EVERY);
      });
      await settled(); // a change that is under way comes first
    }
  }

  // Once for a state of a sheet; when it can't be now, a worker does it.
  async function lines(asked) {
    const what = `${sheetId()} ${asked}`;
    if (what === drawn) return;
    drawn = what;
    await get(`${base}/lines?sheet=${sheetId()}`);
    if (asked === version()) await onLines();
  }

  return {
    waiting: () => waiting,
    begin(views) {
      waiting = views.length > 0;
      const asked = version();
      if (views.includes('lines')) lines(asked).catch(() => {});
      views
        .filter((view) => view !== 'lines')
        .forEach((view) => wait(view, asked).catch((error) => tell(error.message, true)));
    },
  };
}
