/**
 * 3MF in: a zip with one model, its unit, objects and where they are placed.
 *
 * The zip is unpacked within limits told by its own directory, so that a bomb is refused unopened.
 */
import { strFromU8, unzipSync } from 'fflate';
import { XMLParser } from 'fast-xml-parser';
import { movedMesh, type Mesh, composed } from '../../geometry';
import { BadInput } from '../../model';
import type { MeshFile, Solid } from './file';

const MOST_BYTES = 400 * 1024 * 1024;
const MOST_ENTRIES = 200;
/** Objects placed, those that only hold others counted too. */
const MOST_VISITS = 2000;
/** Components in components go no deeper. */
const DEEPEST = 64;
/** Remarks may hold what looks like a corner. */
const REMARK = /<!--[\s\S]*?-->/g;
const UNIT_MM: Record<string, number> = {
  micron: 0.001,
  millimeter: 1,
  centimeter: 10,
  inch: 25.4,
  foot: 304.8,
  meter: 1000,
};

export function read3mf(bytes: Uint8Array): MeshFile {
  let model: Uint8Array | undefined;
  let entries = 0;
  let total = 0;
  try {
    const files = unzipSync(bytes, {
      filter: (f) => {
        if (++entries > MOST_ENTRIES) {
          throw new BadInput(
            '',
            `The file packs more than ${MOST_ENTRIES} entries; that is no shell.`,
          );
        }
        if (!/\.model$/i.test(f.name) || /(^|\/)\.\.(\/|$)/.test(f.name)) return false;
        total += f.originalSize;
        if (total > MOST_BYTES || f.originalSize > 1000 * Math.max(1, f.size)) {
          throw new BadInput(
            '',
            `Unpacked, "${f.name.slice(0, 60)}" would be ${Math.round(f.originalSize / 1024 / 1024)} MB; it is not opened.`,
          );
        }
        return true;
      },
    });
    model = Object.entries(files).sort(
      ([a], [b]) => Number(/3dmodel\.model$/i.test(b)) - Number(/3dmodel\.model$/i.test(a)),
    )[0]?.[1];
  } catch (e) {
    throw e instanceof BadInput
      ? e
      : new BadInput('', 'This 3MF file cannot be unpacked: it was cut short or is damaged.');
  }
  if (!model) throw new BadInput('', 'This zip holds no 3MF model.');
  return fromModel(strFromU8(model).replace(REMARK, ''));
}

interface Placed {
  attr: Record<string, string>;
  node: Node[];
}
type Node = { ':@'?: Record<string, string> } & Record<string, unknown>;

function fromModel(xml: string): MeshFile {
  let tree: Node[];
  try {
    tree = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: false,
      removeNSPrefix: true,
      stopNodes: ['*.vertices', '*.triangles'],
    }).parse(xml) as Node[];
  } catch {
    throw new BadInput('', 'The 3MF model is no XML: it was cut short or is damaged.');
  }
  const children = (list: Node[], tag: string): Placed[] =>
    list
      .filter((n) => tag in n && Array.isArray(n[tag]))
      .map((n) => ({ attr: n[':@'] ?? {}, node: n[tag] as Node[] }));
  const root = children(tree, 'model')[0];
  if (!root) throw new BadInput('', 'This zip holds no 3MF model.');
  const unit = root.attr['unit'] ?? 'millimeter';
  if (!Object.hasOwn(UNIT_MM, unit)) {
    throw new BadInput(
      'unit',
      `The 3MF file gives its unit as "${unit.slice(0, 30)}", which is none of ${Object.keys(UNIT_MM).join(', ')}.`,
    );
  }
  const objects = new Map<string, { name: string; mesh?: Mesh; parts: Placed[] }>();
  for (const o of children(children(root.node, 'resources')[0]?.node ?? [], 'object')) {
    const mesh = children(o.node, 'mesh')[0];
    const id = o.attr['id'] ?? '';
    objects.set(id, {
      name: o.attr['name']?.slice(0, 80) || `object ${id}`,
      parts: children(children(o.node, 'components')[0]?.node ?? [], 'component'),
      ...(mesh ? { mesh: meshOf(mesh.node, id) } : {}),
    });
  }
  const solids: Solid[] = [];
  let visits = 0;
  const put = (id: string, m: readonly number[], depth: number): void => {
    const o = objects.get(id);
    if (!o) {
      throw new BadInput(
        '',
        `The 3MF file places object "${id.slice(0, 30)}", which it does not hold.`,
      );
    }
    if (depth > DEEPEST || solids.length > 200 || ++visits > MOST_VISITS) {
      throw new BadInput('', 'The 3MF file nests its objects too deep.');
    }
    if (o.mesh) {
      solids.push({
        name: o.name,
        mesh: placed(o.mesh, m),
      });
    }
    for (const c of o.parts) {
      put(c.attr['objectid'] ?? '', composed(matrix(c.attr['transform']), m), depth + 1);
    }
  };
  const items = children(children(root.node, 'build')[0]?.node ?? [], 'item');
  if (items.length) {
    for (const i of items) put(i.attr['objectid'] ?? '', matrix(i.attr['transform']), 0);
  } else for (const [id, o] of objects) if (o.mesh) put(id, matrix(undefined), 0);
  return { kind: '3MF', unitMm: UNIT_MM[unit]!, solids };
}

/** Outsides stay outside, also of what is placed mirrored. */
function placed({ positions, triangles }: Mesh, m: readonly number[]): Mesh {
  const turned = determinant(m) < 0 ? triangles.slice().reverse() : triangles;
  return { positions: movedMesh(positions, m), triangles: turned };
}

const determinant = (m: readonly number[]): number =>
  m[0]! * (m[5]! * m[10]! - m[6]! * m[9]!) -
  m[1]! * (m[4]! * m[10]! - m[6]! * m[8]!) +
  m[2]! * (m[4]! * m[9]! - m[5]! * m[8]!);

const rawText = (list: Node[], tag: string): string => {
  const n = list.find((q) => tag in q);
  const inner = n ? (n[tag] as Node[])[0] : undefined;
  const text = inner?.['#text'];
  return typeof text === 'string' || typeof text === 'number' ? String(text) : '';
};

/** Attribute values of every `<name ...>` in a stretch of XML, as numbers. */
function numbers(text: string, name: string, keys: readonly string[], what: string): Float64Array {
  const out: number[] = [];
  const tag = new RegExp(`<(?:\\w+:)?${name}\\s([^>]*)>`, 'g');
  for (let m = tag.exec(text); m; m = tag.exec(text)) {
    for (const k of keys) {
      const v = Number.parseFloat(
        new RegExp(`(?:^|\\s)${k}\\s*=\\s*["']([^"']*)["']`).exec(m[1]!)?.[1] ?? '',
      );
      if (!Number.isFinite(v)) {
        throw new BadInput('', `A ${what} of the 3MF model has no number for ${k}.`);
      }
      out.push(v);
    }
  }
  return Float64Array.from(out);
}

function meshOf(node: Node[], id: string): Mesh {
  const positions = Float32Array.from(
    numbers(rawText(node, 'vertices'), 'vertex', ['x', 'y', 'z'], 'corner'),
  );
  const triangles = Uint32Array.from(
    numbers(rawText(node, 'triangles'), 'triangle', ['v1', 'v2', 'v3'], 'triangle'),
  );
  const n = positions.length / 3;
  for (const v of triangles) {
    if (v >= n) {
      throw new BadInput(
        '',
        `A triangle of object "${id.slice(0, 30)}" names corner ${v}; there are ${n}.`,
      );
    }
  }
  return { positions, triangles };
}

/** 3MF writes a placement as four columns of three; here as three rows of four. */
function matrix(text: string | undefined): number[] {
  const v = (text ?? '').trim().split(/\s+/).map(Number);
  if (!text) return [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];
  if (v.length !== 12 || !v.every(Number.isFinite)) {
    throw new BadInput('', 'A placement of the 3MF file is not twelve numbers.');
  }
  return [v[0]!, v[3]!, v[6]!, v[9]!, v[1]!, v[4]!, v[7]!, v[10]!, v[2]!, v[5]!, v[8]!, v[11]!];
}
