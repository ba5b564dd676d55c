/**
 * What nobody has tried yet, the riskiest first: what each assumption would spoil if it were false,
 * and the cheapest trial.
 *
 * Rank = chance that it is false × what it spoils / what the trial costs; the chances are a
 * builder's rule of thumb, and said to be.
 */
import { type Assumption, present, type Part, type Project, type Trial } from '../model';
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

/** The same for two trials of one assumption. */
const trialKey = ({ assumption, of }: Pick<Trial, 'assumption' | 'of'>): string =>
  of === undefined ? assumption : `${assumption}:${of}`;

/** An hour at the bench against money, to rank both together. */
const HOUR = 10;

/** What does not hold first, what holds last. */
function standing({ tried }: Unknown): number {
  if (!tried) return 1;
  return tried.holds ? 2 : 0;
}

export function unknowns(p: Project): Unknown[] {
  const out: Array<Omit<Unknown, 'rank' | 'tried'>> = [];
  const rows = present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));
  const price = (q: Part) => q.price ?? 10;
  const all = rows.reduce((s, r) => s + price(r.part), 0);
  const say = (
    is: Assumption,
    of: string | undefined,
    assumption: string,
    doubt: number,
    money: number,
    hours: number,
    trial: string,
    minutes: number,
  ) =>
    out.push({
      id: trialKey({ assumption: is, ...(of === undefined ? {} : { of }) }),
      is,
      ...(of === undefined ? {} : { of }),
      assumption,
      doubt,
      spoils: { money: Math.round(money), hours },
      trial,
      minutes,
    });
  const known = knownToWork(p);
  if (known && known.state !== 'known') {
    say(
      'image',
      undefined,
      `A system image runs ${known.computer} with a ${known.link} screen and ${known.route} inputs`,
      known.state === 'unknown' ? 0.4 : 0.15,
      all * 0.5,
      8,
      'Start it from the card on the bench, with the real screen and one button.',
      60,
    );
  }
  for (const { item, part } of rows) {
    if (part.screen) {
      say(
        'screen',
        item.id,
        `${item.name} shows a picture on this computer`,
        part.screen.link === 'hdmi' ? 0.05 : 0.15,
        price(part),
        3,
        'Wire it on the bench with its plugs, before anything is cut off.',
        40,
      );
    }
    if (part.cell) {
      say(
        'cell',
        item.id,
        `${item.name} holds what is printed on it${item.stock === 'salvaged' ? ', salvaged' : ''}`,
        item.stock === 'salvaged' ? 0.6 : 0.15,
        price(part),
        2,
        item.stock === 'salvaged'
          ? "Volts on arrival (under 2.5: discard), then capacity, resistance and a week's self-discharge."
          : "One full discharge at the build's own current.",
        item.stock === 'salvaged' ? 60 : 20,
      );
    }
    if (
      part.charger &&
      rows.some((r) =>
        portsOn(r.part, r.item).some(
          (q) => q.carries === 'cell' && q.role === 'gives' && q.form === 'two-pin',
        ),
      )
    ) {
      say(
        'polarity',
        item.id,
        'The two-pin battery plug has plus where the board wants it',
        0.4,
        price(part) + 5,
        1,
        'A meter across the plug, before it is ever plugged in.',
        2,
      );
    }
    if (part.converter) {
      say(
        'rail',
        item.id,
        `${item.name} holds 5 V at the peak with a nearly empty cell`,
        0.15,
        price(part),
        4,
        'The real load, the cell down to 3.4 V, a meter at the load.',
        20,
      );
    }
    if (part.draws && part.source === 'typical') {
      say(
        'draw',
        item.id,
        `${item.name} draws what its class draws`,
        0.25,
        5,
        1,
        'A meter in series at menu, game and peak.',
        10,
      );
    }
    if (part.source === 'typical' && part.blocks.length > 2) {
      say(
        'size',
        item.id,
        `${item.name} is as large as its class`,
        0.25,
        2,
        3,
        'Callipers over the blocks that its hits hang on.',
        5,
      );
    }
    const hard = part.blocks.filter(
      (b) => item.struck.includes(b.id) && (b.removable?.difficulty ?? 0) >= 3,
    );
    if (hard.length) {
      say(
        'slim',
        item.id,
        `${item.name} lives without ${hard.map((b) => b.name).join(', ')}`,
        0.06 * Math.max(...hard.map((b) => b.removable!.difficulty)),
        price(part),
        2,
        'Take it off before the shell is cut, and start the board again.',
        30,
      );
    }
    if (part.speaker) {
      say(
        'speaker',
        item.id,
        `${item.name} is loud enough behind its grille`,
        0.2,
        price(part),
        1,
        'Play a game with the speaker behind the real front, by hand.',
        10,
      );
    }
    if (part.takes && part.amp) {
      say(
        'amp',
        item.id,
        `${item.name} plays without noise on this rail`,
        0.12,
        price(part),
        2,
        'Headphones off, volume up, SBC busy: listen.',
        10,
      );
    }
    if (item.stock === 'to buy' || item.stock === undefined) {
      if (part.price && part.price >= 25) {
        say(
          'buy',
          item.id,
          `${item.name} can still be bought for about ${part.price}`,
          0.1,
          part.price,
          4,
          'Order it first.',
          10,
        );
      }
    }
  }
  for (const k of p.donor?.kept ?? []) {
    if (k.proved === 'no') {
      say(
        'kept',
        k.id,
        `The kept ${k.name} works`,
        0.3,
        5,
        4,
        'Prove it on the bench at the new load before anything depends on it.',
        30,
      );
    }
  }
  if (p.controls.route === 'wireless') {
    say(
      'lag',
      undefined,
      'The pad answers quickly enough',
      0.15,
      0,
      2,
      'A rhythm game on the bench.',
      15,
    );
  }
  return out
    .map((u) => {
      const t = p.tried?.find((x) => trialKey(x) === u.id);
      return {
        ...u,
        rank: (u.doubt * (u.spoils.money + HOUR * u.spoils.hours)) / u.minutes,
        ...(t ? { tried: { holds: t.holds, ...(t.note ? { note: t.note } : {}) } } : {}),
      };
    })
    .sort((a, b) => standing(a) - standing(b) || b.rank - a.rank || (a.id < b.id ? -1 : 1));
}
