/** Legal mesh files of every variant, each of solids whose volume, surface and box are known in closed form. */
import { zipSync, type Zippable } from 'fflate';
import { stlBytes } from '../mesh/stl';
import { stepText } from '../mesh/step.fixture';
import { joinedBytes, marked, Pen, utf8 } from './pen.fixture';

type P3 = readonly [number, number, number];

/** A prism on a polygon that may be hollow-sided: its caps are whole faces, its sides oblongs. */
export interface Prism {
  /** The polygon, counter-clockwise. */
  base: Array<[number, number]>;
  z0: number;
  z1: number;
}
export interface Known {
  volume: number;
  surface: number;
  low: P3;
  high: P3;
}
export interface OddMesh {
  bytes: Uint8Array;
  /** What it holds, in file units, and what a unit is when the file says it. */
  known: Known;
  unitMm?: number;
  /** How much larger it comes out than it stands in the file: STEP is read in mm. */
  grown?: number;
}

export function prism(pen: Pen): Prism {
  const n = pen.whole(3, 11);
  const [cx, cy] = [pen.between(-80, 80), pen.between(-80, 80)];
  // Every second corner may lie far inside: a star, whose fan from one corner leaves it.
  const star = pen.oneIn(2);
  const base = Array.from({ length: n }, (_, i): [number, number] => {
    const a = ((i + pen.between(-0.3, 0.3)) * 2 * Math.PI) / n;
    const r = star && i % 2 ? pen.between(4, 9) : pen.between(18, 40);
    return [round(cx + r * Math.cos(a)), round(cy + r * Math.sin(a))];
  });
  const z0 = round(pen.between(-30, 30));
  return { base, z0, z1: round(z0 + pen.between(2, 20)) };
}
/** Values that every way of writing gives back. */
const round = (v: number): number => Math.round(v * 1000) / 1000;

const cross = (p: readonly [number, number], q: readonly [number, number]): number =>
  p[0] * q[1] - p[1] * q[0];
const pairs = <T>(ring: readonly T[]): Array<[T, T]> =>
  ring.map((p, i) => [p, ring[(i + 1) % ring.length]!]);

export function known({ base, z0, z1 }: Prism): Known {
  const area = pairs(base).reduce((s, [p, q]) => s + cross(p, q), 0) / 2;
  const round = pairs(base).reduce((s, [p, q]) => s + Math.hypot(q[0] - p[0], q[1] - p[1]), 0);
  const xs = base.map((p) => p[0]);
  const ys = base.map((p) => p[1]);
  return {
    volume: area * (z1 - z0),
    surface: 2 * area + round * (z1 - z0),
    low: [Math.min(...xs), Math.min(...ys), z0],
    high: [Math.max(...xs), Math.max(...ys), z1],
  };
}

/** Corners, and faces by corner numbers: two caps of many corners and a four-cornered side each. */
export function faces({ base, z0, z1 }: Prism): { corners: P3[]; faces: number[][] } {
  const n = base.length;
  const ring = base.map((_, i) => i);
  return {
    corners: [...base.map(([x, y]): P3 => [x, y, z0]), ...base.map(([x, y]): P3 => [x, y, z1])],
    faces: [
      [...ring].reverse(),
      ring.map((i) => i + n),
      ...ring.map((i) => [i, (i + 1) % n, ((i + 1) % n) + n, i + n]),
    ],
  };
}

/** Ears cut off by the plainest rule: no earcut library is its own judge. */
function ears(base: ReadonlyArray<readonly [number, number]>): number[][] {
  const left = base.map((_, i) => i);
  const out: number[][] = [];
  const turn = (a: number, b: number, c: number) => {
    const [p, q, r] = [base[a]!, base[b]!, base[c]!];
    return (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
  };
  while (left.length > 3) {
    const k = left.findIndex((b, i) => {
      const a = left[(i + left.length - 1) % left.length]!;
      const c = left[(i + 1) % left.length]!;
      const bare = left.every(
        (p) =>
          p === a ||
          p === b ||
          p === c ||
          turn(a, b, p) < 0 ||
          turn(b, c, p) < 0 ||
          turn(c, a, p) < 0,
      );
      return turn(a, b, c) > 0 && bare;
    });
    const i = Math.max(0, k);
    out.push([left[(i + left.length - 1) % left.length]!, left[i]!, left[(i + 1) % left.length]!]);
    left.splice(i, 1);
  }
  out.push(left);
  return out;
}

export function triangles(p: Prism): { corners: P3[]; triangles: number[][] } {
  const { corners, faces: all } = faces(p);
  const n = p.base.length;
  const cap = ears(p.base);
  return {
    corners,
    triangles: [
      ...cap.map(([a, b, c]) => [c!, b!, a!]),
      ...cap.map((t) => t.map((i) => i + n)),
      ...all.slice(2).flatMap(([a, b, c, d]) => [
        [a!, b!, c!],
        [a!, c!, d!],
      ]),
    ],
  };
}
const meshOf = (p: Prism) => {
  const { corners, triangles: t } = triangles(p);
  return { positions: Float32Array.from(corners.flat()), triangles: Uint32Array.from(t.flat()) };
};

function stl(pen: Pen): OddMesh {
  const p = prism(pen);
  const plain = stlBytes(meshOf(p));
  const view = new DataView(plain.buffer);
  // A header may begin like a text file, attributes may hold colours, normals may be nothing.
  const header = pen.pick(['solid ascii', 'COLOR=', 'binary', '']);
  plain.fill(pen.pick([0, 32]), 0, 80);
  plain.set(utf8(header), 0);
  for (let at = 84; at < plain.length; at += 50) {
    if (pen.oneIn(2)) for (let k = 0; k < 3; k++) view.setFloat32(at + 4 * k, 0, true);
    view.setUint16(at + 48, pen.whole(0, 65_535), true);
  }
  const tail = new Uint8Array(pen.pick([0, 0, 1, 2, 80])).fill(pen.pick([0, 10, 32]));
  return { bytes: joinedBytes(plain, tail), known: known(p) };
}

function ascii(pen: Pen): OddMesh {
  const p = prism(pen);
  const { corners, triangles: list } = triangles(p);
  const shout = pen.oneIn(4);
  const word = (t: string) => (shout ? t.toUpperCase() : t);
  const name = pen.pick(['', ' half', ' a name of words', ' "quoted" (1)', ' endsolid story']);
  const indent = pen.pick(['', '  ', '\t']);
  const number = (v: number) => pen.number(v, { plus: true, bare: true });
  // Several solids in one file are one half.
  const cut = pen.oneIn(3) ? pen.whole(1, list.length - 1) : list.length;
  const solid = (of: number[][]): string[] => [
    `${word('solid')}${name}`,
    ...of.flatMap((t) => [
      `${indent}${word('facet normal')} 0 0 0`,
      `${indent}${indent}${word('outer loop')}`,
      ...t.map(
        (i) =>
          `${indent}${indent}${word('vertex')}${pen.blank()}${corners[i]!.map(number).join(pen.blank())}${pen.pick(['', ' '])}`,
      ),
      `${indent}${indent}${word('endloop')}`,
      `${indent}${word('endfacet')}`,
      ...(pen.oneIn(20) ? [''] : []),
    ]),
    `${word('endsolid')}${pen.oneIn(2) ? name : ''}`,
  ];
  const lines = [
    ...solid(list.slice(0, cut)),
    ...(cut < list.length ? solid(list.slice(cut)) : []),
  ];
  return { bytes: utf8(marked(pen, pen.ended(lines))), known: known(p) };
}

function obj(pen: Pen): OddMesh {
  const p = prism(pen);
  const round = pen.oneIn(2) ? triangles(p).triangles : faces(p).faces;
  const { corners } = faces(p);
  const refs = pen.pick(['plain', 'texture', 'normal', 'both']);
  const back = pen.oneIn(2);
  const tail = { plain: '', texture: '/1', normal: '//1', both: '/1/1' }[refs];
  const lines = [
    ...Array.from({ length: pen.pick([0, 1, 200]) }, () => '# made by a program that talks a lot'),
    ...(pen.oneIn(2) ? ['mtllib half.mtl'] : []),
    ...(pen.oneIn(2) ? ['vt 0.5 0.5'] : ['vt 0 0 0']),
    'vn 0 0 1',
    ...(pen.oneIn(2) ? [`${pen.pick(['o', 'g'])} a half`] : []),
  ];
  const corner = (at: P3): string => {
    const xyz = at.map((v) => pen.number(v, { plus: true, bare: true })).join(pen.blank());
    return `v${pen.blank()}${xyz}${pen.pick(['', ' 1.0', ' 0.5 0.5 0.5', ' # a corner'])}`;
  };
  const face = (at: readonly number[], so: number): string => {
    const words = at.map((i) => `${back ? i - so : i + 1}${tail}`);
    const joint = words.length > 3 && pen.oneIn(3) ? ' \\\n  ' : ' ';
    return `f ${words.join(joint)}${pen.pick(['', ' ', ' # a face'])}`;
  };
  // Corners may come just before the faces that name them.
  lines.push(...corners.map(corner));
  round.forEach((at, k) => {
    if (pen.oneIn(12)) lines.push(pen.pick(['usemtl black', 's off', 's 1', '', `g part ${k}`]));
    lines.push(face(at, corners.length));
  });
  if (pen.oneIn(3)) lines.push('l 1 2', 'p 1');
  const end = pen.pick(['\n', '\r\n', '\r']);
  const text = `${lines.join('\n')}\n`.replaceAll('\n', end);
  return { bytes: utf8(marked(pen, text)), known: known(p) };
}

const UNITS = {
  micron: 0.001,
  millimeter: 1,
  centimeter: 10,
  inch: 25.4,
  foot: 304.8,
  meter: 1000,
};

function threeMf(pen: Pen): OddMesh {
  const p = prism(pen);
  const quote = pen.pick(['"', "'"]);
  const attr = (k: string, v: string) => `${k}${pen.pick(['=', ' = '])}${quote}${v}${quote}`;
  const gap = () => pen.pick([' ', '\n', '\t']);
  const n = (v: number) => pen.number(v, { plus: false, bare: false });
  const { corners, triangles: list } = triangles(p);
  // Turned upside down and back again, by a mirror twice, moved there and back: nothing of it shows.
  const move: P3 = [
    round(pen.between(-50, 50)),
    round(pen.between(-50, 50)),
    round(pen.between(-9, 9)),
  ];
  const mirrored = pen.oneIn(3);
  const s = mirrored ? -1 : 1;
  const stored = corners.map(([x, y, z]): P3 => [s * (x - move[0]), y - move[1], z - move[2]]);
  const turned = mirrored ? list.map(([a, b, c]) => [c!, b!, a!]) : list;
  const matrix = attr('transform', [s, 0, 0, 0, 1, 0, 0, 0, 1, ...move].join(' '));
  const x = pen.pick(['', '', 'm:']);
  const comment = pen.oneIn(3) ? `<!-- <${x}vertex x="1" y="2" z="3"/> is not one -->` : '';
  const vertices = stored
    .map((v) => {
      const at = pen.shuffled([attr('x', n(v[0])), attr('y', n(v[1])), attr('z', n(v[2]))]);
      return `<${x}vertex${gap()}${at.join(gap())}${pen.pick(['/>', ' />'])}`;
    })
    .join(pen.pick(['', '\n']));
  const triangle = turned
    .map(
      (t) =>
        `<${x}triangle ${pen.oneIn(5) ? 'pid="1" p1="0" ' : ''}${t.map((v, k) => attr(`v${k + 1}`, String(v))).join(gap())}/>`,
    )
    .join('');
  const unit = pen.pick(Object.keys(UNITS) as Array<keyof typeof UNITS>);
  const deep = pen.whole(0, 12);
  const wrap = Array.from(
    { length: deep },
    (_, i) =>
      `<${x}object id="${i + 2}"><${x}components><${x}component objectid="${i + 1}" ${i === 0 ? matrix : ''}/></${x}components></${x}object>`,
  ).join('');
  const said = unit === 'millimeter' && pen.oneIn(2) ? '' : attr('unit', unit);
  const space = `xmlns${x ? ':m' : ''}="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"`;
  const xml = `${pen.pick(['<?xml version="1.0" encoding="UTF-8"?>', "<?xml version='1.0'?>\n", ''])}<${x}model ${said} ${space} xml:lang="en-US"><${x}metadata name="Title">A &lt;half&gt; &amp; more</${x}metadata><${x}resources>${pen.oneIn(2) ? `<${x}basematerials id="90"><${x}base name="grey" displaycolor="#808080"/></${x}basematerials>` : ''}<${x}object id="1" ${pen.pick(['', 'type="model"', 'name="half &quot;A&quot;"'])}><${x}mesh>${comment}<${x}vertices>${comment}${vertices}</${x}vertices><${x}triangles>${triangle}</${x}triangles></${x}mesh></${x}object>${wrap}</${x}resources><${x}build><${x}item objectid="${deep + 1}" ${deep ? '' : matrix} ${pen.pick(['', 'partnumber="7"'])}/></${x}build></${x}model>`;
  const path = pen.pick([
    '3D/3dmodel.model',
    '3D/part.model',
    '/3D/3dmodel.model',
    'model/Half.MODEL',
  ]);
  const files: Zippable = {
    '[Content_Types].xml': utf8('<Types/>'),
    '_rels/.rels': utf8(
      `<Relationships><Relationship Target="/${path.replace(/^\//, '')}" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>`,
    ),
    [path]: [utf8(marked(pen, xml)), { level: pen.pick([0, 1, 9]) }],
    ...(pen.oneIn(2) ? { 'Metadata/thumbnail.png': new Uint8Array(64) } : {}),
  };
  return {
    bytes: zipSync(files, { level: pen.pick([0, 6]) }),
    known: known(p),
    unitMm: UNITS[unit],
  };
}

function step(pen: Pen): OddMesh {
  const p = prism(pen);
  const unit = pen.pick(['mm', 'inch'] as const);
  const plain = stepText(meshOf(p), unit);
  // Numbers of entities may have holes and come in any order; text between them is free.
  const [head, rest] = plain.split('DATA;\n') as [string, string];
  const [data, foot] = rest.split('ENDSEC;') as [string, string];
  const far = pen.pick([1, 7, 1000]);
  const lines = data
    .trim()
    .split('\n')
    .map((l) => l.replace(/#(\d+)/g, (_, i: string) => `#${Number(i) * far}`))
    .map((l) => l.replace('=', pen.pick(['=', ' = ', '=\n  '])));
  const written = pen.oneIn(2) ? pen.shuffled(lines) : lines;
  const comment = pen.oneIn(2) ? '/* a remark; with #1 = in it */\n' : '';
  const text = `${head}DATA;\n${comment}${written.join('\n')}\nENDSEC;${foot}`;
  const end = pen.pick(['\n', '\r\n']);
  return {
    bytes: utf8(text.replaceAll('\n', end)),
    known: known(p),
    unitMm: 1,
    grown: unit === 'mm' ? 1 : 25.4,
  };
}

export const ODD_MESHES = { stl, ascii, obj, '3mf': threeMf, step } as const;
export type MeshFormat = keyof typeof ODD_MESHES;
export const oddMesh = (format: MeshFormat, seed: number): OddMesh =>
  ODD_MESHES[format](new Pen(seed));
