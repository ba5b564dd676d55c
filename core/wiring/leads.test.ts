/** Leads between sockets: as long as their way, over the spine by the same rule as wires, and said when too short or too long. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { improvements, sceneOf } from '../fit';
import { applied, appliedAll, length, type Part, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { overSpine } from './opened';

const wisp = demos()[3]!;
const library = (id: string): Part => STARTER_PARTS.find((q) => q.id === id)!;
const shell = wisp.shell.bodies[0]!;
/** A board and a screen with a driver, a lead between; both in the back, or the screen in the front. */
function build(
  lead: string,
  x: number,
  y: number,
  screen: 'front' | 'back' = 'front',
  deep = 26,
): Project {
  const empty: Project = {
    ...wisp,
    kit: { parts: [], items: [] },
    layout: { placements: [] },
    controls: { ...wisp.controls, inputs: [] },
    shell: {
      bodies: [
        {
          ...shell,
          outline: { kind: 'rect', w: length(300), h: length(200), r: length(8) },
          pieces: shell.pieces.map((q) => ({
            ...q,
            openings: [],
            features: [],
            depth: length(deep),
          })),
        },
      ],
    },
  };
  const stand = (p: Project, id: string, piece: string, px: number, py: number, up: 'in' | 'out') =>
    appliedAll(p, [
      { do: 'add', part: library(id) },
      {
        do: 'stand',
        placement: {
          item: id,
          on: { piece },
          x: px,
          y: py,
          turn: 0,
          up,
          stand: 'flat',
          lift: 1,
          held: 'jig',
          fixed: 'screws',
        },
      },
    ]);
  return applied(
    stand(
      stand(empty, 'pane-5-hdmi', screen, 40, 60, screen === 'front' ? 'out' : 'in'),
      'teasel',
      'back',
      x,
      y,
      'in',
    ),
    { do: 'add', part: library(lead) },
  );
}
const lead = (p: Project) => check(p).wiring.leads[0]!;
const said = (p: Project) => check(p).findings.find((f) => f.id.startsWith('wire:lead-'))!;

describe('a lead inside', () => {
  test('needs no less than the straight way between its two tails, and not much more where nothing is in between', () => {
    for (const [x, y] of [
      [200, 100],
      [220, 60],
      [190, 130],
    ] as const) {
      const p = build('lead-hdmi-200', x, y);
      const l = lead(p);
      const [a, b] = [l.points[0]!, l.points[l.points.length - 1]!];
      const straight = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
      expect(l.needMm).toBeGreaterThanOrEqual(straight - 1e-6);
      expect(l.needMm).toBeLessThan(1.35 * straight + 40);
      // Its ends are the ends of its plugs: 20 mm of moulding and 3 of bend from each mouth.
      const at = sceneOf(p).items.get('teasel')!;
      const m = at.mouths.find((q) => q.id === 'hdmi')!;
      expect(Math.hypot(a[0] - m.x, a[1] - m.y)).toBeCloseTo(23, 6);
    }
  });
  test('in one half it stays in; over the spine it stays in only if it is as long as wires would have to be', () => {
    const same = lead(build('lead-hdmi-200', 200, 60, 'back'));
    expect([same.crosses, same.opens, same.open]).toEqual([false, true, undefined]);
    const p = build('lead-hdmi-200', 200, 100);
    const over = lead(p);
    const [a, b] = [over.points[0]!, over.points[over.points.length - 1]!];
    const rule = overSpine(p.shell.bodies[0]!, a, b, 0.5);
    expect(over.open!.mm).toBeCloseTo(rule.mm, 9);
    expect(over.opens).toBe(200 >= rule.mm);
    expect(check(p).wiring.unplug).toEqual(over.opens ? [] : ['HDMI ribbon, long']);
  });
  test("how well its way is known is the model's own: nobody is sent to measure it again", () => {
    const tight = check(build('lead-hdmi', 150, 90)).findings.filter((f) => f.station === 'fit');
    const own = tight.find((f) => f.id.startsWith('wire:lead-'))!;
    expect(own.measure!.sources.map((s) => s.key)).toContain('model.way.lead-hdmi');
    expect(improvements(tight, 20).filter((i) => i.key.startsWith('model.'))).toEqual([]);
  });
  test('too short is a hit that a longer one of the library clears; far too long is tight', () => {
    const short = build('lead-hdmi-50', 190, 90);
    const f = said(short);
    expect([f.verdict, f.title]).toEqual(['hit', expect.stringMatching(/mm too short$/)]);
    const way = waysOut(short, f, STARTER_PARTS).ways.find(
      (w) => w.text === 'Take HDMI ribbon, long instead',
    );
    expect(way && said(appliedAll(short, way.changes)).verdict).toBe('clear');
    expect(said(build('lead-hdmi-200', 120, 30)).title).toMatch(/to fold away$/);
    expect(said(build('lead-hdmi-200', 190, 90)).verdict).toBe('clear');
  });
});

describe('a lead whose plug is angled', () => {
  const plug = (p: Project, item: string) =>
    sceneOf(p)
      .items.get(item)!
      .blocks.find((b) => b.block.id === 'plug-hdmi')!.solid;
  const mouth = (p: Project, item: string) =>
    sceneOf(p)
      .items.get(item)!
      .mouths.find((m) => m.id === 'hdmi')!;
  const turn = (
    p: Project,
    item: string,
    more: Partial<Project['layout']['placements'][number]>,
  ): Project =>
    applied(p, {
      do: 'place',
      placement: { ...p.layout.placements.find((q) => q.item === item)!, ...more },
    });
  test('is 12 mm deep instead of 20 and its first bend, and its ribbon leaves at the side it is named for', () => {
    for (const [to, sign] of [
      ['left', 1],
      ['right', -1],
    ] as const) {
      for (const up of ['in', 'out'] as const) {
        for (const deg of [0, 90, 180, 270]) {
          const p = turn(build(`lead-hdmi-${to}`, 150, 100), 'teasel', { turn: deg, up });
          const m = mouth(p, 'teasel');
          const s = plug(p, 'teasel');
          const [dx, dy] = [m.dx, m.dy];
          const along = (x: number, y: number) => (x - m.x) * dx + (y - m.y) * dy;
          const left = (x: number, y: number) => (x - m.x) * -dy + (y - m.y) * dx;
          const corners = [
            [s.x0, s.y0],
            [s.x1, s.y1],
            [s.x0, s.y1],
            [s.x1, s.y0],
          ] as const;
          const lefts = corners.map(([x, y]) => left(x, y));
          const alongs = corners.map(([x, y]) => along(x, y));
          // With its top toward the back a board is seen from below: what is left of the way out is right in plan.
          const side = up === 'in' ? sign : -sign;
          expect([to, up, deg, Math.min(...alongs), Math.max(...alongs)]).toEqual([
            to,
            up,
            deg,
            expect.closeTo(0, 6),
            expect.closeTo(12, 6),
          ]);
          expect([to, up, deg, Math.min(...lefts), Math.max(...lefts)]).toEqual([
            to,
            up,
            deg,
            expect.closeTo(side > 0 ? -8 : -11, 6),
            expect.closeTo(side > 0 ? 11 : 8, 6),
          ]);
        }
      }
    }
  });
  test('turned around it has its flat end at the other socket, and is offered so where the straight one is in the way', () => {
    const p = build('lead-hdmi-left', 190, 90);
    const round = applied(p, { do: 'around', item: 'lead-hdmi-left', on: true });
    const deep = (q: Project, item: string) => {
      const s = plug(q, item);
      return s.y1 - s.y0 + (s.x1 - s.x0);
    };
    expect(deep(p, 'teasel') < deep(round, 'teasel')).toBe(true);
    expect(deep(p, 'pane-5-hdmi') > deep(round, 'pane-5-hdmi')).toBe(true);
  });
});

test('a kit with a lead and nothing in a shell yet still gets its ways out', () => {
  const p = {
    ...build('lead-mini-hdmi', 200, 100),
    shell: { bodies: [] },
    layout: { placements: [] },
  };
  for (const f of check(p).findings.filter((x) => x.verdict !== 'clear')) {
    expect(() => waysOut(p, f, STARTER_PARTS)).not.toThrow();
  }
});

test('folded once it has its place on the way, and what is laid after it finds those cells taken', () => {
  const p = build('lead-hdmi-200', 120, 30);
  const folded = applied(p, { do: 'fold', item: 'lead-hdmi-200', folds: 1 });
  const f = said(folded);
  const [pack] = check(folded).wiring.packs;
  expect([said(p).verdict, f.verdict]).toEqual(['tight', 'clear']);
  expect(f.title).toMatch(/^Folded once: \d+ × 12 × 5\.5 mm$/);
  const scene = sceneOf(folded);
  const inner = [...scene.items.values()]
    .flatMap((at) => at.blocks.map((b) => b.solid))
    .filter(
      (s) =>
        s.x0 < pack!.x + pack!.w && s.x1 > pack!.x && s.y0 < pack!.y + pack!.h && s.y1 > pack!.y,
    );
  for (const s of inner) expect(s.z1 <= pack!.z0 + 0.01 || s.z0 >= pack!.z1 - 0.01).toBe(true);
  expect(check(p).wiring.packs).toEqual([]);
  // With both ends in the front half it is kept there.
  const front = applied(folded, {
    do: 'place',
    placement: {
      ...folded.layout.placements.find((q) => q.item === 'teasel')!,
      on: { piece: 'front' },
      x: 190,
      y: 20,
    },
  });
  const up = check(front).wiring.packs[0]!;
  expect([pack!.hangs, up.hangs, pack!.z0 < 0, up.z1 > 0]).toEqual([false, true, true, true]);
  // A shallow shell has no room for it: it stays to fold away, and says how much is missing.
  const shallow = applied(build('lead-hdmi-200', 120, 30, 'front', 12), {
    do: 'fold',
    item: 'lead-hdmi-200',
    folds: 4,
  });
  expect(said(shallow).title).toMatch(/mm free for 20\.5 of folds$/);
  expect(waysOut(shallow, said(shallow), []).ways.map((w) => w.text)).toContain(
    'Fold it once, out and back',
  );
});

test('over the spine: never less than the run over it and the rise to both rims, and the same from either end', () => {
  const place = fc.tuple(
    fc.integer({ min: 3, max: 290 }),
    fc.integer({ min: 3, max: 190 }),
    fc.integer({ min: 0, max: 24 }),
  );
  fc.assert(
    fc.property(
      place,
      place,
      fc.constantFrom('left' as const, 'right' as const, 'bottom' as const, 'top' as const),
      ([ax, ay, az], [bx, by, bz], spine) => {
        const body = { ...build('lead-hdmi', 200, 100).shell.bodies[0]!, spine };
        const [a, b] = [
          [ax, ay, az],
          [bx, by, -bz],
        ] as const;
        const over = overSpine(body, a, b, 0.5);
        const back = overSpine(body, b, a, 0.5);
        expect([back.mm, ...back.at]).toEqual([
          expect.closeTo(over.mm, 9),
          expect.closeTo(over.at[0], 9),
          expect.closeTo(over.at[1], 9),
        ]);
        // Any other crossing is longer: the two runs to a place along the spine, by the straight line unfolded.
        const runs = (t: number) =>
          [a, b].reduce((s, q) => {
            let pair: [number, number];
            if (spine === 'left') pair = [0, t];
            else if (spine === 'right') pair = [300, t];
            else if (spine === 'bottom') pair = [t, 0];
            else pair = [t, 200];
            const [sx, sy] = pair;
            return s + Math.hypot(q[0] - sx, q[1] - sy);
          }, 0);
        const best = runs(spine === 'left' || spine === 'right' ? over.at[1] : over.at[0]);
        for (let t = 0; t <= 300; t += 15) expect(runs(t)).toBeGreaterThanOrEqual(best - 1e-6);
        expect(over.mm).toBeGreaterThan(best + az + bz);
      },
    ),
    { numRuns: 40 },
  );
});
