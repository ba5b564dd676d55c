/** Tables as CSV. Cells that a spreadsheet would run as a formula are made safe. */
import Papa from 'papaparse';
import type { Project } from '../model';
import { billOf, HEADER_40, RESERVED } from '../kit';
import { buttonMap } from '../controls';
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
  const map = buttonMap(p);
  const rows = HEADER_40.map((h) => {
    const button = map.inputs.find((m) => m.gpio !== undefined && m.gpio === h.gpio);
    const taken = map.lines.taken.filter((t) => t.gpio === h.gpio);
    const use =
      [...taken.map((t) => `${t.name}: ${t.signal}`), ...(button ? [button.input.name] : [])].join(
        ' and ',
      ) ||
      (h.gpio !== undefined && RESERVED[h.gpio]) ||
      (h.gpio === undefined ? 'supply' : 'free');
    return [
      h.pin,
      h.name,
      h.also.join(', '),
      use,
      button?.input.role ?? '',
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
