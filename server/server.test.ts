import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '@deft/core/catalogue';
import { wrap } from '@deft/core/model';
import { readPicture } from '../core/formats/picture';
import { pictureSamples, SECRET } from '../core/formats/picture/samples.fixture';
import { serve, type Site } from './main';

const databaseUrl = process.env['DEFT_TEST_DATABASE_URL'];
const built = process.env['DEFT_TEST_SERVER'];
/** The import's own thread runs what was built. */
const intake = built ? new URL('intake.worker.mjs', built) : undefined;
const withDatabase = databaseUrl ? describe : describe.skip;
const wisp = JSON.parse(JSON.stringify(demos()[3])) as Record<string, unknown>;

withDatabase('the server', () => {
  let site: Site;
  const log: string[] = [];
  beforeAll(async () => {
    site = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      log: (l) => log.push(l),
      intake,
    });
  });
  afterAll(async () => {
    await site.close();
    expect(log).toEqual([]);
  });

  const api = async (method: string, path: string, body?: unknown, raw?: string) => {
    const r = await fetch(`${site.url}/api${path}`, {
      method,
      ...(body === undefined && raw === undefined
        ? {}
        : { body: raw ?? JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
    return { status: r.status, body: await r.json().catch((): any => undefined) };
  };
  /** fetch sets Host and Origin itself; this does not. */
  const bare = (headers: Record<string, string>, method = 'GET'): Promise<number> =>
    new Promise((resolve) => {
      const r = request(
        { host: '127.0.0.1', port: site.port, path: '/api/builds', method, headers },
        (res) => {
          res.resume();
          resolve(res.statusCode!);
        },
      );
      r.end();
    });

  test('test fits are kept whole beside the build, in order; one without a note or of no build is refused', async () => {
    const made = (await api('POST', '/builds', { document: wisp })).body;
    const at = `/builds/${made.key}/revisions`;
    expect((await api('GET', at)).body).toEqual({ revisions: [] });
    const first = await api('POST', at, { note: 'test fit 1', document: wisp });
    expect([first.status, first.body.revisions.map((r: { note: string }) => r.note)]).toEqual([
      201,
      ['test fit 1'],
    ]);
    await api('POST', at, { note: 'test fit 2', document: { ...wisp, name: 'later' } });
    const list = (await api('GET', at)).body.revisions as Array<{ id: string; note: string }>;
    expect(list.map((r) => r.note)).toEqual(['test fit 1', 'test fit 2']);
    expect((await api('GET', `${at}/${list[1]!.id}`)).body.document.name).toBe('later');
    expect(
      (await api('GET', `/builds/${made.key}/export`)).body.revisions.map(
        (r: { note: string }) => r.note,
      ),
    ).toEqual(['test fit 1', 'test fit 2']);
    expect((await api('POST', at, { note: '  ', document: wisp })).body.error).toMatchObject({
      field: 'note',
      message: 'A test fit needs a note, so that it is told from the others.',
    });
    expect(
      (await api('POST', at, { note: 'x', document: { ...wisp, format: 'other' } })).status,
    ).toBe(400);
    expect([
      (await api('GET', `${at}/999999`)).status,
      (await api('GET', `${at}/abc`)).status,
      (
        await api('POST', '/builds/00000000-0000-4000-8000-000000000000/revisions', {
          note: 'x',
          document: wisp,
        })
      ).status,
    ]).toEqual([404, 404, 404]);
  });
  test('many parts are kept all at once or not at all', async () => {
    const part = demos()[3]!.kit.parts[0]!;
    const tag = `bulk-${Date.now()}`;
    expect(
      (
        await api('PUT', '/parts/all', {
          parts: [
            { ...part, id: `${tag}-1` },
            { ...part, id: `${tag}-2` },
          ],
        })
      ).status,
    ).toBe(204);
    const refused = await api('PUT', '/parts/all', {
      parts: [
        { ...part, id: `${tag}-3` },
        { ...part, id: `${tag}-4`, price: -1 },
      ],
    });
    expect([refused.status, refused.body.error.field]).toEqual([400, 'parts.1.price']);
    const ids = ((await api('GET', '/parts')).body.parts as Array<{ id: string }>)
      .map((p) => p.id)
      .filter((id) => id.startsWith(tag))
      .sort();
    expect(ids).toEqual([`${tag}-1`, `${tag}-2`]);
    for (const id of ids) await api('DELETE', `/parts/${id}`);
    expect((await api('PUT', '/parts/all', { parts: [] })).status).toBe(400);
  });
  test('a save names the version it was based on; a stale one changes nothing and returns what is there', async () => {
    const made = (await api('POST', '/builds', { document: wisp })).body;
    expect(
      (await api('PUT', `/builds/${made.key}`, { basedOn: 1, document: { ...wisp, name: 'one' } }))
        .body,
    ).toMatchObject({ version: 2 });
    const stale = await api('PUT', `/builds/${made.key}`, {
      basedOn: 1,
      document: { ...wisp, name: 'two' },
    });
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({
      error: { code: 'stale' },
      current: { version: 2, document: { name: 'one' } },
    });
    expect((await api('GET', `/builds/${made.key}`)).body.document.name).toBe('one');
  });
  describe('pictures', () => {
    const send = async (key: string, bytes: Uint8Array, type: string) => {
      const r = await fetch(`${site.url}/api/builds/${key}/assets`, {
        method: 'POST',
        body: bytes as BodyInit,
        headers: { 'content-type': type },
      });
      return { status: r.status, body: await r.json() };
    };
    test('a picture is kept without place and remarks, travels in the envelope and into a copy', async () => {
      const made = (await api('POST', '/builds', { document: wisp })).body;
      const jpeg = pictureSamples().jpeg;
      const kept = await send(made.key, jpeg, 'image/jpeg');
      expect([kept.status, kept.body.w, kept.body.stripped > 30]).toEqual([201, 1, true]);
      expect((await send(made.key, jpeg, 'image/jpeg')).body.sha256).toBe(kept.body.sha256);
      const back = await fetch(`${site.url}/api/builds/${made.key}/assets/${kept.body.sha256}`);
      expect([
        back.headers.get('content-type'),
        back.headers.get('x-content-type-options'),
      ]).toEqual(['image/jpeg', 'nosniff']);
      expect(new TextDecoder('latin1').decode(await back.arrayBuffer())).not.toContain(SECRET);
      const envelope = (await api('GET', `/builds/${made.key}/export`)).body;
      expect(envelope.assets).toHaveLength(1);
      const copies = [
        (await api('POST', '/import', undefined, JSON.stringify(envelope))).body,
        (await api('POST', `/builds/${made.key}/duplicate`)).body,
      ];
      for (const c of copies) {
        expect(
          (await fetch(`${site.url}/api/builds/${c.key}/assets/${kept.body.sha256}`)).status,
        ).toBe(200);
      }
      const other = (await api('POST', '/builds', { document: wisp })).body;
      expect(
        (await fetch(`${site.url}/api/builds/${other.key}/assets/${kept.body.sha256}`)).status,
      ).toBe(404);
    });
    test('a copy of one’s own edits shows the pictures of the build it comes from', async () => {
      const made = (await api('POST', '/builds', { document: wisp })).body;
      const r = await fetch(`${site.url}/api/builds/${made.key}/assets`, {
        method: 'POST',
        body: pictureSamples().png as BodyInit,
        headers: { 'content-type': 'image/png' },
      });
      const { sha256 } = (await r.json()) as { sha256: string };
      const copy = await api('POST', '/builds', { document: wisp, picturesOf: made.key });
      const got = await fetch(`${site.url}/api/builds/${copy.body.key}/assets/${sha256}`);
      expect([copy.status, got.status]).toEqual([201, 200]);
      const bare = await api('POST', '/builds', { document: wisp });
      const none = await fetch(`${site.url}/api/builds/${bare.body.key}/assets/${sha256}`);
      expect(none.status).toBe(404);
    });
    test('what is no picture, and an imported one that is not what it says, is refused in a sentence', async () => {
      const made = (await api('POST', '/builds', { document: wisp })).body;
      expect(
        (await send(made.key, new TextEncoder().encode('<svg/>'), 'image/png')).body,
      ).toMatchObject({
        error: { field: 'picture', message: 'This is neither a JPEG nor a PNG picture.' },
      });
      expect(
        (await send('11111111-1111-4111-8111-111111111111', pictureSamples().png, 'image/png'))
          .status,
      ).toBe(404);
      const with_ = (bytes: Uint8Array, sha256: string) =>
        api(
          'POST',
          '/import',
          undefined,
          JSON.stringify({
            ...wrap(wisp as never),
            assets: [{ sha256, mime: 'image/png', base64: Buffer.from(bytes).toString('base64') }],
          }),
        );
      expect((await with_(pictureSamples().png, 'a'.repeat(64))).body.error.field).toBe(
        'assets.0.sha256',
      );
      expect(
        (
          await with_(
            pictureSamples().png,
            createHash('sha256').update(pictureSamples().png).digest('hex'),
          )
        ).body.error.message,
      ).toMatch(/carries other matter/);
    });
  });
  test("only the STEP reader's own worker may build code from text, and it reaches nothing but its own files", async () => {
    const web = mkdtempSync(join(tmpdir(), 'deft-web-'));
    mkdirSync(join(web, 'assets'));
    for (const f of [
      'index.html',
      'assets/step.worker-Ab_12.js',
      'assets/mesh.worker-Ab12.js',
      'assets/step.worker-Ab12.js.map',
    ]) {
      writeFileSync(join(web, f), '1');
    }
    const with_ = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      webDir: web,
      log: (l) => log.push(l),
    });
    const policy = async (path: string) =>
      (await fetch(`${with_.url}${path}`)).headers.get('content-security-policy');
    expect(await policy('/assets/step.worker-Ab_12.js')).toBe(
      "default-src 'none'; script-src 'self' 'unsafe-eval' 'wasm-unsafe-eval'; connect-src 'self'",
    );
    for (const path of [
      '/',
      '/assets/mesh.worker-Ab12.js',
      '/assets/step.worker-Ab12.js.map',
      '/assets/../step.worker-x.js',
      '/b/step.worker-x.js',
    ]) {
      expect([path, (await policy(path))!.includes("'unsafe-eval'")]).toEqual([path, false]);
    }
    await with_.close();
    rmSync(web, { recursive: true });
  });
  test('of 20 saves at once on one version exactly one is taken', async () => {
    const made = (await api('POST', '/builds', { document: wisp })).body;
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        api('PUT', `/builds/${made.key}`, { basedOn: 1, document: { ...wisp, name: `n${i}` } }),
      ),
    );
    expect(all.filter((r) => r.status === 200).length).toBe(1);
    expect(all.filter((r) => r.status === 409).length).toBe(19);
  });
  test.each<[string, unknown, string]>([
    [
      'a negative wall',
      {
        ...wisp,
        shell: {
          bodies: [
            { ...(wisp['shell'] as any).bodies[0], wall: { mm: -1, u: 0, how: 'calliper' } },
          ],
        },
      },
      'shell.bodies.0.wall.mm',
    ],
    ['a newer format', { ...wisp, format: 'deft-shell/99' }, 'format'],
    ['an unknown key', { ...wisp, extra: 1 }, 'extra'],
    ['a NUL in a name', { ...wisp, name: 'a\u0000b' }, 'name'],
    ['half a surrogate', { ...wisp, name: 'a\ud800b' }, 'name'],
  ])('%s is refused at its field and nothing is saved', async (_, document, field) => {
    const before = (await api('GET', '/builds')).body.builds.length;
    const r = await api('POST', '/builds', { document });
    expect([r.status, r.body.error.code]).toEqual([400, 'bad-input']);
    expect(r.body.error.field.endsWith(field)).toBe(true);
    expect((await api('GET', '/builds')).body.builds.length).toBe(before);
  });
  test('a 50 MB body, broken JSON, a forged prototype and 200 levels are refused in one sentence', async () => {
    const big = await api(
      'POST',
      '/builds',
      undefined,
      `{"document":"${'x'.repeat(50 * 1024 * 1024)}"}`,
    );
    expect([big.status, big.body.error.code]).toEqual([413, 'too-large']);
    for (const raw of [
      '{"document":',
      '{"document":{"__proto__":{}}}',
      `{"document":${'['.repeat(200)}${']'.repeat(200)}}`,
      '',
    ]) {
      const r = await api('POST', '/builds', undefined, raw);
      expect([r.status, typeof r.body.error.message]).toEqual([400, 'string']);
      expect(JSON.stringify(r.body)).not.toMatch(/at .*\.ts/);
    }
  });
  test('import is all or nothing, and an export of it is the same', async () => {
    const picture = readPicture(pictureSamples().png).bytes;
    const envelope = {
      ...wrap(wisp as never),
      revisions: [{ at: '2026-01-02T03:04:05.000Z', note: 'test fit 1', body: { document: wisp } }],
      parts: [demos()[3]!.kit.parts[0]!],
      assets: [
        {
          sha256: createHash('sha256').update(picture).digest('hex'),
          mime: 'image/png',
          base64: Buffer.from(picture).toString('base64'),
        },
      ],
    };
    const made = (await api('POST', '/import', envelope)).body;
    const out = (await api('GET', `/builds/${made.key}/export`)).body;
    expect(out).toEqual(JSON.parse(JSON.stringify(envelope)));
    const before = (await api('GET', '/builds')).body.builds.length;
    const bad = await api('POST', '/import', {
      ...envelope,
      assets: [{ sha256: 'short', mime: 'x', base64: 'AA' }],
    });
    expect(bad.status).toBe(400);
    expect((await api('GET', '/builds')).body.builds.length).toBe(before);
  });
  test('a build whose pictures or test fits did not come along is refused at the field', async () => {
    const sha = 'a'.repeat(64);
    const fit = (body: unknown) => ({
      ...wrap(wisp as never),
      revisions: [{ at: '2026-01-02T03:04:05.000Z', note: 'fit', body }],
    });
    const field = async (envelope: unknown) =>
      (await api('POST', '/import', envelope)).body.error?.field;
    expect(await field(fit({ a: 1 }))).toBe('revisions.0.body');
    expect(await field(fit({ document: { ...wisp, name: 7 } }))).toBe(
      'revisions.0.body.document.name',
    );
    expect(await field(fit({ document: wisp, photo: sha }))).toBe('revisions.0.body.photo');
    expect(await field(fit({ document: wisp }))).toBeUndefined();
    const underlay = {
      id: 'u',
      piece: 'front',
      asset: sha,
      w: 10,
      h: 10,
      how: { kind: 'scan', marks: [{ x0: 0, y0: 0, x1: 9, y1: 0, mm: 10 }] },
      lies: [
        [0, 0],
        [9, 0],
        [0, 9],
      ],
      fade: 0.5,
    };
    const drawn = (piece: string) => {
      const p = JSON.parse(JSON.stringify(wisp));
      p.shell.bodies[0].underlays = [{ ...underlay, piece }];
      return wrap(p);
    };
    expect(await field(drawn('front'))).toBe('document.shell.bodies.0.underlays.0.asset');
    expect(await field(drawn('nowhere'))).toBe('document.shell.bodies.0.underlays.0.piece');
  });
  test('14,000 log entries and 300 parts come in, in order', async () => {
    const at = '2026-01-02T03:04:05.000Z';
    const log = Array.from({ length: 14_000 }, (_, i) => ({ at, note: `entry ${i}`, body: i }));
    const part = demos()[3]!.kit.parts[0]!;
    const parts = Array.from({ length: 300 }, (_, i) => ({ ...part, id: `many-${i}` }));
    const made = await api('POST', '/import', { ...wrap(wisp as never), log, parts });
    expect(made.status).toBe(201);
    const out = (await api('GET', `/builds/${made.body.key}/export`)).body;
    expect(out.log).toEqual(log);
    const all = [...parts, { ...part, id: 'many-0', name: 'the later one' }];
    expect((await api('PUT', '/parts/all', { parts: all })).status).toBe(204);
    const kept = (await api('GET', '/parts')).body.parts as Array<{ id: string; name: string }>;
    expect(kept.filter((p) => p.id === 'many-0').map((p) => p.name)).toEqual(['the later one']);
    // The specs search the same library.
    for (const { id } of parts) await api('DELETE', `/parts/${id}`);
  });
  test('a save whose answer was lost is answered as it was; another page’s is not', async () => {
    const { key } = (await api('POST', '/builds', { document: wisp })).body;
    const save = '6b6d0c2e-6a1e-4a52-9d0a-0e5a1f1c2b3d';
    const other = '0f6d0c2e-6a1e-4a52-9d0a-0e5a1f1c2b3e';
    const put = (more: object) =>
      api('PUT', `/builds/${key}`, { basedOn: 1, document: wisp, ...more });
    const first = await put({ save });
    expect([first.status, first.body.version]).toEqual([200, 2]);
    expect((await put({ save })).body).toEqual(first.body);
    expect((await put({ save: other })).status).toBe(409);
    expect((await put({})).status).toBe(409);
    expect((await api('GET', `/builds/${key}`)).body.version).toBe(2);
  });
  test('faults of the sender are named as such, never as the database’s', async () => {
    const { key } = (await api('POST', '/builds', { document: wisp })).body;
    const far = { basedOn: 2 ** 31, document: wisp };
    expect((await api('PUT', `/builds/${key}`, far)).status).toBe(400);
    for (const id of ['a%00b', 'A B', '%F0%9F%98%80']) {
      expect([id, (await api('DELETE', `/parts/${id}`)).status]).toEqual([id, 404]);
    }
  });
  test('another host name and another site are turned away', async () => {
    const host = `127.0.0.1:${site.port}`;
    expect(await bare({ host })).toBe(200);
    expect(await bare({ host: 'rebound.example' })).toBe(403);
    expect(await bare({ host, origin: 'http://elsewhere.example' }, 'DELETE')).toBe(403);
    expect(await bare({ host, 'sec-fetch-site': 'cross-site' }, 'DELETE')).toBe(403);
  });
  test('deleted builds are gone until they are restored; keys that are no keys are 404', async () => {
    const made = (await api('POST', '/builds', { document: wisp })).body;
    expect((await api('DELETE', `/builds/${made.key}`)).status).toBe(204);
    expect((await api('GET', `/builds/${made.key}`)).status).toBe(404);
    expect((await api('PUT', `/builds/${made.key}`, { basedOn: 1, document: wisp })).status).toBe(
      404,
    );
    expect((await api('POST', `/builds/${made.key}/restore`)).status).toBe(204);
    expect((await api('GET', `/builds/${made.key}`)).body.document).toEqual(wisp);
    for (const k of ['1', "'; drop table build; --", '../../etc']) {
      expect((await api('GET', `/builds/${encodeURIComponent(k)}`)).status).toBe(404);
    }
  });
  test('the policy of its pages allows no script from elsewhere and no frame', async () => {
    const csp = (await fetch(`${site.url}/api/health`)).headers.get('content-security-policy')!;
    expect(csp).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(csp).toContain("frame-ancestors 'none'");
    expect(csp).not.toContain('upgrade-insecure-requests');
  });
  test('demos load once in a life, not whenever they are gone', async () => {
    const ids = (await api('GET', '/builds')).body.builds.map((b: { key: string }) => b.key);
    for (const id of ids) await api('DELETE', `/builds/${id}`);
    const again = await serve({ databaseUrl: databaseUrl!, host: '127.0.0.1' });
    expect(
      ((await (await fetch(`${again.url}/api/builds`)).json()) as { builds: unknown[] }).builds,
    ).toEqual([]);
    await again.close();
    for (const id of ids) await api('POST', `/builds/${id}/restore`);
  });
  test('beyond loopback it wants a password, and then a session', async () => {
    await expect(serve({ databaseUrl: databaseUrl!, host: '0.0.0.0' })).rejects.toThrow(
      'DEFT_PASSWORD',
    );
    const open = await serve({
      databaseUrl: databaseUrl!,
      host: '0.0.0.0',
      password: 'tin-opener',
    });
    const at = open.url;
    expect((await fetch(`${at}/api/builds`)).status).toBe(401);
    const login = (password: string) =>
      fetch(`${at}/login`, {
        method: 'POST',
        body: new URLSearchParams({ password }),
        redirect: 'manual',
      });
    expect((await login('wrong')).status).toBe(401);
    const cookie = (await login('tin-opener')).headers.get('set-cookie')!;
    expect(cookie).toContain('HttpOnly');
    expect(
      (await fetch(`${at}/api/builds`, { headers: { cookie: cookie.split(';')[0]! } })).status,
    ).toBe(200);
    const headers = { cookie: cookie.split(';')[0]! };
    expect(cookie).toMatch(/SameSite=Strict/);
    expect(cookie).toMatch(/Expires=/);
    // Another server on the same database knows it, unless the password is another.
    for (const [password, status] of [
      ['tin-opener', 200],
      ['crowbar', 401],
    ] as const) {
      const other = await serve({ databaseUrl: databaseUrl!, host: '127.0.0.1', password });
      expect((await fetch(`${other.url}/api/builds`, { headers })).status).toBe(status);
      await other.close();
    }
    // Gone out, the cookie opens nothing any more.
    await fetch(`${at}/logout`, { method: 'POST', headers, redirect: 'manual' });
    expect((await fetch(`${at}/api/builds`, { headers })).status).toBe(401);
    await open.close();
  });
  test('who is let in is in: the very next request is answered, however many log in at once', async () => {
    const open = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      password: 'tin-opener',
    });
    const entered = async (): Promise<number> => {
      const answer = await fetch(`${open.url}/login`, {
        method: 'POST',
        body: new URLSearchParams({ password: 'tin-opener' }),
        redirect: 'manual',
      });
      const cookie = answer.headers.get('set-cookie')!.split(';')[0]!;
      return (await fetch(`${open.url}/api/builds`, { headers: { cookie } })).status;
    };
    const statuses = new Set<number>();
    for (let round = 0; round < 20; round++) {
      const all = await Promise.all(Array.from({ length: 6 }, entered));
      all.forEach((status) => statuses.add(status));
    }
    await open.close();
    expect([...statuses]).toEqual([200]);
  });
  test('a password holds on loopback too; health tells only whose server it is', async () => {
    const run = 'this-run';
    const shut = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      password: 'tin-opener',
      run,
    });
    const status = async (path: string) => (await fetch(`${shut.url}${path}`)).status;
    expect([await status('/api/builds'), await status('/api/session')]).toEqual([401, 401]);
    expect(await (await fetch(`${shut.url}/api/health`)).json()).toEqual({ ok: true, run });
    await shut.close();
    expect((await api('GET', '/session')).body).toEqual({ locked: false });
  });
  test('twenty wrong passwords a minute are answered, the next ones have to wait, the right one too', async () => {
    const open = await serve({
      databaseUrl: databaseUrl!,
      host: '0.0.0.0',
      password: 'tin-opener',
    });
    const login = (password: string) =>
      fetch(`${open.url}/login`, {
        method: 'POST',
        body: new URLSearchParams({ password }),
        redirect: 'manual',
      });
    const tries = await Promise.all(Array.from({ length: 20 }, () => login('wrong')));
    expect(new Set(tries.map((r) => r.status))).toEqual(new Set([401]));
    for (const password of ['wrong', 'tin-opener']) {
      const shut = await login(password);
      expect(shut.status).toBe(429);
      expect(await shut.text()).toMatch(/Too many wrong passwords\. Wait \d+ s\./);
    }
    await open.close();
  });
});
