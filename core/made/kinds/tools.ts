/** Tools for cutting: a collar a saw lies on, a gauge for a pocket's depth, patches for sharp corners, a piece that measures the machine. */
import { bodyFor, formatMm } from '../../model';
import { type Design, type Kind, mm, ownId } from '../design';
import {
  boreRing,
  cornerRing,
  grown,
  pinRing,
  prism,
  type Pt,
  type Rect,
  rectRing,
} from '../shapes';
import { isFreeAt, onWhole, siteOn } from '../site';

const about = (w: number, h: number): Rect => ({ x0: -w / 2, y0: -h / 2, x1: w / 2, y1: h / 2 });

/** A saw does not wander on a wall so thick, mm. */
const COLLAR_MM = 2.4;
/** Lower than this nothing lies on it, mm. */
const LOW_MM = 0.8;

/** A collar as high as what is to stay of a post: the saw or the cutters lie on it. */
export const trimCollars: Kind = ({ scene, cuts, rules }) =>
  cuts.trims
    .filter((t) => t.to >= LOW_MM && t.state === 'decided')
    .flatMap((t): Design[] => {
      const f = scene.shell!.features.find(
        (q) => q.feature.id === t.feature && q.copy === t.copy && q.piece === t.piece,
      );
      if (!f) return [];
      const { x0, x1, y0, y1 } = f.solid;
      const thick = Math.max(COLLAR_MM, rules.wallMm);
      const site = siteOn(scene, t.piece, (x0 + x1) / 2, (y0 + y1) / 2);
      const round = f.feature.shape.kind === 'circle';
      const inner = grown(about(x1 - x0, y1 - y0), rules.gapMm);
      const outer = grown(inner, thick);
      const bore = round ? boreRing(0, 0, inner.x1 - inner.x0) : rectRing(inner);
      const ring = round ? boreRing(0, 0, outer.x1 - outer.x0) : rectRing(outer);
      const others = scene
        .shell!.features.filter((q) => q !== f)
        .some(
          (q) =>
            q.piece === t.piece &&
            q.solid.x0 < x1 + rules.gapMm + thick &&
            q.solid.x1 > x0 - rules.gapMm - thick &&
            q.solid.y0 < y1 + rules.gapMm + thick &&
            q.solid.y1 > y0 - rules.gapMm - thick,
        );
      return [
        {
          kind: 'trim collar',
          for: t.key,
          holds: [],
          tool: true,
          name: `Collar for ${t.name}`,
          blocks: [prism('collar', 'collar', ring, 0, t.to, [bore])],
          ...(others || !onWhole(site, outer)
            ? {
                cannot:
                  'Something else stands, or a hole lies, where it would: trim by eye and the calliper.',
              }
            : {}),
          why: [
            `${mm(t.to)} high: slipped over the post, the saw lies on it and stops there`,
            `${mm(rules.gapMm)} free round the post`,
          ],
        },
      ];
    });

const TONGUE_MM = 8;
const GAUGE_MM = 4;
const REACH_MM = 12;

/** A straight edge with a tongue as long as a pocket is to be deep. */
export const depthGauges: Kind = ({ cuts, rules }) =>
  cuts.pockets
    .filter((c) => c.state === 'decided')
    .flatMap((c): Design[] => {
      const wide = Math.min(TONGUE_MM, Math.min(c.w, c.h) - 1);
      if (wide < rules.wallMm) return [];
      const beam = about(Math.min(c.w, c.h) + 2 * REACH_MM, wide);
      return [
        {
          kind: 'depth gauge',
          for: c.key,
          holds: [],
          tool: true,
          turned: true,
          name: `Gauge for ${c.name}`,
          blocks: [
            prism('tongue', 'tongue', rectRing(about(wide, wide)), -c.asked, c.asked),
            prism('beam', 'beam', rectRing(beam), 0, GAUGE_MM),
          ],
          why: [
            `a tongue of ${mm(c.asked)}: the beam lies on the floor all round when the pocket is deep enough, and does not rock`,
            `${mm(c.wall - c.asked)} of wall is left then: stop when it touches`,
          ],
        },
      ];
    });

/** Patches beside a window: legs along the cut, their width and how far they keep from it, mm. */
const PATCH = { leg: 10, wide: 5, off: 1, thick: 1 };

/** L-shaped patches glued inside round the corners of a window: where a face cracks first. */
export const cornerPatches: Kind = ({ scene, cuts, rules }) =>
  cuts.openings
    .filter((c) => c.kind === 'window' && c.face.kind === 'face')
    .flatMap((c): Design[] => {
      if (c.face.kind !== 'face') return [];
      const own = ownId(scene, 'corner patch', c.key);
      const site = siteOn(scene, c.face.piece, c.u, c.v);
      const [w, h] = [c.measured?.w ?? c.w, c.measured?.h ?? c.h];
      const hole = grown(about(w, h), PATCH.off);
      const thick = Math.max(PATCH.thick, rules.wallMm);
      const free = (
        [
          [hole.x0, hole.y0, 1, 1],
          [hole.x1, hole.y0, -1, 1],
          [hole.x1, hole.y1, -1, -1],
          [hole.x0, hole.y1, 1, -1],
        ] as const
      )
        .map(([x, y, sx, sy]): Pt[] => cornerRing(x, y, sx, sy, PATCH.leg, PATCH.wide))
        .filter((ring) => isFreeAt(site, ring, 0, thick, [own]));
      if (!free.length) return [];
      return [
        {
          kind: 'corner patch',
          for: c.key,
          holds: [],
          name: `Patches round ${c.name}`,
          blocks: free.map((ring, i) => prism(`patch-${i + 1}`, `patch ${i + 1}`, ring, 0, thick)),
          place: site.place,
          why: [
            `${mm(thick)} thick, legs of ${PATCH.leg} mm, ${PATCH.off} mm beside the cut: a crack begins in a corner`,
            ...(free.length < 4
              ? [`${free.length} of four: something lies behind the other corners`]
              : []),
            'roughen both sides, glue with what suits the plastic, weigh down flat',
          ],
        },
      ];
    });

/** Nominal sizes of the calibration piece, mm: holes, pins, slots, a wall. */
export const CALIBRATION = { holes: [3, 6, 12], pins: [3, 6, 12], slots: [2, 5], wall: 2 } as const;
const PLATE_MM = 2.4;
const PIN_MM = 6;
const STEP_MM = 16;

/** A piece whose calliper readings say by how much holes and pins of one's own machine are off. */
export const calibrationPieces: Kind = ({ p, scene }) => {
  if (scene.shell!.body !== bodyFor(p)) return [];
  const { holes, pins, slots, wall } = CALIBRATION;
  const at = (i: number): number => STEP_MM * (i + 0.5);
  const wide = STEP_MM * 3;
  const [low, mid, high] = [STEP_MM * 0.5, STEP_MM * 1.5, STEP_MM * 2.25];
  const slot = (i: number, w: number): Pt[] =>
    rectRing({ x0: at(i) - w / 2, x1: at(i) + w / 2, y0: high - 3, y1: high + 3 });
  return [
    {
      kind: 'calibration piece',
      for: 'machine',
      holds: [],
      tool: true,
      name: 'Calibration piece',
      blocks: [
        prism(
          'plate',
          'plate',
          rectRing({ x0: 0, y0: 0, x1: wide, y1: STEP_MM * 2.6 }),
          0,
          PLATE_MM,
          [...holes.map((d, i) => boreRing(at(i), low, d)), ...slots.map((w, i) => slot(i, w))],
        ),
        ...pins.map((d, i) =>
          prism(`pin-${d}`, `pin ${d}`, pinRing(at(i), mid, d), PLATE_MM, PIN_MM),
        ),
        prism(
          'wall',
          'wall',
          rectRing({ x0: at(2) - 5, x1: at(2) + 5, y0: high - wall / 2, y1: high + wall / 2 }),
          PLATE_MM,
          PIN_MM,
        ),
      ],
      why: [
        `holes of ${holes.map((d) => formatMm(d, 0)).join(', ')}, pins of ${pins.map((d) => formatMm(d, 0)).join(', ')}, slots of ${slots.join(' and ')}, a wall of ${wall} mm`,
        'print it as you print everything, let it cool, measure it, and type the readings beside: from then on sizes are corrected by what your machine does',
      ],
    },
  ];
};
