/** A pad in the browser: numbers and axes back to the codes of the plan. */
import { demos } from '../catalogue';
import { EVENT_CODES } from '../controls';
import { mappingLine } from '../formats';
import type { Project } from '../model';
import { changesBetween, codeOfButton, codesPressed, type PadState } from './pad';
import { pressPlan } from './plan';

const done = demos()[1] as Project;
const plan = pressPlan(done);
const pad = (pressed: readonly number[], mapping = '', axes: readonly number[] = []): PadState => ({
  mapping,
  axes,
  buttons: Array.from({ length: 20 }, (_, i) => ({ pressed: pressed.includes(i) })),
});

describe('button numbers', () => {
  test('of header lines are those of the mapping line', () => {
    const fields = new Map(
      [...mappingLine(done).matchAll(/(\w+):b(\d+)/g)].map((m) => [m[1]!, Number(m[2])]),
    );
    for (const [field, role] of [
      ['a', 'south'],
      ['dpup', 'up'],
      ['start', 'start'],
    ] as const) {
      expect(codeOfButton(plan, '', fields.get(field)!)).toBe(EVENT_CODES[role]);
    }
  });

  test('of a board of its own are those of its inputs', () => {
    const usb = pressPlan({ ...done, controls: { ...done.controls, route: 'usb' } });
    expect(plan.keys.map((_, i) => codeOfButton(usb, '', i))).toEqual(plan.keys.map((k) => k.code));
    expect(codeOfButton(usb, '', plan.keys.length)).toBeUndefined();
  });

  test('of the standard layout follow the layout, whatever the route', () => {
    expect([0, 12, 15, 16, 10, 40].map((n) => codeOfButton(plan, 'standard', n))).toEqual([
      EVENT_CODES.south,
      EVENT_CODES.up,
      EVENT_CODES.right,
      EVENT_CODES.menu,
      undefined,
      undefined,
    ]);
  });
});

describe('what is pressed', () => {
  test('a cross pad told as axes counts from half way out', () => {
    const at = (x: number, y: number) => codesPressed(plan, pad([], 'standard', [x, y]));
    expect(at(-1, 0)).toEqual([EVENT_CODES.left]);
    expect(at(0.5, -0.5)).toEqual([EVENT_CODES.up, EVENT_CODES.right].sort((a, b) => a - b));
    expect(at(0.49, -0.49)).toEqual([]);
  });

  test('told both ways it is pressed once; keys the plan has not are left out', () => {
    expect(codesPressed(plan, pad([14], 'standard', [-1, 0]))).toEqual([EVENT_CODES.left]);
    const few = { ...plan, keys: plan.keys.filter((k) => k.role !== 'left') };
    expect(codesPressed(few, pad([], 'standard', [-1, 0]))).toEqual([]);
  });

  test('changes are events', () => {
    expect(changesBetween([1, 2], [2, 3], 40)).toEqual([
      { t: 40, code: 3, value: 1 },
      { t: 40, code: 1, value: 0 },
    ]);
    expect(changesBetween([1], [1], 40)).toEqual([]);
  });
});
