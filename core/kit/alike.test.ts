/** Two cells make one pack by what they are, not by what they are called; and every figure counts both. */
import { demos } from '../catalogue';
import { chainFindings } from '../chains';
import type { Part, Project } from '../model';
import { powerFigures } from '../power';
import { isAlike } from './index';

const linnet = demos().find((p) => p.id === 'linnet')!;
const cellPart = linnet.kit.parts.find((q) => q.cell)!;
/** The second cell under a part of its own. */
const second = (more: Partial<NonNullable<Part['cell']>>): Project => ({
  ...linnet,
  kit: {
    parts: [
      ...linnet.kit.parts,
      { ...cellPart, id: 'other-cell', cell: { ...cellPart.cell!, ...more } },
    ],
    items: linnet.kit.items.map((i) => (i.id === 'cell-2' ? { ...i, part: 'other-cell' } : i)),
  },
});
const unlike = (p: Project) => chainFindings(p).some((f) => f.title === 'Unlike cells on one rail');
const { pack } = powerFigures(linnet).energy;

describe('cells side by side', () => {
  test('of another name they are one pack: charge, resistance and hours are those of two', () => {
    const named = powerFigures(second({}));
    expect(unlike(second({}))).toBe(false);
    expect(named.energy.pack?.capacityAh).toBeCloseTo(pack!.capacityAh, 12);
    expect(named.energy.pack?.rOhm).toBeCloseTo(pack!.rOhm, 12);
    expect(named.run?.value.hours).toBeCloseTo(powerFigures(linnet).run!.value.hours, 9);
    expect(pack!.capacityAh).toBeCloseTo(2 * cellPart.cell!.capacityAh, 12);
  });
  test.each([
    ['capacityAh', 0.9],
    ['rOhm', 0.2],
    ['fullV', 4.35],
    ['cutoffV', 2.8],
    ['series', 2],
    ['kind', 'cylinder'],
    ['chemistry', 'nickel'],
  ] as const)('another %s makes them unlike', (figure, value) => {
    expect(isAlike(cellPart.cell!, { ...cellPart.cell!, [figure]: value })).toBe(false);
    expect(unlike(second({ [figure]: value }))).toBe(true);
  });
});
