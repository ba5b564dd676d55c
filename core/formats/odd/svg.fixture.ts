/** Legal SVG drawings: page sizes, transforms, shapes and paths, used and hidden elements, every way they are written. */
import {
  exact,
  type Figure,
  figures,
  grown,
  inverse,
  type M,
  type OddDrawing,
  rad,
  round,
  sizeOf,
  STILL,
  times,
} from './figures.fixture';
import { marked, type Pen } from './pen.fixture';

/** One transform as it is written, and what it does. */
function transform(pen: Pen): { text: string; m: M } {
  const [a, b] = [round(pen.between(-20, 20)), round(pen.between(-20, 20))];
  const s = pen.pick([',', ' ', ' , ']);
  // A minus parts two numbers as well as a blank does.
  const join = (...v: number[]) =>
    v.map((x, i) => (i && !(x < 0 && pen.oneIn(2)) ? `${s}${x}` : String(x))).join('');
  const gap = pen.pick(['', ' ']);
  const k = pen.pick([0.5, 2, 1.25]);
  const { cos, sin } = { cos: Math.cos(rad(a)), sin: Math.sin(rad(a)) };
  const turn: M = [cos, sin, -sin, cos, 0, 0];
  return pen.pick([
    { text: `translate${gap}(${join(a, b)})`, m: [1, 0, 0, 1, a, b] as M },
    { text: `translate(${a})`, m: [1, 0, 0, 1, a, 0] as M },
    { text: `scale(${k})`, m: [k, 0, 0, k, 0, 0] as M },
    { text: `scale(${join(-1, 1)})`, m: [-1, 0, 0, 1, 0, 0] as M },
    { text: `rotate(${a})`, m: turn },
    {
      text: `rotate(${join(a, b, a)})`,
      m: times(times([1, 0, 0, 1, b, a], turn), [1, 0, 0, 1, -b, -a]),
    },
    { text: `matrix(${join(k, 0, 0, -k, a, b)})`, m: [k, 0, 0, -k, a, b] as M },
    { text: `skewX(${a})`, m: [1, 0, Math.tan(rad(a)), 1, 0, 0] as M },
    { text: `skewY(${a})`, m: [1, Math.tan(rad(a)), 0, 1, 0, 0] as M },
  ]);
}

/** Numbers of a path as closely set as they may stand. */
const tight = (pen: Pen, v: readonly number[]): string =>
  v
    .map((x) => pen.number(x, { bare: true }))
    .map((t, i) =>
      i === 0 || (t.startsWith('-') && pen.oneIn(2)) ? t : `${pen.pick([' ', ',', ', '])}${t}`,
    )
    .join('');

/** A path of lines and arcs, absolute or relative, said anew or going on. */
function pathOf(pen: Pen, f: Figure): string {
  let d = '';
  let at: [number, number] = [0, 0];
  const go = (letter: 'M' | 'L' | 'H' | 'V' | 'A' | 'C' | 'Q', ...v: number[]): void => {
    const low = pen.oneIn(2);
    let ends = v.slice(-2);
    if (letter === 'H') ends = [v[0]!, at[1]];
    else if (letter === 'V') ends = [at[0], v[0]!];
    let said = v;
    if (low && letter === 'H') said = [v[0]! - at[0]];
    else if (low && letter === 'V') said = [v[0]! - at[1]];
    else if (low && letter === 'A') said = [...v.slice(0, 5), v[5]! - at[0], v[6]! - at[1]];
    else if (low) said = v.map((x, i) => x - at[i % 2]!);
    d += (low ? letter.toLowerCase() : letter) + pen.pick(['', ' ']);
    if (letter === 'A') {
      // Flags need nothing between them and what follows.
      const [rx, ry, turn, large, sweep, x, y] = said as [
        number,
        number,
        number,
        number,
        number,
        number,
        number,
      ];
      d += `${tight(pen, [rx, ry, turn])} ${large}${pen.pick([' ', ',', ''])}${sweep}${pen.pick([' ', ','])}${tight(pen, [x, y])}`;
    } else d += tight(pen, said);
    at = ends as [number, number];
  };
  const line = (x: number, y: number): void => {
    if (y === at[1] && pen.oneIn(2)) go('H', x);
    else if (x === at[0] && pen.oneIn(2)) go('V', y);
    else if (pen.oneIn(6)) go('C', ...mid(at, [x, y], 1 / 3), ...mid(at, [x, y], 2 / 3), x, y);
    else if (pen.oneIn(6)) go('Q', ...mid(at, [x, y], 1 / 2), x, y);
    else go('L', x, y);
  };
  if (f.kind === 'polygon') {
    go('M', ...f.points[0]!);
    for (const p of f.points.slice(1)) line(...p);
  } else if (f.kind === 'rect') {
    const [l, b, r, t] = [f.x - f.w / 2, f.y - f.h / 2, f.x + f.w / 2, f.y + f.h / 2];
    const q = f.r;
    const bow = (x: number, y: number) => q > 0 && go('A', q, q, 0, 0, 1, x, y);
    go('M', l + q, b);
    line(r - q, b);
    bow(r, b + q);
    line(r, t - q);
    bow(r - q, t);
    line(l + q, t);
    bow(l, t - q);
    line(l, b + q);
    bow(l + q, b);
  } else {
    const [a, b, turn] = f.kind === 'circle' ? [f.r, f.r, 0] : [f.a, f.b, f.turn];
    const [dx, dy] = [a * Math.cos(turn), a * Math.sin(turn)];
    const way = pen.pick([0, 1]);
    go('M', f.x + dx, f.y + dy);
    go('A', a, b, (turn * 180) / Math.PI, pen.pick([0, 1]), way, f.x - dx, f.y - dy);
    go('A', a, b, (turn * 180) / Math.PI, pen.pick([0, 1]), way, f.x + dx, f.y + dy);
  }
  return `${d}${pen.pick(['z', 'Z', ' z'])}`;
}
const mid = (a: readonly number[], b: readonly number[], t: number): [number, number] => [
  a[0]! + t * (b[0]! - a[0]!),
  a[1]! + t * (b[1]! - a[1]!),
];

/** A figure as an element, in its own axes; a straight one may be a shape of its own. */
function element(pen: Pen, f: Figure, extra: string): string {
  const q = pen.pick(['"', "'"]);
  const attrs = (o: Record<string, number | string>) =>
    pen
      .shuffled(Object.entries(o))
      .map(
        ([k, v]) =>
          `${k}${pen.pick(['=', ' = '])}${q}${typeof v === 'number' ? pen.number(v, { plus: true, bare: true }) : v}${q}`,
      )
      .join(pen.pick([' ', '\n', '\t']));
  const end = pen.pick(['/>', ' />']);
  const open = (tag: string, o: Record<string, number | string>) =>
    `<${tag} ${attrs(o)}${extra}${end}`;
  if (pen.oneIn(2)) {
    if (f.kind === 'rect') {
      const size = { x: f.x - f.w / 2, y: f.y - f.h / 2, width: f.w, height: f.h };
      const corner = pen.pick([{ rx: f.r }, { ry: f.r }, { rx: f.r, ry: f.r }]);
      return open('rect', { ...size, ...(f.r ? corner : {}) } as Record<string, number>);
    }
    if (f.kind === 'circle') {
      return pen.oneIn(2)
        ? open('circle', { cx: f.x, cy: f.y, r: f.r })
        : open('ellipse', { cx: f.x, cy: f.y, rx: f.r, ry: f.r });
    }
    if (f.kind === 'polygon') {
      const points = f.points.map((p) => tight(pen, p)).join(pen.pick([' ', '\n', ' , ']));
      return open('polygon', { points });
    }
  }
  return open('path', { d: pathOf(pen, f) });
}

export function svg(pen: Pen): OddDrawing {
  const all = figures(pen);
  const { box } = sizeOf(all[0]!);
  const [w, h] = [box[2] - box[0] + 20, box[3] - box[1] + 20];
  // User units a millimetre: the page says its size, or nothing.
  const k = pen.pick([1, 1, 10, 96 / 25.4]);
  const unit = pen.pick(['mm', 'cm', 'in', 'pt', 'pc', 'px', 'none'] as const);
  const per = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, px: 25.4 / 96, none: 1 }[
    unit
  ];
  const tall = pen.oneIn(4);
  // From mm, y up, about the middle, to user units.
  const page: M = [k, 0, 0, -k, (w / 2) * k, (h / 2) * k];
  const drawn = all.map((f) => {
    const chain = Array.from({ length: pen.pick([0, 0, 1, 2, 3]) }, () => transform(pen));
    const m = chain.reduce((t, x) => times(t, x.m), STILL);
    const local = times(inverse(m), page);
    const own = exact(f, local);
    const said = chain.length
      ? ` transform="${chain.map((c) => c.text).join(pen.pick([' ', ',', '']))}"`
      : '';
    const quiet = pen.pick([
      '',
      '',
      ' fill="none" stroke="#000"',
      ' style="fill:none"',
      ' id="a" class="cut"',
    ]);
    if (own) return element(pen, own, said + quiet);
    // Where a transform leaves no shape of its own it is undone by a matrix inside it.
    const undone = `transform="matrix(${local.map((v) => v.toFixed(12)).join(' ')})"`;
    return `<g${said}${quiet}><g ${undone}>${element(pen, f, '')}</g></g>`;
  });
  const used = pen.oneIn(3)
    ? drawn.map((d, i) =>
        pen.oneIn(2)
          ? `<defs><g id="f${i}">${d}</g></defs><use ${pen.pick(['href', 'xlink:href'])}="#f${i}" x="3" y="-2" transform="translate(-3 2)"/>`
          : d,
      )
    : drawn;
  const hidden = pen.pick([
    '',
    '<g display="none"><rect x="0" y="0" width="9999" height="9999"/></g>',
    '<g style="display: none"><circle r="9999"/></g>',
    '<symbol id="s"><circle r="9999"/></symbol>',
  ]);
  const grouped = pen.oneIn(3) ? `<g>${used.join('')}</g>` : used.join(pen.pick(['', '\n  ']));
  const view = `viewBox="${[0, 0, w * k, h * k].map((v) => pen.number(v)).join(pen.pick([' ', ', ', ',']))}"`;
  // A page that is wider than its drawing shows it whole, in the middle.
  const [pw, ph] = [(tall ? 2 * w : w) / per, h / per];
  const size =
    {
      none: '',
      px: `width="${pw}px" height="${ph}"`,
    }[unit as 'none'] ?? `width="${pen.number(pw)}${unit}" height="${pen.number(ph)}${unit}"`;
  const head = pen.pick([
    '',
    '<?xml version="1.0" encoding="UTF-8" standalone="no"?>\n',
    '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "svg11.dtd">',
  ]);
  const talk = pen.pick([
    '',
    '<!-- <rect width="9999" height="9999"/> -->',
    '<title>A &amp; B</title><desc><![CDATA[<rect/>]]></desc>',
  ]);
  const space = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"';
  const text = `${head}<svg ${space} ${size} ${view} version="1.1">${talk}<style>path { fill: none }</style>${grouped}${hidden}</svg>${pen.pick(['', '\n'])}`;
  // A size in pixels says no unit: programs mean different things by them.
  const says = unit !== 'none' && unit !== 'px';
  // Without a size its units are what the builder says they are.
  const scale = says ? 1 : k;
  const end = pen.pick(['\n', '\r\n']);
  return {
    text: marked(pen, text.replaceAll('\n', end)),
    figures: all.map((f) => grown(f, scale)),
    ...(says ? { unitMm: 1 } : {}),
  };
}
