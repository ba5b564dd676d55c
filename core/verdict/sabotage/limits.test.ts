/**
 * Where the verdict turns. Each spoiling has a size, and a limit worked out by hand from the sizes of
 * the example; the smallest size that is a hit is sought by halving, and lies within 0.2 mm (or 5 %)
 * of the limit. On the near side of it nothing is a hit, on the far side it is named.
 */
import { demos } from '../../catalogue';
import { appliedAll, type Cap, length, type Piece, type Project } from '../../model';
import { onHinge } from '../../model/joint.fixture';
import { check } from '../index';
import { grafted } from './builds.fixture';
import { placementOf, withPart, withPlacement } from './kind.fixture';

const loaner = demos()[1]!;
const graft = grafted();
const moved =
  (item: string, key: 'x' | 'y' | 'lift') =>
  (by: number): Project =>
    withPlacement(loaner, item, { [key]: placementOf(loaner, item)![key] + by });
const inShell = (change: (q: Piece) => Piece, caps: (c: Cap) => Cap = (c) => c): Project => ({
  ...loaner,
  shell: {
    ...loaner.shell,
    bodies: loaner.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map(change),
      caps: (b.caps ?? []).map(caps),
    })),
  },
});
const capped =
  (set: (mm: number) => Partial<Cap>) =>
  (mm: number): Project =>
    inShell(
      (q) => q,
      (c) => ({ ...c, ...set(mm) }),
    );
const bossHigher = (by: number): Project =>
  inShell((q) => ({
    ...q,
    features: q.features.map((f) =>
      f.id === 'corner-bosses'
        ? { ...f, height: { ...f.height, length: length(f.height.length.mm + by) } }
        : f,
    ),
  }));

interface Limit {
  name: string;
  at: (size: number) => Project;
  sound: number;
  spoilt: number;
  /** Worked out in the comment beside it. */
  limit: number;
  within: number;
  says: RegExp;
}
const MM = 0.2;

const LIMITS: readonly Limit[] = [
  {
    // Its board ends at 83; the wall's inside lies at 90 - 2.2.
    name: 'an amplifier pushed up into the wall',
    at: moved('amp', 'y'),
    sound: 0,
    spoilt: 9,
    limit: 4.8,
    within: MM,
    says: /Chirp I2S and back top wall/,
  },
  {
    // The stack ends at 3.8 over the seam, the chip of the touch film at 7; bare metal keeps 0.5 off it.
    name: 'a computer lifted into the screen',
    at: moved('teasel', 'lift'),
    sound: 0,
    spoilt: 5,
    limit: 2.7,
    within: MM,
    says: /USB stack of Teasel and touch chip/,
  },
  {
    // The charger's board lies 2.3 over the cell; 8 mm of cell swell by 9 %.
    name: 'a cell lifted towards a board',
    at: moved('cell', 'lift'),
    sound: 0,
    spoilt: 4,
    limit: 2.3 - 0.09 * 8,
    within: MM,
    says: /Slab 2500, once swollen, and board of Step/,
  },
  {
    // The lit area is 42.7 high, in the middle of a window of 47.
    name: 'a screen moved behind the edge of its window',
    at: moved('screen', 'y'),
    sound: 0,
    spoilt: 5,
    limit: (47 - 42.7) / 2,
    within: MM,
    says: /of picture hidden/,
  },
  {
    // Its mouth lies 0.6 behind the wall's outside; a plug of 6.6 mm gives 0.8 away.
    name: 'a charging socket set back',
    at: moved('charger', 'y'),
    sound: 0,
    spoilt: 3,
    limit: 0.8 - 0.6,
    within: MM,
    says: /USB-C charging of Step/,
  },
  {
    name: 'a screw longer than its bore of 11 mm',
    at: (mm) =>
      appliedAll(loaner, [
        { do: 'screw', feature: 'corner-posts', screw: { d: length(2.6), into: length(mm) } },
      ]),
    sound: 8,
    spoilt: 14,
    limit: 11,
    within: MM,
    says: /Screw in rear post/,
  },
  {
    // Face inside 11.8, flange 1.1, stem at 9.3: 1.4 mm of peg touch it, an eighth more holds it down.
    name: 'a peg longer than there is room',
    at: (mm) => appliedAll(loaner, [{ do: 'peg', cap: 'cap-keys', mm }]),
    sound: 1.3,
    spoilt: 3,
    limit: 1.4,
    within: MM,
    says: /Held down/,
  },
  {
    name: 'a cap wider than its hole of 8 mm',
    at: capped((mm) => ({ across: length(mm) })),
    sound: 7.6,
    spoilt: 9,
    limit: 8,
    within: MM,
    says: /wider than its hole/,
  },
  {
    // A hole of 8, and 0.2 at each side that hold it back.
    name: 'a flange that falls out of its hole',
    at: capped((mm) => ({ flange: length(mm) })),
    sound: 10.2,
    spoilt: 7,
    limit: 8.4,
    within: MM,
    says: /flange goes through/,
  },
  {
    // Boss and post meet at the seam as they are; a third of a millimetre is seen and felt.
    name: 'a boss that holds the halves apart',
    at: bossHigher,
    sound: 0,
    spoilt: 2,
    limit: 0.3,
    within: MM,
    says: /before the halves meet/,
  },
  {
    // 14 and 9 deep, keys 1.6 proud: half of the sum.
    name: 'an axis so low that keys meet the lid',
    at: (mm) => onHinge(graft, { up: length(mm) }),
    sound: 15,
    spoilt: 11.7,
    limit: (14 + 9 + 1.6) / 2,
    within: MM,
    says: /meets Lid/,
  },
  {
    // What the loads draw from it at their peak.
    name: 'a converter for less than the peak',
    at: (limitA) =>
      withPart(loaner, 'step-5-3', (q) => ({ ...q, converter: { ...q.converter!, limitA } })),
    sound: 3,
    spoilt: 0.3,
    limit: check(loaner).power.peak!.outA,
    within: 0.05 * check(loaner).power.peak!.outA,
    says: /cannot give the peak load/,
  },
];

test.each(LIMITS)('$name: turns at its limit', ({ at, sound, spoilt, limit, within, says }) => {
  const before = new Set(
    check(at(sound))
      .findings.filter((f) => f.verdict === 'hit')
      .map((f) => f.id),
  );
  const hits = (size: number) =>
    check(at(size)).findings.filter((f) => f.verdict === 'hit' && !before.has(f.id));
  let [good, bad] = [sound, spoilt];
  while (Math.abs(bad - good) > within / 20) {
    const middle = (good + bad) / 2;
    if (hits(middle).length) bad = middle;
    else good = middle;
  }
  expect(Math.abs(bad - limit)).toBeLessThanOrEqual(within);
  // A step of the tolerance to either side of the limit.
  const far = Math.sign(spoilt - sound) * within;
  const said = hits(limit + 1.05 * far).map((f) => `${f.title}: ${f.what}`);
  expect(said.filter((text) => says.test(text))).not.toEqual([]);
  expect(hits(limit - far)).toEqual([]);
});
