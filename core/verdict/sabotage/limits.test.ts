/**
 * Where the verdict turns. Each spoiling has a size, and a limit worked out by hand from the sizes of
 * the example; the smallest size that is a hit is sought by halving, and lies within 0.2 mm (or 5 %)
 * of the limit. On the near side of it no such hit is told, on the far side it is.
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
    // Its inside bends round the bore less two layers of 0.12; a ribbon that moves wants 20 thicknesses.
    name: 'a barrel too thin for its ribbon',
    at: (mm) => onHinge(graft, { barrel: length(mm) }),
    sound: 6,
    spoilt: 4,
    limit: 2 * (20 * 0.12 + 2 * 0.12),
    within: MM,
    says: /Ribbon through the barrel/,
  },
  {
    // Under a right angle it stays between eye and keys.
    name: 'a lid that does not open',
    at: (openDeg) => onHinge(graft, { openDeg }),
    sound: 150,
    spoilt: 40,
    limit: 90,
    within: 0.05 * 90,
    says: /stays over/,
  },
  {
    // The play of a hinge.
    name: 'a lid that does not shut',
    at: (closedDeg) => onHinge(graft, { closedDeg }),
    sound: 0,
    spoilt: 30,
    limit: 8,
    within: 0.05 * 8,
    says: /does not lie on/,
  },
  {
    // No moulded half has a wall under 0.6.
    name: 'a wall as thin as a film',
    at: (mm) => ({
      ...loaner,
      shell: {
        ...loaner.shell,
        bodies: loaner.shell.bodies.map((b) => ({ ...b, wall: length(mm) })),
      },
    }),
    sound: 2.2,
    spoilt: 0.2,
    limit: 0.6,
    within: MM,
    says: /No half is made so thin/,
  },
  {
    // As high as the lit area.
    name: 'a window lower than the picture',
    at: (mm) =>
      inShell((q) => ({
        ...q,
        openings: q.openings.map((o) =>
          o.use === 'window' && o.shape.kind === 'rect'
            ? { ...o, shape: { ...o.shape, h: length(mm) } }
            : o,
        ),
      })),
    sound: 47,
    spoilt: 38,
    limit: 42.7,
    within: MM,
    says: /of picture hidden/,
  },
  {
    // Middles at 24, 54 and 26; half of 26, half of the 7 mm key and the quarter it slides with apart.
    name: 'a shoulder hole that runs into the cross pad',
    at: (y) => {
      const key = loaner.controls.inputs.find((i) => i.id === 'shoulder-l')!;
      const at = { piece: 'front', x: 26, y };
      return appliedAll(loaner, [{ do: 'input', input: { ...key, at, hole: 7 } }]);
    },
    sound: 79,
    spoilt: 60,
    limit: 54 + Math.sqrt((13 + 3.5 + 0.25) ** 2 - (26 - 24) ** 2),
    within: MM,
    says: /Holes overlap/,
  },
  {
    // 1,200 V/Ω into 2.5 Ah at 1C; by a charger that is off by its tolerance, a little more.
    name: 'a charge current over what the cell takes',
    at: (rProgOhm) => appliedAll(loaner, [{ do: 'program', item: 'charger', rProgOhm }]),
    sound: 900,
    spoilt: 300,
    limit: 1.05 * (1200 / 2.5),
    within: 0.05 * (1200 / 2.5),
    says: /Charges at|Step 5\/3A into Slab/,
  },
  {
    // As many C as are drawn at the peak.
    name: 'a cell that may not be drawn so hard',
    at: (maxDischargeC) =>
      withPart(loaner, 'slab-2500', (q) => ({ ...q, cell: { ...q.cell!, maxDischargeC } })),
    sound: 2,
    spoilt: 0.3,
    limit: check(loaner).power.peak!.cellC,
    within: 0.05 * check(loaner).power.peak!.cellC,
    says: /drawn too hard/,
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
  const said = (size: number): string[] =>
    check(at(size))
      .findings.filter((f) => f.verdict === 'hit')
      .map((f) => `${f.title}: ${f.what}`)
      .filter((text) => says.test(text));
  expect(said(sound)).toEqual([]);
  let [good, bad] = [sound, spoilt];
  while (Math.abs(bad - good) > within / 20) {
    const middle = (good + bad) / 2;
    if (said(middle).length) bad = middle;
    else good = middle;
  }
  expect(Math.abs(bad - limit)).toBeLessThanOrEqual(within);
  // A step of the tolerance to either side of the limit, and a hair.
  const far = 1.02 * Math.sign(spoilt - sound) * within;
  expect(said(limit + far)).not.toEqual([]);
  expect(said(limit - far)).toEqual([]);
});
