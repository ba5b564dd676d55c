/** Wires of the builder's own that must never be: shorts, rails on lines, the guard bypassed, pads that are gone. */
import { demos, libraryPart } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { applied, appliedAll, type Project } from '../model';
import { wireOhm } from '../power';
import { check } from '../verdict';
import { wiring } from './bundles';

const [, loaner, warbler] = demos() as [Project, Project, Project];
const [board, amp, cell] = ['teasel', 'amp', 'cell'];

const joined = (p: Project, ...ends: Array<[string, string]>): Project => ({
  ...p,
  wiring: {
    nets: [...p.wiring.nets, { id: 'mine', ends: ends.map(([item, pad]) => ({ item, pad })) }],
  },
});
const found = (p: Project) => {
  const scene = sceneOf(p);
  return wiring(p, scene, buttonMap(p, scene)).findings;
};
const codes = (p: Project) => found(p).map((f) => f.code);

describe('a wire of one’s own', () => {
  test.each([
    ['5 V joined to ground', ['5V', 'GND']],
    ['5 V joined to 3.3 V', ['3V3', '5V']],
    ['A line of the computer on 5 V', ['5V', 'GPIO2']],
    ['A line of the computer on ground', ['GND', 'GPIO2']],
    ['Two lines of the computer on one wire', ['GPIO2', 'GPIO3']],
  ])('%s', (title, pads) => {
    const p = joined(loaner, ...pads.map((pad): [string, string] => [board, pad]));
    const [short] = found(p).filter((f) => f.code === 'short');
    // Lines that are used for buttons or boards are on copper of their own already.
    const sorted = (text: string) => [...text.toLowerCase().match(/[a-z0-9.]+/g)!].sort().join(' ');
    expect(sorted(short!.title)).toBe(sorted(title));
    expect(short!.verdict).toBe('hit');
  });
  test('a cell the wrong way round is a short through the charger’s copper', () => {
    const p = joined(loaner, [cell, 'BAT+'], ['charger', 'BAT-']);
    expect(codes(p)).toContain('short');
  });
  test('both ends of a bridge output stay off ground; a single-ended one may share it', () => {
    const p = joined(loaner, [amp, 'S-'], [board, 'GND']);
    expect(codes(p)).toContain('short');
    const grounded = {
      ...p,
      kit: {
        ...p.kit,
        parts: p.kit.parts.map((q) => (q.amp ? { ...q, amp: { ...q.amp, bridged: false } } : q)),
      },
    };
    expect(codes(grounded)).not.toContain('short');
  });
  test('ground to ground, a spare line to a switch, and every example are no short', () => {
    const harmless = joined(loaner, [board, 'GND'], [amp, 'GND']);
    const line = joined(loaner, [board, 'GPIO16'], ['tactile-5', 'a']);
    for (const p of [harmless, line, ...demos()]) expect(codes(p)).not.toContain('short');
  });
  test('past the guard is named, and the way out takes the wire away', () => {
    const guarded = appliedAll(warbler, [
      { do: 'add', part: libraryPart('guard-1s') },
      {
        do: 'stand',
        placement: {
          item: 'guard-1s',
          on: { piece: 'back' },
          x: 50,
          y: 60,
          turn: 0,
          up: 'in',
          stand: 'flat',
          lift: 0,
          held: 'hand',
        },
      },
    ]);
    expect(codes(guarded)).not.toContain('guard-bypassed');
    const p = joined(guarded, ['guard-1s', 'B-'], ['guard-1s', 'P-']);
    const past = found(p).find((f) => f.code === 'guard-bypassed');
    expect(past?.verdict).toBe('hit');
    expect(
      codes(applied(p, { do: 'drop-net', id: past!.refs!.find((r) => r.is === 'net')!.id })),
    ).not.toContain('guard-bypassed');
  });
  test('to a pad that is not there is said, not left out in silence', () => {
    const lost = found(joined(loaner, [board, 'GND'], [amp, 'NOPE']));
    const end = lost.find((f) => f.code === 'lost-end');
    expect([end?.verdict, end?.what]).toEqual(['tight', expect.stringContaining('no pad "NOPE"')]);
  });
});

describe('a supply wire as thin as a hair', () => {
  const trunks = check(loaner).wiring.wires.filter(
    ({ net }) => net.feeds?.what === 'everything' && net.what === 'power',
  );
  const peak = loaner.kit.items.reduce(
    (sum, i) => sum + (loaner.kit.parts.find((q) => q.id === i.part)!.draws?.peak ?? 0),
    0,
  );
  const made = loaner.kit.parts.find((q) => q.converter)!.converter!.outV;
  const empty = loaner.kit.parts.find((q) => q.cell)!.cell!.cutoffV;
  const thin = ({ net }: (typeof trunks)[0], awg: number) =>
    found(
      applied(loaner, {
        do: 'net',
        net: {
          id: net.id,
          ends: [
            { item: net.a.item, pad: net.a.pad },
            { item: net.b.item, pad: net.b.pad },
          ],
          awg,
        },
      }),
    ).find((f) => f.code === 'wire-thin');
  test('there is one at the cell and one behind the converter', () => {
    expect(trunks.map(({ net }) => net.feeds!.at).sort()).toEqual(['cell', 'rail']);
  });
  test.each(['cell', 'rail'] as const)('at the %s: what its copper loses at that voltage', (at) => {
    const wire = trunks.find(({ net }) => net.feeds!.at === at)!;
    const { net, cutMm } = wire;
    const supply = at === 'cell' ? empty : made;
    expect(thin(wire, net.usualAwg)).toBeUndefined();
    for (const awg of [28, 30, 32, 34, 36, 38, 40]) {
      const ohms = (wireOhm(awg, cutMm!).value - wireOhm(net.usualAwg, cutMm!).value) / 2;
      const volts = (peak / supply) * ohms;
      let said: string | undefined;
      if (volts > 0.1) said = `hit ${volts.toFixed(2)}`;
      else if (volts > 0.02) said = `tight ${volts.toFixed(2)}`;
      const f = thin(wire, awg);
      expect([awg, f && `${f.verdict} ${f.title.split(' ')[0]}`]).toEqual([awg, said]);
    }
  });
});

describe('labels as boards print them', () => {
  const relabelled = (from: string, to: string): Project => ({
    ...loaner,
    kit: {
      ...loaner.kit,
      parts: loaner.kit.parts.map((q) =>
        q.amp ? { ...q, pads: q.pads.map((d) => (d.name === from ? { ...d, name: to } : d)) } : q,
      ),
    },
  });
  test.each(['GND2', 'AGND', '0V', 'VSS', 'gnd'])('%s is ground', (label) => {
    expect(codes(joined(relabelled('GND', label), ['amp', label], ['teasel', '5V']))).toContain(
      'short',
    );
  });
  test.each(['VBUS', '+5V', '5V0'])('%s is 5 V', (label) => {
    expect(codes(joined(relabelled('LRC', label), ['amp', label], ['teasel', 'GND']))).toContain(
      'short',
    );
  });
});

test('a colour chosen for a button’s wire before its line changed is worth a look, and no hit', () => {
  const before = check(loaner).wiring.wires.find(({ net }) => net.says === 'Pad up')!.net;
  const [line, pad] = before.a.pad.startsWith('GPIO') ? [before.a, before.b] : [before.b, before.a];
  const chosen = {
    id: 'chosen-before',
    ends: [
      { item: line.item, pad: 'GPIO3' },
      { item: pad.item, pad: pad.pad },
    ],
    colour: 'green',
  };
  const p = { ...loaner, wiring: { nets: [chosen] } };
  expect(found(p).find((f) => f.code === 'short')?.verdict).toBe('tight');
  // Two pins of the computer itself are a short in any colour.
  const direct = { ...chosen, ends: [chosen.ends[0]!, { item: line.item, pad: 'GPIO2' }] };
  const q = { ...loaner, wiring: { nets: [direct] } };
  expect(found(q).find((f) => f.code === 'short')?.verdict).toBe('hit');
});
