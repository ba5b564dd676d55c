/** The bill of materials: what is there, what is ordered, what is still to buy, against the goal. */
import type { Project, Stock } from '../model';
import { partOf } from './thickness';

export interface BillRow {
  part: string;
  name: string;
  family: string;
  count: number;
  stock: Record<Stock, number>;
  /** Price of one, if known. */ each?: number;
  sum: number;
  massG?: number;
  unknown: number;
}
export interface Bill {
  rows: BillRow[];
  /** Paid or owed already, and still to pay; the donor is in the first. */
  spent: number;
  toSpend: number;
  total: number;
  massG: number;
  /** Things without a price or a mass: the sums are at least these. */
  noPrice: number;
  noMass: number;
  ceiling?: { limit: number; over: number };
  working: string[];
}

const round2 = (v: number): number => Math.round(v * 100) / 100;

/** Rows by part, in the order they came into the build. */
export function billOf(p: Project): Bill {
  const rows = new Map<string, BillRow>();
  let spent = p.donor?.price ?? 0;
  let toSpend = 0;
  let massG = 0;
  let noPrice = 0;
  let noMass = 0;
  for (const item of p.kit.items) {
    const part = partOf(p, item);
    const stock = item.stock ?? 'to buy';
    const price = item.paid ?? (stock === 'salvaged' ? 0 : part.price);
    const row = rows.get(part.id) ?? {
      part: part.id,
      name: part.name,
      family: part.family,
      count: 0,
      stock: { 'to buy': 0, ordered: 0, have: 0, salvaged: 0 },
      sum: 0,
      unknown: 0,
      ...(part.price === undefined ? {} : { each: part.price }),
      ...(part.massG === undefined ? {} : { massG: part.massG }),
    };
    row.count++;
    row.stock[stock]++;
    row.sum = round2(row.sum + (price ?? 0));
    if (price === undefined) {
      row.unknown++;
      noPrice++;
    }
    if (part.massG === undefined) noMass++;
    massG += part.massG ?? 0;
    if (stock === 'to buy') toSpend += price ?? 0;
    else spent += price ?? 0;
    rows.set(part.id, row);
  }
  [spent, toSpend] = [round2(spent), round2(toSpend)];
  const total = round2(spent + toSpend);
  const limit = p.brief.costCeiling;
  return {
    rows: [...rows.values()],
    spent,
    toSpend,
    total,
    massG: Math.round(massG),
    noPrice,
    noMass,
    ...(limit === undefined ? {} : { ceiling: { limit, over: round2(total - limit) } }),
    working: [
      `${spent.toFixed(2)} paid or ordered${p.donor?.price ? `, ${p.donor.price.toFixed(2)} of it for the donor` : ''}, ${toSpend.toFixed(2)} still to buy`,
      ...(noPrice
        ? [
            `${noPrice} ${noPrice === 1 ? 'thing has' : 'things have'} no price: the sum is at least this`,
          ]
        : []),
      ...(noMass ? [`${noMass} ${noMass === 1 ? 'thing has' : 'things have'} no mass yet`] : []),
    ],
  };
}
