/** The same half in every format, and files that are wrong. */
import { strToU8, zipSync } from 'fflate';
import occt from 'occt-import-js';
import { readHalf } from '../../capture';
import { volume } from '../../geometry';
import {
  type MeshFile,
  meshKind,
  readMeshFile,
  readObj,
  readStep,
  readStl,
  type StepReader,
} from './index';
import { samples, trayMesh } from './samples.fixture';
import { stepText } from './step.fixture';

let reader: Promise<StepReader> | undefined;
const step = async (bytes: Uint8Array): Promise<MeshFile> =>
  readStep(bytes, await (reader ??= occt()));
const all = samples();
const mesh = trayMesh();
const u8 = (t: string) => new TextEncoder().encode(t);
const stepOf = (change: (text: string) => string): Uint8Array =>
  u8(change(new TextDecoder().decode(all.step)));
/** An instance, and one that a remark or a text only mentions. */
const INSTANCE = /\n#\d+\s*=[^;]*;/;

test('what a STEP only mentions in remarks and texts is not said twice', async () => {
  const mentioned = stepOf((t) => t.replace(INSTANCE, (one) => `${one}\n/* ${one} */`));
  const f = await readMeshFile(mentioned, step);
  expect(volume(f.solids[0]!.mesh)).toBeCloseTo(volume(mesh), 0);
});

describe.each(Object.keys(all) as Array<keyof typeof all>)('a half as %s', (kind) => {
  test('is told by its content and has the volume it was written with', async () => {
    const f = await readMeshFile(all[kind], step);
    expect(f.kind).toBe(kind === 'ascii' ? 'STL' : kind.toUpperCase());
    expect(f.unitMm).toBe(kind === '3mf' || kind === 'step' ? 1 : undefined);
    expect(f.solids).toHaveLength(1);
    expect(volume(f.solids[0]!.mesh)).toBeCloseTo(volume(mesh), 0);
  });
});

test('every format gives the same wall, depth, post and hole', async () => {
  const seen = await Promise.all(
    (['stl', 'obj', '3mf', 'step'] as const).map(async (k) => {
      const h = readHalf((await readMeshFile(all[k], step)).solids[0]!.mesh, 1, 'back');
      const post = h.offers.find((o) => o.is === 'feature');
      const hole = h.offers.find((o) => o.is === 'opening');
      return [h.wall.mm, h.depth.mm, post?.words, hole?.words, h.offers.length].join(' | ');
    }),
  );
  expect(new Set(seen).size).toBe(1);
  expect(seen[0]).toMatch(/5\.0 mm thick, 6\.0 tall \| .*\| 2$/);
});

describe('files that are odd but good', () => {
  const text = new TextDecoder().decode(all.ascii);
  const same = async (bytes: Uint8Array) => {
    const f = await readMeshFile(bytes, step);
    return [f.kind, Math.round(volume(f.solids[0]!.mesh))];
  };
  const stl = ['STL', Math.round(volume(mesh))];
  test('ASCII STL with a mark of byte order, or with lines of another system', async () => {
    expect(await same(u8(`\uFEFF${text}`))).toEqual(stl);
    expect(await same(u8(text.replace(/\r?\n/g, '\r')))).toEqual(stl);
    expect(await same(u8(text.replace(/\r?\n/g, '\r\n')))).toEqual(stl);
  });
  test('binary STL with two bytes more, also one that calls itself solid', async () => {
    const more = new Uint8Array([...all.stl, 0, 0]);
    expect(await same(more)).toEqual(stl);
    more.set(u8('solid of some program'), 0);
    expect(await same(more)).toEqual(stl);
  });
  test('OBJ whose lines go on after a backslash', async () => {
    const obj = new TextDecoder().decode(all.obj).replace(/^f (\S+) /gm, 'f $1 \\\n ');
    expect(await same(u8(obj))).toEqual(['OBJ', Math.round(volume(mesh))]);
  });
});

describe('files that are made to hurt', () => {
  test('an OBJ of 100,000 objects, a 3MF that places itself a thousand times and a unit of the language', async () => {
    const many = `v 0 0 0\nv 1 0 0\nv 0 1 0\n${'o a\nf 1 2 3\n'.repeat(100_000)}`;
    await expect(readMeshFile(u8(many), step)).rejects.toThrow('more than 5000 objects');
    const components = '<component objectid="NEXT"/>'.repeat(8);
    const object = (id: number) =>
      `<object id="${id}"><components>${components.replaceAll('NEXT', String(id + 1))}</components></object>`;
    const model = (unit: string) =>
      zipSync({
        '3D/3dmodel.model': strToU8(
          `<model unit="${unit}"><resources>${[1, 2, 3, 4, 5, 6, 7].map(object).join('')}<object id="8"></object></resources><build><item objectid="1"/></build></model>`,
        ),
      });
    await expect(readMeshFile(model('millimeter'), step)).rejects.toThrow('too deep');
    await expect(readMeshFile(model('constructor'), step)).rejects.toThrow('"constructor"');
  });
});

describe('units and placements', () => {
  const zip = (xml: string) => zipSync({ '3D/3dmodel.model': strToU8(xml) });
  const model = (unit: string, item: string) =>
    `<model unit="${unit}" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1" name="a"><mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex z="0" x="0" y="1"/><vertex x="0" y="0" z="1"/></vertices><triangles><triangle v1="0" v2="2" v3="1"/><triangle v1="0" v2="1" v3="3"/><triangle v1="0" v2="3" v3="2"/><triangle v1="1" v2="2" v3="3"/></triangles></mesh></object></resources><build>${item}</build></model>`;
  test('a 3MF in inches says 25.4, and its placement moves the object', async () => {
    const f = await readMeshFile(
      zip(model('inch', '<item objectid="1" transform="1 0 0 0 1 0 0 0 1 5 6 7"/>')),
      step,
    );
    expect([f.unitMm, ...f.solids[0]!.mesh.positions.slice(0, 3)]).toEqual([25.4, 5, 6, 7]);
    expect(volume(f.solids[0]!.mesh)).toBeCloseTo(1 / 6, 6);
  });
  test('a STEP in inches comes in mm', async () => {
    const inch = { positions: mesh.positions.map((v) => v / 25.4), triangles: mesh.triangles };
    expect(
      volume((await readMeshFile(u8(stepText(inch, 'inch')), step)).solids[0]!.mesh),
    ).toBeCloseTo(volume(mesh), -1);
  });
  test.each([
    ['a unit nobody knows', model('cubit', '<item objectid="1"/>'), /unit as "cubit"/],
    ['an object that is not there', model('inch', '<item objectid="9"/>'), /places object "9"/],
    [
      'a corner that is not there',
      model('inch', '<item objectid="1"/>').replace('v3="3"', 'v3="99"'),
      /names corner 99/,
    ],
    [
      'a coordinate that is no number',
      model('inch', '<item objectid="1"/>').replace('x="1"', 'x="wide"'),
      /no number for x/,
    ],
  ])('3MF with %s', async (_, xml, sentence) => {
    await expect(readMeshFile(zip(xml), step)).rejects.toThrow(sentence);
  });
  test('a zip bomb is refused unopened', async () => {
    const bomb = zipSync({ '3D/3dmodel.model': new Uint8Array(50_000_000) });
    expect(bomb.length).toBeLessThan(100_000);
    await expect(readMeshFile(bomb, step)).rejects.toThrow(/is not opened/);
  });
});

describe('wrong files get one sentence', () => {
  const header = (claims: number, triangles: number) => {
    const b = new Uint8Array(84 + 50 * triangles);
    new DataView(b.buffer).setUint32(80, claims, true);
    return b;
  };
  test.each<[string, Uint8Array, RegExp]>([
    ['nothing', new Uint8Array(0), /empty/],
    ['an STL cut short', all.stl.slice(0, all.stl.length - 7), /cut short/],
    ['an STL header that claims 40 million', header(40_000_000, 2), /claims 40000000 triangles/],
    ['an ASCII STL cut short', all.ascii.slice(0, all.ascii.length - 20), /no "endsolid"/],
    [
      'an OBJ face to nowhere',
      u8('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n'),
      /line 4 names corner 9; so far there are 3/,
    ],
    ['an OBJ face of two', u8('v 0 0 0\nv 1 0 0\nf 1 2\n'), /fewer than three corners/],
    ['an OBJ corner in words', u8('v 0 0 0\nv 1 0 zero\n'), /Line 2 is not a corner/],
    [
      'a STEP that says one thing twice',
      stepOf((t) => t.replace(INSTANCE, '$&$&')),
      /says #\d+ twice/,
    ],
    ['a STEP cut short', all.step.slice(0, 2000), /cut short: it has no END/],
    [
      'a STEP without a solid',
      u8('ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n'),
      /no solid|gave up/,
    ],
    ['a zip that is damaged', all['3mf'].slice(0, 300), /cannot be unpacked/],
    ['a zip of something else', zipSync({ 'a.txt': strToU8('x') }), /no 3MF model/],
    ['something else', u8('hello'), /not an STL file/],
  ])('%s', async (_, bytes, sentence) => {
    await expect(readMeshFile(bytes, step)).rejects.toThrow(sentence);
  });
  test('a corner that is NaN names its triangle', () => {
    const b = all.stl.slice();
    new DataView(b.buffer).setFloat32(84 + 50 * 3 + 12, NaN, true);
    expect(() => readStl(b)).toThrow('A corner of triangle 4 is not a number.');
    expect(meshKind(b)).toBe('STL');
  });
  test('OBJ: negative indices count back, a square is two triangles, objects are kept apart', () => {
    const o = readObj(
      'o a\nv 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nf -4 -3 -2 -1\no b\nv 5 5 5\nf 1 2 5\n',
    );
    expect(
      o.map((s) => [s.name, s.mesh.triangles.length / 3, s.mesh.positions.length / 3]),
    ).toEqual([
      ['a', 2, 4],
      ['b', 1, 3],
    ]);
  });
});
