/**
 * What every key should tell when it is pressed: its code, the line it is read on, and the ground it
 * shares; and the order in which thumbs find the keys without crossing over.
 */
import {
  type ButtonMap,
  backings,
  buttonMap,
  EVENT_CODES,
  netWords,
  outwardAt,
  readerInputs,
} from '../controls';
import { type Scene, sceneOf } from '../fit';
import { isLatchKey, onHeader, isPlayedOnPads } from '../kit';
import { ladderInputs, ladderPlan, resistorWords } from '../ladder';
import { bitWords, busKeys } from '../padbus';
import { padsOfKeys } from '../trace';
import { type InputRole, type PressRecord, type Project } from '../model';

export interface PlannedKey {
  id: string;
  name: string;
  role: InputRole;
  /** Event code the system is to be told. */
  code: number;
  /** The line it is read on, as whatever reads it calls it. */
  line: string;
  /** Where its wire is soldered, in words. */
  joint: string;
  /** Header line, on the route that has them. */
  gpio?: number;
  /** The bit that tells it, over a serial pad. */
  bit?: number;
  /** Conductors it shares with others: its row and column, its channel. By their names in the plan. */
  nets?: string[];
  /** What it reads on its channel, as a share of 3.3 V. */
  level?: number;
  /** The part that carries its switch: its keys share one ground. */
  plate?: string;
}
/** A conductor that several keys are told over. */
export interface PlannedNet {
  /** "row at pad 3", "channel 1 of the converter". */
  name: string;
  side: 'row' | 'column' | 'channel';
  /** Where it is soldered, in words. */
  joint: string;
}
export interface PressPlan {
  route: Project['controls']['route'];
  /** In the order of the document. */
  keys: PlannedKey[];
  /** Conductors that keys share, where they do. */
  nets?: PlannedNet[];
  /** Ids in the order they are asked for. */
  order: string[];
  /** Why nothing can be pressed yet. */
  cannot?: string;
}

/** What a record of presses says of the plan it was made with. */
export const plannedOf = (plan: PressPlan): PressRecord['planned'] =>
  Object.fromEntries(plan.keys.map((k) => [k.id, { line: k.line, code: k.code }]));

/** Whose inputs the keys are on, by route. */
const READER: Readonly<Record<Project['controls']['route'], string>> = {
  gpio: 'header',
  usb: 'controller board',
  expander: 'expander',
  'original board': 'kept board',
  'pad bus': 'serial pad',
  ladder: 'converter',
  wireless: 'pad',
};

export function pressPlan(
  p: Project,
  scene: Scene = sceneOf(p),
  map: ButtonMap = buttonMap(p, scene),
): PressPlan {
  const { route } = p.controls;
  const plates = new Map(backings(scene).map((b) => [b.input.id, b.on?.item]));
  // A key of the latch is read by nobody, and would turn it off.
  const routed = map.inputs.filter((m) => m.input.routed && !isLatchKey(p, m.input));
  const shared = new Map(map.matrix?.keys.map((k) => [k.input, k]));
  const lines = new Map(map.matrix?.lines.map((l) => [l.pad, l.gpio]));
  const lacks = (id: string, gpio: number | undefined): boolean => {
    const key = shared.get(id);
    if (!key) return gpio === undefined;
    return lines.get(key.row) === undefined || lines.get(key.column) === undefined;
  };
  const rungs = ladderRungs(p);
  const levels = new Map(
    ladderPlan(p)?.channels.flatMap((c) => c.steps.map((s) => [s.input.id, s.level] as const)),
  );
  const bits = new Map(map.bus?.bits.map((b) => [b.input, b.bit]));
  const isOverBus = new Set(busKeys(p));
  const isByVoltage = new Set(ladderInputs(p).map((i) => i.id));
  const hasNoLine = map.bus?.lines.some((l) => l.gpio === undefined) === true;
  const lacking = routed.find(
    (m) =>
      (onHeader(p, m.input) && lacks(m.input.id, m.gpio)) ||
      (isByVoltage.has(m.input.id) && !rungs.has(m.input.id)) ||
      (isOverBus.has(m.input.id) && (!bits.has(m.input.id) || hasNoLine)),
  );
  const netsOf = netsOfKeys(p, map);
  const traced = padsOfKeys(p);
  const numbers = new Map(readerInputs(p, map).map((input, n) => [input.id, n + 1]));
  const keys = routed.map(({ input, gpio, pin }): PlannedKey => {
    // The keys of a serial pad share no wire of their own.
    const plate = isOverBus.has(input.id) ? undefined : plates.get(input.id);
    const own =
      rungs.get(input.id) ??
      inputOf(numbers.get(input.id), gpio, traced.get(input.id), bits.get(input.id));
    return {
      id: input.id,
      name: input.name,
      role: input.functions[0],
      code: EVENT_CODES[input.functions[0]],
      line: own,
      joint: pin === undefined ? `${own} of the ${READER[route]}` : `pin ${pin} of the header`,
      ...(gpio === undefined ? {} : { gpio }),
      ...maybeBit(bits.get(input.id)),
      ...maybeNets(netsOf.get(input.id)),
      ...maybeLevel(levels.get(input.id)),
      ...(plate === undefined ? {} : { plate }),
    };
  });
  const nets = sharedNets(p, map);
  const cannot = whyNot(p, keys, lacking?.input.name);
  return {
    route,
    keys,
    ...(nets.length ? { nets } : {}),
    order: pressOrder(scene, map),
    ...(cannot === undefined ? {} : { cannot }),
  };
}

/** "channel 1, 3.3 kΩ", by key. */
const ladderRungs = (p: Project): Map<string, string> =>
  new Map(
    (ladderPlan(p)?.channels ?? []).flatMap(({ channel, steps }) =>
      steps.map((s) => [s.input.id, `channel ${channel}, ${resistorWords(s.ohm)}`] as const),
    ),
  );

const maybeLevel = (level: number | undefined): Pick<PlannedKey, 'level'> =>
  level === undefined ? {} : { level };

const maybeNets = (nets: string[] | undefined): Pick<PlannedKey, 'nets'> => (nets ? { nets } : {});

const channelName = (channel: number): string => `channel ${channel} of the converter`;

function sharedNets(p: Project, { matrix }: ButtonMap): PlannedNet[] {
  return [
    ...(matrix?.lines ?? []).map((line): PlannedNet => ({
      name: netWords(line),
      side: line.is,
      joint: line.pin === undefined ? 'the header' : `pin ${line.pin} of the header`,
    })),
    ...(ladderPlan(p)?.channels ?? []).map(({ channel }): PlannedNet => ({
      name: channelName(channel),
      side: 'channel',
      joint: `A${channel} of the converter`,
    })),
  ];
}

function netsOfKeys(p: Project, { matrix }: ButtonMap): Map<string, string[]> {
  const at = (pad: string): string => netWords(matrix!.lines.find((l) => l.pad === pad)!);
  const inMatrix = (matrix?.keys ?? []).map((k): [string, string[]] => [
    k.input,
    [at(k.row), at(k.column)],
  ]);
  const onLadder = (ladderPlan(p)?.channels ?? []).flatMap(({ channel, steps }) =>
    steps.map((s): [string, string[]] => [s.input.id, [channelName(channel)]]),
  );
  return new Map([...inMatrix, ...onLadder]);
}

const maybeBit = (bit: number | undefined): Pick<PlannedKey, 'bit'> =>
  bit === undefined ? {} : { bit };

/** What a key is read on, as whatever reads it calls it. */
function inputOf(
  number: number | undefined,
  gpio: number | undefined,
  pads: readonly [string, string] | undefined,
  bit: number | undefined,
): string {
  if (bit !== undefined) return bitWords(bit);
  if (gpio !== undefined) return `GPIO${gpio}`;
  if (pads) return `pads ${pads.join(' and ')}`;
  return number === undefined ? 'input' : `input ${number}`;
}

function whyNot(
  p: Project,
  keys: readonly PlannedKey[],
  lacking: string | undefined,
): string | undefined {
  if (!keys.length) {
    return isPlayedOnPads(p)
      ? 'The keys are in the pad. Pair it or plug it in, then press its keys in the menu of the system.'
      : 'No key has a switch and a line yet. Next: give each input its way, under Inputs.';
  }
  if (lacking !== undefined) {
    return `${lacking} has no line yet, so nothing could be read of it. Next: clear "What clashes".`;
  }
  const twin = keys.find((k, i) => keys.findIndex((o) => o.code === k.code) < i);
  if (twin) return `Two keys are "${twin.role}": give each a role of its own first.`;
  return undefined;
}

/** Front first, then the edges and the back, where the thing has to be turned over. */
const facing = (outward: readonly number[] | undefined): number => {
  if (!outward || outward[2]! > 0) return 0;
  return outward[2]! < 0 ? 2 : 1;
};

/** From the upper left, face by face, each time to the nearest key that was not asked for. */
function pressOrder(scene: Scene, map: ButtonMap): string[] {
  const left = map.inputs
    .filter((m) => m.input.routed && !isLatchKey(scene.project, m.input))
    .map(({ input, place }) => ({
      id: input.id,
      face: facing(outwardAt(scene, input)),
      x: place?.x ?? 0,
      y: place?.y ?? 0,
    }));
  const out: string[] = [];
  let at: { face: number; x: number; y: number } | undefined;
  while (left.length) {
    const from = at;
    const way = (k: (typeof left)[number]): number =>
      from?.face === k.face ? Math.hypot(k.x - from.x, k.y - from.y) : k.x - k.y;
    left.sort((a, b) => a.face - b.face || way(a) - way(b));
    at = left.shift()!;
    out.push((at as (typeof left)[number]).id);
  }
  return out;
}
