/** Wires and leads through a hinge: as long as both ways to it and the roll between, and said when it does not do. */
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { appliedAll, type Body, hingesOf, length, type Part, type Project } from '../model';
import { hingeAt, hingeIn, onHinge } from '../model/joint.fixture';
import { rolled } from '../shell';
import { check } from '../verdict';
import { grafted } from '../verdict/sabotage/builds.fixture';
import { endAtHinge } from './across';
import { netsOf, wiring } from './index';

const laid = (p: Project) => {
  const scene = sceneOf(p);
  return wiring(p, scene, buttonMap(p, scene));
};
const codes = (p: Project): string[] => laid(p).findings.map((f) => f.code);

describe('wires into a lid', () => {
  const p = grafted();
  const toSpeaker = (q: Project) => laid(q).wires.filter((w) => w.net.says.startsWith('Speaker'));

  test('are on the list, from pad to pad, and as long as both ways and the roll', () => {
    const wires = toSpeaker(p);
    expect(wires.map((w) => [w.net.a.item, w.net.b.item].sort())).toEqual([
      ['amp', 'speaker'],
      ['amp', 'speaker'],
    ]);
    const roll = rolled(hingeIn(p)).value.lengthMm;
    const scene = sceneOf(p);
    const amp = scene.items.get('amp')!.solids[0]!;
    const speaker = scene.others[0]!.items.get('speaker')!.solids[0]!;
    // Straight to the hinge edge in both bodies, at the least: the base is 90 deep, the lid hangs on its bottom edge.
    const least = 90 - amp.y1 + roll + speaker.y0;
    for (const w of wires) {
      expect(w.closedMm!).toBeGreaterThan(least - 10);
      expect(w.closedMm!).toBeLessThan(least + 200);
      expect(w.cutMm!).toBeCloseTo(w.closedMm! + w.slackMm + 6, 6);
      expect(w.working[0]).toContain(`${roll.toFixed(0)} rolled in its barrel`);
    }
    expect(wires.map((w) => `${w.from} > ${w.to}`).join()).not.toMatch(/hinge/);
  });
  test('a longer roll is a longer wire, by as much', () => {
    const more = onHinge(p, { ribbon: { ...hingeIn(p).ribbon, turns: 2.5 } });
    const by = rolled(hingeIn(more)).value.lengthMm - rolled(hingeIn(p)).value.lengthMm;
    expect(toSpeaker(more)[0]!.closedMm! - toSpeaker(p)[0]!.closedMm!).toBeCloseTo(by, 6);
  });
  test('without a hinge they have no way, and that is said; a lid with nothing wired says nothing', () => {
    const loose = { ...p, shell: { bodies: p.shell.bodies } };
    const f = laid(loose).findings.find((x) => x.code === 'wires-between-bodies')!;
    expect(f.about).toEqual(['speaker']);
    expect(toSpeaker(loose)).toEqual([]);
    const bare = appliedAll(loose, [{ do: 'where', item: 'speaker', where: 'left out' }]);
    expect(codes(bare)).not.toContain('wires-between-bodies');
    expect(codes(p)).not.toContain('wires-between-bodies');
  });
  test('a barrel is full at 60 % of its bore, and over it nothing goes through', () => {
    const bored = (mm: number) =>
      laid(onHinge(p, { barrel: length(mm) })).findings.find((f) => f.code === 'barrel-full')
        ?.verdict;
    // Two wires of AWG 28, 0.32 and 0.35 mm of insulation: 0.70 mm².
    expect([bored(1.3), bored(1.15), bored(0.98), bored(0.9)]).toEqual([
      undefined,
      'tight',
      'tight',
      'hit',
    ]);
  });
  test('a key in the lid is found there, wired from there, and no line of the header is far from it by a number of another frame', () => {
    const [base, lid] = p.shell.bodies as [Body, Body];
    const front = lid.pieces[0]!;
    const hole = {
      ...base.pieces[0]!.openings.find((o) => o.use === 'button')!,
      id: 'lid-key',
      name: 'lid key',
    };
    const withKey: Project = {
      ...p,
      shell: {
        ...p.shell,
        bodies: [
          base,
          { ...lid, pieces: [{ ...front, openings: [...front.openings, hole] }, lid.pieces[1]!] },
        ],
      },
      controls: {
        ...p.controls,
        inputs: [
          ...p.controls.inputs,
          {
            id: 'in-lid',
            name: 'Lid key',
            functions: ['l2'],
            at: { opening: 'lid-key' },
            routed: true,
          },
        ],
      },
    };
    const scene = sceneOf(withKey);
    const map = buttonMap(withKey, scene);
    const mine = map.inputs.find((m) => m.input.id === 'in-lid')!;
    expect(mine.place?.body).toBe('lid');
    expect(mine.wireMm).toBeUndefined();
    expect(map.findings.filter((f) => f.about.includes('in-lid'))).toEqual([]);
    const net = netsOf(withKey, scene, map).find((n) => n.says === 'Lid key')!;
    expect(net.a.piece).toBe(front.id);
    expect(laid(withKey).wires.find((w) => w.net.id === net.id)?.cutMm).toBeGreaterThan(40);
  });
});

describe('the place where wires go through', () => {
  /** The second body sits so far beside the middle of the first. */
  const SHIFT = 7;
  const EDGES = ['left', 'right', 'bottom', 'top'] as const;
  const OUT: Record<(typeof EDGES)[number], [number, number]> = {
    left: [-1, 0],
    right: [1, 0],
    bottom: [0, -1],
    top: [0, 1],
  };
  test.each(EDGES.flatMap((first) => EDGES.map((second) => [first, second] as const)))(
    'is one place on the axis from both bodies: %s on %s',
    (first, second) => {
      const hung = hingeIn(grafted());
      const p = onHinge(grafted(), {
        first: { ...hung.first, edge: first },
        second: { ...hung.second, edge: second },
        shift: SHIFT,
      });
      const scene = sceneOf(p);
      const [hinge] = hingesOf(p.shell);
      const places = [0, 1].map((i) => {
        const { at } = endAtHinge(scene, hinge!, i, 12)!;
        const { walls } = [scene, ...scene.others][i]!.shell!;
        const middle = (v: number[]) => (Math.min(...v) + Math.max(...v)) / 2;
        // Along the axis: up, crossed with the way out over the hinge edge; the second body lies turned round.
        const [nx, ny] = OUT[i === 0 ? first : second];
        const along =
          -ny * (at[0] - middle(walls.map((w) => w.x0))) +
          nx * (at[1] - middle(walls.map((w) => w.y0)));
        return i === 0 ? along : SHIFT - along;
      });
      expect(places).toEqual([expect.closeTo(12, 9), expect.closeTo(12, 9)]);
    },
  );
});

describe('a lead through a hinge', () => {
  const wisp = demos()[3]!;
  const part = (id: string): Part => STARTER_PARTS.find((q) => q.id === id)!;
  /** A board in the base, a screen with its own driver in the lid, a lead between. */
  function build(lead: string): Project {
    const shell = wisp.shell.bodies[0]!;
    const body = (id: string): Body => ({
      ...shell,
      id,
      name: id,
      caps: [],
      outline: { kind: 'rect', w: length(200), h: length(150), r: length(8) },
      pieces: shell.pieces.map((q) => ({
        ...q,
        id: `${id}-${q.role}`,
        openings: [],
        features: [],
        zones: [],
        depth: length(26),
      })),
    });
    const bodies = [body('base'), body('lid')];
    const empty: Project = {
      ...wisp,
      kit: { parts: [], items: [] },
      layout: { placements: [] },
      controls: { ...wisp.controls, inputs: [] },
      shell: { bodies, joints: [hingeAt(15, { bodies })] },
    };
    const screen = STARTER_PARTS.find(
      (q) => q.screen && q.connectors.some((c) => c.type === 'hdmi'),
    )!;
    const stand = (id: string, piece: string, x: number, y: number) => [
      { do: 'add' as const, part: part(id) },
      {
        do: 'stand' as const,
        placement: {
          item: id,
          on: { piece },
          x,
          y,
          turn: 0,
          up: 'in' as const,
          stand: 'flat' as const,
          lift: 1,
          held: 'jig' as const,
        },
      },
    ];
    return appliedAll(empty, [
      ...stand('thimble', 'base-back', 60, 100),
      ...stand(screen.id, 'lid-front', 20, 20),
      { do: 'add', part: part(lead) },
    ]);
  }
  test('is long enough or is not, by the way in both bodies and the roll', () => {
    expect(codes(build('lead-mini-hdmi'))).toContain('lead-hinge');
    const long = build('lead-mini-hdmi');
    const parts = long.kit.parts.map((q) =>
      q.lead ? { ...q, lead: { ...q.lead, longMm: 600 } } : q,
    );
    const enough = { ...long, kit: { ...long.kit, parts } };
    expect(codes(enough)).not.toContain('lead-hinge');
    // The way it is laid is no shorter than straight.
    const said = /^([\d.]+) \+ ([\d.]+) mm to the hinge/.exec(
      check(long).findings.find((f) => f.code === 'lead-hinge')!.why[0]!,
    )!;
    expect(Number(said[1]) + Number(said[2])).toBeGreaterThan(60);
    expect(check(long).findings.find((f) => f.code === 'lead-hinge')!.why[0]).toMatch(
      /it is 100 mm long$/,
    );
  });
});
