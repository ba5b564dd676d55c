/**
 * What sets each dimension: the chain of parts from wall to wall with the least play between them,
 * and so the price of the next millimetre.
 */
import type { Solid } from '../geometry';
import type { Scene } from './scene';

interface Link {
  name: string;
  mm: number;
  gapBefore: number;
}
export interface Chain {
  axis: 'x' | 'y' | 'z';
  links: Link[];
  /** Play along the chain, mm: what the dimension could lose if all moved together. */ playMm: number;
  /** The chain added up. */ working: string;
  sentence: string;
}

const WORDS = { x: 'width', y: 'height', z: 'thickness' } as const;
/** Two that overlap less than this across the axis slide past each other, mm. */
const HAIR = 0.2;

/** The tightest chain along an axis, from the lower wall (or the back's floor) to the other. */
export function whatSets(scene: Scene, axis: 'x' | 'y' | 'z'): Chain | undefined {
  const shell = scene.shell;
  if (!shell) return undefined;
  const others = (['x', 'y', 'z'] as const).filter((a) => a !== axis);
  const lo = `${axis}0` as const;
  const hi = `${axis}1` as const;
  const blocks = [...scene.items.values()]
    .flatMap((at) => at.blocks.map((b) => b.solid))
    .sort((a, b) => a[lo] - b[lo]);
  if (!blocks.length) return undefined;
  const across = (a: Solid, b: Solid) =>
    others.every((o) => a[`${o}0`] < b[`${o}1`] - HAIR && b[`${o}0`] < a[`${o}1`] - HAIR);
  const back = shell.body.pieces.find((q) => shell.sign(q.id) < 0);
  const front = shell.body.pieces.find((q) => shell.sign(q.id) > 0);
  const W = Math.max(...shell.walls.map((w) => w.x0));
  const H = Math.max(...shell.walls.map((w) => w.y0));
  const t = shell.body.wall.mm;
  const mid = (s: Solid): [number, number] => [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2];
  const start = (s: Solid): number => {
    if (axis === 'z') {
      if (back) return shell.floorAt(back.id, ...mid(s));
      return -Infinity;
    }
    return t;
  };
  const end = (s: Solid): number => {
    if (axis === 'z') {
      if (front) return shell.floorAt(front.id, ...mid(s));
      return Infinity;
    }
    return (axis === 'x' ? W : H) - t;
  };
  // Least play up to each block; a chain may begin at any of them.
  const play = blocks.map((b) => Math.max(0, b[lo] - start(b)));
  const from = blocks.map(() => -1);
  for (let i = 0; i < blocks.length; i++) {
    for (let j = 0; j < i; j++) {
      const a = blocks[j]!;
      const b = blocks[i]!;
      // Blocks of one part move together: there is no play between them, whichever way they lie.
      if (a.owner !== b.owner && (b[lo] < a[hi] - HAIR || !across(a, b))) continue;
      const sum = play[j]! + (a.owner === b.owner ? 0 : Math.max(0, b[lo] - a[hi]));
      if (sum < play[i]!) {
        play[i] = sum;
        from[i] = j;
      }
    }
  }
  let best = 0;
  const total = blocks.map((b, i) => play[i]! + Math.max(0, end(b) - b[hi]));
  total.forEach((v, i) => {
    if (v < total[best]!) best = i;
  });
  const path: number[] = [];
  for (let i = best; i >= 0; i = from[i]!) path.unshift(i);
  const links: Link[] = [];
  let low = 0;
  let owner = '';
  path.forEach((i, k) => {
    const b = blocks[i]!;
    const last = links[links.length - 1];
    if (last && owner === b.owner) {
      last.mm = Math.max(last.mm, b[hi] - low);
      return;
    }
    [low, owner] = [b[lo], b.owner];
    links.push({
      name: scene.items.get(b.owner)?.item.name ?? b.name,
      mm: b[hi] - b[lo],
      gapBefore: Math.max(0, b[lo] - (k ? blocks[path[k - 1]!]![hi] : start(b))),
    });
  });
  const playMm = total[best]!;
  const room = links.reduce((t, l) => t + l.mm, 0) + playMm;
  return {
    axis,
    links,
    playMm,
    working: `${room.toFixed(1)} mm inside = ${links.map((l) => `${l.name} ${l.mm.toFixed(1)}`).join(' + ')} + play ${playMm.toFixed(1)}`,
    sentence: `${WORDS[axis].charAt(0).toUpperCase()}${WORDS[axis].slice(1)} is set by ${links.map((l) => l.name).join(', then ')}: ${playMm.toFixed(1)} mm of play in all${playMm >= 1 ? ', the next millimetre costs nothing but moving them' : '; the next millimetre has to come off one of them'}.`,
  };
}
