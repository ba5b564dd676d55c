import { demos } from '../catalogue';
import { sceneOf, THUMB_HALF_MM } from '../fit';
import type { Input, Opening, Project } from '../model';
import { heldFindings } from './index';

const done = demos()[1]!;
const codes = (p: Project): string[] =>
  heldFindings(sceneOf(p)).map((f) => `${f.verdict} ${f.code}`);

/** The volume wheel's slot moved along its wall. */
function wheelAt(mm: number): Project {
  const body = done.shell.bodies[0]!;
  const pieces = body.pieces.map((q) => ({
    ...q,
    openings: q.openings.map((o): Opening => {
      if (o.id !== 'wheel' || o.on.kind !== 'wall') return o;
      const along = { ...o.on.along, length: { ...o.on.along.length, mm } };
      return { ...o, on: { ...o.on, along } };
    }),
  }));
  return { ...done, shell: { ...done.shell, bodies: [{ ...body, pieces }] } };
}

describe('what hands meet', () => {
  test('the wheel of the demo lies just clear of the way to its keys', () => {
    expect(THUMB_HALF_MM).toBe(10);
    expect(codes(done)).toEqual([]);
  });
  test.each([
    [28, []],
    [28.4, []],
    [29, ['tight wheel-bumped']],
    [40, ['tight wheel-bumped']],
  ])('its slot %s mm up', (mm, said) => {
    expect(codes(wheelAt(mm))).toEqual(said);
  });

  /** A power key in the first hole of the middle keys; its switch lies where it lies. */
  const withPower = (hole: number): Project => {
    const power: Input = {
      id: 'power',
      name: 'Power key',
      functions: ['power'],
      at: { opening: 'small-keys', copy: 0 },
      routed: true,
    };
    const body = done.shell.bodies[0]!;
    const pieces = body.pieces.map((q) => ({
      ...q,
      openings: q.openings.map((o): Opening =>
        o.id === 'small-keys' && o.shape.kind === 'rect'
          ? {
              ...o,
              shape: {
                ...o.shape,
                w: { ...o.shape.w, mm: hole },
                h: { ...o.shape.h, mm: hole },
              },
            }
          : o,
      ),
    }));
    return {
      ...done,
      shell: { ...done.shell, bodies: [{ ...body, pieces }] },
      controls: { ...done.controls, inputs: [power] },
    };
  };
  test('a power key deep in a narrow hole is out of reach, in a wide one it is not', () => {
    expect(codes(withPower(3))).toEqual(['hit key-sunk']);
    expect(codes(withPower(16))).toEqual([]);
  });
});
