/**
 * The line a maker prints on a part, or a shop beside it: "3.7 V 1200 mAh 5 x 34 x 50", "503450",
 * "2.8 in SPI 320x240 50 x 69.2", "65 x 30, 40-pin". What it says is taken apart here by units and
 * codes; fromLine.ts makes a part of it.
 */
import { type Family, formatMm } from '../../model';

/** What is read from a line, in its own units. */
export interface MakersLine {
  family?: Family;
  /** Outer sizes as they stand there, mm: two or three. */
  sizes: number[];
  /** A round cell by its code: across and long, mm. */
  can?: { d: number; long: number };
  roundMm?: number;
  volts?: number;
  ampHours?: number;
  amps?: number;
  watts?: number;
  ohms?: number;
  inches?: number;
  pixels?: [number, number];
  link?: 'spi' | 'parallel' | 'composite' | 'hdmi' | 'panel';
  header?: boolean;
  series?: number;
  boost?: 'boost' | 'buck';
  doubts: string[];
}

/** Words for what a part is; the first that is found decides, those that say most first. */
const FAMILIES: ReadonlyArray<readonly [RegExp, Family]> = [
  [/\b(charger|charging|charge board)\b/, 'charger'],
  [/\b(boost|buck|step[- ]?(up|down)|converter|regulator)\b/, 'converter'],
  [/\b(protection|guard|bms|pcm)\b/, 'protection'],
  [/\b(speaker|loudspeaker)\b/, 'speaker'],
  [/\b(amp|amplifier|sound|audio)\b/, 'audio'],
  [/\b(screen|display|lcd|tft|oled|ips|panel)\b/, 'screen'],
  [/\b(expander|io board)\b/, 'expander'],
  [/\b(controller|gamepad|encoder)\b/, 'controller'],
  [/\b(switch|button|tactile|joystick|stick)\b/, 'switch'],
  [/\b(hub)\b/, 'hub'],
  [/\b(fan|heat-?sink)\b/, 'cooling'],
  [/\b(card|reader|extender)\b/, 'storage'],
  [/\b(computer|single board|sbc)\b/, 'sbc'],
  [/\b(cell|battery|lipo|li-?ion|li-?po|pouch)\b/, 'cell'],
];
const LINKS: ReadonlyArray<readonly [RegExp, NonNullable<MakersLine['link']>]> = [
  [/\bhdmi\b/, 'hdmi'],
  [/\bspi\b/, 'spi'],
  [/\b(parallel|rgb|dpi)\b/, 'parallel'],
  [/\b(composite|av|cvbs)\b/, 'composite'],
  [/\b(bare|ribbon|mipi|panel)\b/, 'panel'],
];

const NUMBER = '(\\d+(?:[.,]\\d+)?)';
const BY = '\\s*[x×*]\\s*';
/** The most a size on a part can be, mm. */
const MOST_MM = 500;
const plain = (text: string): number => Number(text.replace(',', '.'));
/** One thousand two hundred to some, one and a fifth to others. */
const EITHER = /(?<![\d.,])\d{1,3},\d{3}(?![\d.,])/;

/** Takes what it knows out of the text, so that no figure is read twice. */
class Reader {
  constructor(public text: string) {}
  take(pattern: RegExp): RegExpExecArray | undefined {
    const found = pattern.exec(this.text);
    if (!found) return undefined;
    this.text = `${this.text.slice(0, found.index)} ; ${this.text.slice(found.index + found[0].length)}`;
    return found;
  }
  /** A number before a unit. */
  figure(unit: string): number | undefined {
    const found = this.take(new RegExp(`(?<![\\d.,])${NUMBER}\\s*(?:${unit})(?![a-zA-Z])`, 'i'));
    return found && plain(found[1]!);
  }
}

export function readMakersLine(line: string): MakersLine {
  const r = new Reader(line.replace(/\s+/g, ' ').trim());
  const out: MakersLine = { sizes: [], doubts: [] };
  const set = <K extends keyof MakersLine>(key: K, value: MakersLine[K] | undefined): void => {
    if (value !== undefined) out[key] = value;
  };
  for (let either = r.take(EITHER); either; either = r.take(EITHER)) {
    out.doubts.push(
      `${either[0]} may be ${plain(either[0])} or ${either[0].replace(',', '')}: type it without a comma.`,
    );
  }
  const milli = r.figure('mAh');
  set('ampHours', milli === undefined ? r.figure('Ah') : milli / 1000);
  const wattHours = r.figure('Wh');
  set('volts', r.figure('V(?:olts?)?'));
  set('series', r.figure('S(?=\\W|$)'));
  const mA = r.figure('mA');
  set('amps', mA === undefined ? r.figure('A') : mA / 1000);
  set('watts', r.figure('W'));
  set('ohms', r.figure('Ω|ohms?|R'));
  set('inches', r.figure('in(?:ch(?:es)?)?|"|″'));
  set('header', r.take(/(?<!\d)40[- ]?pins?\b/i) ? true : undefined);
  const round = r.take(new RegExp(`(?:⌀|Ø|dia(?:meter)?\\.?)\\s*${NUMBER}\\s*(?:mm)?`, 'i'));
  set('roundMm', round && plain(round[1]!));
  sizesFrom(r, out);
  codesFrom(r, out);
  const lower = line.toLowerCase();
  set('link', LINKS.find(([word]) => word.test(lower))?.[1]);
  set('boost', /\b(buck|step[- ]?down)\b/.test(lower) ? 'buck' : undefined);
  set('boost', out.boost ?? (/\b(boost|step[- ]?up)\b/.test(lower) ? 'boost' : undefined));
  set('family', familyOf(lower, out));
  // One size alone is how wide a speaker is.
  const alone = out.family === 'speaker' && out.roundMm === undefined && !out.sizes.length;
  set('roundMm', out.roundMm ?? (alone ? r.figure('mm') : undefined));
  if (wattHours !== undefined && out.volts && out.ampHours) {
    const said = out.volts * out.ampHours;
    if (Math.abs(said - wattHours) > 0.05 * wattHours) {
      out.doubts.push(
        `${wattHours} Wh is not ${out.volts} V × ${out.ampHours} Ah = ${said.toFixed(1)} Wh.`,
      );
    }
  }
  return out;
}

/** Sizes with a times sign: whole numbers over 100 in a pair beside a picture are pixels. */
function sizesFrom(r: Reader, out: MakersLine): void {
  const three = r.take(new RegExp(`${NUMBER}${BY}${NUMBER}${BY}${NUMBER}\\s*(?:mm)?`));
  if (three) out.sizes = three.slice(1, 4).map((v) => plain(v));
  const pair = new RegExp(`${NUMBER}${BY}${NUMBER}\\s*(mm|px|pixels?)?`, 'i');
  for (let found = r.take(pair); found; found = r.take(pair)) {
    const two = [plain(found[1]!), plain(found[2]!)] as [number, number];
    const unit = found[3]?.toLowerCase();
    const whole = two.every((v) => Number.isInteger(v));
    if (unit?.startsWith('p') || (unit !== 'mm' && whole && Math.min(...two) >= 96)) {
      if (out.pixels) {
        out.doubts.push(`Two counts of pixels: ${out.pixels.join(' × ')} and ${two.join(' × ')}.`);
      } else out.pixels = two;
    } else if (out.sizes.length) {
      out.doubts.push(`Two sizes: ${out.sizes.join(' × ')} and ${two.join(' × ')} mm.`);
    } else out.sizes = two;
  }
  const bad = out.sizes.find((mm) => mm <= 0 || mm > MOST_MM);
  if (bad !== undefined) {
    out.doubts.push(`${bad} mm is no size of a part.`);
    out.sizes = [];
  }
}

/** Codes of cells: 18650 is 18 across and 65.0 long; 503450 is 5.0 thick, 34 by 50. */
function codesFrom(r: Reader, out: MakersLine): void {
  const can = r.take(/(?<![\w.])(1[0-9]|2[0-9]|3[0-4])(\d{2})0(?![\w.])/);
  if (can) {
    out.can = { d: Number(can[1]), long: Number(can[2]) };
    return;
  }
  const pouch = r.take(/(?<![\w.])(\d{2})(\d{2})(\d{2,3})(?![\w.])/);
  if (!pouch) return;
  const sizes = [Number(pouch[1]) / 10, Number(pouch[2]), Number(pouch[3])];
  if (!out.sizes.length) out.sizes = sizes;
  else {
    const sorted = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b);
    const [a, b] = [sorted(out.sizes), sorted(sizes)];
    if (a.length === 3 && a.some((v, i) => Math.abs(v - b[i]!) > 1)) {
      out.doubts.push(
        `The code ${pouch[0]} says ${sizes.join(' × ')} mm, the line ${out.sizes.join(' × ')}.`,
      );
    }
  }
}

function familyOf(lower: string, out: MakersLine): Family | undefined {
  const word = FAMILIES.find(([pattern]) => pattern.test(lower))?.[1];
  if (word) return word;
  if (out.ampHours !== undefined || out.can) return 'cell';
  if (out.inches !== undefined || out.pixels) return 'screen';
  if (out.header) return 'sbc';
  if (out.ohms !== undefined && out.watts !== undefined) return 'speaker';
  // A code of six digits alone is a pouch.
  return /^\s*\d{6,7}\s*$/.test(lower) ? 'cell' : undefined;
}

/** What was read, as short words to be looked over. */
export function wordsOf({ family, sizes, can, roundMm, ...line }: MakersLine): string[] {
  const unit = (v: number | undefined, u: string): string[] =>
    v === undefined ? [] : [`${v} ${u}`];
  return [
    ...(family ? [family] : []),
    ...(sizes.length ? [`${sizes.map((v) => formatMm(v, 1)).join(' × ')} mm`] : []),
    ...(can ? [`⌀ ${can.d} × ${can.long} mm`] : []),
    ...(roundMm === undefined ? [] : [`⌀ ${roundMm} mm`]),
    ...unit(line.volts, 'V'),
    ...unit(line.ampHours, 'Ah'),
    ...unit(line.amps, 'A'),
    ...unit(line.watts, 'W'),
    ...unit(line.ohms, 'Ω'),
    ...unit(line.inches, 'in'),
    ...(line.pixels ? [`${line.pixels.join(' × ')} px`] : []),
    ...(line.link ? [line.link] : []),
    ...unit(line.series, 'in series'),
    ...(line.header ? ['40-pin header'] : []),
  ];
}
