/** The board over the server: one owner at a time, every command checked, and back after it was lost. */
import { spawnSync } from 'node:child_process';
import { createServer, type Server } from 'node:net';
import { serve, type Site } from '../main';
import { connect } from '../store/schema';

const databaseUrl = process.env['DEFT_TEST_DATABASE_URL'];
const built = process.env['DEFT_TEST_SERVER'];
const withDatabase = databaseUrl && built ? describe : describe.skip;
const wiring = {
  keys: ['up', 'down', 'left'].map((key, i) => ({ key, code: 544 + i, plate: 'cross' })),
  plug: false,
};
const owner = (n: number): string => `00000000-0000-4000-8000-00000000000${n}`;

withDatabase('the board', () => {
  let site: Site;
  beforeAll(async () => {
    site = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      log: () => undefined,
      board: { program: new URL('board.mjs', built) },
    });
  });
  afterAll(() => site.close());
  const post = async (path: string, body: unknown, at = site) => {
    const r = await fetch(`${at.url}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return { status: r.status, body: await r.json() };
  };
  const free = (who: string) => fetch(`${site.url}/api/board/${who}`, { method: 'DELETE' });
  const sentence = (r: { body: any }): string => r.body.error.message;

  test('wired, pressed, mended: what it tells comes back as events', async () => {
    const me = owner(1);
    expect((await post('/board', { owner: me, wiring })).body).toEqual({ now: [], events: [] });
    const { body } = await post('/board/do', { owner: me, do: 'press', key: 'down' });
    expect(body.events.map((e: any) => [e.code, e.value])).toEqual([
      [545, 1],
      [545, 0],
    ]);
    const spoilt = { owner: me, wiring, spoil: { seed: 3, count: 1 } };
    expect((await post('/board', spoilt)).status).toBe(200);
    expect((await post('/board/do', { owner: me, do: 'reveal' })).body).toEqual({ mistakes: 1 });
    const mend = { do: 'exchange', keys: ['up', 'down'] };
    expect((await post('/board/do', { owner: me, do: 'mend', mend })).status).toBe(200);
    expect((await free(me)).status).toBe(204);
  });

  test('an old board: laid, probed, its table told', async () => {
    const me = owner(8);
    const board = { pads: ['1', '2', '3', '4'], keys: ['up', 'down'], seed: 3, slip: 0 };
    expect((await post('/board/kept', { owner: me, board })).status).toBe(200);
    const { body } = await post('/board/do', { owner: me, do: 'table' });
    const [{ key, pads }] = body.keys as [{ key: string; pads: [string, string] }];
    const probe = { red: { pad: pads[0] }, black: { pad: pads[1] } };
    const reads = async (p: object) =>
      (await post('/board/do', { owner: me, do: 'probe', probe: p })).body.reads;
    expect(await reads(probe)).toBe('open');
    expect(typeof (await reads({ ...probe, held: key }))).toBe('number');
    const odd = await post('/board/do', {
      owner: me,
      do: 'probe',
      probe: { ...probe, red: { pad: '9' } },
    });
    expect([odd.status, sentence(odd)]).toEqual([409, 'No pad is called 9.']);
    await free(me);
  });

  test('a serial pad: laid, captured at rest and with a key held', async () => {
    const me = owner(9);
    const pad = { keys: ['up', 'down'], seed: 3 };
    expect((await post('/board/serial', { owner: me, pad })).status).toBe(200);
    const rowsOf = async (capture: object) =>
      (await post('/board/do', { owner: me, do: 'capture', capture })).body.rows as string[];
    const [rest, held] = [await rowsOf({}), await rowsOf({ held: 'down' })];
    for (const row of [...rest, ...held]) expect(row).toMatch(/^\d+\.\d{9},[01],[01],[01]$/);
    expect([rest.length > 100, held.length > rest.length]).toEqual([true, true]);
    const odd = await post('/board/do', { owner: me, do: 'capture', capture: { held: 'roof' } });
    expect([odd.status, sentence(odd)]).toEqual([409, 'No key is called roof.']);
    await free(me);
  });

  test('one owner at a time; free once it is let go, or a minute after nobody came back', async () => {
    const [a, b] = [owner(2), owner(3)];
    expect((await post('/board', { owner: a, wiring })).status).toBe(200);
    const refused = await post('/board', { owner: b, wiring });
    expect([refused.status, sentence(refused)]).toEqual([
      409,
      'The board is in use by another page. It is free a minute after that one stops.',
    ]);
    await free(b);
    expect((await post('/board/do', { owner: b, do: 'rest' })).status).toBe(409);
    await free(a);
    expect((await post('/board', { owner: b, wiring })).status).toBe(200);
    const db = connect(databaseUrl!, 1);
    const { until } = await db
      .selectFrom('lease')
      .select('until')
      .where('name', '=', 'board')
      .executeTakeFirstOrThrow();
    const left = until.getTime() - Date.now();
    expect([left > 30_000, left < 90_000]).toEqual([true, true]);
    await db
      .updateTable('lease')
      .set({ until: new Date(0) })
      .execute();
    await db.destroy();
    expect((await post('/board', { owner: a, wiring })).status).toBe(200);
    await free(a);
  });

  test.each([
    ['no owner', '/board', { wiring }],
    [
      'sixty-one keys',
      '/board',
      { owner: owner(4), wiring: { ...wiring, keys: Array(61).fill(wiring.keys[0]) } },
    ],
    [
      'a code the kernel has not',
      '/board',
      { owner: owner(4), wiring: { keys: [{ key: 'up', code: 9e9 }], plug: false } },
    ],
    ['a line break in a key', '/board/do', { owner: owner(4), do: 'press', key: 'up\nREVEAL' }],
    [
      'a board of one pad',
      '/board/kept',
      { owner: owner(4), board: { pads: ['1'], keys: ['up'], seed: 1, slip: 0 } },
    ],
    [
      'a third half',
      '/board/do',
      { owner: owner(4), do: 'probe', probe: { red: { key: 'up', half: 3 }, black: { pad: '1' } } },
    ],
    ['an unknown mend', '/board/do', { owner: owner(4), do: 'mend', mend: { do: 'hammer' } }],
  ])('refused before it reaches the board: %s', async (_name, path, body) => {
    const r = await post(path, body);
    expect([r.status, r.body.error.code]).toEqual([400, 'bad-input']);
  });

  test('a key it does not have is said by the board, and it goes on', async () => {
    const me = owner(5);
    await post('/board', { owner: me, wiring });
    const r = await post('/board/do', { owner: me, do: 'press', key: 'roof' });
    expect([r.status, sentence(r)]).toEqual([409, 'No key is called roof.']);
    expect((await post('/board/do', { owner: me, do: 'press', key: 'up' })).status).toBe(200);
    await free(me);
  });

  test('killed under the server: one sentence, then a new one is wired', async () => {
    const me = owner(6);
    await post('/board', { owner: me, wiring });
    const ids = () =>
      spawnSync('pgrep', ['-P', String(process.pid), '-f', 'board.mjs'], { encoding: 'utf8' })
        .stdout.trim()
        .split('\n');
    const [child] = ids();
    process.kill(Number(child), 'SIGKILL');
    let r = await post('/board', { owner: me, wiring });
    for (; r.status !== 200; r = await post('/board', { owner: me, wiring })) {
      expect([r.status, r.body.error.code]).toEqual([503, 'board']);
    }
    expect(ids()).not.toEqual([child]);
    await free(me);
  });

  describe('at an address of its own', () => {
    let odd: Server;
    let other: Site;
    const lines: string[] = [];
    beforeAll(async () => {
      odd = createServer((socket) => {
        socket.on('error', () => undefined);
        socket.on('data', (d) => {
          lines.push(d.toString());
          const asked = d.toString();
          if (asked.startsWith('NOW')) socket.write('PRESSED 300 1e99 -4 what\nOK\n');
          else if (asked.startsWith('REST')) {
            socket.write('EV 1 2\nEV x y z\nEV 5 300 7\nEV 5 301 1\nOK\n');
          } else if (asked.startsWith('PRESS'))
          // As a process that is killed does it.
          {
            socket.resetAndDestroy();
          } else socket.write('OK\n');
        });
      });
      await new Promise<void>((resolve) => {
        odd.listen(0, '127.0.0.1', resolve);
      });
      const { port } = odd.address() as { port: number };
      other = await serve({
        databaseUrl: databaseUrl!,
        host: '127.0.0.1',
        log: () => undefined,
        board: { address: `127.0.0.1:${port}` },
      });
    });
    afterAll(async () => {
      await other.close();
      odd.close();
    });

    test('what is no event is left out; one that hangs up is said in a sentence', async () => {
      const me = owner(7);
      expect((await post('/board', { owner: me, wiring }, other)).body).toEqual({
        now: [300],
        events: [{ t: 5, code: 301, value: 1 }],
      });
      expect(lines[0]).toBe(`WIRE ${JSON.stringify(wiring)}\n`);
      const r = await post('/board/do', { owner: me, do: 'press', key: 'up' }, other);
      expect([r.status, sentence(r)]).toEqual([
        503,
        'The board does not answer. Nothing that was pressed is lost; try again, or begin the test anew.',
      ]);
      await free(me);
    });
  });
});
