import { boxPrism, eachCell, type Prism, roundPrism, seeded } from './index';

const under = (p: Prism, thin = false): number[] => {
  const out: number[] = [];
  eachCell(p, { step: 2, nx: 20, ny: 15 }, (k) => out.push(k), thin);
  return out;
};

test('cells are those whose middles lie in a box or a round, against asking every cell', () => {
  const random = seeded(4);
  for (let n = 0; n < 60; n++) {
    const [x, y, w, h, r] = [
      random() * 30,
      random() * 20,
      1 + random() * 12,
      1 + random() * 12,
      0.5 + random() * 6,
    ] as const;
    const all = (has: (cx: number, cy: number) => boolean) =>
      Array.from({ length: 300 }, (_, k) => k).filter((k) =>
        has(((k % 20) + 0.5) * 2, (Math.floor(k / 20) + 0.5) * 2),
      );
    expect(under(boxPrism(x, y, w, h, 0, 1))).toEqual(
      all((cx, cy) => cx > x && cx < x + w && cy > y && cy < y + h),
    );
    expect(under(roundPrism(x, y, r, 0, 1))).toEqual(
      all((cx, cy) => Math.hypot(cx - x, cy - y) < r),
    );
  }
});
test('a rib thinner than a cell is missed by middles and found when it is looked for; what reaches out of the grid is cut off', () => {
  expect(under(boxPrism(4.1, 0, 0.8, 30, 0, 1))).toEqual([]);
  expect(under(boxPrism(4.1, 0, 0.8, 30, 0, 1), true).length).toBe(15);
  expect(under(boxPrism(-50, -50, 500, 500, 0, 1)).length).toBe(300);
});
