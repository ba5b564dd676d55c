/** How long a re-check takes while dragging, in 40 parts and 200 features, beside a full check and the solid-modeller way. */
import { emptyProject, length, type Placement, type Project } from '../model';
import { STARTER_PARTS } from '../catalogue';
import { agreement } from '../geometry/agree.fixture';
import { solids } from '../geometry/manifold.fixture';
import { seeded } from '../geometry/seeded';
import { Checker, sceneOf } from './index';

/** A shell with so many posts and parts at a steady density. */
export function crowded(parts: number, features: number): Project {
  const random = seeded(40);
  const columns = Math.ceil(Math.sqrt(parts * 1.6));
  const rows = Math.ceil(parts / columns);
  const [w, h] = [columns * 46 + 20, rows * 46 + 20];
  const small = STARTER_PARTS.filter((p) =>
    ['charger', 'audio', 'latch', 'controller', 'expander'].includes(p.family),
  );
  const used = [...small];
  const p = emptyProject('crowded', 'Crowded');
  const at = (mm: number, edge: 'left' | 'bottom') => ({
    from: { edge, face: 'outer' as const },
    to: 'centre' as const,
    length: length(mm),
  });
  return {
    ...p,
    shell: {
      bodies: [
        {
          id: 'shell',
          name: 'Shell',
          spine: 'left',
          outline: { kind: 'rect', w: length(w), h: length(h), r: length(6) },
          wall: length(2),
          pieces: (['front', 'back'] as const).map((role) => ({
            id: role,
            role,
            material: 'abs' as const,
            depth: length(18),
            zones: [],
            openings: [],
            features:
              role === 'front'
                ? []
                : Array.from({ length: features }, (_, i) => ({
                    id: `post-${i}`,
                    name: `post ${i}`,
                    kind: 'post' as const,
                    shape: { kind: 'circle' as const, d: length(4) },
                    height: { from: 'floor' as const, length: length(3 + random() * 8) },
                    purpose: 'unknown' as const,
                    mayCut: 'remove' as const,
                    at: {
                      x: at(8 + random() * (w - 16), 'left'),
                      y: at(8 + random() * (h - 16), 'bottom'),
                    },
                  })),
          })),
        },
      ],
    },
    kit: {
      parts: used,
      items: Array.from({ length: parts }, (_, i) => ({
        id: `item-${i}`,
        part: used[i % used.length]!.id,
        name: `Item ${i}`,
        struck: [],
      })),
    },
    layout: {
      placements: Array.from({ length: parts }, (_, i) => ({
        item: `item-${i}`,
        on: { piece: 'back' },
        x: 14 + (i % columns) * 46,
        y: 14 + Math.floor(i / columns) * 46,
        turn: 0,
        up: 'in' as const,
        stand: 'flat' as const,
        lift: 0,
        held: 'jig' as const,
      })),
    },
  };
}

const quantile = (list: number[], q: number): number =>
  [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!;

export async function bench(say: (line: string) => void): Promise<void> {
  const project = crowded(40, 200);
  const scene = sceneOf(project);
  const checker = new Checker(project, scene);
  const random = seeded(3);
  const drag = (c: Checker, n: number): number[] =>
    Array.from({ length: n }, () => {
      const items = c.scene.project.layout.placements;
      const now = items[Math.floor(random() * items.length)]!;
      const to = { ...now, x: now.x + random() * 4 - 2, y: now.y + random() * 4 - 2 };
      const t = performance.now();
      c.move(to);
      return performance.now() - t;
    });
  drag(checker, 2000);
  const moves = drag(checker, 3000);
  const full = Array.from({ length: 12 }, () => {
    const t = performance.now();
    new Checker(checker.scene.project, checker.scene);
    return performance.now() - t;
  });
  const whole = Array.from({ length: 200 }, () => {
    drag(checker, 1);
    const t = performance.now();
    checker.findings();
    return performance.now() - t;
  });
  say(
    `Re-check while dragging, 40 parts / 200 features: p50 ${quantile(moves, 0.5).toFixed(2)} ms, p95 ${quantile(moves, 0.95).toFixed(2)} ms (aim 1 ms)`,
  );
  say(`Findings in words after a move: p95 ${quantile(whole, 0.95).toFixed(2)} ms`);
  say(`Full check : re-check = ${(quantile(full, 0.5) / quantile(moves, 0.5)).toFixed(0)} : 1`);

  const world = await solids();
  const one = [...checker.scene.items.values()][17]!;
  const t0 = performance.now();
  const mine = one.blocks.flatMap((b) => b.solid.prisms.map((p) => world.of(p)));
  const rest = [...checker.scene.items.values()]
    .filter((x) => x !== one)
    .flatMap((x) => x.blocks.flatMap((b) => b.solid.prisms))
    .concat(checker.scene.shell!.all.filter((s) => s.kind === 'feature').flatMap((s) => s.prisms));
  const near = rest
    .filter(
      (p) =>
        p.x0 < one.solids[0]!.x1 + 3 &&
        p.x1 > one.solids[0]!.x0 - 3 &&
        p.y0 < one.solids[0]!.y1 + 3 &&
        p.y1 > one.solids[0]!.y0 - 3,
    )
    .map((p) => world.of(p));
  for (const a of mine) for (const b of near) a.minGap(b, 3);
  const manifold = performance.now() - t0;
  say(
    `Solid modeller (manifold-3d, one part against its ${near.length} neighbours) : re-check = ${(manifold / quantile(moves, 0.5)).toFixed(0)} : 1`,
  );
  world.free();

  let last: { n: number; ms: number } | undefined;
  for (const n of [10, 40, 100, 400]) {
    const p = crowded(n, n * 5);
    const c = new Checker(p, sceneOf(p));
    drag(c, 300);
    const whole = Array.from({ length: 5 }, () => {
      const t = performance.now();
      new Checker(c.scene.project, c.scene);
      return performance.now() - t;
    });
    const now = quantile(whole, 0.5);
    say(
      `  ${String(n).padStart(3)} parts / ${n * 5} features at equal density: re-check p50 ${quantile(drag(c, 800), 0.5).toFixed(3)} ms, full check ${now.toFixed(1)} ms${last ? ` (× ${(now / last.ms).toFixed(1)}; n log n would be × ${((n * Math.log(n)) / (last.n * Math.log(last.n))).toFixed(1)})` : ''}`,
    );
    last = { n, ms: now };
  }
  walk(say);
  const { worst } = await agreement(10_000, 77);
  say(
    `Gaps against manifold-3d on 10,000 pairs: ${worst.missed} overlaps missed, furthest off ${worst.distance.toFixed(4)} mm, ${worst.loose} parting moves that could be shorter`,
  );
  await engine(project, say);
}

/** 5,000 moves, turns, flips and steps back, the kept findings against a full check after every 25th. */
function walk(say: (line: string) => void): void {
  const random = seeded(11);
  const checker = new Checker(crowded(40, 200));
  const undo: Placement[] = [];
  let unequal = 0;
  let compared = 0;
  for (let i = 1; i <= 5000; i++) {
    const list = checker.scene.project.layout.placements;
    const now = list[Math.floor(random() * list.length)]!;
    const back = undo.length && random() < 0.2 ? undo.pop() : undefined;
    if (!back) undo.push(now);
    let up: 'out' | 'in';
    if (random() < 0.1) {
      if (now.up === 'in') up = 'out';
      else up = 'in';
    } else up = now.up;
    checker.move(
      back ?? {
        ...now,
        x: now.x + random() * 8 - 4,
        y: now.y + random() * 8 - 4,
        turn: random() < 0.2 ? (now.turn + 90) % 360 : now.turn,
        up,
      },
    );
    if (i % 25) continue;
    compared++;
    const said = (c: Checker) =>
      JSON.stringify(c.findings().sort((a, b) => (a.id < b.id ? -1 : 1)));
    if (said(checker) !== said(new Checker(checker.scene.project, checker.scene))) unequal++;
  }
  say(
    `5,000 moves, turns, flips and undos: ${unequal} of ${compared} full checks said something else`,
  );
}

/** A general physics engine asked for the same contacts, its colliders made once; for information. */
async function engine(project: Project, say: (line: string) => void): Promise<void> {
  const { default: rapier } = await import('@dimforge/rapier3d-compat');
  await rapier.init();
  const scene = sceneOf(project);
  const world = new rapier.World({ x: 0, y: 0, z: 0 });
  const bodies = [...scene.items.values()]
    .flatMap((at) => at.blocks.map((b) => b.solid))
    .concat(scene.shell!.all.filter((s) => s.kind === 'feature'));
  const colliders = bodies.map((s) =>
    world.createCollider(
      rapier.ColliderDesc.cuboid(
        (s.x1 - s.x0) / 2,
        (s.y1 - s.y0) / 2,
        (s.z1 - s.z0) / 2,
      ).setTranslation((s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, (s.z0 + s.z1) / 2),
    ),
  );
  world.step();
  const one = bodies.findIndex((s) => s.owner === 'item-17');
  const mine = colliders.filter((_, i) => bodies[i]!.owner === bodies[one]!.owner);
  const near = bodies.map((s, i) => ({ s, i })).filter(({ s }) => s.owner !== bodies[one]!.owner);
  const t = performance.now();
  const N = 200;
  let met = 0;
  for (let k = 0; k < N; k++) {
    for (const c of mine) {
      for (const { s, i } of near) {
        const p = c.translation();
        if (
          s.x0 < p.x + 30 &&
          s.x1 > p.x - 30 &&
          s.y0 < p.y + 30 &&
          s.y1 > p.y - 30 &&
          c.contactCollider(colliders[i]!, 3)
        ) {
          met++;
        }
      }
    }
  }
  const theirs = (performance.now() - t) / N;
  const checker = new Checker(project, scene);
  const place = project.layout.placements[17]!;
  const t2 = performance.now();
  for (let k = 0; k < N; k++) checker.move({ ...place, x: place.x + (k % 2) * 0.1 });
  say(
    `Physics engine (rapier, boxes only, colliders made once, one part, ${met / N} contacts within 3 mm) : re-check = ${(theirs / ((performance.now() - t2) / N)).toFixed(1)} : 1`,
  );
  world.free();
}
