/** What changed between two states of a build: what moved and how, what came and went, what was cleared and what got worse. */
import { type Finding, mm1, type Placement, type Project } from '../model';
import { moveWords } from '../fit';
import { check, type Judgement } from './check';

export interface Moved {
  item: string;
  name: string;
  words: string;
  from: Placement;
  to: Placement;
  mm: number;
}
export interface Between {
  moved: Moved[];
  added: string[];
  removed: string[];
  /** Findings that were open before and are clear or gone now. */
  cleared: Finding[];
  /** Open now, and worse than before or new. */
  worse: Array<{ finding: Finding; was?: Finding }>;
  /** Open in both, as bad as before or better. */
  still: Finding[];
  sentence: string;
}

const RANK = { clear: 0, tight: 1, hit: 2 } as const;
const margin = (f: Finding): number => (f.measure ? f.measure.gap - f.measure.required : 0);

export function compareBuilds(
  a: Project,
  b: Project,
  before: Judgement = check(a),
  now: Judgement = check(b),
): Between {
  const at = new Map(a.layout.placements.map((q) => [q.item, q]));
  const name = (id: string) =>
    b.kit.items.find((i) => i.id === id)?.name ?? a.kit.items.find((i) => i.id === id)?.name ?? id;
  const moved = b.layout.placements
    .flatMap((to): Moved[] => {
      const from = at.get(to.item);
      if (!from || JSON.stringify(from) === JSON.stringify(to)) return [];
      const other = JSON.stringify(from.on) !== JSON.stringify(to.on);
      const over = from.up !== to.up;
      const lift = to.lift - from.lift;
      const words = [
        moveWords(name(to.item), from, to),
        ...(other ? ['to the other half'] : []),
        ...(over ? ['turned over'] : []),
        ...(Math.abs(lift) > 0.04 ? [`${mm1(lift)} mm ${lift > 0 ? 'higher' : 'lower'}`] : []),
      ]
        .filter(Boolean)
        .join(', ');
      return [
        {
          item: to.item,
          name: name(to.item),
          words: words || `${name(to.item)} is held another way`,
          from,
          to,
          mm: Math.hypot(to.x - from.x, to.y - from.y),
        },
      ];
    })
    .sort((x, y) => y.mm - x.mm);
  const was = new Map(before.findings.map((f) => [f.id, f]));
  const is = new Map(now.findings.map((f) => [f.id, f]));
  const open = (f: Finding | undefined): f is Finding => f !== undefined && f.verdict !== 'clear';
  const cleared = before.findings.filter((f) => open(f) && !open(is.get(f.id)));
  const worse = now.findings.filter(open).flatMap((f) => {
    const old = was.get(f.id);
    const bad =
      !open(old) ||
      RANK[f.verdict] > RANK[old.verdict] ||
      (RANK[f.verdict] === RANK[old.verdict] && margin(f) < margin(old) - 1e-6);
    return bad ? [{ finding: f, ...(old ? { was: old } : {}) }] : [];
  });
  const bad = new Set(worse.map((w) => w.finding.id));
  const items = (p: Project) => new Set(p.kit.items.map((i) => i.id));
  const [ia, ib] = [items(a), items(b)];
  const added = [...ib].filter((id) => !ia.has(id)).map(name);
  const removed = [...ia].filter((id) => !ib.has(id)).map(name);
  const count = (n: number, one: string, many: string) =>
    n ? [`${n} ${n === 1 ? one : many}`] : [];
  return {
    moved,
    added,
    removed,
    cleared,
    worse,
    still: now.findings.filter((f) => open(f) && !bad.has(f.id)),
    sentence:
      [
        ...count(cleared.length, 'finding cleared', 'findings cleared'),
        ...count(worse.length, 'new or worse', 'new or worse'),
        ...count(moved.length, 'part moved', 'parts moved'),
      ].join(', ') || 'Nothing changed that shows',
  };
}
