/** A lever has to look out through a slot; which way it looks is told by its shape, not by its name. */
import { describe, expect, test } from '@jest/globals';
import { demos, libraryPart } from '../catalogue';
import { applied, length, type Placement, type Project } from '../model';
import { actuatorOf } from './reach';
import { Checker, sceneOf } from './index';

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
  test('at a closed wall it wants a slot; with one it is moved', () => {
    // Its tip is 10 mm above its datum: 0.5 mm out of the 90 mm high shell.
    expect(reach(withSlide({ y: 80.5 }))).toMatchObject({ verdict: 'hit', code: 'no-slot' });
    const open = reach(withSlide({ y: 80.5 }, true))!;
    expect([open.code, open.verdict]).toEqual(['recessed', 'clear']);
    expect(open.measure!.gap).toBeCloseTo(3.5, 6);
  });
  test('the clean builds have no lever, and nothing is said', () =>
    expect(reach(done)).toBeUndefined());
});
