/**
 * What may mend one break: parts and answers, as they are gathered. Each is re-checked on the whole
 * build before it is shown.
 */
import type { Carries, Change, Finding, Part, Project, WayOut } from '../../model';
import { isBank, portsOf } from '../../kit';
import { type Fitted, type Kit, kitOf } from '../fitted';

type Fits = (q: Part) => boolean;

/** So many parts are proposed for one gap, the cheapest first. */
const MOST_PARTS = 24;
/** What has no price stands behind what has one; of two ways alike the cheaper is gentler. */
const UNKNOWN_PRICE = 1e9;
const USUAL_PRICE = 50;
const PRICE_SHARE = 1 / 1000;

export class Mending {
  readonly ways: WayOut[] = [];
  readonly kit: Kit;

  constructor(
    readonly project: Project,
    readonly finding: Finding,
    readonly library: readonly Part[],
  ) {
    this.kit = kitOf(project);
  }

  /** One way out; of two under one id the first stays. */
  way(id: string, text: string, cost: string, changes: Change[], effort: number): void {
    if (!this.ways.some((w) => w.id === id)) this.ways.push({ id, text, cost, changes, effort });
  }

  /** A part more, of all that fit. */
  add(fits: Fits, more: Change[] = [], effort = 3): void {
    for (const q of this.#cheapest(fits)) {
      const changes: Change[] = [{ do: 'add', part: q }, ...more];
      this.way(`add-${q.id}`, `Add ${q.name}`, priceOf(q), changes, effort + weightOf(q));
    }
  }

  /** Another part instead of one that is there. */
  swap(item: string | undefined, fits: Fits, effort = 5): void {
    if (!item) return;
    const now = this.of(item)?.item;
    for (const q of this.#cheapest((x) => fits(x) && x.id !== now?.part)) {
      this.way(
        `swap-${item}-${q.id}`,
        `Take ${q.name} instead of ${now?.name ?? item}`,
        priceOf(q),
        [{ do: 'swap', item, part: q }],
        effort + weightOf(q),
      );
    }
  }

  of(item: string | undefined): Fitted | undefined {
    return this.kit.all.find((x) => x.item.id === item);
  }
  /** Of the parts the break is about the n-th. */
  about(n: number): Fitted | undefined {
    return this.of(this.finding.about[n]);
  }
  /** The first part of the kit that is such a one. */
  itemWith(has: Fits): string | undefined {
    return this.kit.all.find((x) => has(x.part))?.item.id;
  }
  get computer(): string | undefined {
    return this.kit.computer?.item.id;
  }
  get screen(): string | undefined {
    return this.itemWith((q) => q.screen !== undefined);
  }
  /** Cells in series of the pack; of a kit without one a single cell. */
  get series(): number {
    return this.kit.all.find((x) => x.part.cell && !isBank(x.part))?.part.cell?.series ?? 1;
  }

  #cheapest(fits: Fits): Part[] {
    return this.library
      .filter(fits)
      .sort((a, b) => (a.price ?? UNKNOWN_PRICE) - (b.price ?? UNKNOWN_PRICE))
      .slice(0, MOST_PARTS);
  }
}

/** Mends of one chain, by the link that is broken. */
export type Mends = Readonly<Record<string, (m: Mending) => void>>;

export const priceOf = (q: Part): string =>
  q.price === undefined ? 'price not known' : `${q.price} typical`;
const weightOf = (q: Part): number => (q.price ?? USUAL_PRICE) * PRICE_SHARE;

export const gives = (q: Part, carries: Carries): boolean =>
  portsOf(q).some((x) => x.carries === carries && x.role === 'gives');
export const takes = (q: Part, carries: Carries): boolean =>
  portsOf(q).some((x) => x.carries === carries && x.role === 'takes');
