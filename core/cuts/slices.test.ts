/** Every line of a template lies where a solid of the shell has its edge: a slice of `npm run prove templates`. */
import { drawnShell, slicesOf } from './slices.fixture';

test('12 random shells: faces from both sides and walls, within 0.05 mm', () => {
  let sheets = 0;
  for (let seed = 1; seed <= 12; seed++) {
    const found = slicesOf(drawnShell(seed));
    sheets += found.sheets;
    expect([seed, found.off]).toEqual([seed, []]);
  }
  expect(sheets).toBeGreaterThan(40);
});

test('a line half a tenth further off is seen', () => {
  const p = drawnShell(1);
  const [first, ...rest] = p.controls.inputs;
  const { at } = first!;
  const wider = { ...first!, hole: first!.hole! + 0.25 };
  const moved = { ...p, controls: { ...p.controls, inputs: [wider, ...rest] } };
  expect(at).toBeDefined();
  // The sheets of one build over the solids of the other.
  expect(slicesOf(p, moved).off.length).toBeGreaterThan(0);
});
