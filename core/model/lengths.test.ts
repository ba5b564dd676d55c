import fc from 'fast-check';
import { demos } from '../catalogue';
import type { Part } from './index';
import {
  emptyProject,
  ENVELOPE,
  formatMm,
  HOWS,
  length,
  Length,
  LIMIT_MM,
  limitOf,
  mustBePositive,
  mustNotBeNegative,
  readAs,
  readEnvelope,
  readJson,
  readProject,
  uOf,
  wrap,
} from './index';

describe('how well a length is known', () => {
  test('u is the limit over the root of three, and leads back to the limit', () => {
    for (const how of HOWS) {
      expect(uOf(how)).toBeCloseTo(LIMIT_MM[how] / Math.sqrt(3), 12);
      expect(limitOf(length(5, how))).toBeCloseTo(LIMIT_MM[how], 12);
    }
    expect(uOf('calliper')).toBeLessThan(uOf('made'));
    expect(uOf('made')).toBeLessThan(uOf('ruler'));
    expect(uOf('ruler')).toBeLessThan(uOf('estimate'));
  });
  test('what was typed is kept only when it says more than the figure', () => {
    expect(length(3.175, 'ruler', '1/8 in')).toMatchObject({ mm: 3.175, typed: '1/8 in' });
    expect(length(3)).not.toHaveProperty('typed');
  });
  test('millimetres are written without false digits', () => {
    expect([
      formatMm(12),
      formatMm(12.5),
      formatMm(3.175),
      formatMm(-0.001),
      formatMm(7.04, 1),
      formatMm(0),
    ]).toEqual(
      ['12', '12.5', '3.17', '0', '7', '0'].map((t, i) =>
        i === 2 ? expect.stringMatching(/^3\.1[78]$/) : t,
      ),
    );
    fc.assert(
      fc.property(fc.double({ min: -999, max: 999, noNaN: true }), (mm) => {
        expect(Math.abs(Number(formatMm(mm)) - mm)).toBeLessThanOrEqual(0.00501);
      }),
    );
  });
  test('a size of 0, below, beyond a metre or of no number is refused in one sentence', () => {
    for (const mm of [0, -1, 1001, '5', null]) {
      const r = readAs(Length, { mm, u: 0, how: 'calliper' });
      expect([mm, r.ok]).toEqual([mm, false]);
      if (!r.ok) expect(r.complaints[0]!.sentence).toMatch(/\.$/);
    }
    expect(readAs(Length, { mm: 5, u: 0, how: 'eye' })).toMatchObject({ ok: false });
  });
  test('figures that cannot be are refused by name', () => {
    for (const v of [0, -1, NaN, Infinity]) {
      expect(() => mustBePositive('The load', v)).toThrow('The load must be greater than 0');
    }
    expect(() => mustNotBeNegative('The load', -0.1)).toThrow('0 or more');
    expect(() => mustNotBeNegative('The load', 0)).not.toThrow();
  });
});

describe('documents and envelopes', () => {
  test('a new build is valid and empty', () => {
    const r = readProject(emptyProject('a-1', 'A'));
    expect(r).toMatchObject({ ok: true, value: { shell: { bodies: [] }, build: { done: [] } } });
  });
  test('ids are short, lower-case and never a path', () => {
    for (const id of ['', 'A', '../x', 'a/b', 'a b', 'ü', 'x'.repeat(65)]) {
      expect([id, readProject(emptyProject(id, 'A')).ok]).toEqual([id, false]);
    }
  });
  test('a complaint inside an envelope names the field inside it', () => {
    const bad = { ...wrap(demos()[0]!), document: { ...demos()[0]!, way: 'by magic' } };
    const r = readEnvelope(JSON.parse(JSON.stringify(bad)));
    expect(r.ok ? '' : r.complaints[0]!.path).toBe('document.way');
    expect(
      readEnvelope({ ...wrap(demos()[0]!), assets: [{ sha256: 'x', mime: 'y', base64: '!' }] }),
    ).toMatchObject({ ok: false });
    expect(readEnvelope({ format: ENVELOPE }).ok).toBe(false);
  });
  test('a part whose every block may be taken off, or whose direction is no unit vector, is refused', () => {
    const base = JSON.parse(JSON.stringify(demos()[0]!)) as ReturnType<typeof emptyProject>;
    const broken = (change: (p: Part) => void) => {
      const d = structuredClone(base);
      change(d.kit.parts[0]!);
      const r = readProject(d);
      return r.ok ? 'accepted' : r.complaints[0]!.sentence;
    };
    expect(
      broken((p) => {
        for (const b of p.blocks) b.removable = { tool: 'iron', difficulty: 1, risk: '', lost: '' };
      }),
    ).toContain('At least one block must stay');
    expect(
      broken((p) => {
        p.connectors[0]!.dir = [1, 1, 0];
      }),
    ).toContain('unit vector');
    expect(
      broken((p) => {
        p.connectors[0]!.block = 'nothing';
      }),
    ).toContain('no block "nothing"');
    expect(
      broken((p) => {
        p.blocks[1]!.id = p.blocks[0]!.id;
      }),
    ).toContain('used twice');
  });
  test('text that cannot be stored is found wherever it stands', () => {
    expect(readJson('{"a":[{"b":"x\\u0000"}]}')).toMatchObject({
      ok: false,
      complaints: [{ path: 'a.0.b' }],
    });
    expect(readJson('{"a\\u0000":1}')).toMatchObject({ ok: false });
    expect(readJson('{"a":"\\ud83d\\ude00 Ω"}')).toMatchObject({ ok: true });
  });
});

test('a size too small to be measured is no size', () => {
  const wall = (mm: number) => {
    const p = JSON.parse(JSON.stringify(demos()[0]));
    p.shell.bodies[0].wall.mm = mm;
    const read = readProject(p);
    return read.ok ? undefined : read.complaints[0]!.path;
  };
  expect([wall(1e-320), wall(0.0009), wall(1.5)]).toEqual([
    'shell.bodies.0.wall.mm',
    'shell.bodies.0.wall.mm',
    undefined,
  ]);
});
