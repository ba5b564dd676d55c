/**
 * Puzzles with a known answer: a cavity is cut into pieces, pieces are shrunk one by one until the
 * wanted slack is there, and posts are set into what was freed. Some pieces have a port in a wall,
 * some are L-shaped, some are so tall that they go only where the floor is deep.
 */
import { rectBody } from '../catalogue';
import { seeded } from '../geometry';
import { type Block, emptyProject, type Item, length, type Part, type Project } from '../model';

export interface Rect {
  x: number;
  y: number;
  w: number;
  h: number;
}
export interface PuzzlePart {
  id: string;
  rects: Rect[];
  /** Side that must lie at a wall, as it lies in the answer. */ port?:
    'left' | 'right' | 'bottom' | 'top';
  tall: boolean;
  /** Where its own corner lies in the answer. */ x: number;
  y: number;
}
export interface Puzzle {
  w: number;
  h: number;
  parts: PuzzlePart[];
  posts: Array<{ x: number; y: number; r: number }>;
  deep: Rect;
  slack: number;
}

export interface PuzzleClass {
  parts: number;
  slack: number;
  extras: boolean;
}

const MIN_SHARE = 0.015;
const MAX_RATIO = 4;
const W = 160;
const H = 90;

/** Cut into so many rectangles by guillotine cuts and pinwheels; none too thin, none too small. */
function cutUp(n: number, random: () => number): Rect[] {
  for (;;) {
    let list: Rect[] = [{ x: 0, y: 0, w: W, h: H }];
    const good = (r: Rect) =>
      r.w * r.h >= MIN_SHARE * W * H && Math.max(r.w / r.h, r.h / r.w) <= MAX_RATIO;
    for (let tries = 0; list.length < n && tries < 4000; tries++) {
      const i = list
        .map((r, k) => ({ k, v: r.w * r.h * (0.4 + random()) }))
        .sort((a, b) => b.v - a.v)[0]!.k;
      const r = list[i]!;
      let made: Rect[];
      if (list.length + 4 <= n && random() < 0.3) {
        const [a, b, c, d] = [
          0.25 + 0.25 * random(),
          0.25 + 0.25 * random(),
          0.25 + 0.25 * random(),
          0.25 + 0.25 * random(),
        ].map((v, k) => v * (k % 2 ? r.h : r.w)) as [number, number, number, number];
        made = [
          { x: r.x, y: r.y, w: r.w - c, h: b },
          { x: r.x + r.w - c, y: r.y, w: c, h: r.h - d },
          { x: r.x + a, y: r.y + r.h - d, w: r.w - a, h: d },
          { x: r.x, y: r.y + b, w: a, h: r.h - b },
          { x: r.x + a, y: r.y + b, w: r.w - a - c, h: r.h - b - d },
        ];
      } else {
        const t = 0.25 + 0.5 * random();
        made = (r.w > r.h ? random() < 0.8 : random() < 0.2)
          ? [
              { ...r, w: r.w * t },
              { ...r, x: r.x + r.w * t, w: r.w * (1 - t) },
            ]
          : [
              { ...r, h: r.h * t },
              { ...r, y: r.y + r.h * t, h: r.h * (1 - t) },
            ];
      }
      if (made.every(good)) list = [...list.slice(0, i), ...made, ...list.slice(i + 1)];
    }
    if (list.length === n) return list;
  }
}

const area = (p: PuzzlePart): number => p.rects.reduce((s, r) => s + r.w * r.h, 0);

/** One puzzle of a class. The same seed gives the same puzzle. */
export function puzzle(c: PuzzleClass, seed: number): Puzzle {
  const random = seeded(seed * 7919 + c.parts * 31 + Math.round(c.slack * 1000));
  const deep: Rect = { x: W * 0.5, y: 0, w: W * 0.5, h: H };
  const parts: PuzzlePart[] = cutUp(c.parts, random).map((r, i) => ({
    id: `p${i + 1}`,
    rects: [{ x: 0, y: 0, w: r.w, h: r.h }],
    tall: false,
    x: r.x,
    y: r.y,
  }));
  if (c.extras) {
    // An L: a corner of a piece is cut out and goes; that counts toward the slack.
    const big = [...parts].sort((a, b) => area(b) - area(a));
    for (const p of big.slice(0, 2)) {
      const [r] = p.rects as [Rect];
      const [a, b] = [r.w * 0.28, r.h * 0.28];
      if (a * b < 0.25 * c.slack * W * H) {
        p.rects = [
          { x: 0, y: 0, w: r.w, h: r.h - b },
          { x: 0, y: r.h - b, w: r.w - a, h: b },
        ];
      }
    }
    const sides: Array<NonNullable<PuzzlePart['port']>> = ['bottom', 'left', 'right', 'top'];
    let ports = 0;
    for (const side of sides) {
      const at = parts.find((p) => {
        let atEdge: boolean;
        if (side === 'left') atEdge = p.x < 1e-6;
        else if (side === 'right') atEdge = p.x + p.rects[0]!.w > W - 1e-6;
        else if (side === 'bottom') atEdge = p.y < 1e-6;
        else atEdge = p.y + p.rects[0]!.h > H - 1e-6;
        return !p.port && p.rects.length === 1 && p.x + p.rects[0]!.w < deep.x - 1 && atEdge;
      });
      if (at && ports < 3) {
        at.port = side;
        ports++;
      }
    }
    for (const p of parts) {
      if (!p.port && p.x >= deep.x - 1e-6 && parts.filter((q) => q.tall).length < 3) p.tall = true;
    }
  }
  const posts: Puzzle['posts'] = [];
  const slackNow = () => {
    const taken = posts.reduce((s, q) => s + Math.PI * q.r ** 2, 0);
    return 1 - (parts.reduce((s, p) => s + area(p), 0) + taken) / (W * H);
  };
  // Shrunk singly by unequal amounts, away from one of its own sides; a port stays at its wall.
  for (let guard = 0; slackNow() < c.slack && guard < 10_000; guard++) {
    const p = parts[Math.floor(random() * parts.length)]!;
    const more = (c.slack - slackNow()) * W * H;
    const along = random() < 0.5 ? 'w' : 'h';
    const last = p.rects[p.rects.length - 1]!;
    const size = along === 'w' ? p.rects[0]!.w : p.rects.reduce((s, r) => s + r.h, 0);
    const other = along === 'w' ? p.rects.reduce((s, r) => s + r.h, 0) : p.rects[0]!.w;
    const by = Math.min(size * 0.12, (0.3 + random()) * 1.6, more / other);
    if (size - by < 5) continue;
    const keepsFar =
      along === 'w'
        ? p.port === 'right' || (p.port !== 'left' && random() < 0.5)
        : p.port === 'top' || (p.port !== 'bottom' && random() < 0.5);
    if (along === 'w') {
      for (const r of p.rects) r.w -= by;
      if (keepsFar) p.x += by;
    } else {
      if (last.h - by < 1) continue;
      last.h -= by;
      if (keepsFar) p.y += by;
    }
    if (c.extras && posts.length < 4 && guard % 7 === 3) addPost();
  }
  function addPost(): void {
    for (let k = 0; k < 300; k++) {
      const q = { x: random() * W, y: random() * H, r: 0.6 + random() };
      const clear = parts.every((p) =>
        p.rects.every((r) => {
          const dx = Math.max(p.x + r.x - q.x, 0, q.x - p.x - r.x - r.w);
          const dy = Math.max(p.y + r.y - q.y, 0, q.y - p.y - r.y - r.h);
          return Math.hypot(dx, dy) >= q.r;
        }),
      );
      if (clear && q.x > q.r && q.y > q.r && q.x < W - q.r && q.y < H - q.r) {
        posts.push(q);
        return;
      }
    }
  }
  return { w: W, h: H, parts, posts, deep, slack: slackNow() };
}

const WALL = 2;
const FLOOR = 10.5;
const DEEP = 16;
const LOW = 10.2;
const TALL = 15.8;
const U = 1e-4;
const sure = (mm: number) => ({ ...length(mm, 'made'), u: U });

/** The same as a build: a shell with the cavity, its deep half and its posts, one part a piece, nothing placed. */
export function puzzleProject(p: Puzzle): Project {
  const body = rectBody(
    'Puzzle',
    [p.w + 2 * WALL, p.h + 2 * WALL, 0],
    WALL,
    WALL + 0.5,
    WALL + FLOOR,
    'abs',
    'made',
  );
  const back = body.pieces[1]!;
  body.outline = { kind: 'rect', w: sure(p.w + 2 * WALL), h: sure(p.h + 2 * WALL), r: sure(0) };
  body.wall = sure(WALL);
  const at = (x: number, y: number) => ({
    x: {
      from: { edge: 'left' as const, face: 'outer' as const },
      to: 'centre' as const,
      length: sure(x + WALL),
    },
    y: {
      from: { edge: 'bottom' as const, face: 'outer' as const },
      to: 'centre' as const,
      length: sure(y + WALL),
    },
  });
  back.features = p.posts.map((q, i) => ({
    id: `post-${i + 1}`,
    name: `post ${i + 1}`,
    kind: 'post',
    at: at(q.x, q.y),
    shape: { kind: 'circle', d: sure(2 * q.r) },
    height: { from: 'floor', length: sure(9) },
    purpose: 'unknown',
    mayCut: 'never',
  }));
  if (p.parts.some((q) => q.tall)) {
    back.zones = [
      {
        id: 'deep',
        name: 'deep half',
        at: at(p.deep.x + p.deep.w / 2, p.deep.y + p.deep.h / 2),
        shape: { kind: 'rect', w: sure(p.deep.w), h: sure(p.deep.h) },
        depth: sure(DEEP),
      },
    ];
  }
  const parts = p.parts.map((q): Part => {
    const w = Math.max(...q.rects.map((r) => r.x + r.w));
    const h = Math.max(...q.rects.map((r) => r.y + r.h));
    const high = q.tall ? TALL : LOW;
    const [r0, r1] = q.rects;
    const plan: Block['plan'] =
      r0 && r1
        ? {
            kind: 'polygon',
            points: [
              [0, 0],
              [r0.w, 0],
              [r0.w, r0.h],
              [r1.w, r0.h],
              [r1.w, r0.h + r1.h],
              [0, r0.h + r1.h],
            ],
            how: 'made',
          }
        : { kind: 'rect', x: 0, y: 0, w: sure(w), h: sure(h) };
    const mouth = {
      left: [
        [0, h / 2],
        [-1, 0],
      ],
      right: [
        [w, h / 2],
        [1, 0],
      ],
      bottom: [
        [w / 2, 0],
        [0, -1],
      ],
      top: [
        [w / 2, h],
        [0, 1],
      ],
    } as const;
    return {
      id: q.id,
      name: q.id,
      family: 'hardware',
      words: [],
      note: '',
      source: 'mine',
      pads: [],
      blocks: [
        { id: 'body', name: 'body', kind: 'body', plan, axis: 'z', base: 0, height: sure(high) },
      ],
      connectors: q.port
        ? [
            {
              id: 'port',
              name: 'port',
              type: 'micro-usb',
              at: [...mouth[q.port][0], high / 2],
              dir: [...mouth[q.port][1], 0],
              outside: true,
            },
          ]
        : [],
    };
  });
  return {
    ...emptyProject('puzzle', 'Puzzle'),
    shell: { bodies: [body] },
    kit: {
      parts,
      items: parts.map((q): Item => ({ id: q.id, part: q.id, name: q.name, struck: [] })),
    },
  };
}
