/** Hands, play and chords: against every way to share keys out, and each mishap by hand. */
import fc from 'fast-check';
import { COVERAGE, demos } from '../catalogue';
import { sceneOf } from '../fit';
import { applied, doing, DUTIES, type Duties, type InputRole, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { chordFindings, chordsOf, freeChord, MEANT_MS } from './chords';
import { ledger } from './duties';
import { type Finger, heldTogether, type Reach, reaches, ROLL_MM } from './hands';
import { familyMaps, familySentence } from './maps';
import { pressedInPlay } from './play';

const FINGERS: readonly Finger[] = [
  'left thumb',
  'right thumb',
  'left forefinger',
  'right forefinger',
];
const ROLES: readonly InputRole[] = [
  'up',
  'down',
  'left',
  'right',
  'south',
  'east',
  'l1',
  'r1',
  'select',
  'start',
];
const someKeys = fc
  .uniqueArray(
    fc.record({
      role: fc.constantFrom(...ROLES),
      x: fc.integer({ min: 0, max: 60 }),
      y: fc.integer({ min: 0, max: 40 }),
      fingers: fc.subarray([...FINGERS], { minLength: 1, maxLength: 2 }),
    }),
    { selector: (k) => k.role, maxLength: 5 },
  )
  .map((keys) => keys.map((k): Reach => ({ ...k, id: k.role })));

/** By every assignment of keys to fingers, one after another, without giving up early. */
function holdable(keys: readonly Reach[]): boolean {
  const roles = keys.map((k) => k.role);
  if (roles.includes('up') && roles.includes('down')) return false;
  if (roles.includes('left') && roles.includes('right')) return false;
  const all = keys.reduce<Finger[][]>(
    (lists, key) => lists.flatMap((l) => key.fingers.map((f) => [...l, f])),
    [[]],
  );
  return all.some((fingers) =>
    FINGERS.every((f) => {
      const on = keys.filter((_, i) => fingers[i] === f);
      if (on.length > 2) return false;
      return (
        on.length < 2 || (on[0]!.x - on[1]!.x) ** 2 + (on[0]!.y - on[1]!.y) ** 2 <= ROLL_MM ** 2
      );
    }),
  );
}

describe('hands', () => {
  test('hold together what some assignment of fingers holds, and nothing else', () => {
    fc.assert(
      fc.property(someKeys, (keys) => {
        const held = heldTogether(keys);
        expect(held !== undefined).toBe(holdable(keys));
        for (const k of held ? keys : []) expect(k.fingers).toContain(held!.get(k.id));
      }),
      { numRuns: 600, seed: 3 },
    );
  });

  test('a thumb rolls over two keys 22 mm apart, not 22.1, and never over three', () => {
    const at = (...xs: number[]): Reach[] =>
      xs.map((x, i) => ({ id: `k${i}`, role: 'south', x, y: 0, fingers: ['right thumb'] }));
    expect(heldTogether(at(0, 22))?.size).toBe(2);
    expect(heldTogether(at(0, 22.1))).toBeUndefined();
    expect(heldTogether(at(0, 5, 10))).toBeUndefined();
  });

  test('in play the most that hands can hold of what the family is played with', () => {
    fc.assert(
      fc.property(
        someKeys,
        fc.constantFrom('8-bit handheld', '16-bit home' as const),
        (keys, f) => {
          const family = f as keyof typeof COVERAGE;
          const used = keys.filter((k) => COVERAGE[family].needs.includes(k.role));
          const alone = ['select', 'start'];
          let most = used.some((k) => alone.includes(k.role)) ? 1 : 0;
          for (let set = 0; set < 1 << used.length; set++) {
            const some = used.filter((_, i) => set & (1 << i));
            if (some.some((k) => alone.includes(k.role)) || !holdable(some)) continue;
            most = Math.max(most, some.length);
          }
          expect(pressedInPlay(family, keys)).toHaveLength(most);
        },
      ),
      { numRuns: 300, seed: 4 },
    );
  });
});

const [, done] = demos() as [Project, Project];
const id = (role: InputRole): string =>
  done.controls.inputs.find((i) => i.functions[0] === role)!.id;
const withDuties = (duties: Duties): Project => ({
  ...done,
  controls: { ...done.controls, duties },
});
const keys = (...roles: InputRole[]) => ({ by: 'keys' as const, inputs: roles.map(id) });
const found = (duties: Duties): string[] => {
  const p = withDuties(duties);
  return chordFindings(p, sceneOf(p)).map((f) => `${f.verdict} ${f.code}`);
};

describe('on the finished demo', () => {
  test('thumbs have the front, forefingers the shoulders; a small hand reaches no more than a large one', () => {
    const scene = sceneOf(done);
    const fingers = new Map(reaches(done, scene).map((r) => [r.role, r.fingers]));
    expect([fingers.get('up'), fingers.get('south'), fingers.get('l1')]).toEqual([
      ['left thumb'],
      ['right thumb'],
      ['left forefinger'],
    ]);
    const [small, large] = [reaches(done, scene, 'small'), reaches(done, scene, 'large')];
    small.forEach((r, i) => {
      if (r.fingers.length === 2) expect(large[i]!.fingers).toHaveLength(2);
    });
  });

  test.each<[string, Duties, string[]]>([
    ['select and start leave a game', { exit: keys('select', 'start') }, []],
    ['a key of play', { exit: keys('south') }, ['hit in-play']],
    [
      'a key of play held for long is still a key of play',
      { exit: { ...keys('south'), holdMs: 3000 } },
      ['hit in-play'],
    ],
    ['both shoulders', { save: keys('l1', 'r1') }, ['hit in-play']],
    ['start alone', { menu: keys('start') }, ['hit in-play']],
    ['start held for a second', { menu: { ...keys('start'), holdMs: MEANT_MS } }, []],
    ['start held for a bit', { menu: { ...keys('start'), holdMs: MEANT_MS - 1 } }, ['hit in-play']],
    ['up and down', { mute: keys('up', 'down', 'select') }, ['hit hands']],
    ['one slip from losing the moment', { load: keys('select', 'r1') }, ['tight slip']],
    ['the same, held', { load: { ...keys('select', 'r1'), holdMs: MEANT_MS } }, []],
    ['one slip from nothing dear', { mute: keys('select', 'r1') }, []],
    [
      'one chord for two',
      { save: keys('select', 'r1'), mute: keys('r1', 'select') },
      ['hit twice'],
    ],
    [
      'told apart by how long it is held',
      { save: keys('select', 'r1'), mute: { ...keys('select', 'r1'), holdMs: MEANT_MS } },
      [],
    ],
    [
      'one within another',
      { save: keys('select', 'r1'), mute: keys('select', 'r1', 'l1') },
      ['hit twice'],
    ],
    ['a part that is not there', { louder: { by: 'part', item: 'gone' } }, ['hit part-gone']],
    ['a part without a knob', { louder: { by: 'part', item: 'teasel' } }, ['hit part-cannot']],
    ['a part that turns nothing off', { power: { by: 'part', item: 'amp' } }, ['hit part-cannot']],
    ['a switch', { mute: { by: 'part', item: 'keys' } }, []],
    ['the menu, or given up', { save: { by: 'menu' }, radio: { by: 'given up' } }, []],
  ])('%s', (_name, duties, expected) => {
    expect(found(duties)).toEqual(expected);
  });

  test('a key without its wire is named', () => {
    const p = withDuties({ exit: keys('select', 'start') });
    const [first, ...rest] = p.controls.inputs.filter((i) => i.functions[0] === 'start');
    expect(rest).toEqual([]);
    const off = applied(p, { do: 'input', input: { ...first!, routed: false } });
    const [f] = chordFindings(off, sceneOf(off));
    expect([f!.code, f!.what]).toEqual(['gone', `exit: ${first!.name} has no switch and wire`]);
  });

  test('a key of another body, or without a place, is there: any finger may hold it, alone', () => {
    const p = withDuties({ exit: keys('select', 'start') });
    const inputs = p.controls.inputs.map((i) =>
      i.functions[0] === 'start' ? { ...i, at: { opening: 'in-the-lid' } } : i,
    );
    const lid = { ...p, controls: { ...p.controls, inputs } };
    expect(chordFindings(lid, sceneOf(lid))).toEqual([]);
    // The scene of one body knows only its own keys; the build knows them all.
    const base = {
      ...p,
      controls: { ...p.controls, inputs: inputs.filter((i) => i.functions[0] !== 'start') },
    };
    expect(chordFindings(lid, sceneOf(base))).toEqual([]);
    const bare = { ...p, shell: { ...p.shell, bodies: [] } };
    expect(chordFindings(bare, sceneOf(bare))).toEqual([]);
  });

  test('a key that was taken out is said, without its id', () => {
    const p = withDuties({ exit: { by: 'keys', inputs: [id('select'), 'input-99'] } });
    expect(chordFindings(p, sceneOf(p)).map((f) => f.what)).toEqual([
      'exit: a key that was taken out has no switch and wire',
    ]);
  });

  test('nothing is said of what was not stated', () => {
    expect(chordFindings(done, sceneOf(done))).toEqual([]);
    const wireless = { ...withDuties({ exit: keys('south') }) };
    wireless.controls = { ...wireless.controls, route: 'wireless' };
    expect(chordFindings(wireless, sceneOf(wireless))).toEqual([]);
  });

  test('each way out clears its finding on the whole build', () => {
    for (const duties of [
      { exit: keys('south') },
      { save: keys('l1', 'r1') },
      { load: keys('select', 'r1') },
      { louder: { by: 'part' as const, item: 'gone' } },
    ]) {
      const p = withDuties(duties);
      const f = check(p).findings.find((x) => x.check === 'chord')!;
      const { ways } = waysOut(p, f, []);
      expect(ways.map((w) => w.id)).toContain('menu');
      for (const w of ways) {
        const after = check(w.changes.reduce(applied, p)).findings;
        expect([w.id, after.filter((x) => x.check === 'chord')]).toEqual([w.id, []]);
      }
    }
  });

  test('slips: what must go down by mistake on top of play', () => {
    const slips = (...roles: InputRole[]): number => {
      const p = withDuties({ exit: keys(...roles) });
      return chordsOf(p, sceneOf(p))[0]!.slips;
    };
    expect([slips('south'), slips('select', 'start'), slips('select', 'start', 'l1')]).toEqual([
      0, 1, 2,
    ]);
  });
});

describe('a chord of one’s own', () => {
  test('is offered free of play, of hands and of every other; costly ones are held', () => {
    let p = done;
    const offered: string[] = [];
    for (const duty of DUTIES) {
      const owner = freeChord(p, sceneOf(p), duty);
      if (owner?.by !== 'keys') throw new Error(`none is free for ${duty}`);
      offered.push([...owner.inputs].sort().join(' ') + String(owner.holdMs ?? 0));
      if (['exit', 'load', 'reset', 'power'].includes(duty)) expect(owner.holdMs).toBe(MEANT_MS);
      p = applied(p, { do: 'duty', duty, owner });
    }
    expect(new Set(offered).size).toBe(DUTIES.length);
    expect(chordFindings(p, sceneOf(p))).toEqual([]);
  });

  test('none where no key is calm', () => {
    const inputs = done.controls.inputs.filter(
      (i) => !['select', 'start'].includes(i.functions[0]),
    );
    const p = { ...done, controls: { ...done.controls, inputs } };
    expect(freeChord(p, sceneOf(p), 'exit')).toBeUndefined();
  });
});

describe('the ledger', () => {
  test('has every duty once; what is stated goes before what is read', () => {
    expect(ledger(done).map((l) => l.duty)).toEqual([...DUTIES]);
    const power = (p: Project) => ledger(p).find((l) => l.duty === 'power')!;
    expect([power(done).owner, power(done).isRead]).toEqual([{ by: 'menu' }, true]);
    const stated = power(withDuties({ power: { by: 'given up' } }));
    expect([stated.owner, stated.isRead]).toEqual([{ by: 'given up' }, false]);
  });

  test('keys and sound tell their own duties', () => {
    const owner = (p: Project, duty: string) => ledger(p).find((l) => l.duty === duty)!.owner;
    const named = (role: InputRole) => ({
      ...done,
      controls: {
        ...done.controls,
        inputs: done.controls.inputs.map((i) => (i.functions[0] === 'select' ? doing(i, role) : i)),
      },
    });
    expect(owner(named('volume-up'), 'louder')).toEqual({ by: 'keys', inputs: [id('select')] });
    expect(owner(named('menu'), 'menu')).toEqual({ by: 'keys', inputs: [id('select')] });
    expect(owner(named('power'), 'power')).toEqual({ by: 'keys', inputs: [id('select')] });
    expect(owner({ ...done, sound: { volume: 'menu' } }, 'quieter')).toEqual({ by: 'menu' });
    expect(owner({ ...done, sound: { none: true } }, 'quieter')).toEqual({ by: 'given up' });
  });
});

describe('maps of families', () => {
  test('each needed button on its key and line, what lacks one, and what is spare', () => {
    const half = {
      ...done,
      controls: {
        ...done.controls,
        inputs: done.controls.inputs.filter((i) => i.functions[0] !== 'l1'),
      },
    };
    const [handheld, home] = familyMaps(half, sceneOf(half));
    expect([handheld!.family, handheld!.missing, home!.missing]).toEqual([
      '8-bit handheld',
      [],
      ['l1'],
    ]);
    expect(handheld!.spare.map((i) => i.functions[0]).sort()).toEqual(['north', 'r1', 'west']);
    const lines = home!.keys.flatMap((k) => (k.gpio === undefined ? [] : [k.gpio]));
    expect(new Set(lines).size).toBe(home!.keys.length - 1);
    for (const k of home!.keys.filter((x) => x.input)) expect(k.pin).toBeGreaterThan(0);
    expect(familySentence(handheld!)).toBe('8-bit handheld: every button is there.');
    expect(familySentence(home!)).toBe(
      '16-bit home lacks l1, and every other key is needed: a chord, or without those games.',
    );
    expect(familySentence({ ...handheld!, missing: ['l1'] })).toMatch(
      /^8-bit handheld lacks l1; .*,? and .* are free in it\.$/,
    );
  });
});
