/** OBJ: corners and faces of its named objects; colours, normals and materials are passed over. */
import { BadInput } from '../../model';
import type { Solid } from './file';

/** A shell and everything in it has some hundred. */
const MOST_OBJECTS = 5000;

/**
 * Objects of an OBJ file; faces with more than three corners become fans.
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
    const words = raw.trim().split(/\s+/);
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
      for (let k = 2; k < at.length; k++) faces.push(at[0]!, at[k - 1]!, at[k]!);
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
