/** A build as warm things in a shell: what its network turns into warmth, and the faces that lose it. */
import {
  type Block,
  bodyFor,
  isHost,
  isOpen,
  type Opening,
  outlineSpan,
  type Part,
  type Piece,
  present,
  type Project,
} from '../model';
import { partOf } from '../kit';
import { openMm2, patternMm2, patternsIn, THIN_HOLE } from '../shell';
import { solved, type Standing } from '../network';
import { chargerWarmth, networkOf, powerFigures, type Supply } from '../power';
import type { WarmCase } from './case';

/** What the build does while it gets warm. */
export type WarmState = 'game' | 'charging';

/** A room, °C: typical of one that is lived in. */
export const ROOM_C = 25;
/** How much of the outside air and eyes reach: it lies in hands. Typical. */
const FREE_SHARE = 0.7;
/** Share of a computer's draw that is in its main chip, and the way from it into the board, K/W. Typical. */
const CHIP_SHARE = 0.7;
const SPREAD = 5;
/** Fins stand so far apart, m: typical. */
const FIN_PITCH = 0.003;
/** A fan of 30 mm moves so much through a case, m³/s: typical; others by their size cubed. */
const FAN_30 = 0.0003;
/** Air goes through a vent no faster, pushed by a fan of this size, m/s: typical. */
const VENT_SPEED = 1;
/** J/gK: of boards and chips, of shells, of cells. Typical. */
const HEAT = { board: 0.9, shell: 1.4, cell: 1.0 } as const;
/** How walls conduct, W/mK. Typical. */
const CONDUCTS: Readonly<Record<Piece['material'], number>> = {
  abs: 0.18,
  polycarbonate: 0.2,
  nylon: 0.25,
  resin: 0.2,
  pla: 0.13,
  petg: 0.2,
  wood: 0.15,
  aluminium: 200,
  steel: 45,
};
/** g/cm³ of a shell's wall. */
const SHELL_DENSITY = 1.1;
/** In a solved network the pack is judged at half its charge. */
const HALF = 0.5;
/** Where nobody wrote a mass, g. */
const BOARD_G = 12;
const CELL_G = 40;

const M = 0.001;

/** One body of a build that something in it warms. */
export interface WarmBody {
  id: string;
  name: string;
  /** The computer is in it; the cell is. */
  hasHost: boolean;
  hasCell: boolean;
  case: WarmCase;
}

/**
 * The bodies that the computer and the cell warm, the computer's first; each loses its own warmth
 * through its own faces, and what a hinge joins is taken to share none.
 *
 * @returns nothing without a measured body, a computer in it and a supply that stands
 */
export function warmBodies(p: Project, state: WarmState, roomC = ROOM_C): WarmBody[] {
  const figures = powerFigures(p);
  const { energy, supply } = figures;
  const host = energy.loads.find((l) => isHost(l.part) && l.item.where !== 'outside');
  const first = host && bodyFor(p, host.item.id);
  if (!first || !supply) return [];
  const standing = solved(networkOf(supply, 'game', HALF));
  if (!standing.stands) return [];
  // A charge the cell does not bear is changed first, and judged then.
  const isTooFast = (figures.charge?.value.c ?? 0) > (energy.pack?.maxChargeC ?? Infinity);
  if (state === 'charging' && isTooFast) return [];
  const charging = state === 'charging' ? chargerWarmth(figures) : 0;
  if (charging === undefined) return [];
  const [cell] = energy.cells;
  const ofCell = cell && bodyFor(p, cell.item.id);
  const lost = warmthOf(supply, standing);
  const isIn = (body: Body, item: string | undefined): boolean =>
    (item === undefined ? first : (bodyFor(p, item) ?? first)) === body;
  return [...new Set([first, ofCell ?? first])].map((body) => {
    const isHere = (item: string): boolean => isIn(body, item);
    const [hasHost, hasCell] = [body === first, body === (ofCell ?? first)];
    const vents = ventsOf(p, body);
    const loads = lost.loads.filter((l) => isHere(l.item)).reduce((sum, l) => sum + l.watts, 0);
    const turning = isIn(body, energy.converter?.item.id) ? lost.turning : 0;
    const charger = isIn(body, energy.charger?.item.id) ? charging : 0;
    return {
      id: body.id,
      name: body.name,
      hasHost,
      hasCell,
      case: {
        roomC,
        shell: shellOf(body),
        vents,
        fan: Math.min(fanOf(p, isHere), vents.area * VENT_SPEED),
        board: hasHost ? boardOf(host.part, lost.board, finsOf(p, isHere)) : NO_BOARD,
        cell: hasCell ? cellOf(cell?.part, lost.cell) : NO_CELL,
        airWatts: loads + turning + charger,
      },
    };
  });
}

/** The case of the body the computer is in. */
export const warmCase = (p: Project, state: WarmState, roomC = ROOM_C): WarmCase | undefined =>
  warmBodies(p, state, roomC)[0]?.case;

/** What is not in a body neither warms it nor is warmed by it. */
const NO_BOARD = { area: 0, high: 1, watts: 0, chipWatts: 0, spread: 1, sink: 0, heat: 1 } as const;
const NO_CELL = { area: 0, high: 1, watts: 0, heat: 1 } as const;

type Body = NonNullable<ReturnType<typeof bodyFor>>;

function shellOf(body: Body): WarmCase['shell'] {
  const { w, h } = outlineSpan(body.outline);
  const deep = body.pieces.reduce((sum, q) => sum + q.depth.mm, 0);
  const t = body.wall.mm;
  const boxArea = (a: number, b: number, c: number): number => 2 * (a * b + a * c + b * c);
  const inner = boxArea(Math.max(1, w - 2 * t), Math.max(1, h - 2 * t), Math.max(1, deep - 2 * t));
  const outer = boxArea(w, h, deep);
  return {
    outer: outer * M * M,
    inner: inner * M * M,
    free: FREE_SHARE,
    high: Math.min(w, h) * M,
    wall: t * M,
    conducts: Math.min(...body.pieces.map((q) => CONDUCTS[q.material])),
    heat: ((outer * t) / 1000) * SHELL_DENSITY * HEAT.shell,
  };
}

/** Holes that air gets through: vents and grilles that stay open, and what is drilled. */
function ventsOf(p: Project, body: Body): WarmCase['vents'] {
  const { w, h } = outlineSpan(body.outline);
  // Behind a plate the room's own air is all there is.
  if (isOpen(body)) return { area: w * h * M * M, high: (Math.min(w, h) / 2) * M };
  const openings = body.pieces.flatMap((q) => q.openings).filter(isAiry);
  const mm2 = openings.reduce((sum, o) => sum + openMm2(o), 0);
  const drilled = patternsIn(p, body).reduce((sum, c) => sum + patternMm2(c, body).acting, 0);
  return { area: (mm2 * THIN_HOLE + drilled) * M * M, high: (Math.min(w, h) / 2) * M };
}
const isAiry = (o: Opening): boolean =>
  (o.use === 'vent' || o.use === 'speaker') && o.reuse?.as !== 'blanked';

/** Whether an item stirs, or lies, in the body that is asked for. */
type IsHere = (item: string) => boolean;

const coolingIn = (p: Project, isHere: IsHere): Part[] =>
  present(p)
    .kit.items.filter((i) => i.where === undefined && isHere(i.id))
    .map((i) => partOf(p, i))
    .filter((part) => part.family === 'cooling');
const sideOf = (b: Block): number =>
  b.plan.kind === 'rect' ? Math.min(b.plan.w.mm, b.plan.h.mm) : 0;

/** Air that fans move, m³/s; without a vent they only stir. */
const fanOf = (p: Project, isHere: IsHere): number =>
  coolingIn(p, isHere)
    .filter((q) => q.draws !== undefined)
    .reduce((sum, q) => sum + FAN_30 * (Math.max(...q.blocks.map(sideOf)) / 30) ** 3, 0);

/** Faces of the fins that are glued to chips, m². */
const finsOf = (p: Project, isHere: IsHere): number =>
  coolingIn(p, isHere)
    .filter((q) => q.draws === undefined)
    .reduce((sum, q) => {
      const [fins] = q.blocks;
      if (fins?.plan.kind !== 'rect') return sum;
      const foot = fins.plan.w.mm * fins.plan.h.mm * M * M;
      return sum + foot * (1 + (2 * fins.height.mm * M) / FIN_PITCH);
    }, 0);

function boardOf(part: Part, watts: number, sink: number): WarmCase['board'] {
  const plate = part.blocks.find((b) => b.kind === 'board');
  const [w, h] = plate?.plan.kind === 'rect' ? [plate.plan.w.mm, plate.plan.h.mm] : [60, 30];
  return {
    area: 2 * w * h * M * M,
    high: Math.min(w, h) * M,
    watts,
    chipWatts: CHIP_SHARE * watts,
    spread: SPREAD,
    sink,
    heat: (part.massG ?? BOARD_G) * HEAT.board,
  };
}

function cellOf(part: Part | undefined, watts: number): WarmCase['cell'] {
  const block = part?.blocks.find((b) => b.kind === 'cell' || b.kind === 'body');
  const [w, h] =
    block?.plan.kind === 'rect' ? [block.plan.w.mm, block.plan.h.mm] : [18, block?.height.mm ?? 50];
  return {
    area: 2 * w * h * M * M,
    high: Math.min(w, h) * M,
    watts,
    heat: (part?.massG ?? CELL_G) * HEAT.cell,
  };
}

/**
 * What the network turns into warmth, W: at the computer, in the cell, at each other load, and in
 * what turns one voltage into another. A load outside warms nothing here.
 */
function warmthOf(
  supply: Supply,
  state: Standing,
): { board: number; cell: number; loads: Array<{ item: string; watts: number }>; turning: number } {
  const source = networkOf(supply, 'game', HALF).sources[0]!;
  const own = state.sources[0]!;
  const cell = own * own * source.ohm;
  const { computer, energy } = supply;
  const board = computer === undefined ? 0 : (supply.places[computer]!.draws?.game ?? 0);
  const host = computer === undefined ? undefined : supply.places[computer]!.item;
  const others = energy.loads.filter(({ item }) => item.id !== host);
  const drawn = others.reduce((sum, { draws }) => sum + draws.game, 0);
  return {
    board,
    cell,
    loads: others
      .filter(({ item }) => item.where !== 'outside')
      .map(({ item, draws }) => ({ item: item.id, watts: draws.game })),
    turning: Math.max(0, own * source.volts - cell - board - drawn),
  };
}
