/** The bench over the server: what is read comes from instruments that answer, or is said not to have come. */
import { createServer, type Server, type Socket } from 'node:net';
import { demos } from '../../core/catalogue';
import { benchPlan } from '../../core/bench';
import { serve, type Site } from '../main';

const databaseUrl = process.env['DEFT_TEST_DATABASE_URL'];
const built = process.env['DEFT_TEST_SERVER'];
const withDatabase = databaseUrl && built ? describe : describe.skip;
const plan = benchPlan(demos()[1]!)!;
const visit = '00000000-0000-4000-8000-0000000002ff';
const owner = (n: number): string =>
  `00000000-0000-4000-8000-0000000001${String(n).padStart(2, '0')}`;

withDatabase('the bench', () => {
  const sites: Site[] = [];
  const opened: Server[] = [];
  const begin = async (bench: Parameters<typeof serve>[0]['bench']): Promise<Site> => {
    const site = await serve({
      databaseUrl: databaseUrl!,
      host: '127.0.0.1',
      log: () => undefined,
      bench,
    });
    sites.push(site);
    return site;
  };
  let site: Site;
  beforeAll(async () => {
    site = await begin({ program: new URL('bench.mjs', built) });
  });
  afterAll(async () => {
    await Promise.all(sites.map((s) => s.close()));
    opened.forEach((s) => s.close());
  });
  const post = async (path: string, body: unknown, at = site) => {
    const r = await fetch(`${at.url}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return { status: r.status, body: await r.json() };
  };
  const free = (who: string, at = site) =>
    fetch(`${at.url}/api/bench/${who}/${visit}`, { method: 'DELETE' });

  test('stand-ins say who they are; a load is fed, read, and told as it truly is', async () => {
    const me = owner(1);
    const begun = await post('/bench', { owner: me, visit, plan, seed: 7 });
    expect(begun.body.isStandIn).toBe(true);
    expect(begun.body.instruments.map((i: any) => i.role)).toEqual([
      'supply',
      'meter',
      'load',
      'thermometer',
    ]);
    const act = (what: object) => post('/bench/do', { owner: me, ...what });
    await act({ do: 'connect', to: { to: 'load', place: 'teasel', state: 'menu' } });
    await act({ do: 'feed', volts: 5.06, limitA: 1, range: 'A' });
    const { body } = await act({ do: 'read', what: 'supply', times: 10 });
    const planned = plan.places.find((q) => q.id === 'teasel')!.draws!.menu;
    expect(body.samples).toHaveLength(10);
    for (const { amps, volts } of body.samples) {
      expect(Math.abs((amps * volts) / planned - 1)).toBeLessThan(0.5);
    }
    // On mA the same draw in a game is over the range.
    await act({ do: 'connect', to: { to: 'load', place: 'teasel', state: 'peak' } });
    await act({ do: 'feed', volts: 5.06, limitA: 2, range: 'mA' });
    expect((await act({ do: 'read', what: 'supply', times: 3 })).body).toEqual({
      samples: [],
      isOver: true,
    });
    await free(me);
  });

  test('a pack is emptied to its stop, which is read back first; the charge is counted', async () => {
    const me = owner(2);
    await post('/bench', { owner: me, visit, plan, seed: 7 });
    const act = (what: object) => post('/bench/do', { owner: me, ...what });
    await act({ do: 'connect', to: { to: 'cell' } });
    expect((await act({ do: 'draw', amps: 1, stopV: 3 })).status).toBe(200);
    const early = (await act({ do: 'read', what: 'load', times: 1 })).body.load;
    expect(early).toMatchObject({ isOn: true });
    await act({ do: 'pass', seconds: 20_000 });
    const { load } = (await act({ do: 'read', what: 'load', times: 1 })).body;
    expect(load.isOn).toBe(false);
    expect(Math.abs(load.ah / plan.cell.capacityAh - 1)).toBeLessThan(0.3);
    await free(me);
  });

  test('one page at a time; settings no instrument takes are said', async () => {
    const [a, b] = [owner(3), owner(4)];
    await post('/bench', { owner: a, visit, plan, seed: 1 });
    const refused = await post('/bench', { owner: b, visit, plan, seed: 1 });
    expect([refused.status, refused.body.error.message]).toEqual([
      409,
      'The instruments are in use by another page. They are free a minute after that one stops.',
    ]);
    const odd = await post('/bench/do', {
      owner: a,
      do: 'connect',
      to: { to: 'converter', place: 'roof' },
    });
    expect([odd.status, odd.body.error.message]).toEqual([
      409,
      'Nothing on the bench is called roof.',
    ]);
    expect((await post('/bench/do', { owner: a, do: 'feed', volts: 1e9 })).status).toBe(400);
    // A farewell that comes late, of the page before, ends nothing.
    await fetch(`${site.url}/api/bench/${a}/${owner(9)}`, { method: 'DELETE' });
    expect((await post('/bench', { owner: b, visit, plan, seed: 1 })).status).toBe(409);
    await free(a);
  });

  /** An instrument that says what it is told to say. */
  const fake = (answers: (asked: string, socket: Socket) => string | undefined): Promise<string> =>
    new Promise((resolve) => {
      const server = createServer((socket) => {
        socket.on('error', () => undefined);
        socket.on('data', (d) => {
          for (const line of d.toString().split('\n').filter(Boolean)) {
            const said = answers(line, socket);
            if (said !== undefined) socket.write(`${said}\n`);
          }
        });
      });
      opened.push(server);
      server.listen(0, '127.0.0.1', () => {
        resolve(`127.0.0.1:${(server.address() as { port: number }).port}`);
      });
    });

  test('real instruments: nonsense is left out, a refusal is said, one that hangs up is opened again; a load without its stop stays off', async () => {
    const heard: string[] = [];
    let meter = 'garbage';
    let error = '0,"No error"';
    let isHungUp = true;
    const supply = await fake((asked, socket) => {
      heard.push(asked);
      if (asked === '*IDN?') return 'MADE UP,SUPPLY,0,1';
      if (asked === 'SYST:ERR?') return error;
      if (asked === 'MEAS:VOLT?' && isHungUp) {
        isHungUp = false;
        socket.resetAndDestroy();
        return undefined;
      }
      return asked.endsWith('?') ? '5.00' : undefined;
    });
    const other = await begin({
      addresses: {
        supply,
        meter: await fake((asked) => {
          if (asked === 'READ?') return meter;
          return asked === '*IDN?' ? 'MADE UP,METER,0,1' : '0,"No error"';
        }),
        load: await fake((asked) => {
          heard.push(asked);
          if (asked === 'VOLT:PROT:LOW?') return '0.00';
          return asked.endsWith('?') ? '0,"No error"' : undefined;
        }),
      },
    });
    const me = owner(5);
    const begun = await post('/bench', { owner: me, visit, plan, seed: 1 }, other);
    expect(begun.body).toMatchObject({
      isStandIn: false,
      instruments: [{ name: 'MADE UP SUPPLY' }, { name: 'MADE UP METER' }, { role: 'load' }],
    });
    const act = async (what: object) => {
      const r = await post('/bench/do', { owner: me, ...what }, other);
      return r.status === 200 ? r.body : r.body.error.message;
    };
    expect(await act({ do: 'connect', to: { to: 'cell' } })).toMatch(/connect the part by hand/);
    expect(await act({ do: 'feed', volts: 5, limitA: 1, range: 'A' })).toEqual({});
    expect(heard).toEqual(expect.arrayContaining(['CURR 1', 'VOLT 5', 'OUTP ON']));
    // The limit is set before the output is on.
    expect(heard.indexOf('CURR 1')).toBeLessThan(heard.indexOf('OUTP ON'));
    const read = { do: 'read', what: 'supply', times: 1 };
    expect(await act(read)).toMatch(/^The meter answered something that is no reading/);
    for (const odd of ['1e99x', 'NaN', '-5000', '']) {
      meter = odd;
      expect(await act(read)).toMatch(/no reading/);
    }
    meter = '0.4200';
    expect(await act(read)).toMatch(/^The supply does not answer. What was read is kept/);
    expect(await act(read)).toEqual({ samples: [{ amps: 0.42, volts: 5 }], isOver: false });
    meter = '9.9E37';
    expect(await act(read)).toEqual({ samples: [], isOver: true });
    error = '-222,"Data out of range"';
    expect(await act({ do: 'feed', volts: 30, limitA: 5, range: 'A' })).toBe(
      'The supply refused a setting: Data out of range.',
    );
    expect(await act({ do: 'draw', amps: 1, stopV: 3 })).toMatch(
      /did not take its low-voltage stop/,
    );
    expect(heard).not.toContain('INP ON');
    await free(me, other);
    expect(heard.slice(-2)).toEqual(['INP OFF', 'OUTP OFF']);
  });
});
