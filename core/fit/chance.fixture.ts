/**
 * Builds of boards side by side between posts and walls with doubtful gaps, and what happens when
 * every reading is drawn anew and the exact check run again.
 */
import { seeded } from '../geometry/seeded';
import { emptyProject, length, type Part, type Project } from '../model';
import { quantileOf } from './chance';
import type { Side } from './clearance';
import { contactOf } from './contact';
import { type Scene, sceneOf } from './scene';

type Rng = () => number;

/** A row of 8 to 12 boards, each with a tall block, standing close: gaps across and towards the other half. */
export function doubtfulBuild(seed: number): Project {
  const r = seeded(seed);
  const n = 8 + Math.floor(r() * 5);
  const depth = 12;
  const wall = 2;
  const parts: Part[] = [];
  const items: Project['kit']['items'] = [];
  const placements: Project['layout']['placements'] = [];
  // Some builds are hopeful, some are not.
  const ease = 0.1 + r() * 0.45;
  let x = 2 + 0.6;
  for (let i = 0; i < n; i++) {
    const w = 9 + Math.round(r() * 80) / 10;
    const h = 14 + r() * 8;
    const how = r() < 0.5 ? ('ruler' as const) : ('calliper' as const);
    const tall = 17.4 - r() * (r() < 0.3 ? ease : 4);
    parts.push({
      id: `p${i}`,
      name: `Board ${i}`,
      family: 'hardware',
      words: [],
      note: '',
      source: 'mine',
      connectors: [],
      pads: [],
      blocks: [
        {
          id: 'board',
          name: 'board',
          kind: 'body',
          axis: 'z',
          base: 0,
          height: length(1.6, 'exact'),
          plan: { kind: 'rect', x: 0, y: 0, w: length(w, 'exact'), h: length(h, 'exact') },
        },
        {
          id: 'block',
          name: 'block',
          kind: 'body',
          axis: 'z',
          base: 1.6,
          height: length(tall - 1.6, how),
          plan: { kind: 'rect', x: 2, y: 2, w: length(4, 'exact'), h: length(6, 'exact') },
        },
      ],
    });
    items.push({ id: `i${i}`, part: `p${i}`, name: `Board ${i}`, struck: [] });
    placements.push({
      item: `i${i}`,
      on: { piece: 'back' },
      x: Math.round(x * 100) / 100,
      y: 10 + r() * 6,
      turn: 0,
      up: 'in',
      stand: 'flat',
      lift: 0,
      held: r() < 0.5 ? 'hand' : 'jig',
    });
    x += w + (r() < 0.55 ? r() * ease : 0.8 + r());
  }
  const piece = (role: 'front' | 'back', d: number) => ({
    id: role,
    role,
    material: 'abs' as const,
    depth: length(d, 'exact'),
    zones: [],
    features: [],
    openings: [],
  });
  return {
    ...emptyProject(`made-${seed}`, 'Made'),
    shell: {
      bodies: [
        {
          id: 'shell',
          name: 'Shell',
          spine: 'left',
          outline: {
            kind: 'rect',
            w: length(x + 4, 'exact'),
            h: length(50, 'exact'),
            r: length(2, 'exact'),
          },
          wall: length(wall, 'exact'),
          pieces: [piece('front', depth - 2.5), piece('back', depth)],
        },
      ],
    },
    kit: { parts, items },
    layout: { placements },
  };
}

/** Share of draws at which nothing is below its need: every pair of solids that are near, one by one. The shell's readings are exact here: it is built once. */
export function drawn(p: Project, draws: number, random: Rng): { share: number } {
  const ground: Scene = sceneOf(p);
  const normal = () => quantileOf(Math.min(1 - 1e-12, Math.max(1e-12, random())));
  const PLACE = { hand: 0.3 / Math.sqrt(3), jig: 0.1 / Math.sqrt(3) };
  const shell = ground.shell!.all.map((solid): Side => ({ solid }));
  const near = (a: Side, b: Side): boolean =>
    a.solid.x0 < b.solid.x1 + 0.1 &&
    b.solid.x0 < a.solid.x1 + 0.1 &&
    a.solid.y0 < b.solid.y1 + 0.1 &&
    b.solid.y0 < a.solid.y1 + 0.1 &&
    a.solid.z0 < b.solid.z1 + 0.1 &&
    b.solid.z0 < a.solid.z1 + 0.1;
  const holds = (scene: Scene): boolean => {
    const sides = [...scene.items.values()].map((at) =>
      at.blocks.map((b): Side => ({ solid: b.solid, at, block: b.block })),
    );
    for (let i = 0; i < sides.length; i++) {
      for (const a of sides[i]!) {
        for (let j = i + 1; j < sides.length; j++) {
          for (const b of sides[j]!) {
            if (near(a, b)) {
              const c = contactOf(a, b, 'abs');
              if (c && c.measure.gap < c.measure.required) return false;
            }
          }
        }
        for (const b of shell) {
          if (near(a, b)) {
            const c = contactOf(a, b, 'abs');
            if (
              c &&
              !(b.solid.kind === 'floor' && Math.abs(c.gap.gap) < 1e-6) &&
              c.measure.gap < c.measure.required
            ) {
              return false;
            }
          }
        }
      }
    }
    return true;
  };
  let good = 0;
  for (let k = 0; k < draws; k++) {
    const placements = p.layout.placements.map((q) => ({
      ...q,
      x: q.x + PLACE[q.held] * normal(),
      y: q.y + PLACE[q.held] * normal(),
    }));
    const parts = p.kit.parts.map((q) => ({
      ...q,
      blocks: q.blocks.map((b) =>
        b.height.u ? { ...b, height: { ...b.height, mm: b.height.mm + b.height.u * normal() } } : b,
      ),
    }));
    if (holds(sceneOf({ ...p, kit: { ...p.kit, parts }, layout: { placements } }, ground))) good++;
  }
  return { share: good / draws };
}
