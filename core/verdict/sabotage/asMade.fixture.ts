/** Spoilings of what was already done: holes that are cut elsewhere by now, trials that did not hold. */
import { type CutItem, wholeCutting } from '../../cuts';
import { sceneOf } from '../../fit';
import { unknowns } from '../../kit';
import {
  type Assumption,
  type CutFor,
  cutKey,
  type CutPlace,
  length,
  type OpeningCut,
  type Part,
  type Project,
} from '../../model';
import { type Case, type Kind, laidOut, withPart, withPlacement } from './kind.fixture';

const ownerOf = (through: CutFor): string => ('input' in through ? through.input : through.item);

const withCut = (p: Project, cut: OpeningCut): Project => ({
  ...p,
  cuts: [...p.cuts.filter((c) => c.kind !== 'opening' || cutKey(c.for) !== cutKey(cut.for)), cut],
});

const shifted = (at: CutPlace, du: number, dv: number): CutPlace =>
  'piece' in at
    ? { ...at, x: at.x + du, y: at.y + dv }
    : { ...at, along: at.along + du, v: at.v + dv };

/** Every planned hole, cut so far from where it is wanted. */
export const cutBeside = (p: Project, du: number, dv: number, by = shifted): Case[] =>
  wholeCutting(p).openings.map((c) => {
    const was = p.cuts.find((q) => q.kind === 'opening' && cutKey(q.for) === c.key);
    return {
      where: c.key,
      spoilt: withCut(p, {
        ...(was as OpeningCut | undefined),
        kind: 'opening',
        id: 'sabotaged-cut',
        for: c.through,
        state: 'done',
        at: by(c.here, du, dv),
      }),
      ids: [ownerOf(c.through)],
    };
  });

/** Every planned hole, cut where it is wanted for something so much smaller; of keys alone, measured so. */
export const cutSmaller = (
  p: Project,
  by: number,
  isMeasured = false,
  kinds: readonly CutItem['kind'][] = ['button'],
): Case[] =>
  wholeCutting(p)
    .openings.filter((c) => !isMeasured || kinds.includes(c.kind))
    .map((c) => {
      const was = p.cuts.find((q) => q.kind === 'opening' && cutKey(q.for) === c.key);
      const { w, h } = c.asked ?? c;
      const size = { w: w - by, h: h - by };
      return {
        where: c.key,
        spoilt: withCut(p, {
          ...(was as OpeningCut | undefined),
          kind: 'opening',
          id: 'sabotaged-cut',
          for: c.through,
          state: isMeasured ? 'measured' : 'done',
          at: c.here,
          ...(isMeasured ? { measured: { w: length(size.w), h: length(size.h) } } : { to: size }),
        }),
        ids: [ownerOf(c.through)],
        says: /too small/,
      };
    });

const otherSurface = (at: CutPlace): CutPlace =>
  'piece' in at
    ? { ...at, piece: at.piece === 'front' ? 'back' : 'front' }
    : { ...at, wall: at.wall + 1 };

type Connector = Part['connectors'][number];
const setBack = (c: Connector, mm: number): Connector => {
  const [x, y, z] = c.at;
  return { ...c, at: [x - mm * c.dir[0], y - mm * c.dir[1], z] };
};

const HARD: ReadonlySet<Assumption> = new Set([
  'buy',
  'image',
  'kept',
  'polarity',
  'rail',
  'screen',
  'slim',
]);

/** Each assumption, tried and found false. */
const tried =
  (isHard: boolean): Kind['cases'] =>
  (p) =>
    unknowns(p)
      .filter((u) => HARD.has(u.is) === isHard)
      .map((u) => ({
        where: u.id,
        spoilt: {
          ...p,
          tried: [
            ...(p.tried ?? []),
            { assumption: u.is, ...(u.of && { of: u.of }), holds: false },
          ],
        },
        ...(u.of ? { ids: [u.of] } : { says: /Tried/ }),
      }));

export const AS_MADE_KINDS: readonly Kind[] = [
  {
    name: 'a hole cut 0.6 mm beside where it is wanted by now',
    makes: 'tight',
    cases: (p) => cutBeside(p, 0.6, 0),
  },
  {
    name: 'a hole cut 0.6 mm too low',
    makes: 'tight',
    cases: (p) => cutBeside(p, 0, 0.6),
  },
  {
    name: 'a hole cut 1.2 mm beside where it is wanted by now',
    makes: 'hit',
    cases: (p) => cutBeside(p, -1.2, 0),
  },
  {
    name: 'a hole cut in another surface than it is wanted in by now',
    makes: 'hit',
    cases: (p) => cutBeside(p, 0, 0, otherSurface),
  },
  {
    name: 'a hole cut for something 0.45 mm smaller than is there by now',
    makes: 'tight',
    cases: (p) => cutSmaller(p, 0.45),
  },
  {
    name: 'a hole cut for something 0.9 mm smaller than is there by now',
    makes: 'hit',
    cases: (p) => cutSmaller(p, 0.9),
  },
  {
    name: 'a key’s hole measured 0.6 mm smaller than it is wanted',
    makes: 'hit',
    cases: (p) => cutSmaller(p, 0.6, true),
  },
  {
    name: 'a hole measured 1 mm larger than it was to be',
    makes: 'tight',
    cases: (p) =>
      cutSmaller(p, -1, true, ['button', 'port', 'lever']).map((c) => ({
        ...c,
        says: /mm too large/,
      })),
  },
  {
    name: 'a hole cut for something that wants none any more',
    makes: 'tight',
    cases: (p) =>
      wholeCutting(p)
        .openings.slice(0, 2)
        .map((c) => ({
          where: c.key,
          spoilt: {
            ...p,
            cuts: [
              ...p.cuts,
              {
                kind: 'opening',
                id: 'sabotaged-cut',
                for: { item: ownerOf(c.through), connector: 'gone' },
                state: 'measured',
                at: shifted(c.here, 9, 0),
              },
            ],
          },
          ids: [ownerOf(c.through)],
        })),
  },
  {
    name: 'a socket that sits 4 mm further back on its board',
    makes: 'hit',
    cases: (p) =>
      [...sceneOf(p).items.values()].flatMap(({ item, part, mouths, isOutside }) =>
        mouths
          // A socket let into a wall has a hole as large as itself: any plug follows it in.
          .filter((m) => m.outside && !isOutside && part.family !== 'hardware')
          .map((m) => ({
            where: `${item.id}/${m.id}`,
            spoilt: withPart(p, part.id, (q) => ({
              ...q,
              connectors: q.connectors.map((c) => (c.id === m.id ? setBack(c, 4) : c)),
            })),
            ids: [item.id],
          })),
      ),
  },
  {
    name: 'screws where a part has no holes',
    makes: 'tight',
    cases: (p) =>
      laidOut(p)
        .filter(
          ({ id, part }) => !part.holes?.length && !p.kit.items.find((i) => i.id === id)?.made,
        )
        .map(({ id }) => ({
          where: id,
          spoilt: withPlacement(p, id, { fixed: 'screws' }),
          ids: [id],
        })),
  },
  {
    name: 'a board whose holes nobody measured',
    makes: 'tight',
    cases: (p) =>
      laidOut(p)
        .filter(({ placement }) => placement.fixed === 'screws')
        .map(({ id, part }) => ({
          where: id,
          spoilt: withPart(p, part.id, (q) => ({ ...q, holes: [] })),
          ids: [id],
        })),
  },
  { name: 'an assumption tried and found false', makes: 'hit', cases: tried(true) },
  { name: 'an assumption tried that does not quite hold', makes: 'tight', cases: tried(false) },
];
