/** How long a re-check takes while dragging, in 40 parts and 200 features, beside a full check and the solid-modeller way. */
import { emptyProject, length, type Project } from '../model';
import { STARTER_PARTS } from '../catalogue';
import { solids } from '../geometry/manifold.fixture';
import { seeded } from '../geometry/seeded';
import { Checker, sceneOf } from './index';

/** A shell with so many posts and parts at a steady density. */
export function crowded(parts: number, features: number): Project {
  const random = seeded(40);
  const columns = Math.ceil(Math.sqrt(parts * 1.6)), rows = Math.ceil(parts / columns);
  const [w, h] = [columns * 46 + 20, rows * 46 + 20];
  const small = STARTER_PARTS.filter((p) => ['charger', 'audio', 'latch', 'controller', 'expander'].includes(p.family));
  const used = [...small];
  const p = emptyProject('crowded', 'Crowded');
  const at = (mm: number, edge: 'left' | 'bottom') => ({ from: { edge, face: 'outer' as const }, to: 'centre' as const, length: length(mm) });
  return {
    ...p,
    shell: {
      bodies: [{
        id: 'shell', name: 'Shell', spine: 'left', outline: { kind: 'rect', w: length(w), h: length(h), r: length(6) }, wall: length(2),
        pieces: (['front', 'back'] as const).map((role) => ({
          id: role, role, material: 'abs' as const, depth: length(18), zones: [], openings: [],
          features: role === 'front' ? [] : Array.from({ length: features }, (_, i) => ({
            id: `post-${i}`, name: `post ${i}`, kind: 'post' as const, shape: { kind: 'circle' as const, d: length(4) }, height: { from: 'floor' as const, length: length(3 + random() * 8) }, purpose: 'unknown' as const, mayCut: 'remove' as const,
            at: { x: at(8 + random() * (w - 16), 'left'), y: at(8 + random() * (h - 16), 'bottom') },
          })),
        })),
      }],
    },
    kit: { parts: used, items: Array.from({ length: parts }, (_, i) => ({ id: `item-${i}`, part: used[i % used.length]!.id, name: `Item ${i}`, struck: [] })) },
    layout: { placements: Array.from({ length: parts }, (_, i) => ({ item: `item-${i}`, on: { piece: 'back' }, x: 14 + (i % columns) * 46, y: 14 + Math.floor(i / columns) * 46, turn: 0, up: 'in' as const, stand: 'flat' as const, lift: 0, held: 'jig' as const })) },
  };
}

const quantile = (list: number[], q: number): number => [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!;

export async function bench(say: (line: string) => void): Promise<void> {
  const project = crowded(40, 200);
  const scene = sceneOf(project);
  const checker = new Checker(project, scene);
  const random = seeded(3);
  const drag = (c: Checker, n: number): number[] => Array.from({ length: n }, () => {
    const items = c.scene.project.layout.placements;
    const now = items[Math.floor(random() * items.length)]!;
    const to = { ...now, x: now.x + random() * 4 - 2, y: now.y + random() * 4 - 2 };
    const t = performance.now();
    c.move(to);
    return performance.now() - t;
  });
  drag(checker, 2000);
  const moves = drag(checker, 3000);
  const full = Array.from({ length: 12 }, () => { const t = performance.now(); new Checker(checker.scene.project, checker.scene); return performance.now() - t; });
  const whole = Array.from({ length: 200 }, () => { drag(checker, 1); const t = performance.now(); checker.findings(); return performance.now() - t; });
  say(`Re-check while dragging, 40 parts / 200 features: p50 ${quantile(moves, 0.5).toFixed(2)} ms, p95 ${quantile(moves, 0.95).toFixed(2)} ms (aim 1 ms)`);
  say(`Findings in words after a move: p95 ${quantile(whole, 0.95).toFixed(2)} ms`);
  say(`Full check : re-check = ${(quantile(full, 0.5) / quantile(moves, 0.5)).toFixed(0)} : 1`);

  const world = await solids();
  const one = [...checker.scene.items.values()][17]!;
  const t0 = performance.now();
  const mine = one.blocks.flatMap((b) => b.solid.prisms.map((p) => world.of(p)));
  const rest = [...checker.scene.items.values()].filter((x) => x !== one).flatMap((x) => x.blocks.flatMap((b) => b.solid.prisms)).concat(checker.scene.shell!.all.filter((s) => s.kind === 'feature').flatMap((s) => s.prisms));
  const near = rest.filter((p) => p.x0 < one.solids[0]!.x1 + 3 && p.x1 > one.solids[0]!.x0 - 3 && p.y0 < one.solids[0]!.y1 + 3 && p.y1 > one.solids[0]!.y0 - 3).map((p) => world.of(p));
  for (const a of mine) for (const b of near) a.minGap(b, 3);
  const manifold = performance.now() - t0;
  say(`Solid modeller (manifold-3d, one part against its ${near.length} neighbours) : re-check = ${(manifold / quantile(moves, 0.5)).toFixed(0)} : 1`);
  world.free();

  for (const n of [10, 40, 100, 400]) {
    const p = crowded(n, n * 5);
    const c = new Checker(p, sceneOf(p));
    drag(c, 300);
    say(`  ${String(n).padStart(3)} parts / ${n * 5} features at equal density: re-check p50 ${quantile(drag(c, 800), 0.5).toFixed(3)} ms`);
  }
}
