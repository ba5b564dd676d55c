/** What a backup holds comes back; what is damaged is refused; nothing that is there is overwritten. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, type Unzipped, unzipSync, zipSync } from 'fflate';
import { demos, STARTER_PARTS } from '@deft/core/catalogue';
import type { Envelope, Project } from '@deft/core/model';
import { pictureSamples } from '../../core/formats/picture/samples.fixture';
import { readPicture } from '../../core/formats/picture';
import { serve } from '../main';
import { migrate } from '../migrations/index';
import { type OwnSchema, ownSchema } from '../schema.fixture';
import { Builds, envelopeOf } from '../store/builds';
import { Parts } from '../store/parts';
import { linesOf } from '../store/saves';
import { connect, type Db } from '../store/schema';
import { sha256 } from './archive';
import { Copies, writeBackup } from './copies';
import { doctor } from './doctor';
import { Backup, restore } from './restore';

const databaseUrl = process.env['DEFT_TEST_DATABASE_URL'];
const built = process.env['DEFT_TEST_SERVER'];
const withDatabase = databaseUrl ? describe : describe.skip;
const folder = mkdtempSync(join(tmpdir(), 'deft-backup-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const [half, , , wisp] = JSON.parse(JSON.stringify(demos())) as Project[] as [
  Project,
  Project,
  Project,
  Project,
];

/** A database with two builds: one with a history, a test fit and a picture. */
async function filled(db: Db): Promise<string[]> {
  await migrate(db);
  const builds = new Builds(db);
  const { key } = await builds.create(wisp);
  for (let i = 1; i <= 53; i++) {
    await builds.change(key, i, [{ op: 'replace', path: '/name', value: `state ${i + 1}` }]);
  }
  await builds.addEntry(key, 'revision', 'test fit 1', { document: half });
  const picture = readPicture(pictureSamples().jpeg);
  await builds.addAsset(key, picture.mime, picture.bytes);
  const other = await builds.create(half);
  await new Parts(db).put({ ...STARTER_PARTS[0]!, id: 'my-own' });
  return [key, other.key];
}

withDatabase('backups', () => {
  const schemas: OwnSchema[] = [];
  const opened: Db[] = [];
  const empty = async (): Promise<Db> => {
    const own = await ownSchema(databaseUrl!);
    schemas.push(own);
    const db = connect(own.url, 4);
    opened.push(db);
    return db;
  };
  let db: Db;
  let keys: string[];
  let path: string;
  let n = 0;
  beforeEach(async () => {
    db = await empty();
    keys = await filled(db);
    path = join(folder, `${n++}.zip`);
    await writeBackup(db, path);
  });
  afterEach(async () => {
    for (const d of opened.splice(0)) await d.destroy();
    for (const s of schemas.splice(0)) await s.drop();
  });
  const whole = async (of: Db): Promise<unknown[]> => {
    const parts = await new Parts(of).list();
    return Promise.all(
      keys.map(async (key) => [
        await envelopeOf(of, key, parts),
        await linesOf(of, key, 1000),
        (await new Builds(of).at(key, 20))?.document,
      ]),
    );
  };
  const restored = async (into: Db, only?: ReadonlySet<string>) => {
    const from = await Backup.open(path);
    try {
      return await restore(into, from, only);
    } finally {
      from.close();
    }
  };

  test('an empty database is as the first one was, with every state, and a second time changes nothing', async () => {
    const fresh = await empty();
    await migrate(fresh);
    const became = await restored(fresh);
    expect(became.map((b) => [b.key, b.became, b.withoutHistory])).toEqual(
      keys.map((key) => [key, 'restored', undefined]),
    );
    expect(await whole(fresh)).toEqual(await whole(db));
    expect((await new Parts(fresh).list()).map((p) => p.id)).toEqual(['my-own']);
    expect((await restored(fresh)).map((b) => b.became)).toEqual(['there', 'there']);
    expect(await new Builds(fresh).list()).toHaveLength(2);
    expect((await doctor(fresh)).filter((l) => l.fault)).toEqual([]);
    // And it is gone on with where it was.
    const next = [{ op: 'replace' as const, path: '/name', value: 'on' }];
    expect(await new Builds(fresh).change(keys[0]!, 54, next)).toMatchObject({ version: 55 });
  });

  test('what has gone on meanwhile stays, the older one comes beside it; one alone comes alone', async () => {
    const builds = new Builds(db);
    await builds.change(keys[0]!, 54, [{ op: 'replace', path: '/name', value: 'newer' }]);
    await builds.remove(keys[1]!);
    const became = await restored(db, new Set([keys[0]!]));
    expect(became.map((b) => [b.name, b.became])).toEqual([['state 54 (from a backup)', 'beside']]);
    expect((await builds.get(keys[0]!))?.document.name).toBe('newer');
    const made = await envelopeOf(db, became[0]!.key, []);
    expect([made?.revisions.length, made?.assets.length]).toEqual([1, 1]);
    // A deleted one comes back beside the deleted.
    const again = await restored(db, new Set([keys[1]!]));
    expect(again.map((b) => b.became)).toEqual(['beside']);
  });

  test('a build that went on elsewhere to as many saves is not taken for the same', async () => {
    await schemas[0]!.query(
      `update save set patch = '[{"op":"replace","path":"/name","value":"another"}]' where version = 54`,
    );
    const became = await restored(db, new Set([keys[0]!]));
    expect(became.map((b) => b.became)).toEqual(['beside']);
    expect((await new Builds(db).get(keys[0]!))?.document.name).toBe('another');
    expect((await new Builds(db).get(became[0]!.key))?.document.name).toBe(
      'state 54 (from a backup)',
    );
  });

  test('a build that cannot be read is left out, and told; the others are copied', async () => {
    await schemas[0]!.query(`delete from save where build = '${keys[1]}'`);
    await schemas[0]!.query(
      `update save set patch = '[{"op":"remove","path":"/a/b"}]' where version = 20`,
    );
    const third = await new Builds(db).create(wisp);
    const { builds, left } = await writeBackup(db, path);
    expect(builds.map((b) => b.key)).toEqual([keys[0], third.key]);
    expect(left.map((b) => b.key)).toEqual([keys[1]]);
    // Its last whole state is of version 50, so only states before it do not open.
    const log: string[] = [];
    const home = mkdtempSync(join(folder, 'left-'));
    await new Copies(db, home, (l) => log.push(l)).ofToday();
    expect(log.join()).toContain(keys[1]);
  });

  /** The archive again, with one of its files changed and, where it is told to, its sum with it. */
  const changed = (file: RegExp, to: (text: string) => string, honest = false): void => {
    const zip: Unzipped = unzipSync(readFileSync(path));
    const name = Object.keys(zip).find((f) => file.test(f))!;
    const before = Buffer.from(zip[name]!);
    const after = Buffer.from(to(before.toString('utf8')));
    zip[name] = after;
    if (honest) {
      const list = Buffer.from(zip['list.json']!).toString('utf8');
      zip['list.json'] = strToU8(
        list
          .replace(sha256(before), sha256(after))
          .replace(`"bytes": ${before.length}`, `"bytes": ${after.length}`),
      );
    }
    writeFileSync(path, zipSync(zip));
  };

  test.each<[string, () => void, string]>([
    ['no zip', () => writeFileSync(path, 'PK no'), 'This is no backup'],
    ['cut short', () => writeFileSync(path, readFileSync(path).subarray(0, 4000)), 'no backup'],
    [
      'a zip of other things',
      () => writeFileSync(path, zipSync({ a: strToU8('b') })),
      'no list.json',
    ],
    ['a newer one', () => changed(/list/, (t) => t.replace('backup/1', 'backup/9')), 'newer than'],
    [
      'a list of nonsense',
      () => changed(/list/, () => '{"format":"deft-shell-backup/1"}'),
      'damaged',
    ],
    [
      'a changed build',
      () => changed(/builds/, (t) => t.replace('state 54', 'state 55')),
      'damaged',
    ],
    ['a build that is none', () => changed(/builds/, () => '{"format":"x"}', true), 'a build says'],
    ['changed parts', () => changed(/parts/, (t) => `${t} `), 'damaged'],
  ])('%s is refused in a sentence, and nothing comes of it', async (_, spoil, sentence) => {
    spoil();
    const fresh = await empty();
    await migrate(fresh);
    const first = keys[0]!;
    await expect(restored(fresh, new Set([first]))).rejects.toThrow(sentence);
    expect(await new Builds(fresh).list()).toEqual([]);
  });

  test('a byte flipped anywhere is noticed, or harms nothing', async () => {
    const good = readFileSync(path);
    const wanted = await whole(db);
    let noticed = 0;
    for (let i = 0; i < 60; i++) {
      const bytes = Buffer.from(good);
      const at = Math.floor(((i + 0.5) * bytes.length) / 60);
      bytes[at] = bytes[at]! ^ 0x41;
      writeFileSync(path, bytes);
      try {
        const from = await Backup.open(path);
        try {
          for (const b of from.list.builds) {
            const envelope = JSON.parse((await from.envelope(b)).toString('utf8')) as Envelope;
            const same = wanted.some(
              (w) =>
                JSON.stringify((w as Envelope[])[0]!.document) ===
                JSON.stringify(envelope.document),
            );
            expect(same).toBe(true);
          }
        } finally {
          from.close();
        }
      } catch (e) {
        if (!/damaged|no backup|missing|newer than/.test((e as Error).message)) throw e;
        noticed++;
      }
    }
    expect(noticed).toBeGreaterThan(20);
  });

  test('a history that does not lead to the build is left out, and said; the build comes', async () => {
    changed(
      /history\/.*\.jsonl/,
      (t) => t.replace('state 30', 'state thirty').replace('state 54', 'other'),
      true,
    );
    const fresh = await empty();
    await migrate(fresh);
    const [first] = await restored(fresh, new Set([keys[0]!]));
    expect(first).toMatchObject({ became: 'restored', withoutHistory: true });
    expect(await new Builds(fresh).get(keys[0]!)).toMatchObject({ version: 54 });
    expect((await doctor(fresh)).filter((l) => l.fault)).toEqual([]);
  });

  test('a copy each day, seven kept; two servers make one; a build comes out of it through the page’s door', async () => {
    const home = mkdtempSync(join(folder, 'home-'));
    const copies = new Copies(db, home, () => undefined);
    const day = (d: number) => new Date(2026, 10, d, 3);
    for (let d = 1; d <= 9; d++) {
      const both = await Promise.all([
        copies.ofToday(day(d)),
        new Copies(db, home, () => undefined).ofToday(day(d)),
      ]);
      expect(both.filter(Boolean)).toHaveLength(1);
    }
    expect(await copies.ofToday(day(9))).toBe(false);
    const list = await copies.list();
    expect(list.map((c) => c.name)).toEqual([9, 8, 7, 6, 5, 4, 3].map((d) => `2026-11-0${d}.zip`));
    expect(list[0]!.builds.map((b) => b.key)).toEqual(keys);
    const site = await serve({
      databaseUrl: schemas[0]!.url,
      host: '127.0.0.1',
      copies: home,
      intake: built ? new URL('intake.worker.mjs', built) : undefined,
    });
    try {
      const at = `${site.url}/api/copies`;
      expect(((await (await fetch(at)).json()) as { copies: unknown[] }).copies).toHaveLength(7);
      const made = await fetch(`${at}/2026-11-09.zip/builds/${keys[0]}`, { method: 'POST' });
      expect([made.status, ((await made.json()) as { document: Project }).document.name]).toEqual([
        201,
        'state 54',
      ]);
      const status = async (path_: string) =>
        (await fetch(`${at}/${path_}`, { method: 'POST' })).status;
      expect(await status(`2026-11-01.zip/builds/${keys[0]}`)).toBe(404);
      expect(await status(`..%2f..%2fx.zip/builds/${keys[0]}`)).toBe(404);
      expect(await status(`2026-11-09.zip/builds/${'0'.repeat(8)}`)).toBe(404);
      // A damaged copy is passed over in the list and refused by name.
      writeFileSync(join(home, '2026-11-09.zip'), 'no');
      expect(((await (await fetch(at)).json()) as { copies: unknown[] }).copies).toHaveLength(6);
      expect(await status(`2026-11-09.zip/builds/${keys[0]}`)).toBe(400);
    } finally {
      await site.close();
    }
  });

  test.each<[string, string, RegExp]>([
    [
      'a lost last state',
      `delete from save where version = 54`,
      /is at version 54, but its last state is 53/,
    ],
    ['a lost state between', `delete from save where version = 30`, /lacks states/],
    [
      'a change that leads nowhere',
      `update save set patch = '[{"op":"remove","path":"/a/b"}]' where version = 53`,
      /does not open/,
    ],
    [
      'a state that is no build',
      `update save set whole = '{"format":"deft-shell/2"}' where whole is not null`,
      /does not open/,
    ],
    ['another picture', `update asset set bytes = 'x'`, /is not the one its name says/],
    ['a part that is none', `update part set document = '{}'`, /does not open/],
    ['a test fit that holds nothing', `update entry set body = '{}'`, /does not open/],
  ])('the doctor names %s, and what to do', async (_, spoil, fault) => {
    expect((await doctor(db)).filter((l) => l.fault)).toEqual([]);
    await schemas[0]!.query(spoil);
    const [first] = (await doctor(db)).filter((l) => l.fault);
    expect(first?.fault).toMatch(fault);
    expect(first?.cure?.length).toBeGreaterThan(20);
  });

  test('the doctor looks at the copies: none, old, damaged, sound', async () => {
    const home = mkdtempSync(join(folder, 'doctor-'));
    const told = async (now = new Date()) =>
      (await doctor(db, home, now)).find((l) => l.what === 'Nightly copies');
    expect((await told())?.fault).toMatch(/none yet/);
    await new Copies(db, join(home, 'copies'), () => undefined).ofToday();
    expect((await told())?.found).toMatch(/^1, the last of/);
    expect((await told(new Date(Date.now() + 3 * 86_400_000)))?.fault).toMatch(/last one is of/);
    const name = `copies/${(await new Copies(db, join(home, 'copies'), () => undefined).list())[0]!.name}`;
    writeFileSync(join(home, name), readFileSync(join(home, name)).subarray(0, 900));
    expect((await told())?.fault).toMatch(/damaged/);
  });
});
