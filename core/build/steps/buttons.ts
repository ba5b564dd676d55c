/** Inputs: wired loose, each proved pressed and released. */
import { listed, type Part, type Project } from '../../model';
import type { Bench, Draft, Gate } from '../step';
import { computerOf, ofFamily, stepId } from '../step';
import { gateOf } from './boards';
import { type LadderPlan, ladderPlan, resistorWords } from '../../ladder';
import { bitWords } from '../../padbus';
import { mostContactOhm, ohmWords, padsOfKeys, PULL_UP_OHM } from '../../trace';
import { slimmed } from './slimming';
import { BUTTONS, wiresByStep } from './wires';

const PHASE = 'Buttons';

/** Where each input is read, by its route; a wireless pad has nothing to be measured. */
const READ_AT: Readonly<Record<Project['controls']['route'], string | undefined>> = {
  gpio: 'header pin',
  usb: 'input of the controller board',
  expander: 'input of the expander',
  'original board': 'pad of the kept board',
  'pad bus': 'contact of the serial pad',
  ladder: 'channel of the converter',
  wireless: undefined,
};

const hasHeader = (part: Part): boolean => part.pads.some((pad) => pad.gpio !== undefined);

/** Plates and single switches that are keys, not the switch of the supply. */
export const keys = (on: Bench) => ofFamily(on, 'switch').filter((x) => !x.part.off);

/** What a closed contact may read: carbon pills of a kept board far more than a switch. */
function closedOhm({ controls }: Project): string {
  if (controls.route !== 'original board') return '10 Ω';
  return ohmWords(mostContactOhm(controls.tracing?.pullUpOhm ?? PULL_UP_OHM).value);
}

const channelsWords = ({ channels }: LadderPlan): string =>
  listed(channels.map((c) => `channel ${c.channel}`));
const pullUps = (ladder: LadderPlan): string =>
  `Last, once the gate is passed, ${resistorWords(ladder.setting.pullUpOhm)} from ${channelsWords(ladder)} to 3.3 V`;

/** A resistor up to 3.3 V is seen by the meter as well: keys are read before it is there. */
function ladderGate(gate: Gate, ladder: LadderPlan, keys: number): Gate {
  const own = `its own resistor within ${100 * ladder.setting.tolerance} % pressed`;
  const isAll = ladder.channels.reduce((sum, c) => sum + c.steps.length, 0) === keys;
  const point = `${channelsWords(ladder)} to ground, before the resistors up to 3.3 V are soldered in`;
  return {
    state: gate.state,
    point: isAll ? point : `${point}; ${gate.point}`,
    expects: isAll ? `${own}, open when released` : `on a channel ${own}; else ${gate.expects}`,
  };
}

/** Its keys cannot be beeped from the header: its wires can, and nothing else may. */
function busGate({ map }: Bench): Gate {
  const pins = (map.bus?.lines ?? []).flatMap((l) =>
    l.pin === undefined ? [] : `${l.is} to pin ${l.pin}`,
  );
  return {
    point: `supply, ground, ${pins.join(', ')}: each from its contact to its pin, and to the other four`,
    state: 'off',
    expects: 'under 1 Ω to its own pin, open to the others',
  };
}

export function buttons(on: Bench): Draft[] {
  const inputs = on.map.inputs.filter((m) => m.input.routed);
  const at = READ_AT[on.p.controls.route];
  const computer = computerOf(on);
  const nets = wiresByStep(on).get(BUTTONS) ?? [];
  // A pad from outside wants no wire; wires that were drawn by hand want their step all the same.
  if (!inputs.length || (at === undefined && !nets.length)) return [];
  const traced = padsOfKeys(on.p);
  const rungs = new Map(
    ladderPlan(on.p)?.channels.flatMap((c) =>
      c.steps.map((s) => [s.input.id, { channel: c.channel, ohm: s.ohm }] as const),
    ),
  );
  const bits = new Map(on.map.bus?.bits.map((b) => [b.input, b.bit]));
  const jointOf = (id: string, pin: number | undefined): string => {
    if (pin !== undefined) return ` to pin ${pin}`;
    const rung = rungs.get(id);
    if (rung) return ` through ${resistorWords(rung.ohm)} to channel ${rung.channel}`;
    const bit = bits.get(id);
    if (bit !== undefined) return ` at ${bitWords(bit)}`;
    const pads = traced.get(id);
    return pads ? ` at pads ${pads.join(' and ')}` : '';
  };
  const plates = keys(on).map((x) => x.item.id);
  const readers = ofFamily(on, 'controller', 'expander').map((x) => stepId('wire', x.item.id));
  const isMixed =
    computer !== undefined && hasHeader(computer.part) && inputs.some((m) => m.input.route);
  const gate: Gate = {
    point: on.map.matrix
      ? 'header pin of its row to that of its column'
      : `each ${at ?? 'end of its wires'}${isMixed ? ' or header pin' : ''} to ground`,
    state: 'off; pressed, then released',
    expects: `under ${closedOhm(on.p)} pressed, open when released`,
  };
  const ladder = ladderPlan(on.p);
  const pad = on.map.bus ? busGate(on) : undefined;
  // Keys over a carrier's own switches are led by its tracks.
  const byWire = inputs.filter((m) => m.track === undefined);
  const wire: Draft[] = [
    {
      is: [BUTTONS],
      phase: PHASE,
      title: `Wire ${byWire.length} inputs`,
      detail:
        byWire.map((m) => `${m.input.name}${jointOf(m.input.id, m.pin)}`).join(', ') +
        (ladder ? `. ${pullUps(ladder)}` : ''),
      after: [
        ...(computer ? [gateOf(computer.item.id)] : []),
        ...readers,
        ...plates.flatMap((id) => slimmed(on, id)),
      ],
      feed: 'no power',
      caution: 'solder',
      acts: [{ do: 'solder', items: plates, nets: nets.map((n) => n.id) }],
    },
  ];
  return [
    ...(byWire.length ? wire : []),
    {
      is: ['gate-buttons'],
      phase: PHASE,
      title: pad ? 'Gate: the wires of the serial pad' : 'Gate: every input, pressed and released',
      detail: pad
        ? 'A wire on its neighbour costs the pad or the computer: read them before power.'
        : 'Two keys at once as well: no third may answer.',
      after: [BUTTONS, ...(computer ? [gateOf(computer.item.id)] : [])],
      feed: 'no power',
      gate: pad ?? (ladder ? ladderGate(gate, ladder, inputs.length) : gate),
    },
  ];
}
