/** What is typed for a trial, and the reading it makes. */
import type { ReadingBody, Trial } from '@deft/core/bench';
import type { Instrument } from '@deft/core/model';

/** Puts a reading in. @returns one sentence when it cannot have been read so */
export type Put = (
  body: ReadingBody,
  by: { with: Instrument; note?: string; isStandIn?: true },
) => string | undefined;

export interface TrialField {
  key: string;
  label: string;
  unit: 'A' | 'V' | 'Ah';
  max: number;
  /** What it most likely is, for a figure that is set and not read. */
  begins?: number | undefined;
}

const MOST = { A: 20, V: 60, Ah: 60 } as const;
const field = (
  key: string,
  label: string,
  unit: TrialField['unit'],
  begins?: number,
): TrialField => ({ key, label, unit, max: MOST[unit], begins });

export function fieldsOf(t: Trial): TrialField[] {
  switch (t.of) {
    case 'draw':
    case 'whole':
      return [field('amps', 'amps', 'A'), field('volts', 'volts there', 'V', t.supply?.volts)];
    case 'efficiency':
      return [
        field('inA', 'amps in', 'A'),
        field('inV', 'volts in', 'V'),
        field('outA', 'amps out', 'A'),
        field('outV', 'volts out', 'V'),
      ];
    case 'capacity':
      return [
        field('ah', 'it gave', 'Ah'),
        field('amps', 'at', 'A', t.loadA),
        field('toV', 'down to', 'V', t.stopV),
      ];
    case 'resistance':
      return [
        field('lightA', 'amps lightly', 'A', t.lightA),
        field('lightV', 'volts lightly', 'V'),
        field('heavyA', 'amps heavily', 'A', t.loadA),
        field('heavyV', 'volts heavily', 'V'),
      ];
    case 'output':
    case 'arrival':
      return [field('volts', 'volts', 'V')];
    case 'least':
      return [field('volts', 'least volts it ran on', 'V')];
  }
}

/** @param typed  every field of the trial */
export function bodyOf(t: Trial, typed: Readonly<Record<string, number>>): ReadingBody {
  const at = (key: string): number => typed[key]!;
  switch (t.of) {
    case 'draw':
    case 'whole': {
      const read = { state: t.state!, amps: at('amps'), volts: at('volts') };
      return { of: t.of, ...read, ...(t.range ? { range: t.range } : {}) };
    }
    case 'efficiency':
      return {
        of: 'efficiency',
        into: { amps: at('inA'), volts: at('inV') },
        out: { amps: at('outA'), volts: at('outV') },
      };
    case 'capacity':
      return { of: 'capacity', ah: at('ah'), amps: at('amps'), toV: at('toV') };
    case 'resistance':
      return {
        of: 'resistance',
        light: { amps: at('lightA'), volts: at('lightV') },
        heavy: { amps: at('heavyA'), volts: at('heavyV') },
      };
    case 'output':
    case 'arrival':
    case 'least':
      return { of: t.of, volts: at('volts') };
  }
}
