/** Saves that say what changed, and the history they make. */
import { randomUUID } from 'node:crypto';
import { demos } from '@deft/core/catalogue';
import { type Patch, patched, type Project } from '@deft/core/model';
import { serve, type Site } from './main';
import { migrate } from './migrations/index';
import { ownSchema } from './schema.fixture';
import { connect } from './store/schema';

const databaseUrl = process.env['DEFT_TEST_DATABASE_URL'];
const withDatabase = databaseUrl ? describe : describe.skip;
const wisp = JSON.parse(JSON.stringify(demos()[3])) as Project;

withDatabase('saves that say what changed', () => {
  let site: Site;
  /** A second process on the same database. */
  let other: Site;
  beforeAll(async () => {
    site = await serve({ databaseUrl: databaseUrl!, host: '127.0.0.1' });
    other = await serve({ databaseUrl: databaseUrl!, host: '127.0.0.1' });
  });
  afterAll(async () => {
    await site.close();
    await other.close();
  });
  const api = async (method: string, path: string, body?: unknown, on = site) => {
    const r = await fetch(`${on.url}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    return { status: r.status, body: await r.json() };
  };
  const begun = async (): Promise<string> =>
    (await api('POST', '/builds', { document: wisp })).body.key;
  /** The same with another first part. */
  const withPart = (build: Project, other: object): unknown => {
    const [first, ...rest] = build.kit.parts;
    return { ...build, kit: { ...build.kit, parts: [{ ...first, ...other }, ...rest] } };
  };
  const named = (name: string) => [{ op: 'replace', path: '/name', value: name }];

  test('110 of them lead to the same document as the page has, and every state between opens', async () => {
    const key = await begun();
    let mine: Project = wisp;
    const states = [mine];
    for (let basedOn = 1; basedOn <= 110; basedOn++) {
      const patch: Patch =
        basedOn % 3
          ? [{ op: 'replace', path: '/name', value: `state ${basedOn + 1}` }]
          : [{ op: 'replace', path: '/layout/placements/0/x', value: basedOn / 7 }];
      // Now here, now at the other process: neither may go by what it remembers.
      const at = basedOn % 5 ? site : other;
      const r = await api('PATCH', `/builds/${key}`, { basedOn, patch }, at);
      expect([r.status, r.body.version]).toEqual([200, basedOn + 1]);
      mine = patched(mine, patch);
      states.push(mine);
    }
    for (const at of [site, other]) {
      const { document, version } = (await api('GET', `/builds/${key}`, undefined, at)).body;
      expect([version, document]).toEqual([111, mine]);
    }
    for (const version of [1, 2, 49, 50, 51, 99, 100, 101, 111]) {
      const { document } = (await api('GET', `/builds/${key}/history/${version}`)).body;
      expect([version, document]).toEqual([version, states[version - 1]]);
    }
    expect((await api('GET', `/builds/${key}/history/112`)).status).toBe(404);
    const { saves } = (await api('GET', `/builds/${key}/history`)).body;
    expect(saves.map((s: { version: number }) => s.version)).toEqual(
      Array.from({ length: 111 }, (_, i) => 111 - i),
    );
    expect([saves[0].words, saves[1].words, saves[110].words]).toEqual([
      'name of the build',
      'name of the build',
      'begun',
    ]);
    expect(saves.at(-4).words).toMatch(/^place of /);
    const { saves: older } = (await api('GET', `/builds/${key}/history?before=3`)).body;
    expect(older.map((s: { version: number }) => s.version)).toEqual([2, 1]);
  });

  test('of twenty at once one is taken; the others are told what stands, and a repeated one is known', async () => {
    const key = await begun();
    const answers = await Promise.all(
      Array.from({ length: 20 }, async (_, i) =>
        api('PATCH', `/builds/${key}`, { basedOn: 1, patch: named(`n${i}`) }, i % 2 ? site : other),
      ),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    const stood = (await api('GET', `/builds/${key}`)).body.document;
    for (const a of answers.filter((x) => x.status === 409)) {
      expect(a.body.current).toMatchObject({ version: 2, document: { name: stood.name } });
    }
    const save = randomUUID();
    const once = { basedOn: 2, patch: named('once'), save };
    const first = await api('PATCH', `/builds/${key}`, once);
    const again = await api('PATCH', `/builds/${key}`, once, other);
    expect([again.status, again.body]).toEqual([200, first.body]);
    expect((await api('PATCH', `/builds/${key}`, { ...once, save: randomUUID() })).status).toBe(
      409,
    );
  });

  test('a whole document on a state that is known is looked through as well', async () => {
    const key = await begun();
    const before = (await api('GET', `/builds/${key}`)).body.document;
    const refused = async (text: string) => {
      const r = await api('PUT', `/builds/${key}`, `{"basedOn":1,"document":${text}}`);
      return [r.status, r.body.error.field];
    };
    const text = (more: object) => JSON.stringify({ ...before, ...more });
    expect(await refused(text({ note: 'a\u0000' }))).toEqual([400, 'note']);
    expect(await refused(text({ way: 'by boat' }))).toEqual([400, 'way']);
    expect(await refused(text({}).replace('{', '{"__proto__":{"way":1},'))).toEqual([
      400,
      '__proto__',
    ]);
    const deep = `${'['.repeat(30_000)}${']'.repeat(30_000)}`;
    expect(await refused(text({ note: '@' }).replace('"@"', deep))).toEqual([
      400,
      expect.stringMatching(/^note(\.0)+$/),
    ]);
    expect((await api('GET', `/builds/${key}`)).body.version).toBe(1);
  });

  test('a build sent whole again and again is kept as it was sent, its mistakes are named as ever', async () => {
    const key = await begun();
    let now = (await api('GET', `/builds/${key}`)).body.document;
    for (let n = 1; n < 6; n++) {
      now = n % 2 ? { ...now, note: `Note ${n}` } : withPart(now, { name: `Part ${n}` });
      expect((await api('PUT', `/builds/${key}`, { basedOn: n, document: now })).status).toBe(200);
      if (n === 3) {
        const patch = [{ op: 'replace', path: '/name', value: 'Renamed' }];
        expect((await api('PATCH', `/builds/${key}`, { basedOn: 4, patch })).status).toBe(200);
        now = { ...now, name: 'Renamed' };
        n++;
      }
      expect((await api('GET', `/builds/${key}`)).body.document).toEqual(now);
    }
    const bad = { basedOn: 6, document: withPart(now, { family: 'spoon' }) };
    const r = await api('PUT', `/builds/${key}`, bad);
    expect([r.status, r.body.error.field]).toEqual([400, 'kit.parts.0.family']);
    const first = await api('GET', `/builds/${key}/history/2`);
    expect(first.body.document.note).toBe('Note 1');
  });

  test('changes that make no build are refused at their field, and nothing is saved', async () => {
    const key = await begun();
    const refused = async (patch: unknown) => {
      const r = await api('PATCH', `/builds/${key}`, { basedOn: 1, patch });
      return [r.status, r.body.error.field];
    };
    expect(await refused([{ op: 'replace', path: '/shell/bodies/0/wall/mm', value: 400 }])).toEqual(
      [400, 'shell.bodies.0.wall.mm'],
    );
    expect(await refused([{ op: 'remove', path: '/kit/items' }])).toEqual([400, 'kit.items']);
    expect(await refused([{ op: 'replace', path: '/name', value: 'a\u0000' }])).toEqual([
      400,
      'name',
    ]);
    expect(await refused([{ op: 'remove', path: '/kit/items/999/id' }])).toEqual([400, 'patch']);
    expect(await refused([])).toEqual([400, 'patch']);
    expect((await api('GET', `/builds/${key}`)).body.version).toBe(1);
    expect(
      (await api('PATCH', `/builds/${randomUUID()}`, { basedOn: 1, patch: named('x') })).status,
    ).toBe(404);
  });

  test('a build grown beyond 5 MB by changes is refused, and stays as it was', async () => {
    const key = await begun();
    const [part] = wisp.kit.parts;
    const [first] = part!.blocks;
    const blocks = Array.from({ length: 60 }, (_, i) => ({
      ...first!,
      id: `b${i}`,
      name: 'x'.repeat(180),
      removable: undefined,
    }));
    const more = (basedOn: number) =>
      api('PATCH', `/builds/${key}`, {
        basedOn,
        patch: Array.from({ length: 60 }, (_, i) => ({
          op: 'add',
          path: '/kit/parts/-',
          value: { ...part, id: `p${basedOn}-${i}`, blocks, connectors: [], note: 'x'.repeat(400) },
        })),
      });
    let version = 1;
    for (;;) {
      const r = await more(version);
      if (r.status !== 200) {
        expect([r.status, r.body.error.message]).toEqual([
          400,
          'The build would be larger than 5 MB.',
        ]);
        break;
      }
      version++;
    }
    const { body } = await api('GET', `/builds/${key}`);
    const size = JSON.stringify(body.document).length;
    expect(body.version).toBe(version);
    expect(size).toBeGreaterThan(2e6);
    expect(size).toBeLessThanOrEqual(5 * 1024 * 1024);
  });

  test('builds of a database before there was a history open as they were, and are gone on with', async () => {
    const own = await ownSchema(databaseUrl!);
    const db = connect(own.url, 2);
    try {
      await migrate(db, { upTo: '002-named-saves' });
      const key = randomUUID();
      const old = { ...wisp, format: 'deft-shell/1' };
      await own.query(`insert into build (key, name, version, document) values ($1, $2, 7, $3)`, [
        key,
        wisp.name,
        JSON.stringify(old),
      ]);
      await db.destroy();
      const told: string[] = [];
      const later = await serve({
        databaseUrl: own.url,
        host: '127.0.0.1',
        beforeMigrating: async (names) => void told.push(...names),
      });
      try {
        const { document, version } = (await api('GET', `/builds/${key}`, undefined, later)).body;
        expect([version, document]).toEqual([7, wisp]);
        // Whoever keeps the database was asked first, so that it could be copied as it was.
        expect(told[0]).toBe('003-every-save');
        const change = { basedOn: 7, patch: named('gone on') };
        expect((await api('PATCH', `/builds/${key}`, change, later)).status).toBe(200);
        const next = { basedOn: 8, patch: named('and on') };
        expect((await api('PATCH', `/builds/${key}`, next, later)).status).toBe(200);
        const now = (await api('GET', `/builds/${key}`, undefined, later)).body.document;
        expect(now).toEqual({ ...wisp, name: 'and on' });
        const { saves } = (await api('GET', `/builds/${key}/history`, undefined, later)).body;
        expect(saves.map((s: { words: string }) => s.words)).toEqual([
          'name of the build',
          'name of the build',
          'as it was kept',
        ]);
      } finally {
        await later.close();
      }
    } finally {
      await own.drop();
    }
  });
});
