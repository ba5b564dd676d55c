/** The two doors: whose body a thing lies in, and what runs the games. */
import { describe, expect, test } from '@jest/globals';
import { demos, STARTER_PARTS } from '../catalogue';
import { grafted } from '../verdict/sabotage/builds.fixture';
import { bodyFor, hostsOf, isHost, otherBuilds, piecesOf, pieceUnder, type Project } from './index';

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
