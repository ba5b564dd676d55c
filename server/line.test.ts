/** A line of text to an instrument: what cannot be reached is given up, what was on is turned off. */
import { createServer, type Server } from 'node:net';
import { Instruments } from './bench/instruments';
import { addressIn, type Address, Silent, TextLine } from './line';

const opened: Server[] = [];
afterEach(() => {
  for (const server of opened.splice(0)) server.close();
});

/** Answers every question with no error, and keeps what it was told. */
async function instrument(): Promise<{ at: string; told: string[]; gone: Promise<void> }> {
  const told: string[] = [];
  let left: () => void;
  const gone = new Promise<void>((resolve) => {
    left = resolve;
  });
  const server = createServer((socket) => {
    socket.on('data', (bytes) => {
      const lines = String(bytes).split('\n').filter(Boolean);
      told.push(...lines);
      for (const line of lines) if (line.endsWith('?')) socket.write('0,"No error"\n');
    });
    socket.on('error', () => undefined);
    socket.on('close', () => left());
  });
  await new Promise<void>((resolve) => {
    server.listen(0, '127.0.0.1', resolve);
  });
  opened.push(server);
  const { port } = server.address() as { port: number };
  return { at: `127.0.0.1:${port}`, told, gone };
}

describe('a line of text', () => {
  const echo = (said: string): string => said;
  test('what is never reached is given up, and asked again it is reached', async () => {
    const { at } = await instrument();
    const addresses = [new Promise<Address>(() => undefined), Promise.resolve(addressIn(at))];
    const line = new TextLine(() => addresses.shift()!, 20);
    await expect(line.ask('*IDN?', echo)).rejects.toBeInstanceOf(Silent);
    expect(await line.ask('*IDN?', echo)).toBe('0,"No error"');
    line.close();
  });
  test('nothing listens there: said at once', async () => {
    const { at } = await instrument();
    const server = opened.pop()!;
    await new Promise((resolve) => server.close(resolve));
    const line = new TextLine(() => Promise.resolve(addressIn(at)));
    await expect(line.ask('*IDN?', echo)).rejects.toBeInstanceOf(Silent);
  });
  test('closed while it is being reached, nobody waits on', async () => {
    const line = new TextLine(() => new Promise<Address>(() => undefined));
    const asked = line.ask('*IDN?', echo).catch((e: unknown) => e);
    await new Promise(setImmediate);
    line.close();
    expect(await asked).toBeInstanceOf(Silent);
  });
});

describe('a server that stops', () => {
  test('turns off what it turned on', async () => {
    const [supply, load] = await Promise.all([instrument(), instrument()]);
    const on = new Instruments({ addresses: { supply: supply.at, load: load.at } });
    await on.set('supply', 'VOLT 5', 'OUTP ON');
    await on.close();
    await Promise.all([supply.gone, load.gone]);
    expect(supply.told.at(-1)).toBe('OUTP OFF');
    expect(load.told).toEqual(['INP OFF']);
  });
  test('leaves alone what it never set, or has turned off already', async () => {
    const [supply, load] = await Promise.all([instrument(), instrument()]);
    const addresses = { supply: supply.at, load: load.at };
    const idle = new Instruments({ addresses });
    await idle.close();
    expect([supply.told, load.told]).toEqual([[], []]);
    const done = new Instruments({ addresses });
    await done.set('supply', 'OUTP ON');
    await done.off();
    await done.close();
    await supply.gone;
    expect(supply.told.filter((t) => t === 'OUTP OFF')).toHaveLength(1);
  });
});
