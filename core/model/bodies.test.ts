/** The two doors: whose body a thing lies in, and what runs the games. */
import { demos, STARTER_PARTS } from '../catalogue';
import { grafted } from '../verdict/sabotage/builds.fixture';
import {
  bodyFor,
  hostsOf,
  inOneBody,
  isHost,
  MOST_BODIES,
  otherBuilds,
  piecesOf,
  pieceUnder,
  type Project,
  readProject,
  usualHinge,
  withBody,
  type PatternCut,
  withoutBody,
} from './index';

const graft = grafted();
const [, loaner] = demos() as [Project, Project];

describe('a build of two bodies', () => {
  const [first, lid] = graft.shell.bodies.map((b) => b.id);
  test.each([
    ['the lid itself', 'lid', lid],
    ['a piece', 'lid-back', lid],
    ['an opening', 'lid-grille', lid],
    ['an item', 'speaker', lid],
    ['another item', 'teasel', first],
    ['a feature', 'corner-posts', first],
    ['an input by its hole', 'up', first],
    ['an input by its place', 'shoulder-l', first],
    ['what lies nowhere', 'nothing-of-that-name', first],
  ])('%s', (_, id, body) => expect(bodyFor(graft, id)?.id).toBe(body));
  test('nothing said is the body a drawing shows', () => expect(bodyFor(graft)?.id).toBe(first));
  test('all pieces, and each other body as a build of its own with its inputs', () => {
    expect(piecesOf(graft).map((q) => q.id)).toEqual(['front', 'back', 'lid-front', 'lid-back']);
    const [alone, ...rest] = otherBuilds(graft);
    expect([alone!.shell.bodies.map((b) => b.id), alone!.controls.inputs, rest]).toEqual([
      ['lid'],
      [],
      [],
    ]);
  });
  test('an item that rides on another is where that one is; one on itself, or without a place, is nowhere', () => {
    const riding = (on: string): Project => ({
      ...graft,
      layout: {
        placements: graft.layout.placements.map((q) =>
          q.item === 'amp' ? { ...q, on: { item: on } } : q,
        ),
      },
    });
    expect(pieceUnder(riding('speaker'), 'amp')).toBe('lid-front');
    expect(pieceUnder(riding('amp'), 'amp')).toBeUndefined();
    expect(pieceUnder(graft, 'lead-of-nobody')).toBeUndefined();
    expect(bodyFor(riding('speaker'), 'amp')?.id).toBe(lid);
  });
});

describe('a body more, or one less', () => {
  test('a lid is bare, shallower, and has ids of its own; a second one too', () => {
    const one = withBody(loaner, 'Lid', 'lid');
    const two = withBody(one, 'Lid', 'lid');
    expect(two.shell.bodies.map((b) => b.id)).toEqual([loaner.shell.bodies[0]!.id, 'lid', 'lid-2']);
    const [base, lid] = two.shell.bodies;
    expect(lid!.pieces.map((q) => [q.id, q.depth.how, q.features.length])).toEqual([
      ['lid-front', 'estimate', 0],
      ['lid-back', 'estimate', 0],
    ]);
    expect(lid!.pieces[0]!.depth.mm).toBeCloseTo(0.6 * base!.pieces[0]!.depth.mm, 9);
    expect(readProject(two).ok).toBe(true);
  });
  test('the shell of another build comes whole, what refers to its own things goes along', () => {
    const other = grafted().shell.bodies[0]!;
    const p = withBody(loaner, 'Second', 'second', other);
    expect(readProject(p).ok).toBe(true);
    const [, second] = p.shell.bodies;
    const ids = (of: typeof second) =>
      of!.pieces.flatMap((q) => [...q.features, ...q.openings].map((x) => x.id));
    expect(ids(second)).toEqual(ids(other).map((id) => `second-${id}`));
    const caps = second!.caps ?? [];
    expect(caps.length).toBeGreaterThan(0);
    expect(caps.every((c) => ids(second).includes(c.opening))).toBe(true);
    // A length, a name or an edge that happens to be called like an id is left alone.
    expect(second!.spine).toBe(other.spine);
  });
  test('no more than are allowed, and none before there is one', () => {
    let p = loaner;
    for (let i = 0; i < 12; i++) p = withBody(p, 'Dock', 'dock');
    expect(p.shell.bodies).toHaveLength(MOST_BODIES);
    expect(readProject(p).ok).toBe(true);
    const bare = { ...loaner, shell: { bodies: [] } };
    expect(withBody(bare, 'Lid', 'lid')).toBe(bare);
    const many = { ...p, shell: { bodies: [...p.shell.bodies, p.shell.bodies[1]!] } };
    const read = readProject(many);
    expect(read.ok ? [] : read.complaints.map((c) => c.sentence)).toContain(
      'A build has at most eight bodies.',
    );
  });
  test('taken out, what lay in it has no place, with all that rides on it; its hinge goes too', () => {
    const riding: Project = {
      ...graft,
      layout: {
        placements: graft.layout.placements.map((q) =>
          q.item === 'amp' ? { ...q, on: { item: 'speaker' } } : q,
        ),
      },
    };
    const left = withoutBody(riding, 'lid');
    const placed = left.layout.placements.map((q) => q.item);
    expect(placed).not.toContain('speaker');
    expect(placed).not.toContain('amp');
    expect(placed).toContain('teasel');
    expect(left.shell).toEqual({ bodies: [graft.shell.bodies[0]] });
    const third = withBody(graft, 'Dock', 'dock');
    expect(withoutBody(third, 'dock').shell).toEqual(graft.shell);
    // What was to be milled and drilled in it goes along, in its faces and walls; the rest stays.
    const drilled = (id: string, at: PatternCut['at']): PatternCut => ({
      kind: 'pattern',
      id,
      for: { is: 'air' },
      at,
      region: { kind: 'round', d: 20 },
      hole: { kind: 'round', d: 2 },
      lay: 'rows',
      web: 2,
      holes: [[0, 0]],
      state: 'decided',
    });
    const [base, lid] = graft.shell.bodies;
    const place = { x: 40, y: 30 };
    const cut = {
      ...graft,
      cuts: [
        ...graft.cuts,
        drilled('in-lid', { piece: lid!.pieces[0]!.id, ...place }),
        drilled('in-wall', { body: lid!.id, wall: 0, along: 40, v: 4 }),
        drilled('in-base', { piece: base!.pieces[0]!.id, ...place }),
        {
          kind: 'pocket' as const,
          id: 'milled',
          piece: lid!.pieces[0]!.id,
          ...place,
          w: 5,
          h: 5,
          deep: 0.3,
          state: 'decided' as const,
        },
      ],
    };
    const whole = withoutBody(cut, lid!.id);
    expect(whole.cuts.map((c) => c.id)).toEqual([...graft.cuts.map((c) => c.id), 'in-base']);
    expect(withoutBody(graft, 'nobody')).toBe(graft);
  });
  test('laid out alone, a body has what lies in it and what has no place yet; the rest is out of the way', () => {
    const lid = inOneBody(graft, 'lid');
    expect(lid.layout.placements.map((q) => q.item)).toEqual(['speaker']);
    expect(lid.kit.items.find((i) => i.id === 'teasel')!.where).toBe('outside');
    expect(lid.kit.items.find((i) => i.id === 'speaker')!.where).toBeUndefined();
    expect(inOneBody(loaner, loaner.shell.bodies[0]!.id)).toBe(loaner);
    expect(inOneBody(graft, 'nobody')).toBe(graft);
  });
  test('the usual hinge shuts two faces half a millimetre apart on each side, keys between them', () => {
    const [base, lid] = graft.shell.bodies;
    const { up } = usualHinge(graft.shell, base!, lid!);
    const proud = Math.max(...base!.caps!.map((c) => c.proud.mm));
    expect(2 * up.mm - 14 - 9).toBeCloseTo(1 + proud, 9);
  });
});

test('a shell not measured yet has no body; one body holds everything', () => {
  expect(bodyFor({ ...loaner, shell: { bodies: [] } }, 'teasel')).toBeUndefined();
  expect(bodyFor(loaner, 'anything')).toBe(loaner.shell.bodies[0]);
});

test('every computer of the library is a host, and nothing else', () => {
  const hosts = STARTER_PARTS.filter((q) => isHost(q));
  expect(hosts.length).toBeGreaterThan(3);
  expect(hosts.every((q) => q.computer !== undefined)).toBe(true);
  expect(STARTER_PARTS.filter((q) => q.computer && !isHost(q))).toEqual([]);
  const list = STARTER_PARTS.map((part) => ({ part }));
  expect(hostsOf(list).map((x) => x.part)).toEqual(hosts);
});
