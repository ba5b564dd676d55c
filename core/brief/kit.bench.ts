/** Swapping on the whole demo build, and the library's answer to a keystroke. */
import { demos, STARTER_PARTS } from '../catalogue';
import { findParts } from '../kit';
import type { Part } from '../model';
import { check } from '../verdict';
import { alternatives, compare } from './index';

const quantile = (list: number[], q: number): number =>
  [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!;

export function kitBench(say: (line: string) => void): void {
  const done = demos()[1]!;
  const now = check(done);
  const thirty = [
    ...alternatives(done, 'cell', STARTER_PARTS),
    ...alternatives(done, 'cell', STARTER_PARTS),
  ].slice(0, 30);
  const once = (): number => {
    const t = performance.now();
    for (const a of compare(done, 'cell', thirty, now)) void a;
    return performance.now() - t;
  };
  const first = once();
  const later = Array.from({ length: 8 }, once);
  const full = Array.from({ length: 30 }, () => {
    const t = performance.now();
    check(done);
    return performance.now() - t;
  });
  say(
    `Swap over 30 cells on the demo build: ${first.toFixed(0)} ms the first time, then p50 ${quantile(later, 0.5).toFixed(0)} ms (aim 300); one alternative : a full check from nothing = 1 : ${(quantile(full, 0.5) / (quantile(later, 0.5) / 30)).toFixed(1)}`,
  );
  const many: Part[] = Array.from({ length: 5000 }, (_, i) => {
    const p = STARTER_PARTS[i % STARTER_PARTS.length]!;
    return { ...p, id: `${p.id}-${i}`, name: `${p.name} ${i}` };
  });
  // As the interface does: worked out ahead, a hundred parts at a time.
  const ahead = Array.from({ length: many.length / 100 }, (_, k) => {
    const t = performance.now();
    findParts(many.slice(100 * k, 100 * k + 100), 'a');
    return performance.now() - t;
  });
  const typed = 'pouch 3000'.split('').map((_, k, all) => all.slice(0, k + 1).join(''));
  const strokes = [0, 1].flatMap(() =>
    typed.map((q) => {
      const t = performance.now();
      findParts(many, q, { thickMm: 12 });
      return performance.now() - t;
    }),
  );
  say(
    `Library of 5,000, prepared 100 parts at a time (longest ${Math.max(...ahead).toFixed(0)} ms): a keystroke takes at most ${Math.max(...strokes).toFixed(0)} ms (aim 50)`,
  );
}
