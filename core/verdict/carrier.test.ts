/** A kit on its carrier board: no wires where its tracks run, its maker's order in the steps, and mends that hold. */
import { buildSteps } from '../build';
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap, linesOf } from '../controls';
import { assembly, insertionOrder, sceneOf } from '../fit';
import { overlaySource } from '../formats';
import { applied, appliedAll, type Project } from '../model';
import { compareRoutes, netsOf } from '../wiring';
import { check } from './check';
import { CARRIER_KINDS } from './sabotage/carrier.fixture';
import { waysOut } from './ways';

const minnow = demos().find((p) => p.id === 'minnow')!;
const scene = sceneOf(minnow);
const map = buttonMap(minnow, scene);

test('it closes, and the only wires are those that leave the board', () => {
  expect(check(minnow).closes).toBe(true);
  const nets = netsOf(minnow, scene, map);
  expect(nets.map((n) => [n.a.item, n.b.item].sort().join('-')).sort()).toEqual([
    'cell-m1',
    'cell-m1',
    'm1-speaker',
    'm1-speaker',
  ]);
  expect(check(minnow).findings.filter((f) => f.code === 'unwired')).toEqual([]);
});

test('taken off its board a part is wired like any other', () => {
  const parts = minnow.kit.parts.map((q) => {
    const bare = { ...q };
    delete bare.carrier;
    return bare;
  });
  const p: Project = { ...minnow, kit: { ...minnow.kit, parts } };
  const ends = netsOf(p, sceneOf(p), buttonMap(p)).map((n) => `${n.a.item} ${n.b.item}`);
  expect(ends.filter((e) => e.includes('thimble')).length).toBeGreaterThan(8);
});

test('each key lies on the line of its track, and no other key gets one of these', () => {
  const carrier = minnow.kit.parts.find((q) => q.id === 'm1')!.carrier!;
  for (const m of map.inputs) {
    const track = carrier.keys.find((k) =>
      ['l1', 'r1'].includes(m.input.id)
        ? k.block === (m.input.id === 'l1' ? 'key-side-l' : 'key-side-r')
        : k.block === `key-${m.input.id}`,
    );
    expect([m.input.id, m.gpio, m.track]).toEqual([m.input.id, track!.gpio, 'M1 board']);
  }
  expect(map.total.working[0]).toBe('12 keys led to the header by the tracks of M1 board: no wire');
  const { free } = linesOf(minnow);
  expect(free.filter((g) => carrier.keys.some((k) => k.gpio === g))).toEqual([]);
  const overlay = overlaySource({
    ...minnow,
    controls: { ...minnow.controls, compatible: 'made-up,thimble' },
  });
  for (const { gpio } of carrier.keys) expect(overlay).toContain(`<&gpio ${gpio} `);
});

test('keys of a carrier are read on the header alone: another route is refused, and each may go back', () => {
  const byBoard = applied(minnow, { do: 'link', route: 'usb' });
  const f = check(byBoard).findings.filter((x) => x.code === 'off-track');
  expect(f).toHaveLength(12);
  expect(f[0]!.verdict).toBe('hit');
  const row = compareRoutes(minnow, STARTER_PARTS).find((r) => r.route === 'gpio')!;
  expect([row.wires, row.why]).toEqual([0, []]);
  const other = compareRoutes(minnow, STARTER_PARTS).find((r) => r.route === 'expander')!;
  expect(other.why.join()).toContain('M1 board');
});

test("parts go in as the maker says, and a part's step says how and which way round", () => {
  const order = insertionOrder(scene);
  const before = (a: string, b: string) => order.indexOf(a) < order.indexOf(b);
  expect([before('side-l', 'm1'), before('panel', 'm1'), before('m1', 'thimble')]).toEqual([
    true,
    true,
    true,
  ]);
  expect(assembly(scene).byMaker).toHaveLength(4);
  const steps = buildSteps(minnow);
  const at = (id: string) => steps.findIndex((s) => s.id === id);
  expect(at('fit-in:side-r')).toBeLessThan(at('fit-in:m1'));
  expect(at('fit-in:m1')).toBeLessThan(at('fit-in:thimble'));
  const detail = (id: string) => steps[at(id)]!.detail;
  expect(detail('fit-in:side-l')).toContain('Peg first');
  expect(detail('fit-in:frame')).toContain('dot looks at the charge socket');
  expect(detail('fit-in:thimble')).toContain('crosswise');
  expect(steps.some((s) => s.title.startsWith('Wire') && s.title.includes('inputs'))).toBe(false);
  expect(steps.find((s) => s.id === 'wire:thimble')!.title).toContain('Press Thimble onto');
});

test('a rider listed before what it rides on goes in after it', () => {
  const [m1, ...rest] = minnow.layout.placements;
  const p: Project = {
    ...minnow,
    layout: {
      placements: [
        ...rest.map((q) =>
          q.item === 'speaker' ? { ...q, on: { item: 'm1' }, x: 20, y: 20, up: 'in' as const } : q,
        ),
        m1!,
      ],
    },
  };
  const steps = buildSteps(p);
  const at = (id: string) => steps.findIndex((s) => s.id === id);
  expect(at('fit-in:m1')).toBeLessThan(at('fit-in:speaker'));
});

test('the ways out of a kit that is built wrong clear it', () => {
  const wanted = new Set([
    'a layer of a kit beside its contacts',
    'one side key too many in a kit',
    'a key of a carrier put on another line by hand',
  ]);
  for (const kind of CARRIER_KINDS.filter((k) => wanted.has(k.name))) {
    const [c] = kind.cases(minnow);
    const hits = check(c!.spoilt).findings.filter((f) => f.verdict === 'hit');
    expect([kind.name, hits.length > 0]).toEqual([kind.name, true]);
    for (const f of hits) {
      const { ways } = waysOut(c!.spoilt, f, STARTER_PARTS);
      expect([kind.name, f.title, ways.length > 0]).toEqual([kind.name, f.title, true]);
    }
    const [way] = waysOut(c!.spoilt, hits[0]!, STARTER_PARTS).ways;
    expect(check(appliedAll(c!.spoilt, way!.changes)).closes).toBe(true);
  }
});

test("a kit without its computer is offered the maker's kind", () => {
  const without = applied(minnow, { do: 'drop', item: 'thimble' });
  const f = check(without).findings.find((x) => x.code === 'carrier-missing')!;
  expect(f.what).toContain('Thimble');
  expect(waysOut(without, f, STARTER_PARTS).ways.map((w) => w.text)).toContain(
    'Put Thimble into the kit',
  );
});
