/** What is wrong with keys and their lines, as data: a line given twice, too few, a key without a place or a way. */
import { HEADER_40, RESERVED, SECOND_DUTY } from '../../kit';
import type { Input, InputRole, Project } from '../../model';
import type { BusLines } from '../busLines';
import type { Lines } from '../lines';
import type { Matrix } from '../matrix';
import type { MappedInput } from './mapped';
import { takesLine } from './onLine';
import type { Track } from './tracks';

type Taken = Lines['taken'][number];

export type LineFault =
  /** Read otherwise, though its switch lies on a track to the header. */
  | { is: 'off track'; input: Input; track: Track }
  /** Two parts want one line. */
  | { is: 'contested'; gpio: number; by: readonly Taken[] }
  /** Chosen by hand, though its track leads elsewhere. */
  | { is: 'beside its track'; key: OnLine }
  | { is: 'taken'; key: OnLine; by: Taken; free: number }
  | { is: 'two keys'; key: OnLine; other: Input }
  | { is: 'reserved'; key: OnLine; as: string }
  | { is: 'second duty'; key: OnLine; duty: string }
  | { is: 'no line'; key: OnLine }
  | { is: 'too few'; need: number; left: number; lines: Lines; isShared: boolean }
  | { is: 'no way'; input: Input }
  | { is: 'no place'; input: Input }
  | { is: 'one role'; role: InputRole; input: Input; other: Input };

/** A key that has a line. */
export type OnLine = MappedInput & { gpio: number };

export interface MapState {
  inputs: readonly MappedInput[];
  lines: Lines;
  /** Keys on tracks that are read otherwise. */
  offTrack: readonly Input[];
  tracks: ReadonlyMap<string, Track>;
  /** Wires that no line is left for. */
  left: number;
  matrix: Matrix | undefined;
  bus: BusLines | undefined;
}

export function lineFaults(p: Project, on: MapState): LineFault[] {
  const { offTrack, tracks, lines, inputs, bus } = on;
  const usesHeader =
    p.controls.route === 'gpio' || bus !== undefined || inputs.some((m) => takesLine(p, m.input));
  return [
    ...offTrack.map((input): LineFault => ({
      is: 'off track',
      input,
      track: tracks.get(input.id)!,
    })),
    ...(usesHeader
      ? [
          ...lines.contested.map((c): LineFault => ({ is: 'contested', ...c })),
          ...inputs.flatMap((m) => onItsLine(m, on) ?? []),
          ...tooFew(p, on),
        ]
      : []),
    ...inputs.flatMap((m) => withoutWayOrPlace(p, m) ?? []),
    ...sameRoles(inputs),
  ];
}

const isFixed = (m: MappedInput): boolean => m.byHand || m.track !== undefined;

/** What is wrong with a line that was chosen by hand or by a track; the others are chosen well. */
function onItsLine(m: MappedInput, { inputs, lines }: MapState): LineFault | undefined {
  const { gpio } = m;
  if (!isFixed(m) || gpio === undefined) return undefined;
  const key: OnLine = { ...m, gpio };
  if (m.track !== undefined && m.byHand && m.input.gpio !== gpio) {
    return { is: 'beside its track', key };
  }
  const [by] = lines.taken.filter((t) => t.gpio === gpio);
  if (by) return { is: 'taken', key, by, free: freeBeside(lines, inputs).length };
  const other = inputs.find((o) => o.gpio === gpio && isFixed(o) && o.input.id < m.input.id);
  if (other) return { is: 'two keys', key, other: other.input };
  const as = RESERVED[gpio];
  if (as) return { is: 'reserved', key, as };
  const duty = SECOND_DUTY[gpio];
  const isBetterFree = freeBeside(lines, inputs).some((g) => !SECOND_DUTY[g]);
  if (duty && (isBetterFree || m.track !== undefined)) return { is: 'second duty', key, duty };
  return HEADER_40.some((h) => h.gpio === gpio) ? undefined : { is: 'no line', key };
}

const freeBeside = (lines: Lines, inputs: readonly MappedInput[]): number[] =>
  lines.free.filter((g) => !inputs.some((m) => m.gpio === g));

function tooFew(p: Project, { inputs, lines, left, matrix, bus }: MapState): LineFault[] {
  if (left <= 0) return [];
  const inMatrix = new Set(matrix?.keys.map((k) => k.input));
  const alone = inputs.filter(
    (m) => m.input.routed && takesLine(p, m.input) && !inMatrix.has(m.input.id),
  ).length;
  const need = alone + (matrix?.lines.length ?? 0) + (bus?.lines.length ?? 0);
  const isShared = matrix !== undefined || bus !== undefined;
  return [{ is: 'too few', need, left, lines, isShared }];
}

function withoutWayOrPlace(p: Project, { input, place }: MappedInput): LineFault | undefined {
  if (!input.routed) return { is: 'no way', input };
  const isExpected = 'opening' in input.at || p.shell.bodies.length > 0;
  return place || !isExpected ? undefined : { is: 'no place', input };
}

/** Of several keys of one role, each with the one before it. */
function sameRoles(inputs: readonly MappedInput[]): LineFault[] {
  const last = new Map<InputRole, Input>();
  return inputs.flatMap(({ input }): LineFault[] => {
    const [role] = input.functions;
    const other = last.get(role);
    last.set(role, input);
    return other ? [{ is: 'one role', role, input, other }] : [];
  });
}
