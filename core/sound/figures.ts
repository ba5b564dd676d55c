/** What each speaker of a build gets and gives. */
import {
  type Block,
  bodyFor,
  type Item,
  type Opening,
  type Part,
  present,
  type Project,
} from '../model';
import { partOf } from '../kit';
import { solved } from '../network';
import { networkOf, PEAK_CHARGE, powerFigures } from '../power';
import { clippingWatts, levelDb, typicalSensitivity } from './level';

export interface Spoken {
  amp: Item;
  speaker: Item;
  /** At the amplifier when everything is at its peak and the pack almost empty, V. */
  volts: number;
  watts: number;
  ratedW: number;
  ohm: number;
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

function openOf({ shape, repeat }: Opening): number {
  const times = (repeat?.row?.count ?? 1) * (repeat?.mirrorX ? 2 : 1) * (repeat?.mirrorY ? 2 : 1);
  if (shape.kind === 'circle') return times * (Math.PI / 4) * shape.d.mm ** 2;
  if (shape.kind === 'rect') return times * shape.w.mm * shape.h.mm;
  return 0;
}

/** Volts at an amplifier at the peak. */
function voltsAt(p: Project, item: Item): number {
  const { supply } = powerFigures(p);
  const at = supply?.places.findIndex((q) => q.is === 'load' && q.item === item.id) ?? -1;
  if (!supply || at < 0) return RAIL_V;
  const state = solved(networkOf(supply, 'peak', PEAK_CHARGE));
  return state.stands ? state.places[at]!.volts : 0;
}

/** Every speaker with the amplifier that drives it; none without one. */
export function spoken(p: Project): Spoken[] {
  const all = present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));
  const amp = all.find((x) => x.part.amp);
  if (!amp) return [];
  const openings = (bodyFor(p)?.pieces ?? [])
    .flatMap((q) => q.openings)
    .filter((o) => o.use === 'speaker' && o.reuse?.as !== 'blanked');
  const speakers = all.filter((x) => x.part.speaker);
  const openMm2 = openings.reduce((sum, o) => sum + openOf(o), 0) / Math.max(1, speakers.length);
  const volts = voltsAt(p, amp.item);
  return speakers.map(({ item, part }): Spoken => {
    const { ohm, ratedW, sensitivityDb } = part.speaker!;
    const { value: watts, working } = clippingWatts(volts, ohm, amp.part.amp!.bridged);
    const across = acrossMm(part);
    const sensitivity = sensitivityDb ?? typicalSensitivity(across);
    const level = levelDb(sensitivity, watts);
    return {
      amp: amp.item,
      speaker: item,
      volts,
      watts,
      ratedW,
      ohm,
      levelDb: level,
      within: sensitivityDb === undefined ? TYPICAL_DB : SHEET_DB,
      ...(openMm2 > 0
        ? { grille: { openMm2, coneMm2: (Math.PI / 4) * (CONE_SHARE * across) ** 2 } }
        : {}),
      working: [
        ...working,
        `${sensitivity.toFixed(0)} dB at 1 W and 1 m${sensitivityDb === undefined ? ' (typical of its width)' : ''} + 10·log ${watts.toFixed(2)} W + 10.5 dB nearer = ${level.toFixed(0)} dB at 30 cm`,
      ],
    };
  });
}
