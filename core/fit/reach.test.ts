/** A lever has to look out through a slot; which way it looks is told by its shape, not by its name. */
import { demos, libraryPart } from '../catalogue';
import { cutting } from '../cuts';
import { applied, length, type Placement, type Project } from '../model';
import { actuatorOf, leverSlot } from './lever';
import { assembly, Checker, closingFindings, sceneOf } from './index';

const [, done] = demos() as [Project, Project];
const placement: Placement = {
  item: 'slide-switch',
  on: { piece: 'back' },
  x: 60,
  y: 40,
  turn: 0,
  up: 'in',
  stand: 'flat',
  lift: 0,
  held: 'hand',
};
const withSlide = (more: Partial<Placement>, slot = false): Project => {
  const added = applied(done, { do: 'add', part: libraryPart('slide-switch') });
  const stood = applied(added, { do: 'stand', placement: { ...placement, ...more } });
  if (!slot) return stood;
  const wall = sceneOf(stood).shell!.walls.find((w) => w.ny > 0.9)!;
  const opening = {
    id: 'lever-slot',
    name: 'lever slot',
    use: 'switch' as const,
    on: {
      kind: 'wall' as const,
      wall: wall.index,
      along: {
        from: { edge: 'left' as const, face: 'outer' as const },
        to: 'centre' as const,
        length: length(64.5),
      },
      v: length(-13),
    },
    shape: { kind: 'rect' as const, w: length(12), h: length(6) },
  };
  return {
    ...stood,
    shell: {
      bodies: stood.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q) =>
          q.id === 'back' ? { ...q, openings: [...q.openings, opening] } : q,
        ),
      })),
    },
  };
};
const reach = (p: Project) => new Checker(p).findings().find((f) => f.check === 'reach');

describe('a lever', () => {
  test('is the block that stands out of the rest, and looks the way it does', () => {
    for (const [turn, dir] of [
      [0, [0, 1]],
      [90, [-1, 0]],
      [180, [0, -1]],
      [270, [1, 0]],
    ] as const) {
      const at = sceneOf(withSlide({ turn })).items.get('slide-switch')!;
      const a = actuatorOf(at)!;
      expect(a.block.block.id).toBe('lever');
      expect([a.dir[0], a.dir[1]].map((v) => Math.round(v))).toEqual(dir.map((v) => v));
    }
  });
  test('in the middle of the shell nobody reaches it', () =>
    expect(reach(withSlide({}))).toMatchObject({ verdict: 'hit', code: 'looks-inward' }));
  test('at a closed wall it asks for a slot, through which it is moved; one that is there serves', () => {
    // Its tip is 10 mm above its datum: 0.5 mm out of the 90 mm high shell.
    const closed = withSlide({ y: 80.5 });
    const planned = reach(closed)!;
    expect([planned.code, planned.verdict]).toEqual(['recessed', 'clear']);
    // The lever, 3 wide, 1.5 mm left of the middle of its body, slides to 1.5 mm right of it.
    const scene = sceneOf(closed);
    const slot = leverSlot(scene, scene.items.get('slide-switch')!)!;
    expect([slot.w, slot.h].map((v) => Math.round(v * 10) / 10)).toEqual([6.8, 3.8]);
    const top = scene.shell!.walls.find((w) => w.ny > 0.9)!;
    const x = top.x0 + top.ux * slot.u;
    expect([slot.wall, Math.round(x * 10) / 10]).toEqual([top.index, 66]);
    expect(cutting(closed).openings.find((o) => o.kind === 'lever')).toMatchObject({
      key: 'slide-switch/lever',
      name: 'slot of Slide switch',
      pieces: ['back'],
    });
    const open = reach(withSlide({ y: 80.5 }, true))!;
    expect([open.code, open.verdict]).toEqual(['recessed', 'clear']);
    expect(open.measure!.gap).toBeCloseTo(3.5, 6);
    expect(cutting(withSlide({ y: 80.5 }, true)).openings.some((o) => o.kind === 'lever')).toBe(
      false,
    );
  });
  test('its lever in the wall is no contact, and its body against the wall still is one', () => {
    const touches = (y: number) =>
      new Checker(withSlide({ y }))
        .findings()
        .filter(
          (f) => f.check === 'touch' && f.about.includes('slide-switch') && f.verdict === 'hit',
        )
        .flatMap((f) => f.refs ?? [])
        .flatMap((r) => (r.is === 'block' ? [r.block] : []));
    expect(touches(80.5)).not.toContain('lever');
    expect(touches(83)).toContain('body');
  });
  const cutAs = (p: Project, w: number, h: number, notch = false): Project => ({
    ...p,
    cuts: [
      ...p.cuts,
      {
        kind: 'opening' as const,
        id: 'slot',
        for: { item: 'slide-switch', is: 'lever' },
        state: 'measured' as const,
        measured: { w: length(w), h: length(h) },
        ...(notch ? { notch } : {}),
      },
    ],
  });
  test('a slot cut shorter than lever and travel is a hit; with less play it is tight, with more nothing', () => {
    // Lever and travel take 6 × 3 mm.
    const measured = (w: number, h: number) => reach(cutAs(withSlide({ y: 80.5 }), w, h))!;
    expect(measured(5.8, 3.8)).toMatchObject({ code: 'slot-short', verdict: 'hit' });
    expect(measured(6.8, 2.9)).toMatchObject({ code: 'slot-short', verdict: 'hit' });
    expect(measured(5.8, 3.8).measure!.gap).toBeCloseTo(-0.1, 6);
    expect(measured(6.2, 3.8)).toMatchObject({ code: 'slot-short', verdict: 'tight' });
    for (const [w, h] of [
      [6.8, 3.8],
      [6.9, 3.9],
      [9, 9],
    ] as const) {
      expect(measured(w, h)).toMatchObject({ code: 'recessed', verdict: 'clear' });
    }
  });
  test('a slot that is there serves where the lever can travel in it, and is a hit where it cannot', () => {
    // It reaches from 58.5 to 70.5 mm; the lever goes 3 mm either way of its body's middle.
    const at = (x: number) => reach(withSlide({ y: 80.5, x }, true))!;
    expect(at(60)).toMatchObject({ code: 'recessed', verdict: 'clear' });
    expect(at(63)).toMatchObject({ code: 'slot-short', verdict: 'hit' });
    expect(at(63).measure!.gap).toBeCloseTo(70.5 - 72, 6);
  });
  describe('going together', () => {
    const bars = (p: Project) =>
      closingFindings(sceneOf(p)).filter((f) => f.about.includes('slide-switch'));
    /** Its lever comes out of the front half's wall, though it is fixed in the back. */
    const high = withSlide({ y: 80.5, lift: 18 });
    test('out of its own half’s wall it goes in drawn back', () => {
      expect(bars(withSlide({ y: 80.5 }))).toEqual([]);
      const drawn = assembly(sceneOf(withSlide({ y: 80.5 }))).drawn.get('slide-switch');
      // 2.7 mm in the wall, and a little.
      expect(drawn).toBeGreaterThan(2);
      expect(drawn).toBeLessThan(4);
    });
    test('through a closed slot of the other half it cannot shut; an open notch lets it', () => {
      const [bar] = bars(high);
      expect(bar).toMatchObject({ code: 'closing-shut', verdict: 'hit' });
      expect(bar!.about).toContain('slide-switch/lever');
      const open = applied(high, { do: 'notch', for: { item: 'slide-switch', is: 'lever' } });
      expect(bars(open)).toEqual([]);
      const slot = cutting(open).openings.find((o) => o.kind === 'lever')!;
      // From the parting line to above the lever.
      expect(slot.v - slot.h / 2).toBeLessThanOrEqual(0);
      expect(slot.why.join()).toContain('open to the parting line');
    });
  });
  test('the clean builds have no lever, and nothing is said', () =>
    expect(reach(done)).toBeUndefined());
});
