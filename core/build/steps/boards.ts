/** Computer, screen and the boards beside them: soldered loose, each proved before the next. */
import { type Carries, isDevice, isHost, type Item, type Part } from '../../model';
import { portsOf, portsOn } from '../../kit';
import type { Bench, Draft } from '../step';
import { computerOf, ofFamily, stepId } from '../step';
import { BOARD_VOLTS, feedOf } from './power';
import { slimmed } from './slimming';
import { isSupply, wireStep, wiresByStep } from './wires';

const PHASE = 'Computer and screen';

/** The step that proves a board, by its item. */
export const gateOf = (item: string): string => stepId('gate', item);

export function boards(on: Bench): Draft[] {
  const computer = computerOf(on);
  const others = ofFamily(
    on,
    'screen',
    'controller',
    'expander',
    'hub',
    'storage',
    'cooling',
    'hardware',
  ).filter((x) => !isSupply(x.part) && !isHost(x.part));
  const booted = computer ? [gateOf(computer.item.id)] : [];
  return [
    // What is carried along was never soldered, and starts by a key of its own.
    ...(computer && !isDevice(computer.part) ? computerSteps(on, computer.item) : []),
    ...others.flatMap(({ item, part }) =>
      part.screen
        ? screenSteps(on, item, part, booted)
        : [solders(on, item, booted, 'Prove it before the next one.')].filter(() =>
            isSoldered(on, item, part),
          ),
    ),
    ...insteadOfSockets(on),
  ];
}

/** What is plugged in, an extender on its own flat cable, a heat-sink and a bare screw meet no iron. */
const isSoldered = (on: Bench, item: Item, part: Part): boolean =>
  (wiresByStep(on).get(wireStep(item.id)) ?? []).length > 0 ||
  !(item.where === 'outside' || ['storage', 'cooling', 'hardware'].includes(part.family));

const solders = (on: Bench, item: Item, after: readonly string[], detail: string): Draft => {
  const nets = wiresByStep(on).get(wireStep(item.id)) ?? [];
  return {
    is: ['wire', item.id],
    phase: PHASE,
    title: `Wire ${item.name}`,
    detail,
    after: ['gate-rail', ...slimmed(on, item.id), ...instead(on, item.id), ...after],
    caution: 'solder',
    feed: 'no power',
    acts: [{ do: 'solder', items: [item.id], nets: nets.map((n) => n.id) }],
  };
};

function computerSteps(on: Bench, item: Item): Draft[] {
  return [
    solders(on, item, [], 'Supply and ground to its own pins, as short as the layout lets them.'),
    {
      is: ['gate', item.id],
      phase: PHASE,
      title: `Gate: ${item.name} runs from the rail`,
      detail:
        'Volts at its own pins under load; a still picture or its lamp says that it has started.',
      after: [wireStep(item.id), 'gate-rail'],
      feed: feedOf(on),
      gate: {
        point: `5 V at the pins of ${item.name}`,
        state: 'on, at its peak',
        expects: BOARD_VOLTS,
      },
      acts: [{ do: 'feed', items: [item.id] }],
    },
  ];
}

function screenSteps(on: Bench, item: Item, part: Part, booted: readonly string[]): Draft[] {
  const leads = on.scene.cables.filter((c) => c.ends.some((e) => e.item === item.id));
  const plugged = leads.length
    ? ` Its ${leads.map((c) => c.lead.name).join(', ')} plugged in.`
    : '';
  return [
    solders(
      on,
      item,
      booted,
      part.screen?.link === 'spi'
        ? 'Short wires, ground beside the clock.'
        : 'Supply and ground; films stay on until last.',
    ),
    {
      is: ['gate', item.id],
      phase: PHASE,
      title: `Gate: picture on ${item.name}`,
      detail: `Upright and whole? Turn it by 180° in its settings if not.${plugged}`,
      after: [wireStep(item.id), ...booted],
      feed: feedOf(on),
      gate: { point: `picture of ${item.name}`, state: 'on', expects: 'upright, whole, steady' },
      acts: [{ do: 'feed', items: [item.id] }],
    },
  ];
}

/** Conductors of a digital picture wired by hand, one by one. */
const PICTURE_CONDUCTORS = [
  'data 2 +',
  'data 2 −',
  'ground of data 2',
  'data 1 +',
  'data 1 −',
  'ground of data 1',
  'data 0 +',
  'data 0 −',
  'ground of data 0',
  'clock +',
  'clock −',
  'ground of clock',
  '5 V',
  'hot-plug',
  'channel clock',
  'channel data',
] as const;

/** What each kind of socket becomes when it is off: so many wires, and how they are laid. */
const INSTEAD: Partial<Record<Carries, readonly [wires: number, how: string]>> = {
  usb: [4, '5 V, both data wires twisted together, ground; as short as they reach'],
  hdmi: [
    PICTURE_CONDUCTORS.length,
    'four pairs each with its ground, 5 V, hot-plug and the two data-channel lines; short and alike',
  ],
  supply: [2, '5 V and ground, in the gauge of the rail'],
  line: [3, 'left, right and ground'],
};

/** Sockets of a part that were taken off and left pads behind. */
const gone = (item: Item, part: Part) =>
  portsOf(part).filter((port) => {
    const left = portsOn(part, item).find((x) => x.id === port.id);
    return (
      INSTEAD[port.carries] !== undefined &&
      port.padsLeft === true &&
      port.block !== undefined &&
      left?.form === 'pads' &&
      port.form !== 'pads'
    );
  });

const instead = (on: Bench, item: string): string[] =>
  on.kit
    .filter((x) => x.item.id === item)
    .flatMap((x) => gone(x.item, x.part).map((port) => stepId('instead', item, port.id)));

/** Wires in place of sockets that were taken off, where the build still uses what ran through them. */
function insteadOfSockets(on: Bench): Draft[] {
  return on.kit.flatMap(({ item, part }) =>
    gone(item, part).map((port): Draft => {
      const [wires, how] = INSTEAD[port.carries]!;
      return {
        is: ['instead', item.id, port.id],
        phase: PHASE,
        title: `Solder ${wires} wires to the pads of the ${port.name} of ${item.name}`,
        detail: `${how.charAt(0).toUpperCase()}${how.slice(1)}. Leave it out if nothing uses it.`,
        after: port.block === undefined ? [] : [stepId('slim', item.id, port.block)],
        caution: 'solder',
        feed: 'no power',
        acts: [{ do: 'solder', items: [item.id], nets: [] }],
      };
    }),
  );
}
