/** A document with every size that nobody typed drawn anew within its limits. */
import { seeded } from '../core/geometry/seeded';
import type { Project } from '../core/model';
import { check } from '../core/verdict';

/** Read with a tool, or a matter of definition. */
const TYPED: ReadonlySet<string> = new Set(['calliper', 'ruler', 'exact']);

interface Sized {
  mm: number;
  u: number;
  how: string;
}
const isSized = (x: object): x is Sized => 'mm' in x && 'u' in x && 'how' in x;

function drawn(x: unknown, random: () => number): unknown {
  if (Array.isArray(x)) return x.map((y) => drawn(y, random));
  if (typeof x !== 'object' || x === null) return x;
  if (!isSized(x)) {
    return Object.fromEntries(Object.entries(x).map(([key, y]) => [key, drawn(y, random)]));
  }
  if (TYPED.has(x.how)) return x;
  // A standard uncertainty of even odds reaches √3 times as far.
  const off = (2 * random() - 1) * Math.sqrt(3) * x.u;
  return { ...x, mm: Math.max(0, x.mm + off) };
}

/** Of so many documents with sizes drawn anew, how many still close. */
export function stillClosing(document: unknown, draws: number, seed: number): number {
  const random = seeded(seed);
  let closing = 0;
  for (let i = 0; i < draws; i++) {
    const { findings } = check(drawn(document, random) as Project);
    if (!findings.some((f) => f.verdict === 'hit')) closing++;
  }
  return closing;
}
