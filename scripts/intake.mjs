/**
 * What an import of 100 MB costs a running server: its peak memory, and the longest any other
 * request waits meanwhile. The server is a process of its own, as `npm start` makes it.
 */
import { fork } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { readFileSync, rmSync } from 'node:fs';
import { Readable } from 'node:stream';
import { crc32, deflateSync } from 'node:zlib';
import { openCluster } from './cluster.mjs';
import { say } from './folders.mjs';
import { builtServer } from './site.mjs';

const role = process.argv[2];
if (role === 'ask') await ask(process.argv[3]);
else if (role === 'serve') {
  const { serve } = await import(process.env.DEFT_SERVER);
  const site = await serve({ databaseUrl: process.env.DATABASE_URL, host: '127.0.0.1' });
  process.on('message', () => void site.close().then(() => process.exit(0)));
  process.send(site.url);
} else await measure();

/** A PNG of noise, about so many bytes: nothing in it can be packed. */
function picture(bytes) {
  const side = Math.floor(Math.sqrt(bytes / 3));
  const rows = Buffer.concat(
    Array.from({ length: side }, () => Buffer.concat([Buffer.from([0]), randomBytes(side * 3)])),
  );
  const chunk = (type, data) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const out = Buffer.alloc(8 + data.length + 4);
    out.writeUInt32BE(data.length, 0);
    body.copy(out, 4);
    out.writeUInt32BE(crc32(body) >>> 0, 8 + data.length);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows, { level: 0 })),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** An envelope with pictures up to about so many bytes, made as it is sent. */
function* envelope(base, total) {
  const text = JSON.stringify({ ...base, assets: [] });
  yield text.replace(/"assets":\[\]\}$/, '"assets":[');
  for (let sent = 0, n = 0; sent < total - 12e6; n++) {
    const bytes = picture(8e6);
    const asset = JSON.stringify({
      sha256: createHash('sha256').update(bytes).digest('hex'),
      mime: 'image/png',
      base64: bytes.toString('base64'),
    });
    sent += asset.length;
    yield `${n ? ',' : ''}${asset}`;
  }
  yield ']}';
}

/** Asks for the list again and again until it is told to stop, and tells the longest wait. */
async function ask(url) {
  let over = false;
  let longest = 0;
  let asked = 0;
  process.on('message', () => {
    over = true;
  });
  while (!over) {
    const begun = performance.now();
    await (await fetch(`${url}/api/builds`)).text();
    longest = Math.max(longest, performance.now() - begun);
    asked++;
  }
  process.send({ longest, asked });
  process.disconnect();
}

async function measure() {
  const cluster = await openCluster(`intake-${process.pid}`, { safe: false, log: () => {} });
  const child = fork(new URL(import.meta.url), ['serve'], {
    env: { ...process.env, DATABASE_URL: cluster.url, DEFT_SERVER: await builtServer() },
  });
  const url = await new Promise((resolve) => {
    child.once('message', resolve);
  });
  const peak = () =>
    Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`))[1]) / 1024;
  const { builds } = await (await fetch(`${url}/api/builds`)).json();
  const base = await (await fetch(`${url}/api/builds/${builds[0].key}/export`)).json();
  const asker = fork(new URL(import.meta.url), ['ask', url]);
  const before = peak();
  const sent = await fetch(`${url}/api/import`, {
    method: 'POST',
    body: Readable.toWeb(Readable.from(envelope(base, 100e6))),
    headers: { 'content-type': 'application/json' },
    duplex: 'half',
  });
  await sent.text();
  const told = new Promise((resolve) => {
    asker.once('message', resolve);
  });
  asker.send('stop');
  const { longest, asked } = await told;
  say(
    `import of 100 MB: ${sent.status}, peak memory of the server ${peak().toFixed(0)} MB (${before.toFixed(0)} before), longest other request ${longest.toFixed(0)} ms of ${asked}`,
  );
  child.send('stop');
  await new Promise((resolve) => {
    child.once('exit', resolve);
  });
  await cluster.stop();
  rmSync(cluster.folder, { recursive: true, force: true });
}
