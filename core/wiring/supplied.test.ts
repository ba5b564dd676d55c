/** What feeds the loads where no cell of the build does: the wall, a bank, a socket before a regulator. */
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { appliedAll, type Change, type Part, type Project } from '../model';
import { netsOf, type Net, wiring } from './index';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const drover = demos().find((p) => p.id === 'drover')!;

/** Parts of the library at one place of a bare shell: where does not matter to who is joined to whom. */
function kit(ids: readonly string[], more: Partial<Project> = {}): Project {
  const bare: Project = {
    ...done,
    kit: { parts: [], items: [] },
    layout: { placements: [] },
    controls: { ...done.controls, inputs: [] },
    ...more,
  };
  return appliedAll(
    bare,
    ids.flatMap((id): Change[] => [
      { do: 'add', part: STARTER_PARTS.find((q) => q.id === id)! },
      {
        do: 'stand',
        placement: {
          item: id,
          on: { piece: 'back' },
          x: 40,
          y: 40,
          turn: 0,
          up: 'in',
          stand: 'flat',
          lift: 0,
          held: 'hand',
        },
      },
    ]),
  );
}
const nets = (p: Project): Net[] => {
  const scene = sceneOf(p);
  return netsOf(p, scene, buttonMap(p, scene));
};
const joins = (p: Project): string[] =>
  nets(p).map((n) => `${n.a.item} ${n.a.pad} > ${n.b.item} ${n.b.pad}`);
const walled = (...ids: string[]): Project =>
  kit(ids, { power: { ...done.power, source: 'wall' } });
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
    expect(joins(walled('panel-usb-c', 'thimble', 'chirp-i2s', 'pane-3-5-composite'))).toEqual(
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
    expect(joins(walled('panel-usb-c', 'slide-heavy', 'thimble', 'chirp-i2s'))).toEqual(
      expect.arrayContaining(['slide-heavy C > thimble 5V', 'slide-heavy C > chirp-i2s 5V']),
    );
  });
  test('a regulator stands between a socket of more volts and all of them', () => {
    const list = joins(walled('panel-barrel', 'buck-5-2', 'thimble', 'chirp-i2s'));
    expect(list).toEqual(
      expect.arrayContaining([
        'panel-barrel 5V > buck-5-2 VIN',
        'panel-barrel GND > buck-5-2 GND',
        'buck-5-2 5V > thimble 5V',
        'buck-5-2 5V > chirp-i2s 5V',
      ]),
    );
    expect(list).not.toContain('panel-barrel 5V > thimble 5V');
    const ahead = nets(walled('panel-barrel', 'buck-5-2', 'thimble')).filter(
      (n) => n.a.item === 'panel-barrel' && n.what === 'power',
    );
    expect(ahead.map((n) => n.feeds)).toEqual([{ what: 'everything', at: 'wall' }]);
  });
  test('at the socket of the computer, its header hands the 5 V on', () => {
    const list = joins(walled('thimble', 'chirp-i2s'));
    expect(list).toEqual(
      expect.arrayContaining(['thimble 5V > chirp-i2s 5V', 'thimble GND > chirp-i2s GND']),
    );
  });
});

describe('fed by a bank', () => {
  test('what stands beside the computer is fed from its header', () => {
    expect(joins(drover)).toEqual(
      expect.arrayContaining([
        'teasel 5V > amp 5V',
        'teasel 5V > screen 5V',
        'teasel GND > amp GND',
      ]),
    );
  });
  test('a build that was only begun draws no wire from pins nobody feeds', () => {
    expect(joins(kit(['thimble', 'chirp-i2s']))).not.toContain('thimble 5V > chirp-i2s 5V');
  });
});

describe('a composite picture', () => {
  test('has its one wire, to a pad that is named or still to be found', () => {
    const found = (p: Project) => joins(p).filter((j) => j.endsWith('pane-3-5-composite VIDEO'));
    const p = kit(['slab-1200', 'step-5-1', 'thimble', 'pane-3-5-composite']);
    expect(found(p)).toEqual(['thimble TV > pane-3-5-composite VIDEO']);
    expect(found(kit(['slab-1200', 'step-5-1', 'pane-3-5-composite']))).toEqual([]);
  });
});

describe('a part without its supply is said', () => {
  const p = kit(['slab-1200', 'step-5-1', 'thimble', 'chirp-i2s', 'speaker-28']);
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
    expect(unfed({ ...unnamed, wiring: { nets: [{ id: 'own', ends }] } })).toEqual([]);
    // The screen of the music stand has a lead for its picture alone.
    expect(unfed(drover)).toEqual([]);
    const { id } = drover.kit.parts.find((q) => q.screen)!;
    expect(unfed(renamed(drover, id, '5V'))).toEqual(['No supply wire leads to it: screen']);
  });
});

test('a latch that nothing feeds is said, however much hangs on it', () => {
  const p = kit(['slab-1200', 'step-5-1', 'latch', 'thimble', 'chirp-i2s', 'speaker-28']);
  expect(unfed(p)).toEqual([]);
  expect(unfed(renamed(p, 'step-5-1', '5V'))).toEqual(['No supply wire leads to it: latch']);
});
