/** A board moved into its neighbour, either way and turned: the edge that reaches is the one to be sawn, by what it overlaps. */
import { demos } from '../catalogue';
import { applied, appliedAll, type Project } from '../model';
import { Checker } from './checker';
import { sawnOff } from './sawOff';

const tarn = demos().find((p) => p.id === 'tarn')!;
const at = tarn.layout.placements.find((q) => q.item === 'amp')!;
/** The amplifier moved so far to the right, into the charge board. */
const near = (mm: number, turn = 0): Project =>
  applied(tarn, {
    do: 'place',
    placement:
      turn === 180 ? { ...at, turn, x: at.x + 24 + mm, y: at.y + 18 } : { ...at, x: at.x + mm },
  });
const touches = (p: Project) => {
  const checker = new Checker(p);
  return checker
    .findings()
    .filter((f) => f.check === 'touch' && f.verdict === 'hit' && f.about.includes('charger'))
    .map((f) => ({
      f,
      ways: sawnOff(
        checker.scene,
        f,
        f.about.flatMap((id) => checker.scene.items.get(id) ?? []),
      ),
    }));
};

test('the edge that reaches is sawn off by what it overlaps and needs, and then it is clear', () => {
  let seen = 0;
  for (const mm of [7.2, 7.5, 8, 8.6]) {
    for (const turn of [0, 180]) {
      for (const { f, ways } of touches(near(mm, turn))) {
        const own = ways.find((w) => w.id.includes('amp'));
        if (!own) continue;
        seen++;
        // Its right edge lies to the right; turned by half, its left one does.
        expect(own.id).toBe(`saw-amp-${turn === 180 ? 'left' : 'right'}`);
        const [change] = own.changes;
        const cut = change?.do === 'saw' ? change.cut.mm : NaN;
        const short = f.measure!.required - f.measure!.gap;
        expect(cut).toBeGreaterThanOrEqual(short);
        expect(cut).toBeLessThan(short + 0.5 + 1e-9);
        const after = touches(appliedAll(near(mm, turn), own.changes));
        expect(after.some((x) => x.f.id === f.id)).toBe(false);
      }
    }
  }
  expect(seen).toBeGreaterThan(3);
});

test('nothing is sawn that is clear, and no cell at all', () => {
  const checker = new Checker(tarn);
  for (const f of checker.findings()) {
    const items = f.about.flatMap((id) => checker.scene.items.get(id) ?? []);
    if (f.verdict === 'clear') expect(sawnOff(checker.scene, f, items)).toEqual([]);
  }
  const cell = tarn.layout.placements.find((q) => q.item === 'cell')!;
  const pushed = applied(tarn, { do: 'place', placement: { ...cell, x: cell.x - 4 } });
  for (const { ways } of touches(pushed)) {
    expect(ways.some((w) => w.id.includes('saw-cell'))).toBe(false);
  }
});
