/**
 * Which dimensions of a part this shell's verdicts hang on, the most telling first: those are asked
 * before the others.
 */
import type { Finding, Part, Project } from '@deft/core/model';

export interface Telling {
  path: string;
  block: string;
  dim: 'plan' | 'height';
  margin: number;
  finding: string;
}

export function telling(p: Project, part: string, findings: readonly Finding[]): Telling[] {
  const i = p.kit.parts.findIndex((x) => x.id === part);
  const best = new Map<string, Telling>();
  for (const f of findings) {
    if (!f.measure) continue;
    const margin = f.measure.gap - f.measure.required;
    for (const s of f.measure.sources) {
      const m = /^kit\.parts\.(\d+)\.blocks\.(\d+)\.(plan|height)$/.exec(s.key);
      if (!m || Number(m[1]) !== i) continue;
      const known = best.get(s.key);
      if (known && known.margin <= margin) continue;
      best.set(s.key, {
        path: s.key,
        block: p.kit.parts[i]!.blocks[Number(m[2])]!.id,
        dim: m[3] as 'plan' | 'height',
        margin,
        finding: f.what,
      });
    }
  }
  return [...best.values()].sort((a, b) => a.margin - b.margin);
}

/** How well a part's sizes are known, in words: measured is only what somebody typed from it. */
export function howKnown(part: Part): string {
  const guessed = part.blocks.filter(({ plan, height }) => {
    let across: string;
    if (plan.kind === 'polygon') across = plan.how;
    else if (plan.kind === 'circle') across = plan.d.how;
    else across = plan.w.how;
    return [across, height.how].some((how) => how === 'typical' || how === 'estimate');
  }).length;
  if (!guessed) return 'measured';
  if (part.source !== 'mine') return 'typical, measure yours';
  return guessed < part.blocks.length ? 'partly measured' : 'not measured yet';
}
