/** Spoilings of how a board is screwed down: posts under its holes, a little beside them or without a bore. */
import { type PlacedItem, pointOf, sceneOf, type ScrewHole, screwHoles } from '../../fit';
import { carriersOf, joinsOf } from '../../kit';
import {
  type Cut,
  type Feature,
  length,
  type Opening,
  type Project,
  type Reading,
} from '../../model';
import { type Case, everyPiece, type Kind, laidOut, withPart, withPlacement } from './kind.fixture';

/** Between a post and the board that is drawn down on it, mm. */
const UNDER_MM = 0.3;
/** And of a 2.2 mm self-tapping screw the bore, and what it cuts, mm. */
const BORE_MM = 1.76;
const SCREW_MM = 2.2;

const read = (edge: 'left' | 'bottom', mm: number): Reading => ({
  from: { edge, face: 'outer' },
  to: 'centre',
  length: length(mm),
});

/** Boards of the first body that are screwed to its back, lying flat. */
function screwed(p: Project): PlacedItem[] {
  const scene = sceneOf(p);
  const back = scene.shell?.body.pieces.find((q) => q.role === 'back');
  return [...scene.items.values()].filter(
    (at) =>
      at.piece === back?.id &&
      at.placement.fixed === 'screws' &&
      at.pose.stand === 'flat' &&
      (at.part.holes?.length ?? 0) > 1,
  );
}

/** The build with a post under each hole of a board, as the caller wants it. */
function onPosts(
  p: Project,
  at: PlacedItem,
  change: (f: Feature, i: number) => Feature = (f) => f,
): Project {
  const { floorAt, body } = sceneOf(p).shell!;
  const board = at.blocks.find(({ block }) => block.kind === 'board')!.solid;
  const posts = at.part.holes!.map((hole, i): Feature => {
    const [x, y] = pointOf(at, [hole.x, hole.y, 0]);
    const high = board.z0 - UNDER_MM - floorAt(at.piece, x, y);
    return change(
      {
        id: `mount-${i + 1}`,
        name: `mount ${i + 1}`,
        kind: 'post',
        at: { x: read('left', x), y: read('bottom', y) },
        shape: { kind: 'circle', d: length(4.5) },
        height: { from: 'floor', length: length(high) },
        purpose: 'unknown',
        mayCut: 'never',
        bore: { d: length(BORE_MM), deep: length(Math.max(1, high - 0.5)) },
      },
      i,
    );
  });
  const bodies = p.shell.bodies.map((b) => ({
    ...b,
    pieces: b.pieces.map((q) =>
      b.id === body.id && q.id === at.piece ? { ...q, features: [...q.features, ...posts] } : q,
    ),
  }));
  return { ...p, shell: { ...p.shell, bodies } };
}

/** How far a screw in the first hole may stand beside its middle. */
const playOf = (at: PlacedItem): number => (at.part.holes![0]!.d - SCREW_MM) / 2;

const aside = (f: Feature, by: number): Feature => ({
  ...f,
  at: { ...f.at, x: { ...f.at.x, length: length(f.at.x.length.mm + by) } },
});
const boreless = (f: Feature): Feature => {
  const bare = { ...f };
  delete bare.bore;
  return bare;
};

/** A board on posts whose bores lie under its holes, or 0.15 mm beside them. */
export function soundMounts(p: Project): Project {
  const [at] = screwed(p);
  return at ? onPosts(p, at, (f, i) => (i === 1 ? aside(f, playOf(at) - 0.15) : f)) : p;
}

/** The first hole that is drilled for the screws of each board. */
const drilled = (p: Project): ScrewHole[] => screwHoles(sceneOf(p)).filter(({ nr }) => nr === 1);

/** The build with something put in the floor that a screw goes through. */
const inItsFloor = (
  p: Project,
  { at }: ScrewHole,
  more: { features?: Feature[]; openings?: Opening[] },
): Project =>
  everyPiece(p, (q) =>
    q.id === at.piece
      ? {
          ...q,
          features: [...q.features, ...(more.features ?? [])],
          openings: [...q.openings, ...(more.openings ?? [])],
        }
      : q,
  );

const ribAt = ({ x, y }: ScrewHole): Feature => ({
  id: 'late-rib',
  name: 'low rib',
  kind: 'rib',
  at: { x: read('left', x), y: read('bottom', y) },
  shape: { kind: 'rect', w: length(6), h: length(1.2) },
  height: { from: 'floor', length: length(0.8) },
  purpose: 'unknown',
  mayCut: 'never',
});

const roundHole = (
  { x, y }: ScrewHole,
  use: Opening['use'],
  d: number,
  aside: number,
): Opening => ({
  id: 'late-hole',
  name: 'late hole',
  use,
  on: { kind: 'face', at: { x: read('left', x + aside), y: read('bottom', y) } },
  shape: { kind: 'circle', d: length(d) },
});

/** A cell so thin that it goes under a board, laid where the board's screw comes down. */
function cellUnder(p: Project, hole: ScrewHole): Project | undefined {
  const cell = laidOut(p).find((q) => q.part.cell?.kind === 'pouch');
  if (!cell) return undefined;
  const thin = withPart(p, cell.part.id, (q) => ({
    ...q,
    blocks: q.blocks.map((b) => ({ ...b, height: length(0.6) })),
  }));
  return withPlacement(thin, cell.id, {
    on: { piece: hole.at.piece },
    x: hole.x - 5,
    y: hole.y - 5,
    turn: 0,
    up: 'in',
    stand: 'flat',
    lift: 0,
  });
}

/** The hole of a screw as it was measured. */
function withHoleCut(p: Project, { at, x, y, through }: ScrewHole, d: number): Project {
  const cut: Cut = {
    kind: 'opening',
    id: 'late-screw',
    for: through,
    state: 'measured',
    measured: { w: length(d), h: length(d) },
    at: { piece: at.piece, x, y },
    to: { w: 3, h: 3 },
  };
  return { ...p, cuts: [...p.cuts, cut] };
}

/** The shell has the hole for a board's screw already. */
export function holeIsThere(p: Project): Project {
  const [hole] = drilled(p);
  return hole ? inItsFloor(p, hole, { openings: [roundHole(hole, 'screw', 3, 0.2)] }) : p;
}

export const MOUNT_KINDS: readonly Kind[] = [
  {
    name: 'a post 0.2 mm further beside its hole than the screw gives way',
    makes: 'hit',
    cases: (p) =>
      screwed(p).map((at): Case => ({
        where: at.item.name,
        spoilt: onPosts(p, at, (f, i) => (i === 1 ? aside(f, playOf(at) + 0.2) : f)),
        says: /beside its post/,
      })),
  },
  {
    name: 'a post under a hole, without a bore',
    makes: 'tight',
    cases: (p) =>
      screwed(p).map((at): Case => ({
        where: at.item.name,
        spoilt: onPosts(p, at, (f, i) => (i === 1 ? boreless(f) : f)),
        says: /post without a bore/,
      })),
  },
  {
    name: 'a rib in the floor where the screw of a board comes through',
    makes: 'hit',
    cases: (p) =>
      drilled(p).map((hole): Case => ({
        where: hole.at.item.name,
        spoilt: inItsFloor(p, hole, { features: [ribAt(hole)] }),
        says: /low rib/,
      })),
  },
  {
    name: 'a thin cell where the screw of a board comes down',
    makes: 'hit',
    cases: (p) =>
      drilled(p).flatMap((hole): Case[] => {
        const spoilt = cellUnder(p, hole);
        return spoilt
          ? [{ where: hole.at.item.name, spoilt, says: /A screw goes .* into it: Screw 1 of/ }]
          : [];
      }),
  },
  {
    name: 'the hole for a screw cut smaller than the hole of its board',
    makes: 'hit',
    cases: (p) =>
      drilled(p).map((hole): Case => ({
        where: hole.at.item.name,
        spoilt: withHoleCut(p, hole, 2),
        says: /too small: Screw 1 of/,
      })),
  },
  {
    name: 'boards screwed to each other, and none of them to the shell',
    makes: 'hit',
    cases: (p) =>
      carriersOf(p)
        .filter(({ item }) => joinsOf(p).some((j) => j.on.item.id === item.id))
        .filter(({ part }) => (part.holes?.length ?? 0) > 4)
        .map(({ item, part }): Case => ({
          where: item.name,
          spoilt: withPart(p, part.id, (q) => ({ ...q, holes: q.holes!.slice(0, 4) })),
          says: new RegExp(`screw \\d of 4 of ${item.name}`),
        })),
  },
  {
    name: 'a vent that leaves no floor for the screw of a board',
    makes: 'hit',
    cases: (p) =>
      drilled(p).map((hole): Case => ({
        where: hole.at.item.name,
        spoilt: inItsFloor(p, hole, { openings: [roundHole(hole, 'vent', 6, 3)] }),
        says: /screw .*late hole|late hole.*screw/,
      })),
  },
];
