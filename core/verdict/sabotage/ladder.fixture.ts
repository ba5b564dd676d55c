/** What a resistor ladder tells wrongly: levels too near, keys of one channel in one hand, no channel. */
import { applied, type Input, type Ladder, type Part, type Project } from '../../model';
import { STARTER_PARTS } from '../../catalogue';
import { isLatchKey, partOf } from '../../kit';
import { ladderInputs, ladderPlan } from '../../ladder';
import type { Case, Kind } from './kind.fixture';

const part = (id: string): Part => STARTER_PARTS.find((q) => q.id === id)!;
const QUIET = new Set(['select', 'start', 'menu', 'volume-up', 'volume-down']);

/**
 * The build with its quiet keys on a ladder and a converter put beside it: for `HARMLESS` too.
 *
 * @returns nothing where keys are not on header lines, or no two of them are pressed alone
 */
export function laddered(p: Project): Project | undefined {
  if (p.controls.route !== 'gpio') return undefined;
  const quiet = p.controls.inputs.filter((i) => QUIET.has(i.functions[0]) && !isLatchKey(p, i));
  if (quiet.length < 2) return undefined;
  const ids = new Set(quiet.map((i) => i.id));
  const adc = applied(p, { do: 'add', part: part('weave-adc') });
  const added = adc.kit.items.at(-1)!;
  return {
    ...adc,
    // On its own lead beside the shell: it takes no place there.
    kit: {
      ...adc.kit,
      items: adc.kit.items.map((i) =>
        i.id === added.id ? { ...i, where: 'outside' as const } : i,
      ),
    },
    controls: {
      ...adc.controls,
      ladder: { steps: [] },
      inputs: adc.controls.inputs.map((i) => {
        if (!ids.has(i.id)) return i;
        const unlined = { ...i, route: 'ladder' as const };
        delete unlined.gpio;
        return unlined;
      }),
    },
  };
}

const withLadder = (p: Project, ladder: Ladder): Project => ({
  ...p,
  controls: { ...p.controls, ladder },
});

/** Two quiet keys on one channel, with these resistors. */
const resistors =
  (ohms: readonly [number, number], more: Partial<Ladder>, says: RegExp) =>
  (p: Project): Case[] => {
    const base = laddered(p);
    if (!base) return [];
    const [a, b] = ladderInputs(base);
    const { channel } = ladderPlan(base)!.channels[0]!;
    const steps = [a!, b!].map((i, n) => ({ key: i.id, channel, ohm: ohms[n]! }));
    return [{ where: a!.id, spoilt: withLadder(base, { steps, ...more }), says }];
  };

/** More keys onto it than belong there. */
const onto =
  (which: (roles: readonly string[]) => boolean, says: RegExp) =>
  (p: Project): Case[] => {
    const base = laddered(p);
    const keys = p.controls.inputs.filter((i) => which(i.functions));
    if (!base || keys.length < 2) return [];
    const ids = new Set(keys.map((i) => i.id));
    const inputs = base.controls.inputs.map((i) =>
      ids.has(i.id) ? { ...i, route: 'ladder' as const } : i,
    );
    const crowded = { ...base, controls: { ...base.controls, inputs } };
    const [first] = ladderPlan(crowded)!.free;
    const steps = keys.slice(0, 2).map((i, n) => ({ key: i.id, channel: first!, ohm: n * 10e3 }));
    return [{ where: keys[0]!.id, spoilt: withLadder(crowded, { steps }), says }];
  };

export const LADDER_KINDS: readonly Kind[] = [
  {
    name: 'two keys of a ladder whose resistors are alike',
    makes: 'hit',
    cases: resistors([10e3, 10.5e3], {}, /may be told as/),
  },
  {
    name: 'two keys of a ladder with one resistor',
    makes: 'hit',
    cases: resistors([4700, 4700], {}, /may be told as/),
  },
  {
    name: 'a resistor of a ladder so large that none pressed is told as it',
    makes: 'hit',
    cases: resistors([0, 220e3], {}, /may be told as no key/),
  },
  {
    name: 'steps of a ladder that hold with 1 % and not with 5 %',
    makes: 'hit',
    cases: resistors([10e3, 14_200], { tolerance: 0.05 }, /may be told as/),
  },
  {
    name: 'steps of a ladder that hold with metal contacts and not with carbon pills',
    makes: 'hit',
    cases: resistors([0, 2200], { contactOhm: 3000 }, /may be told as/),
  },
  {
    name: 'steps of a ladder with hardly anything between',
    makes: 'tight',
    cases: resistors([10e3, 13_000], {}, /is nearly told as/),
  },
  {
    name: 'two keys of play on one channel of a ladder',
    makes: 'hit',
    cases: onto(([role]) => role === 'south' || role === 'east', /are one key at a time/),
  },
  {
    name: 'a direction and a button on one channel of a ladder',
    makes: 'hit',
    cases: onto(([role]) => role === 'right' || role === 'south', /are one key at a time/),
  },
  {
    name: 'two quiet keys on one channel of a ladder that other games are played with',
    makes: 'hit',
    cases: (p) => {
      const base = laddered(p);
      if (!base) return [];
      const [a, b] = ladderInputs(base) as [Input, Input];
      const inputs = base.controls.inputs.map((i): Input => {
        if (i.id === a.id) return { ...i, functions: [i.functions[0], 'l2'] };
        return i.id === b.id ? { ...i, functions: [i.functions[0], 'r2'] } : i;
      });
      const steps = [a, b].map((i, n) => ({ key: i.id, channel: 1, ohm: n * 10e3 }));
      const played = { ...base, controls: { ...base.controls, inputs } };
      return [{ where: a.id, spoilt: withLadder(played, { steps }), says: /one key at a time/ }];
    },
  },
  {
    name: 'a chord on one channel of a ladder',
    makes: 'hit',
    cases: (p) => {
      const base = laddered(p);
      if (!base) return [];
      const [a, b] = ladderInputs(base) as [Input, Input];
      const duties = { exit: { by: 'keys' as const, inputs: [a.id, b.id] } };
      const steps = [a, b].map((i, n) => ({ key: i.id, channel: 1, ohm: n * 10e3 }));
      const chord = { ...base, controls: { ...base.controls, duties } };
      return [{ where: a.id, spoilt: withLadder(chord, { steps }), says: /one key at a time/ }];
    },
  },
  {
    name: 'keys of a ladder on a channel the converter has not',
    makes: 'hit',
    cases: (p) => {
      const base = laddered(p);
      if (!base) return [];
      const key = ladderInputs(base)[0]!.id;
      const spoilt = withLadder(base, { steps: [{ key, channel: 7, ohm: 0 }] });
      return [{ where: key, spoilt, says: /has no channel/ }];
    },
  },
  {
    name: 'sticks that take every channel of the converter of a ladder',
    makes: 'hit',
    cases: (p) => {
      const base = laddered(p);
      if (!base) return [];
      const stick = part('stick-flat');
      const spoilt = [stick, stick].reduce((q, s) => applied(q, { do: 'add', part: s }), base);
      return [{ where: 'sticks', spoilt, says: /keys? of the ladder ha(s|ve) no channel/ }];
    },
  },
  {
    name: 'a ladder without a converter',
    makes: 'hit',
    cases: (p) => {
      const base = laddered(p);
      const chip = base?.kit.items.find((i) => partOf(base, i).id === 'weave-adc');
      if (!base || !chip) return [];
      const spoilt = applied(base, { do: 'drop', item: chip.id });
      return [{ where: chip.id, spoilt, says: /No converter for the ladder/ }];
    },
  },
];
