/** A trial in words: what is connected and read, what was read, and what that says. */
import type { LoadState, MeterReading } from '../model';
import { ampsKnown, BAND, FUSE_A, METERS, rangeOf } from '../power';
import type { Expected, Trial } from './trial';

const IN: Readonly<Record<LoadState, string>> = {
  menu: 'in menus',
  game: 'in a game',
  peak: 'at its peak',
};
const DO: Readonly<Record<LoadState, string>> = {
  menu: 'Let it sit in its menus.',
  game: 'Start the heaviest game wanted, sound on, screen as bright as you play. It flickers: watch half a minute, take the middle.',
  peak: 'Let it boot, load a game, play loud and bright; keep the highest figure (a meter with a MAX key holds it).',
};

const v = (volts: number): string => `${volts.toFixed(2)} V`;
const a = (amps: number): string => `${amps.toFixed(amps < 1 ? 3 : 2)} A`;

export const trialTitle = (t: Pick<Trial, 'of' | 'name' | 'state'>): string => {
  switch (t.of) {
    case 'draw':
    case 'whole':
      return `${t.name} ${IN[t.state!]}`;
    case 'efficiency':
      return `${t.name}: what arrives`;
    case 'output':
      return `${t.name}: its output`;
    case 'capacity':
      return `${t.name}: what it holds`;
    case 'resistance':
      return `${t.name}: how it sags`;
    case 'arrival':
      return `${t.name} as it came`;
    case 'least':
      return `${t.name}: the least it runs on`;
  }
};

const JACK = {
  mA: `red lead in the mA jack (fused at ${FUSE_A} A)`,
  A: 'red lead in the 10 A jack',
} as const;

function feed(t: Trial): string[] {
  if (!t.supply) return [];
  return [`Supply at ${v(t.supply.volts)}, limit ${a(t.supply.limitA)}, off.`];
}
const inLead = (t: Trial): string => `Meter in the plus lead, ${JACK[t.range ?? 'A']}.`;
/** A resistor that draws a current, as one buys it. */
function resistor(volts: number, amps: number): string {
  return `${(volts / amps).toPrecision(2)} Ω for ${Math.ceil(volts * amps * 2)} W, which gets hot`;
}

/** What is done, one sentence each. */
export function trialSteps(t: Trial): string[] {
  switch (t.of) {
    case 'arrival':
      return [
        'Nothing connected to it.',
        'Meter on V across its leads; mind that they never touch.',
      ];
    case 'output':
      return [...feed(t), 'Nothing on its output.', 'Supply on. Meter on V at the output.'];
    case 'efficiency':
      return [
        ...feed(t),
        `On its output an electronic load at ${a(t.loadA!)}, or a resistor of ${resistor(t.expects ? t.supply!.volts : 5, t.loadA!)}.`,
        'Amps and volts going in, then coming out: one meter for all four, in the 10 A jack, so that its own error falls out.',
      ];
    case 'draw':
      return [
        ...feed(t),
        inLead(t),
        `Supply on. ${DO[t.state!]}`,
        'Volts at the part itself, behind the meter.',
      ];
    case 'whole':
      return [
        'The whole build, wired on the bench as it will be, without its cell.',
        ...feed(t),
        `${inLead(t)} Its leads go where the cell's will.`,
        `Supply on. ${DO[t.state!]}`,
        'Volts behind the meter.',
      ];
    case 'least':
      return [
        ...feed(t),
        'Supply on, let it run as hard as it will.',
        'Turn the volts down by 0.05 V at a time until it goes off. Turn up by 0.1 V: does it start there as well? The higher of the two counts.',
      ];
    case 'resistance':
      return [
        'Cell half full or more.',
        `${a(t.lightA!)} for ten seconds, then ${a(t.loadA!)} for ten seconds: amps, and volts right at its leads.`,
      ];
    case 'capacity':
      return [
        'Charge it full, let it rest for half an hour.',
        `Empty it at ${a(t.loadA!)}, down to ${v(t.stopV!)} and no further, with an electronic load that stops by itself, or a hobby charger that discharges and counts.`,
        'On something that does not burn, never unattended.',
      ];
  }
}

/** As many digits as its uncertainty leaves: two of it. */
export function withUncertainty(value: number, half: number): string {
  const digits = half > 0 ? Math.min(4, Math.max(0, 1 - Math.floor(Math.log10(half)))) : 4;
  return `${value.toFixed(digits)} ± ${half.toFixed(digits)}`;
}

type MeanOf = Pick<MeterReading, 'with' | 'range' | 'scatterA'>;

/** The mean of a run with all that is not known of it: its scatter, and the instrument's own error. */
export function meanWords(amps: number, r: MeanOf): string {
  const { gain, own } = ampsKnown(r, amps);
  return `${withUncertainty(amps, BAND * Math.hypot(gain, own) * amps)} A`;
}

/** Where the uncertainty of a mean comes from. */
export function meanWorking(amps: number, r: MeanOf): string[] {
  const { gain, own } = ampsKnown(r, amps);
  const half = (share: number): string => `${(1000 * BAND * share * amps).toPrecision(2)} mA`;
  return [
    `Its instrument: ± ${half(gain)} that all its readings share.`,
    `Scatter of the run and the last digit: ± ${half(own)}.`,
    `√ of the sum of their squares: ± ${half(Math.hypot(gain, own))}, 95 %.`,
  ];
}

const unitWords: Readonly<Record<Expected['unit'], (value: number) => string>> = {
  A: a,
  V: v,
  Ah: (ah) => `${ah.toFixed(2)} Ah`,
  Ω: (ohm) => `${Math.round(1000 * ohm)} mΩ`,
  '%': (percent) => `${percent.toFixed(1)} %`,
};
const figureWords = (value: number, unit: Expected['unit']): string => unitWords[unit](value);
export const expectedWords = (e: Expected): string =>
  `${figureWords(e.value, e.unit)} ± ${unitWords[e.unit](e.within)}`;

/** What a reading comes to, in the unit its trial expects: draws at the volts they were asked for. */
export function valueOf(r: MeterReading, volts?: number): number {
  switch (r.of) {
    case 'draw':
    case 'whole':
      return (r.amps * r.volts) / (volts ?? r.volts);
    case 'efficiency':
      return r.into.amps === 0
        ? 0
        : (100 * r.out.amps * r.out.volts) / (r.into.amps * r.into.volts);
    case 'capacity':
      return r.ah;
    case 'resistance':
      return (r.light.volts - r.heavy.volts) / (r.heavy.amps - r.light.amps);
    case 'output':
    case 'arrival':
    case 'least':
      return r.volts;
  }
}

export function readingWords(r: MeterReading): string {
  switch (r.of) {
    case 'draw':
    case 'whole':
      return `${a(r.amps)} at ${v(r.volts)}`;
    case 'efficiency':
      return `${a(r.into.amps)} at ${v(r.into.volts)} in, ${a(r.out.amps)} at ${v(r.out.volts)} out`;
    case 'capacity':
      return `${r.ah.toFixed(2)} Ah at ${a(r.amps)} down to ${v(r.toV)}`;
    case 'resistance':
      return `${v(r.light.volts)} at ${a(r.light.amps)}, ${v(r.heavy.volts)} at ${a(r.heavy.amps)}`;
    case 'output':
    case 'arrival':
    case 'least':
      return v(r.volts);
  }
}
export const meterWords = (r: MeterReading): string => METERS[r.with].name;

/** What cannot have been read so; nothing when it can. */
export function misread(r: MeterReading): string | undefined {
  if ((r.of === 'draw' || r.of === 'whole') && rangeOf(r, r.amps) === 'mA' && r.amps > FUSE_A) {
    return `The mA jack blows its fuse at ${FUSE_A} A: was this read in the 10 A jack?`;
  }
  if ((r.of === 'draw' || r.of === 'whole') && r.amps > 10) {
    return 'A meter shows 10 A at the most: is this in mA?';
  }
  return undefined;
}

/** What a reading says against what was expected before it. */
export function judgedWords(t: Trial, r: MeterReading): { isExpected: boolean; sentence: string } {
  if ((r.of === 'draw' || r.of === 'whole') && r.amps === 0) {
    return {
      isExpected: false,
      sentence: 'It draws nothing, so it does not run. Look at plus, ground, key and card.',
    };
  }
  const e = t.expects;
  if (!e) return { isExpected: true, sentence: 'Kept.' };
  const value = valueOf(r, t.supply?.volts);
  const off = value - e.value;
  if (Math.abs(off) <= e.within) {
    return {
      isExpected: true,
      sentence: `As expected: ${figureWords(value, e.unit)} where ${expectedWords(e)} was.`,
    };
  }
  const share =
    e.value === 0 ? '' : ` (${off > 0 ? '+' : '−'}${Math.abs((100 * off) / e.value).toFixed(0)} %)`;
  return {
    isExpected: false,
    sentence: `${figureWords(value, e.unit)} where ${expectedWords(e)} was expected${share}. If it reads so twice, it is so: the build counts with it now.`,
  };
}
