import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { type Cap, type Feature, length, type Opening, type Project } from '../model';
import { screwFindings, shellBeliefs } from './index';

const done = demos()[1]!;
type Piece = Project['shell']['bodies'][number]['pieces'][number];

const codes = (p: Project): string[] =>
  shellBeliefs(sceneOf(p).shell!).map((f) => `${f.code} ${f.about[0]}`);

function withPiece(id: string, change: (q: Piece) => Piece): Project {
  const body = done.shell.bodies[0]!;
  const pieces = body.pieces.map((q) => (q.id === id ? change(q) : q));
  return { ...done, shell: { ...done.shell, bodies: [{ ...body, pieces }] } };
}
const withPost = (id: string, change: (f: Feature) => Feature): Project =>
  withPiece('back', (q) => ({
    ...q,
    features: q.features.map((f) => (f.id === id ? change(f) : f)),
  }));
const withHole = (piece: string, id: string, change: (o: Opening) => Opening): Project =>
  withPiece(piece, (q) => ({
    ...q,
    openings: q.openings.map((o) => (o.id === id ? change(o) : o)),
  }));
function withCap(more: Partial<Record<'across' | 'flange' | 'proud', number>>): Project {
  const body = done.shell.bodies[0]!;
  const cap: Cap = { ...body.caps![0]! };
  for (const [key, mm] of Object.entries(more)) {
    const k = key as keyof typeof more;
    cap[k] = { ...cap[k], mm };
  }
  return { ...done, shell: { ...done.shell, bodies: [{ ...body, caps: [cap] }] } };
}

describe('readings of a shell', () => {
  test.each(demos().map((p) => [p.name, p] as const))('%s is as shells are', (_, p) => {
    expect(codes(p)).toEqual([]);
  });

  // Both halves with the bay: 14 + 22 mm.
  test.each([
    [36.2, []],
    [36.4, ['post-high back/back-middle#0', 'post-high back/back-middle#1']],
  ])('a post %s mm high in 36 mm of shell', (mm, said) => {
    const p = withPost('back-middle', (f) => ({
      ...f,
      height: { ...f.height, length: { ...f.height.length, mm } },
    }));
    expect(codes(p).filter((c) => c.startsWith('post-'))).toEqual(said);
  });

  const bored = (d: number, deep: number): Project =>
    withPost('corner-posts', (f) => ({
      ...f,
      bore: { d: { ...f.bore!.d, mm: d }, deep: { ...f.bore!.deep, mm: deep } },
    }));
  test.each([
    ['0.5 mm of post left', 6, 12, []],
    ['0.4 mm of post left', 6.2, 12, ['bore-wide back/corner-posts#0']],
    ['down to the outer face', 2.2, 18, []],
    ['0.1 mm through it', 2.2, 18.1, ['bore-deep back/corner-posts#0']],
  ])('a bore: %s', (_, d, deep, said) => {
    expect(codes(bored(d, deep))).toEqual(said);
  });

  test.each([
    ['two copies 0.6 mm apart', 0.6, []],
    ['two copies 0.4 mm apart', 0.4, ['post-twice back/support-left#1']],
  ])('%s', (_, mm, said) => {
    const p = withPost('support-left', (f) => ({
      ...f,
      repeat: { row: { ...f.repeat!.row!, pitch: { ...f.repeat!.row!.pitch, mm } } },
    }));
    expect(codes(p)).toEqual(said);
  });

  // Front bosses 11.8 mm and rear posts 15.8 mm just meet in 27.6 mm of shell.
  test.each([
    ['just meet', 15.8, []],
    ['0.2 mm too high', 16, []],
    [
      '0.4 mm too high',
      16.2,
      ['posts-meet front/front-middle#0', 'posts-meet front/front-middle#1'],
    ],
    ['2.9 mm apart', 12.9, []],
    [
      '3.1 mm apart',
      12.7,
      ['posts-apart front/front-middle#0', 'posts-apart front/front-middle#1'],
    ],
  ])('closing posts that %s', (_, mm, said) => {
    const p = withPost('back-middle', (f) => ({
      ...f,
      height: { ...f.height, length: { ...f.height.length, mm } },
    }));
    expect(codes(p).filter((c) => c.startsWith('posts'))).toEqual(said);
  });
  test('a pin in the bore of its boss is meant so', () => {
    const pin = withPost('back-middle', (f) => ({
      ...f,
      height: { ...f.height, length: { ...f.height.length, mm: 20 } },
      shape: { kind: 'circle' as const, d: { mm: 2, u: 0, how: 'exact' as const } },
    }));
    const nested = {
      ...pin,
      shell: {
        ...pin.shell,
        bodies: pin.shell.bodies.map((b) => ({
          ...b,
          pieces: b.pieces.map((q) => ({
            ...q,
            features: q.features.map((f) =>
              f.id === 'front-middle'
                ? { ...f, bore: done.shell.bodies[0]!.pieces[1]!.features[0]!.bore! }
                : f,
            ),
          })),
        })),
      },
    };
    expect(codes(pin).some((c) => c.startsWith('posts-meet'))).toBe(true);
    expect(codes(nested).some((c) => c.startsWith('posts'))).toBe(false);
  });
  test('a post outside the outline', () => {
    const p = withPost('card-guide', (f) => ({
      ...f,
      at: { ...f.at, x: { ...f.at.x, length: { ...f.at.x.length, mm: -12 } } },
    }));
    expect(codes(p)).toEqual(['post-outside back/card-guide#0', 'post-outside back/card-guide#1']);
  });

  // The jack hole is 6.2 mm across, 9 mm below the parting line of an 18 mm half.
  test.each([
    [-15.1, []],
    [-15.3, ['opening-over-wall jack']],
  ])('the middle of the jack hole at %s mm', (mm, said) => {
    const p = withHole('back', 'jack', (o) =>
      o.on.kind === 'wall' ? { ...o, on: { ...o.on, v: { ...o.on.v, mm } } } : o,
    );
    expect(codes(p)).toEqual(said);
  });

  const wide = (mm: number): Project =>
    withHole('front', 'small-keys', (o) =>
      o.shape.kind === 'rect' ? { ...o, shape: { ...o.shape, w: { ...o.shape.w, mm } } } : o,
    );
  test.each([
    [20.2, []],
    [20.4, ['openings-overlap small-keys']],
  ])('two keys 20 mm apart, %s mm wide', (mm, said) => {
    expect(codes(wide(mm))).toEqual(said);
  });
  test('a hole over the edge of the shell', () => {
    expect(codes(wide(160))).toContain('opening-over-edge small-keys');
  });

  // The holes of the answer keys are 8 mm across and 11 mm apart.
  test.each([
    ['as wide as its hole', { across: 8 }, []],
    ['0.1 mm wider', { across: 8.1 }, ['cap-wide cap-keys']],
    ['a flange 0.2 mm wider on each side', { flange: 8.4 }, []],
    ['a flange 0.1 mm narrower than that', { flange: 8.3 }, ['flange-narrow cap-keys']],
    ['flanges that just touch', { flange: 11 }, []],
    ['flanges that overlap', { flange: 11.1 }, ['flanges-meet cap-keys']],
    ['15 mm out of the face', { proud: 15 }, []],
    ['more than that', { proud: 15.1 }, ['cap-proud cap-keys']],
  ])('a cap: %s', (_, more, said) => {
    expect(codes(withCap(more))).toEqual(said);
  });
});

describe('walls and the step where the halves meet', () => {
  type Body = Project['shell']['bodies'][number];
  const withBody = (more: Partial<Body>): Project => ({
    ...done,
    shell: { ...done.shell, bodies: [{ ...done.shell.bodies[0]!, ...more }] },
  });
  const said = (p: Project): string[] =>
    shellBeliefs(sceneOf(p).shell!)
      .filter((f) => f.code.startsWith('lip') || f.code.startsWith('wall'))
      .map((f) => `${f.verdict} ${f.code}`);
  const wall = done.shell.bodies[0]!.wall.mm;
  const back = done.shell.bodies[0]!.pieces.find((q) => q.role === 'back')!.depth.mm;

  // A reading may be off by 0.3 mm.
  test.each([
    [wall, []],
    [wall + 0.28, []],
    [wall + 0.32, ['hit lip-thick']],
  ])('a lip %s mm thick in a wall of 2.2', (thick, expected) => {
    const lip = { thick: length(thick), height: length(2), on: 'front' as const };
    expect(said(withBody({ lip }))).toEqual(expected);
  });
  test.each([
    [back - wall, []],
    [back - wall + 0.28, []],
    [back - wall + 0.32, ['hit lip-high']],
  ])('a lip %s mm high into a back 15.8 mm deep inside', (height, expected) => {
    const lip = { thick: length(1), height: length(height), on: 'front' as const };
    expect(said(withBody({ lip }))).toEqual(expected);
  });
  test('a lip of no height is none', () => {
    const lip = { thick: length(9), height: length(0), on: 'back' as const };
    expect(said(withBody({ lip }))).toEqual([]);
  });

  const made = (material: Piece['material'], mm: number, role?: 'plate'): string[] =>
    said(
      withBody({
        wall: length(mm),
        pieces: done.shell.bodies[0]!.pieces.map((q) => ({
          ...q,
          material,
          ...(role ? { role } : {}),
        })),
      }),
    );
  test.each([
    ['abs', 0.8, []],
    ['abs', 0.7, ['tight wall-thin']],
    ['abs', 0.59, ['hit wall-thin']],
    ['pla', 1.2, []],
    ['pla', 1, ['tight wall-thin']],
    ['pla', 0.5, ['hit wall-thin']],
    ['resin', 1, []],
    ['resin', 0.9, ['tight wall-thin']],
    ['nylon', 0.55, ['hit wall-thin']],
    ['wood', 1.9, ['tight wall-thin']],
    ['aluminium', 0.5, []],
    ['steel', 0.25, ['tight wall-thin']],
    ['steel', 0.15, ['hit wall-thin']],
  ] as const)('a wall of %s, %s mm', (material, mm, expected) => {
    expect(made(material, mm)).toEqual(expected);
  });
  test('an open plate has no walls to be thin', () => {
    expect(made('abs', 0.3, 'plate')).toEqual([]);
  });
});

test.each([
  [2.1, 'tight'],
  [2, 'tight'],
  [1.9, 'hit'],
])('a screw 2 mm thick that goes in %s mm', (into, verdict) => {
  const p = withPost('corner-posts', (f) => ({
    ...f,
    bore: { d: length(1.6), deep: length(11) },
    screw: { d: length(2), into: length(into) },
  }));
  expect(screwFindings(p.shell.bodies[0]!).map((f) => f.verdict)).toContain(verdict);
});
