/** Tables as CSV. Cells that a spreadsheet would run as a formula are made safe. */
import Papa from 'papaparse';
import { formatMm, type Project } from '../model';
import { type Cutting, cutWork, type FromEdge, holeWords, passWords } from '../cuts';
import { billOf, RESERVED } from '../kit';
import { buttonMap, netWords, pinUses } from '../controls';
import type { Wiring } from '../wiring';

/** A cell as plain text: a leading = + - @ or tab gets an apostrophe; line breaks become spaces. */
export const csvText = (text: string): string => {
  const flat = text.replace(/[\r\n]+/g, ' ');
  return /^[=+\-@\t]/.test(flat) ? `'${flat}` : flat;
};

export const csv = (rows: ReadonlyArray<ReadonlyArray<string | number>>): string =>
  `${Papa.unparse(
    rows.map((r) => r.map((c) => (typeof c === 'number' ? c : csvText(c)))),
    { newline: '\r\n' },
  )}\r\n`;

/** The whole header: who is on each pin. */
export function pinTable(p: Project): string {
  const rows = pinUses(buttonMap(p)).map(({ pin, taken, button, net, is }) => {
    const on = [
      ...taken.map((t) => `${t.name}: ${t.signal}`),
      ...(button ? [button.input.name] : []),
      ...(net ? [netWords(net)] : []),
    ].join(' and ');
    return [
      pin.pin,
      pin.name,
      pin.also.join(', '),
      on || (is === 'reserved' ? RESERVED[pin.gpio!]! : is),
      button?.input.functions[0] ?? '',
      button?.wireMm === undefined ? '' : Math.round(button.wireMm),
    ];
  });
  return csv([['pin', 'name', 'also', 'use', 'role', 'straight wire mm'], ...rows]);
}

/** The bill of materials with its totals. */
export function billTable(p: Project): string {
  const bill = billOf(p);
  const blank = ['', '', '', '', '', '', ''];
  return csv([
    [
      'part',
      'class',
      'count',
      'to buy',
      'ordered',
      'have',
      'salvaged',
      'price each',
      'sum',
      'mass g each',
    ],
    ...bill.rows.map((r) => [
      r.name,
      r.family,
      r.count,
      r.stock['to buy'],
      r.stock.ordered,
      r.stock.have,
      r.stock.salvaged,
      r.each ?? '',
      r.sum,
      r.massG ?? '',
    ]),
    ...(p.donor?.price === undefined
      ? []
      : [['donor', '', 1, 0, 0, 1, 0, p.donor.price, p.donor.price, '']]),
    ['total', ...blank, bill.total, bill.massG],
  ]);
}

/** Every wire with what to cut. */
export const wireTable = (p: Project, w: Wiring): string =>
  csv([
    ['no', 'from', 'to', 'for', 'colour', 'gauge AWG', 'shut mm', 'open mm', 'cut mm', 'bundle'],
    ...w.wires.map((x) => [
      x.net.label,
      x.from,
      x.to,
      x.net.says,
      x.net.colour,
      x.net.awg,
      x.closedMm === undefined ? 'no way' : Math.round(x.closedMm),
      x.openMm === undefined ? '' : Math.round(x.openMm),
      x.cutMm === undefined ? '' : Math.ceil(x.cutMm / 5) * 5,
      w.bundles.find((b) => b.id === x.bundle)?.name ?? p.name,
    ]),
  ]);

const mm = (x: number): string => formatMm(x, 1);
const reading = (f: FromEdge): [string, string] => [mm(f.mm), f.edge];

/**
 * Every cut by its calliper readings, for those without a printer: one row a cut, in the order they
 * are made; near edges of a square hole, the centre of a round one.
 */
export function calliperTable(p: Project, cuts: Cutting): string {
  const rows = cutWork(p, cuts).map((work, i) => {
    const how = work.passes.map(passWords).join('; ');
    const trim = cuts.trims.find((t) => t.key === work.key);
    if (trim) {
      const [a, b] = trim.from;
      const size = `${mm(trim.full)} tall to ${mm(trim.to)}`;
      return [
        i + 1,
        work.name,
        `${trim.piece}, inside`,
        'centre',
        ...reading(a),
        ...reading(b),
        size,
        size,
        how,
      ];
    }
    const pocket = cuts.pockets.find((c) => c.key === work.key);
    if (pocket) {
      const [a, b] = pocket.from;
      const size = `${mm(pocket.w)} × ${mm(pocket.h)}`;
      const deep = `${size}, ${mm(pocket.deep)} deep`;
      const where = `${pocket.piece}, inside`;
      return [i + 1, work.name, where, 'near edges', ...reading(a), ...reading(b), size, deep, how];
    }
    const pattern = cuts.patterns.find((c) => c.key === work.key);
    if (pattern) {
      const [a, b] = pattern.from;
      const where = pattern.face.kind === 'wall' ? pattern.face.name : `${pattern.face.role} face`;
      const size = `${pattern.holes} × ${holeWords(pattern.hole)}`;
      return [i + 1, work.name, where, 'middle', ...reading(a), ...reading(b), size, size, how];
    }
    const c = cuts.openings.find((o) => o.key === work.key)!;
    const size = (w: number, h: number) => (c.round ? `⌀${mm(w)}` : `${mm(w)} × ${mm(h)}`);
    const where = c.face.kind === 'wall' ? c.face.name : `${c.face.role} face`;
    return [
      i + 1,
      work.name,
      where,
      c.round ? 'centre' : 'near edges',
      ...reading(c.from[0]),
      ...reading(c.from[1]),
      size(c.start.w, c.start.h),
      size(c.w, c.h),
      how,
    ];
  });
  const head = [
    'no',
    'cut',
    'where',
    'reading to',
    'mm',
    'from',
    'mm',
    'from',
    'start at',
    'to',
    'how',
  ];
  return csv([head, ...rows]);
}
