/** Builds whose games run on something other than a computer board: a board moved whole, a device carried along. */
import { demos, STARTER_PARTS } from '../catalogue';
import { scorecard } from '../brief';
import { buildSteps } from '../build';
import { chains } from '../chains';
import { backings } from '../controls';
import { sceneOf } from '../fit';
import { knownToWork } from '../kit';
import { energyOf, powerFigures } from '../power';
import { keptPart } from '../shell';
import { applied, appliedAll, length, type Part, type Project, readProject } from '../model';
import { spoken } from '../sound';
import { check } from './check';
import { waysOut } from './ways';
import { fedStraightFromCell, transplanted } from './sabotage/builds.fixture';

const moved = transplanted();
const chain = (p: Project, kind: string) => chains(p).find((c) => c.kind === kind)!;
const withHost = (p: Project, change: (q: Part) => Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map((q) => (q.host ? change(q) : q)) },
});

describe('a board moved with its own chips', () => {
  test('closes: nothing asks for a computer, a card, an image or a header', () => {
    const verdict = check(moved);
    expect(verdict.findings.filter((f) => f.verdict !== 'clear').map((f) => f.title)).toEqual([]);
    expect(chain(moved, 'picture').links.map((l) => l.joint)).toContain('SPI, soldered');
    expect(chain(moved, 'inputs').links.map((l) => l.note)).toEqual([
      expect.stringMatching(/^Pad up/),
      'reads 12 keys at its own pads',
    ]);
    expect(verdict.map.total.working[0]).toMatch(/own pad of Caller board/);
    expect(chain(moved, 'storage').links.map((l) => l.note)).toEqual(['starts from its own chips']);
    expect(knownToWork(moved)).toBeUndefined();
    expect(readProject(JSON.parse(JSON.stringify(moved)))).toMatchObject({ ok: true });
  });
  test('its steps say nothing of software, and an iron joins its keys at its own pads', () => {
    const ids = buildSteps(moved).map((s) => s.id);
    expect(ids).not.toContain('system');
    expect(ids).not.toContain('overlay');
    expect(ids).toContain('gate-buttons');
  });
  test('every key has its wire to a pad of the board, and the screen its picture, found or still to be found', () => {
    const verdict = check(moved);
    const nets = verdict.wiring.wires.map((w) => w.net);
    const to = (item: string) =>
      nets.filter(
        (n) => [n.a.item, n.b.item].includes('thimble') && [n.a.item, n.b.item].includes(item),
      );
    const keys = nets.filter((n) => [n.a.pad, n.b.pad].some((pad) => /^IN\d+$/.test(pad)));
    expect(keys).toHaveLength(moved.controls.inputs.length);
    expect(to('screen').filter((n) => n.what === 'signal').length).toBeGreaterThanOrEqual(5);
    // Pads nobody named are told by what they are for.
    const unnamed = withHost(moved, (q) => ({ ...q, pads: q.pads.slice(0, 2) }));
    const named = check(unnamed)
      .wiring.wires.flatMap((w) => [w.net.a, w.net.b])
      .filter((e) => e.item === 'thimble')
      .map((e) => e.pad);
    for (const input of moved.controls.inputs) expect(named).toContain(input.name);
  });
  test('turned off it draws nothing, and a switch harms no card', () => {
    const drains = (p: Project) => powerFigures(p).off!.draws.map((d) => d.name);
    expect(drains(moved)).not.toContain('Caller board');
    const switched: Project = { ...moved, power: { ...moved.power, off: 'switch' } };
    expect(chain(switched, 'shutdown').notes.join(' ')).not.toMatch(/card/);
    expect(chain(moved, 'shutdown').links.at(-1)!.note).toBe('stops at once');
  });
  test('runs its own games only: wanted families are missed, and said why', () => {
    const wanting: Project = { ...moved, brief: { ...moved.brief, families: ['8-bit handheld'] } };
    const goal = scorecard(wanting, check(wanting)).find((g) => g.goal === 'families')!;
    expect([goal.standing, goal.figure]).toEqual(['missed', 'its own games only']);
  });
  test('a key over the board is pressed on its own contacts; beside it, it wants a switch', () => {
    const bare: Project = {
      ...moved,
      layout: {
        placements: moved.layout.placements.filter((x) => !['pad', 'keys'].includes(x.item)),
      },
      kit: { ...moved.kit, items: moved.kit.items.filter((i) => !['pad', 'keys'].includes(i.id)) },
    };
    expect(backings(sceneOf(bare)).every((b) => !b.on)).toBe(true);
    const board = bare.layout.placements.find((x) => x.item === 'thimble')!;
    const scene = sceneOf(bare);
    const plate = scene.items.get('thimble')!.blocks.find((b) => b.block.kind === 'board')!.solid;
    const middle = { piece: 'front', x: (plate.x0 + plate.x1) / 2, y: (plate.y0 + plate.y1) / 2 };
    const first = bare.controls.inputs[0]!;
    const over: Project = {
      ...bare,
      layout: {
        placements: bare.layout.placements.map((x) =>
          x === board ? { ...x, on: { piece: 'front' }, up: 'out' } : x,
        ),
      },
      controls: { ...bare.controls, inputs: [{ ...first, at: middle }] },
    };
    const [found] = backings(sceneOf(over));
    expect(found!.on).toMatchObject({ item: 'thimble', label: 'its own contacts' });
  });
  test('kept of a donor it becomes what runs the games when its builder says so', () => {
    const kept = {
      id: 'main',
      name: 'Main board',
      kind: 'board' as const,
      w: length(80),
      h: length(50),
      d: length(6),
      proved: 'before and after' as const,
      tests: [],
      senses: [],
    };
    expect(keptPart(kept).host).toBeUndefined();
    expect(keptPart({ ...kept, runs: true })).toMatchObject({
      family: 'sbc',
      host: { is: 'kept board', starts: 'own chips' },
    });
  });
});

describe('everything straight on the cell', () => {
  const straight = fedStraightFromCell();
  test('closes without a rail: no 5 V is asked for, and the cell is judged by each window', () => {
    const verdict = check(straight);
    expect(verdict.findings.filter((f) => f.verdict !== 'clear').map((f) => f.title)).toEqual([]);
    expect(chain(straight, 'energy').notes.join(' ')).toMatch(
      /Straight from the cell: Caller board/,
    );
    const rail = verdict.findings.find((f) => f.id === 'power:rail')!;
    expect([rail.verdict, rail.what]).toEqual(['clear', '2.9 to 4.3 V is good.']);
    expect(powerFigures(straight).run!.value.hours).toBeGreaterThan(
      powerFigures(moved).run!.value.hours,
    );
  });
  test('its loads are wired to the charge board, which is the cell', () => {
    const nets = check(straight).wiring.wires.map((w) => w.net);
    const plus = nets.filter((n) => n.a.pad === 'OUT+' || n.b.pad === 'OUT+');
    expect(plus.map((n) => (n.a.pad === 'OUT+' ? n.b.item : n.a.item)).sort()).toEqual([
      'amp',
      'thimble',
    ]);
    expect(plus.every((n) => n.feeds?.at === 'cell')).toBe(true);
  });
  test('a load that wants more than the cell gives asks for a rail again', () => {
    const wants = (volts: [number, number]): Project => ({
      ...straight,
      kit: {
        ...straight.kit,
        parts: straight.kit.parts.map((q) =>
          q.amp
            ? {
                ...q,
                ports: q.ports!.map((x) =>
                  x.carries === 'rail' && x.role === 'takes' ? { ...x, volts } : x,
                ),
              }
            : q,
        ),
      },
    });
    const breaks = (p: Project) => chain(p, 'energy').breaks.map((b) => b.title);
    expect(breaks(wants([3.0, 4.2]))).toEqual([]);
    expect(breaks(wants([3.1, 4.2]))).toEqual(['No 5 V rail']);
    expect(breaks(wants([3.0, 4.1]))).toEqual(['No 5 V rail']);
  });
  test('its speaker is judged by what a full cell drives it with, its loudness by an empty one', () => {
    const [s] = spoken(straight);
    expect(s!.mostWatts).toBeGreaterThan(1.5 * s!.watts);
    const weak: Project = {
      ...straight,
      kit: {
        ...straight.kit,
        parts: straight.kit.parts.map((q) =>
          q.speaker ? { ...q, speaker: { ...q.speaker, ratedW: s!.mostWatts / 1.4 } } : q,
        ),
      },
    };
    const driven = check(weak).findings.find((f) => f.code === 'driven')!;
    expect([driven.verdict, driven.why[0]]).toEqual([
      'tight',
      expect.stringMatching(/on a full pack$/),
    ]);
  });
  test('without its cell nothing feeds it, though no rail was begun', () => {
    const bare = applied(straight, { do: 'drop', item: 'cell' });
    expect(check(bare).findings.some((f) => f.verdict === 'hit' && f.title === 'No cell yet')).toBe(
      true,
    );
  });
});

describe('a device that is carried along', () => {
  const paperback = demos()[3]!;
  const device: Part = {
    ...paperback.kit.parts.find((q) => q.id === 'thimble')!,
    host: { is: 'device', starts: 'own chips', keys: 0 },
    screen: {
      diagonalIn: 7,
      active: { x: 0, y: 0, w: 150, h: 90 },
      px: [1280, 800],
      link: 'panel',
    },
  };
  const carried: Project = {
    ...paperback,
    kit: {
      ...paperback.kit,
      parts: paperback.kit.parts.map((q) => (q.id === 'thimble' ? device : q)),
      items: paperback.kit.items.filter((i) => i.id === 'thimble'),
    },
    controls: { ...paperback.controls, inputs: [] },
  };
  test('feeds, shows, sounds and turns off itself', () => {
    expect(energyOf(carried).loads).toEqual([]);
    expect(chain(carried, 'picture').breaks).toEqual([]);
    expect(chain(carried, 'picture').links.at(-1)!.name).toBe('Its own screen');
    for (const kind of ['sound', 'shutdown', 'inputs']) {
      expect(chain(carried, kind).wanted).toBe(false);
    }
    expect(chain(carried, 'storage').breaks).toEqual([]);
  });
  const sallow = demos().find((p) => p.id === 'sallow')!;
  test('with a pad on a wire: nothing is soldered, and no step waits for one that does', () => {
    const verdict = check(sallow);
    expect(verdict.findings.filter((f) => f.verdict !== 'clear').map((f) => f.title)).toEqual([]);
    expect(chain(sallow, 'inputs').links.map((l) => l.note)).toEqual([
      'plugged in from outside',
      'plays with them',
    ]);
    const ids = buildSteps(sallow).map((s) => s.id);
    expect(ids.filter((id) => /^(wire|gate|slim)/.test(id))).toEqual([]);
    expect(ids.indexOf('lead:lead')).toBeGreaterThan(ids.indexOf('fit-in:tablet'));
    expect(scorecard(sallow, verdict).find((g) => g.goal === 'tools')!.standing).toBe('met');
  });
  test('a bank without its lead feeds nothing, and the lead that fits is offered', () => {
    const loose = applied(sallow, { do: 'drop', item: 'lead' });
    const found = check(loose).findings.find((f) => f.title === 'No lead from the bank')!;
    expect([found.verdict, found.about]).toEqual(['hit', ['bank', 'tablet']]);
    const [way] = waysOut(loose, found, STARTER_PARTS).ways;
    expect(check(appliedAll(loose, way!.changes)).closes).toBe(true);
  });
  test('a lead for data serves the bank as well, where no data wants it', () => {
    const usb = { ...sallow.kit.parts.find((q) => q.lead)!, id: 'usb-lead' };
    const lead = { ...usb, lead: { ...usb.lead!, carries: 'usb' as const } };
    const p = applied(sallow, { do: 'swap', item: 'lead', part: lead });
    expect(check(p).closes).toBe(true);
    expect(buildSteps(p).map((s) => s.id)).toContain('lead:lead');
  });
  test('a pad for it still wants a radio, or a port', () => {
    const pad: Project = { ...carried, controls: { ...carried.controls, route: 'usb' } };
    const keyed: Project = {
      ...pad,
      controls: { ...pad.controls, inputs: paperback.controls.inputs },
    };
    expect(chain(keyed, 'inputs').breaks.map((b) => b.title)).toEqual(['No controller board']);
  });
});
