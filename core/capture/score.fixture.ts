/**
 * Scores what is found on generated halves against what was put there; prints JSON.
 * Runs as a process of its own (`node --import tsx score.fixture.ts from to`): in a test sandbox the
 * same loops take five times as long.
 */
import type { Rigid } from '../geometry';
import { foundIn } from './found';
import { levelled } from './level';
import { generated, type Truth, WAYS_A_POST_STANDS } from './shells.fixture';
import { surfacesOf } from './surfaces';

/** From the pit frame back into the file. */
const intoFile = (m: Rigid, x: number, y: number, z: number): [number, number, number] => {
  const [a, b, c] = [x - m[3]!, y - m[7]!, z - m[11]!];
  return [
    m[0]! * a + m[4]! * b + m[8]! * c,
    m[1]! * a + m[5]! * b + m[9]! * c,
    m[2]! * a + m[6]! * b + m[10]! * c,
  ];
};

export interface Score {
  there: number;
  found: number;
  offered: number;
  invented: number;
}
const score = (): Score => ({ there: 0, found: 0, offered: 0, invented: 0 });

/** Match one to one: nearest first, within a reach, and right in size. */
function match<A extends { x: number; y: number }, B extends { x: number; y: number }>(
  truth: readonly A[],
  got: readonly B[],
  within: number,
  right: (a: A, b: B) => boolean,
  of: (a: A) => Score,
  all: Score,
): void {
  const free = new Set(got);
  for (const a of truth) {
    of(a).there++;
    const near = [...free]
      .map((b) => ({ b, d: Math.hypot(a.x - b.x, a.y - b.y) }))
      .filter((q) => q.d < within)
      .sort((p, q) => p.d - q.d)[0];
    if (!near) continue;
    free.delete(near.b);
    if (right(a, near.b)) of(a).found++;
  }
  all.offered += got.length;
  all.invented += free.size;
}

export interface Scores {
  posts: Record<Truth['posts'][number]['kind'], Score>;
  allPosts: Score;
  ribs: Score;
  zones: Score;
  holes: Score;
  floorOff: number;
  wallOff: number;
}

const out: Scores = {
  posts: Object.fromEntries(WAYS_A_POST_STANDS.map((k) => [k, score()])) as Scores['posts'],
  allPosts: score(),
  ribs: score(),
  zones: score(),
  holes: score(),
  floorOff: 0,
  wallOff: 0,
};
for (let seed = Number(process.argv[2]); seed <= Number(process.argv[3]); seed++) {
  const t = generated(seed);
  const lv = levelled(t.mesh);
  const s = surfacesOf(lv, t.mesh.triangles);
  const f = foundIn(s);
  const home = <T extends { x: number; y: number }>(q: T, z: number): T => {
    const [x, y] = t.back(...intoFile(lv.toPit, q.x, q.y, z));
    return { ...q, x, y };
  };
  match(
    t.posts,
    f.posts.map((p) => home(p, p.top)),
    0.5,
    (a, b) => Math.abs(a.d - b.d) <= 0.15 && Math.abs(a.height - b.height) <= 0.1,
    (a) => out.posts[a.kind],
    out.allPosts,
  );
  match(
    t.ribs,
    f.ribs.filter((r) => r.kind !== 'gusset').map((r) => home(r, -t.floor)),
    0.8,
    (a, b) =>
      Math.abs(a.length - b.length) < 0.6 &&
      Math.abs(a.width - b.width) < 0.3 &&
      Math.abs(a.height - b.height) < 0.15,
    () => out.ribs,
    out.ribs,
  );
  match(
    t.pockets,
    f.zones.map((z) => home(z, -t.floor)),
    2.5,
    (a, b) => Math.abs(b.area / (a.w * a.h) - 1) < 0.15 && Math.abs(a.depth - b.depth) < 0.1,
    () => out.zones,
    out.zones,
  );
  match(
    t.holes,
    f.holes.map((h) => home(h, -t.floor)),
    0.5,
    (a, b) =>
      Math.abs(b.area / (a.round ? (Math.PI * a.w * a.w) / 4 : a.w * a.h) - 1) < 0.15 &&
      (b.shape === 'circle') === a.round,
    () => out.holes,
    out.holes,
  );
  out.floorOff = Math.max(out.floorOff, Math.abs(s.mainFloor + t.floor));
  out.wallOff = Math.max(out.wallOff, Math.abs(s.wall - t.wall));
}
process.stdout.write(JSON.stringify(out));
