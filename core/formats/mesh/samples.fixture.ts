/** One small half in every mesh format, from the same body: for tests, mutants and the bench. */
import Module from 'manifold-3d';
import type { Mesh } from '../../geometry';
import { type Body, length } from '../../model';
import { pieceMesh, threeMfBytes } from '../solid';
import { stlBytes } from './stl';
import { stepText } from './step.fixture';

const wasm = await Module();
wasm.setup();
const from = (edge: 'left' | 'bottom', mm: number) => ({
  from: { edge, face: 'outer' as const },
  to: 'centre' as const,
  length: length(mm),
});
export const tray: Body = {
  id: 'shell',
  name: 'Tray',
  spine: 'left',
  wall: length(2),
  outline: { kind: 'rect', w: length(60), h: length(40), r: length(4) },
  pieces: [
    {
      id: 'back',
      role: 'back',
      material: 'abs',
      depth: length(10),
      zones: [],
      features: [
        {
          id: 'post',
          name: 'post',
          kind: 'post',
          at: { x: from('left', 20), y: from('bottom', 22) },
          shape: { kind: 'circle', d: length(5) },
          height: { from: 'floor', length: length(6) },
          purpose: 'unknown',
          mayCut: 'trim',
        },
      ],
      openings: [
        {
          id: 'hole',
          name: 'hole',
          use: 'other',
          on: { kind: 'face', at: { x: from('left', 42), y: from('bottom', 18) } },
          shape: { kind: 'rect', w: length(9), h: length(6) },
        },
      ],
    },
  ],
};
export const trayMesh = (): Mesh => pieceMesh(wasm, tray, 'back');
/** The same without anything round: few enough facets that a slow reader can read hundreds of mutants. */
export const squareTray = (): Mesh =>
  pieceMesh(
    wasm,
    {
      ...tray,
      outline: { kind: 'rect', w: length(60), h: length(40), r: length(0) },
      pieces: tray.pieces.map((p) => ({ ...p, features: [] })),
    },
    'back',
  );

export const asciiStl = (m: Mesh): string => {
  const v = (i: number) => [0, 1, 2].map((k) => m.positions[3 * m.triangles[i]! + k]).join(' ');
  let out = 'solid tray\n';
  for (let t = 0; t < m.triangles.length; t += 3) {
    out += `facet normal 0 0 0\nouter loop\nvertex ${v(t)}\nvertex ${v(t + 1)}\nvertex ${v(t + 2)}\nendloop\nendfacet\n`;
  }
  return `${out}endsolid tray\n`;
};
export const objText = (m: Mesh): string => {
  let out = '# a tray\no tray\n';
  for (let v = 0; v < m.positions.length; v += 3) {
    out += `v ${m.positions[v]} ${m.positions[v + 1]} ${m.positions[v + 2]}\n`;
  }
  for (let t = 0; t < m.triangles.length; t += 3) {
    out += `f ${m.triangles[t]! + 1}//1 ${m.triangles[t + 1]! + 1}//1 ${m.triangles[t + 2]! + 1}//1\n`;
  }
  return out;
};
const text = (t: string) => new TextEncoder().encode(t);
export const samples = (
  m: Mesh = trayMesh(),
): Record<'stl' | 'ascii' | 'obj' | '3mf' | 'step', Uint8Array> => ({
  stl: stlBytes(m),
  ascii: text(asciiStl(m)),
  obj: text(objText(m)),
  '3mf': threeMfBytes([{ name: 'back', mesh: m }], 'tray'),
  step: text(stepText(m)),
});
