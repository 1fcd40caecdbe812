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

async function send(path, body, more, signal) {
  document.body.classList.add('busy');
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { Accept: 'application/json', 'X-CSRF-Token': token(), ...more },
      body,
      signal,
    });
    const answer = await response.json().catch(() => ({}));
    if (!response.ok) throw new Refused(response.status, answer);
    return answer;
  } finally {
    document.body.classList.remove('busy');
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
