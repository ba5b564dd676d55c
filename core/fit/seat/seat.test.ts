/**
 * A body pushed into another: against manifold-3d solids pushed in step by step, drawn by their own
 * rules, and by hand what a builder is told and offered.
 */
import { rectBody } from '../../catalogue';
import { seeded } from '../../geometry';
import { solids } from '../../geometry/manifold.fixture';
import {
  appliedAll,
  type Body,
  type Edge,
  EDGES,
  emptyProject,
  type Finding,
  type Input,
  length,
  type Project,
  type Seat,
  seatsOf,
} from '../../model';
import { docked } from '../../verdict/sabotage/builds.fixture';
import { PROUD } from '../keys';
import { sceneOf } from '../scene';
import { RATTLE_MM, seatFindings, seatSection, seatWays, SLIDE_MM } from './index';

type Size = readonly [number, number, number, number];
/** A bare box of two halves: across, up, and how deep its front and its back are, mm. */
function box(id: string, [w, h, front, back]: Size): Body {
  const body = rectBody(id, [w, h, 0], 2, front, back, 'abs');
  return { ...body, id, pieces: body.pieces.map((q) => ({ ...q, id: `${id}-${q.role}` })) };
}
const key = (i: number, x: number, y: number, hole: number): Input => ({
  id: `k${i}`,
  name: `Key ${i}`,
  functions: ['menu'],
  at: { piece: 'in-front', x, y },
  hole,
  routed: true,
});
interface Drawn {
  inner: Size;
  outer: Size;
  keys: Input[];
  seat: Seat;
}
const built = ({ inner, outer, keys, seat }: Drawn): Project => ({
  ...emptyProject('seat', 'Seat'),
  shell: { bodies: [box('in', inner), box('out', outer)], joints: [seat] },
  controls: { route: 'gpio', inputs: keys },
});
const found = (p: Project): Finding[] => seatFindings(sceneOf(p));
const isBlocked = (f: Finding): boolean =>
  (f.code === 'seat-narrow' || f.code === 'seat-catches') && f.measure!.gap < 0;

/** Turned about the height, so that this edge looks up (+y) or down. */
const TO_TOP: Readonly<Record<Edge, number>> = { top: 0, left: -90, bottom: 180, right: 90 };

describe('pushed in', () => {
  const SCENES = 160;
  test(`${SCENES} drawn pairs go in or do not as manifold-3d says, a tenth of a millimetre at a time`, async () => {
    const { Manifold } = await solids();
    const draw = seeded(20261130);
    const between = (a: number, b: number): number => a + draw() * (b - a);
    const edge = (): Edge => EDGES[Math.floor(draw() * 4)]!;
    let [goes, catches] = [0, 0];
    for (let i = 0; i < SCENES; i++) {
      const inner: Size = [between(50, 90), between(40, 80), between(6, 14), between(6, 14)];
      const outer: Size = [between(110, 140), between(110, 140), 26, 30];
      const [into, taking] = [edge(), edge()];
      const across = into === 'left' || into === 'right' ? inner[1] : inner[0];
      const pocket = {
        w: length(across + between(-0.4, 2.4)),
        h: length(inner[2] + inner[3] + between(-0.4, 5)),
        deep: length(between(4, 25)),
        shift: between(-6, 6),
        rise: length(between(-3, 3)),
      };
      const keys = Array.from({ length: 2 }, (_, k) =>
        key(k, between(5, inner[0] - 5), between(5, inner[1] - 5), 6),
      );
      const turned = draw() < 0.5;
      const seat: Seat = {
        is: 'seat',
        id: 'seat',
        inner: { body: 'in', edge: into },
        outer: { body: 'out', edge: taking },
        pocket,
        turned,
      };
      const p = built({ inner, outer, keys, seat });

      // The same with solids: the taking edge at y = 0 looking to +y, its middle at x = 0.
      const facing = (size: Size, e: Edge): number =>
        e === 'left' || e === 'right' ? size[0] : size[1];
      const block = ([w, h, front, back]: Size) =>
        Manifold.cube([w, h, front + back]).translate([-w / 2, -h / 2, -back]);
      const room = Manifold.cube([pocket.w.mm, pocket.deep.mm + 50, pocket.h.mm]).translate([
        -pocket.shift - pocket.w.mm / 2,
        -pocket.deep.mm,
        pocket.rise.mm - pocket.h.mm / 2,
      ]);
      const dock = block(outer)
        .rotate([0, 0, TO_TOP[taking]])
        .translate([0, -facing(outer, taking) / 2, 0])
        .subtract(room);
      const knobs = keys.map(({ at, hole }) => {
        const { x, y } = at as { x: number; y: number };
        return Manifold.cube([hole!, hole!, PROUD.mm]).translate([
          x - hole! / 2 - inner[0] / 2,
          y - hole! / 2 - inner[1] / 2,
          inner[2],
        ]);
      });
      const goer = Manifold.union([block(inner), ...knobs])
        .translate([0, 0, -(inner[2] - inner[3]) / 2])
        .rotate([0, 0, TO_TOP[into] + 180])
        .rotate([0, turned ? 180 : 0, 0])
        .translate([-pocket.shift, facing(inner, into) / 2, pocket.rise.mm]);
      let deepest = 0;
      const steps = Math.ceil(pocket.deep.mm / 0.1);
      for (let step = steps; step >= 0; step--) {
        const left = (pocket.deep.mm * step) / steps;
        const at = goer.translate([0, left - pocket.deep.mm, 0]);
        deepest = Math.max(deepest, dock.intersect(at).volume());
      }
      const said = found(p).filter(isBlocked);
      const gaps = found(p).flatMap((f) => (f.measure ? [Math.abs(f.measure.gap)] : []));
      // What just touches is neither.
      if (Math.min(...gaps, 1) < 0.02) continue;
      expect([i, said.map((f) => f.id), deepest > 1e-3]).toEqual([
        i,
        said.map((f) => f.id),
        said.length > 0,
      ]);
      if (said.length) catches++;
      else goes++;
    }
    expect(Math.min(goes, catches)).toBeGreaterThan(25);
  });
});

describe('a handheld in its dock', () => {
  const p = docked();
  const [{ joint }] = seatsOf(p.shell) as [ReturnType<typeof seatsOf>[0]];
  const pocketed = (set: Partial<Seat['pocket']>): Project =>
    appliedAll(p, [{ do: 'joint', joint: { ...joint, pocket: { ...joint.pocket, ...set } } }]);
  const open = (q: Project): string[] => found(q).map((f) => `${f.verdict} ${f.code}`);
  const WIDE = 172;

  test('goes in with room at each side, and nothing is said', () => expect(open(p)).toEqual([]));
  test('from a fit to a rattle: 0.2 mm more or less at each side of either limit', () => {
    const at = (side: number) => open(pocketed({ w: length(WIDE + 2 * side) }));
    expect(at(SLIDE_MM - 0.2)).toEqual(['hit seat-narrow']);
    expect(at(SLIDE_MM + 0.2)).toEqual([]);
    expect(at(RATTLE_MM - 0.2)).toEqual([]);
    expect(at(RATTLE_MM + 0.2)).toEqual(['tight seat-rattles']);
  });
  test('what is covered is named until it is said not to be used; and each way does what it says', () => {
    const used = { ...joint };
    delete used.idle;
    const q = appliedAll(p, [{ do: 'joint', joint: used }]);
    const [f] = found(q);
    expect([f!.code, f!.verdict, f!.about]).toEqual(['seat-covers', 'tight', ['charger']]);
    const ways = seatWays(sceneOf(q), f!);
    expect(ways.map((w) => w.id)).toEqual(['idle']);
    expect(open(appliedAll(q, ways[0]!.changes))).toEqual([]);
  });
  test('pushed so deep that its bay comes to the mouth, it catches there', () => {
    const q = pocketed({ deep: length(12) });
    const f = found(q).find((x) => x.code === 'seat-catches')!;
    expect([f.verdict, f.what]).toEqual(['hit', 'C-cell bay catches at the mouth of Dock.']);
    const ways = seatWays(sceneOf(q), f);
    expect(ways.map((w) => w.id)).toEqual(['pocket-deep', 'pocket-high']);
    for (const way of ways) {
      expect(found(appliedAll(q, way.changes)).map((x) => x.id)).not.toContain(f.id);
    }
  });
  test('drawn half out, it lies so much higher', () => {
    const [home, out] = [0, 2.5].map((left) =>
      seatSection(sceneOf(p), seatsOf(p.shell)[0]!, left)!,
    );
    expect(home!.inner[0]!.box.deep[1]).toBeCloseTo(joint.pocket.deep.mm, 9);
    expect(out!.inner[0]!.box.deep[1]).toBeCloseTo(joint.pocket.deep.mm - 2.5, 9);
    expect(out!.pocket).toEqual(home!.pocket);
  });
  test('two bodies that nothing joins are not judged', () =>
    expect(open({ ...p, shell: { bodies: p.shell.bodies } })).toEqual([]));
});
