import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { applied, appliedAll, length, openingCut, type OpeningCut, type Project } from '../model';
import { asMadeFindings, asMadeWays, placedAsCut, readAsCut } from './asMade';
import type { CutItem } from './cutItem';
import { cutting } from './list';

const [half, done, box] = demos() as [Project, Project, Project];
const openingOf = (p: Project, key: string): CutItem =>
  cutting(p).openings.find((c) => c.key === key)!;

/** The build with one hole cut so far from where it is wanted, and so much larger than it is wanted. */
function cutAt(p: Project, key: string, du: number, dv: number, larger?: number): Project {
  const c = openingOf(p, key);
  const { here } = c;
  const at =
    'piece' in here
      ? { ...here, x: here.x + du, y: here.y + dv }
      : { ...here, along: here.along + du, v: here.v + dv };
  const cut: OpeningCut = {
    ...openingCut(p, key),
    kind: 'opening',
    id: 'as-cut',
    for: c.through,
    state: larger === undefined ? 'done' : 'measured',
    ...(larger === undefined
      ? {}
      : { measured: { w: length(c.w + larger), h: length(c.h + larger) } }),
    at,
  };
  return { ...p, cuts: [...p.cuts.filter((q) => q.id !== openingCut(p, key)?.id), cut] };
}
const found = (p: Project) => {
  const scene = sceneOf(p);
  return asMadeFindings(scene, cutting(p, scene)).map((f) => [f.code, f.verdict, ...f.about]);
};

const waysOf = (p: Project) => {
  const scene = sceneOf(p);
  const cuts = cutting(p, scene);
  return asMadeFindings(scene, cuts).flatMap((f) => asMadeWays(scene, f, cuts));
};

const KEYS: Array<[string, Project, string]> = [
  ['a socket in a wall', done, 'charger/usb'],
  ['a key in a face or wall', done, 'input/shoulder-l'],
  ['a socket of the box', box, cutting(box).openings[0]!.key],
];

describe.each(KEYS)('%s', (_, p, key) => {
  const owner = key.startsWith('input/') ? key.slice(6) : key.split('/')[0]!;
  test('cut where it is wanted, or planned only, is no finding', () => {
    expect(found(p)).toEqual([]);
    expect(found(cutAt(p, key, 0, 0))).toEqual([]);
    const planned = cutAt(p, key, 9, 0);
    const cuts = planned.cuts.map((c) => ({ ...c, state: 'decided' as const }));
    expect(found({ ...planned, cuts })).toEqual([]);
  });
  test.each([
    [0.39, undefined],
    [0.42, 'tight'],
    [-0.98, 'tight'],
    [1.02, 'hit'],
    [-1.02, 'hit'],
  ])('%s mm beside, across or up', (by, verdict) => {
    const wanted = verdict ? [['stray', verdict, owner]] : [];
    expect(found(cutAt(p, key, by, 0))).toEqual(wanted);
    expect(found(cutAt(p, key, 0, by))).toEqual(wanted);
  });
  test('cut 2 mm too large, 1 mm of what it lies beside is forgiven', () => {
    expect(found(cutAt(p, key, 1.39, 0, 2))).toEqual([]);
    expect(found(cutAt(p, key, 1.42, 0, 2))).toEqual([['stray', 'tight', owner]]);
    // Cut smaller, nothing is forgiven and nothing counted twice.
    expect(found(cutAt(p, key, 0.39, 0, -0.3))).toEqual([]);
  });
  test('read with a calliper, its edges lie as far from where they were marked as it does', () => {
    const { from } = openingOf(p, key);
    const as = readAsCut(openingOf(cutAt(p, key, 0, 0), key))!;
    expect(as.map((f) => f.edge)).toEqual(from.map((f) => f.edge));
    as.forEach((f, i) => expect(f.mm).toBeCloseTo(from[i]!.mm, 9));
    for (const [du, dv, axis] of [
      [3, 0, 0],
      [0, 3, 1],
    ] as const) {
      const c = openingOf(cutAt(p, key, du, dv), key);
      const moved = readAsCut(c)!;
      expect(Math.abs(moved[axis].mm - from[axis].mm)).toBeCloseTo(3, 9);
      expect(moved[1 - axis]!.mm).toBeCloseTo(from[1 - axis]!.mm, 9);
      // Typed as it was marked, it lies where it was wanted.
      const back = placedAsCut(c, axis, from[axis].mm);
      for (const [k, v] of Object.entries(c.here)) {
        if (typeof v === 'number') expect(back).toHaveProperty(k, expect.closeTo(v, 9));
        else expect(back).toHaveProperty(k, v);
      }
    }
    // Larger by 2 mm, both its edges came 1 mm nearer; a round one is read to its centre.
    const large = readAsCut(openingOf(cutAt(p, key, 0, 0, 2), key))!;
    const nearer = openingOf(p, key).round ? 0 : 1;
    large.forEach((f, i) => expect(f.mm).toBeCloseTo(from[i]!.mm - nearer, 9));
  });
});

describe('a hole smaller than it is wanted by now', () => {
  /** Ticked when it was to be so much smaller. */
  const cutFor = (p: Project, key: string, by: number): Project => {
    const { w, h } = openingOf(p, key);
    const cut = cutAt(p, key, 0, 0);
    return {
      ...cut,
      cuts: cut.cuts.map((c) =>
        c.kind === 'opening' && c.id === 'as-cut' ? { ...c, to: { w: w - by, h: h - by } } : c,
      ),
    };
  };
  test.each([
    ['input/shoulder-l', 0.39, undefined],
    ['input/shoulder-l', 0.45, 'tight'],
    ['input/shoulder-l', 0.51, 'hit'],
    ['charger/usb', 0.39, undefined],
    ['charger/usb', 0.79, 'tight'],
    ['charger/usb', 0.81, 'hit'],
    ['charger/usb', -3, undefined],
  ])('%s, by %s mm', (key, by, verdict) => {
    const owner = key === 'charger/usb' ? 'charger' : 'shoulder-l';
    const wanted = verdict ? [['small', verdict, owner]] : [];
    expect(found(cutFor(done, key, by))).toEqual(wanted);
  });
  test('a key that grew after its hole was cut; its hole filed to size is planned again', () => {
    const key = 'input/shoulder-l';
    const cut = cutFor(done, key, 0);
    const input = done.controls.inputs.find((i) => i.id === 'shoulder-l')!;
    const grown = applied(cut, { do: 'input', input: { ...input, hole: (input.hole ?? 8) + 4 } });
    expect(found(grown)).toEqual([['small', 'hit', 'shoulder-l']]);
    const [file, ...more] = waysOf(grown);
    expect([file!.text, more]).toEqual(['File it to ⌀12.5 mm', []]);
    const filed = appliedAll(grown, file!.changes);
    expect(found(filed)).toEqual([]);
    expect(openingOf(filed, key).state).toBe('decided');
  });
  test('a key’s hole measured too small is named, one of a socket is told by its plug', () => {
    expect(found(cutAt(done, 'input/shoulder-l', 0, 0, -0.6))).toEqual([
      ['small', 'hit', 'shoulder-l'],
    ]);
    expect(found(cutAt(done, 'charger/usb', 0, 0, -0.9))).toEqual([]);
  });
});

test('every way out of a hole cut beside ends it, and the part goes back exactly', () => {
  const p = cutAt(done, 'charger/usb', 3, 0);
  const own = waysOf(p);
  expect(own.map((w) => w.id.split('-charger')[0])).toEqual(['back', 'file-on', 'recut']);
  for (const w of own) expect(found(appliedAll(p, w.changes))).toEqual([]);
  const moved = appliedAll(p, own[0]!.changes);
  expect(openingOf(moved, 'charger/usb').here).toEqual(
    expect.objectContaining({ along: expect.closeTo(openingCutAt(p), 6) }),
  );
  // 3 mm beside and as wide as it was: so much longer, its middle half of that on.
  const filed = openingCut(appliedAll(p, own[1]!.changes), 'charger/usb')!;
  expect(filed.measured!.w.mm).toBeCloseTo(openingOf(done, 'charger/usb').w + 3, 9);
  expect(filed.measured!.h.mm).toBeCloseTo(openingOf(done, 'charger/usb').h, 9);
});
const openingCutAt = (p: Project): number => {
  const at = openingCut(p, 'charger/usb')?.at;
  return at && 'along' in at ? at.along : NaN;
};

test('a part moved after its hole was cut, and one that is gone, are both seen', () => {
  const cut = cutAt(done, 'charger/usb', 0, 0);
  const placement = done.layout.placements.find((q) => q.item === 'charger')!;
  const moved = applied(cut, { do: 'place', placement: { ...placement, x: placement.x + 4 } });
  expect(found(moved)).toEqual([['stray', 'hit', 'charger']]);
  const gone = applied(cut, { do: 'drop', item: 'charger' });
  expect(found(gone)).toEqual([['left', 'tight', 'charger']]);
  const [close] = waysOf(gone);
  expect(found(appliedAll(gone, close!.changes))).toEqual([]);
  expect(found(half)).toEqual([]);
});

test('in another wall it is no way to its hole that is offered', () => {
  const p = cutAt(done, 'charger/usb', 0, 0);
  const cuts = p.cuts.map((c) =>
    c.kind === 'opening' && c.at && 'wall' in c.at
      ? { ...c, at: { ...c.at, wall: c.at.wall + 1 } }
      : c,
  );
  const far = { ...p, cuts };
  expect(found(far)).toEqual([['stray', 'hit', 'charger']]);
  expect(readAsCut(openingOf(far, 'charger/usb'))).toBeUndefined();
  expect(waysOf(far).map((w) => w.id)).toEqual(['recut-charger/usb']);
});
