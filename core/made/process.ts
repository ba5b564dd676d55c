/** What a way of making demands, typical: walls no thinner, gaps no closer. */
import type { Process } from '../model';

export { PROCESSES, type Process } from '../model';

export interface Rules {
  /** Thinnest wall that holds, mm. */
  wallMm: number;
  /** Gap at each side at which a part slides in, mm. */
  gapMm: number;
  /** g/cm³ of what it is made of, solid. */
  density: number;
  /** cm³ an hour of a small machine. */
  speed: number;
}

export const RULES: Readonly<Record<Process, Rules>> = {
  filament: { wallMm: 1.2, gapMm: 0.25, density: 1.24, speed: 9 },
  resin: { wallMm: 1, gapMm: 0.15, density: 1.15, speed: 12 },
  sintered: { wallMm: 1, gapMm: 0.3, density: 1.01, speed: 20 },
};
