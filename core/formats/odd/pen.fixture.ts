/** How the same thing may be written: a pen that spells numbers, blanks and line ends every legal way. */
import { seeded } from '../../geometry/seeded';

export class Pen {
  private readonly random: () => number;
  constructor(seed: number) {
    this.random = seeded(seed);
    // The first draws of neighbouring seeds are alike.
    for (let i = 0; i < 5; i++) this.random();
  }

  share(): number {
    return this.random();
  }
  /** True in one of so many cases. */
  oneIn(n: number): boolean {
    return this.random() * n < 1;
  }
  between(a: number, b: number): number {
    return a + this.random() * (b - a);
  }
  whole(a: number, b: number): number {
    return Math.floor(this.between(a, b + 1));
  }
  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }
  shuffled<T>(list: readonly T[]): T[] {
    const out = [...list];
    for (let i = out.length - 1; i > 0; i--) {
      const j = this.whole(0, i);
      [out[i], out[j]] = [out[j]!, out[i]!];
    }
    return out;
  }

  /** The same number to 1e-6, spelled as programs spell numbers. */
  number(v: number, { plus = false, bare = false } = {}): string {
    const fixed = v.toFixed(6);
    const ways = [
      fixed,
      v.toFixed(9),
      v.toExponential(9),
      v.toExponential(9).toUpperCase(),
      fixed.replace(/\.?0+$/, '') || '0',
    ];
    if (plus && v >= 0) ways.push(`+${fixed}`);
    if (bare && Math.abs(v) < 1) ways.push(fixed.replace(/^(-?)0\./, '$1.'));
    return this.pick(ways);
  }

  /** One end for the whole file, or now this and now that. */
  ended(lines: readonly string[], ends: readonly string[] = ['\n', '\r\n', '\r']): string {
    const mixed = this.oneIn(4);
    const one = this.pick(ends);
    return lines.map((l) => l + (mixed ? this.pick(ends) : one)).join('');
  }

  blank(): string {
    return this.pick([' ', '  ', '\t', ' \t ']);
  }
}

export const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
export const joinedBytes = (...parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
};
/** A mark of byte order in front, in one of four. */
export const marked = (pen: Pen, text: string): string => (pen.oneIn(4) ? `\uFEFF${text}` : text);
