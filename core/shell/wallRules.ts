/**
 * What a wall bears, by what it is of and how it was made. All of it is typical: a builder who knows
 * the own printer better goes by that.
 */
import type { Piece, PieceProcess } from '../model';

export interface WallRules {
  /** Web left between two holes so that it neither breaks nor bends, mm. */
  web: number;
  /** Walls that halves are made with: thinner cannot be, and what is usual, mm. */
  wall: { least: number; usual: number };
  /** Wall left under a pocket so that it neither dents nor lets light through, mm. */
  skin: number;
}

const MOULDED: WallRules = { web: 1.5, wall: { least: 0.6, usual: 0.8 }, skin: 0.8 };
const FILAMENT: WallRules = { web: 1.2, wall: { least: 0.6, usual: 1.2 }, skin: 0.8 };
const RESIN: WallRules = { web: 1.2, wall: { least: 0.6, usual: 1 }, skin: 1 };
const SINTERED: WallRules = { web: 1.2, wall: { least: 0.6, usual: 1 }, skin: 0.8 };

/** As each is usually made. */
const USUAL: Readonly<Record<Piece['material'], WallRules>> = {
  abs: MOULDED,
  polycarbonate: MOULDED,
  nylon: SINTERED,
  resin: RESIN,
  pla: FILAMENT,
  petg: FILAMENT,
  wood: { web: 3, wall: { least: 1, usual: 2 }, skin: 1.5 },
  aluminium: { web: 1, wall: { least: 0.3, usual: 0.5 }, skin: 0.5 },
  steel: { web: 1, wall: { least: 0.2, usual: 0.3 }, skin: 0.4 },
};

/** What a process leaves of any plastic; cut from the solid it bears what the material does. */
const BY_PROCESS: Readonly<Partial<Record<PieceProcess, WallRules>>> = {
  moulded: MOULDED,
  filament: FILAMENT,
  resin: RESIN,
  sintered: SINTERED,
};

export const wallRules = ({ material, process }: Pick<Piece, 'material' | 'process'>): WallRules =>
  (process && BY_PROCESS[process]) ?? USUAL[material];
