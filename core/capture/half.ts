/**
 * A half read from a mesh as the document will have it: outline, wall, depth, and each found feature
 * offered with its reading, to be kept, renamed or ignored.
 */
import { area, type Mesh, median, type Pt, ringOf } from '../geometry';
import {
  type Body,
  type Feature,
  type Length,
  lengthWithin,
  type Opening,
  type Piece,
  type Reading,
  type Shape,
  type Zone,
} from '../model';
import { foundIn, type FoundHole, type FoundPost, type FoundRib, type FoundZone } from './found';
import { levelled } from './level';
import { type FoundOutline, outlineOf } from './outline';
import { type FoundSideHole, sideHolesIn } from './sides';
import { type Surfaces, surfacesOf } from './surfaces';

const { max, min, abs, hypot } = Math;

export type Role = 'front' | 'back';
/** What is offered; `u` is the standard uncertainty of its place, mm. */
export type Offer = { id: string; name: string; words: string; off: number; ring: Pt[] } & (
  { is: 'feature'; it: Feature } | { is: 'zone'; it: Zone } | { is: 'opening'; it: Opening }
);

export interface HalfRead {
  role: Role;
  outline: Body['outline'];
  wall: Length;
  depth: Length;
  draftDeg: number;
  offers: Offer[];
  /** What was done to lay it straight. */
  tiltDeg: number;
  rimOff: number;
  /** The open side in the file's own coordinates. */
  open: [number, number, number];
  /** A grey picture of the inner surface, lower left first, for the eye. */
  relief: { nx: number; ny: number; step: number; x0: number; y0: number; grey: Uint8Array };
}

const GRID = 0.25;
const r2 = (mm: number): number => Math.round(mm * 100) / 100;

/**
 * Read one half.
 *
 * @param unitMm  millimetres a unit of the file is
 * @param lies    the open side when the builder flipped it, and quarter turns he added
 * @param tell    called with each stage in words
 * @throws        BadInput when it is no half of a shell
 */
export function readHalf(
  mesh: Mesh,
  unitMm: number,
  role: Role,
  lies: { open?: readonly [number, number, number] | undefined; quarters?: number } = {},
  tell: (stage: string) => void = () => undefined,
): HalfRead {
  tell('Levelling by the rim');
  const scaled: Mesh =
    unitMm === 1
      ? mesh
      : { positions: mesh.positions.map((v) => v * unitMm), triangles: mesh.triangles };
  const lv = levelled(scaled, lies.open, lies.quarters);
  tell('Taking the heights');
  const s = surfacesOf(lv, mesh.triangles, GRID);
  tell('Looking for posts, ribs and openings');
  const f = foundIn(s);
  const o = outlineOf(s.top, s.footprint);
  const depth = depthOf(s);
  const draft =
    s.mainFloor < -3
      ? (Math.atan2(max(0, s.wallAtFloor - s.wall), -s.mainFloor - 2.5) * 180) / Math.PI
      : 0;
  const to = intoPiece(o, role);
  const sides = sideHolesIn(lv, mesh.triangles, o, s.wallAtFloor, depth);
  return {
    role,
    draftDeg: draft,
    open: [lv.toPit[8]!, lv.toPit[9]!, lv.toPit[10]!],
    tiltDeg: lv.tiltDeg,
    rimOff: lv.rimOff,
    outline:
      o.kind === 'rect'
        ? {
            kind: 'rect',
            w: lengthWithin(r2(o.w), o.u, 'mesh'),
            h: lengthWithin(r2(o.h), o.u, 'mesh'),
            r: lengthWithin(r2(o.r), 0.3, 'mesh'),
          }
        : {
            kind: 'points',
            points: (role === 'front'
              ? o.points.map(([x, y]): Pt => [o.w - x, y]).reverse()
              : o.points
            ).map(([x, y]) => [r2(x), r2(y)]),
            u: o.u,
            r: lengthWithin(0, 0, 'mesh'),
          },
    wall: lengthWithin(r2(s.wall), GRID / Math.sqrt(12), 'mesh'),
    depth: lengthWithin(r2(depth), 0.04, 'mesh'),
    offers: [
      ...f.posts.map((p, i) => offerPost(p, i, role, to)),
      ...f.ribs.map((r, i) => offerRib(r, i, role, to)),
      ...f.zones.map((z, i) => offerZone(z, i, role, to)),
      ...f.holes.map((h, i) => offerHole(h, i, role, to)),
      ...sides.map((h, i) => offerSide(h, i, role, o, to)),
    ],
    relief: reliefOf(s, o, role),
  };
}

/** Outer depth: how far behind the rim plane most of the outer face lies. */
function depthOf(s: Surfaces): number {
  const z: number[] = [];
  for (let c = 0; c < s.cavity.length; c += 3) {
    if (s.cavity[c] && s.bottom.z[c]! < Infinity && s.floor[c]! > s.mainFloor - 0.3) {
      z.push(-s.bottom.z[c]!);
    }
  }
  return median(z);
}

/** From the pit frame to the piece's own; the front lies mirrored. */
type Into = (x: number, y: number) => [number, number];
const intoPiece =
  (o: FoundOutline, role: Role): Into =>
  (x, y) => [role === 'front' ? o.w - (x - o.x0) : x - o.x0, y - o.y0];

function at(p: readonly [number, number], u: number): { x: Reading; y: Reading } {
  const from = (edge: 'left' | 'bottom', mm: number): Reading => ({
    from: { edge, face: 'outer' },
    to: 'centre',
    length: lengthWithin(r2(mm), u, 'mesh'),
  });
  return { x: from('left', p[0]), y: from('bottom', p[1]) };
}

const placeU = (off: number): number => hypot(GRID / Math.sqrt(12), off);

function offerPost(p: FoundPost, i: number, role: Role, to: Into): Offer {
  const c = to(p.x, p.y);
  const u = placeU(p.off);
  const id = `mesh-${role}-post-${i + 1}`;
  const name = `${role} post ${i + 1}`;
  const screw = p.bore && p.bore.d >= 1.2 && p.bore.d <= 4;
  const it: Feature = {
    id,
    name,
    kind: 'post',
    at: at(c, u),
    shape: {
      kind: 'circle',
      d: lengthWithin(r2(p.d), hypot(0.06, p.taper / 2 / Math.sqrt(3)), 'mesh'),
    },
    height: { from: 'floor', length: lengthWithin(r2(p.height), 0.05, 'mesh') },
    purpose: screw ? 'closing screw' : 'unknown',
    mayCut: 'trim',
    ...(p.bore
      ? {
          bore: {
            d: lengthWithin(r2(p.bore.d), 0.12, 'mesh'),
            deep: lengthWithin(r2(p.bore.deep), 0.08, 'mesh'),
          },
        }
      : {}),
  };
  const ring = Array.from({ length: 32 }, (_, k): Pt => [
    c[0] + (p.d / 2) * Math.cos((k * Math.PI) / 16),
    c[1] + (p.d / 2) * Math.sin((k * Math.PI) / 16),
  ]);
  return {
    is: 'feature',
    it,
    id,
    name,
    ring,
    off: p.off,
    words: `${p.d.toFixed(1)} mm thick, ${p.height.toFixed(1)} tall${p.bore ? `, bore ${p.bore.d.toFixed(1)}` : ''}${p.taper > 0.1 ? `, ${p.taper.toFixed(1)} wider at its foot` : ''}`,
  };
}

function corners(r: { x: number; y: number; length: number; width: number; turn: number }): Pt[] {
  const [c, s] = [Math.cos(r.turn), Math.sin(r.turn)];
  const [a, b] = [r.length / 2, r.width / 2];
  return (
    [
      [-a, -b],
      [a, -b],
      [a, b],
      [-a, b],
    ] as const
  ).map(([u, v]): Pt => [r.x + u * c - v * s, r.y + u * s + v * c]);
}

const counter = (ring: Pt[]): Pt[] => (area(ringOf(ring)) < 0 ? [...ring].reverse() : ring);
/** A shape and its middle for a ring already in the piece's frame. */
function shapeOf(
  ring: readonly Pt[],
  u: number,
  square: boolean,
): { shape: Shape; mid: [number, number] } {
  const xs = ring.map((p) => p[0]);
  const ys = ring.map((p) => p[1]);
  const [x0, x1, y0, y1] = [min(...xs), max(...xs), min(...ys), max(...ys)];
  const mid: [number, number] = [(x0 + x1) / 2, (y0 + y1) / 2];
  if (square) {
    return {
      mid,
      shape: {
        kind: 'rect',
        w: lengthWithin(r2(x1 - x0), u, 'mesh'),
        h: lengthWithin(r2(y1 - y0), u, 'mesh'),
      },
    };
  }
  return {
    mid,
    shape: { kind: 'polygon', points: ring.map(([x, y]) => [r2(x - mid[0]), r2(y - mid[1])]), u },
  };
}

function offerRib(r: FoundRib, i: number, role: Role, to: Into): Offer {
  const id = `mesh-${role}-rib-${i + 1}`;
  const name = `${role} ${r.kind} ${i + 1}`;
  const u = placeU(r.off);
  const ring = counter((r.ring ?? corners(r)).map(([x, y]) => to(x, y) as Pt));
  const straight = !r.ring && abs(Math.sin(2 * r.turn)) < 0.04;
  const flat = straight
    ? counter(
        corners({ ...r, turn: abs(Math.sin(r.turn)) > 0.7 ? Math.PI / 2 : 0 }).map(
          ([x, y]) => to(x, y) as Pt,
        ),
      )
    : ring;
  const { shape, mid } = shapeOf(flat, u, straight);
  const it: Feature = {
    id,
    name,
    kind: r.kind === 'block' ? 'wall' : 'rib',
    at: at(mid, u),
    shape,
    height: { from: 'floor', length: lengthWithin(r2(r.height), 0.06, 'mesh') },
    purpose: r.kind === 'rib' ? 'guide' : 'unknown',
    mayCut: 'remove',
  };
  return {
    is: 'feature',
    it,
    id,
    name,
    ring: flat,
    off: r.off,
    words: `${r.length.toFixed(1)} × ${r.width.toFixed(1)} mm, ${r.height.toFixed(1)} tall`,
  };
}

function offerZone(z: FoundZone, i: number, role: Role, to: Into): Offer {
  const id = `mesh-${role}-zone-${i + 1}`;
  const name = `${role} floor ${i + 1}`;
  const ring = counter(z.ring.map(([x, y]) => to(x, y) as Pt));
  const { shape, mid } = shapeOf(ring, placeU(0.05), z.area > 0.96 * z.w * z.h);
  const it: Zone = {
    id,
    name,
    at: at(mid, placeU(0.05)),
    shape,
    depth: lengthWithin(r2(z.depth), max(0.04, z.off), 'mesh'),
  };
  return {
    is: 'zone',
    it,
    id,
    name,
    ring,
    off: z.off,
    words: `${z.w.toFixed(1)} × ${z.h.toFixed(1)} mm, ${z.depth.toFixed(1)} below the rim`,
  };
}

function offerHole(h: FoundHole, i: number, role: Role, to: Into): Offer {
  const id = `mesh-${role}-hole-${i + 1}`;
  const c = to(h.x, h.y);
  const u = placeU(h.off);
  const [w, hh] = h.shape === 'circle' ? [h.d, h.d] : [h.w, h.h];
  const ring =
    h.shape === 'circle'
      ? Array.from({ length: 32 }, (_, k): Pt => [
          c[0] + (w / 2) * Math.cos((k * Math.PI) / 16),
          c[1] + (w / 2) * Math.sin((k * Math.PI) / 16),
        ])
      : counter(
          h.shape === 'ring'
            ? h.ring.map(([x, y]) => to(x, y) as Pt)
            : [
                [c[0] - w / 2, c[1] - hh / 2],
                [c[0] + w / 2, c[1] - hh / 2],
                [c[0] + w / 2, c[1] + hh / 2],
                [c[0] - w / 2, c[1] + hh / 2],
              ],
        );
  const { shape, mid } =
    h.shape === 'circle'
      ? { shape: { kind: 'circle' as const, d: lengthWithin(r2(w), 0.1, 'mesh') }, mid: c }
      : shapeOf(ring, u, h.shape === 'rect');
  let use: Opening['use'];
  if (w * hh > 800) use = 'window';
  else if (h.shape === 'circle') {
    if (w < 5) use = 'screw';
    else use = 'button';
  } else use = 'other';
  const name = `${role} opening ${i + 1}`;
  return {
    is: 'opening',
    it: { id, name, use, on: { kind: 'face', at: at(mid, u) }, shape },
    id,
    name,
    ring,
    off: h.off,
    words:
      h.shape === 'circle' ? `round, ${w.toFixed(1)} mm` : `${w.toFixed(1)} × ${hh.toFixed(1)} mm`,
  };
}

const WALL_OF: Record<FoundSideHole['wall'], number> = { bottom: 0, right: 1, top: 2, left: 3 };
function offerSide(h: FoundSideHole, i: number, role: Role, o: FoundOutline, to: Into): Offer {
  const mirrored = role === 'front' && (h.wall === 'left' || h.wall === 'right');
  let wall: 'left' | 'right' | 'bottom' | 'top';
  if (mirrored) {
    if (h.wall === 'left') wall = 'right';
    else wall = 'left';
  } else wall = h.wall;
  const flat = wall === 'bottom' || wall === 'top';
  const along = flat ? to(h.u + o.x0, 0)[0] : h.u;
  const u = GRID / Math.sqrt(12);
  const id = `mesh-${role}-side-${i + 1}`;
  const name = `opening in the ${wall} wall ${i + 1}`;
  const shape: Shape = h.round
    ? { kind: 'circle', d: lengthWithin(r2(h.w), 0.1, 'mesh') }
    : {
        kind: 'rect',
        w: lengthWithin(r2(h.w), 0.1, 'mesh'),
        h: lengthWithin(r2(h.h), 0.1, 'mesh'),
      };
  const it: Opening = {
    id,
    name,
    use: 'port',
    shape,
    on: {
      kind: 'wall',
      wall: WALL_OF[wall],
      along: {
        from: { edge: flat ? 'left' : 'bottom', face: 'outer' },
        to: 'centre',
        length: lengthWithin(r2(along), u, 'mesh'),
      },
      v: lengthWithin(r2(role === 'front' ? -h.v : h.v), u, 'mesh'),
    },
  };
  const [a, b] = [along - h.w / 2, along + h.w / 2];
  let ring: Pt[];
  if (wall === 'bottom') {
    ring = [
      [a, 0],
      [b, 0],
      [b, 2],
      [a, 2],
    ];
  } else if (wall === 'top') {
    ring = [
      [a, o.h - 2],
      [b, o.h - 2],
      [b, o.h],
      [a, o.h],
    ];
  } else if (wall === 'left') {
    ring = [
      [0, a],
      [2, a],
      [2, b],
      [0, b],
    ];
  } else {
    ring = [
      [o.w - 2, a],
      [o.w, a],
      [o.w, b],
      [o.w - 2, b],
    ];
  }
  return {
    is: 'opening',
    it,
    id,
    name,
    ring,
    off: u,
    words: `${h.w.toFixed(1)} × ${h.h.toFixed(1)} mm, ${(-h.v).toFixed(1)} below the rim`,
  };
}

/** A shaded picture: lit from the upper left, deeper is darker. */
function reliefOf(s: Surfaces, o: FoundOutline, role: Role): HalfRead['relief'] {
  const { nx, ny, top } = s;
  const grey = new Uint8Array(nx * ny);
  const deep = max(1, -s.mainFloor);
  for (let j = 1; j < ny - 1; j++) {
    for (let i = 1; i < nx - 1; i++) {
      const c = j * nx + i;
      const z = top.z[c]!;
      if (!(z > -Infinity)) continue;
      const dx = max(-3, min(3, top.z[c + 1]! - top.z[c - 1]! || 0));
      const dy = max(-3, min(3, top.z[c + nx]! - top.z[c - nx]! || 0));
      grey[j * nx + (role === 'front' ? nx - 1 - i : i)] = max(
        1,
        min(255, 185 + (z / deep) * 70 + (dy - dx) * 18),
      );
    }
  }
  const x0 = role === 'front' ? o.w - (top.x0 + nx * top.step - o.x0) : top.x0 - o.x0;
  return { nx, ny, step: top.step, x0, y0: top.y0 - o.y0, grey };
}

/** The body with a half taken over: kept offers in place of what an earlier reading of this half brought. */
export function withHalf(body: Body | undefined, half: HalfRead, kept: readonly Offer[]): Body {
  const base: Body = body ?? {
    id: 'shell',
    name: 'Shell',
    spine: 'left',
    outline: half.outline,
    wall: half.wall,
    pieces: (['front', 'back'] as const).map((role) => ({
      id: role,
      role,
      material: 'abs',
      depth: { mm: half.depth.mm, u: 1 / Math.sqrt(3), how: 'estimate' },
      zones: [],
      features: [],
      openings: [],
    })),
  };
  const own = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.filter((x) => !x.id.startsWith(`mesh-${half.role}-`));
  const pieces = base.pieces.map((p): Piece =>
    p.role !== half.role
      ? p
      : {
          ...p,
          depth: half.depth,
          features: [
            ...own(p.features),
            ...kept.flatMap((k) => (k.is === 'feature' ? [{ ...k.it, name: k.name }] : [])),
          ],
          zones: [
            ...own(p.zones),
            ...kept.flatMap((k) => (k.is === 'zone' ? [{ ...k.it, name: k.name }] : [])),
          ],
          openings: [
            ...own(p.openings),
            ...kept.flatMap((k) => (k.is === 'opening' ? [{ ...k.it, name: k.name }] : [])),
          ],
        },
  );
  return { ...base, outline: half.outline, wall: half.wall, pieces };
}
