/** Points typed by hand, and lengths put back where they came from. */
import { demos } from '@deft/core/catalogue';
import { length, mustRead } from '@deft/core/model';
import { roundOf } from '@deft/core/shell';
import { withLength } from '../stations/shell/withLength';
import { pointsFrom, pointsText } from './points';

describe('points as text', () => {
  test('one corner a line, with comma, semicolon or space', () => {
    expect(pointsFrom('0, 0\n10; 0\n\n 10.5 7 \n')).toEqual([
      [0, 0],
      [10, 0],
      [10.5, 7],
    ]);
  });
  test('what is no pair of numbers is named by its line', () => {
    expect(pointsFrom('0, 0\nten, 4\n1, 1')).toBe(
      'Line 2, "ten, 4", is not two numbers such as 12.5, 40.',
    );
    expect(pointsFrom('0, 0\n1, 1')).toBe('An outline needs at least three points.');
  });
  test('what is shown reads back the same', () => {
    const points: Array<[number, number]> = [
      [0, 0],
      [12.25, 0],
      [12.25, -7.5],
    ];
    expect(pointsFrom(pointsText(points))).toEqual(points);
  });
});

describe('a reading of the round', () => {
  const demo = demos()[0]!;
  const body = demo.shell.bodies[0]!;
  test('lands at its own path and nowhere else, whatever it is of', () => {
    for (const step of roundOf(body)) {
      const value = length(step.value!.mm + 0.01);
      const next = withLength(body, step.path, value);
      const there = step.path.reduce<unknown>(
        (o, k) => (o as Record<string | number, unknown>)[k],
        next,
      );
      expect([step.id, there]).toEqual([step.id, value]);
      // Put back, it is the document it was.
      expect(withLength(next, step.path, step.value)).toEqual(body);
    }
  });
  test('leaves the document it was given as it was', () => {
    const before = JSON.stringify(body);
    withLength(body, ['wall'], length(3));
    expect(JSON.stringify(body)).toBe(before);
    expect(
      mustRead({ ...demo, shell: { bodies: [withLength(body, ['wall'], length(3))] } }).shell
        .bodies[0]!.wall.mm,
    ).toBe(3);
  });
});
