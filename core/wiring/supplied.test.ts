/** What feeds the loads where no cell of the build does: the wall, a bank, a socket before a regulator. */
import { demos } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import type { Part, Project } from '../model';
import { wiring } from './index';
import { joinsIn, kitOfParts, netsIn } from './kit.fixture';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const drover = demos().find((p) => p.id === 'drover')!;

const walled = (...ids: string[]): Project =>
  kitOfParts(ids, { power: { ...done.power, source: 'wall' } });
const unfed = (p: Project): string[] => {
  const scene = sceneOf(p);
  return wiring(p, scene, buttonMap(p, scene))
    .findings.filter((f) => f.code === 'unfed' || f.code === 'unwired')
    .map((f) => `${f.title}: ${f.about[0]}`);
};
const renamed = (p: Project, part: string, pad: string): Project => ({
  ...p,
  kit: {
    ...p.kit,
    parts: p.kit.parts.map((q): Part =>
      q.id === part
        ? { ...q, pads: q.pads.map((d) => (d.name === pad ? { ...d, name: 'P1' } : d)) }
        : q,
    ),
  },
});

describe('fed from the wall', () => {
  test('a socket in the wall feeds the computer and every load beside it', () => {
    expect(joinsIn(walled('panel-usb-c', 'thimble', 'chirp-i2s', 'pane-3-5-composite'))).toEqual(
      expect.arrayContaining([
        'panel-usb-c 5V > thimble 5V',
        'panel-usb-c GND > thimble GND',
        'panel-usb-c 5V > chirp-i2s 5V',
        'panel-usb-c GND > chirp-i2s GND',
        'panel-usb-c 5V > pane-3-5-composite VIN',
      ]),
    );
  });
  test('behind a switch they hang on its far side', () => {
    expect(joinsIn(walled('panel-usb-c', 'slide-heavy', 'thimble', 'chirp-i2s'))).toEqual(
      expect.arrayContaining(['slide-heavy C > thimble 5V', 'slide-heavy C > chirp-i2s 5V']),
    );
  });
  test('a regulator stands between a socket of more volts and all of them', () => {
    const list = joinsIn(walled('panel-barrel', 'buck-5-2', 'thimble', 'chirp-i2s'));
    expect(list).toEqual(
      expect.arrayContaining([
        'panel-barrel 5V > buck-5-2 VIN',
        'panel-barrel GND > buck-5-2 GND',
        'buck-5-2 5V > thimble 5V',
        'buck-5-2 5V > chirp-i2s 5V',
      ]),
    );
    expect(list).not.toContain('panel-barrel 5V > thimble 5V');
    const ahead = netsIn(walled('panel-barrel', 'buck-5-2', 'thimble')).filter(
      (n) => n.a.item === 'panel-barrel' && n.what === 'power',
    );
    expect(ahead.map((n) => n.feeds)).toEqual([{ what: 'everything', at: 'wall' }]);
  });
  test('at the socket of the computer, its header hands the 5 V on', () => {
    const list = joinsIn(walled('thimble', 'chirp-i2s'));
    expect(list).toEqual(
      expect.arrayContaining(['thimble 5V > chirp-i2s 5V', 'thimble GND > chirp-i2s GND']),
    );
  });
});

describe('fed by a bank', () => {
  test('what stands beside the computer is fed from its header', () => {
    expect(joinsIn(drover)).toEqual(
      expect.arrayContaining([
        'teasel 5V > amp 5V',
        'teasel 5V > screen 5V',
        'teasel GND > amp GND',
      ]),
    );
  });
  test('a build that was only begun draws no wire from pins nobody feeds', () => {
    expect(joinsIn(kitOfParts(['thimble', 'chirp-i2s']))).not.toContain(
      'thimble 5V > chirp-i2s 5V',
    );
  });
});

describe('a composite picture', () => {
  test('has its one wire, to a pad that is named or still to be found', () => {
    const found = (p: Project) => joinsIn(p).filter((j) => j.endsWith('pane-3-5-composite VIDEO'));
    const p = kitOfParts(['slab-1200', 'step-5-1', 'thimble', 'pane-3-5-composite']);
    expect(found(p)).toEqual(['thimble TV > pane-3-5-composite VIDEO']);
    expect(found(kitOfParts(['slab-1200', 'step-5-1', 'pane-3-5-composite']))).toEqual([]);
  });
});

describe('a part without its supply is said', () => {
  const p = kitOfParts(['slab-1200', 'step-5-1', 'thimble', 'chirp-i2s', 'speaker-28']);
  test('whichever end has no name', () => {
    expect(unfed(p)).toEqual([]);
    expect(unfed(renamed(p, 'chirp-i2s', '5V'))).toEqual(['No supply wire leads to it: chirp-i2s']);
    expect(unfed(renamed(p, 'chirp-i2s', 'GND'))).toEqual([
      'No ground wire leads to it: chirp-i2s',
    ]);
    expect(unfed(renamed(p, 'slab-1200', 'BAT-'))).toEqual([
      'No ground wire leads to it: slab-1200',
    ]);
    expect(unfed(renamed(p, 'step-5-1', '5V'))).toEqual([
      'No supply wire leads to it: thimble',
      'No supply wire leads to it: chirp-i2s',
    ]);
  });
  test('a wire of the builder’s own serves; a lead serves when it carries power', () => {
    const unnamed = renamed(p, 'chirp-i2s', '5V');
    const ends = [
      { item: 'step-5-1', pad: '5V' },
      { item: 'chirp-i2s', pad: 'P1' },
    ];
    const plus = { id: 'own', ends };
    const minus = {
      id: 'own-ground',
      ends: [
        { item: 'step-5-1', pad: 'GND' },
        { item: 'chirp-i2s', pad: 'GND' },
      ],
    };
    const wired = (...nets: Array<typeof plus>) => unfed({ ...unnamed, wiring: { nets } });
    // Its pads say which of the two a wire is.
    expect(wired(plus)).toEqual(['No ground wire leads to it: chirp-i2s']);
    expect(wired(minus)).toEqual(['No supply wire leads to it: chirp-i2s']);
    expect(wired(plus, minus)).toEqual([]);
    // The screen of the music stand has a lead for its picture alone.
    expect(unfed(drover)).toEqual([]);
    const { id } = drover.kit.parts.find((q) => q.screen)!;
    expect(unfed(renamed(drover, id, '5V'))).toEqual(['No supply wire leads to it: screen']);
  });
});

test('a socket without a 5 V pad feeds no computer, whatever hangs on its pins', () => {
  const p = walled('panel-usb-c', 'thimble', 'pane-2-8-spi');
  expect(unfed(p)).toEqual([]);
  expect(unfed(renamed(p, 'panel-usb-c', '5V'))).toEqual(['No supply wire leads to it: thimble']);
});

test('a latch that nothing feeds is said, however much hangs on it', () => {
  const p = kitOfParts(['slab-1200', 'step-5-1', 'latch', 'thimble', 'chirp-i2s', 'speaker-28']);
  expect(unfed(p)).toEqual([]);
  expect(unfed(renamed(p, 'step-5-1', '5V'))).toEqual(['No supply wire leads to it: latch']);
});
