/** A part made of what its maker's line says: sizes, ends and figures; what cannot be true is said. */
import { type Family, formatMm, length, type Part } from '../../model';
import { densityOf, POUCH_WH_CM3 } from '../density';
import { headerPads } from '../header40';
import { planSize } from '../thickness';
import { blankPart, cylinderPart, type Size } from './blank';
import { withFigure } from './figures';
import { type MakersLine, readMakersLine } from './makersLine';

const asRead = (mm: number) => length(mm, 'typical');

/** Kinds that lie flat: the least of three sizes is how thick they are. */
function sizeOf(line: MakersLine): Size | undefined {
  if (line.roundMm !== undefined) {
    const [tall] = line.sizes;
    const d = asRead(line.roundMm);
    return { kind: 'round', d, ...(tall === undefined ? {} : { t: asRead(tall) }) };
  }
  if (line.sizes.length < 2) return undefined;
  if (line.sizes.length === 2) {
    return { kind: 'box', w: asRead(line.sizes[0]!), h: asRead(line.sizes[1]!) };
  }
  const thin = Math.min(...line.sizes);
  const at = line.sizes.indexOf(thin);
  const [w, h] = line.sizes.filter((_, i) => i !== at) as [number, number];
  return { kind: 'box', w: asRead(w), h: asRead(h), t: asRead(thin) };
}

/** Volts of one cell by what it is made of: lithium, iron phosphate, nickel. */
const CELL_VOLTS = [3.7, 3.6, 3.8, 3.2, 1.2] as const;
const FULL = { lithium: 4.2, iron: 3.65, nickel: 1.45 } as const;
const EMPTY = { lithium: 3, iron: 2.5, nickel: 1 } as const;

function withCell(part: Part, line: MakersLine, doubts: string[]): Part {
  const { volts = 3.7 } = line;
  const each = CELL_VOLTS.find((v) => Math.abs(volts / v - Math.round(volts / v)) < 0.04);
  const series = line.series ?? (each ? Math.max(1, Math.round(volts / each)) : 1);
  if (!each) doubts.push(`${volts} V is no number of lithium or nickel cells in series.`);
  if (line.series !== undefined && each && Math.round(volts / each) !== line.series && line.volts) {
    doubts.push(`${line.series} cells in series are not ${volts} V.`);
  }
  let made: keyof typeof FULL = 'lithium';
  if (each === 3.2) made = 'iron';
  else if (each === 1.2) made = 'nickel';
  const figures: ReadonlyArray<readonly [string, number | string]> = [
    ['series', series],
    ['kind', line.can ? 'cylinder' : 'pouch'],
    ['fullV', Math.round(series * FULL[made] * 100) / 100],
    ['cutoffV', Math.round(series * EMPTY[made] * 100) / 100],
    ...(line.ampHours === undefined ? [] : [['capacityAh', line.ampHours] as const]),
  ];
  return line.ampHours === undefined
    ? part
    : figures.reduce((q, [key, value]) => withFigure(q, 'cell', key, value), part);
}

/** Its board the other way round: as wide as it was high. */
function lyingDown(part: Part): Part {
  const [first, ...rest] = part.blocks as [Part['blocks'][0], ...Part['blocks']];
  if (first.plan.kind !== 'rect') return part;
  const { w, h } = first.plan;
  return { ...part, blocks: [{ ...first, plan: { ...first.plan, w: h, h: w } }, ...rest] };
}

function withScreen(part: Part, line: MakersLine, doubts: string[]): Part {
  const { inches, pixels, link } = line;
  if (inches === undefined && !pixels) return part;
  let next = part;
  const put = (key: string, value: number | string | undefined): void => {
    if (value !== undefined) next = withFigure(next, 'screen', key, value);
  };
  put('diagonalIn', inches);
  put('link', link);
  put('px.0', pixels?.[0]);
  put('px.1', pixels?.[1]);
  if (inches !== undefined && pixels) {
    // Square pixels until the lit area is measured.
    const mm = inches * 25.4;
    const diagonal = Math.hypot(...pixels);
    const lit = pixels.map((p) => Math.round((mm * p * 10) / diagonal) / 10) as [number, number];
    put('active.w', lit[0]);
    put('active.h', lit[1]);
    const size = sizeOf(line);
    if (size?.kind === 'box') {
      const fits = lit[0] <= size.w.mm + 0.5 && lit[1] <= size.h.mm + 0.5;
      const turned = lit[1] <= size.w.mm + 0.5 && lit[0] <= size.h.mm + 0.5;
      if (!fits && turned) next = lyingDown(next);
      const [w, h] = fits || !turned ? [size.w.mm, size.h.mm] : [size.h.mm, size.w.mm];
      if (!fits && !turned) {
        doubts.push(
          `A lit area of ${lit.map((v) => formatMm(v, 1)).join(' × ')} mm does not go into ${formatMm(w, 1)} × ${formatMm(h, 1)} mm.`,
        );
      }
      put('active.x', Math.round((w - lit[0]) * 5) / 10);
      put('active.y', Math.round((h - lit[1]) * 5) / 10);
    }
  }
  return next;
}

/** Figures of one group, those that were read. */
const put = (
  part: Part,
  group: Parameters<typeof withFigure>[1],
  figures: Readonly<Record<string, number | string | undefined>>,
): Part =>
  Object.values(figures).every((v) => v === undefined)
    ? part
    : Object.entries(figures).reduce(
        (q, [key, v]) => (v === undefined ? q : withFigure(q, group, key, v)),
        part,
      );

function withElectrics(part: Part, line: MakersLine, doubts: string[]): Part {
  const { volts, amps, ohms, watts, boost } = line;
  switch (part.family) {
    case 'cell':
      return withCell(part, line, doubts);
    case 'screen':
      return withScreen(part, line, doubts);
    case 'speaker':
      return put(part, 'speaker', { ohm: ohms, ratedW: watts });
    case 'audio':
      return put(part, 'amp', { minOhm: ohms });
    case 'converter':
      return put(part, 'converter', { kind: boost, outV: volts, limitA: amps });
    case 'charger':
      // The resistor that sets this current with the usual constant.
      return put(part, 'charger', {
        rProgOhm: amps && Math.round(1200 / amps),
        series: line.series,
      });
    case 'protection':
      return put(part, 'protects', { series: line.series, limitA: amps });
    default:
      return part;
  }
}

/** A header along the upper edge, its first pin where such boards usually have it, mm. */
const HEADER_AT = { fromLeft: 8.37, fromTop: 4.77 } as const;

function withHeader(part: Part): Part {
  const plan = part.blocks[0]!.plan;
  const high = plan.kind === 'rect' ? plan.h.mm : 30;
  return { ...part, pads: headerPads(HEADER_AT.fromLeft, high - HEADER_AT.fromTop) };
}

export interface FromLine {
  part: Part;
  line: MakersLine;
  /** What in it cannot be true, or was not understood, in sentences. */
  doubts: string[];
}

/** What cannot be true of a part as it was read: a pouch that holds more than its size can. */
function crowded(part: Part): string[] {
  const wh = densityOf(part);
  if (wh === undefined || wh <= POUCH_WH_CM3.usual) return [];
  const block = part.blocks[0]!;
  const plan = block.plan.kind === 'rect' ? [block.plan.w.mm, block.plan.h.mm] : [];
  const size = [block.height.mm, ...plan].map((v) => formatMm(v, 1)).join(' × ');
  return [
    `${Math.round(part.cell!.capacityAh * 1000)} mAh in ${size} mm is ${wh.toFixed(2)} Wh/cm³; hobby pouches hold ${POUCH_WH_CM3.least} to ${POUCH_WH_CM3.usual} (typical).`,
  ];
}

/** Where the ends of a part are soldered, by their usual names, when nothing of it is known. */
const ENDS: Partial<Record<Family, readonly string[]>> = {
  cell: ['BAT+', 'BAT-'],
  speaker: ['+', '-'],
  converter: ['VIN', 'GND', '5V'],
  charger: ['BAT+', 'BAT-', '5V', 'GND'],
  protection: ['B+', 'B-', 'P+', 'P-'],
};
const PITCH_MM = 2.54;

function withEnds(part: Part): Part {
  const names = ENDS[part.family];
  if (!names || part.pads.length) return part;
  const pads = names.map((name, i) => ({
    id: String(i + 1),
    name,
    x: 2 + i * PITCH_MM,
    y: 1.5,
    side: 'top' as const,
  }));
  return { ...part, pads };
}

/** A plan as large as was read, where it is of that shape. */
function sized(plan: Part['blocks'][0]['plan'], size: Size | undefined): typeof plan {
  if (size?.kind === 'box' && plan.kind === 'rect') return { ...plan, w: size.w, h: size.h };
  if (size?.kind === 'round' && plan.kind === 'circle') return { ...plan, d: size.d };
  return plan;
}

/** A part of the library under another name, with the size that was read. */
function copyOf(base: Part, id: string, name: string, size: Size | undefined): Part {
  const [first, ...rest] = base.blocks as [Part['blocks'][0], ...Part['blocks']];
  const plan = sized(first.plan, size);
  const own = { ...base, id, name, source: 'mine' as const, note: '', words: [] };
  delete own.version;
  delete own.price;
  return {
    ...own,
    blocks: [{ ...first, plan, height: size?.t ?? first.height }, ...rest],
  };
}

/**
 * @param base      the library's nearest part, to begin with its pads, ends and blocks; nothing
 *                  begins with a blank one
 * @param fallback  what it is when neither the line nor a base says
 */
export function partFromLine(
  text: string,
  id: string,
  { base, fallback = 'hardware' }: { base?: Part; fallback?: Family } = {},
): FromLine {
  const line = readMakersLine(text);
  const doubts = [...line.doubts];
  const family = base?.family ?? line.family ?? fallback;
  const name = text.trim().slice(0, 60) || base?.name || 'my part';
  let bare: Part;
  if (base) bare = copyOf(base, id, name, sizeOf(line));
  else if (line.can) bare = cylinderPart(id, name, asRead(line.can.d), asRead(line.can.long));
  else bare = withEnds(blankPart(id, name, family, sizeOf(line)));
  const electric = withElectrics(bare, line, doubts);
  const part = line.header && !electric.pads.length ? withHeader(electric) : electric;
  return { part, line, doubts: [...doubts, ...crowded(part)] };
}

/** Cells in series, as far as the line tells. */
const seriesOf = ({ series, volts = 3.7 }: MakersLine): number =>
  series ?? Math.max(1, Math.round(volts / 3.7));

/** How unlike a part is what the line says: kind first, then link, size and figures. */
function unlike(part: Part, line: MakersLine): number {
  if (line.family && part.family !== line.family) return Infinity;
  const { w, h } = planSize(part.blocks);
  const [a, b] = [...line.sizes].sort((x, y) => y - x);
  const [p, q] = [Math.max(w, h), Math.min(w, h)];
  const size =
    a === undefined || b === undefined ? 0 : Math.abs(Math.log(a / p)) + Math.abs(Math.log(b / q));
  const ratio = (said: number | undefined, has: number | undefined): number =>
    said && has ? Math.abs(Math.log(said / has)) : 0;
  return (
    size +
    (line.link && part.screen && part.screen.link !== line.link ? 4 : 0) +
    (line.can && part.cell?.kind !== 'cylinder' ? 4 : 0) +
    (part.cell && part.cell.series !== seriesOf(line) ? 3 : 0) +
    ratio(line.ampHours, part.cell?.capacityAh) +
    2 * ratio(line.inches, part.screen?.diagonalIn) +
    ratio(line.ohms, part.speaker?.ohm) +
    ratio(line.amps, part.converter?.limitA)
  );
}

/** Parts of the library that come nearest to a line, the nearest first; none when it names no kind. */
export function nearestParts(library: readonly Part[], text: string, most = 3): Part[] {
  const line = readMakersLine(text);
  if (!line.family) return [];
  return library
    .map((part) => ({ part, off: unlike(part, line) }))
    .filter((x) => Number.isFinite(x.off))
    .sort((a, b) => a.off - b.off)
    .slice(0, most)
    .map((x) => x.part);
}
