/** Holes in a floor for the screws of a board: where its own holes lie, and only where nothing else holds it. */
import { demos } from '../catalogue';
import { cutting } from '../cuts';
import { applied, length, type Placement, type Project, withAdded } from '../model';
import { check } from '../verdict';
import { pointOf, sceneOf, screwHoles } from './index';

const [, done] = demos() as [Project, Project];
const minnow = demos().find((p) => p.id === 'minnow')!;
const teasel = done.layout.placements.find((q) => q.item === 'teasel')!;
const laid = (more: Partial<Placement>): Project =>
  applied(done, { do: 'place', placement: { ...teasel, ...more } });
const holesOf = (p: Project) => screwHoles(sceneOf(p)).filter(({ at }) => at.item.id === 'teasel');

test('there is one under each hole of the board, however it is turned', () => {
  for (const turn of [0, 90, 180, 270, 30]) {
    const p = laid({ turn });
    const at = sceneOf(p).items.get('teasel')!;
    const wanted = at.part.holes!.map((h) => pointOf(at, [h.x, h.y, 0]).slice(0, 2));
    expect(holesOf(p).map(({ x, y }) => [x, y])).toEqual(wanted);
    const cut = cutting(p).openings.filter((c) => c.kind === 'screw');
    expect(cut.map((c) => [c.u, c.v])).toEqual(wanted);
    // 2.7 mm in the board: the next bit is 3.
    expect(cut.map((c) => [c.w, c.start.w, c.round])).toEqual(cut.map(() => [3, 3, true]));
    expect(new Set(cut.map((c) => c.pieces.join()))).toEqual(new Set(['back']));
  }
});

test('a board held otherwise, on its edge or on another part wants none', () => {
  const bare = { ...teasel };
  delete bare.fixed;
  for (const placement of [
    { ...teasel, fixed: 'bracket' as const },
    { ...teasel, fixed: 'glue' as const },
    { ...teasel, stand: 'on-edge-x' as const },
    { ...teasel, on: { item: 'screen' } },
    bare,
  ]) {
    expect(holesOf(applied(done, { do: 'place', placement }))).toEqual([]);
  }
});

test('a hole of the shell for a screw serves when it lies there, and not half a millimetre further', () => {
  const [first] = holesOf(done);
  const withHole = (off: number): Project => ({
    ...done,
    shell: {
      ...done.shell,
      bodies: done.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q) =>
          q.id === 'back'
            ? {
                ...q,
                openings: [
                  ...q.openings,
                  {
                    id: 'old-screw',
                    name: 'old screw',
                    use: 'screw' as const,
                    shape: { kind: 'circle' as const, d: length(3) },
                    on: {
                      kind: 'face' as const,
                      at: {
                        x: {
                          from: { edge: 'left' as const, face: 'outer' as const },
                          to: 'centre' as const,
                          length: length(first!.x + off),
                        },
                        y: {
                          from: { edge: 'bottom' as const, face: 'outer' as const },
                          to: 'centre' as const,
                          length: length(first!.y),
                        },
                      },
                    },
                  },
                ],
              }
            : q,
        ),
      })),
    },
  });
  expect(holesOf(withHole(0.3)).map(({ nr }) => nr)).toEqual([2, 3, 4]);
  expect(holesOf(withHole(0.7)).map(({ nr }) => nr)).toEqual([1, 2, 3, 4]);
});

test('boards joined by one screw and a sleeve want no floor; what hangs on posts wants none either', () => {
  expect(screwHoles(sceneOf(minnow))).toEqual([]);
  const body = minnow.shell.bodies[0]!;
  const postless: Project = {
    ...minnow,
    shell: {
      ...minnow.shell,
      bodies: [
        {
          ...body,
          pieces: body.pieces.map((q) => ({
            ...q,
            features: q.features.filter((f) => !f.id.startsWith('m1-')),
          })),
        },
      ],
    },
  };
  const left = screwHoles(sceneOf(postless));
  expect(left.map(({ at, nr }) => `${at.item.id} ${nr}`)).toEqual(['m1 5', 'm1 6']);
});

test('stand-offs made for the board take its screws', () => {
  const at = sceneOf(done).items.get('teasel')!;
  const legs = at.part.holes!.map((h, i) => ({
    id: `leg-${i}`,
    name: `leg ${i + 1}`,
    kind: 'body' as const,
    plan: { kind: 'rect' as const, x: h.x - 2, y: h.y - 2, w: length(4), h: length(4) },
    axis: 'z' as const,
    base: 0,
    height: length(2),
  }));
  const standOffs = {
    ...at.part,
    id: 'legs',
    name: 'Stand-offs',
    family: 'hardware' as const,
    blocks: legs,
    connectors: [],
    pads: [],
    holes: [],
  };
  const onLegs = (holdsWhat: string[]): Project => {
    const p = withAdded(done, standOffs);
    const items = p.kit.items.map((i) =>
      i.part === 'legs'
        ? { ...i, made: { kind: 'stand-offs' as const, for: 'teasel', holds: holdsWhat } }
        : i,
    );
    const placement = { ...teasel, item: 'legs', lift: 0 };
    delete placement.fixed;
    return applied({ ...p, kit: { ...p.kit, items } }, { do: 'stand', placement });
  };
  expect(holesOf(onLegs(['teasel']))).toEqual([]);
  // Legs made for something else are no hold: its screws go past them, or into them.
  expect(holesOf(onLegs(['screen']))).toHaveLength(4);
});

test('a screw that would come out in the picture is a hit, and a bracket clears it', () => {
  const window = sceneOf(done).shell!.openings.face.find((o) => o.use === 'window')!;
  const front = laid({ on: { piece: 'front' }, x: window.x - 10, y: window.y - 10, lift: 12 });
  const hits = check(front).findings.filter((f) => f.verdict === 'hit' && f.check === 'hole');
  expect(hits.some((f) => f.what.includes('of Teasel'))).toBe(true);
  const held = check(
    applied(front, {
      do: 'place',
      placement: {
        ...front.layout.placements.find((q) => q.item === 'teasel')!,
        fixed: 'bracket',
      },
    }),
  );
  const mine = held.findings.filter((f) => f.check === 'hole' && f.what.includes('of Teasel'));
  expect(mine.filter((f) => f.what.includes('screw'))).toEqual([]);
});
