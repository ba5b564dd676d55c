/** What feeds what in a build: one voltage for one place, hand-worked, and every end of a window. */
import { demos, STARTER_PARTS } from '../catalogue';
import {
  appliedAll,
  emptyProject,
  FROM_SOURCE,
  type Part,
  type Project,
  withAdded,
} from '../model';
import { solved } from '../network';
import { networkOf, powerFigures, powerTree, powerWays, supplyOf, wireOhm } from './index';

const part = (id: string): Part => STARTER_PARTS.find((q) => q.id === id)!;
const PATH = { gameShare: 0.8, wireAwg: 24, wireMm: 120, plugs: 0, switchOhm: 0, health: 1 };
const kit = (...parts: Array<string | Part>): Project => ({
  ...parts.reduce<Project>(
    (p, q) => withAdded(p, typeof q === 'string' ? part(q) : q),
    emptyProject('a', 'A'),
  ),
  power: PATH,
});
const done = demos()[1]!;
const withParts = (p: Project, change: (q: Part) => Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map(change) },
});
const said = (p: Project, code: string): string[] =>
  powerFigures(p)
    .findings.filter((f) => f.code === code && f.verdict !== 'clear')
    .map((f) => `${f.verdict}: ${f.title}`);

describe('the tree', () => {
  test('heavy loads branch at the converter, light ones at the header; each draws its watts at the volts it gets', () => {
    const { root } = powerTree(
      kit('teasel', 'pane-5-hdmi', 'lead-hdmi', 'slab-5000', 'step-5-3', 'chirp-i2s'),
    )!;
    const rail = root.children[0]!;
    expect(rail).toMatchObject({ item: 'step-5-3', volts: 5.1, limitA: 3 });
    const teasel = rail.children.find((c) => c.item === 'teasel')!;
    const pane = rail.children.find((c) => c.item === 'pane-5-hdmi')!;
    expect(pane.note).toContain('not through the computer');
    // AWG 24, 120 mm there and back: 20.2 mΩ; 2.6 W behind it.
    const ohm = wireOhm(24, 120).value;
    const amps = (5.1 - Math.sqrt(5.1 ** 2 - 4 * ohm * 2.6)) / (2 * ohm);
    expect(pane.amps).toBeCloseTo(amps, 9);
    expect(pane.volts).toBeCloseTo(2.6 / amps, 9);
    const chirp = teasel.children[0]!;
    expect([chirp.item, chirp.note]).toEqual(['chirp-i2s', 'from the header']);
    expect(teasel.amps).toBeCloseTo(3.4 / teasel.volts + chirp.amps, 9);
    expect(teasel.dropV).toBeCloseTo(teasel.amps * ohm, 9);
    expect(rail.amps).toBeCloseTo(teasel.amps + pane.amps, 9);
  });

  test('one place has one voltage: rail, tree and network tell the same', () => {
    for (const p of demos()) {
      const supply = supplyOf(p)!;
      // A device that is carried along is fed by itself.
      if (supply.computer === undefined) continue;
      const state = solved(networkOf(supply, 'peak', 0.1));
      if (!state.stands) throw new Error('It does not stand.');
      const flat = (n: NonNullable<ReturnType<typeof powerTree>>['root']): number[] => [
        n.volts,
        ...n.children.flatMap(flat),
      ];
      const volts = state.places.map((q) => q.volts);
      expect(flat(powerTree(p)!.root).sort()).toEqual([...volts].sort());
      expect(powerFigures(p).rail!.value.volts).toBe(volts[supply.computer]);
    }
  });

  test('a USB device hangs behind its hub, the hub behind the computer', () => {
    const { root } = powerTree(
      kit('teasel', 'slab-5000', 'step-5-3', 'hub-4', 'usb-stick', 'knit', 'receiver'),
    )!;
    const computer = root.children[0]!.children[0]!;
    const hub = computer.children.find((c) => c.item === 'hub-4')!;
    expect(hub.children.length).toBeGreaterThan(0);
    expect(hub.amps).toBeGreaterThan(hub.children[0]!.amps);
    expect(hub.children[0]!.volts).toBeLessThan(hub.volts);
  });

  test('from the wall: five volts at the inlet, no hours, and its limit', () => {
    const wall = { ...kit('teasel', 'pane-5-hdmi'), power: { ...PATH, source: 'wall' as const } };
    expect(powerTree(wall)!.root).toMatchObject({
      name: 'Wall supply',
      volts: expect.closeTo(5, 4),
    });
    expect(powerFigures(wall).run).toBeUndefined();
    const hungry = withParts(wall, (q) => (q.draws ? { ...q, draws: { ...q.draws, peak: 9 } } : q));
    expect(said(hungry, 'wall')[0]).toMatch(/about 3 A from a wall supply/);
    // A plug chain that leaves 3.4 V is no longer passed over.
    const thin = { ...wall, power: { ...wall.power, wireAwg: 32, wireMm: 900 } };
    expect(said(thin, 'rail')[0]).toMatch(/^hit: [34]\.\d\d V at the SBC/);
  });
});

test('the lead of a cell to its charge board is a wire like any other; a bank has its cells on the board', () => {
  const rail = (p: Project) => supplyOf(p)!.places.find((q) => q.is === 'rail')!.path;
  const ohm = wireOhm(24, 120).value;
  expect(rail(kit('slab-1200', 'step-5-1', 'thimble'))).toEqual([{ name: 'wire', ohm }]);
  expect(rail(kit('bank-4000', 'thimble'))).toEqual([]);
  // Through the converter the drop costs charge: the same build ends sooner on thin wire.
  const hours = (wireAwg: number) =>
    powerFigures({
      ...kit('slab-1200', 'step-5-1', 'thimble'),
      power: { ...PATH, wireAwg },
    }).run!.value.hours;
  expect(hours(34)).toBeLessThan(hours(24));
});

test('what stands on a carrier is fed through its contacts, and what is on the board itself by none', () => {
  const minnow = demos().find((p) => p.id === 'minnow')!;
  const { places } = supplyOf(minnow)!;
  const path = (item: string, is: 'rail' | 'load') =>
    places.find((q) => q.item === item && q.is === is)!.path.map((j) => [j.name, j.ohm]);
  // Two contacts of 30 mΩ side by side out, two back.
  expect(path('thimble', 'load')[0]).toEqual(['springs', 0.03]);
  expect(path('m1', 'load')).toEqual([]);
  // From the computer's header through its springs and the panel's plug, 15 mΩ a contact.
  expect(path('panel', 'load')).toEqual([
    ['springs', 0.03],
    ['its plug', 0.03],
  ]);
});

describe('both ends of every window', () => {
  const rails = (outV: number) =>
    withParts(done, (q) =>
      q.converter ? { ...q, converter: { ...q.converter, kind: 'buck-boost', outV } } : q,
    );
  test('twelve volts on 5 V loads are a hit at each of them, 5.1 V at none', () => {
    expect(said(rails(12), 'high-volts').length).toBeGreaterThanOrEqual(3);
    expect(said(rails(12), 'high-volts')[0]).toMatch(/^hit: 1[12]\.\d\d V where 5.25 V/);
    expect(said(done, 'high-volts')).toEqual([]);
  });
  test('just above the most is tight, five percent above it a hit', () => {
    expect(said(rails(5.4), 'high-volts').every((s) => s.startsWith('tight'))).toBe(true);
    expect(said(rails(5.8), 'high-volts').every((s) => s.startsWith('hit'))).toBe(true);
  });
  test('too little at a load is said of that load; the computer has its rail', () => {
    expect(said(rails(4.6), 'rail')[0]).toMatch(/^hit: 4\.\d\d V at the SBC/);
    expect(said(rails(4.85), 'low-volts')).toEqual([]);
    expect(said(rails(4.7), 'low-volts')[0]).toMatch(/^(tight|hit): 4\.\d\d V where 4.75 V/);
  });
  test('a load fed by hand straight from the pack gets the pack’s volts', () => {
    const amp: Project = { ...done, power: { ...done.power, feeds: { amp: FROM_SOURCE } } };
    expect(said(amp, 'low-volts')[0]).toMatch(/^hit: 3\.\d\d V where 4.75 V is wanted/);
    const found = supplyOf(amp)!.places.find((q) => q.item === 'amp')!;
    expect([found.above, found.note]).toEqual([0, 'straight from the cell']);
  });
  test('a load that bears the whole pack and no rail hangs on the pack; one that a rail suits on the rail', () => {
    const bare = part('weave-adc');
    const on = (volts: [number, number]): number | undefined => {
      const ports = [{ ...bare.ports!.find((q) => q.carries === 'rail')!, volts }];
      const p = kit('teasel', 'slab-5000', 'step-5-3', { ...bare, ports });
      return supplyOf(p)!.places.find((q) => q.item === bare.id)!.above;
    };
    expect(on([2.9, 4.3])).toBe(0);
    expect(on([2.9, 5.5])).not.toBe(0);
  });
});

describe('a latch in the rail', () => {
  const latched = (amps: number): Project =>
    withParts(withAdded(done, part('latch')), (q) =>
      q.off ? { ...q, off: { ...q.off, amps } } : q,
    );
  const rail = () => {
    const supply = supplyOf(done)!;
    const state = solved(networkOf(supply, 'peak', 0.1));
    return state.stands ? state.places[supply.places[supply.computer!]!.above!]!.outAmps : NaN;
  };
  test('carries everything on its rail: just below that it is a hit, just above it is silent', () => {
    expect(said(latched(rail() * 0.99), 'latch')[0]).toMatch(
      /^hit: 1\.0\d* A at a peak, 1\.0\d* A allowed/,
    );
    expect(said(latched(rail() * 1.01), 'latch')).toEqual([]);
  });
  test('a stronger one is offered, and holds', () => {
    const weak = latched(0.2);
    const f = powerFigures(weak).findings.find((x) => x.code === 'latch')!;
    const ways = powerWays(weak, f, STARTER_PARTS);
    for (const w of ways) expect(said(appliedAll(weak, w.changes), 'latch')).toEqual([]);
    expect(ways.every((w) => w.changes[0]!.do === 'swap')).toBe(true);
  });
});

describe('what a converter may give', () => {
  const boosted = (switchRated: boolean, limitA: number) =>
    withParts(done, (q) =>
      q.converter ? { ...q, converter: { ...q.converter, switchRated, limitA } } : q,
    );
  test('a boost rated by its switch gives η·(Vin/Vout)·(Isw − ΔI/2): 2 A are about 1 A at 3.2 V', () => {
    // The loaner peaks at 1.02 A.
    expect(said(boosted(false, 1.1), 'converter')).toEqual([]);
    expect(said(boosted(true, 1.1), 'converter')[0]).toMatch(/^hit: 1\.0 A peak, 0\.6 A/);
    expect(said(boosted(true, 2), 'converter')).toEqual([]);
    const { inVolts } = (() => {
      const state = solved(networkOf(supplyOf(done)!, 'peak', 0.1));
      return state.stands ? state.places[1]! : { inVolts: NaN };
    })();
    const least = powerFigures(done).peak!.outA / (0.9 * (inVolts / 5.1) * 0.9);
    expect(said(boosted(true, least * 0.999), 'converter')).toHaveLength(1);
    expect(said(boosted(true, least * 1.001), 'converter')).toEqual([]);
  });
  test('a linear regulator cannot lift a cell to 5 V, and passes its current on below it', () => {
    const linear = withParts(done, (q) =>
      q.converter ? { ...q, converter: { ...q.converter, kind: 'linear' } } : q,
    );
    expect(said(linear, 'rail')[0]).toMatch(/^hit: [23]\.\d\d V/);
    expect(powerFigures(linear).run!.value.isDead).toBe(true);
  });
  test('a worn cell of 1.5 Ω collapses at the peak, and says what share stands', () => {
    const worn = withParts(done, (q) => (q.cell ? { ...q, cell: { ...q.cell, rOhm: 1.5 } } : q));
    const f = powerFigures(worn).findings.find((x) => x.code === 'collapse')!;
    expect([f.verdict, /(\d+) % of the peak stands/.exec(f.why[0]!)?.[1]]).toEqual([
      'hit',
      expect.stringMatching(/^[3-7]\d$/),
    ]);
  });
});
