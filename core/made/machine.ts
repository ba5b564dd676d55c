/** By how much one's own machine is off, from a calibration piece, and how sure that is. */
import { formatMm, type PrintReading, type Process, type Project } from '../model';
import { CALIBRATION } from './kinds/tools';

/** A calliper reading's own standard uncertainty, mm. */
const READ_U_MM = 0.02;
/** Further off than this it is the reading of something else, mm. */
const FAR_MM = 1;

/** How much too small holes and how much too large pins come out across, mm. */
export interface Offset {
  mm: number;
  u: number;
  n: number;
}
export interface Machine {
  hole: Offset | undefined;
  pin: Offset | undefined;
}

/** Which sizes are asked for. */
export const ASKED: Readonly<Record<PrintReading['of'], readonly number[]>> = {
  hole: CALIBRATION.holes,
  pin: CALIBRATION.pins,
};

/**
 * Mean over the readings of one kind; its uncertainty is that of the mean, from their scatter where
 * there are several and never below a calliper's own.
 */
function offsetOf(readings: readonly PrintReading[], of: PrintReading['of']): Offset | undefined {
  const off = readings
    .filter((r) => r.of === of)
    .map((r) => (of === 'hole' ? r.size - r.mm : r.mm - r.size));
  const n = off.length;
  if (!n) return undefined;
  const mm = off.reduce((a, b) => a + b, 0) / n;
  const scatter = n > 1 ? Math.sqrt(off.reduce((a, x) => a + (x - mm) ** 2, 0) / (n - 1)) : 0;
  return { mm, u: Math.max(READ_U_MM, scatter) / Math.sqrt(n), n };
}

export function machineOf(p: Project, process: Process): Machine {
  const readings = (p.workshop?.prints ?? []).filter((r) => r.process === process);
  return { hole: offsetOf(readings, 'hole'), pin: offsetOf(readings, 'pin') };
}

/** How far outlines are drawn in and holes widened so that they come out as wanted, mm at each side. */
export const corrections = (m: Machine): { outer: number; inner: number } => ({
  outer: (m.pin?.mm ?? 0) / 2,
  inner: (m.hole?.mm ?? 0) / 2,
});

/** One plain sentence when a reading cannot be of that size. */
export const unlikely = (of: PrintReading['of'], size: number, mm: number): string | undefined =>
  Math.abs(mm - size) > FAR_MM
    ? `The ${of} of ${formatMm(size)} mm reads ${formatMm(mm)} mm: more than ${FAR_MM} mm off is another ${of}, or another piece.`
    : undefined;

/** The document with this reading, or without one of that size. */
export const withReading = (
  p: Project,
  of: Pick<PrintReading, 'process' | 'of' | 'size'>,
  mm: number | undefined,
): Project => {
  const rest = (p.workshop?.prints ?? []).filter(
    (r) => r.process !== of.process || r.of !== of.of || r.size !== of.size,
  );
  const prints = mm === undefined ? rest : [...rest, { ...of, mm }];
  const next = { ...p, workshop: { ...p.workshop, prints } };
  if (!prints.length && next.workshop.kerf === undefined) delete (next as Project).workshop;
  return next;
};
