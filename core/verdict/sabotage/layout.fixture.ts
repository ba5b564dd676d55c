/** Spoilings of where parts lie: forgotten, fallen out, lifted, turned, pushed. */
import { sceneOf, wantsPlace, windowWanted } from '../../fit';
import { libraryPart } from '../../catalogue';
import { planSize } from '../../kit';
import { applied, type Cut, isOpen, length, type Part, type Project } from '../../model';
import {
  type Case,
  everyPiece,
  type Kind,
  laidOut,
  partOfItem,
  withPlacement,
} from './kind.fixture';

/** How far beyond a limit, and short of it, a spoiling with a size is tried, mm. */
export const BEYOND_MM = 0.2;

const each = (
  p: Project,
  spoil: (id: string) => Project | undefined,
  wanted: (at: ReturnType<typeof laidOut>[number]) => boolean = () => true,
): Case[] =>
  laidOut(p)
    .filter(wanted)
    .flatMap((at) => {
      const spoilt = spoil(at.id);
      return spoilt ? [{ where: at.id, spoilt, ids: [at.id] }] : [];
    });

const sizeOf = (p: Project): { w: number; h: number } => {
  const walls = sceneOf(p).shell!.walls;
  return { w: Math.max(...walls.map((q) => q.x0)), h: Math.max(...walls.map((q) => q.y0)) };
};

/** From floor to floor of the deepest body: so far up everything is in the other floor, mm. */
const deepest = (p: Project): number =>
  Math.max(
    ...p.shell.bodies.map((b) => b.pieces.reduce((sum, q) => sum + q.depth.mm, -2 * b.wall.mm)),
  );

/** Pressed by a finger; a reed is not, nor the switch of the supply. */
const isKeys = (q: Part): boolean =>
  q.family === 'switch' && !q.off && !q.words.some((w) => w === 'reed' || w === 'hall');

/** So small that it finds room beside nearly everything, mm. */
const TINY_MM = 4;
const isTiny = (q: Part): boolean => planSize(q.blocks).w < TINY_MM;

/** The shortest push of a part that makes one of its gaps too small by so much; negative: leaves that much. */
export function pushed(p: Project, by: number): Case[] {
  const out: Case[] = [];
  const scene = sceneOf(p);
  for (const { id, placement, part } of laidOut(p)) {
    const at = scene.items.get(id);
    // What is let into the wall has its hole there.
    const isLetIn = part.ports?.some((x) => x.carries === 'supply' && x.role === 'gives');
    if (!at || part.screen || isLetIn || 'item' in placement.on) continue;
    // Towards the left wall until it is in it: the rim of the shell is where everybody measures.
    const left = Math.min(...at.blocks.map((b) => b.solid.x0));
    const wall = scene.shell!.body.wall.mm;
    const mm = left - wall + by;
    out.push({
      where: `${id} ${mm.toFixed(1)} mm left`,
      spoilt: withPlacement(p, id, { x: placement.x - mm }),
      ids: [id],
    });
  }
  return out;
}

const wheel = (p: Project, x: number, y: number): Project => {
  const back = p.shell.bodies[0]!.pieces.find((q) => q.role === 'back')!;
  return applied(applied(p, { do: 'add', part: libraryPart('pot-wheel') }), {
    do: 'stand',
    placement: {
      item: 'pot-wheel',
      on: { piece: back.id },
      x,
      y,
      turn: 0,
      up: 'in',
      stand: 'flat',
      lift: 0,
      held: 'hand',
    },
  });
};

const fromEdge = (edge: 'left' | 'bottom', mm: number) => ({
  from: { edge, face: 'outer' as const },
  to: 'centre' as const,
  length: length(mm),
});
const onOuterFace = (p: Project) => laidOut(p).filter((q) => 'side' in q.placement.on);

/** The build with every window that is still to be cut larger cut as it is planned. */
function windowsCut(p: Project): Project {
  const scene = sceneOf(p);
  const cuts = p.cuts.map((c): Cut => {
    if (c.kind !== 'opening' || c.measured || !('is' in c.for) || c.for.is !== 'window') return c;
    const at = scene.items.get(c.for.item);
    const w = at && windowWanted(scene, at);
    if (!w) return c;
    const measured = { w: length(w.x1 - w.x0), h: length(w.y1 - w.y0) };
    const here = { piece: at.piece, x: (w.x0 + w.x1) / 2, y: (w.y0 + w.y1) / 2 };
    return { ...c, state: 'measured', measured, at: here };
  });
  return { ...p, cuts };
}

export const LAYOUT_KINDS: readonly Kind[] = [
  {
    name: 'a part that nothing is said to hold',
    makes: 'tight',
    cases: (p) =>
      p.layout.placements.flatMap((q): Case[] => {
        const isMade = p.kit.items.find((i) => i.id === q.item)?.made !== undefined;
        if (!q.fixed || isMade || 'item' in q.on) return [];
        const placements = p.layout.placements.map((x) => {
          const one = { ...x };
          if (x === q) delete one.fixed;
          return one;
        });
        return [{ where: q.item, spoilt: { ...p, layout: { placements } }, says: /lies loose/ }];
      }),
  },
  {
    name: 'a panel 0.35 mm off the face, which a thumb beside the window presses down on it',
    needsWalls: true,
    makes: 'tight',
    cases: (p) =>
      laidOut(p)
        // A window shorter than that has a face beside it which is stiff enough.
        .filter(({ part, placement }) => (part.screen?.active.w ?? 0) > 50 && placement.lift === 0)
        .map(({ id, placement }) => ({
          where: id,
          spoilt: withPlacement(p, id, { lift: placement.lift + 0.35 }),
          ids: [id],
        })),
  },
  {
    name: 'a volume wheel nobody can turn',
    makes: 'hit',
    needsWalls: true,
    cases: (p) =>
      [0.3, 0.5, 0.7].map((share) => ({
        where: `${share} of the width`,
        spoilt: wheel(p, share * sizeOf(p).w, 0.5 * sizeOf(p).h),
        ids: ['pot-wheel'],
      })),
  },
  {
    name: 'a speaker behind a closed face',
    makes: 'tight',
    needsWalls: true,
    cases: (p) =>
      laidOut(p)
        .filter((q) => q.part.speaker)
        .map((q) => ({
          where: q.id,
          spoilt: everyPiece(p, (x) => ({
            ...x,
            openings: x.openings.filter((o) => o.use !== 'speaker'),
          })),
          ids: [q.id],
        })),
  },
  {
    name: 'a screen that lies on its picture',
    makes: 'hit',
    cases: (p) =>
      onOuterFace(p)
        .filter(({ part }) => part.screen)
        .map(({ id }) => ({ where: id, spoilt: withPlacement(p, id, { up: 'in' }), ids: [id] })),
  },
  {
    name: 'a screen on a face, over the holes of a vent',
    makes: 'hit',
    cases: (p) =>
      onOuterFace(p)
        .filter(({ part }) => part.screen)
        .map(({ id, placement }) => ({
          where: id,
          spoilt: everyPiece(p, (q) => ({
            ...q,
            openings: [
              ...q.openings,
              {
                id: 'breather',
                name: 'breather',
                use: 'vent' as const,
                on: {
                  kind: 'face' as const,
                  at: {
                    x: fromEdge('left', placement.x + 30),
                    y: fromEdge('bottom', placement.y + 30),
                  },
                },
                shape: { kind: 'circle' as const, d: length(8) },
              },
            ],
          })),
          ids: [id],
        })),
  },
  {
    name: 'a plate without a hole for the wires of what stands on its face',
    makes: 'tight',
    cases: (p) =>
      onOuterFace(p)
        .filter(({ part }) => part.screen)
        .map(({ id }) => ({
          where: id,
          spoilt: {
            ...p,
            shell: {
              ...p.shell,
              bodies: p.shell.bodies.map((b) => ({
                ...b,
                outline: { kind: 'rect' as const, w: length(400), h: length(300), r: length(6) },
                pieces: b.pieces.map((q) => ({ ...q, openings: [] })),
              })),
            },
            layout: {
              placements: p.layout.placements.map((q) => ({ ...q, x: q.x + 90, y: q.y + 90 })),
            },
          },
          ids: [id],
        })),
  },
  {
    name: 'a part that reaches 6 mm over the edge of a plate',
    makes: 'tight',
    cases: (p) =>
      p.shell.bodies.every(isOpen)
        ? laidOut(p).map(({ id, placement }) => {
            const at = sceneOf(p).items.get(id)!;
            const right = Math.max(...at.blocks.map((b) => b.solid.x1));
            return {
              where: id,
              spoilt: withPlacement(p, id, { x: placement.x + sizeOf(p).w + 6 - right }),
              ids: [id],
            };
          })
        : [],
  },
  {
    name: 'a part that was never laid out',
    makes: 'hit',
    cases: (p) =>
      each(p, (id) => ({
        ...p,
        layout: { placements: p.layout.placements.filter((q) => q.item !== id) },
      })).filter(
        // Small stock goes where it is needed.
        (c) => c.spoilt.layout.placements.length > 0 && wantsPlace(partOfItem(p, c.where)),
      ),
  },
  {
    name: 'a part outside the shell',
    makes: 'hit',
    cases: (p) => each(p, (id) => withPlacement(p, id, { x: sizeOf(p).w + 300 })),
  },
  {
    name: 'a part lifted into the other half',
    makes: 'hit',
    needsWalls: true,
    cases: (p) =>
      each(p, (id) => {
        const now = p.layout.placements.find((q) => q.item === id)!;
        return withPlacement(p, id, { lift: now.lift + deepest(p) });
      }),
  },
  {
    name: 'a part pushed through the left wall by 0.2 mm',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => pushed(p, BEYOND_MM),
  },
  {
    name: 'a part laid on another',
    makes: 'hit',
    cases: (p) => {
      const flat = laidOut(p).filter(
        (q) => 'piece' in q.placement.on && !q.part.screen && !isTiny(q.part),
      );
      return flat.flatMap((a) =>
        flat
          .filter(
            (b) =>
              b.id !== a.id && JSON.stringify(b.placement.on) === JSON.stringify(a.placement.on),
          )
          .slice(0, 2)
          .map((b) => ({
            where: `${a.id} on ${b.id}`,
            spoilt: withPlacement(p, a.id, {
              x: b.placement.x,
              y: b.placement.y,
              lift: b.placement.lift,
            }),
            ids: [a.id],
          })),
      );
    },
  },
  {
    name: 'a speaker that plays into the case',
    makes: 'hit',
    cases: (p) =>
      laidOut(p)
        .filter((q) => q.part.speaker)
        .map((q) => ({
          where: q.id,
          spoilt: withPlacement(p, q.id, { up: q.placement.up === 'in' ? 'out' : 'in' }),
          ids: [q.id],
        })),
  },
  {
    name: 'a screen that looks inward',
    makes: 'hit',
    cases: (p) =>
      each(
        p,
        (id) => withPlacement(p, id, { up: 'in' }),
        (q) => q.part.screen !== undefined,
      ),
  },
  {
    name: 'a screen beside its window',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => {
      const cut = windowsCut(p);
      return laidOut(p)
        .filter((q) => q.part.screen)
        .flatMap((q) =>
          [-8, 8].map((mm) => ({
            where: `${q.id} ${mm} mm`,
            spoilt: withPlacement(cut, q.id, { x: q.placement.x + mm }),
            ids: [q.id],
          })),
        );
    },
  },
  {
    name: 'a charging socket that looks into the shell',
    makes: 'hit',
    cases: (p) =>
      each(
        p,
        (id) => {
          const now = p.layout.placements.find((q) => q.item === id)!;
          const up = { x: now.x + 20, y: now.y + 25, turn: now.turn + 180 };
          return withPlacement(p, id, up);
        },
        (q) => q.part.charger !== undefined && q.part.connectors.some((c) => c.outside),
      ),
  },
  {
    name: 'a socket too far from its wall for the plug',
    makes: 'hit',
    cases: (p) =>
      each(
        p,
        (id) => {
          const now = p.layout.placements.find((q) => q.item === id)!;
          return withPlacement(p, id, { y: now.y + 4 });
        },
        (q) => q.part.charger !== undefined && q.part.connectors.some((c) => c.outside),
      ),
  },
  {
    name: 'a switch plate turned over',
    makes: 'hit',
    cases: (p) =>
      each(
        p,
        (id) => withPlacement(p, id, { up: 'in' }),
        // On edge it looks the same way when it is turned over.
        (q) => isKeys(q.part) && q.placement.stand === 'flat',
      ),
  },
  {
    name: 'a switch plate in the other half',
    makes: 'hit',
    cases: (p) =>
      each(
        p,
        (id) => {
          const back = p.shell.bodies[0]!.pieces.find((q) => q.role === 'back');
          return back && withPlacement(p, id, { on: { piece: back.id }, up: 'in', lift: 0 });
        },
        (q) => isKeys(q.part),
      ).map((c) => ({ ...c, ids: [...c.ids!, ...c.spoilt.controls.inputs.map((i) => i.id)] })),
  },
  {
    name: 'a switch plate 6 mm beside its keys',
    makes: 'hit',
    cases: (p) =>
      each(
        p,
        (id) => {
          const now = p.layout.placements.find((q) => q.item === id)!;
          // On edge it stands behind a wall, and is shifted along that.
          return withPlacement(p, id, now.stand === 'flat' ? { y: now.y - 6 } : { x: now.x + 6 });
        },
        (q) => isKeys(q.part),
      ).map((c) => ({ ...c, ids: [...c.ids!, ...c.spoilt.controls.inputs.map((i) => i.id)] })),
  },
];
