/** What takes the thumb: a switch with nothing behind it gives way, a plate between its ends bows. */
import { bowMm, freeSpanMm, type PlacedItem, type Scene } from '../fit';
import type { Solid } from '../geometry';
import { type Finding, type Input, mm1, type Placement, type WayOut } from '../model';
import { backings } from './backing';

/** A thumb in play presses with so much, N: typical. What only moves a switch is less. */
const THUMB_N = 12;
/** Nearer than this something behind a switch takes the thumb, mm. */
const BACKED_MM = 0.3;
/** A plate under a thumb may give by so much, mm: typical. */
const GIVES_MM = 0.5;
/** These hold against a thumb; glue and tape let go in time. */
const HOLDS: ReadonlySet<Placement['fixed']> = new Set<Placement['fixed']>(['screws', 'bracket']);
/** Neither a cell nor a panel is leant on. */
const TENDER = new Set(['cell', 'glass', 'foam']);

/** What is pressed, with the keys over it. */
interface Pressed {
  at: PlacedItem;
  inputs: Input[];
}

/** Of every switch and plate with keys over it, what a thumb would do to it. */
export const thumbFindings = (scene: Scene): Finding[] =>
  pressedItems(scene).flatMap((q) => [...loose(scene, q), ...bending(scene, q)]);

/** Items that are pressed, each once. */
function pressedItems(scene: Scene): Pressed[] {
  const by = new Map<string, Input[]>();
  for (const { input, on } of backings(scene)) {
    if (on) by.set(on.item, [...(by.get(on.item) ?? []), input]);
  }
  return [...by].flatMap(([id, inputs]): Pressed[] => {
    const at = scene.items.get(id);
    const lies = at && 'piece' in at.placement.on && at.placement.stand === 'flat';
    return lies ? [{ at, inputs }] : [];
  });
}

/** Whether something hard lies right behind the middle of a solid, on the side away from its face. */
function isBacked(scene: Scene, at: PlacedItem, s: Solid): boolean {
  const sign = scene.shell!.sign(at.piece);
  const [x, y] = [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2];
  const [w, h] = [(s.x1 - s.x0) / 4, (s.y1 - s.y0) / 4];
  const hard = [
    ...scene.shell!.all,
    ...[...scene.items.values()]
      .filter((q) => q !== at)
      .flatMap((q) => q.blocks)
      .filter(({ block }) => !block.soft && !TENDER.has(block.kind))
      .map((b) => b.solid),
  ];
  return hard.some((o) => {
    const gap = sign > 0 ? s.z0 - o.z1 : o.z0 - s.z1;
    const isUnder = o.x0 < x + w && o.x1 > x - w && o.y0 < y + h && o.y1 > y - h;
    return isUnder && Math.abs(gap) <= BACKED_MM;
  });
}

const base = (kind: string, { at, inputs }: Pressed) => ({
  id: `switch:${kind}-${at.item.id}`,
  station: 'controls' as const,
  check: 'switch' as const,
  // It closes; it is felt in play.
  verdict: 'tight' as const,
  what: `${at.item.name}, behind ${inputs.map((i) => i.name).join(' and ')}`,
  about: [...inputs.map((i) => i.id), at.item.id],
  refs: inputs.map((i) => ({ is: 'input' as const, id: i.id })),
});

/** A single switch in the air behind its key, and nothing that would hold it. */
function loose(scene: Scene, pressed: Pressed): Finding[] {
  const { at } = pressed;
  const body = at.blocks.find((b) => b.block.kind === 'body');
  const isSingle = !at.blocks.some((b) => b.block.kind === 'board');
  const { fixed, up } = at.placement;
  if (!isSingle || !body || HOLDS.has(fixed) || up !== 'out') return [];
  if (at.blocks.some((b) => isBacked(scene, at, b.solid))) return [];
  const { x0, x1, y0, y1, z0 } = body.solid;
  return [
    {
      ...base('loose', pressed),
      code: 'switch-loose',
      title: 'Nothing behind it takes the thumb',
      why: [
        `A thumb in play presses with about ${THUMB_N} N (typical). Nothing hard lies within ${BACKED_MM} mm behind the switch, and ${fixed ? `${fixed} lets go in time` : 'nothing is said about what holds it'}.`,
      ],
      at: { x: (x0 + x1) / 2, y: (y0 + y1) / 2, z: z0 },
    },
  ];
}

/** A plate with keys over it that bows under a thumb, held at its ends: F·L³/(48·E·I). */
function bending(scene: Scene, pressed: Pressed): Finding[] {
  const { at } = pressed;
  const board = at.blocks.find((b) => b.block.kind === 'board')?.solid;
  if (!board || isBacked(scene, at, board)) return [];
  const [w, h] = [board.x1 - board.x0, board.y1 - board.y0];
  const [long, wide] = [freeSpanMm(at, board), Math.min(w, h)];
  const bow = bowMm(THUMB_N, long, wide, board.z1 - board.z0);
  if (bow <= GIVES_MM) return [];
  return [
    {
      ...base('bends', pressed),
      code: 'plate-bends',
      title: `Gives ${bow.toFixed(1)} mm under a thumb`,
      why: [
        `Held ${mm1(long)} mm apart: F·L³/(48·E·I) = ${bow.toFixed(2)} mm at ${THUMB_N} N (typical); up to ${GIVES_MM} mm is not felt. A post or a rib under its middle, a thicker plate.`,
      ],
    },
  ];
}

/** Something behind a loose switch that holds against a thumb. */
export const thumbWays = (scene: Scene, f: Finding): WayOut[] =>
  [...scene.items.values()]
    .filter((at) => f.code === 'switch-loose' && f.about.includes(at.item.id))
    .map((at) => ({
      id: `brace-${at.item.id}`,
      text: `Brace ${at.item.name} from behind`,
      cost: 'a scrap of board or sheet on two posts, glued and screwed',
      changes: [{ do: 'place', placement: { ...at.placement, fixed: 'bracket' } }],
      effort: 1.5,
    }));
