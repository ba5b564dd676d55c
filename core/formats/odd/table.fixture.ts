/** Legal pictures, board files and lists of parts of every variant, each with a judge of what was read. */
import { crc32, deflateSync } from 'node:zlib';
import { STARTER_PARTS } from '../../catalogue';
import type { Part } from '../../model';
import { planSize, thickness } from '../../kit';
import { emn, emp, made } from '../parts/board.fixture';
import { partsCsv, partsJson, readIdf, readPartsCsv, readPartsJson } from '../parts';
import { readPicture } from '../picture';
import { joinedBytes, marked, Pen, utf8 } from './pen.fixture';

export interface OddTable {
  bytes: Uint8Array;
  /** @returns nothing when it is read right, else what is wrong; throws what the reader throws */
  wrong: () => string | undefined;
}

/** Stands in everything of a picture that must not be kept. */
const SECRET = 'where it was taken';

function chunk(name: string, body: Uint8Array): Uint8Array {
  const named = joinedBytes(utf8(name), body);
  const out = new Uint8Array(named.length + 8);
  const view = new DataView(out.buffer);
  view.setUint32(0, body.length);
  out.set(named, 4);
  view.setUint32(4 + named.length, crc32(named));
  return out;
}

/** Colour types and the depths each may have. */
const KINDS: ReadonlyArray<readonly [type: number, channels: number, depths: readonly number[]]> = [
  [0, 1, [1, 2, 4, 8, 16]],
  [2, 3, [8, 16]],
  [3, 1, [1, 2, 4, 8]],
  [4, 2, [8, 16]],
  [6, 4, [8, 16]],
];
/** First column and row, and steps, of the seven passes of an interlaced picture. */
const PASSES = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const;

function png(pen: Pen): OddTable {
  const [w, h] = [pen.whole(1, 40), pen.whole(1, 40)];
  const [type, channels, depths] = pen.pick(KINDS);
  const depth = pen.pick(depths);
  const interlaced = pen.oneIn(2);
  const rows = (wide: number, tall: number) =>
    wide && tall ? tall * (1 + Math.ceil((wide * channels * depth) / 8)) : 0;
  const raw = interlaced
    ? PASSES.reduce(
        (n, [x, y, dx, dy]) =>
          n + rows(Math.ceil(Math.max(0, w - x) / dx), Math.ceil(Math.max(0, h - y) / dy)),
        0,
      )
    : rows(w, h);
  const data = deflateSync(new Uint8Array(raw), { level: pen.pick([0, 9]) });
  const cut = pen.whole(0, data.length);
  const head = new Uint8Array(13);
  const view = new DataView(head.buffer);
  view.setUint32(0, w);
  view.setUint32(4, h);
  head.set([depth, type, 0, 0, interlaced ? 1 : 0], 8);
  const text = chunk('tEXt', utf8(`Comment\0${SECRET}`));
  const before = pen.shuffled([
    chunk('gAMA', Uint8Array.of(0, 0, 177, 143)),
    chunk('pHYs', Uint8Array.of(0, 0, 46, 35, 0, 0, 46, 35, 1)),
    chunk('iTXt', utf8(`XML:com\0\0\0\0\0${SECRET}`)),
    text,
    chunk('prVt', utf8(SECRET)),
  ]);
  const kept = before.slice(0, pen.whole(0, before.length));
  const palette =
    type === 3 || (type === 2 && pen.oneIn(3)) ? [chunk('PLTE', new Uint8Array(6))] : [];
  const seen = type === 3 && pen.oneIn(2) ? [chunk('tRNS', Uint8Array.of(0))] : [];
  const bytes = joinedBytes(
    Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a),
    chunk('IHDR', head),
    ...kept,
    ...palette,
    ...seen,
    chunk('IDAT', data.subarray(0, cut)),
    chunk('IDAT', data.subarray(cut)),
    ...(pen.oneIn(2) ? [text] : []),
    chunk('IEND', new Uint8Array(0)),
    pen.oneIn(4) ? utf8(SECRET) : new Uint8Array(0),
  );
  return { bytes, wrong: () => wrongPicture(bytes, 'image/png', w, h) };
}

function jpeg(pen: Pen): OddTable {
  const [w, h] = [pen.whole(1, 3000), pen.whole(1, 2000)];
  const fill = () => new Uint8Array(pen.pick([0, 0, 1, 5])).fill(0xff);
  const segment = (mark: number, body: Uint8Array): Uint8Array => {
    const size = body.length + 2;
    return joinedBytes(fill(), Uint8Array.of(0xff, mark, size >> 8, size & 255), body);
  };
  const channels = pen.pick([1, 3, 4]);
  const frame = pen.pick([0xc0, 0xc1, 0xc2, 0xc9, 0xca]);
  const parts = Array.from({ length: channels }, (_, i) => [i + 1, 0x11, 0]).flat();
  const sof = Uint8Array.of(8, h >> 8, h & 255, w >> 8, w & 255, channels, ...parts);
  const tables = pen.shuffled([
    segment(0xdb, new Uint8Array(pen.pick([65, 129, 130]))),
    segment(frame >= 0xc9 ? 0xcc : 0xc4, Uint8Array.of(0, ...new Uint8Array(17))),
    ...(pen.oneIn(2) ? [segment(0xdd, Uint8Array.of(0, 4))] : []),
    ...(pen.oneIn(2) ? [segment(0xe1, utf8(`Exif\0\0${SECRET}`))] : []),
    ...(pen.oneIn(2) ? [segment(0xfe, utf8(SECRET))] : []),
  ]);
  const first = pen.pick([
    segment(0xe0, utf8('JFIF\0\x01\x01\0\0\x01\0\x01\0\0')),
    segment(0xee, utf8('Adobe\0\x64\0\0\0\0\x01')),
    new Uint8Array(0),
  ]);
  const scan = (): Uint8Array[] => [
    segment(0xda, Uint8Array.of(channels, ...parts.filter((_, i) => i % 3 < 2), 0, 63, 0)),
    Uint8Array.of(0x12, 0xff, 0x00, 0x55, 0xff, 0xd0 + pen.whole(0, 7), 0x21, 0xff, 0x00),
  ];
  const scans = Array.from({ length: frame === 0xc2 ? pen.whole(1, 4) : 1 }, scan).flat();
  const bytes = joinedBytes(
    Uint8Array.of(0xff, 0xd8),
    first,
    ...tables,
    segment(frame, sof),
    ...scans,
    fill(),
    Uint8Array.of(0xff, 0xd9),
    pen.oneIn(4) ? utf8(SECRET) : new Uint8Array(0),
  );
  return { bytes, wrong: () => wrongPicture(bytes, 'image/jpeg', w, h) };
}

function wrongPicture(bytes: Uint8Array, mime: string, w: number, h: number): string | undefined {
  const read = readPicture(bytes);
  if (read.mime !== mime || read.w !== w || read.h !== h) {
    return `${read.mime} ${read.w} × ${read.h}`;
  }
  const text = new TextDecoder('latin1').decode(read.bytes);
  return text.includes(SECRET) ? 'what must not be kept is kept' : undefined;
}

function idf(pen: Pen): OddTable {
  const list = made(pen.whole(1, 1e6), pen.whole(1, 12));
  const [thou, small] = [pen.oneIn(2), pen.oneIn(2)];
  const remark = '# written by a program';
  const spoken = (text: string): string => {
    const lines = text
      .trimEnd()
      .split('\n')
      .flatMap((l) => [...(pen.oneIn(15) ? [remark] : []), ...(pen.oneIn(15) ? [''] : []), l])
      .map((l) =>
        l.startsWith('.') || l.startsWith('#') ? l : l.replaceAll(' ', pen.pick([' ', '  ', '\t'])),
      )
      .map((l) => `${l}${pen.pick(['', ' '])}`);
    return marked(pen, pen.ended(lines));
  };
  // Names between quotes keep their blanks.
  const board = spoken(
    emn(list, thou)
      .replaceAll('"p n"', 'pn')
      .replaceAll('"demo board"', 'demo')
      .replaceAll('"a test"', 'test'),
  );
  const shapes = spoken(emp(list, small).replaceAll('"p n"', 'pn').replaceAll('"a test"', 'test'));
  const wrong = (): string | undefined => {
    const read = readIdf(board, shapes);
    if (Math.abs(read.thickness - 1.6) > 1e-3) return `thickness ${read.thickness}`;
    if (read.holes.length !== 2 || read.cutouts.length !== 1) return 'holes or cut-outs';
    if (read.placed.length !== list.length) return `${read.placed.length} components`;
    const off = list.find((p, i) => {
      const q = read.placed[i]!;
      const xs = q.points.map((v) => v[0]);
      const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
      return (
        Math.abs(q.height - p.tall) > 1e-3 ||
        Math.abs(middle - p.x) > 2e-3 ||
        q.side !== p.side.toLowerCase()
      );
    });
    return off && `component ${off.ref}`;
  };
  return { bytes: utf8(`${board}\u001d${shapes}`), wrong };
}

const some = (pen: Pen): Part[] => pen.shuffled(STARTER_PARTS).slice(0, pen.whole(1, 8));

function csv(pen: Pen): OddTable {
  const parts = some(pen);
  const rows = partsCsv(parts)
    .trimEnd()
    .split('\r\n')
    .map((line) =>
      [...line.matchAll(/(?:^|,)(?:"((?:[^"]|"")*)"|([^,]*))/g)].map(
        (m) => m[1]?.replaceAll('""', '"') ?? m[2] ?? '',
      ),
    );
  const [head, ...body] = rows as [string[], ...string[][]];
  const order = pen.shuffled(head.map((_, i) => i));
  const between = pen.pick([',', ';', '\t']);
  const comma = between !== ',' && pen.oneIn(2);
  const needed = new Set(['name', 'family', 'width', 'height', 'thickness']);
  const kept = order.filter((i) => needed.has(head[i]!) || ['mass g', 'price'].includes(head[i]!));
  const columns = pen.oneIn(2) ? order : kept;
  const cell = (t: string, i: number): string => {
    const number = /^[\d.]+$/.test(t);
    const said = number && comma ? t.replace('.', ',') : t;
    const unit = ['width', 'height', 'thickness'].includes(head[i]!) && pen.oneIn(4) ? ' mm' : '';
    const quoted = pen.oneIn(4) || new RegExp(`["\\r\\n${between}]`).test(said + unit);
    return quoted ? `"${(said + unit).replaceAll('"', '""')}"` : said + unit;
  };
  const lines = [
    columns.map((i) => (pen.oneIn(4) ? head[i]!.toUpperCase() : head[i]!)).join(between),
    ...body.map((r) => columns.map((i) => cell(r[i] ?? '', i)).join(between)),
    ...(pen.oneIn(3) ? ['', between.repeat(columns.length - 1)] : []),
  ];
  const end = pen.pick(['\n', '\r\n', '\r']);
  const text = marked(pen, lines.join(end) + pen.pick(['', end]));
  const wrong = (): string | undefined => {
    const reading = readPartsCsv(text);
    let step = reading.next();
    while (!step.done) step = reading.next();
    const read = step.value;
    if (read.length !== parts.length) return `${read.length} parts of ${parts.length}`;
    const off = parts.find((p, i) => {
      const q = read[i]!;
      const [a, b] = [planSize(p.blocks), planSize(q.blocks)];
      const t = thickness(p, []).value - thickness(q, []).value;
      return (
        q.name !== p.name ||
        q.family !== p.family ||
        q.price !== p.price ||
        Math.max(Math.abs(a.w - b.w), Math.abs(a.h - b.h), Math.abs(t)) > 0.006
      );
    });
    return off && `part ${off.name}`;
  };
  return { bytes: utf8(text), wrong };
}

function parts(pen: Pen): OddTable {
  const list = some(pen);
  const shuffled = (v: unknown): unknown => {
    if (Array.isArray(v)) return v.map(shuffled);
    if (typeof v !== 'object' || v === null) return v;
    return Object.fromEntries(pen.shuffled(Object.entries(v)).map(([k, x]) => [k, shuffled(x)]));
  };
  const spelled = JSON.stringify(
    shuffled(JSON.parse(partsJson(list))),
    null,
    pen.pick([undefined, 1, '\t']),
  );
  const text = marked(
    pen,
    pen.oneIn(2) ? spelled.replace(/e/g, () => (pen.oneIn(9) ? '\\u0065' : 'e')) : spelled,
  ).replaceAll('\n', pen.pick(['\n', '\r\n']));
  // Only inside quotes may a letter be spelled so: numbers are left as they are.
  const safe = text.replace(/(\d)\\u0065([-+]?\d)/g, '$1e$2').replace(/(tru|fals)\\u0065/g, '$1e');
  const wrong = (): string | undefined => {
    const read = readPartsJson(safe);
    return JSON.stringify(read) === JSON.stringify(readPartsJson(partsJson(list)))
      ? undefined
      : 'parts differ';
  };
  return { bytes: utf8(safe), wrong };
}

export const ODD_TABLES = { png, jpeg, idf, csv, parts } as const;
export type TableFormat = keyof typeof ODD_TABLES;
export const oddTable = (format: TableFormat, seed: number): OddTable =>
  ODD_TABLES[format](new Pen(seed));
