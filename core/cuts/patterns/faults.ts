/** What is wrong with a pattern of holes, as data. */
import type { Scene } from '../../fit';
import { holeAsMade, type PatternCut, type Ref } from '../../model';
import { patternsIn, wallRules } from '../../shell';
import type { CutItem } from '../cutItem';
import { leastWeb } from './lay';
import { holesOf } from './holeAt';
import type { Meets } from './obstacle';
import { obstaclesOf } from './surface';

export type Fault =
  | { is: 'nowhere' }
  | { is: 'none' }
  | { is: 'idle' }
  | { is: 'web'; web: number; needs: number }
  | {
      is: 'meets';
      meets: Meets;
      id: string;
      name: string;
      about: string[];
      refs: Ref[];
      /** Holes that come too near, of all. */
      holes: number;
      of: number;
      /** The least distance, and what is wanted, mm. */
      gap: number;
      needs: number;
    };

export interface Faulty {
  cut: PatternCut;
  fault: Fault;
}

/** Less than this is rounding, mm. */
const SETTLED_MM = 0.02;

/** The piece whose material the holes go through. */
function rulesOf(scene: Scene, { at }: PatternCut): ReturnType<typeof wallRules> {
  const { pieces } = scene.shell!.body;
  return wallRules(('piece' in at && pieces.find((q) => q.id === at.piece)) || pieces[0]!);
}

function faultsOf(scene: Scene, c: PatternCut, openings: readonly CutItem[]): Fault[] {
  const obstacles = obstaclesOf(scene, c, openings);
  if (!obstacles) return [{ is: 'nowhere' }];
  if (!c.holes.length) return [{ is: 'none' }];
  const out: Fault[] = [];
  if (
    'item' in c.for &&
    !scene.project.kit.items.some((i) => 'item' in c.for && i.id === c.for.item)
  ) {
    out.push({ is: 'idle' });
  }
  const hole = holeAsMade(c);
  const needs = rulesOf(scene, c).web;
  const web = leastWeb(hole, c.holes);
  if (web < needs - SETTLED_MM) out.push({ is: 'web', web, needs });
  const all = holesOf(c);
  for (const o of obstacles) {
    const gaps = all.map((h) => o.gap(h)).filter((gap) => gap < o.needs - SETTLED_MM);
    if (!gaps.length) continue;
    const { id, name, about, refs } = o;
    out.push({
      is: 'meets',
      meets: o.is,
      id,
      name,
      about,
      refs,
      holes: gaps.length,
      of: all.length,
      gap: Math.min(...gaps),
      needs: o.needs,
    });
  }
  return out;
}

/** Every fault of every pattern of the scene's body. */
export const patternFaults = (scene: Scene, openings: readonly CutItem[]): Faulty[] =>
  patternsIn(scene.project, scene.shell!.body).flatMap((cut) =>
    faultsOf(scene, cut, openings).map((fault) => ({ cut, fault })),
  );
