import { unzipSync, strFromU8 } from 'fflate';
import Module from 'manifold-3d';
import DxfParser from 'dxf-parser';
import { demos } from '../../catalogue';
import { cutterSheet, shellSheets, templates } from '../../cuts';
import { type Body, length, type PatternCut } from '../../model';
import { cutterDxf, sheetDxf } from '../index';
import { pieceMesh, readStl, stlBytes, threeMfBytes } from './index';
import { type Mesh, volume } from '../../geometry';

const wasm = await Module();
wasm.setup();
const box = (points?: Array<[number, number]>): Body => ({
  id: 'shell',
  name: 'Box',
  spine: 'left',
  wall: length(2),
  outline: points
    ? { kind: 'points', points, u: 0.03, r: length(0) }
    : { kind: 'rect', w: length(100), h: length(60), r: length(0) },
  pieces: (['front', 'back'] as const).map((role) => ({
    id: role,
    role,
    material: 'abs' as const,
    depth: length(role === 'front' ? 10 : 15),
    zones: [],
    features: [],
    openings: [],
  })),
});
/** Every edge is met by exactly one opposite edge: watertight. */
function watertight(m: Mesh): boolean {
  const key = (i: number) =>
    [0, 1, 2].map((k) => Math.round(m.positions[i * 3 + k]! * 1e4)).join(',');
  const open = new Map<string, number>();
  for (let t = 0; t < m.triangles.length; t += 3) {
    for (let k = 0; k < 3; k++) {
      const [a, b] = [key(m.triangles[t + k]!), key(m.triangles[t + ((k + 1) % 3)]!)];
      open.set(`${a}>${b}`, (open.get(`${a}>${b}`) ?? 0) + 1);
    }
  }
  return [...open].every(([e, n]) => {
    const [a, b] = e.split('>');
    return open.get(`${b}>${a}`) === n;
  });
}
const bounds = (m: Mesh) =>
  [0, 1, 2].map((k) => {
    const v = Array.from(m.positions).filter((_, i) => i % 3 === k);
    return [Math.min(...v), Math.max(...v)];
  });

test('a sheet for a machine has three layers, and its holes are smaller by half a kerf all round', () => {
  const [, done] = demos();
  const [front] = templates(done!);
  const made = cutterSheet(front!, 0.3);
  if (!made.ok) throw new Error(made.sentence);
  const read = new DxfParser().parseSync(cutterDxf(made.sheet))!;
  const on = (layer: string) => read.entities.filter((e) => e.layer === layer);
  expect(new Set(read.entities.map((e) => e.layer))).toEqual(new Set(['cut', 'mark', 'engrave']));
  const asked = front!.marks.flatMap((m) => (m.kind === 'circle' && m.ink === 'cut' ? [m.r] : []));
  const drawn = on('cut').flatMap((e) =>
    e.type === 'CIRCLE' ? [(e as unknown as { radius: number }).radius] : [],
  );
  expect(drawn.length).toBeGreaterThan(0);
  drawn.forEach((r, i) => expect(r).toBeCloseTo(asked[i]! - 0.15, 6));
});

describe('a piece as a solid', () => {
  test('a plain tray has the volume of its outside less its cavity', () => {
    const m = pieceMesh(wasm, box(), 'front');
    expect(volume(m)).toBeCloseTo(100 * 60 * 10 - 96 * 56 * 8, 2);
    expect(bounds(m)[2]).toEqual([0, 10]);
    expect(bounds(pieceMesh(wasm, box(), 'back'))[2]).toEqual([-15, 0]);
    expect(watertight(m)).toBe(true);
  });
  test('patterns of holes take out each of their holes, in a face and in a wall', () => {
    const drilled = (at: PatternCut['at']): PatternCut => ({
      kind: 'pattern',
      id: 'air',
      for: { is: 'air' },
      at,
      region: { kind: 'rect', w: 30, h: 12 },
      hole: { kind: 'slot', w: 2, l: 8 },
      lay: 'rows',
      web: 2,
      holes: [
        [-10, 0],
        [0, 0],
        [10, 3],
      ],
      state: 'decided',
    });
    const lost = (cut: PatternCut): number =>
      volume(pieceMesh(wasm, box(), 'back')) - volume(pieceMesh(wasm, box(), 'back', [cut]));
    // Three slots of 12 + π mm² through 2 mm, drawn with straight sides.
    const exact = 3 * (12 + Math.PI) * 2;
    const inFace = drilled({ piece: 'back', x: 50, y: 30 });
    expect(lost(inFace) / exact).toBeCloseTo(1, 2);
    // Wall 0 is the lower one; 7 mm below the seam.
    const inWall = drilled({ body: 'shell', wall: 0, along: 50, v: -7 });
    expect(lost(inWall) / exact).toBeCloseTo(1, 2);
    expect(watertight(pieceMesh(wasm, box(), 'back', [inFace, inWall]))).toBe(true);
    expect(volume(pieceMesh(wasm, box(), 'front', [inFace, inWall]))).toBeCloseTo(
      volume(pieceMesh(wasm, box(), 'front')),
      6,
    );
  });
  test('posts, bays, face and wall openings change it by exactly what they are', () => {
    const plain = volume(pieceMesh(wasm, box(), 'back'));
    const at = (x: number, y: number) => ({
      x: {
        from: { edge: 'left' as const, face: 'outer' as const },
        to: 'centre' as const,
        length: length(x),
      },
      y: {
        from: { edge: 'bottom' as const, face: 'outer' as const },
        to: 'centre' as const,
        length: length(y),
      },
    });
    const body = box();
    const back = body.pieces[1]!;
    back.features.push({
      id: 'block',
      name: 'block',
      kind: 'post',
      at: at(30, 30),
      shape: { kind: 'rect', w: length(5), h: length(4) },
      height: { from: 'floor', length: length(6) },
      purpose: 'unknown',
      mayCut: 'trim',
    });
    back.openings.push({
      id: 'hole',
      name: 'hole',
      use: 'other',
      on: { kind: 'face', at: at(70, 30) },
      shape: { kind: 'rect', w: length(10), h: length(8) },
    });
    back.openings.push({
      id: 'port',
      name: 'port',
      use: 'port',
      on: {
        kind: 'wall',
        wall: 0,
        along: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: length(50) },
        v: length(-6),
      },
      shape: { kind: 'rect', w: length(9), h: length(3) },
    });
    expect(volume(pieceMesh(wasm, body, 'back')) - plain).toBeCloseTo(
      5 * 4 * 6 - 10 * 8 * 2 - 9 * 3 * 2,
      2,
    );
    back.zones.push({
      id: 'bay',
      name: 'bay',
      at: at(50, 42),
      shape: { kind: 'rect', w: length(20), h: length(10) },
      depth: length(14),
    });
    expect(volume(pieceMesh(wasm, body, 'back'))).toBeGreaterThan(0);
    expect(watertight(pieceMesh(wasm, body, 'back'))).toBe(true);
  });
  test('an L cut into one corner comes back with positive volume and the L in the same corner', () => {
    const body = box([
      [0, 0],
      [100, 0],
      [100, 60],
      [30, 60],
      [30, 40],
      [0, 40],
    ]);
    for (const piece of ['front', 'back']) {
      const m = readStl(stlBytes(pieceMesh(wasm, body, piece)));
      expect(volume(m)).toBeGreaterThan(0);
      const corner = (x: number, y: number) => {
        for (let i = 0; i < m.positions.length; i += 3) {
          if (Math.hypot(m.positions[i]! - x, m.positions[i + 1]! - y) < 0.01) return true;
        }
        return false;
      };
      expect([corner(0, 60), corner(30, 40), corner(100, 60), corner(0, 0)]).toEqual([
        false,
        true,
        true,
        true,
      ]);
    }
  });
  test('every demo shell is watertight, of positive volume and as large as measured', () => {
    for (const d of demos()) {
      const body = d.shell.bodies[0]!;
      for (const p of body.pieces) {
        const m = pieceMesh(wasm, body, p.id, d.cuts);
        expect([d.id, p.id, watertight(m), volume(m) > 1000]).toEqual([d.id, p.id, true, true]);
        if (body.outline.kind === 'rect') {
          expect(bounds(m)[0]![1]).toBeCloseTo(body.outline.w.mm, 2);
        }
      }
    }
  });
});

describe('files', () => {
  const mesh = pieceMesh(wasm, box(), 'front');
  test('binary STL comes back the same within a thousandth', () => {
    const again = readStl(stlBytes(mesh));
    expect(again.triangles.length).toBe(mesh.triangles.length);
    expect(volume(again)).toBeCloseTo(volume(mesh), 1);
  });
  test('ASCII STL is read, and what is wrong with one is said', () => {
    const ascii =
      'solid x\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid x\n';
    const bytes = (t: string) => new TextEncoder().encode(t);
    expect(readStl(bytes(ascii)).triangles.length).toBe(3);
    expect(() => readStl(bytes(ascii.replace('vertex 1 0 0', 'vertex 1 zero 0')))).toThrow(
      'Line 5',
    );
    expect(() => readStl(bytes(ascii.replace('endsolid x', '')))).toThrow('cut short');
    expect(() => readStl(new Uint8Array(0))).toThrow('empty');
    const lying = stlBytes(mesh).slice();
    new DataView(lying.buffer).setUint32(80, 40_000_000, true);
    expect(() => readStl(lying)).toThrow('claims 40000000');
    expect(() => readStl(stlBytes(mesh).subarray(0, 500))).toThrow('cut short');
    const nan = stlBytes(mesh).slice();
    new DataView(nan.buffer).setFloat32(84 + 12, NaN, true);
    expect(() => readStl(nan)).toThrow('triangle 1');
  });
  test('3MF unzips to one model in millimetres with every piece, and lets no markup through', () => {
    const files = unzipSync(threeMfBytes([{ name: 'front "<b>', mesh }], 'A <b> build'));
    const model = strFromU8(files['3D/3dmodel.model']!);
    expect(model).toContain('unit="millimeter"');
    expect(model).not.toContain('<b>');
    expect(model.match(/<triangle /g)!.length).toBe(mesh.triangles.length / 3);
    expect(Object.keys(files)).toContain('[Content_Types].xml');
  });
  test('DXF of the insides and the face reads back with the same posts and holes in the same places', () => {
    const body = demos()[0]!.shell.bodies[0]!;
    const [inside, face] = shellSheets(body, []);
    expect([inside!.id, face!.id]).toEqual(['front-shell-inside', 'front-face']);
    const read = new DxfParser().parseSync(sheetDxf(face!))!;
    const circles = read.entities.filter((e) => e.type === 'CIRCLE') as unknown as Array<{
      center: { x: number; y: number };
      radius: number;
    }>;
    // Seen from the front nothing is mirrored: the cross pad is at 24, 54.
    expect(
      circles.some(
        (c) =>
          Math.abs(c.center.x - 8 - 24) < 1e-6 &&
          Math.abs(c.center.y - 8 - 54) < 1e-6 &&
          c.radius === 13,
      ),
    ).toBe(true);
    const mirrored = new DxfParser()
      .parseSync(sheetDxf(inside!))!
      .entities.filter((e) => e.type === 'CIRCLE') as unknown as typeof circles;
    expect(
      mirrored.some((c) => Math.abs(c.center.x - 8 - (172 - 24)) < 1e-6 && c.radius === 13),
    ).toBe(true);
    expect((read.header as Record<string, unknown>)['$INSUNITS']).toBe(4);
  });
});
