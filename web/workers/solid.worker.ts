/** Solid files are made away from the screen's thread; the modeller loads only when it is used. */
import { expose } from 'comlink';
import Module from 'manifold-3d';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { pieceMesh, stlBytes, threeMfBytes } from '@deft/core/formats/solid';
import type { Mesh } from '@deft/core/geometry';
import type { Body, Cut } from '@deft/core/model';
import type { WallHole } from '@deft/core/shell';

const api = {
  async files(
    body: Body,
    cuts: readonly Cut[],
    kind: 'stl' | '3mf',
    title: string,
  ): Promise<Array<{ piece: string; bytes: Uint8Array }>> {
    const wasm = await Module({ locateFile: () => wasmUrl });
    wasm.setup();
    const pieces = body.pieces.map((p) => ({
      name: p.id,
      mesh: pieceMesh(wasm, body, p.id, cuts),
    }));
    return kind === '3mf'
      ? [{ piece: 'shell', bytes: threeMfBytes(pieces, title) }]
      : pieces.map((p) => ({ piece: p.name, bytes: stlBytes(p.mesh) }));
  },
  /** Meshes of every piece for looking at, with the openings the layout needs. */
  async meshes(
    body: Body,
    cuts: readonly Cut[],
    holes: readonly WallHole[],
  ): Promise<Array<{ piece: string; mesh: Mesh }>> {
    const wasm = await Module({ locateFile: () => wasmUrl });
    wasm.setup();
    return body.pieces.map((p) => ({
      piece: p.id,
      mesh: pieceMesh(wasm, body, p.id, cuts, holes),
    }));
  },
};
export type SolidApi = typeof api;
expose(api);
