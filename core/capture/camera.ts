/**
 * From a picture to millimetres: a scan by known distances, a photo by the four sides of a known
 * rectangle. How far the marks disagree is the residual, and goes into every place read off.
 */
import { Matrix, solve } from 'ml-matrix';
import type { Pt } from '../geometry';
import { BadInput, type Worked } from '../model';
import { type Gray, snapAlong } from './gradient';

const { abs, hypot } = Math;

/** Plane mm from pixels by a projective map, row by row, last entry 1. */
export type Projective = readonly number[];

export interface View {
  map: Projective;
  /** Root mean square disagreement of the marks, mm, and how many there are beyond what the map needs. */
  residual: Worked<number>;
  spare: number;
  pxPerMm: number;
  /** Where the camera stands over the plane, mm; a scanner has none. `u` of each. */
  camera?: { x: number; y: number; z: number };
  /** The same view with each doubtful input moved by its own u: what a place's own doubt is worked out from. */
  moved: Array<{ map: Projective; camera?: { x: number; y: number; z: number } }>;
}

export const project = (m: Projective, x: number, y: number): Pt => {
  const k = 1 / (m[6]! * x + m[7]! * y + m[8]!);
  return [(m[0]! * x + m[1]! * y + m[2]!) * k, (m[3]! * x + m[4]! * y + m[5]!) * k];
};

/**
 * The projective map that carries four pixels to four places.
 *
 * @throws BadInput when three of them lie on one line
 */
export function homography(from: readonly Pt[], to: readonly Pt[]): Projective {
  const cross = (a: Pt, b: Pt, c: Pt) =>
    (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  const far = Math.max(...from.flatMap((p) => from.map((q) => hypot(p[0] - q[0], p[1] - q[1]))));
  for (let i = 0; i < 4; i++) {
    const three = from.filter((_, k) => k !== i) as [Pt, Pt, Pt];
    if (abs(cross(...three)) < 0.01 * far * far) {
      throw new BadInput(
        '',
        'Three of the four corners lie on one line. Mark the four corners of the rectangle, once around.',
      );
    }
  }
  const A: number[][] = [];
  const b: number[] = [];
  from.forEach(([x, y], i) => {
    const [u, v] = to[i]!;
    A.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    b.push(u, v);
  });
  return [...solve(new Matrix(A), Matrix.columnVector(b)).to1DArray(), 1];
}

/** Pixel click by hand, px: half a pixel either way and the hand. */
const CLICK_U = 0.6;

/** An edge followed in the picture is good for so many px. */
const EDGE_U = 0.12;
/** A bent picture is further off within than its straight sides show by bending: typically half as much again. */
const BENT = 1.6;

export interface Mark {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  mm: number;
}

/**
 * A scan: every known distance gives a scale; the mean of them counts, longer ones more.
 *
 * @throws BadInput when a mark has no length
 */
export function viewOfScan(marks: readonly Mark[], h: number): View {
  if (!marks.length) throw new BadInput('', 'Mark at least one known distance.');
  const px = marks.map((m) => hypot(m.x1 - m.x0, m.y1 - m.y0));
  marks.forEach((m, i) => {
    if (!(px[i]! > 5 && m.mm > 0)) {
      throw new BadInput('', `Distance ${i + 1} has no length in the picture.`);
    }
  });
  const k = marks.reduce((s, m, i) => s + m.mm * px[i]!, 0) / px.reduce((s, p) => s + p * p, 0);
  const off = marks.map((m, i) => m.mm - k * px[i]!);
  const rms =
    marks.length > 1
      ? Math.sqrt(off.reduce((s, e) => s + e * e, 0) / (marks.length - 1))
      : k * CLICK_U * Math.SQRT2;
  const uK = Math.max(rms, k * CLICK_U * Math.SQRT2) / Math.sqrt(px.reduce((s, p) => s + p * p, 0));
  // Up on the page is up on the half.
  const map = (s: number): Projective => [s, 0, 0, 0, -s, s * h, 0, 0, 1];
  return {
    map: map(k),
    pxPerMm: 1 / k,
    spare: marks.length - 1,
    moved: [{ map: map(k + uK) }],
    residual: {
      value: Math.max(rms, k * CLICK_U),
      working:
        marks.length > 1
          ? [`${marks.length} distances, off by ${off.map((e) => e.toFixed(2)).join(', ')} mm`]
          : [
              `one distance; a click is good for ${CLICK_U} px = ${(k * CLICK_U).toFixed(2)} mm. Mark a second across the first`,
            ],
    },
  };
}

/**
 * A photo: the sides of a rectangle lying on the table are followed in the picture. Its corners give
 * the map; how far its sides are from straight is the residual.
 *
 * @param corners   pixels of its corners, once around, beginning at the lower left of the picture
 * @param distance  camera above the table, mm, as measured, with its u
 */
export function viewOfPhoto(
  g: Gray,
  corners: readonly Pt[],
  w: number,
  h: number,
  distance: { mm: number; u: number },
): View {
  if (corners.length !== 4) {
    throw new BadInput('', 'Mark the four corners of the rectangle, once around.');
  }
  const place: Pt[] = [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ];
  homography(corners, place);
  const sides = corners.map((a, i) => followed(g, a, corners[(i + 1) % 4]!));
  const lines = sides.map((pts, i) =>
    lineOf(pts.length >= 8 ? pts : [corners[i]!, corners[(i + 1) % 4]!]),
  );
  const exact = corners.map((c, i) =>
    sides[i]!.length >= 8 && sides[(i + 3) % 4]!.length >= 8
      ? (meet(lines[i]!, lines[(i + 3) % 4]!) ?? c)
      : c,
  );
  const map = homography(exact, place);
  const off: number[] = [];
  sides.forEach((pts, i) => {
    for (const p of pts) {
      const [x, y] = project(map, p[0], p[1]);
      let along: number;
      if (i === 0) along = y;
      else if (i === 1) along = x - w;
      else if (i === 2) along = y - h;
      else along = x;
      off.push(along);
    }
  });
  const pxPerMm = Math.sqrt(quadArea(exact) / (w * h));
  const click = CLICK_U / pxPerMm;
  const rms = off.length >= 16 ? Math.sqrt(off.reduce((s, e) => s + e * e, 0) / off.length) : click;
  const see = (c: readonly Pt[], d: number) => {
    const m = homography(c, place);
    return { map: m, camera: cameraOver(m, g.w, g.h, d, distance.u) };
  };
  // Following a side averages: its ends are better than one point, by the root of how many, but not if it is bent.
  const cornerPx = Math.max(0.1, off.length >= 16 ? (rms * pxPerMm) / 2 : CLICK_U);
  const moved = exact.flatMap((_, i) =>
    [0, 1].map((k) =>
      see(
        exact.map((p, j): Pt => {
          if (j === i) {
            if (k) return [p[0], p[1] + cornerPx];
            return [p[0] + cornerPx, p[1]];
          }
          return p;
        }),
        distance.mm,
      ),
    ),
  );
  moved.push(see(exact, distance.mm + distance.u));
  return {
    map,
    pxPerMm,
    spare: off.length,
    camera: cameraOver(map, g.w, g.h, distance.mm, distance.u),
    moved,
    residual: {
      value: off.length >= 16 ? hypot(EDGE_U / pxPerMm, BENT * rms) : click,
      working:
        off.length >= 16
          ? [
              `${off.length} points followed along its four sides lie ${rms.toFixed(3)} mm (rms) off straight; worst ${Math.max(...off.map(Math.abs)).toFixed(2)} mm`,
            ]
          : [
              `its sides could not be followed; a click is good for ${CLICK_U} px = ${click.toFixed(2)} mm`,
            ],
    },
  };
}

/** Points on an edge between two corners, leaving out its ends. */
function followed(g: Gray, a: Pt, b: Pt): Pt[] {
  const len = hypot(b[0] - a[0], b[1] - a[1]);
  const [ux, uy] = [(b[0] - a[0]) / len, (b[1] - a[1]) / len];
  const n = Math.min(80, Math.max(12, Math.floor(len / 12)));
  const out: Pt[] = [];
  const reach = Math.max(6, len * 0.025);
  for (let i = 1; i < n; i++) {
    const t = 0.06 + (0.88 * i) / n;
    const hit = snapAlong(g, a[0] + ux * len * t, a[1] + uy * len * t, -uy, ux, reach);
    if (hit) out.push([hit.x, hit.y]);
  }
  // What lies far from the others was another edge.
  const line = out.length >= 8 ? lineOf(out) : undefined;
  if (!line) return out;
  const off = out.map(([x, y]) => abs(line[0] * x + line[1] * y + line[2]));
  const mid = [...off].sort((p, q) => p - q)[off.length >> 1]!;
  return out.filter((_, i) => off[i]! < Math.max(1.5, 4 * mid));
}

/** Line n·p + c = 0 through points, by total least squares; |n| = 1. */
function lineOf(pts: readonly Pt[]): [number, number, number] {
  const mx = pts.reduce((s, p) => s + p[0], 0) / pts.length;
  const my = pts.reduce((s, p) => s + p[1], 0) / pts.length;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (const [x, y] of pts) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const a = 0.5 * Math.atan2(2 * xy, xx - yy);
  const [nx, ny] = [-Math.sin(a), Math.cos(a)];
  return [nx, ny, -(nx * mx + ny * my)];
}
function meet(p: readonly number[], q: readonly number[]): Pt | undefined {
  const d = p[0]! * q[1]! - q[0]! * p[1]!;
  return abs(d) < 1e-6
    ? undefined
    : [(p[1]! * q[2]! - q[1]! * p[2]!) / d, (q[0]! * p[2]! - p[0]! * q[2]!) / d];
}
const quadArea = (c: readonly Pt[]): number =>
  abs(
    c.reduce((s, p, i) => {
      const q = c[(i + 1) % 4]!;
      return s + p[0] * q[1] - q[0] * p[1];
    }, 0),
  ) / 2;

/**
 * Where the camera is over the table: square pixels, the optical axis through the picture's middle,
 * and the focal length that agrees best with the map and the typed distance.
 */
function cameraOver(
  map: Projective,
  w: number,
  h: number,
  distance: number,
  uDistance: number,
): { x: number; y: number; z: number } {
  // Plane to pixel, about the picture's middle, y up.
  const inv = inverse3(map);
  const c = [1, 0, -w / 2, 0, -1, h / 2, 0, 0, 1];
  const H = times3(c, inv);
  let best = { cost: Infinity, x: 0, y: 0, z: distance };
  for (let k = 0; k <= 400; k++) {
    const f = Math.max(w, h) * 0.4 * 25 ** (k / 400);
    let r1 = [H[0]! / f, H[3]! / f, H[6]!];
    let r2 = [H[1]! / f, H[4]! / f, H[7]!];
    let t = [H[2]! / f, H[5]! / f, H[8]!];
    const n1 = hypot(...r1);
    const n2 = hypot(...r2);
    const s = (t[2]! > 0 ? 1 : -1) / Math.sqrt(n1 * n2);
    [r1, r2, t] = [r1.map((v) => v * s), r2.map((v) => v * s), t.map((v) => v * s)];
    const r3 = [
      r1[1]! * r2[2]! - r1[2]! * r2[1]!,
      r1[2]! * r2[0]! - r1[0]! * r2[2]!,
      r1[0]! * r2[1]! - r1[1]! * r2[0]!,
    ];
    const at = (r: number[]) => -(r[0]! * t[0]! + r[1]! * t[1]! + r[2]! * t[2]!);
    const [x, y, z] = [at(r1), at(r2), abs(at(r3))];
    const skew = (r1[0]! * r2[0]! + r1[1]! * r2[1]! + r1[2]! * r2[2]!) / 0.004;
    const uneven = (n1 / n2 - 1) / 0.004;
    const far = (z - distance) / uDistance;
    const cost = skew * skew + uneven * uneven + far * far;
    if (cost < best.cost) best = { cost, x, y, z };
  }
  return { x: best.x, y: best.y, z: best.z };
}

function inverse3(m: Projective): number[] {
  const [a, b, c, d, e, f, g, h, i] = m as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const A = e * i - f * h;
  const B = f * g - d * i;
  const C = d * h - e * g;
  const det = a * A + b * B + c * C;
  return [
    A,
    c * h - b * i,
    b * f - c * e,
    B,
    a * i - c * g,
    c * d - a * f,
    C,
    b * g - a * h,
    a * e - b * d,
  ].map((v) => v / det);
}
const times3 = (a: readonly number[], b: readonly number[]): number[] =>
  [0, 1, 2].flatMap((r) =>
    [0, 1, 2].map((c) => [0, 1, 2].reduce((s, k) => s + a[3 * r + k]! * b[3 * k + c]!, 0)),
  );
export { inverse3 as inverseOf };

/** Where the ray through a plane place meets the height `z` over the plane. */
const raised = (p: Pt, z: number, camera: View['camera']): Pt =>
  camera && z
    ? [
        camera.x + (p[0] - camera.x) * (1 - z / camera.z),
        camera.y + (p[1] - camera.y) * (1 - z / camera.z),
      ]
    : p;

/**
 * A pixel as a place in mm.
 *
 * @param height  of what is seen there over the calibration plane, mm, with its u; parallax is taken out
 * @returns       place, and the standard uncertainty of its less certain coordinate, mm
 */
export function placeOf(
  v: View,
  px: number,
  py: number,
  height: { mm: number; u: number } = { mm: 0, u: 0 },
): { x: number; y: number; u: number } {
  const at = (map: Projective, camera: View['camera'], z: number): Pt =>
    raised(project(map, px, py), z, camera);
  const [x, y] = at(v.map, v.camera, height.mm);
  let xx = v.residual.value ** 2;
  let yy = v.residual.value ** 2;
  for (const m of v.moved) {
    const [a, b] = at(m.map, m.camera, height.mm);
    xx += (a - x) ** 2;
    yy += (b - y) ** 2;
  }
  if (height.u) {
    const [a, b] = at(v.map, v.camera, height.mm + height.u);
    xx += (a - x) ** 2;
    yy += (b - y) ** 2;
  }
  return { x, y, u: Math.sqrt(Math.max(xx, yy)) };
}
