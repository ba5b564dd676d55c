/** Holes over bores: by hand, on either half, and what puts a board back on its posts. */
import { demos } from '../catalogue';
import {
  appliedAll,
  type Feature,
  length,
  type Placement,
  type Project,
  type Reading,
} from '../model';
import { mounts } from './mounts';
import { pointOf, sceneOf } from './scene';

const loaner = demos()[1]!;
const HOLE_MM = 2.7;
const BORE_MM = 1.76;
/** A 2.2 mm screw in a 2.7 mm hole. */
const PLAY_MM = 0.25;

const read = (edge: 'left' | 'bottom', mm: number): Reading => ({
  from: { edge, face: 'outer' },
  to: 'centre',
  length: length(mm),
});

/** The loaner's computer on four posts, each so far beside its hole. */
function posted(dx: number, more: Partial<Feature> = {}, up: Placement['up'] = 'in'): Project {
  const place = loaner.layout.placements.find((q) => q.item === 'teasel')!;
  const p = appliedAll(loaner, [{ do: 'place', placement: { ...place, up } }]);
  const at = sceneOf(p).items.get('teasel')!;
  const board = at.blocks.find(({ block }) => block.kind === 'board')!.solid;
  const posts = at.part.holes!.map((hole, i): Feature => {
    const [x, y] = pointOf(at, [hole.x, hole.y, 0]);
    return {
      id: `mount-${i + 1}`,
      name: `mount ${i + 1}`,
      kind: 'post',
      at: { x: read('left', x + dx), y: read('bottom', y) },
      shape: { kind: 'circle', d: length(4.5) },
      height: { from: 'floor', length: length(board.z0 - -15.8) },
      purpose: 'unknown',
      mayCut: 'never',
      bore: { d: length(BORE_MM), deep: length(1.5) },
      ...more,
    };
  });
  const bodies = p.shell.bodies.map((b) => ({
    ...b,
    pieces: b.pieces.map((q) =>
      q.role === 'back' ? { ...q, features: [...q.features, ...posts] } : q,
    ),
  }));
  return { ...p, shell: { ...p.shell, bodies } };
}
const found = (p: Project) => mounts.findings(sceneOf(p));
const verdicts = (p: Project) => found(p).map((f) => `${f.verdict} ${f.code}`);

test('the hole is as the maker says, and the screw gives way by a quarter of a millimetre', () => {
  const teasel = loaner.kit.parts.find((q) => q.id === 'teasel')!;
  expect(teasel.holes!.map((h) => h.d)).toEqual(Array(4).fill(HOLE_MM));
  expect((HOLE_MM - 1.25 * BORE_MM) / 2).toBeCloseTo(PLAY_MM, 9);
});
test.each([
  [0, []],
  [PLAY_MM - 0.2, []],
  [PLAY_MM + 0.2, Array(4).fill('hit mount-beside')],
  [-(PLAY_MM + 0.2), Array(4).fill('hit mount-beside')],
])('%d mm beside', (dx, said) => expect(verdicts(posted(dx))).toEqual(said));
test('so far beside that the post carries it elsewhere, it is no mount; nor is one that ends lower', () => {
  expect(verdicts(posted(4))).toEqual([]);
  expect(verdicts(posted(1, { height: { from: 'floor', length: length(1.5) } }))).toEqual([]);
});
test('a board that is not screwed needs no bore', () => {
  const p = posted(1, { bore: { d: length(0.5), deep: length(1) } });
  const taped = p.layout.placements.map((q) =>
    q.item === 'teasel' ? { ...q, fixed: 'tape' as const } : q,
  );
  expect(verdicts({ ...p, layout: { placements: taped } })).toEqual([]);
});
test('it is laid on its posts, or held otherwise', () => {
  const p = posted(0.8);
  const [f] = found(p);
  expect(f!.title).toBe('0.8 mm beside its post');
  const ways = mounts.ways(sceneOf(p), f!, []);
  expect(ways.map((w) => w.text)).toEqual([
    'Lay Teasel on its posts: 0.8 mm over',
    'Hold Teasel by a bracket',
  ]);
  for (const way of ways) expect(verdicts(appliedAll(p, way.changes))).toEqual([]);
});
