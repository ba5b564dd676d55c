/** What is easily missed, each against an independent truth: beams, fingertips, stops, antennas, and the states of a build. */
import fc from 'fast-check';
import { demos, withMeasuredSizes, STARTER_PARTS } from '../catalogue';
import { applied, appliedAll, type Change, type Placement, type Project } from '../model';
import { cablesOf } from '../chains';
import { bowMm, bumps, Checker, pluggedIn, pressable, sceneOf, sinks, states } from './index';
import { check, waysOut } from '../verdict';
import { stopBehind } from './stops';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const library = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
const place = (p: Project, item: string, more: Partial<Placement>): Project =>
  applied(p, {
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === item)!, ...more },
  });
const stand = (
  p: Project,
  id: string,
  piece: string,
  x: number,
  y: number,
  more: Partial<Placement> = {},
): Project =>
  appliedAll(p, [
    { do: 'add', part: library(id) },
    {
      do: 'stand',
      placement: {
        item: id,
        on: { piece },
        x,
        y,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 0,
        held: 'jig',
        ...more,
      },
    },
  ]);
const known = (p: Project): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map(withMeasuredSizes) },
});
const findings = (p: Project, check: string) =>
  new Checker(p).findings().filter((f) => f.check === check);

describe('beams and fingertips', () => {
  test('a board bows as the beam equation says when it is integrated', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: 10, max: 80, noNaN: true }),
        fc.double({ min: 4, max: 40, noNaN: true }),
        fc.double({ min: 0.6, max: 2, noNaN: true }),
        (force, span, wide, thick) => {
          // E·I·y'' = -M(x), M = F·x/2 up to the middle; slope 0 there by symmetry. Integrated from the middle outward in 2,000 steps.
          const ei = 20_000 * ((wide * thick ** 3) / 12);
          const n = 2000;
          const dx = span / 2 / n;
          let slope = 0;
          let y = 0;
          for (let i = 0; i < n; i++) {
            const x = span / 2 - (i + 0.5) * dx;
            slope += ((force * x) / 2 / ei) * dx;
            y += slope * dx;
          }
          expect(bowMm(force, span, wide, thick) / y).toBeCloseTo(1, 2);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('a force spread about the middle bows it as many small ones do together', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        (span, share) => {
          const spread = share * span;
          const ei = 20_000 * ((20 * 1.6 ** 3) / 12);
          // One force at a from the nearer end: middle bow P·a·(3L² − 4a²)/(48·E·I), summed over a thousand slices.
          const c = Math.min(spread, span);
          const n = 1000;
          let sum = 0;
          for (let i = 0; i < n; i++) {
            const from = span / 2 + c * ((i + 0.5) / n - 0.5);
            const a = Math.min(from, span - from);
            sum += ((15 / n) * a * (3 * span ** 2 - 4 * a ** 2)) / (48 * ei);
          }
          expect(bowMm(15, span, 20, 1.6, spread) / sum).toBeCloseTo(1, 3);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a fingertip sinks into a hole as far as its circle dips below the rim', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 15.5, noNaN: true }), (across) => {
        // The lowest point of a circle of radius 8 resting on two edges so far apart, found by lowering it until it touches.
        let low = 0;
        for (let dip = 0; dip < 8; dip += 0.001) {
          const centre = 8 - dip;
          const over = centre ** 2 + (across / 2) ** 2;
          if (over <= 64) {
            low = dip;
            break;
          }
        }
        expect(sinks(across)).toBeCloseTo(low + 0.8, 2);
      }),
      { numRuns: 40 },
    );
    expect([pressable(0.5, 6).ok, pressable(4, 6).ok, pressable(4, 20).ok]).toEqual([
      true,
      false,
      true,
    ]);
    expect(pressable(4, 6).sentence).toContain('4.0 mm deep in a hole 6.0 mm wide');
  });
  test("a wheel on a thumb's way is bumped, off it is not, and one that is blanked is not asked", () => {
    const scene = sceneOf(done);
    const at = (x: number, y: number) => bumps(scene, [{ name: 'key', x, y }])[0]!;
    // The wheel lies in the right wall, 28 mm up; the right thumb holds 4 mm in, 37.8 up.
    expect(at(168, 20)).toMatchObject({ name: 'volume wheel slot', bumped: true });
    expect(at(120, 80).bumped).toBe(false);
    const blank: Project = {
      ...done,
      shell: {
        bodies: [
          {
            ...done.shell.bodies[0]!,
            pieces: done.shell.bodies[0]!.pieces.map((q) => ({
              ...q,
              openings: q.openings.map((o) =>
                o.id === 'wheel' ? { ...o, reuse: { as: 'blanked' as const } } : o,
              ),
            })),
          },
        ],
      },
    };
    expect(bumps(sceneOf(blank), [{ name: 'key', x: 168, y: 20 }])).toEqual([]);
  });
});

describe('what takes the push of a plug', () => {
  const free = (p: Project) => place(p, 'charger', { fixed: 'glue' });
  test('a rib right behind the board is a stop; half a millimetre further it is not; glue alone is said', () => {
    const at = sceneOf(done).items.get('charger')!.blocks[0]!.solid;
    const back = done.shell.bodies[0]!.pieces[1]!;
    const ribbed = (off: number): Project => {
      const rib = {
        ...back.features.find((f) => f.id === 'card-guide')!,
        id: 'stop',
        name: 'stop rib',
      };
      delete rib.repeat;
      const mm = (v: number) => ({ mm: v, u: 0.03, how: 'calliper' as const });
      rib.at = {
        x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: mm((at.x0 + at.x1) / 2) },
        y: { from: { edge: 'bottom', face: 'outer' }, to: 'near', length: mm(at.y1 + off) },
      };
      rib.height = { from: 'floor', length: mm(20) };
      return free({
        ...done,
        shell: {
          bodies: [
            {
              ...done.shell.bodies[0]!,
              pieces: [
                done.shell.bodies[0]!.pieces[0]!,
                { ...back, features: [...back.features, rib] },
              ],
            },
          ],
        },
      });
    };
    const behind = (p: Project) => {
      const scene = sceneOf(p);
      const c = scene.items.get('charger')!;
      return stopBehind(
        scene,
        c,
        c.mouths.find((m) => m.outside)!,
      );
    };
    expect([behind(ribbed(0.3)), behind(ribbed(0.8))]).toEqual(['stop rib', undefined]);
    expect([
      findings(ribbed(0.3), 'stop').length,
      findings(ribbed(0.8), 'stop').length,
      findings(done, 'stop').length,
    ]).toEqual([0, 1, 0]);
  });
  test('nothing said about what holds it is said; a socket used inside only, or a card, asks for no stop', () => {
    const bare = { ...done.layout.placements.find((x) => x.item === 'charger')! };
    delete bare.fixed;
    const p = applied(done, { do: 'place', placement: bare });
    expect(findings(p, 'stop')[0]!.why[0]).toContain('Nothing is said');
    expect(
      findings(
        applied(p, { do: 'reach', item: 'charger', connector: 'usb', outside: false }),
        'stop',
      ),
    ).toEqual([]);
  });
});

describe('an antenna', () => {
  test('is judged by its distance where the radio is used, and not at all where it is not', () => {
    const near = (p: Project) => findings(p, 'antenna').find((f) => f.id.includes('cell'));
    const gaps = [85, 83, 81, 79].map((y) => near(place(warbler, 'thimble', { y }))!.measure!.gap);
    // Straight down over the cell: each 2 mm nearer is at most 2 mm less.
    for (let i = 1; i < gaps.length; i++) {
      expect(gaps[i]!).toBeLessThan(gaps[i - 1]!);
      expect(gaps[i - 1]! - gaps[i]!).toBeLessThan(2.001);
    }
    expect(
      near({
        ...warbler,
        controls: { ...warbler.controls, route: 'gpio' },
        brief: { ...warbler.brief, wireless: false },
      }),
    ).toBeUndefined();
    expect(
      findings({ ...done, brief: { ...done.brief, wireless: true } }, 'antenna').length,
    ).toBeGreaterThan(0);
  });
});

describe('what works pressed in', () => {
  const over = (lift: number): Project =>
    known(
      place(
        stand(
          appliedAll(
            done,
            done.kit.items
              .filter((i) => i.id !== 'amp')
              .map((i): Change => ({ do: 'drop', item: i.id })),
          ),
          'foam-4',
          'back',
          60,
          40,
        ),
        'amp',
        { on: { piece: 'front' }, x: 80, y: 35, lift },
      ),
    );
  test('is pressed by just as much as what faces it comes nearer', () => {
    const share = (lift: number) => {
      const f = findings(over(lift), 'press')[0]!;
      return Number(/= (-?\d+) %/.exec(f.why[0]!)?.[1]);
    };
    expect([20.2, 20.6, 21, 21.4, 21.8].map(share)).toEqual([10, 20, 30, 40, 50]);
  });
  test('a wall it stands into is an overlap like any other, and presses nothing', () => {
    const into = known(
      stand(
        appliedAll(
          done,
          done.kit.items.map((i): Change => ({ do: 'drop', item: i.id })),
        ),
        'foam-4',
        'back',
        -1,
        40,
      ),
    );
    expect(
      findings(into, 'touch').filter((f) => f.verdict === 'hit' && f.what.includes('wall')).length,
    ).toBeGreaterThan(0);
    expect(findings(into, 'press')[0]!.title).not.toMatch(/Bottoms out|Pressed/);
  });
  test('nobody calls it an overlap as well, and nothing near is said as such', () => {
    expect(
      findings(over(21), 'touch').filter((f) => f.about.includes('foam-4') && f.verdict === 'hit'),
    ).toEqual([]);
    expect(findings(over(5), 'press')[0]).toMatchObject({
      title: 'Presses on nothing',
      verdict: 'tight',
    });
  });
});

describe('the states of a build', () => {
  test('in use, plugged in, open and stowed: sizes by hand', () => {
    const s = (id: string, p: Project, unplug: string[] = []) =>
      states(sceneOf(p), unplug).find((q) => q.id === id)!;
    // Front 14, back with its bay 22 + 2.2, caps 1.6 proud.
    expect(s('use', done).size.value).toEqual([172, 90, expect.closeTo(14 + 24.2 + 1.6, 9)]);
    expect(s('docked', done).size.value).toEqual([172, 90 + 32, expect.closeTo(39.8, 9)]);
    expect(s('open', done).size.value).toEqual([344, 90, expect.closeTo(24.2, 9)]);
    expect(s('open', done, ['Teasel to Pane']).says).toEqual(['First unplug: Teasel to Pane.']);
    expect(s('open', done).says).toEqual(['Nothing has to be unplugged.']);
    expect([
      s('stowed', wisp).ok,
      s('stowed', { ...wisp, brief: { ...wisp.brief, pocket: [24, 100, 176] } }).ok,
    ]).toEqual([true, false]);
    expect(s('stowed', done).says[0]).toContain('No pocket');
    expect(states(sceneOf({ ...half, shell: { bodies: [] } }))).toEqual([]);
  });
  test('an angled plug stands out 14 mm instead of its 32, and back again', () => {
    const docked = (p: Project) => states(sceneOf(p)).find((q) => q.id === 'docked')!.size.value[1];
    const angled = applied(done, { do: 'angle', item: 'charger', connector: 'usb', on: true });
    expect([
      docked(done),
      docked(angled),
      docked(applied(angled, { do: 'angle', item: 'charger', connector: 'usb', on: false })),
    ]).toEqual([90 + 32, 90 + 14, 90 + 32]);
  });
  test('plugged in, two plugs in one place are said in the state as well', () => {
    const twice = place(warbler, 'charger', {
      on: { piece: 'front' },
      turn: 180,
      x: 64,
      y: 85.4,
      lift: 12,
    });
    const s = states(sceneOf(twice)).find((q) => q.id === 'docked')!;
    expect([s.ok, s.says.some((t) => t.startsWith('Not both plugs at once'))]).toEqual([
      false,
      true,
    ]);
    expect(states(sceneOf(warbler)).find((q) => q.id === 'docked')!.ok).toBe(true);
  });
  test('a card goes in whole and hangs nowhere; every other socket in a wall does', () => {
    expect(pluggedIn(sceneOf(done)).map((q) => q.mouth.type)).toEqual(['usb-c']);
    expect(
      pluggedIn(sceneOf(warbler))
        .map((q) => q.mouth.type)
        .sort(),
    ).toEqual(['mini-hdmi', 'usb-c']);
  });
});

describe('leads inside', () => {
  const kit = (...ids: string[]): Project =>
    ids.reduce((p, id) => applied(p, { do: 'add', part: library(id) }), {
      ...wisp,
      kit: { parts: [], items: [] },
      layout: { placements: [] },
    } as Project);
  test('each finds its two sockets, each socket once; one with a wrong end finds none', () => {
    const joined = (p: Project) =>
      cablesOf(p).map(
        (c) => `${c.lead.id}: ${c.ends.map((e) => `${e.item}/${e.connector}`).join(' ')}`,
      );
    expect(joined(kit('teasel', 'pane-5-hdmi', 'lead-hdmi'))).toEqual([
      'lead-hdmi: teasel/hdmi pane-5-hdmi/hdmi',
    ]);
    expect(joined(kit('thimble', 'pane-5-hdmi', 'lead-mini-hdmi'))).toEqual([
      'lead-mini-hdmi: thimble/hdmi pane-5-hdmi/hdmi',
    ]);
    expect(joined(kit('thimble', 'pane-5-hdmi', 'lead-hdmi'))).toEqual([]);
    expect(joined(kit('teasel', 'pane-5-hdmi', 'lead-hdmi', 'lead-hdmi-200'))).toHaveLength(1);
    expect(
      joined(
        applied(kit('teasel', 'pane-5-hdmi', 'lead-hdmi'), {
          do: 'strike',
          item: 'teasel',
          block: 'hdmi',
        }),
      ),
    ).toEqual([]);
  });
  test('its plugs stand out of the sockets of what is placed, by their own length and a bend; taken out of the kit they are gone', () => {
    const p = stand(kit('lead-hdmi', 'pane-5-hdmi'), 'teasel', 'back', 60, 40);
    const scene = sceneOf(p);
    const board = scene.items.get('teasel')!;
    const plug = board.blocks.find((b) => b.block.id === 'plug-hdmi')!;
    const m = board.mouths.find((q) => q.id === 'hdmi')!;
    expect(plug.solid.name).toBe('plug of HDMI ribbon in HDMI of Teasel');
    expect([
      m.y - plug.solid.y0,
      plug.solid.x1 - plug.solid.x0,
      plug.solid.z1 - plug.solid.z0,
    ]).toEqual([expect.closeTo(23, 9), expect.closeTo(16, 9), expect.closeTo(6, 9)]);
    const without = applied(p, { do: 'drop', item: 'lead-hdmi' });
    // Made from the scene before, as the checker does: what was kept is stood anew.
    expect(
      sceneOf(without, scene)
        .items.get('teasel')!
        .blocks.some((b) => b.block.id === 'plug-hdmi'),
    ).toBe(false);
  });
});

describe('a shell that is yet to be made', () => {
  const high = place(wisp, 'cell', { lift: 6 });
  test('is drawn deeper where its parts meet, with its closing posts, and by just what is short', () => {
    const now = check(high);
    const f = now.findings.find(
      (x) => x.check === 'touch' && x.verdict === 'hit' && Math.abs(x.way?.z ?? 0) > 0.5,
    )!;
    const ways = waysOut(high, f, [], now, 20).ways.filter((w) => w.text.startsWith('Grow'));
    expect(ways.length).toBeGreaterThan(0);
    for (const w of ways) {
      const next = appliedAll(high, w.changes);
      const by = Number(/([\d.]+) mm deeper/.exec(w.text)![1]);
      const piece = (w.changes[0] as Extract<Change, { do: 'grow' }>).side as { piece: string };
      const [was, is] = [high, next].map((p) =>
        p.shell.bodies[0]!.pieces.find((q) => q.id === piece.piece)!,
      ) as [(typeof high.shell.bodies)[0]['pieces'][0], (typeof high.shell.bodies)[0]['pieces'][0]];
      expect(is.depth.mm - was.depth.mm).toBeCloseTo(by, 6);
      for (const [i, q] of was.features.entries()) {
        if (q.purpose === 'closing screw') {
          expect(is.features[i]!.height.length.mm - q.height.length.mm).toBeCloseTo(by, 6);
        }
      }
      expect(check(next).findings.find((x) => x.id === f.id)?.verdict ?? 'clear').toBe('clear');
    }
  });
  test("a donor's shell is never drawn larger", () => {
    const now = check(half);
    for (const f of now.findings.filter((x) => x.check === 'touch' && x.verdict === 'hit')) {
      expect(waysOut(half, f, [], now, 20).ways.filter((w) => w.text.startsWith('Grow'))).toEqual(
        [],
      );
    }
  });
});
