import fc from 'fast-check';
import { demos } from '../catalogue';
import {
  applied,
  type Change,
  ENVELOPE,
  guardJson,
  parseLength,
  phi,
  readEnvelope,
  readJson,
  readProject,
  wrap,
} from './index';

describe('a typed length', () => {
  test.each([
    ['12', 12],
    ['12.5 mm', 12.5],
    ['12,5', 12.5],
    ['1/8 in', 3.175],
    ['1 1/2"', 38.1],
    ['60 thou', 1.524],
    [' 0.5in ', 12.7],
    ['-3', -3],
    ['2 cm', 20],
  ])('%s is %p mm', (text, mm) => {
    expect(parseLength(text)).toEqual({ ok: true, mm });
  });
  test.each([
    ['', 'Type a length'],
    ['abc', 'is not a length'],
    ['1/0', 'over 0'],
    ['3 4', 'two numbers'],
    ['3 m', 'too long'],
    ['1e9', 'not a length'],
    ['NaN', 'not a length'],
    ['5 furlongs', 'not a length'],
  ])('%p is refused in one sentence', (text, words) => {
    const r = parseLength(text);
    expect(r.ok).toBe(false);
    expect(r.ok ? '' : r.sentence).toContain(words);
  });
  test('a size of 0 or below is refused where a size is asked', () => {
    for (const t of ['0', '-2']) expect(parseLength(t, { min: 0.01 }).ok).toBe(false);
  });
  test('any number of millimetres is read back as typed', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999, max: 99_999 }), (n) => {
        const r = parseLength(`${n / 100}`);
        expect(r).toEqual({ ok: true, mm: n / 100 });
      }),
    );
  });
});

test('Φ agrees with the table', () => {
  for (const [x, p] of [
    [0, 0.5],
    [1, 0.8413447],
    [1.645, 0.9500151],
    [2, 0.9772499],
    [3, 0.9986501],
    [-1.5, 0.0668072],
    [4, 0.9999683],
  ] as const) {
    expect(phi(x)).toBeCloseTo(p, 6);
  }
});

describe('reading a document', () => {
  const good = () => JSON.parse(JSON.stringify(demos()[0])) as Record<string, any>;
  const complaint = (change: (d: Record<string, any>) => void) => {
    const d = good();
    change(d);
    const r = readProject(d);
    return r.ok ? 'accepted' : `${r.complaints[0]!.path}: ${r.complaints[0]!.sentence}`;
  };
  test.each<[string, (d: Record<string, any>) => void, RegExp]>([
    [
      'a newer version',
      (d) => {
        d.format = 'deft-shell/9';
      },
      /^format: .*newer/,
    ],
    [
      'another format',
      (d) => {
        d.format = 'something';
      },
      /^format: /,
    ],
    [
      'an unknown key',
      (d) => {
        d.shell.extra = 1;
      },
      /^shell.extra: .*not a field/,
    ],
    [
      'a negative wall',
      (d) => {
        d.shell.bodies[0].wall.mm = -1;
      },
      /^shell.bodies.0.wall.mm: .*greater than 0/,
    ],
    [
      'a 3 m shell',
      (d) => {
        d.shell.bodies[0].outline.w.mm = 3000;
      },
      /Longer than 1000 mm/,
    ],
    [
      'text for a number',
      (d) => {
        d.shell.bodies[0].outline.w.mm = '172';
      },
      /not a number/,
    ],
    [
      'an outline that crosses itself',
      (d) => {
        d.shell.bodies[0].outline = {
          kind: 'points',
          points: [
            [0, 0],
            [50, 50],
            [50, 0],
            [0, 50],
          ],
          u: 0.1,
          r: d.shell.bodies[0].outline.r,
        };
      },
      /crosses itself/,
    ],
    [
      'a duplicate id',
      (d) => {
        d.kit.items[1].id = d.kit.items[0].id;
      },
      /used twice/,
    ],
    [
      'an unknown part',
      (d) => {
        d.kit.items[0].part = 'nobody';
      },
      /There is no part "nobody"/,
    ],
    [
      'a circle of riders',
      (d) => {
        d.layout.placements[0].on = { item: 'cell' };
        d.layout.placements[2].on = { item: 'teasel' };
      },
      /in a circle/,
    ],
    [
      'a wall thicker than the half',
      (d) => {
        d.shell.bodies[0].wall.mm = 20;
      },
      /no room/,
    ],
    [
      'a 0 V cell',
      (d) => {
        d.kit.parts.find((p: any) => p.cell).cell.fullV = 0;
      },
      /0 V cell gives nothing/,
    ],
  ])('%s is named at its field', (_, change, expected) =>
    expect(complaint(change)).toMatch(expected),
  );
  test('depth, __proto__ and size are refused before anything is read', () => {
    let deep: unknown = 1;
    for (let i = 0; i < 200; i++) deep = [deep];
    expect(guardJson(deep)?.sentence).toMatch(/100 levels/);
    expect(readJson('{"a":{"__proto__":{"x":1}}}')).toMatchObject({ ok: false });
    expect(readJson(`"${'x'.repeat(6 * 1024 * 1024)}"`)).toMatchObject({ ok: false });
    expect(readJson('{"a":')).toMatchObject({ ok: false });
  });
  test('random damage never throws and never half-accepts', () => {
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom('shell', 'kit', 'layout', 'controls', 'power', 'cuts', 'brief'),
        (junk, key) => {
          const r = readProject({ ...good(), [key]: junk });
          expect(r.ok ? r.value[key as 'shell'] : r.complaints.length > 0).toEqual(
            r.ok ? expect.anything() : true,
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});

test('import of an export of an import is identical', () => {
  for (const demo of demos()) {
    const once = readEnvelope(JSON.parse(JSON.stringify(wrap(demo))));
    const twice = once.ok ? readEnvelope(JSON.parse(JSON.stringify(once.value))) : once;
    expect(twice).toEqual({
      ok: true,
      value: { ...wrap(JSON.parse(JSON.stringify(demo))), format: ENVELOPE },
    });
  }
});

test('a change leaves the document it was given as it was', () => {
  const p = demos()[0]!;
  const before = JSON.stringify(p);
  const changes: Change[] = [
    { do: 'strike', item: 'teasel', block: 'hdmi' },
    { do: 'trim', feature: 'back-middle', copy: 0, to: 3 },
    { do: 'widen', for: { item: 'charger', connector: 'usb' } },
    { do: 'leave-out-input', input: 'up' },
    { do: 'power', set: { wireAwg: 20 } },
    { do: 'reach', item: 'charger', connector: 'usb', outside: false },
  ];
  for (const c of changes) expect(applied(p, c)).not.toEqual(p);
  expect(JSON.stringify(p)).toBe(before);
});
