/** Wires of other kits: packs with a guard, a switch in the rail, boards read over a bus, two speakers. */
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { appliedAll, FROM_SOURCE, type Project } from '../model';
import { portsOf } from '../kit';
import { netId, WIRE_COLOURS, wiring } from './index';
import { joinsIn, kitOfParts, netsIn } from './kit.fixture';

const [, done, warbler] = demos() as [Project, Project, Project];
const kit = (...ids: string[]): Project => kitOfParts(ids);

describe('the power path', () => {
  test('two cells in series go through their guard, the middle tap with them, to the converter and on to the board', () => {
    expect(joinsIn(kit('pack-2s-1200', 'guard-2s', 'buck-5-2', 'thimble'))).toEqual(
      expect.arrayContaining([
        'pack-2s-1200 BAT+ > guard-2s B+',
        'pack-2s-1200 BAT- > guard-2s B-',
        'pack-2s-1200 MID > guard-2s BM',
        'guard-2s P+ > buck-5-2 VIN',
        'guard-2s P- > buck-5-2 GND',
        'buck-5-2 5V > thimble 5V',
        'buck-5-2 GND > thimble GND',
      ]),
    );
  });
  test('a charger without a converter of its own feeds the one beside it', () => {
    expect(joinsIn(kit('slab-1200', 'trickle-1', 'lift-5-2', 'thimble'))).toEqual(
      expect.arrayContaining([
        'slab-1200 BAT+ > trickle-1 BAT+',
        'trickle-1 OUT+ > lift-5-2 VIN',
        'trickle-1 OUT- > lift-5-2 GND',
        'lift-5-2 5V > thimble 5V',
      ]),
    );
  });
  test('a soft latch stands in the rail: nothing goes past it to the board, and its two lines go to the header', () => {
    const list = joinsIn(kit('slab-1200', 'step-5-1', 'latch', 'thimble'));
    expect(list).toEqual(
      expect.arrayContaining([
        'step-5-1 5V > latch IN',
        'latch OUT > thimble 5V',
        'thimble GPIO26 > latch REQ',
        'thimble GPIO16 > latch DOWN',
      ]),
    );
    expect(list.some((j) => j.startsWith('step-5-1 5V > thimble'))).toBe(false);
  });
  test('what draws from 5 V is fed where it is made, behind the switch', () => {
    expect(joinsIn(kit('slab-1200', 'step-5-1', 'latch', 'thimble', 'chirp-i2s'))).toEqual(
      expect.arrayContaining(['latch OUT > chirp-i2s 5V', 'step-5-1 GND > chirp-i2s GND']),
    );
  });
  test('a bank has no pads and gets no wire; a build without a computer has its supply all the same', () => {
    expect(joinsIn(kit('bank-4000', 'thimble'))).toEqual([]);
    expect(joinsIn(kit('slab-1200', 'step-5-1'))).toEqual([
      'slab-1200 BAT+ > step-5-1 BAT+',
      'slab-1200 BAT- > step-5-1 BAT-',
    ]);
  });
});

describe('boards and sound', () => {
  test('boards on one bus share its two lines at the header, each with its own supply', () => {
    const list = joinsIn(kit('thimble', 'weave', 'weave-adc'));
    for (const id of ['weave', 'weave-adc']) {
      expect(list).toEqual(
        expect.arrayContaining([
          `thimble GPIO2 > ${id} SDA`,
          `thimble GPIO3 > ${id} SCL`,
          `thimble 3V3 > ${id} 3V3`,
          `thimble GND > ${id} GND`,
        ]),
      );
    }
  });
  test('a parallel screen takes a wire for each of its lines, no pad twice', () => {
    const list = netsIn(kit('teasel', 'pane-3-5-parallel')).filter((n) => n.what === 'signal');
    const part = STARTER_PARTS.find((q) => q.id === 'pane-3-5-parallel')!;
    expect(new Set(list.map((n) => n.b.pad)).size).toBe(list.length);
    expect(list.length).toBe(
      Math.min(
        part.takes!.length,
        part.pads.filter((q) => !['3V3', '5V', 'GND', 'VIN'].includes(q.name)).length,
      ),
    );
  });
  test('two speakers on two channels: neither shares a lead with the other', () => {
    const list = joinsIn(kit('chirp-i2s-stereo', 'speaker-20', 'speaker-23')).filter((j) =>
      j.includes('speaker'),
    );
    expect(list).toEqual([
      'chirp-i2s-stereo L+ > speaker-20 +',
      'chirp-i2s-stereo L- > speaker-20 -',
      'chirp-i2s-stereo R+ > speaker-23 +',
      'chirp-i2s-stereo R- > speaker-23 -',
    ]);
  });
});

describe("a wire of the builder's own", () => {
  const mine = (p: Project, ends: Array<{ item: string; pad: string }>): Project =>
    appliedAll(p, [{ do: 'net', net: { id: netId(ends[0]!, ends[1]!), ends } }]);
  test('is joined at its pads, in a colour of the list, and goes when it is taken out', () => {
    const p = mine(warbler, [
      { item: 'charger', pad: 'EN' },
      { item: 'thimble', pad: 'GPIO4' },
    ]);
    const n = netsIn(p).find((x) => x.mine)!;
    expect([n.a.pad, n.b.pad, WIRE_COLOURS.includes(n.colour)]).toEqual(['EN', 'GPIO4', true]);
    expect(netsIn(appliedAll(p, [{ do: 'drop-net', id: n.id }])).some((x) => x.mine)).toBe(false);
  });
  test('with a pad that is not there, or a part that is gone, it is left out and nothing else changes', () => {
    const p = mine(warbler, [
      { item: 'charger', pad: 'NOWHERE' },
      { item: 'thimble', pad: 'GPIO4' },
    ]);
    expect(netsIn(p)).toEqual(netsIn(warbler));
    const q = mine(warbler, [
      { item: 'charger', pad: 'EN' },
      { item: 'thimble', pad: 'GPIO4' },
    ]);
    expect(appliedAll(q, [{ do: 'drop', item: 'charger' }]).wiring.nets).toEqual([]);
  });
  test('ids do not depend on which end is said first, and differ for plus and minus', () => {
    expect(netId({ item: 'a', pad: 'X' }, { item: 'b', pad: 'Y' })).toBe(
      netId({ item: 'b', pad: 'Y' }, { item: 'a', pad: 'X' }),
    );
    expect(netId({ item: 'a', pad: 'BAT+' }, { item: 'b', pad: 'BAT+' })).not.toBe(
      netId({ item: 'a', pad: 'BAT-' }, { item: 'b', pad: 'BAT-' }),
    );
  });
  test('ids of long names stay apart', () => {
    const long = (k: string) => ({ item: 'a'.repeat(60) + k, pad: 'SIGNAL ONE' });
    expect(netId(long('x'), { item: 'b', pad: 'P1' })).not.toBe(
      netId(long('x'), { item: 'b', pad: 'P2' }),
    );
    expect(netId(long('x'), { item: 'b', pad: 'P1' }).length).toBeLessThanOrEqual(64);
  });
});

describe('every link that is not a lead has its conductors', () => {
  test('a second cell of the same kind has two leads of its own', () => {
    const one = kit('slab-1000', 'step-5-1', 'thimble');
    const item = { ...one.kit.items[0]!, id: 'twin', name: 'Twin' };
    const placement = { ...one.layout.placements[0]!, item: 'twin' };
    const two: Project = {
      ...one,
      kit: { ...one.kit, items: [...one.kit.items, item] },
      layout: { placements: [...one.layout.placements, placement] },
    };
    expect(joinsIn(one).filter((w) => w.includes('twin'))).toEqual([]);
    expect(joinsIn(two)).toEqual(
      expect.arrayContaining(['twin BAT+ > step-5-1 BAT+', 'twin BAT- > step-5-1 BAT-']),
    );
  });
  test('line level goes over the wheel to the amplifier, and straight to a jack', () => {
    expect(joinsIn(kit('filter-pwm', 'pot-wheel', 'chirp-analog-mono', 'thimble'))).toEqual(
      expect.arrayContaining([
        'filter-pwm L > pot-wheel A',
        'filter-pwm GND > pot-wheel B',
        'pot-wheel W > chirp-analog-mono IN',
      ]),
    );
    expect(joinsIn(kit('filter-pwm', 'chirp-analog', 'jack-plain', 'thimble'))).toEqual(
      expect.arrayContaining([
        'filter-pwm L > chirp-analog L',
        'filter-pwm R > chirp-analog R',
        'filter-pwm L > jack-plain tip',
        'filter-pwm R > jack-plain ring',
        'filter-pwm GND > jack-plain sleeve',
      ]),
    );
  });
  test('each axis of a stick goes to a channel of its own', () => {
    expect(joinsIn(kit('weave-adc', 'stick-flat', 'trigger-analog', 'thimble'))).toEqual(
      expect.arrayContaining([
        'stick-flat X > weave-adc A1',
        'stick-flat Y > weave-adc A2',
        'trigger-analog OUT > weave-adc A3',
      ]),
    );
  });
  test('a socket in the wall feeds the computer where nothing else makes the rail, over the switch if there is one', () => {
    expect(joinsIn(kit('panel-usb-c', 'thimble'))).toEqual(
      expect.arrayContaining(['panel-usb-c 5V > thimble 5V', 'panel-usb-c GND > thimble GND']),
    );
    expect(joinsIn(kit('panel-usb-c', 'slide-heavy', 'thimble'))).toEqual(
      expect.arrayContaining(['panel-usb-c 5V > slide-heavy 1', 'slide-heavy C > thimble 5V']),
    );
    expect(joinsIn(kit('panel-usb-c', 'slab-1000', 'step-5-1', 'thimble'))).not.toContain(
      'panel-usb-c 5V > thimble 5V',
    );
  });
  test('a load fed by hand is wired there: at the cell, or at another rail; a feed that is gone is the usual one', () => {
    const parts = ['slab-1000', 'step-5-1', 'lift-12-1', 'chirp-i2s', 'thimble'];
    const fed = (from: string): string[] => {
      const p = kit(...parts);
      return joinsIn({ ...p, power: { ...p.power, feeds: { 'chirp-i2s': from } } });
    };
    expect(fed(FROM_SOURCE)).toEqual(
      expect.arrayContaining(['step-5-1 BAT+ > chirp-i2s 5V', 'step-5-1 BAT- > chirp-i2s GND']),
    );
    expect(fed('lift-12-1')).toEqual(
      expect.arrayContaining(['lift-12-1 12V > chirp-i2s 5V', 'lift-12-1 GND > chirp-i2s GND']),
    );
    expect(fed('gone')).toEqual(joinsIn(kit(...parts)));
    expect(fed(FROM_SOURCE)).not.toContain('step-5-1 5V > chirp-i2s 5V');
  });
  test('a load that bears the cell from empty to full is wired to it, the computer stays at its rail', () => {
    const [cell, step] = ['slab-1000', 'step-5-1'];
    const wanting = (volts: [number, number]): Project => {
      const p = kit(cell, step, 'thimble', 'chirp-i2s');
      const parts = p.kit.parts.map((q) => {
        if (q.id !== 'chirp-i2s') return q;
        return {
          ...q,
          ports: portsOf(q).map((x) =>
            x.carries === 'rail' && x.role === 'takes' ? { ...x, volts } : x,
          ),
        };
      });
      return { ...p, kit: { ...p.kit, parts } };
    };
    const straight = joinsIn(wanting([2.8, 4.3]));
    expect(straight).toEqual(
      expect.arrayContaining([
        'step-5-1 BAT+ > chirp-i2s 5V',
        'step-5-1 BAT- > chirp-i2s GND',
        'step-5-1 5V > thimble 5V',
      ]),
    );
    expect(straight).not.toContain('step-5-1 5V > chirp-i2s 5V');
    // Half a volt too little at the top, and it has to hang on the rail all the same.
    expect(joinsIn(wanting([2.8, 5.5]))).toContain('step-5-1 5V > chirp-i2s 5V');
    const branch = netsIn(wanting([2.8, 4.3])).filter((n) => n.b.item === 'chirp-i2s');
    expect(branch.filter((n) => n.what === 'power').map((n) => [n.says, n.feeds!.at])).toEqual([
      ['cell volts to Chirp I2S', 'cell'],
    ]);
  });
  test('a computer that bears the cell is wired to it, beside a rail that others want; its switch goes along', () => {
    const p = kit('slab-1000', 'trickle-1', 'lift-5-2', 'slide-heavy', 'thimble', 'chirp-i2s');
    const parts = p.kit.parts.map((q) =>
      q.id === 'thimble'
        ? {
            ...q,
            ports: portsOf(q).map((x) =>
              x.carries === 'rail' && x.role === 'takes'
                ? { ...x, volts: [2.9, 4.3] as [number, number] }
                : x,
            ),
          }
        : q,
    );
    const list = joinsIn({ ...p, kit: { ...p.kit, parts } });
    expect(list).toEqual(
      expect.arrayContaining([
        'trickle-1 OUT+ > slide-heavy 1',
        'slide-heavy C > thimble 5V',
        'lift-5-2 5V > chirp-i2s 5V',
      ]),
    );
    expect(list.filter((j) => / > thimble 5V$/.test(j))).toHaveLength(1);
  });
  test('what no wire leads to is said once the computer lies there', () => {
    const said = (p: Project): string[] => {
      const s = sceneOf(p);
      return wiring(p, s, buttonMap(p, s))
        .findings.filter((f) => f.code === 'unwired')
        .map((f) => f.about[0]!);
    };
    expect(said(kit('slab-1000', 'step-5-1', 'thimble', 'led-3'))).toEqual(['led-3']);
    expect(said(kit('slab-1000', 'step-5-1', 'led-3'))).toEqual([]);
    expect(said(done)).toEqual([]);
  });
});
