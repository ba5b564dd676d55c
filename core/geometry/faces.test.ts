import { boxPrism, facesOf, moved, polygonPrism, roundPrism } from './index';

/** Volume enclosed by outward triangles, by the divergence theorem. */
const volume = (t: Float32Array): number => {
  let v = 0;
  for (let i = 0; i < t.length; i += 9) {
    const [a, b, c, d, e, f, g, h, k] = t.subarray(i, i + 9) as unknown as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    v += (a * (e * k - f * h) - b * (d * k - f * g) + c * (d * h - e * g)) / 6;
  }
  return v;
};

test('boxes, turned boxes, holes and rounds enclose their volume with outward faces', () => {
  expect(volume(facesOf([boxPrism(3, 4, 10, 5, -2, 6)]))).toBeCloseTo(400, 2);
  expect(
    volume(facesOf([moved(boxPrism(0, 0, 10, 5, 0, 4), Math.cos(0.7), Math.sin(0.7), 30, -8, 2)])),
  ).toBeCloseTo(200, 2);
  expect(
    volume(
      facesOf([
        polygonPrism(
          [
            [0, 0],
            [20, 0],
            [20, 20],
            [0, 20],
          ],
          [
            [
              [5, 5],
              [15, 5],
              [15, 15],
              [5, 15],
            ],
          ],
          0,
          3,
        ),
      ]),
    ),
  ).toBeCloseTo(900, 1);
  const round = volume(facesOf([roundPrism(0, 0, 5, 0, 2)]));
  expect(Math.abs(round - Math.PI * 25 * 2)).toBeLessThan(0.005 * round);
});
