/** How long 3D files take: reading, both height fields, and finding what stands there. */
import Module from 'manifold-3d';
import occt from 'occt-import-js';
import { demos } from '../catalogue';
import { readMeshFile, readStep, stlBytes } from '../formats/mesh';
import { stepText } from '../formats/mesh/step.fixture';
import { pieceMesh, threeMfBytes } from '../formats/solid';
import { gridOver, type Mesh, zBuffer } from '../geometry';
import { foundIn, levelled, surfacesOf } from './index';

const best = async (times: number, work: () => unknown): Promise<number> => {
  let least = Infinity;
  for (let k = 0; k < times; k++) {
    const t = performance.now();
    await work();
    least = Math.min(least, performance.now() - t);
  }
  return least;
};

export async function captureBench(say: (line: string) => void): Promise<void> {
  const wasm = await Module();
  wasm.setup();
  const plain = pieceMesh(wasm, demos()[0]!.shell.bodies[0]!, 'back');
  const refined = new wasm.Manifold(
    new wasm.Mesh({ numProp: 3, vertProperties: plain.positions, triVerts: plain.triangles }),
  )
    .refineToLength(0.62)
    .getMesh();
  const fine: Mesh = { positions: refined.vertProperties, triangles: refined.triVerts };
  const n = fine.triangles.length / 3;
  const occtReader = await occt({ print: () => undefined, printErr: () => undefined });
  const step = async (b: Uint8Array) => readStep(b, occtReader);
  const stl = stlBytes(fine);
  const zip = threeMfBytes([{ name: 'back', mesh: fine }], 'bench');
  const text = new TextEncoder().encode(stepText(plain));
  const read = await best(4, () => readMeshFile(stl, step));
  const mesh = (await readMeshFile(stl, step)).solids[0]!.mesh;
  const fields = await best(4, () => zBuffer(mesh, gridOver(mesh.positions, 0.25)));
  const level = await best(3, () => levelled(mesh));
  const lv = levelled(mesh);
  const floor = await best(3, () => surfacesOf(lv, mesh.triangles));
  const s = surfacesOf(lv, mesh.triangles);
  const find = await best(3, () => foundIn(s));
  say(
    `binary STL, ${n.toLocaleString('en')} triangles: read ${read.toFixed(0)} ms, both height fields at 0.25 mm ${fields.toFixed(0)} ms: ${(read + fields).toFixed(0)} ms together; levelled by its rim ${level.toFixed(0)} ms, floor and walls ${floor.toFixed(0)} ms, posts, ribs and openings found ${find.toFixed(0)} ms`,
  );
  const zipped = await best(2, () => readMeshFile(zip, step));
  const stepped = await best(2, () => readMeshFile(text, step));
  say(
    `3MF of the same: ${zipped.toFixed(0)} ms (STL : 3MF 1 : ${(zipped / read).toFixed(0)}); STEP of ${(plain.triangles.length / 3).toLocaleString('en')} facets ${stepped.toFixed(0)} ms`,
  );
}
