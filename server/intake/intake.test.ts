/** What an import may cost the server: a file that is too much ends its own thread and nothing else. */
import { Readable } from 'node:stream';
import { demos } from '@deft/core/catalogue';
import { wrap } from '@deft/core/model';
import { serve, type Site } from '../main';
import { assembled, LONGEST_TEXT, MOST_VALUES } from './assemble';
import { tokensOf } from './tokens';

/** As it comes over a wire: in pieces that end anywhere. */
function* pieces(text: string): Generator<string> {
  for (let at = 0; at < text.length; at += 65_531) yield text.slice(at, at + 65_531);
}
const read = async (text: string) => {
  const pictures: unknown[] = [];
  const value = await assembled(tokensOf(pieces(text)), async (p, i) => {
    pictures[i] = p;
  });
  return { value, pictures };
};

test('what is put together is what JSON says, its pictures beside it', async () => {
  for (const p of demos()) {
    const assets = [{ sha256: 'x', mime: 'y', base64: 'AA', more: [{ a: [1, { b: null }] }] }, {}];
    const { value, pictures } = await read(JSON.stringify({ ...wrap(p), assets }));
    expect(value).toEqual(JSON.parse(JSON.stringify(wrap(p))));
    expect(pictures).toEqual(assets);
  }
  const odd = { a: [], b: { assets: [1, [2]] }, c: [true, false, null, -1.5e-7, 'ü"\\\n'] };
  expect((await read(JSON.stringify(odd))).value).toEqual(odd);
  expect((await read(`\uFEFF${JSON.stringify(odd)}`)).value).toEqual(odd);
});

test('limits hold while it is read', async () => {
  const many = `[${'1,'.repeat(MOST_VALUES + 5)}1]`;
  await expect(read(many)).rejects.toThrow('more than 3 million values');
  await expect(read('['.repeat(101) + ']'.repeat(101))).rejects.toThrow('more than 100 levels');
  await expect(read('{"a":{"__proto__":{"b":1}}}')).rejects.toThrow('__proto__');
  await expect(read(`["${'x'.repeat(LONGEST_TEXT + 1)}"]`)).rejects.toThrow('longer than any');
  await expect(read('{"assets":[1]}')).rejects.toThrow('three texts');
  await expect(read('{"a":')).rejects.toThrow(/^Parser/);
});

const url = process.env['DEFT_TEST_DATABASE_URL'];
const built = process.env['DEFT_TEST_SERVER'];
const intake = built ? new URL('intake.worker.mjs', built) : undefined;
const withDatabase = url ? test : test.skip;
let site: Site | undefined;
beforeAll(async () => {
  if (url) site = await serve({ databaseUrl: url, host: '127.0.0.1', intake });
});
afterAll(() => site?.close());

/** A body of this many MB, made as it is sent. */
function* body(mb: number, piece: string, before: string, after: string): Generator<Uint8Array> {
  const bytes = Buffer.from(piece.repeat(Math.ceil(65_536 / piece.length)));
  yield Buffer.from(before);
  for (let sent = 0; sent < mb * 1024 * 1024; sent += bytes.length) yield bytes;
  yield Buffer.from(after);
}
const send = async (chunks: Generator<Uint8Array>) => {
  const r = await fetch(`${site!.url}/api/import`, {
    method: 'POST',
    body: Readable.toWeb(Readable.from(chunks)) as ReadableStream,
    headers: { 'content-type': 'application/json' },
    duplex: 'half',
  } as RequestInit);
  return { status: r.status, said: (await r.json()).error?.message as string };
};

withDatabase(
  '94 MB of numbers, or of one text, are refused, and the server answers meanwhile',
  async () => {
    let answers = 0;
    let over = false;
    const asking = (async () => {
      while (!over) {
        expect((await fetch(`${site!.url}/api/builds`)).status).toBe(200);
        answers++;
      }
    })();
    expect(await send(body(94, '12345,', '[', '1]'))).toEqual({
      status: 400,
      said: 'The file holds more than 3 million values.',
    });
    expect((await send(body(94, 'x', '["', '"]'))).status).toBeGreaterThanOrEqual(400);
    expect((await send(body(101, ' ', '{', '}'))).status).toBe(413);
    over = true;
    await asking;
    expect(answers).toBeGreaterThan(3);
    const good = JSON.stringify(wrap(demos()[3]!));
    expect(
      (
        await send(
          (function* () {
            yield Buffer.from(good);
          })(),
        )
      ).status,
    ).toBe(201);
  },
);
