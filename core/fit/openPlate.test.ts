/** An open plate: no walls, both faces, every socket in the open; wires behind it and through it. */
import { STARTER_PARTS } from '../catalogue';
import { appliedAll, emptyProject, isOpen, length, type Placement, type Project } from '../model';
import { check } from '../verdict';
import { firstPlace, sceneOf } from './index';

const mm = (v: number) => length(v, 'calliper');
const bare: Project = {
  ...emptyProject('drover', 'Drover'),
  way: 'open plate',
  shell: {
    bodies: [
      {
        id: 'stand',
        name: 'Music stand',
        spine: 'bottom',
        outline: { kind: 'rect', w: mm(220), h: mm(140), r: mm(6) },
        wall: mm(3),
        pieces: [
          {
            id: 'plate',
            role: 'plate',
            material: 'wood',
            depth: mm(3),
            zones: [],
            features: [],
            openings: [],
          },
        ],
      },
    ],
  },
};
const put = (p: Project, id: string, x: number, y: number, more: Partial<Placement> = {}) => {
  const part = STARTER_PARTS.find((q) => q.id === id)!;
  const added = appliedAll(p, [{ do: 'add', part }]);
  const at = firstPlace(added, id, { piece: 'plate', x, y })!;
  return appliedAll(added, [
    { do: 'stand', placement: { ...at, fixed: 'screws', held: 'jig', ...more } },
  ]);
};
const outer = { up: 'out', on: { piece: 'plate', side: 'outside' } } as const;
const fit = (p: Project) =>
  check(p)
    .findings.filter((f) => f.station === 'fit' && f.verdict !== 'clear')
    .map((f) => `${f.verdict} ${f.code}`);

describe('an open plate', () => {
  test('has no walls, and its plate is as thick as it is deep', () => {
    const { shell } = sceneOf(bare);
    expect(isOpen(bare.shell.bodies[0]!)).toBe(true);
    expect(shell!.all.filter((s) => s.kind === 'wall')).toEqual([]);
    expect(shell!.floors.get('plate')!.map((f) => f.z)).toEqual([0]);
  });
  test('a part stands on either face: behind it, or before it and growing away', () => {
    const behind = sceneOf(put(bare, 'teasel', 60, 70)).items.get('teasel')!;
    const before = sceneOf(put(bare, 'teasel', 60, 70, outer)).items.get('teasel')!;
    const ends = (at: typeof behind) => [
      Math.min(...at.blocks.map((b) => b.solid.z0)),
      Math.max(...at.blocks.map((b) => b.solid.z1)),
    ];
    expect(ends(behind)[1]).toBeCloseTo(0, 9);
    expect(ends(before)[0]).toBeCloseTo(3, 9);
    expect(ends(before)[1]! - ends(before)[0]!).toBeCloseTo(ends(behind)[1]! - ends(behind)[0]!, 9);
    const lifted = sceneOf(put(bare, 'teasel', 60, 70, { ...outer, lift: 5 })).items.get('teasel')!;
    expect(ends(lifted)[0]).toBeCloseTo(8, 9);
  });
  test('a screen before it and a board behind it at one place touch nothing; both behind it do', () => {
    const both = put(put(bare, 'teasel', 110, 70), 'pane-5-hdmi', 110, 70, outer);
    expect(fit(both).filter((f) => f.startsWith('hit'))).toEqual([]);
    const stacked = put(put(bare, 'teasel', 110, 70), 'pane-5-hdmi', 110, 70, {
      up: 'out',
      on: { piece: 'plate' },
    });
    expect(fit(stacked).some((f) => f.startsWith('hit touch'))).toBe(true);
  });
  test('a screen that lies on its picture is told', () => {
    expect(fit(put(bare, 'pane-5-hdmi', 110, 70, { ...outer, up: 'in' }))).toContain('hit window');
    expect(fit(put(bare, 'pane-5-hdmi', 110, 70, outer))).not.toContain('hit window');
  });
  test('every socket is in the open, but not behind what stands in the way of its plug', () => {
    const alone = put(bare, 'step-5-1', 110, 20);
    const plug = (p: Project) =>
      check(p).findings.find((f) => f.check === 'plug' && f.about.includes('step-5-1'));
    expect(plug(alone)!.verdict).toBe('clear');
    const mouth = sceneOf(alone)
      .items.get('step-5-1')!
      .mouths.find((m) => m.outside)!;
    const blocked = put(
      alone,
      'teasel',
      mouth.x + 40 * mouth.dx,
      mouth.y + Math.sign(mouth.dy) * 55,
    );
    expect(fit(blocked)).toContain('hit touch');
  });
  test('its card is reached beside the plate; in a shell it would not be', () => {
    const codes = (p: Project) => check(p).findings.map((f) => f.what);
    const p = put(bare, 'teasel', 110, 70);
    expect(codes(p).join()).not.toMatch(/slot of Teasel is inside/);
    const body = bare.shell.bodies[0]!;
    const box: Project = {
      ...p,
      shell: {
        bodies: [
          {
            ...body,
            pieces: [
              { ...body.pieces[0]!, role: 'front', depth: mm(20) },
              { ...body.pieces[0]!, id: 'back', role: 'back', depth: mm(20) },
            ],
          },
        ],
      },
    };
    expect(codes(box).join()).toMatch(/slot of Teasel is inside/);
  });
  test('wires have room behind it', () => {
    const p = put(put(bare, 'teasel', 60, 70), 'chirp-i2s', 150, 70);
    expect(fit(p)).not.toContain('hit wire-none');
    expect(check(p).wiring.wires.every((w) => w.cutMm !== undefined)).toBe(true);
  });
  test('what stands before it and is joined behind it wants a hole, or an edge near by', () => {
    const p = put(put(bare, 'teasel', 60, 70), 'chirp-i2s', 110, 70, outer);
    expect(fit(p)).toContain('tight no-hole');
    expect(fit(put(put(bare, 'teasel', 60, 70), 'chirp-i2s', 110, 20, outer))).not.toContain(
      'tight no-hole',
    );
    const body = bare.shell.bodies[0]!;
    const hole = (x: number): Project => ({
      ...p,
      shell: {
        bodies: [
          {
            ...body,
            pieces: [
              {
                ...body.pieces[0]!,
                openings: [
                  {
                    id: 'pass',
                    name: 'pass',
                    use: 'slot',
                    on: {
                      kind: 'face',
                      at: {
                        x: {
                          from: { edge: 'left', face: 'outer' },
                          to: 'centre',
                          length: mm(x),
                        },
                        y: {
                          from: { edge: 'bottom', face: 'outer' },
                          to: 'centre',
                          length: mm(70),
                        },
                      },
                    },
                    shape: { kind: 'rect', w: mm(10), h: mm(20) },
                  },
                ],
              },
            ],
          },
        ],
      },
    });
    // A hole that is used from outside is not stood on; a slot for wires may be.
    const used = (x: number, use: 'vent' | 'slot'): Project => {
      const q = hole(x);
      const [opened] = q.shell.bodies[0]!.pieces[0]!.openings;
      return {
        ...q,
        shell: {
          bodies: [{ ...body, pieces: [{ ...body.pieces[0]!, openings: [{ ...opened!, use }] }] }],
        },
      };
    };
    // The amplifier lies from 119 to 137 mm.
    expect(fit(used(128, 'vent'))).toContain('hit covers-hole');
    expect(fit(used(128, 'slot'))).not.toContain('hit covers-hole');
    expect(fit(used(160, 'vent'))).not.toContain('hit covers-hole');
    // So is the hole that a key will want.
    const keyed = (x: number): Project => ({
      ...p,
      controls: {
        route: 'gpio',
        inputs: [
          {
            id: 'k',
            name: 'Key',
            functions: ['start'],
            at: { piece: 'plate', x, y: 70 },
            routed: true,
          },
        ],
      },
    });
    expect(fit(keyed(128))).toContain('hit covers-hole');
    expect(fit(keyed(160))).not.toContain('hit covers-hole');
    expect(fit(hole(140))).not.toContain('tight no-hole');
    expect(fit(hole(200))).toContain('tight no-hole');
    // Both before it: nothing goes through.
    const before = put(put(bare, 'teasel', 60, 70, outer), 'chirp-i2s', 110, 70, outer);
    expect(fit(before)).not.toContain('tight no-hole');
  });
});
