/** Patterns in the verdict: what cannot be drilled is a hit, what is drilled with care is tight. */
import type { Scene } from '../../fit';
import type { Finding, PatternCut } from '../../model';
import type { CutItem } from '../cutItem';
import { type Fault, patternFaults } from './faults';
import { patternName } from './patterns';
import { middleOf } from './holeAt';
import { faultWords } from './words';

const codeOf = (f: Fault): string => `pattern-${f.is === 'meets' ? f.meets : f.is}`;

function verdictOf(f: Fault): Finding['verdict'] {
  switch (f.is) {
    case 'nowhere':
    case 'none':
      return 'hit';
    case 'idle':
      return 'tight';
    case 'web':
      return f.web < 0 ? 'hit' : 'tight';
    case 'meets':
      if (f.meets === 'cell') return 'tight';
      if (f.meets === 'behind') return f.holes === f.of ? 'hit' : 'tight';
      return f.gap < 0 ? 'hit' : 'tight';
  }
}

function placeOf(scene: Scene, c: PatternCut): NonNullable<Finding['at']> {
  const [u, v] = middleOf(c);
  const wall = 'wall' in c.at ? scene.shell!.walls[c.at.wall] : undefined;
  if (!wall) return { x: u, y: v, z: 0 };
  return { x: wall.x0 + wall.ux * u, y: wall.y0 + wall.uy * u, z: v };
}

/** What is wrong with any pattern of the scene's body. */
export function patternFindings(scene: Scene, openings: readonly CutItem[]): Finding[] {
  if (!scene.shell) return [];
  return patternFaults(scene, openings).map(({ cut, fault }): Finding => {
    const met = fault.is === 'meets' ? fault : undefined;
    return {
      id: `${codeOf(fault)}:${cut.id}${met ? `~${met.id}` : ''}`,
      code: codeOf(fault),
      station: 'cut',
      check: 'pattern',
      verdict: verdictOf(fault),
      what: `The ${patternName(scene, cut)}.`,
      ...faultWords(fault),
      about: [cut.id, ...('item' in cut.for ? [cut.for.item] : []), ...(met?.about ?? [])],
      refs: met?.refs ?? [],
      at: placeOf(scene, cut),
    };
  });
}
