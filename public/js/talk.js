// Talking to the server: JSON posts with the page's token, and telling the person what happened.

const token = () => document.querySelector('meta[name="csrf-token"]').content;

/** A refused request: status and the server's words and details. */
export class Refused extends Error {
  constructor(status, data) {
    super(data.error || `The server answered ${status}.`);
    this.status = status;
    this.data = data;
  }
}

/**
 * Posts data as JSON and resolves with the answer; rejects with Refused. signal: an AbortSignal that gives the request
 * up.
 */
export const post = (path, data = {}, signal = undefined) =>
  send(path, JSON.stringify(data), { 'Content-Type': 'application/json' }, signal);

/** Posts a form with its files. */
export const postForm = (path, form) => send(path, form, {});

// ms between tries, and for how long it is tried, while what the server rests on is away.
const PAUSE = 1500;
const PATIENCE = 90000;

let sent = Promise.resolve();

/** Resolves when nothing that was sent is still to be answered: what can wait asks then. */
export const settled = () => sent;

async function send(path, body, more, signal) {
  document.body.classList.add('busy');
  const answer = tried(() => once(path, body, more, signal));
  sent = Promise.allSettled([sent, answer]).then(() => {}); // (what became of them is not kept)
  try {
    return await answer;
  } finally {
    document.body.classList.remove('busy');
  }
}

async function once(path, body, more, signal) {
  const response = await fetch(path, {
    method: 'POST',
    headers: { Accept: 'application/json', 'X-CSRF-Token': token(), ...more },
    body,
    signal,
  });
  const answer = await response.json().catch(() => ({}));
  if (!response.ok) throw new Refused(response.status, answer);
  return answer;
}

/**
 * Does ask() until it is answered, as long as the server says that nothing was begun and the same may be sent again;
 * pause, patience: ms; say(words): what the person is told meanwhile.
 */
export async function tried(
  ask,
  { pause = PAUSE, patience = PATIENCE, say = (words) => tell(words, true, 60000) } = {},
) {
  const until = Date.now() + patience;
  let waited = false;
  for (;;) {
    try {
      const answer = await ask();
      if (waited) say('It is there again; your change is kept.');
      return answer;
    } catch (error) {
      if (!error.data?.again || Date.now() > until) throw error;
      if (!waited) say(`${error.message} Your change waits here.`);
      waited = true;
      await new Promise((done) => setTimeout(done, pause));
    }
  }
}

/** GETs JSON. */
export async function get(path) {
  const response = await fetch(path, { headers: { Accept: 'application/json' } });
  const answer = await response.json().catch(() => ({}));
  if (!response.ok) throw new Refused(response.status, answer);
  return answer;
}

let timer;

/** Shows a sentence for a while (ms; longer when it is bad news). */
export function tell(words, bad = false, ms = bad ? 9000 : 6000) {
  const place = document.getElementById('told');
  const line = document.createElement('p');
  line.textContent = words;
  line.classList.toggle('bad', bad);
  place.replaceChildren(line);
  clearTimeout(timer);
  timer = setTimeout(() => place.replaceChildren(), ms);
}
