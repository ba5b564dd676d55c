/**
 * How much room two things need between them to work, and why. Measuring and cutting tolerance is
 * never in here; it lives in the uncertainty of the gap alone.
 */
import type { Gap, Solid } from '../geometry';
import { isHost, type Block, type Part } from '../model';
import { type PlacedItem, thicknessAlong } from './scene';

/** Share of a pouch cell's thickness it may swell by over its life (8-10 % is usual). */
export const SWELLING = 0.09;
/** Bare metal to bare metal, mm: what keeps a pressed shell from shorting two boards. */
export const BARE_METAL_MM = 0.5;
/** Two layers of polyimide tape, mm. */
const TAPE_MM = 0.12;
/** Share of its height a soft block gives way by. */
const SOFT_GIVE = 0.3;

/** Kept between a cell and the hottest chip, mm, by what its board draws at a peak, W: typical, for still air. */
const HOT: ReadonlyArray<readonly [watts: number, mm: number]> = [
  [4, 3],
  [0, 1.5],
];

const areaOf = (b: Block): number => (b.plan.kind === 'rect' ? b.plan.w.mm * b.plan.h.mm : 0);
/** A board's hottest chip: its largest. */
function hottestOf(part: Part): Block | undefined {
  return part.blocks
    .filter((b) => b.kind === 'chip')
    .reduce<Block | undefined>((a, b) => (a && areaOf(a) >= areaOf(b) ? a : b), undefined);
}

/** Room a cell wants from a board's main chip. */
function heatOf(a: Side, b: Side): Clearance | undefined {
  const cell = [a, b].find((s) => s.block?.kind === 'cell');
  if (!cell) return undefined;
  const chip = [a, b].find(
    (s) => s.at && isHost(s.at.part) && s.block !== undefined && s.block === hottestOf(s.at.part),
  );
  if (!chip) return undefined;
  const watts = chip.at!.part.draws?.peak ?? 0;
  const [, mm] = HOT.find(([w]) => watts > w) ?? [0, 1.5];
  return {
    mm,
    reason: `${mm} mm keeps the cell from the hottest chip (${watts.toFixed(1)} W at a peak; a cell wants to stay under 45 °C while it charges). Typical.`,
  };
}

export const CONDUCTIVE: ReadonlySet<Block['kind']> = new Set<Block['kind']>([
  'board',
  'chip',
  'connector',
  'pins',
  'shield',
]);
const METAL_SHELLS = new Set(['aluminium', 'steel']);

export interface Side {
  solid: Solid;
  at?: PlacedItem;
  block?: Block;
}
export interface Clearance {
  mm: number;
  reason: string;
}

/** The axis a pouch swells along: its thinnest. */
function swellAxis(side: Side): 'x' | 'y' | 'z' {
  const sizes = (['x', 'y', 'z'] as const).map((axis) => ({
    axis,
    mm: thicknessAlong(side.at!, side.block!, axis),
  }));
  return sizes.sort((a, b) => a.mm - b.mm)[0]!.axis;
}

/**
 * Clearance a pair needs.
 *
 * @param gap  their gap with its direction: swelling counts along the thickness only
 * @param material  the shell's material when one of the pair is the shell
 */
export function clearanceOf(a: Side, b: Side, gap: Gap, material: string): Clearance {
  const heat = heatOf(a, b);
  if (heat) return heat;
  for (const side of [a, b]) {
    if (side.block?.kind === 'cell' && side.at?.part.cell?.kind === 'pouch') {
      const axis = swellAxis(side);
      const share = axis === 'z' ? Math.abs(gap.nz) : Math.hypot(gap.nx, gap.ny);
      const thick = thicknessAlong(side.at, side.block, axis);
      if (share > 0.7) {
        return {
          mm: SWELLING * thick,
          reason: `A pouch cell swells: ${(SWELLING * 100).toFixed(0)} % of ${thick.toFixed(1)} mm = ${(SWELLING * thick).toFixed(2)} mm.`,
        };
      }
    }
  }
  const softest = [a, b].find((s) => s.block?.soft);
  if (softest) {
    const height = softest.block!.height.mm;
    return { mm: -SOFT_GIVE * height, reason: `It gives way: 30 % of ${height.toFixed(1)} mm.` };
  }
  if (a.solid.kind === 'path' || b.solid.kind === 'path') {
    return { mm: 0, reason: 'The plug needs a free way to the outside.' };
  }
  const conductive = (s: Side) => s.block !== undefined && CONDUCTIVE.has(s.block.kind);
  const riding = a.at && b.at && (rides(a.at, b.at) || rides(b.at, a.at));
  if (riding) return { mm: 0, reason: 'One rides on the other, insulated.' };
  const taped = [a, b].some((s) => s.at?.item.insulated && conductive(s));
  const metalShell = METAL_SHELLS.has(material) && (!a.block || !b.block);
  if (taped && ((conductive(a) && conductive(b)) || metalShell)) {
    return { mm: TAPE_MM, reason: `Insulated: two layers of tape take ${TAPE_MM} mm.` };
  }
  if (conductive(a) && conductive(b)) {
    return { mm: BARE_METAL_MM, reason: `${BARE_METAL_MM} mm keeps bare metal from bare metal.` };
  }
  if (metalShell && (conductive(a) || conductive(b))) {
    return {
      mm: BARE_METAL_MM,
      reason: `${BARE_METAL_MM} mm keeps bare metal from the metal shell.`,
    };
  }
  return { mm: 0, reason: 'They may touch, but not overlap.' };
}

const rides = (child: PlacedItem, parent: PlacedItem): boolean =>
  'item' in child.placement.on && child.placement.on.item === parent.item.id;
