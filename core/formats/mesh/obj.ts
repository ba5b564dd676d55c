/** OBJ: corners and faces of its named objects; colours, normals and materials are passed over. */
import { BadInput } from '../../model';
import earcut from 'earcut';
import type { Solid } from './file';

/** A shell and everything in it has some hundred. */
const MOST_OBJECTS = 5000;

/**
 * Objects of an OBJ file; faces with more than three corners are cut up, also those that are
 * hollow on a side.
 *
 * @throws BadInput naming the line that is wrong
 */
export function readObj(text: string): Solid[] {
  const corners: number[] = [];
  const groups: Array<{ name: string; faces: number[] }> = [{ name: 'shell', faces: [] }];
  let line = 0;
  // A line that ends in a backslash goes on in the next.
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(/\\(\r\n|\r|\n)/g, ' ')
    .split(/\r\n|\r|\n/);
  for (const raw of lines) {
    line++;
    const words = raw.replace(/#.*$/, '').trim().split(/\s+/);
    if (words[0] === 'v') {
      const v = words.slice(1, 4).map(Number);
      if (v.length !== 3 || !v.every(Number.isFinite)) {
        throw new BadInput(`line ${line}`, `Line ${line} is not a corner of three numbers.`);
      }
      corners.push(...v);
    } else if (words[0] === 'o' || words[0] === 'g') {
      if (groups[groups.length - 1]!.faces.length) {
        if (groups.length >= MOST_OBJECTS) {
          throw new BadInput(
            `line ${line}`,
            `The file holds more than ${MOST_OBJECTS} objects; that is not one shell.`,
          );
        }
        groups.push({
          name: words.slice(1).join(' ').slice(0, 80) || `object ${groups.length + 1}`,
          faces: [],
        });
      } else groups[groups.length - 1]!.name = words.slice(1).join(' ').slice(0, 80) || 'shell';
    } else if (words[0] === 'f') {
      const at = words.slice(1).map((w) => {
        const i = Number.parseInt(w, 10);
        return i < 0 ? corners.length / 3 + i : i - 1;
      });
      if (at.length < 3) {
        throw new BadInput(
          `line ${line}`,
          `The face in line ${line} has fewer than three corners.`,
        );
      }
      const bad = at.find((i) => !(i >= 0 && i < corners.length / 3));
      if (bad !== undefined) {
        throw new BadInput(
          `line ${line}`,
          `The face in line ${line} names corner ${Number.isFinite(bad) ? bad + 1 : 'that is no number'}; so far there are ${corners.length / 3}.`,
        );
      }
      const faces = groups[groups.length - 1]!.faces;
      for (const i of at.length === 3 ? at : cutUp(at, corners)) faces.push(i);
    }
  }
  const positions = Float32Array.from(corners);
  const at = new Int32Array(positions.length / 3).fill(-1);
  return groups
    .filter((g) => g.faces.length)
    .map((g) =>
      compact({ name: g.name, mesh: { positions, triangles: Uint32Array.from(g.faces) } }, at),
    );
}

/**
 * Only the corners its triangles use.
 *
 * @param at  -1 for every corner, before and after: shared, so that a thousand objects of a large
 *            file do not look at every corner a thousand times
 */
function compact(s: Solid, at: Int32Array): Solid {
  const { positions, triangles } = s.mesh;
  const out: number[] = [];
  const t = triangles.map((v) => {
    if (at[v]! < 0) {
      at[v] = out.length / 3;
      out.push(positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!);
    }
    return at[v]!;
  });
  for (const v of triangles) at[v] = -1;
  return { name: s.name, mesh: { positions: Float32Array.from(out), triangles: t } };
}

/**
 * A flat face of many corners as triangles that turn the way it does.
 *
 * @param at       its corners by number
 * @param corners  x, y, z of every corner
 */
function cutUp(at: readonly number[], corners: readonly number[]): number[] {
  const point = (i: number) => [corners[3 * i]!, corners[3 * i + 1]!, corners[3 * i + 2]!] as const;
  const normal = newell(at.map(point));
  const turns = at.map((_, k) => {
    const [a, b, c] = [0, 1, 2].map((d) => point(at[(k + d) % at.length]!));
    return along(normal, a!, b!, c!);
  });
  const fan = at.slice(2).flatMap((c, k) => [at[0]!, at[k + 1]!, c]);
  if (turns.every((t) => t >= 0)) return fan;
  // Seen along the axis that shows most of it.
  const size = normal.map(Math.abs);
  const away = size.indexOf(Math.max(...size));
  const flat = at.flatMap((i) => point(i).filter((_, k) => k !== away));
  const cut = earcut(flat);
  const out: number[] = [];
  for (let k = 0; k < cut.length; k += 3) {
    const [a, b, c] = [at[cut[k]!]!, at[cut[k + 1]!]!, at[cut[k + 2]!]!];
    if (along(normal, point(a), point(b), point(c)) >= 0) out.push(a, b, c);
    else out.push(a, c, b);
  }
  return out.length ? out : fan;
}

type P3 = readonly [number, number, number];

/** Twice the area of a polygon as a vector along its normal (Newell). */
function newell(points: readonly P3[]): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0];
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!;
    sum[0] += (p[1] - q[1]) * (p[2] + q[2]);
    sum[1] += (p[2] - q[2]) * (p[0] + q[0]);
    sum[2] += (p[0] - q[0]) * (p[1] + q[1]);
  });
  return sum;
}

/** How far the turn from a over b to c goes about a normal: negative the other way round. */
function along(n: readonly number[], a: P3, b: P3, c: P3): number {
  const u = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
  const v = [c[0] - b[0], c[1] - b[1], c[2] - b[2]] as const;
  return (
    n[0]! * (u[1] * v[2] - u[2] * v[1]) +
    n[1]! * (u[2] * v[0] - u[0] * v[2]) +
    n[2]! * (u[0] * v[1] - u[1] * v[0])
  );
}
