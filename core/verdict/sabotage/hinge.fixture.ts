/** Spoilings of a hinge: its axis, its swing, what rolls in it and what lies on either side of it. */
import { type Body, bodyFor, type Hinge, hingesOf, length, type Project } from '../../model';
import { onHinge } from '../../model/joint.fixture';
import { type Case, type Kind, partOfItem, withPlacement } from './kind.fixture';

const hingeOf = (p: Project): Hinge | undefined => hingesOf(p.shell)[0]?.joint;
const spoiling = (p: Project, set: Partial<Hinge>, says: RegExp, where: string): Case[] =>
  hingeOf(p) ? [{ where, spoilt: onHinge(p, set), says }] : [];

/** A hinge whose axis lies so far over the middle of the two fronts that face each other, mm. */
function lowered(p: Project, over: number, says: (lid: string) => RegExp): Case[] {
  const [first, second] = p.shell.bodies;
  if (!hingeOf(p) || !first || !second) return [];
  const front = (b: Body): number => b.pieces.find((q) => q.role === 'front')?.depth.mm ?? 0;
  const up = length((front(first) + front(second)) / 2 + over, 'calliper');
  return spoiling(p, { up }, says(second.name), `${over} mm over the fronts`);
}

/** Screen and computer in two bodies: one of them moved across. */
const isParted = (p: Project): boolean => {
  const computer = p.kit.items.find((i) => partOfItem(p, i.id).computer)!.id;
  return bodyFor(p, computer) !== bodyFor(p, 'screen');
};
function screenParted(p: Project): Project {
  const computer = p.kit.items.find((i) => partOfItem(p, i.id).computer)!.id;
  const [base, lid] = p.shell.bodies;
  const pieceOf = (body: Body | undefined, role: 'front' | 'back'): string =>
    body?.pieces.find((q) => q.role === role)?.id ?? '';
  const isInBase = bodyFor(p, computer) === base;
  return isInBase
    ? withPlacement(p, 'screen', { on: { piece: pieceOf(lid, 'front') }, x: 40, y: 5 })
    : withPlacement(p, computer, { on: { piece: pieceOf(base, 'back') }, x: 20, y: 40 });
}

/** The second body shifted along the axis: half of both edges is where they part. */
function besides(p: Project, by: (both: number, shorter: number) => number): Case[] {
  const [hinged] = hingesOf(p.shell);
  if (!hinged) return [];
  const wide = hinged.bodies.map(({ outline }) => (outline.kind === 'rect' ? outline.w.mm : 0));
  const shift = by((wide[0]! + wide[1]!) / 2, Math.min(...wide));
  return spoiling(p, { shift }, /do not lie on one axis/, `${shift} mm`);
}

export const HINGE_KINDS: readonly Kind[] = [
  {
    name: 'a barrel too thin for the ribbon that rolls in it',
    makes: 'hit',
    cases: (p) => spoiling(p, { barrel: length(2.2, 'calliper') }, /ribbon|barrel/i, 'too thin'),
  },
  {
    name: 'a barrel that its wires fill',
    makes: 'hit',
    cases: (p) =>
      spoiling(
        p,
        {
          barrel: length(0.9, 'calliper'),
          ribbon: { thick: length(0.03, 'calliper'), turns: 1, bendTimes: 20 },
        },
        /wires through the hinge/,
        'full',
      ),
  },
  {
    name: 'a hinge so low that the keys meet the lid',
    makes: 'hit',
    cases: (p) => lowered(p, 0.4, (lid) => new RegExp(`meets ${lid} when it is shut`)),
  },
  {
    name: 'a hinge so low that the bodies meet',
    makes: 'hit',
    cases: (p) => lowered(p, -1, (lid) => new RegExp(`${lid}, closed`)),
  },
  {
    name: 'a lid hung 1 mm beside the whole of its edge',
    makes: 'hit',
    cases: (p) => besides(p, (longer) => longer + 1),
  },
  {
    name: 'a lid of which less than half is at the axis',
    makes: 'tight',
    cases: (p) => besides(p, (longer, shorter) => longer - 0.45 * shorter),
  },
  {
    name: 'a lid that opens to 60°',
    makes: 'hit',
    cases: (p) => spoiling(p, { openDeg: 60 }, /stays over/, 'half open'),
  },
  {
    name: 'a lid that opens to 105°, under the usual',
    makes: 'tight',
    cases: (p) => spoiling(p, { openDeg: 105 }, /stays over/, 'nearly'),
  },
  {
    name: 'a lid that shuts to 12° only',
    makes: 'hit',
    cases: (p) => spoiling(p, { closedDeg: 12 }, /does not lie on/, 'ajar'),
  },
  {
    name: 'a ribbon in a hinge, bent as for a fold made once',
    makes: 'tight',
    cases: (p) => {
      const ribbon = hingeOf(p)?.ribbon;
      return ribbon
        ? spoiling(
            p,
            { ribbon: { ...ribbon, bendTimes: 10 } },
            /moves each time/,
            'ten thicknesses',
          )
        : [];
    },
  },
  {
    name: 'a screen whose signals go through a hinge',
    makes: 'tight',
    cases: (p) =>
      // Where they go through it already, they were kept short.
      hingeOf(p) && !isParted(p)
        ? [{ where: 'parted', spoilt: screenParted(p), says: /mm of SPI/ }]
        : [],
  },
  {
    name: 'a lid whose hinge was not planned',
    makes: 'tight',
    cases: (p) => {
      if (!hingeOf(p)) return [];
      const shell = { bodies: p.shell.bodies };
      return [
        { where: 'hinge', spoilt: { ...p, shell }, says: new RegExp(p.shell.bodies[1]!.name) },
      ];
    },
  },
];
