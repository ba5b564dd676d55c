/** Complete kits are accepted, a kit with one link broken is refused by that link's name, and a second judge agrees. */
import { demos, STARTER_PARTS } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { appliedAll, emptyProject, type Project, withAdded } from '../model';
import { CHAINS, chainFindings, chains, chainWays, dataTree, kitOf, load } from './index';
import { judge } from './judge.fixture';
import { completeKit } from './kits.fixture';

const breaksOf = (p: Project): string[] =>
  chains(p)
    .flatMap((c) => c.breaks.map((b) => b.id))
    .sort();
const part = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
const KITS = Array.from({ length: 500 }, (_, i) => completeKit(seeded(4000 + i)));

describe('500 kits made complete', () => {
  test('at least 98 % are accepted by the checker, and the second judge says the same of every one', () => {
    const refused = KITS.filter(({ p }) => breaksOf(p).length);
    expect(refused.length).toBeLessThanOrEqual(10);
    for (const { p } of KITS) {
      expect([p.kit.items.map((i) => i.id), judge(p).sort()]).toEqual([
        p.kit.items.map((i) => i.id),
        breaksOf(p),
      ]);
    }
  });
  test('with exactly one link broken, every one is refused naming that link and no other', () => {
    let tried = 0;
    const seen = new Set<string>();
    for (const { p, breakers } of KITS) {
      for (const { id, broken } of breakers) {
        expect([p.kit.items.map((i) => i.id), breaksOf(broken)]).toEqual([
          p.kit.items.map((i) => i.id),
          [id],
        ]);
        expect([id, judge(broken)]).toEqual([id, [id]]);
        seen.add(id);
        tried++;
      }
    }
    expect(tried).toBeGreaterThan(2500);
    expect([...seen].map((s) => s.split(':')[0])).toEqual(expect.arrayContaining([...CHAINS]));
    expect(seen.size).toBeGreaterThanOrEqual(25);
  });
  test('for each kind of break a mend is offered, and the first one that clears it makes no new break', () => {
    const done = new Set<string>();
    for (const { breakers } of KITS) {
      for (const { id, broken } of breakers) {
        if (done.has(id)) continue;
        const f = chainFindings(broken).find((x) => x.id === `chain:${id}`)!;
        const ways = chainWays(broken, f, STARTER_PARTS);
        const good = ways.filter((w) => !breaksOf(appliedAll(broken, w.changes)).length);
        if (good.length) done.add(id);
      }
    }
    const wanted = new Set(KITS.flatMap((k) => k.breakers.map((b) => b.id)));
    expect([...wanted].filter((id) => !done.has(id))).toEqual([]);
  });
});

describe('a chain in words', () => {
  test('an empty kit has no chains; one with a computer alone says what is still to choose, as open and not as broken', () => {
    expect(chains(emptyProject('a', 'A'))).toEqual([]);
    const f = chainFindings(withAdded(emptyProject('a', 'A'), part('teasel')));
    expect(f.filter((x) => x.verdict === 'tight').map((x) => x.id)).toEqual(
      expect.arrayContaining([
        'chain:energy:source',
        'chain:picture:screen',
        'chain:sound:none',
        'chain:inputs:none',
        'chain:shutdown:way',
      ]),
    );
  });
  test('a guard for other cells than these breaks the energy, one for these does not', () => {
    const guarded = (id: string) => breaksOf(withAdded(demos()[1]!, part(id)));
    expect(guarded('guard-1s')).toEqual([]);
    expect(guarded('guard-2s')).toEqual(['energy:guard-guard-2s']);
  });
  test('a computer that nothing can feed breaks the energy', () => {
    const done = demos()[1]!;
    const parts = done.kit.parts.map((q) => (q.id === 'teasel' ? { ...q, ports: [] } : q));
    expect(breaksOf({ ...done, kit: { ...done.kit, parts } })).toContain('energy:computer-feed');
  });
  test('the demo runs from its cell to its loads and from its computer to its speaker', () => {
    const [energy, picture, sound] = chains(demos()[1]!);
    expect(energy!.links.map((l) => l.name)).toEqual(['Slab 2500', 'Step 5/3A', '3 loads']);
    expect(picture!.links.map((l) => l.name)).toEqual(['Teasel', 'Pane 2.8']);
    expect(sound!.links.map((l) => l.name)).toEqual([
      'Teasel',
      'volume wheel',
      'Chirp I2S',
      'Speaker 28',
    ]);
    expect(energy!.notes.join(' ')).toContain('check with a meter');
  });
  test('a driver with a 5 to 12 V jack is a hit when the jack is in a wall, and none when it stays inside', () => {
    const p = ['teasel', 'pane-7-hdmi', 'lead-hdmi', 'slab-5000', 'step-5-3'].reduce(
      (q, id) => withAdded(q, part(id)),
      emptyProject('a', 'A'),
    );
    const out = {
      ...p,
      kit: {
        ...p.kit,
        items: p.kit.items.map((i) =>
          i.part === 'pane-7-hdmi' ? { ...i, reach: { barrel: true } } : i,
        ),
      },
    };
    expect(breaksOf(p)).not.toContain('ports:barrel');
    expect(breaksOf(out)).toContain('ports:barrel');
  });
  test('two unlike cells on one rail are named', () => {
    const p = ['teasel', 'slab-3000', 'slab-2000', 'step-5-3'].reduce(
      (q, id) => withAdded(q, part(id)),
      emptyProject('a', 'A'),
    );
    expect(breaksOf(p)).toContain('energy:mixed');
    expect(
      breaksOf(
        appliedAll(
          p,
          chainWays(
            p,
            chainFindings(p).find((f) => f.id === 'chain:energy:mixed')!,
            [],
          )[0]!.changes,
        ),
      ),
    ).not.toContain('energy:mixed');
  });
  test('a load outside every rail is named, and a converter for it is a mend', () => {
    const twelve = {
      ...part('pane-7-hdmi'),
      id: 'twelve',
      ports: part('pane-7-hdmi').ports!.map((q) =>
        q.carries === 'rail' ? { ...q, volts: [10.8, 13.2] as [number, number] } : q,
      ),
    };
    const p = withAdded(
      ['teasel', 'lead-hdmi', 'slab-5000', 'step-5-3'].reduce(
        (q, id) => withAdded(q, part(id)),
        emptyProject('a', 'A'),
      ),
      twelve,
    );
    const f = chainFindings(p).find((x) => x.id === 'chain:energy:rail-twelve')!;
    expect(f.title).toContain('wants 10.8 V to 13.2 V');
    expect(chainWays(p, f, STARTER_PARTS).map((w) => w.text)).toContain('Add Lift 12/1A');
  });
});

describe('trees', () => {
  const kit = (...ids: string[]) =>
    ids.reduce((q, id) => withAdded(q, part(id)), emptyProject('a', 'A'));
  test('devices hang at the computer while there is room, the rest at the hub; currents add up', () => {
    const t = dataTree(kitOf(kit('thimble', 'hub-4', 'knit', 'chirp-usb', 'usb-stick')));
    expect([t.ports, t.free, t.devices.length, t.breaks]).toEqual([4, 1, 3, []]);
    const hub = t.root!.children[0]!;
    expect(hub.children.map((c) => c.item).sort()).toEqual(['chirp-usb', 'knit', 'usb-stick']);
    expect(load(hub)).toBeCloseTo(0.04 + 0.03 + 0.06 + 0.12, 9);
  });
  test('a port is not asked for more than it gives', () => {
    const greedy = {
      ...part('usb-stick'),
      id: 'greedy',
      ports: [{ ...part('usb-stick').ports![0]!, amps: 0.9 }],
    };
    expect(dataTree(kitOf(withAdded(kit('thimble'), greedy))).breaks.map((b) => b.id)).toEqual([
      'current-greedy',
    ]);
  });
});
