/** A speaker driven too hard, not heard, or played into a wall. */
import type { Finding, Part, Project, WayOut } from '../model';
import { partOf } from '../kit';
import { type Spoken, spoken } from './figures';
import { EAR_M, HEARD_DB, loudnessWords } from './level';

/** Music is far below its tops: so much over the rating is borne, and so much tears the cone. Typical. */
const BORNE = 1.3;
const TEARS = 2.5;
/** A grille should leave so much of the cone open: typical. */
const OPEN = 0.2;

const finding = (
  s: Spoken,
  code: string,
  verdict: Finding['verdict'],
  words: Pick<Finding, 'title' | 'what' | 'why'>,
): Finding => ({
  id: `sound:${code}-${s.speaker.id}`,
  code,
  station: 'sound',
  check: 'loud',
  verdict,
  ...words,
  about: [s.speaker.id, s.amp.id],
});

function driven(s: Spoken): Finding[] {
  if (s.mostWatts <= BORNE * s.ratedW) return [];
  return [
    finding(s, 'driven', s.mostWatts > TEARS * s.ratedW ? 'hit' : 'tight', {
      title: `${s.mostWatts.toFixed(1)} W into a speaker for ${s.ratedW} W`,
      what: `${s.amp.name} drives ${s.speaker.name} harder than it bears.`,
      why: [
        ...s.mostWorking.map((w) => `${w}, on a full pack`),
        'Turned up it buzzes, then its coil burns.',
      ],
    }),
  ];
}

/** One speaker alone is judged by the sound chain. */
function beside(s: Spoken): Finding[] {
  const { ohm, speakers, leastOhm } = s.channel;
  if (speakers < 2 || ohm >= leastOhm) return [];
  return [
    finding(s, 'beside', 'hit', {
      title: `${Number(ohm.toFixed(1))} Ω on an amplifier for ${leastOhm} Ω and up`,
      what: `${speakers} speakers hang side by side on one channel of ${s.amp.name}.`,
      why: [
        `1/R = the sum of 1/R of each: ${Number(ohm.toFixed(1))} Ω. It overheats or cuts off: in series, on two channels, or one alone.`,
      ],
    }),
  ];
}

function heard(s: Spoken): Finding[] {
  if (s.levelDb >= HEARD_DB) return [];
  return [
    finding(s, 'quiet', s.levelDb + s.within < HEARD_DB ? 'hit' : 'tight', {
      title: `${s.levelDb.toFixed(0)} dB ± ${s.within} at ${Math.round(100 * EAR_M)} cm`,
      what: `${s.speaker.name} is ${loudnessWords(s.levelDb)} when it is turned right up.`,
      why: [...s.working, `Talk across a table is about ${HEARD_DB} dB (typical).`],
    }),
  ];
}

function open(s: Spoken): Finding[] {
  const { grille } = s;
  if (!grille || grille.openMm2 >= OPEN * grille.coneMm2) return [];
  return [
    finding(s, 'closed-grille', 'tight', {
      title: `${grille.openMm2.toFixed(0)} mm² open before a cone of ${grille.coneMm2.toFixed(0)} mm²`,
      what: `${s.speaker.name} plays against the wall.`,
      why: [
        `Under ${Math.round(100 * OPEN)} % open it sounds dull and loses level (typical). More or larger holes, within the cone.`,
      ],
    }),
  ];
}

/** No sound is wanted: nothing is said of it. */
export const soundFindings = (p: Project): Finding[] =>
  p.sound.none
    ? []
    : spoken(p).flatMap((s) => [...driven(s), ...beside(s), ...heard(s), ...open(s)]);

/** Another speaker from the library that bears more, or is louder. */
export function soundWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const s = spoken(p).find((q) => f.about.includes(q.speaker.id));
  if (!s || f.code === 'closed-grille') return [];
  if (f.code === 'beside') {
    return [
      {
        id: `one-${s.speaker.id}`,
        text: `Do without ${s.speaker.name}`,
        cost: 'one speaker fewer on the channel',
        changes: [{ do: 'drop', item: s.speaker.id }],
        effort: 2,
      },
    ];
  }
  const part = partOf(p, s.speaker);
  return library
    .filter((q) => q.speaker && q.id !== part.id && q.speaker.ratedW > s.ratedW)
    .slice(0, 4)
    .map((q) => ({
      id: `speaker-${q.id}`,
      text: `Take ${q.name} instead`,
      cost: `${q.speaker!.ohm} Ω, ${q.speaker!.ratedW} W`,
      changes: [{ do: 'swap', item: s.speaker.id, part: q }],
      effort: 4,
    }));
}
