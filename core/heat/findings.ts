/** How warm a build gets against what its chip, its cell and a hand bear. */
import { type Finding, isHost, type Part, type Project, type WayOut } from '../model';
import { nextE24 } from '../kit';
import { type Energy, powerFigures } from '../power';
import { settled, soak, type Soak, type WarmCase, type Warmth, warmWorking } from './case';
import { ROOM_C, warmBodies, type WarmBody, type WarmState } from './build';

/** A chip slows down from here on, °C: typical. */
const THROTTLE_C = 85;
/** A lithium cell in use, and while it charges; a shell in a hand, °C. */
const LIMITS = { used: 60, charged: 45, skin: 45 } as const;
/** Half-width of the 95 % band as a share of what it is warmer than the room: estimated, and once read. */
const GUESSED = 0.3;
const READ = 0.1;

type WarmPlace = 'chip' | 'cell' | 'skin';
export interface WarmFact {
  place: WarmPlace;
  state: WarmState;
  /** Which body, where more than one gets warm. */
  body?: string;
  item?: string;
  name: string;
  celsius: number;
  /** Half-width of its 95 % band, K. */
  within: number;
  mostC: number;
}
export interface HeatFigures {
  cases: Partial<Record<WarmState, WarmCase>>;
  /** The body the cell is in, where that is another than the computer's, in a game. */
  cellCase?: WarmCase;
  warmth: Partial<Record<WarmState, Warmth>>;
  /** What the reading of the chip makes of every rise over the room. */
  factor: number;
  isRead: boolean;
  /** Half-width of the 95 % band of every rise, as a share; and what a reading makes of it. */
  within: number;
  readWithin: number;
  facts: WarmFact[];
  working: string[];
}

/** Over the room as it is known: every rise as the chip's reading corrects it. */
function corrected({ chipC, boardC, cellC, airC, shellC }: Warmth, factor: number): Warmth {
  const over = (c: number): number => ROOM_C + factor * (c - ROOM_C);
  return {
    chipC: over(chipC),
    boardC: over(boardC),
    cellC: over(cellC),
    airC: over(airC),
    shellC: over(shellC),
  };
}

/** @returns nothing while there is no shell, no computer in it, or a supply that does not stand */
export function heatFigures(p: Project): HeatFigures | undefined {
  const before = known.get(p.kit);
  if (
    before &&
    before.p.power === p.power &&
    before.p.shell === p.shell &&
    before.p.cuts === p.cuts &&
    before.p.way === p.way &&
    (p.shell.bodies.length < 2 || before.p.layout === p.layout)
  ) {
    return before.figures;
  }
  const figures = figuresOf(p);
  known.set(p.kit, { p, figures });
  return figures;
}
/** Documents never change once made, and most edits leave kit, power and shell alone. */
const known = new WeakMap<Project['kit'], { p: Project; figures: HeatFigures | undefined }>();

/** A body, warm in a state. */
interface Warmed extends Omit<WarmBody, 'case'> {
  state: WarmState;
  warmth: Warmth;
}

function figuresOf(p: Project): HeatFigures | undefined {
  const [inGame, onPlug] = [warmBodies(p, 'game'), warmBodies(p, 'charging')];
  const game = inGame[0]?.case;
  if (!game) return undefined;
  const charging = onPlug[0]?.case;
  const read = p.power.warmth;
  const factor = read ? factorOf(game, read) : 1;
  const warmed = (state: WarmState, bodies: readonly WarmBody[]): Warmed[] =>
    bodies.map((b) => ({ ...b, state, warmth: corrected(settled(b.case), factor) }));
  const all = [...warmed('game', inGame), ...warmed('charging', onPlug)];
  const hosts = (state: WarmState) => all.find((w) => w.state === state && w.hasHost)?.warmth;
  const onPlugWarmth = hosts('charging');
  const ofCell = inGame.find((b) => b.hasCell && !b.hasHost);
  const within = read ? READ : GUESSED;
  return {
    cases: { game, ...(charging ? { charging } : {}) },
    ...(ofCell ? { cellCase: ofCell.case } : {}),
    warmth: { game: hosts('game')!, ...(onPlugWarmth ? { charging: onPlugWarmth } : {}) },
    factor,
    isRead: read !== undefined,
    within,
    readWithin: READ,
    facts: factsOf(p, all, within),
    working: [
      ...inGame.flatMap((b) => [
        ...(inGame.length > 1 ? [`${b.name}:`] : []),
        ...warmWorking(b.case, settled(b.case)),
      ]),
      ...(read ? [readWorking(read, factor)] : []),
    ],
  };
}

/** How chip, cell and the computer's shell warm up in a game, each in its own body. */
export function warmingUp({ cases: { game }, cellCase }: HeatFigures): Soak | undefined {
  if (!game) return undefined;
  const own = soak(game);
  if (!cellCase) return own;
  const { curve } = soak(cellCase);
  const settledC = settled(cellCase).cellC;
  return {
    ...own,
    curve: own.curve.map((at, i) => ({ ...at, cellC: curve[i]?.cellC ?? settledC })),
  };
}

/** What was read over what the same room should have given. */
function factorOf(game: WarmCase, read: NonNullable<Project['power']['warmth']>): number {
  const expected = settled({ ...game, roomC: read.roomC }).chipC - read.roomC;
  return (read.chipC - read.roomC) / expected;
}

const readWorking = (read: NonNullable<Project['power']['warmth']>, factor: number): string =>
  `read: ${read.chipC} − ${read.roomC} = ${(read.chipC - read.roomC).toFixed(1)} K where ${((read.chipC - read.roomC) / factor).toFixed(1)} K were estimated: every rise × ${factor.toFixed(2)}`;

function factsOf(p: Project, all: readonly Warmed[], share: number): WarmFact[] {
  const { energy } = powerFigures(p);
  const host = energy.loads.find((l) => isHost(l.part))!;
  const cell = energy.cells[0];
  const throttle = host.part.computer?.throttleC ?? THROTTLE_C;
  const isOne = !all.some((w) => !w.hasHost);
  return all.flatMap(({ id, name, state, warmth, hasHost, hasCell }) => {
    const fact = (
      place: WarmPlace,
      celsius: number,
      mostC: number,
      of: { name: string; id?: string },
    ): WarmFact => ({
      place,
      state,
      ...(isOne ? {} : { body: id }),
      name: of.name,
      ...(of.id ? { item: of.id } : {}),
      celsius,
      within: share * (celsius - ROOM_C),
      mostC,
    });
    const skin = fact('skin', warmth.shellC, LIMITS.skin, { name: isOne ? 'the shell' : name });
    const inCell = { game: LIMITS.used, charging: LIMITS.charged };
    return [
      ...(hasHost && state === 'game' ? [fact('chip', warmth.chipC, throttle, host.item)] : []),
      skin,
      ...(hasCell && cell ? [fact('cell', warmth.cellC, inCell[state], cell.item)] : []),
    ];
  });
}

/** The finding that tells of a place. */
const heatId = ({ place, state, body }: WarmFact): string =>
  `heat:${place}-${state}${body ? `-${body}` : ''}`;

const WHEN: Readonly<Record<WarmState, string>> = {
  game: 'in a game',
  charging: 'in a game on the plug',
};
const ENDS: Readonly<Record<WarmPlace, string>> = {
  chip: 'slows down',
  cell: 'ages fast, and at worst fails',
  skin: 'is too hot to hold',
};

/** A hit where it is too warm even if the estimate is too high; tight where the estimate itself is. */
export const heatFindings = (p: Project): Finding[] =>
  (heatFigures(p)?.facts ?? []).flatMap((f): Finding[] => {
    if (f.celsius <= f.mostC) return [];
    return [
      {
        id: heatId(f),
        code: `warm-${f.place}`,
        station: 'power',
        check: 'heat',
        verdict: f.celsius - f.within > f.mostC ? 'hit' : 'tight',
        title: `${f.celsius.toFixed(0)} °C ± ${f.within.toFixed(0)}, ${f.mostC} °C at the most`,
        what: `${f.name[0]!.toUpperCase()}${f.name.slice(1)} ${ENDS[f.place]} ${WHEN[f.state]}.`,
        why: [
          `After an hour in a room of ${ROOM_C} °C, ${p.power.warmth ? 'corrected by the chip’s reading' : 'estimated; one reading of the chip after an hour corrects it'}.`,
        ],
        about: f.item ? [f.item] : [],
      },
    ];
  });

/** Holes are sought up to so much acting area, mm², in steps. */
const MOST_VENT_MM2 = 1200;
const VENT_STEP_MM2 = 25;

/**
 * How much more a body has to be open so that nothing of it is too warm.
 *
 * @returns which body, and acting mm²; nothing where air alone does not do it
 */
export function ventsWanted(p: Project, f: Finding): { body: string; mm2: number } | undefined {
  const figures = heatFigures(p);
  const fact = figures?.facts.find((q) => heatId(q) === f.id);
  if (!figures || !fact) return undefined;
  const body = warmBodies(p, fact.state).find((b) => !fact.body || b.id === fact.body);
  if (!body) return undefined;
  const warmth = (mm2: number): number => {
    const area = body.case.vents.area + mm2 / 1e6;
    const t = corrected(
      settled({ ...body.case, vents: { ...body.case.vents, area } }),
      figures.factor,
    );
    return { chip: t.chipC, cell: t.cellC, skin: t.shellC }[fact.place];
  };
  for (let mm2 = VENT_STEP_MM2; mm2 <= MOST_VENT_MM2; mm2 += VENT_STEP_MM2) {
    if (warmth(mm2) <= fact.mostC) return { body: body.id, mm2 };
  }
  return undefined;
}

/** Fins or a fan from the library, or a cooler board. */
export function heatWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const { energy } = powerFigures(p);
  const host = energy.loads.find((l) => isHost(l.part));
  if (!host) return [];
  const cooling = library
    .filter((q) => q.family === 'cooling' && (f.code === 'warm-chip' || q.draws !== undefined))
    .slice(0, 3)
    .map((part): WayOut => ({
      id: `cool-${part.id}`,
      text: `Add ${part.name}`,
      cost: part.draws ? 'needs vents in and out' : 'glued to the main chip',
      changes: [{ do: 'add', part }],
      effort: part.draws ? 4 : 2,
    }));
  const { charger } = energy;
  // A linear charger burns beside the cell what a switching one turns down.
  const switching = library
    .filter(
      (q) =>
        f.code === 'warm-cell' &&
        charger !== undefined &&
        q.charger?.switching === true &&
        !charger.part.charger.switching &&
        !!q.converter === !!charger.part.converter,
    )
    .slice(0, 2)
    .map((part): WayOut => ({
      id: `switching-${part.id}`,
      text: `Take ${part.name} instead`,
      cost: 'it switches: a tenth of its watts become warmth',
      changes: [
        { do: 'swap', item: charger!.item.id, part },
        // At the current it charges with now.
        { do: 'program', item: charger!.item.id, rProgOhm: sameAmps(charger!, part) },
      ],
      effort: 5,
    }));
  const cooler = library
    .filter((q) => isHost(q) && (q.draws?.game ?? Infinity) < host.draws.game)
    .slice(0, 3)
    .map((part): WayOut => ({
      id: `swap-${part.id}`,
      text: `Take ${part.name} instead`,
      cost: `${part.draws!.game.toFixed(1)} W in a game, not ${host.draws.game.toFixed(1)}`,
      changes: [{ do: 'swap', item: host.item.id, part }],
      effort: 7,
    }));
  return [...switching, ...cooling, ...cooler];
}

/** The stock resistor with which another charger gives no more than this one does. */
function sameAmps({ item, part }: NonNullable<Energy['charger']>, other: Part): number {
  const { kVolts, rProgOhm } = part.charger;
  const amps = kVolts / (item.rProgOhm ?? rProgOhm);
  return nextE24(other.charger!.kVolts / amps);
}
