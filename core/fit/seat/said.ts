/** One finding of a seat: a gap against what it needs, and the things it is about. */
import {
  type Finding,
  judge,
  type Length,
  mm1,
  type Ref,
  type Seat,
  type SourceShare,
} from '../../model';
import type { Scene } from '../scene';
import type { InSeat, Taking } from './pocket';

export interface Said {
  code: string;
  id: string;
  what: string;
  why: string[];
  about: string[];
  refs?: Ref[];
  reason: string;
}

export const source = (
  t: Taking,
  key: keyof Seat['pocket'],
  label: string,
  l: Length,
  k: number,
) => ({
  key: `shell.joints.${t.joint.id}.pocket.${key}`,
  label,
  u: l.u,
  k,
});

/** A finding of a gap against what it needs; nothing where that is clear. */
export function measured(
  t: Taking,
  said: Said,
  gap: number,
  required: number,
  sources: SourceShare[],
): Finding[] {
  const sigma = Math.hypot(...sources.map((s) => s.u * s.k));
  const { chance, verdict } = judge(gap - required, sigma);
  if (verdict === 'clear') return [];
  const { reason, refs = [], ...rest } = said;
  const worst = gap - required - Math.sqrt(3) * sigma;
  return [
    {
      ...rest,
      id: `${t.joint.id}:${said.id}`,
      station: 'shell',
      check: 'seat',
      verdict,
      title: gap < 0 ? `${mm1(gap)} mm overlap` : `${mm1(gap)} mm, needs ${mm1(required)}`,
      refs: [{ is: 'joint', id: t.joint.id }, ...refs],
      measure: { gap, required, reason, sigma, chance, worst, sources },
    },
  ];
}

export function refOf(scene: Scene, of: InSeat['of']): Ref[] {
  if (of.is === 'part' || of.is === 'picture') return [{ is: 'item', id: of.id }];
  if (of.is !== 'key' && of.is !== 'opening') return [];
  const isInput = scene.project.controls.inputs.some((i) => i.id === of.id);
  return [{ is: isInput ? 'input' : 'opening', id: of.id }];
}
