/** What is told of a running server: lines, counts and a file to hand on, none of them with a builder's words. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { generate } from 'selfsigned';
import { demos } from '@deft/core/catalogue';
import { serve, type Site } from '../main';
import { type OwnSchema, ownSchema } from '../schema.fixture';
import type { Diagnostics } from './diagnostics';

const databaseUrl = process.env['DEFT_TEST_DATABASE_URL'];
const withDatabase = databaseUrl ? describe : describe.skip;

/** Stands in every document that is sent; it may stand nowhere else. */
const SECRET = 'a name nobody may read';
const document = { ...demos()[3]!, name: SECRET };

withDatabase('a server tells how it fares', () => {
  const logs = mkdtempSync(join(tmpdir(), 'deft-log-'));
  let own: OwnSchema;
  let site: Site;
  let key: string;
  const said: string[] = [];
  const asked: Array<{ path: string; id: string | null; status: number }> = [];
  const api = async (path: string, init?: RequestInit) => {
    const r = await fetch(`${site.url}${path}`, {
      ...init,
      headers: { 'content-type': 'application/json' },
    });
    asked.push({ path, id: r.headers.get('x-request-id'), status: r.status });
    return r;
  };
  beforeAll(async () => {
    own = await ownSchema(databaseUrl!);
    site = await serve({
      databaseUrl: own.url,
      host: '127.0.0.1',
      logs,
      log: (line) => said.push(line),
    });
    const made = await api('/api/builds', { method: 'POST', body: JSON.stringify({ document }) });
    ({ key } = (await made.json()) as { key: string });
    const patch = [{ op: 'replace', path: '/name', value: `${SECRET} again` }];
    const body = JSON.stringify({ basedOn: 1, patch, save: crypto.randomUUID() });
    await api(`/api/builds/${key}`, { method: 'PATCH', body });
    await api(`/api/builds/${key}`, { method: 'PATCH', body: '{"basedOn": 1' });
    await api('/api/builds/not-a-key');
  });
  afterAll(async () => {
    await site.close();
    await own.drop();
    rmSync(logs, { recursive: true, force: true });
  });

  /** The log with a line of each of these requests: a line is written after its answer has gone out. */
  async function linesOf(
    ids: ReadonlyArray<string | null>,
    each = 1,
  ): Promise<Array<Record<string, unknown>>> {
    for (;;) {
      const lines = (await diagnosed()).log as Array<Record<string, unknown>>;
      const of = (id: string | null) => lines.filter((l) => l['request'] === id);
      if (ids.every((id) => of(id).length >= each)) return lines;
    }
  }
  test('every request has a name of its own, and a line with how it ended', async () => {
    expect(new Set(asked.map((a) => a.id)).size).toBe(asked.length);
    const first = asked.slice(0, 4);
    const lines = await linesOf(first.map((a) => a.id));
    for (const { id, status } of first) {
      expect(lines.find((l) => l['request'] === id)).toMatchObject({ status, level: 30 });
    }
    expect(lines.map((l) => `${String(l['method'])} ${String(l['route'])}`)).toContain(
      'PATCH /api/builds/:key',
    );
  });

  test('counts say requests, times and acknowledged saves, in the open text format', async () => {
    const found = await (await fetch(`${site.url}/api/metrics`)).text();
    expect(found).toMatch(/^deft_saves_total 1$/m);
    expect(found).toMatch(/^deft_faults_total 0$/m);
    expect(found).toMatch(
      /^deft_request_seconds_count\{method="POST",route="\/api\/builds",status="201"\} 1$/m,
    );
    expect(found).toMatch(/^nodejs_eventloop_lag_p99_seconds /m);
  });

  test('the file to hand on holds counts, the doctor, the log, and not one word of a build', async () => {
    const file = await diagnosed();
    expect(file.database.builds).toBeGreaterThan(3);
    expect(file.doctor.map((l) => l.what)).toEqual(expect.arrayContaining(['Builds', 'Pictures']));
    expect(file.metrics.join()).toContain('deft_saves_total');
    // One state is spoilt: the doctor tells it, without its name.
    await own.query(`update build set version = version + 5 where key = $1`, [key]);
    const spoilt = await diagnosed();
    expect(spoilt.doctor.find((l) => l.fault)?.what).toBe(`Build "..." (${key})`);
    await own.query(`update build set version = version - 5 where key = $1`, [key]);
    for (const text of [
      JSON.stringify([file, spoilt]),
      readFileSync(join(logs, 'deft-shell.jsonl'), 'utf8'),
    ]) {
      expect(text).not.toContain(SECRET);
    }
  });

  test('a fault is a line with its kind; what the database quotes stays on the console', async () => {
    await own.query('alter table build rename to elsewhere');
    const r = await api('/api/builds');
    await own.query('alter table elsewhere rename to build');
    expect(r.status).toBe(503);
    const id = r.headers.get('x-request-id');
    // Its fault, and how it ended.
    const lines = await linesOf([id], 2);
    expect(lines.filter((l) => l['request'] === id)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ level: 50, fault: 'error 42P01' }),
        expect.objectContaining({ level: 30, status: 503, route: '/api/builds' }),
      ]),
    );
    expect(said.join('\n')).toContain('does not exist');
  });

  async function diagnosed(): Promise<Diagnostics> {
    const r = await fetch(`${site.url}/api/diagnostics`);
    expect(r.headers.get('content-disposition')).toContain('deft-shell-diagnostics.json');
    return (await r.json()) as Diagnostics;
  }
});

withDatabase('with a certificate', () => {
  test('pages come encrypted, the cookie is for encrypted pages alone, plain ones get nothing', async () => {
    const pair = await generate([{ name: 'commonName', value: 'workbench.invalid' }]);
    const site = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      password: 'tin-opener',
      tls: { cert: pair.cert, key: pair.private },
    });
    try {
      expect(site.url).toBe(`https://127.0.0.1:${site.port}`);
      const opened = await safely(`${site.url}/login`, 'password=tin-opener');
      expect(opened.status).toBe(303);
      expect(opened.cookie).toMatch(/; Secure/);
      const listed = await safely(`${site.url}/api/builds`, undefined, opened.cookie);
      expect(listed.status).toBe(200);
      await expect(fetch(`http://127.0.0.1:${site.port}/api/health`)).rejects.toThrow();
    } finally {
      await site.close();
    }
  });
});

/** Asks a server whose certificate nobody vouches for. */
function safely(url: string, form?: string, cookie = '') {
  return new Promise<{ status: number; cookie: string; body: string }>((resolve, reject) => {
    const sent = request(
      url,
      {
        method: form === undefined ? 'GET' : 'POST',
        rejectUnauthorized: false,
        headers: {
          cookie: cookie.split(';')[0],
          ...(form === undefined ? {} : { 'content-type': 'application/x-www-form-urlencoded' }),
        },
      },
      (r) => {
        const [set = ''] = r.headers['set-cookie'] ?? [];
        text(r).then((body) => resolve({ status: r.statusCode!, cookie: set, body }), reject);
      },
    );
    sent.on('error', reject);
    sent.end(form);
  });
}
