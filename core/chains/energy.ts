/** Energy: source, protection, charger, converter, rails, loads, with their voltages. */
import { isAlike, isBank } from '../kit';
import { chemistryOf, type Item, type Part } from '../model';
import { cablesOf } from './cables';
import { type Chain, ChainMaker } from './chain';
import { banks, type End, type Fitted, isSoldered, type Kit, leadFor } from './fitted';

/** Fed from the wall alone: said so, or a TV box without a cell. */
export const fromWall = (k: Kit): boolean =>
  k.p.power.source === 'wall' ||
  (k.p.power.source === undefined && k.p.way === 'tv box' && !k.all.some((x) => x.part.cell));

/** Cells need a charger; a bay's are taken out and charged, a bank brings its own. */
export const charged = (k: Kit): boolean =>
  k.all.some((x) => x.part.cell && !isBank(x.part) && x.part.cell.kind !== 'bay');

/** What a computer may be fed by. */
const FEEDS: ReadonlySet<string> = new Set(['rail', 'supply']);

/** A voltage so near a window's end still suits, V. */
const NEAR_V = 1e-9;
/** The first cell of a pack; the others are alike. */
interface Pack {
  cell: NonNullable<Part['cell']>;
  item: Item;
}
const v = (n: number): string => `${Math.round(n * 10) / 10} V`;

export function energyChain(k: Kit): Chain {
  const m = new ChainMaker('energy');
  const cells = k.all.filter((x) => x.part.cell && !isBank(x.part));
  const bank = banks(k)[0];
  const rails = k.ends('rail', 'gives');
  const loads = k.ends('rail', 'takes');
  if (fromWall(k)) {
    m.link({ name: 'Wall supply', note: '5 V, closed and certified' });
    m.chain.begun = k.all.length > 0;
  } else if (!cells.length && !bank) {
    m.chain.begun = rails.length > 0 || k.all.some((x) => x.part.charger);
    m.broken('source', 'No cell yet', 'Nothing feeds this build.', [
      'Add a cell, a bank or a bay, or say that it runs from the wall.',
    ]);
  } else if (bank && !cells.length) {
    m.part(
      bank,
      `${v(bank.part.converter?.outV ?? 5)} from its own converter; its cell, protection and charger are inside`,
    );
    bankLead(k, m, bank);
  } else {
    const first = cells[0]!;
    const cell = first.part.cell!;
    const twins = cells.filter((x) => isAlike(x.part.cell!, cell)).length;
    m.part(
      first,
      `${v(cell.cutoffV)} empty to ${v(cell.fullV)} full${twins > 1 ? `, ${twins} side by side` : ''}`,
    );
    const odd = cells.find((x) => !isAlike(x.part.cell!, cell));
    if (odd) {
      m.broken(
        'mixed',
        'Unlike cells on one rail',
        `${first.item.name} and ${odd.item.name}`,
        ['Cells side by side must be alike and within 0.05 V when they are joined.'],
        [first.item.id, odd.item.id],
      );
    }
    protection(k, m, cell.bare ?? cell.kind === 'cylinder', cell.series, first.item.id);
    wrongGuards(k, m, cell.series);
    if (cell.kind === 'bay') noLithiumCharger(k, m, first.item);
    else charger(k, m, { cell, item: first.item });
    converter(k, m, cell.cutoffV, cell.fullV, first.item.id);
  }
  if (k.computer && !k.computer.ports.some((q) => q.role === 'takes' && FEEDS.has(q.carries))) {
    m.broken(
      'computer-feed',
      'No way in for its supply',
      `${k.computer.item.name} has neither a socket nor pads for 5 V left.`,
      ['Every computer is fed somewhere: note its pads in Kit.'],
      [k.computer.item.id],
    );
  }
  for (const { of, port } of loads) {
    if (!port.volts || (!rails.length && !fromWall(k))) continue;
    const given = fromWall(k)
      ? [5, ...rails.map((r) => r.port.volts?.[0] ?? 5)]
      : rails.map((r) => r.port.volts?.[0] ?? 5);
    const suits = given.some((g) => g >= port.volts![0] - NEAR_V && g <= port.volts![1] + NEAR_V);
    if (!suits && (fromWall(k) || !bearsPack(k, { of, port }))) {
      m.broken(
        `rail-${of.item.id}`,
        `${of.item.name} wants ${v(port.volts[0])} to ${v(port.volts[1])}`,
        `The rails here give ${given.map(v).join(' and ')}.`,
        ['A load runs inside its input window or not at all.'],
        [of.item.id],
      );
    }
  }
  if (loads.length) {
    m.link({
      name: loads.length === 1 ? loads[0]!.of.item.name : `${loads.length} loads`,
      note:
        [...new Set(loads.map((l) => l.of.item.name))].slice(0, 4).join(', ') +
        (loads.length > 4 ? ' ...' : ''),
      joint: 'wired at the rail',
    });
  }
  return m.chain;
}

/** A lead for data that lies between the two, and has none to carry. */
function dataLead(k: Kit, bank: Fitted, computer: Fitted): Fitted | undefined {
  const cable = cablesOf(k.p).find((c) =>
    [bank, computer].every((x) => c.ends.some((e) => e.item === x.item.id)),
  );
  return k.all.find((x) => x.item.id === cable?.lead.id);
}

/** A bank is plugged in: that wants a lead from its socket to the one of what it feeds. */
function bankLead(k: Kit, m: ChainMaker, bank: Fitted): void {
  const from = bank.ports.find((q) => q.carries === 'rail' && q.role === 'gives');
  const to = k.computer?.ports.find((q) => q.carries === 'supply' && q.role === 'takes');
  if (!k.computer || !from || !to || isSoldered(from.form) || isSoldered(to.form)) return;
  const lead = leadFor(k, 'supply', from.form, to.form) ?? dataLead(k, bank, k.computer);
  if (lead) {
    m.part(lead, `${from.form} to ${to.form}`);
    return;
  }
  m.broken(
    'lead',
    'No lead from the bank',
    `${bank.item.name} and ${k.computer.item.name}: nothing goes from ${from.form} to ${to.form}.`,
    ['A lead with these two ends that bears the peak, short enough to lie inside.'],
    [bank.item.id, k.computer.item.id],
  );
}

/** A charge board pushes lithium's voltage into whatever hangs on its battery pads. */
function noLithiumCharger(k: Kit, m: ChainMaker, bay: { id: string; name: string }): void {
  const board = k.all.find((x) => x.part.charger);
  if (!board) return;
  m.broken(
    'chemistry',
    'Lithium charger on loose cells',
    `${board.item.name} would charge what lies in ${bay.name}.`,
    [
      'Nickel and primary cells are not charged at constant voltage: they heat, leak or burst. Take a converter without a charger, or a lithium cell.',
    ],
    [board.item.id, bay.id],
  );
}

/** Guards made for another number of cells; one on a charger is judged with its charger. */
function wrongGuards(k: Kit, m: ChainMaker, series: number): void {
  for (const { item, part } of k.all) {
    if (!part.protects || part.charger || part.cell || part.protects.series === series) continue;
    m.broken(
      `guard-${item.id}`,
      `A guard for ${part.protects.series} in series on ${series}`,
      `${item.name} watches other volts than this pack has.`,
      ['It cuts off at once, or lets the cells run far too low.'],
      [item.id],
    );
  }
}

function protection(k: Kit, m: ChainMaker, bare: boolean, series: number, about: string): void {
  const board = k.all.find((x) => x.part.protects?.series === series);
  if (board) {
    return m.part(
      board,
      `cuts off at ${board.part.protects!.limitA} A and when empty`,
      'soldered at the cell',
    );
  }
  if (!bare) return m.note('The cell brings its own protection board. Check that it does.');
  m.broken(
    'protection',
    'No protection for the cell',
    series > 1
      ? `${series} cells in series have no guard of their own.`
      : 'A bare cell has no guard of its own.',
    ['Without one a short or a deep discharge ends the cell, or starts a fire.'],
    [about],
  );
}

/** Volts at which a charger ends for one cell of the usual lithium kind. */
const USUAL_END_V = 4.2;
/** A cell bears so much more than its full voltage: the tolerance of good chargers, V. */
const OVER_V = 0.05;

/** A cell that is full before its charger ends is overcharged every time. */
function endsTooHigh(m: ChainMaker, fit: Kit['all'][number], pack: Pack): boolean {
  const { cell, item } = pack;
  const endV = fit.part.charger!.endV ?? USUAL_END_V;
  const fullV = cell.fullV / cell.series;
  if (chemistryOf(cell) !== 'lithium' || endV <= fullV + OVER_V) return false;
  m.broken(
    'overcharge',
    `Charged to ${endV.toFixed(2)} V, full at ${fullV.toFixed(2)} V`,
    `${fit.item.name} overcharges ${item.name}.`,
    [
      `One cell of it is full at ${fullV.toFixed(2)} V; a charger of the usual kind goes on to ${endV.toFixed(2)} V, and such a cell vents or burns.`,
      'Take a charger that ends where this cell is full, or a cell for the charger.',
    ],
    [fit.item.id, item.id],
  );
  return true;
}

function charger(k: Kit, m: ChainMaker, pack: Pack): void {
  const { series } = pack.cell;
  const about = pack.item.id;
  const chargers = k.all.filter((x) => x.part.charger);
  const fit = chargers.find((x) => (x.part.charger!.series ?? 1) === series);
  if (fit) {
    if (endsTooHigh(m, fit, pack)) return undefined;
    m.part(
      fit,
      `charges ${series === 1 ? 'one cell' : `${series} in series, balanced`}`,
      'two-pin plug or pads',
    );
    return m.note(
      'Two-pin battery plugs have no standard polarity: check with a meter before the first plugging.',
    );
  }
  const other = chargers[0];
  if (other) {
    m.broken(
      'series',
      `${series === 1 ? 'One cell' : `${series} cells in series`} on a charger for ${other.part.charger!.series ?? 1}`,
      `${other.item.name} does not charge this pack.`,
      [
        series > 1
          ? 'Cells in series need a balancing charger for as many.'
          : 'A charger for a series pack overcharges a single cell.',
      ],
      [other.item.id, about],
    );
  } else {
    m.broken(
      'charger',
      'No charger',
      'The cell cannot be charged where it is.',
      ['Add a charge board for this pack, or take a bank or a bay whose cells come out.'],
      [about],
    );
  }
}

/** Whether a load runs on what a pack gives, from full to empty. */
function bearsPack(k: Kit, { port }: End): boolean {
  const cell = k.all.find((x) => x.part.cell && !isBank(x.part))?.part.cell;
  if (!cell || !port.volts) return false;
  return cell.cutoffV >= port.volts[0] - NEAR_V && cell.fullV <= port.volts[1] + NEAR_V;
}

/** Nothing turns the pack's volts, and nothing has to: every load runs on them as they are. */
export function fedStraight(k: Kit): boolean {
  // What stays outside is fed where it is plugged in, or not at all.
  const loads = k.ends('rail', 'takes').filter((e) => e.of.item.where !== 'outside');
  return (
    !fromWall(k) &&
    loads.length > 0 &&
    !k.all.some((x) => x.part.converter) &&
    loads.every((load) => bearsPack(k, load))
  );
}

function converter(k: Kit, m: ChainMaker, low: number, high: number, about: string): void {
  const makers = k.all.filter((x) => x.part.converter && !isBank(x.part));
  if (!makers.length && fedStraight(k)) {
    const loads = k.ends('rail', 'takes').filter((e) => e.of.item.where !== 'outside');
    return m.note(
      `Straight from the cell: ${loads.map((e) => e.of.item.name).join(', ')} ${loads.length === 1 ? 'runs' : 'run'} on ${v(low)} to ${v(high)}.`,
    );
  }
  if (!makers.length) {
    return m.broken(
      'converter',
      'No 5 V rail',
      'The cell does not give 5 V and no converter is in the kit.',
      [`${v(high)} full, ${v(low)} at cut-off.`],
      [about],
    );
  }
  for (const x of makers) {
    const window = x.ports.find(
      (q) => q.carries === 'cell' && q.role === 'takes' && q.volts,
    )?.volts;
    if (window && high > window[1] + NEAR_V) {
      m.broken(
        'window',
        `${v(high)} into a converter for up to ${v(window[1])}`,
        `${x.item.name} cannot take a full pack.`,
        [
          x.part.converter!.kind === 'boost'
            ? 'A boost converter passes a higher input straight through to its rail.'
            : 'Above its input window it fails.',
        ],
        [x.item.id],
      );
    } else {
      m.part(
        x,
        `makes ${v(x.part.converter!.outV)}, up to ${x.part.converter!.limitA} A`,
        makers[0] === x && x.part.charger ? 'same board' : 'soldered',
      );
    }
  }
}
