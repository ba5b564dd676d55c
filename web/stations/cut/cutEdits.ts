/** Edits of the list of cuts, and its order. */
import type { CutItem, Cutting, CutWork, Pattern, Pocket, Trim } from '@deft/core/cuts';
import {
  type Cut,
  type OpeningCut,
  openingCut,
  type PatternCut,
  type Project,
} from '@deft/core/model';

/**
 * The document with an opening's state, or its size or place as measured. What is cut keeps the
 * place it was cut at, whatever moves afterwards; what is only planned has none.
 */
export function withOpening(
  p: Project,
  { key, through, here, asked, w, h }: CutItem,
  more: Partial<OpeningCut>,
): Project {
  const old = openingCut(p, key);
  const { measured, at, to, ...next }: OpeningCut = {
    kind: 'opening',
    id: `open-${key.replace('/', '-')}`.slice(0, 64),
    for: through,
    state: 'decided',
    ...old,
    ...more,
  };
  const made = {
    ...(measured && { measured }),
    at: at ?? here,
    to: to ?? { w: asked?.w ?? w, h: asked?.h ?? h },
  };
  const cut: OpeningCut = next.state === 'decided' ? next : { ...next, ...made };
  return { ...p, cuts: [...p.cuts.filter((c) => c !== old), cut] };
}

const isTrim = (c: Cut, { feature, copy }: Trim): boolean =>
  c.kind === 'trim' && c.feature === feature && c.copy === copy;

/** The document with a trim's state, or what was left as measured. */
export const withTrim = (
  p: Project,
  t: Trim,
  more: Partial<Extract<Cut, { kind: 'trim' }>>,
): Project => ({
  ...p,
  cuts: p.cuts.map((c) => (isTrim(c, t) ? ({ ...c, ...more } as Cut) : c)),
});

/** The post left as it is. */
export const withoutTrim = (p: Project, t: Trim): Project => ({
  ...p,
  cuts: p.cuts.filter((c) => !isTrim(c, t)),
});

/** The document with a pocket's state, its depth, or its depth as measured. */
export const withPocket = (
  p: Project,
  { id }: Pocket,
  more: Partial<Extract<Cut, { kind: 'pocket' }>>,
): Project => ({
  ...p,
  cuts: p.cuts.map((c) => (c.id === id ? ({ ...c, ...more } as Cut) : c)),
});

/** The floor left as it is. */
export const withoutPocket = (p: Project, { id }: Pocket): Project => ({
  ...p,
  cuts: p.cuts.filter((c) => c.id !== id),
});

/** The document with a pattern's state, or a hole of it as drilled. */
export const withPattern = (p: Project, { id }: Pattern, more: Partial<PatternCut>): Project => ({
  ...p,
  cuts: p.cuts.map((c) => {
    if (c.id !== id || c.kind !== 'pattern') return c;
    const { measured, ...next }: PatternCut = { ...c, ...more };
    // Planned again it is as it was to be.
    return measured && next.state !== 'decided' ? { ...next, measured } : next;
  }),
});

/** The wall left whole. */
export const withoutPattern = (p: Project, { id }: Pattern): Project => ({
  ...p,
  cuts: p.cuts.filter((c) => c.id !== id),
});

/** One row of the list. */
export type Row = CutItem | Trim | Pocket | Pattern;
export const isOpening = (row: Row): row is CutItem => 'through' in row;
export const isPattern = (row: Row): row is Pattern => 'cut' in row;
export const isPocket = (row: Row): row is Pocket => 'deep' in row;

/** All cuts in the order they are best made; those that are made stand last. */
export function inOrder(
  { openings, trims, pockets, patterns }: Cutting,
  work: ReadonlyMap<string, CutWork>,
): Row[] {
  const rank = [...work.keys()];
  const at = (key: string): number => (work.has(key) ? rank.indexOf(key) : rank.length);
  return [...openings, ...trims, ...pockets, ...patterns].sort((a, b) => at(a.key) - at(b.key));
}
