/** What this browser keeps of the server's answers, and when it speaks in its place. */
import 'fake-indexeddb/auto';
import { demos } from '@deft/core/catalogue';
import { clear, keys, set } from 'idb-keyval';
import { ApiError } from './api';
import { forgetKept, keepBuild, knownBuilds, knownParts, openBuild } from './kept';

const [document] = demos();
const KEYS = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
const built = (key = KEYS[0]!, version = 3, savedAt = '2026-01-02T03:04:05.000Z') => ({
  key,
  version,
  savedAt,
  document: document!,
});
const listed = (key = KEYS[0]!) => ({
  key,
  name: 'A build',
  version: 3,
  savedAt: '2026-01-02T03:04:05.000Z',
  way: 'tv box',
});

/** What the server says to an address; nothing where it is away. */
let answers: Record<string, { status?: number; body: unknown }> | undefined;
const realFetch = globalThis.fetch;
/** What waits is written as soon as the page rests. */
const resting: Array<() => void> = [];
const rest = async (): Promise<void> => {
  for (const work of resting.splice(0)) work();
  // What was begun is written before what is asked after it.
  for (let i = 0; i < 20; i++) await keys();
};

beforeEach(async () => {
  await clear();
  answers = {};
  globalThis.fetch = ((address: string) => {
    const said = answers?.[address];
    if (answers === undefined) return Promise.reject(new TypeError('Failed to fetch'));
    return Promise.resolve(
      new Response(JSON.stringify(said?.body ?? {}), {
        status: said?.status ?? (said ? 200 : 404),
      }),
    );
  }) as typeof fetch;
  globalThis.requestIdleCallback = ((work: () => void) => resting.push(work)) as never;
});
afterEach(async () => {
  await rest();
  globalThis.fetch = realFetch;
});

const address = (key = KEYS[0]!) => `/api/builds/${key}`;

describe('a build', () => {
  test('comes from the server while it answers, and as it was last saved when it does not', async () => {
    answers = { [address()]: { body: built() } };
    expect(await openBuild(KEYS[0]!)).toEqual(built());
    await rest();
    answers = undefined;
    expect(await openBuild(KEYS[0]!)).toEqual({ ...built(), kept: true });
  });
  test('a later save is what is kept, also before it is written', async () => {
    answers = { [address()]: { body: built() } };
    await openBuild(KEYS[0]!);
    keepBuild(built(KEYS[0], 4));
    answers = undefined;
    expect((await openBuild(KEYS[0]!)).version).toBe(4);
    await rest();
    expect((await openBuild(KEYS[0]!)).version).toBe(4);
  });
  test('a database that is away is a server that is away; one that refuses is heard', async () => {
    answers = { [address()]: { body: built() } };
    await openBuild(KEYS[0]!);
    await rest();
    answers = { [address()]: { status: 503, body: {} } };
    expect((await openBuild(KEYS[0]!)).kept).toBe(true);
    answers = {};
    await expect(openBuild(KEYS[0]!)).rejects.toBeInstanceOf(ApiError);
    answers = { [address()]: { status: 401, body: {} } };
    await expect(openBuild(KEYS[0]!)).rejects.toMatchObject({ status: 401 });
  });
  test('an answer of no known shape is said to be that, and nothing older stands in for it', async () => {
    answers = { [address()]: { body: built() } };
    await openBuild(KEYS[0]!);
    await rest();
    answers = { [address()]: { body: { key: 1 } } };
    await expect(openBuild(KEYS[0]!)).rejects.toThrow('in a way this page does not know');
  });
  test('what was kept by another program and cannot be read is as if it were not there', async () => {
    await set(`deft-kept:build:${KEYS[0]}`, {
      key: KEYS[0],
      version: 1,
      document: { format: '?' },
    });
    answers = undefined;
    await expect(openBuild(KEYS[0]!)).rejects.toBeInstanceOf(TypeError);
  });
});

describe('the list', () => {
  test('as last seen, and builds that are gone from it are kept no longer', async () => {
    answers = {
      [address(KEYS[0])]: { body: built() },
      [address(KEYS[1])]: { body: built(KEYS[1]) },
    };
    await openBuild(KEYS[0]!);
    await openBuild(KEYS[1]!);
    await rest();
    answers = { '/api/builds': { body: { builds: [listed()] } } };
    expect(await knownBuilds()).toEqual({ builds: [listed()] });
    await rest();
    expect((await keys()).sort()).toEqual(['deft-kept:build:' + KEYS[0], 'deft-kept:builds']);
    answers = undefined;
    expect(await knownBuilds()).toEqual({ builds: [listed()], kept: true });
  });
  test('never seen, it is the builds that were opened, the last saved first', async () => {
    keepBuild(built(KEYS[0], 1, '2026-01-01T00:00:00.000Z'));
    keepBuild(built(KEYS[1], 2, '2026-02-01T00:00:00.000Z'));
    await rest();
    answers = undefined;
    const { builds, kept } = await knownBuilds();
    expect([builds.map((b) => b.key), kept]).toEqual([[KEYS[1], KEYS[0]], true]);
    expect(builds[0]).toMatchObject({ name: document!.name, way: document!.way, version: 2 });
  });
  test('with nothing kept the fault of the server is told', async () => {
    answers = undefined;
    await expect(knownBuilds()).rejects.toBeInstanceOf(TypeError);
    answers = { '/api/builds': { status: 401, body: {} } };
    await expect(knownBuilds()).rejects.toMatchObject({ status: 401 });
  });
});

test('parts of one’s own are there as well', async () => {
  const [part] = document!.kit.parts;
  answers = { '/api/parts': { body: { parts: [part] } } };
  expect(await knownParts()).toEqual([part]);
  await rest();
  answers = undefined;
  expect(await knownParts()).toEqual([part]);
});

test('who logs out leaves nothing of the server’s behind, and drafts stay', async () => {
  keepBuild(built());
  await rest();
  await set('deft-draft:x:y', { mine: true });
  await forgetKept();
  expect(await keys()).toEqual(['deft-draft:x:y']);
});
