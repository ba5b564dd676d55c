/** Solid files are made away from the screen's thread; the modeller loads only when it is used. */
import { expose } from 'comlink';
import Module from 'manifold-3d';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { madeMesh, pieceMesh, stlBytes, threeMfBytes } from '@deft/core/formats/solid';
import type { Mesh } from '@deft/core/geometry';
import type { Block, Body, Cut } from '@deft/core/model';
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
  /** A made part, lying as it is printed. */
  async made(
    name: string,
    blocks: readonly Block[],
    turned: boolean,
    kind: 'stl' | '3mf',
    by: { outer: number; inner: number },
  ): Promise<Uint8Array> {
    const wasm = await Module({ locateFile: () => wasmUrl });
    wasm.setup();
    const mesh = madeMesh(wasm, blocks, turned, by);
    return kind === '3mf' ? threeMfBytes([{ name, mesh }], name) : stlBytes(mesh);
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
