/**
 * What is believed of several figures at once: their means and how they vary together. A reading
 * that is a sum of some of them, and an error of its own, corrects all by inverse variance.
 */

/** A sum over the figures: by their keys. */
export type Weights = ReadonlyMap<string, number>;

export class Gaussian {
  private readonly keys: readonly string[];
  private readonly at: ReadonlyMap<string, number>;
  private readonly mean: number[];
  private readonly cov: number[][];

  /**
   * @param means  by key, as independent of each other
   * @param sds    standard deviation of each
   */
  constructor(figures: ReadonlyArray<{ key: string; mean: number; sd: number }>) {
    this.keys = figures.map((f) => f.key);
    this.at = new Map(this.keys.map((key, i) => [key, i]));
    this.mean = figures.map((f) => f.mean);
    this.cov = figures.map((f, i) => figures.map((_, k) => (i === k ? f.sd * f.sd : 0)));
  }

  has(key: string): boolean {
    return this.at.has(key);
  }
  /** The mean of a figure; nothing is believed of an unknown one. */
  meanOf(key: string): number | undefined {
    const i = this.at.get(key);
    return i === undefined ? undefined : this.mean[i];
  }

  /** Two figures vary together, with a correlation from −1 to 1. */
  tie(a: string, b: string, correlation: number): void {
    const [i, k] = [this.at.get(a)!, this.at.get(b)!];
    const shared = correlation * Math.sqrt(this.cov[i]![i]! * this.cov[k]![k]!);
    this.cov[i]![k] = shared;
    this.cov[k]![i] = shared;
  }

  /** Less is believed of these figures: their deviations so many times as wide. */
  widen(keys: ReadonlySet<string>, by: number): void {
    const scale = this.keys.map((key) => (keys.has(key) ? by : 1));
    this.cov.forEach((row, i) =>
      row.forEach((_, k) => {
        row[k]! *= scale[i]! * scale[k]!;
      }),
    );
  }

  /** How a sum varies with each figure. */
  private spread(weights: Weights): number[] {
    const rows = [...weights].flatMap(([key, w]) => {
      const i = this.at.get(key);
      return i === undefined ? [] : [{ row: this.cov[i]!, w }];
    });
    return this.keys.map((_, k) => rows.reduce((sum, { row, w }) => sum + w * row[k]!, 0));
  }

  private along(weights: Weights, values: readonly number[]): number {
    return [...weights].reduce(
      (sum, [key, w]) => sum + w * (values[this.at.get(key) ?? -1] ?? 0),
      0,
    );
  }

  /** Covariance of two sums; a sum with itself gives its variance. */
  between(a: Weights, b: Weights): number {
    return this.along(b, this.spread(a));
  }

  /**
   * Takes in a reading of a sum.
   *
   * @param off  what was read less what the means say
   * @param sd   standard deviation of the reading's own error
   */
  observe(weights: Weights, off: number, sd: number): void {
    const spread = this.spread(weights);
    const total = this.along(weights, spread) + sd * sd;
    if (total === 0) return;
    this.keys.forEach((_, i) => {
      const share = spread[i]! / total;
      if (share === 0) return;
      this.mean[i]! += share * off;
      const row = this.cov[i]!;
      spread.forEach((s, k) => {
        row[k]! -= share * s;
      });
    });
  }
}
