import { demos } from '../catalogue';
import { rectRing } from '../geometry';
import { backingCost, longestSpan, seamCost, shellSolids } from './index';

test('four screws in the corners of 100 x 60 leave 100 mm; without one, the two sides that met there', () => {
  const ring = rectRing(0, 0, 100, 60);
  const corners = [
    { x: 1, y: 1 },
    { x: 99, y: 1 },
    { x: 99, y: 59 },
    { x: 1, y: 59 },
  ];
  // The nearest outline point of each lies 1 mm from its corner, on either side of it.
  expect(longestSpan(ring, corners)).toBeGreaterThan(97);
  expect(longestSpan(ring, corners)).toBeLessThan(101);
  expect(longestSpan(ring, corners.slice(1))).toBeGreaterThan(157);
  expect(longestSpan(ring, corners.slice(1))).toBeLessThan(161);
  expect(longestSpan(ring, [])).toBe(320);
});
test('the middle post of the demo is worth half its long side', () => {
  const shell = shellSolids(demos()[0]!.shell.bodies[0]!, []);
  const post = shell.features.find((f) => f.feature.id === 'back-middle' && f.copy === 1)!;
  const cost = seamCost(shell, post)!;
  expect(cost.screwsLeft).toBe(5);
  expect(cost.after).toBeGreaterThan(cost.before + 60);
  expect(
    seamCost(
      shell,
      shell.features.find((f) => f.feature.purpose === 'guide')!,
    ),
  ).toBeUndefined();
});

test('a key support that is the only one near its keys is worth their backing; a screw post is not asked', () => {
  const shell = shellSolids(demos()[0]!.shell.bodies[0]!, []);
  const of = (id: string) => shell.features.filter((f) => f.feature.id === id);
  expect(backingCost(shell, of('support-left')[0]!)).toMatch(
    /cross pad hole is still backed by another support/,
  );
  const alone = shellSolids(
    {
      ...demos()[0]!.shell.bodies[0]!,
      pieces: demos()[0]!.shell.bodies[0]!.pieces.map((p) => ({
        ...p,
        features: p.features.map((f) => {
          const q = { ...f };
          if (f.id === 'support-left') delete q.repeat;
          return q;
        }),
      })),
    },
    [],
  );
  expect(
    backingCost(
      alone,
      alone.features.find((f) => f.feature.id === 'support-left')!,
    ),
  ).toMatch(/cross pad hole loses its backing/);
  expect(backingCost(shell, of('corner-posts')[0]!)).toBeUndefined();
});
