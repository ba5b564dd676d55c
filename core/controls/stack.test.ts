/** The button stack: hand-worked, against a cap pushed down in hundredths, and with its shared face cancelled. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { sceneOf } from '../fit';
import {
  applied,
  appliedAll,
  type Change,
  type Functions,
  length,
  type Placement,
  type Project,
} from '../model';
import { powerKey, stackFindings, stacks, stackWays } from './index';

const [, done] = demos() as [Project, Project];
const cap = (more: Partial<NonNullable<Project['shell']['bodies'][0]['caps']>[0]>): Project => ({
  ...done,
  shell: {
    bodies: [{ ...done.shell.bodies[0]!, caps: [{ ...done.shell.bodies[0]!.caps![0]!, ...more }] }],
  },
});
const keys = (p: Project, more: Partial<Placement>): Project =>
  applied(p, {
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === 'keys')!, ...more },
  });
const of = (p: Project) => stackFindings(sceneOf(p))[0]!;

describe('a cap over its switch', () => {
  test('hand-worked: face 11.8, flange 1.1 and peg 1.3 bring the tip to 9.4; the switch stands at 11.8 - 2.5', () => {
    const s = stacks(sceneOf(done));
    expect(s.map((x) => x.input.id)).toEqual(['key-1', 'key-2', 'key-3', 'key-4']);
    for (const x of s) {
      expect([x.rest, x.travel]).toEqual([expect.closeTo(11.8 - 2.4 - (11.8 - 2.5), 9), 0.25]);
    }
    // 2 N in the middle of 44 x 14 x 1.6 of board stuff: 2 · 44³ / (48 · 20000 · 14 · 1.6³ / 12).
    expect(s[0]!.bend).toBeCloseTo((2 * 44 ** 3) / (48 * 20000 * ((14 * 1.6 ** 3) / 12)), 12);
  });
  test('cap and plate hang from the same face: its depth and wall cancel, flange, peg and plate do not', () => {
    const keysOf = stacks(sceneOf(done))[0]!.sources.map((q) => q.key);
    expect(keysOf.filter((k) => k.includes('.depth') || k.endsWith('.wall'))).toEqual([]);
    expect(keysOf.filter((k) => k.includes('caps.0'))).toHaveLength(2);
    const apart = keys(done, { on: { piece: 'back' }, up: 'in', lift: 18 });
    expect(stacks(sceneOf(apart))[0]!.sources.some((q) => q.key.includes('depth'))).toBe(true);
  });
  test('clicks when pushed flush exactly if a push in hundredths does, and rests free exactly if it starts short of half the travel', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 45 }),
        fc.integer({ min: 2, max: 30 }),
        (lift10, proud10) => {
          const p = keys(cap({ proud: length(proud10 / 10) }), { lift: lift10 / 10 });
          const s = stacks(sceneOf(p))[0]!;
          const top = s.rest;
          const f = of(p);
          let pressed = 0;
          for (let push = 0; push <= proud10 * 10; push++) {
            pressed = Math.max(pressed, push / 100 - top - s.bend);
          }
          const clicks = pressed >= s.travel - 1e-9;
          const free = Math.max(0, -top) <= s.travel / 2 + 1e-9;
          expect([lift10, proud10, f.verdict !== 'hit']).toEqual([lift10, proud10, clicks && free]);
        },
      ),
      { numRuns: 60 },
    );
  });
  test.each<[string, Project, RegExp]>([
    ['shimmed', keys(done, { lift: 4 }), /^Shim/],
    ['set back', keys(done, { lift: 1.5 }), /^Set/],
    ['filed', keys(done, { lift: 1.5 }), /^File/],
    ['tipped', keys(done, { lift: 4 }), /tip under/],
    ['brought under', keys(done, { x: 119 }), /under the cap/],
  ])('%s, it rests and clicks', (_, p, way) => {
    const w = stackWays(sceneOf(p), of(p), STARTER_PARTS).find((x) => way.test(x.text))!;
    expect([of(p).verdict, of(appliedAll(p, w.changes)).verdict]).toEqual(['hit', 'clear']);
  });
  test('a single switch of the wrong height is changed for a stock one of the right height', () => {
    const tall = appliedAll(done, [
      { do: 'drop', item: 'keys' },
      { do: 'add', part: STARTER_PARTS.find((q) => q.id === 'tactile-9-5')! },
      {
        do: 'stand',
        placement: {
          item: 'tactile-9-5',
          on: { piece: 'front' },
          x: 128,
          y: 66,
          turn: 0,
          up: 'out',
          stand: 'flat',
          lift: 0.5,
          held: 'jig',
        },
      },
    ] as Change[]);
    const at = (p: Project) => stacks(sceneOf(p)).find((s) => s.input.id === 'key-1')!;
    const ways = stackWays(
      sceneOf(tall),
      stackFindings(sceneOf(tall)).find((f) => f.about.includes('tactile-9-5'))!,
      STARTER_PARTS,
    ).filter((w) => w.text.startsWith('Take'));
    for (const w of ways) {
      expect(Math.abs(at(appliedAll(tall, w.changes)).rest)).toBeLessThan(
        Math.abs(at(tall).rest) + 1e-9,
      );
    }
    expect(ways.every((w) => /held down|free/.test(w.cost))).toBe(true);
  });
  test('no switch under a cap is said; without caps measured nothing is', () => {
    const bare = applied(done, { do: 'drop', item: 'keys' });
    expect(stackFindings(sceneOf(bare)).map((f) => [f.verdict, f.title, f.about.length])).toEqual([
      ['hit', 'No switch under its cap', 4],
    ]);
    const { caps: _caps, ...body } = done.shell.bodies[0]!;
    expect(_caps).toHaveLength(1);
    expect(stackFindings(sceneOf({ ...done, shell: { bodies: [body] } }))).toEqual([]);
  });
});

test('a power key: its cap is pressed; without a cap, a switch deep in a narrow hole is not', () => {
  const role = (p: Project): Project => ({
    ...p,
    controls: {
      ...p.controls,
      inputs: p.controls.inputs.map((i) =>
        i.id === 'key-1' ? { ...i, functions: ['power'] as Functions } : i,
      ),
    },
  });
  expect(powerKey(sceneOf(done))).toBeUndefined();
  expect(powerKey(sceneOf(role(done)))).toMatchObject({ name: 'Answer key 1', ok: true });
  const { caps: _caps, ...body } = done.shell.bodies[0]!;
  expect(_caps).toHaveLength(1);
  expect(powerKey(sceneOf(role({ ...done, shell: { bodies: [body] } })))).toMatchObject({
    ok: false,
  });
});
