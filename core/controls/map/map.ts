/**
 * The button map of a build: every input with its line, its wire, and what clashes.
 */
import { type Scene, sceneOf } from '../../fit';
import { isLatchKey, pinOf, SECOND_DUTY } from '../../kit';
import type { Finding, Input, Project, Worked } from '../../model';
import { leastCost } from '../assign';
import { type BusLines, busLines } from '../busLines';
import { type Lines, linesOf } from '../lines';
import { givenLines, type Matrix, matrixOf } from '../matrix';
import { headerPlaces, placeAnywhere, straight } from '../places';
import { lineFindings } from './findings';
import type { MappedInput } from './mapped';
import { takesLine } from './onLine';
import { tracksOf } from './tracks';
import { mapWorking } from './working';

export interface ButtonMap {
  inputs: MappedInput[];
  /** Keys of a kept board of rows and columns, which share lines. */
  matrix?: Matrix;
  /** The three lines of a serial pad. */
  bus?: BusLines;
  lines: Lines;
  total: Worked<number>;
  findings: Finding[];
}

/** No wire in a shell is so long: a line with a second duty costs more than any, mm. */
const LAST_MM = 10_000;

export function buttonMap(p: Project, scene: Scene = sceneOf(p)): ButtonMap {
  const lines = linesOf(p);
  const pins = headerPlaces(scene);
  const nets = matrixOf(p);
  const inMatrix = new Set(nets?.keys.map((k) => k.input));
  const tracks = tracksOf(p, scene);
  const isAlone = (input: Input): boolean => takesLine(p, input) && !inMatrix.has(input.id);

  const inputs = p.controls.inputs.map((input): MappedInput => {
    const track = isAlone(input) ? tracks.get(input.id) : undefined;
    return {
      input,
      byHand: input.gpio !== undefined,
      ...maybe('track', track?.board),
      ...maybe('place', placeAnywhere(scene, input)),
      ...maybe('gpio', isAlone(input) ? (track?.gpio ?? input.gpio) : undefined),
    };
  });
  const wireTo = (m: MappedInput, gpio: number): number | undefined => {
    const pin = pins.get(gpio);
    return m.place && pin && straight(m.place, pin);
  };
  const wanting = inputs.filter((m) => isAlone(m.input) && m.gpio === undefined && m.input.routed);
  const given = new Set(inputs.map((m) => m.gpio));
  const free = (): number[] => lines.free.filter((g) => !given.has(g));
  const left = giveLines(wanting, free(), wireTo);

  for (const m of inputs) given.add(m.gpio);
  const shared = nets && givenLines(nets, free());
  for (const line of shared?.matrix.lines ?? []) given.add(line.gpio);
  const bus = busLines(p, free());

  for (const m of inputs) {
    if (m.gpio === undefined) continue;
    m.pin = pinOf(m.gpio);
    const wireMm = m.track === undefined ? wireTo(m, m.gpio) : undefined;
    if (wireMm !== undefined) m.wireMm = wireMm;
  }
  const sumMm = inputs.reduce((sum, m) => sum + (m.wireMm ?? 0), 0);
  const matrix = shared?.matrix;
  const busLeft = bus?.lines.filter((l) => l.gpio === undefined).length ?? 0;
  return {
    inputs,
    lines,
    total: {
      value: sumMm,
      working: [mapWorking(p, inputs, { matrix, bus, sumMm, free: lines.free.length })],
    },
    ...maybe('matrix', matrix),
    ...maybe('bus', bus),
    findings: lineFindings(p, {
      inputs,
      lines,
      offTrack: p.controls.inputs.filter(
        (i) => tracks.has(i.id) && !takesLine(p, i) && !isLatchKey(p, i),
      ),
      tracks,
      left: left + (shared?.short ?? 0) + busLeft,
      matrix,
      bus,
    }),
  };
}

/**
 * Gives lines to keys so that all their wires together are the shortest; lines with a second duty
 * come last.
 *
 * @returns how many keys are left without one
 */
function giveLines(
  wanting: readonly MappedInput[],
  free: readonly number[],
  wireTo: (m: MappedInput, gpio: number) => number | undefined,
): number {
  const cost = (m: MappedInput, gpio: number): number =>
    (wireTo(m, gpio) ?? pinOf(gpio) / 100) + (SECOND_DUTY[gpio] ? LAST_MM : 0);
  const fitted = wanting.slice(0, free.length);
  const columns = leastCost(fitted.map((m) => free.map((g) => cost(m, g))));
  for (const [i, column] of columns.entries()) fitted[i]!.gpio = free[column]!;
  return wanting.length - fitted.length;
}

const maybe = <K extends string, V>(key: K, value: V | undefined) =>
  value === undefined ? {} : ({ [key]: value } as { [k in K]: V });
