/** How printed parts spoil a build: printed wrong, or before something changed. */
import { madeFor, withMade } from '../../made';
import type { Block, Project } from '../../model';
import { type Kind, placementOf, withPart, withPlacement } from './kind.fixture';

const made = (p: Project, kind: string) =>
  madeFor(p, 'filament').filter((m) => m.kind === kind && !m.cannot);

type Ring = ReadonlyArray<readonly [number, number]>;
const smaller = (ring: Ring, by: number): Array<[number, number]> =>
  ring.map(([x, y]) => [x - Math.sign(x) * by, y - Math.sign(y) * by]);

/** A frame with its opening and its outside smaller by so much at each side, mm. */
const frame = (b: Block, opening: number, outside: number): Block =>
  b.plan.kind === 'polygon'
    ? {
        ...b,
        plan: {
          ...b.plan,
          points: smaller(b.plan.points, outside),
          ...(b.plan.holes ? { holes: b.plan.holes.map((h) => smaller(h, opening)) } : {}),
        },
      }
    : b;

/** Every bezel that can be made, printed with such a fault and lying in the kit. */
const bezels = (p: Project, opening: number, outside: number) =>
  made(p, 'bezel').map((m) => ({
    where: m.for,
    spoilt: withPart(withMade(p, m), m.part.id, (q) => ({
      ...q,
      blocks: q.blocks.map((b) => frame(b, opening, outside)),
    })),
    ids: [m.item],
  }));

/** Whatever of these can be made, printed with such a fault and put in. */
const misprinted = (p: Project, kinds: readonly string[], fault: (b: Block) => Block) =>
  kinds
    .flatMap((kind) => made(p, kind))
    .map((m) => ({
      where: `${m.kind} ${m.for}`,
      spoilt: withPart(withMade(p, m), m.part.id, (q) => ({ ...q, blocks: q.blocks.map(fault) })),
      ids: [m.item],
    }));

const higher =
  (by: number) =>
  (b: Block): Block => ({ ...b, height: { ...b.height, mm: b.height.mm + by } });

export const MADE_KINDS: readonly Kind[] = [
  {
    name: 'stand-offs printed 1 mm too high under their board',
    makes: 'hit',
    cases: (p) => misprinted(p, ['stand-offs'], higher(1)),
  },
  {
    name: 'a bezel that was printed for a picture 0.8 mm smaller at each side',
    makes: 'hit',
    cases: (p) => bezels(p, 0.8, 0),
  },
  {
    name: 'a bezel 3.5 mm too narrow at each side for the hole under it',
    makes: 'hit',
    // Its picture stays free: only the edge of the hole shows.
    cases: (p) => bezels(p, -2, 3.5),
  },
  {
    name: 'a frame that was printed before the cell was moved',
    makes: 'tight',
    cases: (p) =>
      made(p, 'cell frame').map((m) => ({
        where: m.for,
        spoilt: withPlacement(withMade(p, m), m.for, { x: placementOf(p, m.for)!.x - 0.3 }),
        ids: [m.item],
      })),
  },
];
