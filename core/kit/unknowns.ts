/**
 * What nobody has tried yet, the riskiest first: what each assumption would spoil if it were false,
 * and the cheapest trial.
 *
 * Rank = chance that it is false × what it spoils / what the trial costs; the chances are a
 * builder's rule of thumb, and said to be.
 */
import { type Assumption, type Item, present, type Part, type Project, type Trial } from '../model';
import { knownToWork } from './known';
import { portsOn } from './ports';
import { partOf } from './thickness';

export interface Unknown {
  id: string;
  is: Assumption;
  /** The item, or the kept thing, it is about. */
  of?: string;
  assumption: string;
  /** Chance that it is false, 0 to 1: a rule of thumb. */
  doubt: number;
  /** Money and hours lost if it shows at the end. */
  spoils: { money: number; hours: number };
  trial: string;
  minutes: number;
  rank: number;
  tried?: { holds: boolean; note?: string };
}

/** An hour at the bench against money, to rank both together. */
const HOUR = 10;
/** What a part costs where nobody says. */
const USUAL_PRICE = 10;
/** Dearer than this a part is ordered before anything depends on it. */
const DEAR = 25;

/** @returns every assumption of the build: what does not hold first, what holds last, else by rank */
export function unknowns(p: Project): Unknown[] {
  const rows = present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));
  const doubts = [
    ...ofTheWhole(p, rows),
    ...rows.flatMap((row) => OF_A_PART.flatMap((doubtOf) => doubtOf(row, rows) ?? [])),
    ...ofWhatIsKept(p),
    ...ofThePad(p),
  ];
  return doubts
    .map((d) => ranked(d, p.tried ?? []))
    .sort((a, b) => standing(a) - standing(b) || b.rank - a.rank || (a.id < b.id ? -1 : 1));
}

type Doubt = Omit<Unknown, 'id' | 'rank' | 'tried'>;

function ranked(d: Doubt, trials: readonly Trial[]): Unknown {
  const about = { assumption: d.is, ...(d.of === undefined ? {} : { of: d.of }) };
  const id = trialKey(about);
  const spoils = { ...d.spoils, money: Math.round(d.spoils.money) };
  const trial = trials.find((t) => trialKey(t) === id);
  return {
    ...d,
    id,
    spoils,
    rank: (d.doubt * (spoils.money + HOUR * spoils.hours)) / d.minutes,
    ...(trial
      ? { tried: { holds: trial.holds, ...(trial.note ? { note: trial.note } : {}) } }
      : {}),
  };
}

/** The same for two trials of one assumption. */
const trialKey = ({ assumption, of }: Pick<Trial, 'assumption' | 'of'>): string =>
  of === undefined ? assumption : `${assumption}:${of}`;

/** What does not hold first, what holds last. */
function standing({ tried }: Unknown): number {
  if (!tried) return 1;
  return tried.holds ? 2 : 0;
}

interface Row {
  item: Item;
  part: Part;
}
const priceOf = (part: Part): number => part.price ?? USUAL_PRICE;

function ofTheWhole(p: Project, rows: readonly Row[]): Doubt[] {
  const known = knownToWork(p);
  if (!known || known.state === 'known') return [];
  const all = rows.reduce((sum, r) => sum + priceOf(r.part), 0);
  return [
    {
      is: 'image',
      assumption: `A system image runs ${known.computer} with a ${known.link} screen and ${known.route} inputs`,
      doubt: known.state === 'unknown' ? 0.4 : 0.15,
      spoils: { money: all * 0.5, hours: 8 },
      trial: 'Start it from the card on the bench, with the real screen and one button.',
      minutes: 60,
    },
  ];
}

/** What may be doubted of one part; in this order where two rank alike. */
const OF_A_PART: ReadonlyArray<(row: Row, rows: readonly Row[]) => Doubt | undefined> = [
  ({ item, part }) =>
    part.screen && {
      is: 'screen',
      of: item.id,
      assumption: `${item.name} shows a picture on this computer`,
      doubt: part.screen.link === 'hdmi' ? 0.05 : 0.15,
      spoils: { money: priceOf(part), hours: 3 },
      trial: 'Wire it on the bench with its plugs, before anything is cut off.',
      minutes: 40,
    },
  ({ item, part }) => part.cell && ofCell(item, part),
  ({ item, part }, rows) =>
    part.charger && rows.some(hasTwoPinPlug)
      ? {
          is: 'polarity',
          of: item.id,
          assumption: 'The two-pin battery plug has plus where the board wants it',
          doubt: 0.4,
          spoils: { money: priceOf(part) + 5, hours: 1 },
          trial: 'A meter across the plug, before it is ever plugged in.',
          minutes: 2,
        }
      : undefined,
  ({ item, part }) =>
    part.converter && {
      is: 'rail',
      of: item.id,
      assumption: `${item.name} holds 5 V at the peak with a nearly empty cell`,
      doubt: 0.15,
      spoils: { money: priceOf(part), hours: 4 },
      trial: 'The real load, the cell down to 3.4 V, a meter at the load.',
      minutes: 20,
    },
  ({ item, part }) =>
    part.draws && part.source === 'typical'
      ? {
          is: 'draw',
          of: item.id,
          assumption: `${item.name} draws what its class draws`,
          doubt: 0.25,
          spoils: { money: 5, hours: 1 },
          trial: 'A meter in series at menu, game and peak.',
          minutes: 10,
        }
      : undefined,
  ({ item, part }) =>
    part.source === 'typical' && part.blocks.length > 2
      ? {
          is: 'size',
          of: item.id,
          assumption: `${item.name} is as large as its class`,
          doubt: 0.25,
          spoils: { money: 2, hours: 3 },
          trial: 'Callipers over the blocks that its hits hang on.',
          minutes: 5,
        }
      : undefined,
  ofSlimming,
  ({ item, part }) =>
    part.speaker && {
      is: 'speaker',
      of: item.id,
      assumption: `${item.name} is loud enough behind its grille`,
      doubt: 0.2,
      spoils: { money: priceOf(part), hours: 1 },
      trial: 'Play a game with the speaker behind the real front, by hand.',
      minutes: 10,
    },
  ({ item, part }) =>
    part.takes && part.amp
      ? {
          is: 'amp',
          of: item.id,
          assumption: `${item.name} plays without noise on this rail`,
          doubt: 0.12,
          spoils: { money: priceOf(part), hours: 2 },
          trial: 'Headphones off, volume up, SBC busy: listen.',
          minutes: 10,
        }
      : undefined,
  ({ item, part }) =>
    (item.stock === 'to buy' || item.stock === undefined) && part.price && part.price >= DEAR
      ? {
          is: 'buy',
          of: item.id,
          assumption: `${item.name} can still be bought for about ${part.price}`,
          doubt: 0.1,
          spoils: { money: part.price, hours: 4 },
          trial: 'Order it first.',
          minutes: 10,
        }
      : undefined,
];

function ofCell(item: Item, part: Part): Doubt {
  const isSalvaged = item.stock === 'salvaged';
  return {
    is: 'cell',
    of: item.id,
    assumption: `${item.name} holds what is printed on it${isSalvaged ? ', salvaged' : ''}`,
    doubt: isSalvaged ? 0.6 : 0.15,
    spoils: { money: priceOf(part), hours: 2 },
    trial: isSalvaged
      ? "Volts on arrival (under 2.5: discard), then capacity, resistance and a week's self-discharge."
      : "One full discharge at the build's own current.",
    minutes: isSalvaged ? 60 : 20,
  };
}

const hasTwoPinPlug = ({ item, part }: Row): boolean =>
  portsOn(part, item).some(
    (q) => q.carries === 'cell' && q.role === 'gives' && q.form === 'two-pin',
  );

/** What comes off with difficulty may take the board with it. */
function ofSlimming({ item, part }: Row): Doubt | undefined {
  const hard = part.blocks.filter(
    (b) => item.struck.includes(b.id) && (b.removable?.difficulty ?? 0) >= 3,
  );
  if (!hard.length) return undefined;
  return {
    is: 'slim',
    of: item.id,
    assumption: `${item.name} lives without ${hard.map((b) => b.name).join(', ')}`,
    doubt: 0.06 * Math.max(...hard.map((b) => b.removable!.difficulty)),
    spoils: { money: priceOf(part), hours: 2 },
    trial: 'Take it off before the shell is cut, and start the board again.',
    minutes: 30,
  };
}

const ofWhatIsKept = (p: Project): Doubt[] =>
  (p.donor?.kept ?? [])
    .filter((k) => k.proved === 'no')
    .map((k) => ({
      is: 'kept',
      of: k.id,
      assumption: `The kept ${k.name} works`,
      doubt: 0.3,
      spoils: { money: 5, hours: 4 },
      trial: 'Prove it on the bench at the new load before anything depends on it.',
      minutes: 30,
    }));

const ofThePad = (p: Project): Doubt[] =>
  p.controls.route === 'wireless'
    ? [
        {
          is: 'lag',
          assumption: 'The pad answers quickly enough',
          doubt: 0.15,
          spoils: { money: 0, hours: 2 },
          trial: 'A rhythm game on the bench.',
          minutes: 15,
        },
      ]
    : [];
