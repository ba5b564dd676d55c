/** Readings held against each other, against the parts they are a sum of, and against what they were read of. */
import { cellsOfPack } from '../kit';
import { type Finding, type MeterReading, present, type Project } from '../model';
import { energyOf, readingsOf, toldBy, wholesOf } from '../power';
import { readingWords } from './words';

/** Two figures of one thing that are so many standard deviations apart do not both hold. */
const APART = 3;
/** Cells that are joined side by side differ by no more, V. */
const LEVEL_V = 0.05;

const finding = (
  id: string,
  code: string,
  verdict: Finding['verdict'],
  words: Pick<Finding, 'title' | 'what' | 'why'>,
  about: string[],
): Finding => ({
  id: `bench:${id}`,
  code,
  station: 'bench',
  check: 'bench',
  verdict,
  ...words,
  about,
});

const nameOf = (p: Project, item: string): string =>
  p.kit.items.find((i) => i.id === item)?.name ?? item;
const sameThing = (a: MeterReading, b: MeterReading): boolean =>
  a.of === b.of &&
  a.item === b.item &&
  ('state' in a ? a.state : '') === ('state' in b ? b.state : '');

/** The first two readings of one thing that do not both hold, of each thing. */
export function disagreeing(p: Project): Array<readonly [MeterReading, MeterReading]> {
  const readings = readingsOf(p);
  const out: Array<readonly [MeterReading, MeterReading]> = [];
  readings.forEach((later, i) => {
    if (out.some(([a]) => sameThing(a, later))) return;
    const told = toldBy(later);
    const earlier = readings.slice(0, i).find((r) => {
      const before = sameThing(r, later) ? toldBy(r) : undefined;
      if (!told || !before) return false;
      return Math.abs(told.value - before.value) > APART * Math.hypot(told.sd, before.sd);
    });
    if (earlier) out.push([earlier, later]);
  });
  return out;
}

const disagreements = (p: Project): Finding[] =>
  disagreeing(p).map(([a, b]) =>
    finding(
      `disagree-${a.id}-${b.id}`,
      'disagree',
      'tight',
      {
        title: `${readingWords(a)}, then ${readingWords(b)}`,
        what: `Two readings of ${nameOf(p, a.item)} disagree.`,
        why: [
          'They are further apart than the meters can be off. Something changed between them, or one was misread: read it a third time and take the wrong one back.',
        ],
      },
      [a.item],
    ),
  );

/** The whole build takes what its parts do not explain. */
const unexplained = (p: Project): Finding[] =>
  wholesOf(p).flatMap(({ reading, amps, sd }): Finding[] => {
    const more = reading.amps - amps;
    if (Math.abs(more) <= APART * sd) return [];
    return [
      finding(
        `whole-${reading.state}`,
        'unexplained',
        'tight',
        {
          title: `${reading.amps.toFixed(2)} A where its parts come to ${amps.toFixed(2)} A`,
          what:
            more > 0
              ? 'The whole build takes more than its parts explain.'
              : 'The whole build takes less than its parts were read to draw.',
          why: [
            more > 0
              ? 'Something draws that is not in the kit, or leaks: unplug one part after the other and watch which takes it along.'
              : 'A part was not running, or was read in a heavier state: read it again on its own.',
            `± ${(APART * sd).toFixed(2)} A is all that its readings and what is typical leave open.`,
          ],
        },
        [reading.item],
      ),
    ];
  });

/** Cells to be joined side by side that do not stand level. */
function unlevel(p: Project): Finding[] {
  const last = new Map(
    readingsOf(p).flatMap((r) => (r.of === 'arrival' ? [[r.item, r] as const] : [])),
  );
  const { cells } = energyOf(p);
  const twins = cellsOfPack(cells);
  const read = twins.flatMap(({ item }) => last.get(item.id) ?? []);
  if (read.length < 2) return [];
  const volts = read.map((r) => r.volts);
  const apart = Math.max(...volts) - Math.min(...volts);
  if (apart <= LEVEL_V) return [];
  return [
    finding(
      'unlevel',
      'unlevel',
      'tight',
      {
        title: `Cells ${apart.toFixed(2)} V apart, ${LEVEL_V} V at the most`,
        what: 'Cells side by side are brought level before they are joined.',
        why: [
          'Joined as they are, the fuller one pours into the other as fast as the leads let it. Charge each to the same volts first, and read them again.',
        ],
      },
      twins.map((c) => c.item.id),
    ),
  ];
}

/** What a stand-in told proves nothing of the build. */
export const ofStandIns = (p: Project): MeterReading[] => readingsOf(p).filter((r) => r.isStandIn);

function madeUp(p: Project): Finding[] {
  const { length } = ofStandIns(p);
  if (!length) return [];
  return [
    finding(
      'stand-in',
      'stand-in',
      'tight',
      {
        title:
          length === 1 ? 'One reading is of a stand-in' : `${length} readings are of stand-ins`,
        what: 'Hours and verdict count with a build that is made up.',
        why: ['Good for trying the bench out. Before anything is cut they are taken back.'],
      },
      [],
    ),
  ];
}

/** What readings say that no single one does. */
export const againstFindings = (p: Project): Finding[] => {
  const build = present(p);
  return [...disagreements(build), ...unexplained(build), ...unlevel(build), ...madeUp(build)];
};
