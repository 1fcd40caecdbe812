// What is posted while the database is away is sent again, once it was said that nothing was begun.

import test from 'node:test';
import assert from 'node:assert/strict';

const classes = new Set();
globalThis.document = {
  getElementById: () => null,
  querySelector: () => ({ content: 'token' }),
  body: { classList: { add: (name) => classes.add(name), remove: (name) => classes.delete(name) } },
};
const { post, settled, tried, Refused } = await import('../../public/js/talk.js');

const away = () => new Refused(503, { error: 'The database does not answer just now.', again: true });
const quick = { pause: 1, patience: 1000 };

test('a change waits and is made once the database is there again', async () => {
  const said = [];
  let asked = 0;
  const answer = await tried(
    async () => {
      asked += 1;
      if (asked < 4) throw away();
      return { version: 7 };
    },
    { ...quick, say: (words) => said.push(words) },
  );
  assert.deepEqual([answer, asked], [{ version: 7 }, 4]);
  assert.equal(said[0], 'The database does not answer just now. Your change waits here.');
  assert.equal(said.length, 2, 'told once that it waits, once that it is kept');
});

test('what may have been done is not sent again', async () => {
  let asked = 0;
  const broken = new Refused(503, { error: 'The database went away just now.', again: false });
  await assert.rejects(
    tried(async () => {
      asked += 1;
      throw broken;
    }, quick),
    (error) => error === broken,
  );
  assert.equal(asked, 1);
});

test('it is given up after a while, with the words of the server', async () => {
  await assert.rejects(
    tried(
      async () => {
        throw away();
      },
      { pause: 1, patience: 5, say: () => {} },
    ),
    /does not answer/,
  );
});

test('what can wait asks when everything sent is answered, whatever became of it', async () => {
  const answers = [];
  globalThis.fetch = () => new Promise((done) => answers.push(done));
  const order = [];
  await settled(); // nothing is under way
  const first = post('/a').then(() => order.push('first'));
  const second = post('/b').catch((error) => order.push(error.message));
  const later = settled().then(() => order.push('poll'));
  assert.ok(classes.has('busy'));
  answers[0]({ ok: true, json: async () => ({}) });
  await first;
  assert.deepEqual(order, ['first']);
  answers[1]({ ok: false, status: 422, json: async () => ({ error: 'no' }) });
  await Promise.all([second, later]);
  assert.deepEqual(order.sort(), ['first', 'no', 'poll']);
  assert.ok(!classes.has('busy'));
});
