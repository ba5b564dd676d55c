/** What was wished for against what is built: class, keys and sticks, each named before anything is cut. */
import { COVERAGE, demos, STARTER_PARTS } from '../catalogue';
import { applied, appliedAll, GameFamily, type InputRole, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { wished, wishedFindings } from './index';

const loaner = demos()[1]!;
const wishing = (p: Project, ...families: Project['brief']['families']) =>
  applied(p, { do: 'brief', set: { families } });
const codes = (p: Project) => wishedFindings(p).map((f) => f.code);
const ofClass = (p: Project, speed: number): Project => ({
  ...p,
  kit: {
    ...p.kit,
    parts: p.kit.parts.map((q) => (q.computer ? { ...q, computer: { ...q.computer, speed } } : q)),
  },
});

describe('a computer and its class', () => {
  test('every family at every class: well, mostly or not at all, as its two figures say', () => {
    for (const family of GameFamily.options) {
      const { well, mostly } = COVERAGE[family];
      for (const speed of [1, 2, 3, 4, 5]) {
        const [first] = wished(wishing(ofClass(loaner, speed), family));
        let runs = 'not';
        if (speed >= mostly) runs = 'mostly';
        if (speed >= well) runs = 'well';
        expect([family, speed, first?.runs]).toEqual([family, speed, runs]);
      }
    }
  });
  test('too slow, the build is not ready; mostly running, it is only said', () => {
    const slow = wishing(ofClass(loaner, 1), '32-bit disc');
    expect(codes(slow)).toContain('too-slow');
    expect(check(slow).closes).toBe(false);
    const mostly = wishing(ofClass(loaner, 1), '16-bit home');
    expect(codes(mostly)).toEqual(['mostly-runs']);
    expect(check(mostly).closes).toBe(true);
  });
  test('a faster computer is offered where it fits, or the wish is dropped', () => {
    const slow = wishing(ofClass(loaner, 1), '8-bit handheld', '32-bit disc');
    const f = wishedFindings(slow).find((x) => x.code === 'too-slow')!;
    const { ways } = waysOut(slow, f, STARTER_PARTS);
    expect(ways.map((w) => w.text)).toContain('Without 32-bit disc');
  });
});

describe('keys', () => {
  test('a key nothing does is named, and a key that only lacks its wire is not named twice', () => {
    const bare = (roles: InputRole[]) => ({
      ...loaner,
      controls: {
        ...loaner.controls,
        inputs: loaner.controls.inputs.filter((i) => !roles.includes(i.functions[0])),
      },
    });
    const [f] = wishedFindings(wishing(bare(['l1', 'r1']), '16-bit home'));
    expect([f?.code, f?.title]).toEqual(['keys-missing', 'No l1 and r1']);
    const unwired = {
      ...loaner,
      controls: {
        ...loaner.controls,
        inputs: loaner.controls.inputs.map((i) => ({ ...i, routed: i.functions[0] !== 'l1' })),
      },
    };
    expect(codes(wishing(unwired, '16-bit home'))).toEqual([]);
  });
  test('families that lack the same key are told together, and offered keys free in all of them', () => {
    const p = wishing(
      {
        ...loaner,
        controls: {
          ...loaner.controls,
          inputs: loaner.controls.inputs.filter((i) => i.functions[0] !== 'select'),
        },
      },
      '8-bit handheld',
      '16-bit home',
    );
    const [f, ...more] = wishedFindings(p);
    expect(more).toEqual([]);
    expect(f?.what).toBe(
      '8-bit handheld and 16-bit home are played with it, and no key of the shell does it.',
    );
    expect(f?.why).toEqual(['Every other key is needed.']);
    expect(f?.refs).toEqual([
      { is: 'family', id: '8-bit handheld' },
      { is: 'family', id: '16-bit home' },
    ]);
  });
  test('a free key can take over what is missing', () => {
    const p = wishing(
      {
        ...loaner,
        controls: {
          ...loaner.controls,
          inputs: loaner.controls.inputs.filter((i) => i.functions[0] !== 'select'),
        },
      },
      '8-bit handheld',
    );
    const f = wishedFindings(p).find((x) => x.code === 'keys-missing')!;
    const { ways } = waysOut(p, f, STARTER_PARTS);
    const remap = ways.find((w) => / does select as well$/.test(w.text))!;
    const mended = appliedAll(p, remap.changes);
    expect(codes(mended)).toEqual([]);
    // Where its own function is wanted it still does that: another family is played as before.
    const [changed] = mended.controls.inputs.filter((i) => i.functions.length > 1);
    expect(changed!.functions[1]).toBe('select');
    expect(p.controls.inputs.find((i) => i.id === changed!.id)!.functions).toEqual([
      changed!.functions[0],
    ]);
  });
  test('sticks are counted in axes that are read', () => {
    const family = GameFamily.options.find((f) => COVERAGE[f].axes)!;
    expect(wished(wishing(loaner, family))[0]?.axesShort).toBe(COVERAGE[family].axes);
  });
  test('a pad from outside has them all', () => {
    const p = wishing({ ...loaner, controls: { route: 'wireless', inputs: [] } }, '16-bit home');
    expect(codes(p)).toEqual([]);
  });
});
