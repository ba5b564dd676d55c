/** The strip against the closed form and against the drawn outline, walked point by point. */
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { pointsOf, seeded } from '../geometry';
import { type Body, length, type Project } from '../model';
import { outerRing, shellSolids } from '../shell';
import { stripOf, stripSheet } from './strip';

const done = demos()[1]!;
const body = done.shell.bodies[0]!;
const shellOf = (outline: Body['outline']) =>
  shellSolids(
    {
      ...body,
      pieces: body.pieces.map((q) => ({ ...q, features: [], zones: [], openings: [] })),
      outline,
    },
    [],
  );

/** Along the drawn outline from one of its points on, to the point nearest to a place. */
function walked(outline: Body, x: number, y: number, x0: number, y0: number): number {
  const ring = pointsOf(outerRing(outline));
  const nearest = (px: number, py: number): { i: number; t: number; d: number } => {
    let best = { i: 0, t: 0, d: Infinity };
    ring.forEach(([ax, ay], i) => {
      const [bx, by] = ring[(i + 1) % ring.length]!;
      const l2 = (bx - ax) ** 2 + (by - ay) ** 2;
      const t = l2
        ? Math.max(0, Math.min(1, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / l2))
        : 0;
      const d = Math.hypot(ax + t * (bx - ax) - px, ay + t * (by - ay) - py);
      if (d < best.d) best = { i, t, d };
    });
    return best;
  };
  const lengths = ring.map(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!;
    return Math.hypot(bx - ax, by - ay);
  });
  const total = lengths.reduce((s, l) => s + l, 0);
  const at = ({ i, t }: { i: number; t: number }) =>
    lengths.slice(0, i).reduce((s, l) => s + l, 0) + t * lengths[i]!;
  return (at(nearest(x, y)) - at(nearest(x0, y0)) + total) % total;
}

test('300 rounded rectangles: once round is 2 (w + h) - 8 r + 2 π r', () => {
  const random = seeded(31);
  for (let k = 0; k < 300; k++) {
    const [w, h] = [60 + random() * 120, 40 + random() * 90];
    const r = random() * 18;
    const strip = stripOf(shellOf({ kind: 'rect', w: length(w), h: length(h), r: length(r) }));
    expect(strip.length).toBeCloseTo(2 * (w + h) - 8 * r + 2 * Math.PI * r, 9);
    expect(strip.walls.map((q) => q.arc)).toEqual(
      Array.from({ length: 4 }, () => expect.closeTo((Math.PI / 2) * r, 9)),
    );
  }
});

test('200 outlines of five corners: every place lies on the strip where a walk along the drawn outline finds it', () => {
  const random = seeded(32);
  for (let k = 0; k < 200; k++) {
    const points = Array.from({ length: 5 }, (_, i): [number, number] => {
      const a = (2 * Math.PI * (i + 0.3 * random())) / 5;
      const far = 45 + 25 * random();
      return [80 + far * Math.cos(a), 80 + far * Math.sin(a)];
    });
    const outline: Body['outline'] = {
      kind: 'points',
      points,
      r: length(random() * 9),
      u: 0.05,
    };
    const shell = shellOf(outline);
    const strip = stripOf(shell);
    const [first] = strip.walls;
    const start = shell.walls.find((w) => w.index === first!.wall)!;
    const zero = [start.x0 + start.ux * first!.start, start.y0 + start.uy * first!.start] as const;
    for (const on of strip.walls) {
      const wall = shell.walls.find((w) => w.index === on.wall)!;
      const u = on.start + (0.05 + 0.9 * random()) * (on.end - on.start);
      const s = on.from + u - on.start;
      const there = walked(shell.body, wall.x0 + wall.ux * u, wall.y0 + wall.uy * u, ...zero);
      // The drawn outline has straight sides where the corner is round.
      expect(Math.abs(s - there)).toBeLessThan(0.05);
    }
  }
});

describe('as a sheet', () => {
  const sheet = stripSheet(done)!;
  const shell = sceneOf(done).shell!;
  const strip = stripOf(shell);

  test('it is as long as once round with its tab, and as high as both halves', () => {
    expect(sheet.w).toBeCloseTo(strip.length + 10 + 16, 6);
    expect(sheet.h).toBeCloseTo(
      shell.body.pieces[0]!.depth.mm + shell.body.pieces[1]!.depth.mm + 16,
      6,
    );
  });

  test('the charging hole lies on it where it lies on its wall, to size', () => {
    const rings = sheet.marks.flatMap((m) =>
      m.kind === 'ring' && m.ink === 'cut' ? [m.points] : [],
    );
    expect(rings.length).toBe(1);
    const xs = rings[0]!.map((q) => q[0]);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(9.8, 1);
    // 34.1 mm from the right edge, sharp corner; the bottom wall runs to the right.
    const bottom = strip.walls.find((w) => w.wall === shell.walls.find((q) => q.ny < -0.9)!.index)!;
    const right = 8 + bottom.from + (bottom.end - bottom.start) + shell.body.outline.r.mm;
    expect(right - Math.max(...xs)).toBeCloseTo(34.1, 1);
  });

  test('a build without a cut in a wall has none', () => {
    const none: Project = { ...done, layout: { placements: [] } };
    expect(stripSheet(none)).toBeUndefined();
  });
});
