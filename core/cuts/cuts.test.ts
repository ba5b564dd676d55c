/** What to cut where: sizes, distances from outer edges, and sheets that are true in mm. */
import { demos } from '../catalogue';
import { pointsOf } from '../geometry';
import { outerRing } from '../shell';
import { applied, length, type Project } from '../model';
import {
  correctionFor,
  cutOuts,
  cutting,
  FIRST_FIELDS,
  measuringSheet,
  type Sheet,
  shellSheets,
  START_SMALL_MM,
  templates,
} from './index';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const size = (p: Project) => {
  const o = p.shell.bodies[0]!.outline;
  return o.kind === 'rect' ? { w: o.w.mm, h: o.h.mm } : { w: 0, h: 0 };
};
const depths = (p: Project) => p.shell.bodies[0]!.pieces.map((q) => q.depth.mm) as [number, number];

describe('openings', () => {
  test('each distance from an outer edge leads back to where the opening is', () => {
    for (const p of demos()) {
      const { w, h } = size(p);
      const [front, back] = depths(p);
      for (const o of cutting(p).openings) {
        const [a, b] = o.from;
        const [halfW, halfH] = o.round ? [0, 0] : [o.w / 2, o.h / 2];
        if (o.face.kind === 'face') {
          expect(a.edge === 'left' ? a.mm + halfW : w - a.mm - halfW).toBeCloseTo(o.u, 6);
          expect(b.edge === 'bottom' ? b.mm + halfH : h - b.mm - halfH).toBeCloseTo(o.v, 6);
        } else {
          // Walls 0 and 1 run with x and y, 2 and 3 against them.
          const along =
            a.edge === 'left' || a.edge === 'bottom'
              ? a.mm + halfW
              : (o.face.wall % 2 ? h : w) - a.mm - halfW;
          expect(o.face.wall < 2 ? along : (o.face.wall % 2 ? h : w) - along).toBeCloseTo(o.u, 6);
          expect(b.edge === 'back face' ? b.mm + halfH - back : front - b.mm - halfH).toBeCloseTo(
            o.v,
            6,
          );
        }
        expect(a.mm).toBeGreaterThan(0);
        expect(b.mm).toBeGreaterThan(0);
      }
    }
  });
  test('one starts half a millimetre small all round, and never at nothing', () => {
    const all = demos().flatMap((p) => cutting(p).openings);
    // A screw's hole is drilled at once.
    for (const o of all.filter((c) => c.kind === 'screw')) expect(o.start.w).toBe(o.w);
    for (const o of all.filter((c) => c.kind !== 'screw')) {
      expect(o.start.w).toBeCloseTo(Math.max(1, o.w - 2 * START_SMALL_MM), 9);
      expect(o.start.h).toBeGreaterThan(0);
    }
  });
  test('a key in a hole that is there is not cut; one at a new place is; one without a way is not', () => {
    const keys = (p: Project) =>
      cutting(p)
        .openings.filter((o) => o.kind === 'button')
        .map((o) => o.key);
    expect(keys(half)).toEqual(['input/shoulder-r']);
    expect(keys(done)).toEqual(['input/shoulder-l', 'input/shoulder-r']);
    expect(keys(wisp)).toEqual([]);
  });
  test('a screen with a window behind it needs none; without one it is cut to the picture', () => {
    expect(cutting(done).openings.some((o) => o.kind === 'window')).toBe(false);
    const blind = structuredClone(done);
    blind.shell.bodies[0]!.pieces[0]!.openings = blind.shell.bodies[0]!.pieces[0]!.openings.filter(
      (o) => o.id !== 'window',
    );
    const w = cutting(blind).openings.find((o) => o.kind === 'window')!;
    expect([w.w, w.h]).toEqual([expect.closeTo(57.5, 6), expect.closeTo(43.3, 6)]);
  });
  test('an opening that crosses the parting line is a notch in both halves', () => {
    const p: Project = {
      ...warbler,
      layout: {
        placements: warbler.layout.placements.map((x) =>
          x.item === 'thimble' ? { ...x, lift: 18 } : x,
        ),
      },
    };
    const hdmi = cutting(p).openings.find((o) => o.key === 'thimble/hdmi')!;
    expect(hdmi.pieces).toEqual(['front', 'back']);
    expect(cutting(warbler).openings.find((o) => o.key === 'thimble/hdmi')!.pieces).toEqual([
      'back',
    ]);
  });
  test("what was measured after the cut takes the planned size's place", () => {
    const cut: Project = {
      ...done,
      cuts: [
        {
          kind: 'opening',
          id: 'c',
          for: { item: 'charger', connector: 'usb' },
          state: 'measured',
          measured: { w: length(10.6), h: length(4.4) },
        },
      ],
    };
    expect(cutting(cut).openings.find((o) => o.key === 'charger/usb')).toMatchObject({
      w: 10.6,
      h: 4.4,
      state: 'measured',
      measured: { w: 10.6, h: 4.4 },
    });
  });
});

describe('trims', () => {
  test('say what stands, what is left and where, for the very copy', () => {
    const p = applied(done, { do: 'trim', feature: 'back-middle', copy: 1, to: 4 });
    expect(cutting(p).trims).toEqual([
      expect.objectContaining({
        feature: 'back-middle',
        copy: 1,
        full: 15.8,
        to: 4,
        state: 'decided',
        from: [
          { edge: 'left', mm: 86 },
          { edge: 'top', mm: 6 },
        ],
      }),
    ]);
  });
  test('a trim of a feature that is gone is dropped, not an error', () =>
    expect(
      cutting({
        ...done,
        cuts: [{ kind: 'trim', id: 't', feature: 'nothing', copy: 0, to: 1, state: 'decided' }],
      }).trims,
    ).toEqual([]));
});

/** Width and height between the outermost outline points of a sheet. */
const outline = (s: Sheet): [number, number] => {
  const ring = s.marks.find((m) => m.kind === 'ring' && m.ink === 'outline')!;
  const pts = ring.kind === 'ring' ? ring.points : [];
  return [
    Math.max(...pts.map((p) => p[0])) - Math.min(...pts.map((p) => p[0])),
    Math.max(...pts.map((p) => p[1])) - Math.min(...pts.map((p) => p[1])),
  ];
};

describe('sheets', () => {
  test('every face is drawn at its true size and lies on its sheet whole', () => {
    for (const p of demos()) {
      for (const s of [...templates(p), ...templates(p, true)]) {
        if (s.id.startsWith('wall')) continue;
        expect(outline(s)).toEqual([expect.closeTo(size(p).w, 6), expect.closeTo(size(p).h, 6)]);
        for (const m of s.marks) {
          if (m.kind === 'ring') {
            for (const [x, y] of m.points) {
              expect([x >= 0, y >= 0, x <= s.w, y <= s.h]).toEqual([true, true, true, true]);
            }
          }
        }
      }
    }
  });
  test('the inside is the outside mirrored, and says so', () => {
    const circles = (s: Sheet) =>
      s.marks
        .flatMap((m) => (m.kind === 'circle' && m.ink === 'there' ? [m.x] : []))
        .sort((a, b) => a - b);
    const out = templates(done).find((s) => s.id === 'front-outside')!;
    const inn = templates(done, true).find((s) => s.id === 'front-inside')!;
    expect(circles(inn)).toEqual(
      circles(out)
        .map((x) => out.w - x)
        .sort((a, b) => a - b)
        .map((x) => expect.closeTo(x, 6)),
    );
    expect(inn.note).toContain('MIRRORED');
    expect(out.note).not.toContain('MIRRORED');
  });
  test('a wall strip is as long as the wall and as high as both halves', () => {
    const s = templates(done).find((x) => x.id === 'wall-0')!;
    expect(outline(s)).toEqual([172, 32]);
  });
  test('paper cut-outs show each different part once, with its height, apart from each other', () => {
    const sheets = cutOuts(done);
    const words = sheets.flatMap((s) =>
      s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : [])),
    );
    const first = done.kit.items.filter(
      (i, n, all) => all.findIndex((j) => j.part === i.part) === n,
    );
    for (const item of first) {
      expect(words.filter((t) => t.startsWith(`${item.name}:`)).length).toBe(1);
    }
    expect(words).toContain('Slab 2500: 8 mm high');
    const twice: Project = {
      ...done,
      kit: { ...done.kit, items: [...done.kit.items, { ...done.kit.items[2]!, id: 'again' }] },
    };
    expect(cutOuts(twice).flatMap((s) => s.marks).length).toBe(
      sheets.flatMap((s) => s.marks).length,
    );
  });
  test('the shell drawings show every post and every opening of each half', () => {
    const body = half.shell.bodies[0]!;
    const [inside, face, back] = shellSheets(body, []);
    const count = (s: Sheet, kind: string, ink: string) =>
      s.marks.filter((m) => m.kind === kind && 'ink' in m && m.ink === ink).length;
    expect([count(inside!, 'circle', 'outline'), count(inside!, 'circle', 'there')]).toEqual([
      6, 6,
    ]);
    expect(count(face!, 'circle', 'outline')).toBe(0);
    expect(count(back!, 'circle', 'outline')).toBe(10);
    expect(pointsOf(outerRing(body)).length).toBeGreaterThan(40);
  });
  test('the blank sheet numbers the eight fields in the order of the form', () => {
    const words = measuringSheet().marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));
    const at = FIRST_FIELDS.map((f) =>
      words.findIndex((t) => t.startsWith(`(${f.n})  ${f.label}`)),
    );
    expect(at.every((i) => i >= 0)).toBe(true);
    expect([...at].sort((a, b) => a - b)).toEqual(at);
  });
  test('a correction undoes what the printer did', () => {
    for (const [along, across] of [
      [49, 50.5],
      [50, 50],
      [51.2, 49.1],
    ] as const) {
      const c = correctionFor(along, across);
      expect(c.ok && [c.correction.along * along, c.correction.across * across]).toEqual([
        expect.closeTo(50, 9),
        expect.closeTo(50, 9),
      ]);
    }
    for (const bad of [0, -3, NaN, Infinity, 48.4, 51.6]) {
      expect(correctionFor(bad, 50).ok).toBe(false);
    }
  });
});

test('distances start at the outline’s real edge, wherever its corner was put', () => {
  const body = done.shell.bodies[0]!;
  const moved = (dx: number, dy: number): Project => ({
    ...done,
    controls: {
      ...done.controls,
      inputs: done.controls.inputs.map((i) =>
        'piece' in i.at ? { ...i, at: { ...i.at, x: i.at.x + dx, y: i.at.y + dy } } : i,
      ),
    },
    shell: {
      bodies: [
        {
          ...body,
          outline: {
            kind: 'points',
            u: 0.03,
            r: body.outline.r,
            points: [
              [dx, dy],
              [172 + dx, dy],
              [172 + dx, 90 + dy],
              [dx, 90 + dy],
            ],
          },
        },
      ],
    },
  });
  const key = (p: Project) => cutting(p).openings.find((o) => o.key === 'input/shoulder-l')!.from;
  expect(key(moved(30, 12))).toEqual(key(done));
});
