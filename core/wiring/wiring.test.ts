/** Wires against closed forms, brute force and laws: straight where nothing stands, never shorter with more in the way, long enough to open. */
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { seeded } from '../geometry';
import {
  applied,
  appliedAll,
  type Change,
  length,
  mustRead,
  type Placement,
  type Project,
  withAdded,
} from '../model';
import { check, waysOut } from '../verdict';
import {
  cellAt,
  type Field,
  fieldOf,
  netsOf,
  overInsulation,
  bundleFits,
  reach,
  shortest,
  stored,
  STRIP_MM,
  widest,
  wiring,
  type Wiring,
} from './index';
import { dammed } from './dam.fixture';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const laid = (p: Project): Wiring => {
  const s = sceneOf(p);
  return wiring(p, s, buttonMap(p, s));
};
const place = (p: Project, item: string, more: Partial<Placement>): Project =>
  applied(p, {
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === item)!, ...more },
  });
const flat = (nx: number, ny: number, free: (i: number, j: number) => number): Field => {
  const low = new Float32Array(nx * ny);
  const high = Float32Array.from({ length: nx * ny }, (_, k) => free(k % nx, Math.floor(k / nx)));
  return { step: 1, nx, ny, low, high, used: new Float32Array(nx * ny), least: [high, high, high] };
};

describe('nets follow from the kit and the map', () => {
  const nets = netsOf(done, sceneOf(done), buttonMap(done, sceneOf(done)));
  test('every header signal of every part, every routed input, and each pair of the power path has its wire', () => {
    for (const i of done.kit.items) {
      for (const t of done.kit.parts.find((q) => q.id === i.part)!.takes ?? []) {
        expect([
          t.signal,
          nets.filter((n) => n.a.pad === `GPIO${t.gpio}` && n.b.item === i.id).length,
        ]).toEqual([t.signal, 1]);
      }
    }
    for (const input of done.controls.inputs) {
      expect([input.name, nets.filter((n) => n.says === input.name).length]).toEqual([
        input.name,
        1,
      ]);
    }
    expect(nets.filter((n) => n.says === 'cell to charger').map((n) => [n.a.pad, n.b.pad])).toEqual(
      [
        ['BAT+', 'BAT+'],
        ['BAT-', 'BAT-'],
      ],
    );
    expect(nets.filter((n) => n.says === '5 V to Chirp I2S').map((n) => n.a.item)).toEqual([
      'charger',
      'charger',
    ]);
  });
  test('ids are unique, valid in a document, and no pad but ground and power is used twice', () => {
    expect(new Set(nets.map((n) => n.id)).size).toBe(nets.length);
    const signals = nets
      .filter((n) => n.what === 'signal')
      .flatMap((n) => [n.a, n.b])
      .map((e) => `${e.item} ${e.pad}`);
    expect(new Set(signals).size).toBe(signals.length);
    expect(() =>
      mustRead(
        JSON.parse(
          JSON.stringify({
            ...done,
            wiring: { nets: nets.map((n) => stored(n, { colour: 'blue' })) },
          }),
        ),
      ),
    ).not.toThrow();
  });
  test('neighbours in a bundle differ in colour; a choice of the builder is kept by its id', () => {
    const id = nets.find((n) => n.says === 'SPI clock')!.id;
    const said = applied(done, {
      do: 'net',
      net: stored(
        nets.find((n) => n.id === id)!,
        { awg: 28, colour: 'pink', label: 'CK' },
      ),
    });
    const again = netsOf(said, sceneOf(said), buttonMap(said, sceneOf(said))).find(
      (n) => n.id === id,
    )!;
    expect([again.awg, again.colour, again.label]).toEqual([28, 'pink', 'CK']);
    const screen = nets
      .filter((n) => n.what === 'signal' && n.b.item === 'screen')
      .map((n) => n.colour);
    expect(new Set(screen).size).toBe(screen.length);
  });
  test('a later choice keeps the earlier ones; taking one back leaves the rest', () => {
    const net = (p: Project) =>
      netsOf(p, sceneOf(p), buttonMap(p, sceneOf(p))).find((n) => n.says === 'SPI clock')!;
    let p = applied(done, { do: 'net', net: stored(net(done), { awg: 26, colour: 'pink' }) });
    p = applied(p, { do: 'net', net: stored(net(p), { plug: true, via: [[60, 50, 0]] }) });
    expect(net(p)).toMatchObject({ awg: 26, colour: 'pink', plug: true, via: [[60, 50, 0]] });
    p = applied(p, { do: 'net', net: stored(net(p), { via: undefined, plug: undefined }) });
    expect(net(p)).toMatchObject({ awg: 26, colour: 'pink', plug: false, via: [] });
    expect(Object.keys(p.wiring.nets[0]!).sort()).toEqual(['awg', 'colour', 'ends', 'id']);
  });
  test('supply and its grounds are in the gauge of the rail, whatever a button is called; signals and 3.3 V are thin', () => {
    const named: Project = {
      ...done,
      controls: {
        ...done.controls,
        inputs: done.controls.inputs.map((i) =>
          i.id === 'up' ? { ...i, name: 'cell on the rail, 5 V' } : i,
        ),
      },
    };
    const all = netsOf(named, sceneOf(named), buttonMap(named, sceneOf(named)));
    expect(all.find((n) => n.says === 'cell on the rail, 5 V')!.awg).toBe(30);
    for (const n of all) {
      let awg: 30 | 24 | 28;
      if (n.says === '5 V rail' || n.says === 'cell to charger' || n.says.startsWith('5 V to')) {
        awg = 24;
      } else if (n.what === 'sound') awg = 28;
      else awg = 30;
      expect([n.says, n.awg]).toEqual([n.says, awg]);
    }
  });
  test('a controller board takes the buttons off the header', () => {
    const p = applied(done, {
      do: 'route',
      route: 'usb',
      part: STARTER_PARTS.find((q) => q.id === 'knit')!,
    });
    const stood = applied(p, {
      do: 'stand',
      placement: {
        item: 'knit',
        on: { piece: 'front' },
        x: 60,
        y: 60,
        turn: 0,
        up: 'out',
        stand: 'flat',
        lift: 1,
        held: 'hand',
      },
    });
    const wires = netsOf(stood, sceneOf(stood), buttonMap(stood, sceneOf(stood)));
    expect(
      wires
        .filter((n) => done.controls.inputs.some((i) => i.name === n.says))
        .every((n) => n.b.item === 'knit' && /^IN\d+$/.test(n.b.pad)),
    ).toBe(true);
  });
});

describe('ways over a field', () => {
  test('shortest ways are those of a plain search over all cells, on 60 random fields', () => {
    const random = seeded(3);
    let none = 0;
    for (let n = 0; n < 60; n++) {
      const f = flat(14, 11, () => (random() < 0.36 ? 0 : 5));
      const open = (k: number) => f.high[k]! > 1;
      const from = cellAt(f, random() * 14, random() * 11);
      const to = cellAt(f, random() * 14, random() * 11);
      // Bellman-Ford: relax every step until nothing changes.
      const d = new Array<number>(154).fill(Infinity);
      d[from] = 0;
      for (let again = true; again;) {
        again = false;
        for (let k = 0; k < 154; k++) {
          for (let y = -1; y <= 1; y++) {
            for (let x = -1; x <= 1; x++) {
              const u = (k % 14) + x;
              const v = Math.floor(k / 14) + y;
              const q = v * 14 + u;
              if (
                (!x && !y) ||
                u < 0 ||
                v < 0 ||
                u > 13 ||
                v > 10 ||
                (q !== to && !open(q)) ||
                (x && y && !open(Math.floor(k / 14) * 14 + u) && !open(v * 14 + (k % 14)))
              ) {
                continue;
              }
              const c = d[k]! + Math.hypot(x, y);
              if (c < d[q]! - 1e-9) {
                d[q] = c;
                again = true;
              }
            }
          }
        }
      }
      const way = shortest(f, from, to, open);
      const mm = way
        ?.slice(1)
        .reduce(
          (s, k, i) =>
            s +
            Math.hypot((k % 14) - (way[i]! % 14), Math.floor(k / 14) - Math.floor(way[i]! / 14)),
          0,
        );
      if (!way) none++;
      expect([n, mm === undefined ? Infinity : Math.round(mm * 1e6)]).toEqual([
        n,
        d[to] === Infinity ? Infinity : Math.round(d[to]! * 1e6),
      ]);
    }
    expect(none).toBeGreaterThan(3);
  });
  test('the widest way leaves the most at its narrowest cell: brute force over thresholds', () => {
    const random = seeded(9);
    for (let n = 0; n < 25; n++) {
      const f = flat(9, 8, () => Math.round(random() * 40) / 10);
      const from = 0;
      const to = 71;
      const levels = [...new Set([...f.high])].sort((a, b) => b - a);
      const joined = (level: number) => {
        const seen = new Set([from]);
        const todo = [from];
        while (todo.length) {
          const k = todo.pop()!;
          for (const [x, y] of [
            [1, 0],
            [-1, 0],
            [0, 1],
            [0, -1],
          ] as const) {
            const u = (k % 9) + x;
            const v = Math.floor(k / 9) + y;
            const q = v * 9 + u;
            if (
              u >= 0 &&
              v >= 0 &&
              u < 9 &&
              v < 8 &&
              !seen.has(q) &&
              (q === to || f.high[q]! >= level)
            ) {
              seen.add(q);
              todo.push(q);
            }
          }
        }
        return seen.has(to);
      };
      expect(widest(f, from, to).free).toBeCloseTo(levels.find(joined)!, 5);
    }
  });
  test('a bundle passes where it can lie side by side, and no longer once others lie there', () => {
    const f = flat(5, 5, () => 1);
    expect(bundleFits(f, 12, 4.9, 0.6)).toBe(true);
    expect(bundleFits(f, 12, 5.1, 0.6)).toBe(false);
    expect(bundleFits(f, 12, 0.5, 1.1)).toBe(false);
    f.used[12] = 3;
    expect(bundleFits(f, 12, 2.1, 0.6)).toBe(false);
  });
});

describe('wires laid', () => {
  const w = laid(done);
  test('none is shorter than the straight line between its pads, and every cut is its longer way and two strips', () => {
    expect(w.findings).toEqual([]);
    for (const x of w.wires) {
      const straight = Math.hypot(...x.net.a.at.map((v, i) => v - x.net.b.at[i]!));
      expect(x.closedMm!).toBeGreaterThanOrEqual(straight - 1e-6);
      expect(x.cutMm!).toBeCloseTo(Math.max(x.closedMm!, x.openMm ?? 0) + 2 * STRIP_MM, 9);
    }
    expect(w.totalMm).toBeCloseTo(
      w.wires.reduce((s, x) => s + x.cutMm!, 0),
      6,
    );
  });
  test('with nothing between, a wire is straight', () => {
    const bare = laid(warbler).bundles.find((b) => b.name.startsWith('Step'))!;
    const flatMm = Math.hypot(bare.a[0] - bare.b[0], bare.a[1] - bare.b[1]);
    expect(bare.closedMm!).toBeGreaterThanOrEqual(flatMm - 1e-6);
    expect(bare.closedMm!).toBeLessThan(flatMm + Math.abs(bare.a[2] - bare.b[2]) + 3);
  });
  test('no point of a laid bundle lies in a part', () => {
    const scene = sceneOf(done);
    const f = fieldOf(scene);
    for (const b of w.bundles) {
      for (const [x, y, z] of b.closed!.slice(2, -2)) {
        const k = cellAt(f, x, y);
        const near = Math.min(
          Math.hypot(x - b.a[0], y - b.a[1]),
          Math.hypot(x - b.b[0], y - b.b[1]),
        );
        if (near < 2 * f.step) continue;
        expect(z).toBeGreaterThan(f.low[k]! - 1e-6);
        expect(z).toBeLessThan(f.high[k]! + 1e-6);
      }
    }
  });
  test('the way over the spine is the least over every crossing', () => {
    for (const b of w.bundles.filter((x) => x.open)) {
      let least = Infinity;
      for (let t = 0; t <= 90; t += 0.01) {
        least = Math.min(least, Math.hypot(b.a[0], b.a[1] - t) + Math.hypot(b.b[0], b.b[1] - t));
      }
      expect(b.open!.mm).toBeCloseTo(
        least +
          Math.abs(b.a[2]) +
          Math.abs(b.b[2]) +
          2 * 2.2 +
          Math.PI * 3 * Math.max(...b.nets.map((n) => overInsulation(n.awg))),
        3,
      );
    }
  });
  test('a plug shortens a wire to what it needs when shut, and is listed for opening', () => {
    const b = w.bundles.find((x) => x.items.includes('speaker'))!;
    const p = appliedAll(
      done,
      b.nets.map((n): Change => ({ do: 'net', net: stored(n, { plug: true }) })),
    );
    const next = laid(p);
    for (const x of next.wires.filter((q) => q.bundle === b.id)) {
      expect([x.openMm, x.slackMm]).toEqual([undefined, 0]);
    }
    expect(next.unplug).toEqual([b.name]);
    expect(next.loops.needs).toBeLessThan(w.loops.needs);
  });
});

describe('findings', () => {
  const two = appliedAll(
    done,
    done.kit.items
      .filter((i) => i.id !== 'teasel' && i.id !== 'charger' && i.id !== 'amp')
      .map((i): Change => ({ do: 'drop', item: i.id })),
  );
  test('a wall up to the front leaves no way, by how much is said, and a cut-out lets it through', () => {
    const p = dammed(two, 27.2);
    const f = laid(p).findings[0]!;
    expect([f.title, f.what]).toEqual([
      `0.4 mm free, ${overInsulation(24).toFixed(1)} needed`,
      '2 wires from Step 5/3A to Teasel',
    ]);
    expect(laid(dammed(two, 24)).findings).toEqual([]);
    expect(
      laid(dammed(two, 24)).wires.find((x) => x.net.says === '5 V rail')!.closedMm!,
    ).toBeGreaterThan(laid(two).wires.find((x) => x.net.says === '5 V rail')!.closedMm!);
  });
  test('a pinned crossing far from the spine is said and let go', () => {
    const net = laid(done).wires.find((x) => x.net.says === 'SPI clock')!.net;
    const pinned = applied(done, { do: 'net', net: stored(net, { via: [[165, 50, 0]] }) });
    const f = check(pinned).findings.find((x) => x.id.startsWith('wire:pinned'))!;
    expect(f.title).toBe('Crosses 165 mm from the spine');
    const ways = waysOut(pinned, f, []).ways;
    expect(ways[0]!.text).toBe('Let it cross at the spine');
    for (const way of ways) {
      expect(
        check(appliedAll(pinned, way.changes)).findings.some(
          (x) => x.id === f.id && x.verdict !== 'clear',
        ),
      ).toBe(false);
    }
  });
  test('loops that do not fit beside the spine are said; a plug clears it', () => {
    const thick = appliedAll(
      done,
      laid(done)
        .wires.filter((x) => x.openMm)
        .map((x): Change => ({ do: 'net', net: stored(x.net, { awg: 14 }) })),
    );
    const f = laid(thick).findings.find((x) => x.id === 'wire:loops');
    expect(f?.verdict).toMatch(/hit|tight/);
    const plugged = appliedAll(
      thick,
      laid(thick)
        .wires.filter((x) => x.openMm)
        .map((x): Change => ({ do: 'net', net: stored(x.net, { plug: true, awg: 14 }) })),
    );
    expect(laid(plugged).findings.some((x) => x.id === 'wire:loops')).toBe(false);
  });
});

describe('ribbons', () => {
  test('straight ahead it needs the distance and its seat; across, two folds more; behind, a full bend', () => {
    expect(reach([0, 0, 0], [1, 0], [30, 0, 0], true)).toMatchObject({
      mm: 33.5,
      folds: 0,
      bends: 0,
      contactsUp: true,
    });
    expect(reach([0, 0, 0], [1, 0], [30, 12, 0], true)).toMatchObject({
      mm: 45.5,
      folds: 2,
      contactsUp: true,
    });
    const behind = reach([0, 0, 0], [1, 0], [-20, 0, 2], true);
    expect(behind.mm).toBeCloseTo(20 + Math.PI * 1.05 + 3.5, 9);
    expect(behind.contactsUp).toBe(false);
    expect(reach([0, 0, 0], [1, 0], [30, 0, 8], true).mm).toBeCloseTo(
      30 + 6 + Math.PI * 1.05 + 3.5,
      9,
    );
  });
  test('turning both about z changes nothing', () => {
    for (let a = 0; a < 360; a += 17) {
      const [c, s] = [Math.cos((a * Math.PI) / 180), Math.sin((a * Math.PI) / 180)];
      expect(reach([0, 0, 0], [c, s], [30 * c - 12 * s, 30 * s + 12 * c, 5], true).mm).toBeCloseTo(
        reach([0, 0, 0], [1, 0], [30, 12, 5], true).mm,
        6,
      );
    }
  });
  test('a tail that is too short is said, and moving the driver nearer clears it', () => {
    const lib = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
    const base = {
      ...wisp,
      kit: { parts: [], items: [] },
      layout: { placements: [] },
      controls: { ...wisp.controls, inputs: [] },
      shell: {
        bodies: [
          {
            ...wisp.shell.bodies[0]!,
            outline: { kind: 'rect' as const, w: length(260), h: length(170), r: length(8) },
          },
        ],
      },
    };
    const p = appliedAll(withAdded(withAdded(base, lib('pane-5-bare')), lib('drive-40')), [
      {
        do: 'stand',
        placement: {
          item: 'pane-5-bare',
          on: { piece: 'front' },
          x: 60,
          y: 70,
          turn: 0,
          up: 'out',
          stand: 'flat',
          lift: 0,
          held: 'jig',
        },
      },
      {
        do: 'stand',
        placement: {
          item: 'drive-40',
          on: { piece: 'front' },
          x: 163,
          y: 12,
          turn: 0,
          up: 'in',
          stand: 'flat',
          lift: 1,
          held: 'jig',
        },
      },
    ]);
    const near = check(p).findings.find((f) => f.check === 'ribbon')!;
    const far = place(p, 'drive-40', { x: 200 });
    const f = check(far).findings.find((x) => x.check === 'ribbon')!;
    expect([near.verdict, f.verdict]).toEqual(['clear', 'hit']);
    const way = waysOut(far, f, []).ways.find((x) => /^Move Drive/.test(x.text))!;
    expect(
      check(appliedAll(far, way.changes)).findings.find((x) => x.check === 'ribbon')!.verdict,
    ).toBe('clear');
  });
});

test('nothing chosen has nothing to wire; a half-way build has wires for what stands', () => {
  expect(
    laid({ ...wisp, kit: { parts: [], items: [] }, layout: { placements: [] } }).wires,
  ).toEqual([]);
  expect(laid({ ...half, shell: { bodies: [] } }).wires).toEqual([]);
});
