/** What each speaker of a build gets and gives. */
import {
  type Block,
  bodyFor,
  holesMiddle,
  type Item,
  type LoadState,
  type Part,
  present,
  type Project,
} from '../model';
import { partOf } from '../kit';
import { openMm2, patternMm2, patternsIn } from '../shell';
import { solved } from '../network';
import { networkOf, PEAK_CHARGE, powerFigures } from '../power';
import { clippingWatts, EAR_M, levelDb, nearerDb, typicalSensitivity } from './level';

export interface Spoken {
  amp: Item;
  speaker: Item;
  /** At the amplifier when everything is at its peak and the pack almost empty, V. */
  volts: number;
  watts: number;
  /** Before clipping when the pack is full and nothing else draws much: what a cone must bear. */
  mostWatts: number;
  mostWorking: string[];
  ratedW: number;
  ohm: number;
  /** What the amplifier sees on this channel: every speaker on it side by side, how many, and the least it drives. */
  channel: { ohm: number; speakers: number; leastOhm: number };
  /** At 30 cm, dB, and how well that is known. */
  levelDb: number;
  within: number;
  /** What the shell leaves open before the speakers, and the cone, mm²; nothing where there is no grille. */
  grille?: { openMm2: number; coneMm2: number };
  working: string[];
}

/** How well a typical sensitivity tells the level, dB; one from the maker's sheet. */
const TYPICAL_DB = 5;
const SHEET_DB = 2;
/** The cone is so much of what a speaker is across. */
const CONE_SHARE = 0.8;
/** An amplifier that hangs on nothing known runs on this, V. */
const RAIL_V = 5;

const acrossMm = (part: Part): number =>
  Math.max(
    1,
    ...part.blocks.map((b: Block) => {
      if (b.plan.kind === 'circle') return b.plan.d.mm;
      return b.plan.kind === 'rect' ? Math.min(b.plan.w.mm, b.plan.h.mm) : 1;
    }),
  );

/**
 * What a body leaves open for a speaker, mm²: its share of the grilles, and of what is drilled for it
 * the holes before its cone, so wide.
 *
 * @returns nothing where there is neither
 */
function grilleMm2(p: Project, speaker: Item, sharing: number, coneMm: number): number | undefined {
  const body = bodyFor(p, speaker.id);
  if (!body) return undefined;
  const there = body.pieces
    .flatMap((q) => q.openings)
    .filter((o) => o.use === 'speaker' && o.reuse?.as !== 'blanked');
  const drilled = patternsIn(p, body).filter(
    (c) => 'item' in c.for && c.for.item === speaker.id && 'piece' in c.at && c.holes.length > 0,
  );
  if (!there.length && !drilled.length) return undefined;
  const before = drilled.map((c) => {
    const [mu, mv] = holesMiddle(c);
    const holes = c.holes.filter(([du, dv]) => Math.hypot(du - mu, dv - mv) <= coneMm / 2);
    return patternMm2({ ...c, holes }, body).open;
  });
  const mm2 = there.reduce((sum, o) => sum + openMm2(o), 0);
  return mm2 / sharing + before.reduce((sum, open) => sum + open, 0);
}

/** Volts at an amplifier in a state of the build, at a charge. */
function voltsAt(p: Project, item: Item, state: LoadState, charge: number): number {
  const { supply } = powerFigures(p);
  const at = supply?.places.findIndex((q) => q.is === 'load' && q.item === item.id) ?? -1;
  if (!supply || at < 0) return RAIL_V;
  const found = solved(networkOf(supply, state, charge));
  return found.stands ? found.places[at]!.volts : 0;
}

/** Every speaker with the amplifier that drives it; none without one. */
export function spoken(p: Project): Spoken[] {
  const all = present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));
  const amp = all.find((x) => x.part.amp);
  if (!amp) return [];
  const speakers = all.filter((x) => x.part.speaker);
  const volts = voltsAt(p, amp.item, 'peak', PEAK_CHARGE);
  const mostVolts = voltsAt(p, amp.item, 'menu', 1);
  const { bridged, channels, minOhm } = amp.part.amp!;
  return speakers.map(({ item, part }, i): Spoken => {
    const beside = speakers.filter((_, k) => k % channels === i % channels);
    const conducts = beside.reduce((sum, x) => sum + 1 / x.part.speaker!.ohm, 0);
    const { ohm, ratedW, sensitivityDb } = part.speaker!;
    const { value: watts, working } = clippingWatts(volts, ohm, bridged);
    const most = clippingWatts(mostVolts, ohm, bridged);
    const body = bodyFor(p, item.id);
    const sharing = speakers.filter((x) => bodyFor(p, x.item.id) === body).length;
    const across = acrossMm(part);
    const cone = CONE_SHARE * across;
    const eachMm2 = grilleMm2(p, item, sharing, cone);
    const sensitivity = sensitivityDb ?? typicalSensitivity(across);
    const level = levelDb(sensitivity, watts);
    return {
      amp: amp.item,
      speaker: item,
      volts,
      watts,
      mostWatts: most.value,
      mostWorking: most.working,
      ratedW,
      ohm,
      channel: { ohm: 1 / conducts, speakers: beside.length, leastOhm: minOhm },
      levelDb: level,
      within: sensitivityDb === undefined ? TYPICAL_DB : SHEET_DB,
      ...(eachMm2 !== undefined
        ? { grille: { openMm2: eachMm2, coneMm2: (Math.PI / 4) * cone ** 2 } }
        : {}),
      working: [
        ...working,
        `${sensitivity.toFixed(0)} dB at 1 W and 1 m${sensitivityDb === undefined ? ' (typical of its width)' : ''} + 10·log ${watts.toFixed(2)} W + ${nearerDb().toFixed(1)} dB nearer = ${level.toFixed(0)} dB at ${Math.round(100 * EAR_M)} cm`,
      ],
    };
  });
}
