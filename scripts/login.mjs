/**
 * `npm run prove login`: what 100 wrong passwords cost whoever is signed in: the waits of signed-in
 * requests while they are tried, ten at a time and all at once, beside the same requests without.
 */
import { fork } from 'node:child_process';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { say } from './folders.mjs';

const TRIES = 100;
const ROUNDS = 10;
/** Tries under way together; a browser opens six connections. */
const TOGETHER = [10, TRIES];
const WARM_MS = 500;
const LATE_MS = 50;
const PASSWORD = 'tin-opener';

const signIn = (url, password) =>
  fetch(`${url}/login`, {
    method: 'POST',
    redirect: 'manual',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ password }),
  });

const [, , role, ...given] = process.argv;
if (role === 'serve') await serveAll(...given);
else if (role === 'ask') await ask(...given);
else await measured();

async function serveAll(databaseUrl) {
  const { builtServer } = await import('./site.mjs');
  const { serve } = await import(await builtServer());
  const sites = [];
  // A door stays shut for the rest of a minute, so each round has its own.
  // One more: the first round of all only warms the program up.
  for (let i = 0; i <= ROUNDS * TOGETHER.length; i++) {
    sites.push(await serve({ databaseUrl, host: '127.0.0.1', password: PASSWORD }));
  }
  process.on('message', async () => {
    await Promise.all(sites.map((s) => s.close()));
    process.disconnect();
  });
  process.send(sites.map((s) => s.url));
}

/** One request after the other until told to stop: how long each waited, in ms. */
async function ask(url, cookie) {
  const times = [];
  let isOver = false;
  process.once('message', () => {
    isOver = true;
  });
  while (!isOver) {
    const begin = performance.now();
    const r = await fetch(`${url}/api/builds`, { headers: { cookie } });
    if (!r.ok) throw new Error(`signed in, and ${r.status}`);
    await r.arrayBuffer();
    times.push(performance.now() - begin);
    await wait(2);
  }
  process.send(times);
  process.disconnect();
}

/** What whoever is signed in waits, asking from a process of its own, while something goes on. */
async function waited(url, cookie, meanwhile) {
  const child = fork(fileURLToPath(import.meta.url), ['ask', url, cookie]);
  await wait(WARM_MS);
  const result = await meanwhile();
  const times = once(child, 'message');
  child.send('over');
  // The first ones are of a program that is only being compiled.
  return { times: (await times)[0].slice(5), result };
}

/** On a machine that is shared a request waits now and then for nothing of ours: both are told. */
function figures(times) {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share) => sorted[Math.floor(share * (sorted.length - 1))].toFixed(1);
  const late = sorted.filter((t) => t >= LATE_MS).length;
  return `median ${at(0.5)} ms, p99 ${at(0.99)} ms, longest ${at(1)} ms, ${late} of ${sorted.length} took ${LATE_MS} ms or more`;
}

/** 100 wrong passwords, so many under way together: how each was answered. */
async function tried(url, together) {
  const answers = [];
  const one = async () => {
    for (let i = 0; i < TRIES / together; i++) answers.push((await signIn(url, 'wrong')).status);
  };
  await Promise.all(Array.from({ length: together }, one));
  return answers;
}

async function measured() {
  const { openCluster } = await import('./cluster.mjs');
  const name = `login-${process.pid}`;
  const cluster = await openCluster(name, { log: () => {} });
  const server = fork(fileURLToPath(import.meta.url), ['serve', cluster.url]);
  const [[first, ...urls]] = await once(server, 'message');
  const signedIn = async (url) => {
    const right = await signIn(url, PASSWORD);
    return right.headers.get('set-cookie').split(';')[0];
  };
  try {
    await waited(first, await signedIn(first), () => tried(first, TRIES));
    const quiet = [];
    const said = [];
    for (const together of TOGETHER) {
      const busy = [];
      let refused = 0;
      for (const url of urls.splice(0, ROUNDS)) {
        const cookie = await signedIn(url);
        quiet.push(...(await waited(url, cookie, () => wait(1000))).times);
        const { times, result } = await waited(url, cookie, () => tried(url, together));
        busy.push(...times);
        refused += result.filter((status) => status === 429).length;
      }
      said.push(`${together} at a time (${refused} told to wait): ${figures(busy)}`);
    }
    say(
      `${ROUNDS} rounds of ${TRIES} wrong passwords each; signed-in requests meanwhile: ${said.join('; ')}; without them: ${figures(quiet)}`,
    );
  } finally {
    server.send('end');
    await cluster.stop();
    rmSync(cluster.folder, { recursive: true, force: true });
    rmSync(`.deft/${name}.where.json`, { force: true });
  }
}
