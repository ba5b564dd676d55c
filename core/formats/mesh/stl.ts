/** STL, binary out, binary and ASCII in. STL says no unit: millimetres are written, and asked for on the way in. */
import { BadInput } from '../../model';
import type { Mesh } from '../../geometry';

export function stlBytes(m: Mesh): Uint8Array {
  const n = m.triangles.length / 3;
  const out = new DataView(new ArrayBuffer(84 + 50 * n));
  new TextEncoder().encode('Deft Shell, millimetres').forEach((c, i) => out.setUint8(i, c));
  out.setUint32(80, n, true);
  const p = m.positions;
  for (let t = 0; t < n; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => m.triangles[3 * t + k]! * 3) as [number, number, number];
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const len = Math.hypot(nx, ny, nz) || 1;
    let at = 84 + 50 * t;
    for (const v of [nx / len, ny / len, nz / len]) {
      out.setFloat32(at, v, true);
      at += 4;
    }
    for (const corner of [a, b, c]) {
      for (let k = 0; k < 3; k++) {
        out.setFloat32(at, p[corner + k]!, true);
        at += 4;
      }
    }
  }
  return new Uint8Array(out.buffer);
}

/** Some programs write a few bytes more after the last triangle. */
const TAIL_BYTES = 512;
/** Whether so many triangles are what the file holds. */
export const isBinary = (bytes: Uint8Array, claims: number): boolean => {
  const more = bytes.length - 84 - 50 * claims;
  return bytes.length >= 84 && more >= 0 && (more === 0 || (claims > 0 && more <= TAIL_BYTES));
};

/** More triangles than any scan of a handheld needs. */
const MOST = 20_000_000;

/**
 * Triangles of an STL file, corners not shared.
 *
 * @throws BadInput naming what is wrong: cut short, a lying count, a corner that is no number
 */
export function readStl(bytes: Uint8Array): Mesh {
  if (bytes.length === 0) throw new BadInput('', 'The file is empty.');
  const claims =
    bytes.length >= 84 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true) : 0;
  if (isBinary(bytes, claims)) return binary(bytes, claims);
  // A mark of byte order is no part of the text.
  const text = bytes[0] === 0xef && bytes[1] === 0xbb ? bytes.subarray(3) : bytes;
  const start = new TextDecoder('latin1').decode(text.subarray(0, 512)).trimStart();
  if (/^solid\b/i.test(start)) return ascii(new TextDecoder('latin1').decode(text));
  if (bytes.length < 84) {
    throw new BadInput('', 'This is not an STL file: it is shorter than an STL header.');
  }
  if (claims > MOST) {
    throw new BadInput(
      '',
      `The header claims ${claims} triangles; no shell has more than ${MOST}.`,
    );
  }
  throw new BadInput(
    '',
    `The header claims ${claims} triangles (${84 + 50 * claims} bytes), but the file has ${bytes.length} bytes: it was cut short or is another format.`,
  );
}

function binary(bytes: Uint8Array, n: number): Mesh {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  const positions = new Float32Array(n * 9);
  for (let t = 0, at = 96; t < n; t++, at += 50) {
    for (let k = 0; k < 9; k++) {
      const v = view.getFloat32(at + 4 * k, true);
      if (v - v !== 0) {
        throw new BadInput(`triangle ${t + 1}`, `A corner of triangle ${t + 1} is not a number.`);
      }
      positions[9 * t + k] = v;
    }
  }
  return { positions, triangles: inOrder(n * 3) };
}

/** 0, 1, 2, ...: corners that are not shared. */
function inOrder(n: number): Uint32Array {
  const out = new Uint32Array(n);
  for (let i = 0; i < n; i++) out[i] = i;
  return out;
}

function ascii(text: string): Mesh {
  const out: number[] = [];
  const lines = text.split(/\r\n|\r|\n/);
  let corners = 0;
  let ended = false;
  lines.forEach((raw, i) => {
    // Some programs shout.
    const line = raw.trim().toLowerCase();
    if (line.startsWith('vertex')) {
      const parts = line.split(/\s+/).slice(1).map(Number);
      if (parts.length !== 3 || !parts.every(Number.isFinite)) {
        throw new BadInput(`line ${i + 1}`, `Line ${i + 1} is not a corner of three numbers.`);
      }
      out.push(...(parts as [number, number, number]));
      corners++;
    } else if (line === 'endloop') {
      if (corners !== 3) {
        throw new BadInput(
          `line ${i + 1}`,
          `The facet that ends at line ${i + 1} has ${corners} corners instead of 3.`,
        );
      }
      corners = 0;
    } else if (line.startsWith('endsolid')) ended = true;
  });
  if (!ended) throw new BadInput('', 'The file was cut short: it has no "endsolid".');
  if (!out.length) throw new BadInput('', 'The file holds no triangle.');
  return { positions: Float32Array.from(out), triangles: inOrder(out.length / 3) };
}
