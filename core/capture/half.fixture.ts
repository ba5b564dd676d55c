/** Both halves of the demo sent out as meshes and read back; prints them as JSON. A process of its own, as `score.fixture.ts` is. */
import Module from 'manifold-3d';
import { demos } from '../catalogue';
import { pieceMesh } from '../formats/solid';
import { readHalf } from './half';

const wasm = await Module();
wasm.setup();
const body = demos()[0]!.shell.bodies[0]!;
process.stdout.write(
  JSON.stringify(
    (['front', 'back'] as const).map((role) => ({
      ...readHalf(pieceMesh(wasm, body, role), 1, role),
      relief: undefined,
    })),
  ),
);
