/** Made parts against a solid modeller, against what they serve, and against the whole verdict. */
import Module, { type ManifoldToplevel, type Mat4 } from 'manifold-3d';
import { buildSteps } from '../build';
import { Replay } from '../build/replay.fixture';
import { demos } from '../catalogue';
import { type CutItem, wholeCutting } from '../cuts';
import { sceneOf } from '../fit';
import { madeMesh, pieceMesh } from '../formats/solid';
import { blockBox, seeded } from '../geometry';
import { type Block, type Project, readProject } from '../model';
import { openingLedger } from '../shell';
import { check } from '../verdict';
import { type Made, madeFor, PROCESSES, type Process, RULES, withMade } from './index';
import { CELL_ROOM_MM, FRAME_SHARE, LEAD_SLOT_MM } from './kinds/cellFrame';
import { GLUE_MM } from './kinds/filler';
import { HOOK_MM, JIG_MM } from './kinds/jig';
import { LAP_MM, SHOW_MM } from './kinds/screen';

let wasm: ManifoldToplevel;
beforeAll(async () => {
  wasm = await Module();
  wasm.setup();
});

const done = demos()[1]!;
/** Every hole of the shell to be closed, so that there is something to fill. */
const blanked: Project = {
  ...done,
  shell: {
    ...done.shell,
    bodies: done.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        openings: q.openings.map((o) => ({ ...o, reuse: { as: 'blanked' as const } })),
      })),
    })),
  },
};
const madeOf = (p: Project, kind: Made['kind'], process: Process = 'filament'): Made[] =>
  madeFor(p, process).filter((m) => m.kind === kind);

const span = (blocks: readonly Block[]) => {
  const boxes = blocks.map(blockBox);
  const low = [0, 1, 2].map((i) => Math.min(...boxes.map((b) => b[0][i]!)));
  const high = [0, 1, 2].map((i) => Math.max(...boxes.map((b) => b[1][i]!)));
  return { low, high, size: low.map((a, i) => high[i]! - a) };
};

describe('the frame of a cell', () => {
  const [frame] = madeOf(done, 'cell frame');
  const scene = sceneOf(done);
  const cell = scene.items.get(frame!.for)!;
  const body = cell.blocks.find((b) => b.block.kind === 'cell')!.block;

  test('keeps its room all round, is open above, and has its slot', () => {
    const at = span([body]);
    const { size } = span(frame!.blocks);
    const wall = RULES.filament.wallMm;
    expect(size[0]).toBeCloseTo(at.size[0]! + 2 * (CELL_ROOM_MM + wall), 1);
    expect(size[1]).toBeCloseTo(at.size[1]! + 2 * (CELL_ROOM_MM + wall), 1);
    expect(size[2]).toBeCloseTo(FRAME_SHARE * body.height.mm, 1);
    const [w, h] = [at.size[0]! + 2 * CELL_ROOM_MM, at.size[1]! + 2 * CELL_ROOM_MM];
    const ring = (w + 2 * wall) * (h + 2 * wall) - w * h - LEAD_SLOT_MM * wall;
    expect(frame!.volumeCm3).toBeCloseTo((ring * size[2]!) / 1000, 2);
  });

  test('the gap to the cell, as a solid modeller finds it', () => {
    const mesh = madeMesh(wasm, frame!.blocks);
    const solid = new wasm.Manifold(
      new wasm.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles }),
    );
    const at = span([body]);
    const box = wasm.Manifold.cube([at.size[0]!, at.size[1]!, at.size[2]!]).translate([
      at.low[0]!,
      at.low[1]!,
      0,
    ]);
    expect(solid.minGap(box, 5)).toBeCloseTo(CELL_ROOM_MM, 1);
    expect(solid.intersect(box).volume()).toBeCloseTo(0, 6);
  });

  test('put in, it stands round the cell however that lies, meets it nowhere, and every step can be done', () => {
    const random = seeded(9);
    const wisp = demos()[3]!;
    expect(check(wisp).hits).toBe(0);
    for (let k = 0; k < 8; k++) {
      const by = k === 0 ? 0 : random() * 2;
      const moved: Project = {
        ...wisp,
        layout: {
          placements: wisp.layout.placements.map((q) =>
            wisp.kit.items.find((i) => i.id === q.item)!.part.includes('slab')
              ? { ...q, x: q.x + by, turn: q.turn + (k % 2 ? 180 : 0) }
              : q,
          ),
        },
      };
      const made = madeOf(moved, 'cell frame')[0]!;
      expect([k, made.cannot]).toEqual([k, undefined]);
      const next = withMade(moved, made);
      expect(readProject(next).ok).toBe(true);
      const at = sceneOf(next);
      const [a, b] = [at.items.get(made.part.id)!, at.items.get(made.for)!];
      expect([a.pose.x, a.pose.y, a.pose.turn]).toEqual([b.pose.x, b.pose.y, b.pose.turn]);
      const hits = check(next).findings.filter(
        (f) => f.verdict === 'hit' && f.about.includes(made.part.id) && f.about.includes(made.for),
      );
      expect(hits).toEqual([]);
    }
    const made = madeOf(wisp, 'cell frame')[0]!;
    const whole = withMade(wisp, made);
    expect(check(whole).hits).toBe(0);
    const steps = buildSteps(whole);
    expect(Replay.of(whole, steps)).toEqual([]);
    expect(steps.some((q) => `${q.title} ${q.detail}`.includes(made.name))).toBe(true);
  });

  test('beside the cell of a bay it cannot stand as deep, and that is said', () => {
    expect(frame!.cannot).toMatch(/^The floor is not level round it/);
    const [corners] = madeOf(done, 'screen corners');
    expect(corners!.cannot).toBeUndefined();
    // A key plate stands where the fourth corner would.
    expect(corners!.blocks.length).toBe(3);
    expect(check(withMade(done, corners!)).hits).toBe(0);
  });

  test('after the cell was moved the one in the kit is told to be from before, and made anew it is not', () => {
    const kept = withMade(done, frame!);
    expect(madeOf(kept, 'cell frame')[0]!.before).toEqual({ is: 'as now', by: 'filament' });
    // Whichever process is looked at, the one that was made is known again.
    expect(madeOf(kept, 'cell frame', 'resin')[0]!.before).toEqual({
      is: 'as now',
      by: 'filament',
    });
    const moved: Project = {
      ...kept,
      layout: {
        placements: kept.layout.placements.map((q) =>
          q.item === frame!.for ? { ...q, x: q.x + 1 } : q,
        ),
      },
    };
    const again = madeOf(moved, 'cell frame')[0]!;
    expect(again.before).toEqual({ is: 'changed' });
    expect(madeOf(withMade(moved, again), 'cell frame')[0]!.before?.is).toBe('as now');
    // The cell in the other half, everything else the same: the frame is not there.
    const other: Project = {
      ...kept,
      layout: {
        placements: kept.layout.placements.map((q) =>
          q.item === frame!.for ? { ...q, on: { piece: 'front' } } : q,
        ),
      },
    };
    expect(madeOf(other, 'cell frame')[0]!.before).toEqual({ is: 'changed' });
    // There is still one of it.
    expect(withMade(moved, again).kit.items.filter((i) => i.part === frame!.part.id).length).toBe(
      1,
    );
  });
});

describe('for a screen', () => {
  const scene = sceneOf(done);
  const at = [...scene.items.values()].find((q) => q.part.screen)!;

  test('the bezel leaves the lit area free and covers the window by its lap', () => {
    const [bezel] = madeOf(done, 'bezel');
    const plan = bezel!.blocks[0]!.plan;
    if (plan.kind !== 'polygon') throw new Error('A bezel is an outline.');
    const hole = plan.holes![0]!;
    const w = Math.max(...hole.map((q) => q[0])) - Math.min(...hole.map((q) => q[0]));
    const h = Math.max(...hole.map((q) => q[1])) - Math.min(...hole.map((q) => q[1]));
    const lit = at.part.screen!.active;
    expect([w, h]).toEqual([
      expect.closeTo(lit.w + 2 * SHOW_MM, 1),
      expect.closeTo(lit.h + 2 * SHOW_MM, 1),
    ]);
    const window = scene.shell!.openings.face.find((o) => o.use === 'window')!;
    const wide =
      Math.max(...window.points.map((q) => q[0])) - Math.min(...window.points.map((q) => q[0]));
    expect(span(bezel!.blocks).size[0]).toBeGreaterThanOrEqual(wide + 2 * LAP_MM - 0.1);
    expect(withMade(done, bezel!).kit.items.find((i) => i.id === bezel!.part.id)!.where).toBe(
      'outside',
    );
  });

  test('put in, the corners reach from the face to the far side of the board they hold', () => {
    const [corners] = madeOf(done, 'screen corners');
    const stood = sceneOf(withMade(done, corners!));
    const zs = (id: string, of: (block: string) => boolean = () => true) => {
      const solids = stood.items
        .get(id)!
        .blocks.filter((b) => of(b.block.id))
        .map((b) => b.solid);
      return [Math.min(...solids.map((q) => q.z0)), Math.max(...solids.map((q) => q.z1))] as const;
    };
    const board = [...at.blocks].sort((a, b) => {
      const area = (q: typeof a) => (q.solid.x1 - q.solid.x0) * (q.solid.y1 - q.solid.y0);
      return area(b) - area(a);
    })[0]!.block.id;
    const [mine, its] = [zs(corners!.part.id), zs(at.item.id, (id) => id === board)];
    expect(mine[0]).toBeLessThanOrEqual(its[0] + 0.01);
    expect(mine[1]).toBeGreaterThanOrEqual(its[1] - 0.01);
    // They stand on the face, under the glass's level.
    const front = stood.shell!.body.pieces.find((q) => q.role === 'front')!;
    expect(mine[1]).toBeCloseTo(front.depth.mm - stood.shell!.body.wall.mm, 1);
  });

  test('the bezel is drawn round the middle of its picture: a shell drawn elsewhere changes nothing', () => {
    const [bezel] = madeOf(done, 'bezel');
    const moved: Project = {
      ...done,
      layout: {
        placements: done.layout.placements.map((q) =>
          q.item === bezel!.for ? { ...q, y: q.y + 0.5 } : q,
        ),
      },
    };
    const hole = (m: Made) => (m.blocks[0]!.plan as { holes: unknown[] }).holes[0];
    expect(hole(madeOf(moved, 'bezel')[0]!)).toEqual(hole(bezel!));
  });

  test('the corners hold the panel at the gap of each process', () => {
    for (const process of PROCESSES) {
      const [corners] = madeOf(done, 'screen corners', process);
      const { size } = span(corners!.blocks);
      const panel = Math.max(
        ...at.part.blocks.filter((b) => b.axis === 'z').map((b) => span([b]).size[0]!),
      );
      const { gapMm, wallMm } = RULES[process];
      expect(size[0]).toBeCloseTo(panel + 2 * (gapMm + wallMm), 1);
    }
  });
});

test('a filler leaves its room for glue, is flush with the wall, and reaches behind it', () => {
  const fillers = madeOf(blanked, 'filler');
  const { blanks } = wholeCutting(blanked);
  // Outlines that are neither round nor square are closed with an off-cut.
  const outlined = openingLedger(blanked)
    .filter((l) => l.opening.shape.kind === 'polygon')
    .map((l) => l.opening.id);
  expect(fillers.map((m) => m.for)).toEqual(
    blanks.map((b) => b.id).filter((id) => !outlined.includes(id)),
  );
  expect(fillers.length).toBeGreaterThan(3);
  for (const made of fillers) {
    const b = blanks.find((q) => q.id === made.for)!;
    const [flange, plug] = made.blocks.map((q) => span([q]));
    expect([b.id, plug!.size[0]]).toEqual([b.id, expect.closeTo(b.w - 2 * GLUE_MM, 1)]);
    expect(plug!.size[2]).toBeCloseTo(blanked.shell.bodies[0]!.wall.mm, 1);
    expect(flange!.size[0]).toBeGreaterThan(b.w + 2);
  }
});

describe('a drill jig', () => {
  // Without its bay, so that the back is flat where a jig hooks over it.
  const flat: Project = {
    ...done,
    shell: {
      ...done.shell,
      bodies: done.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q) => ({ ...q, zones: [] })),
      })),
    },
  };
  const scene = sceneOf(flat);
  const cuts = wholeCutting(flat, scene);
  const jigs = madeOf(flat, 'drill jig');
  const hooked = [...jigs, ...madeOf(flat, 'marking stencil')];

  test('there is one for each cut that is drilled near two edges, but none that would lie on a bay', () => {
    const keys = (kinds: readonly string[]) =>
      cuts.openings
        .filter((c) => kinds.includes(c.kind))
        .map((c) => c.key)
        .sort();
    expect(jigs.map((j) => j.for).sort()).toEqual(keys(['button', 'port']));
    expect(
      madeOf(done, 'drill jig')
        .map((j) => j.for)
        .sort(),
    ).toEqual(keys(['button']));
  });

  test.each(['left', 'right'])(
    'laid on at the %s edge, its bore lies over the middle of the hole',
    (edge) => {
      const cut = cuts.openings.find((c) => c.kind === 'button' && c.from[0].edge === edge)!;
      const jig = jigs.find((j) => j.for === cut.key)!;
      const plan = jig.blocks.find((b) => b.id === 'plate')!.plan;
      if (plan.kind !== 'polygon') throw new Error('A jig is an outline.');
      const bore = plan.holes![0]!;
      const [bx, by] = [0, 1].map((i) => bore.reduce((s, q) => s + q[i]!, 0) / bore.length) as [
        number,
        number,
      ];
      // The jig's zero is where the two edges meet, seen from outside the front.
      const ring = scene.shell!.walls;
      const xs = ring.map((w) => w.x0);
      const ys = ring.map((w) => w.y0);
      const x = (edge === 'left' ? Math.min(...xs) : Math.max(...xs)) + bx;
      const y = (cut.from[1].edge === 'bottom' ? Math.min(...ys) : Math.max(...ys)) + by;
      expect([x, y]).toEqual([expect.closeTo(cut.u, 1), expect.closeTo(cut.v, 1)]);
    },
  );

  /** A jig laid on the shell as it is seen from outside, as a solid in the build's frame. */
  const laidOn = (jig: Made, cut: CutItem) => {
    const mesh = madeMesh(wasm, jig.blocks);
    const low = Math.min(...jig.blocks.map((b) => b.base));
    const solid = new wasm.Manifold(
      new wasm.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles }),
    ).translate([0, 0, low]);
    const shell = scene.shell!;
    const depth = (sign: number): number =>
      shell.body.pieces.find((q) => shell.sign(q.id) === sign && q.role !== 'door')!.depth.mm;
    if (cut.face.kind === 'face') {
      const xs = shell.walls.map((w) => w.x0);
      const ys = shell.walls.map((w) => w.y0);
      return solid.translate([
        cut.from[0].edge === 'left' ? Math.min(...xs) : Math.max(...xs),
        cut.from[1].edge === 'bottom' ? Math.min(...ys) : Math.max(...ys),
        depth(1),
      ]);
    }
    const wall = shell.walls[cut.face.wall]!;
    const u = cut.u <= cut.face.length / 2 ? 0 : cut.face.length;
    const v = cut.from[1].edge === 'back face' ? -depth(-1) : depth(1);
    const [x, y] = [wall.x0 + wall.ux * u, wall.y0 + wall.uy * u];
    return solid.transform([
      wall.ux,
      wall.uy,
      0,
      0,
      0,
      0,
      1,
      0,
      wall.nx,
      wall.ny,
      0,
      0,
      x,
      y,
      v,
      1,
    ] as Mat4);
  };

  test('laid on the solid shell it goes into nothing, and both hooks lie on flat outer walls', () => {
    const body = flat.shell.bodies[0]!;
    const solidOf = (m: { positions: Float32Array; triangles: Uint32Array }) =>
      new wasm.Manifold(
        new wasm.Mesh({ numProp: 3, vertProperties: m.positions, triVerts: m.triangles }),
      );
    const shell = wasm.Manifold.union(body.pieces.map((q) => solidOf(pieceMesh(wasm, body, q.id))));
    expect(new Set(hooked.map((m) => m.kind)).size).toBe(2);
    for (const jig of hooked) {
      const cut = cuts.openings.find((c) => c.key === jig.for)!;
      const laid = laidOn(jig, cut);
      expect([jig.name, laid.intersect(shell).volume()]).toEqual([jig.name, expect.closeTo(0, 1)]);
      for (const hook of jig.blocks.filter((b) => b.id.startsWith('hook'))) {
        // Pressed 0.2 mm towards the shell's middle, it meets a flat strip as long as itself.
        const alone = laidOn({ ...jig, blocks: [hook] }, cut);
        const to = shell.boundingBox();
        const mid = [0, 1, 2].map((i) => (to.min[i]! + to.max[i]!) / 2);
        const box = alone.boundingBox();
        const met = [0, 1, 2].map((i) => {
          const by = [0, 0, 0];
          by[i] = 0.2 * Math.sign(mid[i]! - (box.min[i]! + box.max[i]!) / 2);
          return (
            alone
              .translate(by as [number, number, number])
              .intersect(shell)
              .volume() / 0.2
          );
        });
        // mm² of flat contact: at least 3 mm deep along 8 mm.
        expect([jig.name, hook.id, Math.max(...met) > 24]).toEqual([jig.name, hook.id, true]);
      }
    }
  });

  test('on a wall its bores lie over the middle of the hole as well', () => {
    const cut = cuts.openings.find((c) => c.face.kind === 'wall')!;
    const jig = jigs.find((j) => j.for === cut.key)!;
    const plan = jig.blocks.find((b) => b.id === 'plate')!.plan;
    if (plan.kind !== 'polygon') throw new Error('A jig is an outline.');
    const all = plan.holes!.flat();
    const [bx, by] = [0, 1].map((i) => all.reduce((t, q) => t + q[i]!, 0) / all.length) as [
      number,
      number,
    ];
    const length = (cut.face as { length: number }).length;
    const back = scene.shell!.body.pieces.find((q) => q.role === 'back')!.depth.mm;
    expect(length + bx).toBeCloseTo(cut.u, 1);
    expect(-back + by).toBeCloseTo(cut.v, 1);
  });

  test('its hooks hang below the plate, outside the shell', () => {
    for (const jig of jigs) {
      const hooks = jig.blocks.filter((b) => b.id.startsWith('hook'));
      expect(hooks.length).toBe(2);
      for (const h of hooks) {
        expect(h.base).toBe(-h.height.mm);
        expect(h.height.mm).toBeGreaterThanOrEqual(HOOK_MM);
        // No hook lies over the face itself: all of it is beyond one of the edges.
        const { low, high } = span([h]);
        const plate = span(jig.blocks.filter((b) => b.id === 'plate'));
        const beyond = [0, 1].some(
          (i) =>
            (Math.abs(low[i]! - plate.low[i]!) < 0.01 && Math.abs(high[i]!) < 0.01) ||
            (Math.abs(high[i]! - plate.high[i]!) < 0.01 && Math.abs(low[i]!) < 0.01),
        );
        expect([jig.name, h.id, beyond]).toEqual([jig.name, h.id, true]);
      }
      expect(jig.blocks.find((b) => b.id === 'plate')!.height.mm).toBe(JIG_MM);
    }
  });
});
