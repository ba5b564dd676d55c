/**
 * Files damaged with knowledge of their kind: what is said twice, in itself, too large, of no number
 * or of a lying length; made from legal odd ones, so that the damage is met deep inside a reader.
 */
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { ODD_DRAWINGS } from './drawing.fixture';
import { ODD_MESHES } from './mesh.fixture';
import { joinedBytes, Pen, utf8 } from './pen.fixture';
import { ODD_TABLES } from './table.fixture';

export const ODD = { ...ODD_MESHES, ...ODD_DRAWINGS, ...ODD_TABLES };
export type OddFormat = keyof typeof ODD;

/** The bytes of a legal odd file. */
export function oddBytes(format: OddFormat, seed: number): Uint8Array {
  const odd = ODD[format](new Pen(seed));
  return 'bytes' in odd ? odd.bytes : utf8(odd.text);
}

const NASTY = [
  'NaN',
  'Infinity',
  '-Infinity',
  '1e38',
  '-1e38',
  '1e999',
  '1e-320',
  '0',
  '-0',
  '-1',
  '2147483648',
  '4294967295',
  '9'.repeat(400),
  '0x10',
  '1,5',
  '',
  '.',
  '-',
  'e5',
  '--1',
  '1e',
  '999999',
  '١٢',
  '\u0000',
];
const text = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes);
const latin = (t: string): Uint8Array => Uint8Array.from(t, (c) => c.charCodeAt(0) & 255);

/** Numbers, words and marks of any text, one of them made nasty. */
function spelled(pen: Pen, t: string): string {
  const found = [...t.matchAll(/[-+]?\d[\d.eE+-]*/g)];
  let out = t;
  for (let n = pen.whole(1, 3); n && found.length; n--) {
    const m = pen.pick(found);
    out = out.slice(0, m.index) + pen.pick(NASTY) + out.slice(m.index + m[0].length);
  }
  return out;
}

/** As often as makes about two million letters, three thousand times at most. */
const often = (t: string): number => Math.min(3000, Math.ceil(2e6 / (t.length + 1)));

/** Lines left out, said twice, often, in another place, ended otherwise. */
function lines(pen: Pen, t: string): string {
  const all = t.split(/\r\n|\r|\n/);
  const at = pen.whole(0, all.length - 1);
  const span = all.slice(at, at + pen.whole(1, 12));
  const acts: Array<() => string[]> = [
    () => all.toSpliced(at, span.length),
    () => all.toSpliced(at, 0, ...span),
    () => all.toSpliced(at, 0, ...Array.from({ length: often(span.join('')) }, () => span).flat()),
    () => all.toSpliced(at, span.length, ...span.toReversed()),
    () => all.slice(0, at),
    () => all.toSpliced(at, 1, all[at]!.repeat(often(all[at]!))),
    () => all.map((l) => (pen.oneIn(30) ? '' : l)),
    () => all.map((l) => l.toUpperCase()),
  ];
  const ends = pen.pick(['\n', '\r\n', '\r', '\n\r', '\u2028']);
  return pen.pick(acts)().join(ends);
}

/** Elements of XML in themselves, often, with entities and marks out of place. */
function xml(pen: Pen, t: string): string {
  const tags = [...t.matchAll(/<([\w:]+)[^<>]*\/>/g)];
  const tag = tags.length ? pen.pick(tags)[0] : '<x/>';
  const bomb = `<!DOCTYPE x [${Array.from({ length: 30 }, (_, i) => `<!ENTITY e${i + 1} "${`&e${i};`.repeat(10)}">`).join('')}]>`;
  const acts: Array<() => string> = [
    () => t.replace(tag, tag.repeat(Math.min(50_000, Math.ceil(4e6 / tag.length)))),
    () => bomb + t.replace(/"[^"]*"/, '"&e30;"'),
    () => t.replace(/<g|<object|<path/, (m) => `${'<g>'.repeat(3000)}${m}`),
    () => t.replace(tag, `${'<g>'.repeat(90)}${tag}${'</g>'.repeat(90)}`),
    () => t.replace(tag, '<!-- '),
    () => t.replace(tag, '<![CDATA['),
    () => t.replace(/>/, ` a="${'x'.repeat(300_000)}">`),
    () => t.replace(/=("|')[^"']*\1/, ''),
    () => t.replaceAll(pen.pick(['"', '>', '/', '<']), ''),
    () => t.replace(/<\/[^>]*>/, ''),
  ];
  return pen.pick(acts)();
}

const acts: Record<OddFormat, (pen: Pen, b: Uint8Array) => Uint8Array> = {
  stl(pen, b) {
    const out = b.slice();
    const view = new DataView(out.buffer);
    const n = view.getUint32(80, true);
    const lie = pen.pick([0, 1, n - 1, n + 1, 2 ** 31, 2 ** 32 - 1, 20_000_001]);
    const corner = 84 + 50 * pen.whole(0, Math.max(0, n - 1)) + 12 + 4 * pen.whole(0, 8);
    const act = pen.whole(0, 5);
    if (act === 0) view.setUint32(80, lie >>> 0, true);
    else if (act === 1) {
      view.setFloat32(corner, pen.pick([NaN, Infinity, 1e38, -1e38, 1e-40]), true);
    } else if (act === 2) return out.slice(0, pen.whole(0, out.length));
    else if (act === 3) return joinedBytes(out, new Uint8Array(pen.whole(1, 2000)));
    else if (act === 4) view.setUint32(corner, pen.pick([0x7fc00000, 0xffffffff, 1]), true);
    else {
      for (let at = 84; at + 50 <= out.length; at += 50) out.copyWithin(at + 12, at + 24, at + 36);
    }
    return out;
  },
  ascii: (pen, b) => latin(pen.oneIn(2) ? lines(pen, text(b)) : spelled(pen, text(b))),
  obj(pen, b) {
    const t = text(b);
    const more = pen.pick([
      'f 0 0 0',
      'f -9999 1 2',
      'f 1 2',
      'f 1 1 1 1',
      `f ${Array.from({ length: 20_000 }, (_, i) => (i % 3) + 1).join(' ')}`,
      'v 1e39 0 0',
      'v 0 0',
      'o '.concat('x'.repeat(1e5)),
      '\\',
      'f 1/ 2/ 3/',
      'f 1.5 2.5 3.5',
      'curv2 1 2',
      'f 4294967297 1 2',
      Array.from({ length: 6000 }, (_, i) => `g ${i}\nf 1 2 3`).join('\n'),
    ]);
    if (pen.oneIn(3)) return latin(`${t}\n${more}\n`);
    return latin(pen.oneIn(2) ? lines(pen, t) : spelled(pen, t));
  },
  '3mf'(pen, b) {
    const files = unzipSync(b);
    const path = Object.keys(files).find((f) => /\.model$/i.test(f))!;
    const t = strFromU8(files[path]!);
    const loop = t
      .replace(
        /<\/(\w+:)?resources>/,
        '<object id="77"><components><component objectid="77"/><component objectid="77"/></components></object>$&',
      )
      .replace(/objectid="\d+"/g, 'objectid="77"');
    const wide = t
      .replace(
        /<\/(\w+:)?resources>/,
        `${Array.from({ length: 8 }, (_, i) => `<object id="${100 + i}"><components>${`<component objectid="${i ? 99 + i : 1}"/>`.repeat(10)}</components></object>`).join('')}$&`,
      )
      .replace(/<((?:\w+:)?)item objectid="\d+"/, '<$1item objectid="107"');
    const inside = pen.pick([
      () => spelled(pen, t),
      () => xml(pen, t),
      () => loop,
      () => wide,
      () => '',
      () => t.slice(0, pen.whole(0, t.length)),
    ])();
    const zipped = zipSync({ ...files, [path]: utf8(inside) });
    if (pen.oneIn(2)) return zipped;
    // The directory at the end may lie about sizes, offsets and how it is packed.
    const view = new DataView(zipped.buffer);
    const entries = [];
    for (let at = 0; at + 46 < zipped.length; at++) {
      if (view.getUint32(at, true) === 0x02014b50) entries.push(at);
    }
    const entry = pen.pick(entries);
    const field = pen.pick([10, 20, 24, 28, 42]);
    view.setUint16(entry + field, pen.pick([0, 1, 9, 0xffff]), true);
    if (pen.oneIn(2) && field > 10) {
      view.setUint16(entry + field + 2, pen.pick([0, 0xffff, 0x7fff]), true);
    }
    return zipped;
  },
  step(pen, b) {
    const t = text(b);
    const refs = [...t.matchAll(/#\d+/g)];
    const [one, other] = [pen.pick(refs)[0], pen.pick(refs)[0]];
    const deed = pen.pick([
      () => t.replace(one, other),
      () => t.replaceAll(one, other),
      () => t.replace(/\(#\d+(,#\d+)*\)/, '()'),
      () => spelled(pen, t),
      () => lines(pen, t),
      () => t.replace(/POLY_LOOP\('',\([^)]*\)/, `POLY_LOOP('',(${`${one},`.repeat(2000)}${one})`),
      () =>
        t.replace(
          /PLANE|DIRECTION|FACE_SURFACE|CLOSED_SHELL/,
          pen.pick(['PLANE', 'DIRECTION', 'NO_SUCH', 'PRODUCT']),
        ),
    ]);
    return latin(deed());
  },
  svg(pen, b) {
    const t = text(b);
    const used = `<g id="u0"><rect width="1" height="1"/></g>${Array.from({ length: 9 }, (_, i) => `<g id="u${i + 1}">${`<use href="#u${i}"/>`.repeat(10)}</g>`).join('')}`;
    const more = pen.pick([
      used,
      '<g id="me"><use href="#me"/></g>',
      '<path d="M0 0 A1e-300 1e300 0 1 1 1e300 1"/>',
      `<path d="M0 0${'l1 1'.repeat(200_000)}"/>`,
      '<path d="M0 0 C NaN 1"/>',
      '<rect width="1e308" height="1e308" rx="1e300"/>',
      '<circle r="1e-320"/>',
      `<g transform="${'scale(1e9) '.repeat(300)}"><rect width="1" height="1"/></g>`,
      '<g transform="matrix(0 0 0 0 0 0)"><circle r="5"/></g>',
      '<use/>',
      '<use href="#"/>',
      '<svg viewBox="0 0 0 0" width="1" height="1"><rect width="3" height="3"/></svg>',
      '<polygon points="1"/>',
    ]);
    const put = t.replace(/<\/svg>\s*$/, `${more}</svg>`);
    return latin(
      pen.pick([() => put, () => spelled(pen, t), () => xml(pen, t), () => lines(pen, t)])(),
    );
  },
  dxf(pen, b) {
    const t = text(b);
    const end = pen.pick(['\n', '\r\n']);
    const say = (...v: Array<string | number>) => v.join(end);
    const entity = pen.pick([
      say(0, 'ARC', 10, 0, 20, 0, 40, 5, 50, -1e9, 51, 999_999),
      say(0, 'ARC', 10, 0, 20, 0, 40, 1e300, 50, 0, 51, 90),
      say(0, 'CIRCLE', 10, 'NaN', 20, 0, 40, 5),
      say(0, 'CIRCLE', 10, 0, 20, 0, 40, -5),
      say(0, 'CIRCLE', 10, 0, 20, 0),
      say(0, 'INSERT', 2, 'ME', 10, 0, 20, 0),
      say(0, 'INSERT', 2, 'ME', 10, 0, 20, 0, 70, 30_000, 71, 30_000, 44, 1, 45, 1),
      say(0, 'INSERT', 2, 'ME', 10, 0, 20, 0, 41, 1e-300, 42, 1e300),
      say(0, 'INSERT', 2, 'constructor', 10, 0, 20, 0),
      say(0, 'SPLINE', 70, 8, 71, 3, 40, 0, 40, 0, 10, 0, 20, 0),
      say(0, 'SPLINE', 71, 9999, 40, 0, 10, 0, 20, 0),
      say(0, 'ELLIPSE', 10, 0, 20, 0, 11, 1e200, 21, 0, 40, 1e-200, 41, 0, 42, 1e9),
      say(0, 'LWPOLYLINE', 90, 2, 70, 1, 10, 0, 20, 0, 42, 1e300, 10, 1, 20, 0, 42, -1e-300),
      say(0, 'POLYLINE', 70, 1),
      say(0, 'VERTEX', 10, 0, 20, 0),
      say(0, 'LWPOLYLINE', 90, 1e9),
      Array.from({ length: 25_000 }, (_, i) =>
        say(0, 'LINE', 10, i, 20, 0, 11, i + 1, 21, i % 7),
      ).join(end),
      say(
        0,
        'LWPOLYLINE',
        70,
        1,
        ...Array.from({ length: 100_000 }, (_, i) => say(10, i % 977, 20, i % 991)),
      ),
    ]);
    const own = say(
      0,
      'SECTION',
      2,
      'BLOCKS',
      0,
      'BLOCK',
      2,
      'ME',
      10,
      0,
      20,
      0,
      0,
      'INSERT',
      2,
      'ME',
      10,
      1,
      20,
      1,
      0,
      'INSERT',
      2,
      'ME',
      10,
      0,
      20,
      0,
      0,
      'ENDBLK',
      0,
      'ENDSEC',
    );
    const whole = say(0, 'SECTION', 2, 'ENTITIES', entity, 0, 'ENDSEC', 0, 'EOF', '');
    return latin(
      pen.pick([() => say(own, whole), () => whole, () => spelled(pen, t), () => lines(pen, t)])(),
    );
  },
  png(pen, b) {
    const out = b.slice();
    const view = new DataView(out.buffer);
    const act = pen.whole(0, 4);
    if (act === 0) view.setUint32(pen.pick([16, 20]), pen.pick([0, 2 ** 31, 2 ** 32 - 1, 100_000]));
    else if (act === 1) {
      view.setUint32(pen.pick([8, 33]), pen.pick([0, 12, 14, 2 ** 31, 2 ** 32 - 1]));
    } else if (act === 2) return joinedBytes(out.subarray(0, 33), out.subarray(8));
    else if (act === 3) return out.slice(0, pen.whole(8, out.length));
    else out.copyWithin(33, 8, 33);
    return out;
  },
  jpeg(pen, b) {
    const out = b.slice();
    const marks = [];
    for (let at = 2; at + 4 < out.length; at++) {
      if (out[at] === 0xff && out[at + 1]! >= 0xc0) marks.push(at);
    }
    const at = pen.pick(marks);
    const act = pen.whole(0, 4);
    if (act === 0) {
      out.set(
        pen.pick([
          [0, 0],
          [0, 1],
          [255, 255],
          [0, 2],
        ]),
        at + 2,
      );
    } else if (act === 1) out[at + 1] = pen.pick([0xd8, 0xd9, 0xda, 0xc0, 0x01, 0xff, 0x00]);
    else if (act === 2) return out.slice(0, pen.whole(2, out.length));
    else if (act === 3) {
      return joinedBytes(out.subarray(0, at), new Uint8Array(50_000).fill(0xff), out.subarray(at));
    } else return joinedBytes(out.subarray(0, at), out.subarray(2));
    return out;
  },
  idf(pen, b) {
    const t = text(b);
    const more = pen.pick([
      '0 1 1 999999',
      '0 1 1 360',
      '0 0 0 -360',
      '1e9 1 1 0',
      '0 1e30 1 0',
      '-1 0 0 0.0001',
    ]);
    return latin(
      pen.pick([
        () => t.replace(/^(.*BOARD_OUTLINE.*)$/m, `$1\n1.6\n${more}`),
        () => t.replace(/^(\.PLACEMENT.*)$/m, `$1\nS0 pn U1\n1 1 0 1e300 TOP PLACED`),
        () => spelled(pen, t),
        () => lines(pen, t),
        () => t.replaceAll('.END_', '.'),
        () => `${t}\n${'.NOTES\n.END_NOTES\n'.repeat(20_000)}`,
      ])(),
    );
  },
  csv(pen, b) {
    const t = text(b);
    return latin(
      pen.pick([
        () => spelled(pen, t),
        () => lines(pen, t),
        () => t.replace(/\n/, `\n"${'""'.repeat(100_000)}\n`),
        () => `${','.repeat(100_000)}\n${t}`,
        () => t + `${t.split(/\r\n|\r|\n/)[1] ?? ''}\n`.repeat(50_001),
        () => t.replaceAll('name', '__proto__'),
        () => t.replaceAll('"', ''),
        () => `${t}\n=cmd|' /C calc'!A0`,
      ])(),
    );
  },
  parts(pen, b) {
    const t = text(b);
    const deep = '['.repeat(100_000) + ']'.repeat(100_000);
    return latin(
      pen.pick([
        () => spelled(pen, t),
        () => lines(pen, t),
        () => t.replace(/"parts":\s*\[/, `"parts": [${deep},`),
        () => t.replace(/\{/, '{"__proto__": {"a": 1}, '),
        () => t.replace(/"id":\s*"[^"]*"/, '"id": "\\ud800"'),
        () => t.replace(/"blocks":\s*\[/, `"blocks": [${'{},'.repeat(100_000)}`),
        () => t.replace(/"name":\s*"/, `"name": "${'x'.repeat(1e6)}`),
      ])(),
    );
  },
};

export function twisted(format: OddFormat, seed: number): Uint8Array {
  const pen = new Pen(seed);
  return acts[format](pen, oddBytes(format, pen.whole(1, 1e6)));
}
