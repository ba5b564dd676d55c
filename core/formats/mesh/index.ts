/**
 * Triangles out of STL, OBJ, 3MF and STEP files: one solid for each object the file names.
 *
 * The kind is told by the content, not by the name. Only 3MF and STEP say their unit; for the
 * others the builder is asked.
 */
import { BadInput } from '../../model';
import type { MeshFile } from './file';
import { readObj } from './obj';
import { isBinary, readStl } from './stl';
import { read3mf } from './threeMf';

export type { MeshFile, Solid } from './file';
export { readStl, stlBytes } from './stl';
export { readObj } from './obj';
export { read3mf } from './threeMf';
export { readStep, type StepReader } from './step';

export const MESH_LIMIT = 200 * 1024 * 1024;

/** A talkative OBJ file may begin with this much of remarks, bytes. */
const TOLD_WITHIN = 256 * 1024;

/** Which reader a file's first bytes ask for. */
export function meshKind(bytes: Uint8Array): MeshFile['kind'] | undefined {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return '3MF';
  const start = new TextDecoder('latin1')
    .decode(bytes.subarray(0, TOLD_WITHIN))
    .replace(/^\xEF\xBB\xBF/, '');
  if (/^\s*ISO-10303-21/.test(start)) return 'STEP';
  if (/^\s*solid\b/i.test(start)) return 'STL';
  if (
    bytes.length >= 84 &&
    isBinary(bytes, new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true))
  ) {
    return 'STL';
  }
  if (!start.includes('\0') && /^[ \t]*v[ \t]+[-+]?[\d.]/m.test(start)) return 'OBJ';
  return bytes.length >= 84 ? 'STL' : undefined;
}

/**
 * Read a mesh file of any of the four kinds.
 *
 * @param step  reads a STEP file with whatever reader the host has; asked only when the file is one
 * @throws      BadInput with one sentence; nothing is returned half-way
 */
export async function readMeshFile(
  bytes: Uint8Array,
  step: (bytes: Uint8Array) => Promise<MeshFile>,
): Promise<MeshFile> {
  if (bytes.length === 0) throw new BadInput('', 'The file is empty.');
  if (bytes.length > MESH_LIMIT) {
    throw new BadInput('', `The file is larger than ${MESH_LIMIT / 1024 / 1024} MB.`);
  }
  const kind = meshKind(bytes);
  let file: MeshFile;
  if (kind === '3MF') file = read3mf(bytes);
  else if (kind === 'STEP') file = await step(bytes);
  else if (kind === 'OBJ') file = { kind: 'OBJ', solids: readObj(new TextDecoder().decode(bytes)) };
  else file = { kind: 'STL', solids: [{ name: 'shell', mesh: readStl(bytes) }] };
  const some = file.solids.filter((s) => s.mesh.triangles.length);
  if (!some.length) throw new BadInput('', 'The file holds no triangle.');
  for (const s of some) {
    for (const v of s.mesh.positions) {
      if (!(Math.abs(v) < 1e6)) {
        throw new BadInput('', `A corner of "${s.name}" is not a number, or a million units away.`);
      }
    }
  }
  return { ...file, solids: some };
}
