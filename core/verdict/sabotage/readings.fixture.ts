/** Spoilings of what was measured or typed: readings of the shell and figures of parts that cannot be true. */
import {
  applied,
  type Body,
  type Cap,
  length,
  present,
  type Feature,
  type Opening,
  type Part,
  type Project,
} from '../../model';
import { blockBox } from '../../geometry';
import { portsOf } from '../../kit';
import { powerFigures } from '../../power';
import { type Case, type Kind, laidOut, partOfItem, withPart } from './kind.fixture';

type Piece = Project['shell']['bodies'][number]['pieces'][number];

const bodyWith = (p: Project, more: Partial<Project['shell']['bodies'][number]>): Project => ({
  ...p,
  shell: { ...p.shell, bodies: p.shell.bodies.map((b, i) => (i === 0 ? { ...b, ...more } : b)) },
});
const pieceWith = (p: Project, id: string, more: Partial<Piece>): Project =>
  bodyWith(p, {
    pieces: p.shell.bodies[0]!.pieces.map((q) => (q.id === id ? { ...q, ...more } : q)),
  });

/** Every post or rib, each as `change` makes it; nothing where it has nothing to change. */
const posts =
  (change: (f: Feature) => Feature | undefined): Kind['cases'] =>
  (p) =>
    p.shell.bodies[0]!.pieces.flatMap((piece) =>
      piece.features.flatMap((f): Case[] => {
        const spoilt = change(f);
        if (!spoilt) return [];
        const features = piece.features.map((o) => (o.id === f.id ? spoilt : o));
        return [
          {
            where: f.name,
            spoilt: pieceWith(p, piece.id, { features }),
            says: new RegExp(f.name),
          },
        ];
      }),
    );

/** Closing posts that face others and just meet them, read at another height. */
const closingPosts =
  (change: (high: number, f: Feature) => number): Kind['cases'] =>
  (p) => {
    const both = p.shell.bodies[0]!.pieces.filter((q) =>
      q.features.some((f) => f.purpose === 'closing screw'),
    );
    if (both.length < 2) return [];
    return posts((f) => {
      if (f.purpose !== 'closing screw' || f.height.from !== 'floor') return undefined;
      const mm = change(f.height.length.mm, f);
      if (mm === f.height.length.mm) return undefined;
      return { ...f, height: { ...f.height, length: { ...f.height.length, mm } } };
    })(p).map((c) => ({ ...c, says: /post|boss|screw|seam/i }));
  };

/** Every opening that is open, each as `change` makes it. */
const openings =
  (change: (o: Opening) => Opening | undefined): Kind['cases'] =>
  (p) =>
    p.shell.bodies[0]!.pieces.flatMap((piece) =>
      piece.openings
        .filter((o) => o.reuse?.as !== 'blanked')
        .flatMap((o): Case[] => {
          const spoilt = change(o);
          if (!spoilt) return [];
          const list = piece.openings.map((q) => (q.id === o.id ? spoilt : q));
          return [
            { where: o.name, spoilt: pieceWith(p, piece.id, { openings: list }), ids: [o.id] },
          ];
        }),
    );

const caps =
  (change: (c: Cap, hole: number, isInRow: boolean) => Cap | undefined): Kind['cases'] =>
  (p) =>
    (p.shell.bodies[0]!.caps ?? []).flatMap((cap): Case[] => {
      const hole = p.shell.bodies[0]!.pieces.flatMap((q) => q.openings).find(
        (o) => o.id === cap.opening,
      );
      if (hole?.shape.kind !== 'circle') return [];
      const spoilt = change(cap, hole.shape.d.mm, hole.repeat !== undefined);
      if (!spoilt) return [];
      const list = p.shell.bodies[0]!.caps!.map((c) => (c.id === cap.id ? spoilt : c));
      return [{ where: cap.name, spoilt: bodyWith(p, { caps: list }), ids: [cap.id] }];
    });

const figures =
  (change: (q: Part) => Part | undefined): Kind['cases'] =>
  (p) =>
    present(p).kit.items.flatMap((item): Case[] => {
      const part = partOfItem(p, item.id);
      const spoilt = change(part);
      return spoilt
        ? [{ where: item.name, spoilt: withPart(p, part.id, () => spoilt), ids: [item.id] }]
        : [];
    });

const circle = (f: Feature): number | undefined =>
  f.shape.kind === 'circle' ? f.shape.d.mm : undefined;
const withMm = <T extends { mm: number }>(length: T, mm: number): T => ({ ...length, mm });

const withFirst = (p: Project, body: Body): Project => ({
  ...p,
  shell: { ...p.shell, bodies: [body, ...p.shell.bodies.slice(1)] },
});
/** Readings may disagree by so much, mm. */
const LIP_SLACK_MM = 0.3;
function withLip(p: Project, lip: { thick: number; height: number }): Case {
  const [body] = p.shell.bodies as [Body];
  const { thick, height } = lip;
  const spoilt = {
    ...body,
    lip: { thick: length(thick), height: length(height), on: 'front' as const },
  };
  return { where: `lip ${thick} × ${height}`, spoilt: withFirst(p, spoilt), ids: [body.id] };
}

export const READING_KINDS: readonly Kind[] = [
  {
    name: 'a post read ten times as high',
    makes: 'hit',
    cases: posts((f) => ({
      ...f,
      height: { ...f.height, length: { ...f.height.length, mm: f.height.length.mm * 10 } },
    })),
  },
  {
    name: 'closing posts 0.5 mm too high for the halves to meet',
    makes: 'hit',
    cases: closingPosts((high) => high + 0.5),
  },
  {
    name: 'closing posts that end 3.2 mm apart',
    makes: 'hit',
    cases: closingPosts((high) => high - 3.2),
  },
  {
    name: 'corner posts of no height',
    makes: 'hit',
    cases: closingPosts((high, f) => (f.repeat?.mirrorX ? 0 : high)),
  },
  {
    name: 'a post read outside the shell',
    makes: 'hit',
    cases: posts((f) =>
      'edge' in f.at.x.from
        ? { ...f, at: { ...f.at, x: { ...f.at.x, length: withMm(f.at.x.length, -12) } } }
        : undefined,
    ),
  },
  {
    name: 'a row of posts all on one spot',
    makes: 'hit',
    cases: posts((f) =>
      f.repeat?.row
        ? {
            ...f,
            repeat: {
              ...f.repeat,
              row: { ...f.repeat.row, pitch: withMm(f.repeat.row.pitch, 0.2) },
            },
          }
        : undefined,
    ),
  },
  {
    name: 'a bore 0.2 mm wider than its post bears',
    makes: 'hit',
    cases: posts((f) => {
      const d = circle(f);
      return d && f.bore
        ? { ...f, bore: { ...f.bore, d: withMm(f.bore.d, d - 1 + 0.2) } }
        : undefined;
    }),
  },
  {
    name: 'a bore deeper than its post and the face under it',
    makes: 'hit',
    cases: posts((f) =>
      f.bore && f.height.from === 'floor'
        ? { ...f, bore: { ...f.bore, deep: withMm(f.bore.deep, f.height.length.mm + 4) } }
        : undefined,
    ),
  },
  {
    name: 'a lip 0.2 mm thicker than a wall bears',
    makes: 'hit',
    cases: (p) => [
      withLip(p, { thick: p.shell.bodies[0]!.wall.mm + LIP_SLACK_MM + 0.2, height: 2 }),
    ],
  },
  {
    name: 'a lip higher than the half it goes into',
    makes: 'hit',
    needsWalls: true,
    cases: (p) => {
      const { wall, pieces } = p.shell.bodies[0]!;
      const into = pieces.find((q) => q.role === 'back')!.depth.mm - wall.mm;
      return [withLip(p, { thick: 1, height: into + LIP_SLACK_MM + 0.2 })];
    },
  },
  {
    name: 'a wall of 0.4 mm',
    makes: 'hit',
    needsWalls: true,
    cases: (p) => {
      const [body] = p.shell.bodies as [Body];
      const spoilt = { ...body, wall: { ...body.wall, mm: 0.4 } };
      return [{ where: 'wall', spoilt: withFirst(p, spoilt), ids: [body.id] }];
    },
  },
  {
    name: 'a screw that goes in by less than it is thick',
    makes: 'hit',
    cases: posts((f) =>
      f.screw && f.bore
        ? { ...f, screw: { ...f.screw, into: withMm(f.screw.into, f.screw.d.mm - 0.2) } }
        : undefined,
    ),
  },
  {
    name: 'an opening three times as wide as its wall is long',
    makes: 'hit',
    cases: openings((o) => {
      if (o.on.kind !== 'wall') return undefined;
      const { shape } = o;
      if (shape.kind === 'circle') return { ...o, shape: { ...shape, d: withMm(shape.d, 60) } };
      if (shape.kind === 'rect') return { ...o, shape: { ...shape, h: withMm(shape.h, 60) } };
      return undefined;
    }),
  },
  {
    name: 'an opening read below the bottom of its half',
    makes: 'hit',
    cases: openings((o) =>
      o.on.kind === 'wall' ? { ...o, on: { ...o.on, v: withMm(o.on.v, -40) } } : undefined,
    ),
  },
  {
    name: 'a key hole read ten times as wide',
    makes: 'hit',
    cases: openings((o) =>
      o.on.kind === 'face' && o.use === 'button' && o.shape.kind === 'rect'
        ? { ...o, shape: { ...o.shape, w: withMm(o.shape.w, o.shape.w.mm * 10) } }
        : undefined,
    ),
  },
  {
    name: 'a cap 0.2 mm wider than its hole',
    makes: 'hit',
    cases: caps((c, hole) => ({ ...c, across: withMm(c.across, hole + 0.2) })),
  },
  {
    name: 'a flange 0.2 mm narrower than holds its cap back',
    makes: 'hit',
    cases: caps((c, hole) => ({ ...c, flange: withMm(c.flange, hole + 0.2) })),
  },
  {
    name: 'flanges wider than their keys lie apart',
    makes: 'hit',
    cases: caps((c, _hole, isInRow) =>
      isInRow ? { ...c, flange: withMm(c.flange, 30) } : undefined,
    ),
  },
  {
    name: 'a computer, a screen or an amplifier of unknown draw',
    makes: 'open',
    cases: figures((q) => {
      if (!q.draws || (q.family !== 'sbc' && !q.screen && !q.amp)) return undefined;
      const unknown = { ...q };
      delete unknown.draws;
      return unknown;
    }),
  },
  {
    name: 'an inlet of half the amps its part draws',
    makes: 'hit',
    cases: figures((q) => {
      const port = q.ports?.find((x) => x.carries === 'rail' && x.role === 'takes' && x.volts);
      if (!port || !q.draws) return undefined;
      const amps = (0.5 * q.draws.peak) / port.volts![1];
      return { ...q, ports: q.ports!.map((x) => (x === port ? { ...x, amps } : x)) };
    }),
  },
  {
    name: 'a pad read 10 mm beside its board',
    makes: 'hit',
    cases: figures((q) => {
      const [first, ...rest] = q.pads;
      const right = Math.max(...q.blocks.map((b) => blockBox(b)[1][0]));
      return first ? { ...q, pads: [{ ...first, x: right + 10 }, ...rest] } : undefined;
    }),
  },
  {
    name: 'a peak below what is drawn in a game',
    makes: 'hit',
    cases: figures((q) =>
      q.draws && q.draws.game > 0.05
        ? { ...q, draws: { ...q.draws, peak: q.draws.game * 0.5 } }
        : undefined,
    ),
  },
  {
    name: 'a screen of another size than its lit area',
    makes: 'hit',
    cases: figures((q) =>
      q.screen
        ? { ...q, screen: { ...q.screen, diagonalIn: q.screen.diagonalIn * 1.12 } }
        : undefined,
    ),
  },
  {
    name: 'one line for two signals of a screen',
    makes: 'hit',
    cases: figures((q) =>
      q.takes && q.takes.length > 1
        ? { ...q, takes: q.takes.map((t, i) => (i === 1 ? { ...t, gpio: q.takes![0]!.gpio } : t)) }
        : undefined,
    ),
  },
  {
    name: 'a screen whose lines nobody named',
    makes: 'open',
    cases: figures((q) =>
      q.screen && (q.screen.link === 'spi' || q.screen.link === 'parallel')
        ? { ...q, takes: [] }
        : undefined,
    ),
  },
  {
    name: 'a cell full at 1.3 V',
    makes: 'hit',
    cases: figures((q) =>
      q.cell && q.cell.kind !== 'bay' ? { ...q, cell: { ...q.cell, fullV: 1.3 } } : undefined,
    ),
  },
  {
    name: 'a cell said to take 10C',
    makes: 'hit',
    cases: figures((q) => (q.cell ? { ...q, cell: { ...q.cell, maxChargeC: 10 } } : undefined)),
  },
  {
    name: 'a guard that cuts off 5 % below the peak',
    makes: 'hit',
    cases: (p) => {
      const peak = powerFigures(p).peak?.cellA;
      return peak === undefined
        ? []
        : figures((q) =>
            q.protects ? { ...q, protects: { ...q.protects, limitA: peak * 0.95 } } : undefined,
          )(p);
    },
  },
  {
    name: 'a guard for three in series',
    makes: 'hit',
    cases: figures((q) =>
      q.protects ? { ...q, protects: { ...q.protects, series: 3 } } : undefined,
    ),
  },
  {
    name: 'a computer without a way in for its supply',
    makes: 'hit',
    cases: figures((q) =>
      q.family === 'sbc'
        ? {
            ...q,
            ports: portsOf(q).filter(
              (x) => !(x.role === 'takes' && (x.carries === 'rail' || x.carries === 'supply')),
            ),
          }
        : undefined,
    ),
  },
  {
    name: 'pixels of another shape than the lit area',
    makes: 'tight',
    cases: figures((q) =>
      q.screen
        ? { ...q, screen: { ...q.screen, px: [q.screen.px[0] * 2, q.screen.px[1]] } }
        : undefined,
    ),
  },
  {
    name: 'a speaker rated far below the amplifier',
    makes: 'tight',
    cases: (p) =>
      present(p).kit.items.some((i) => partOfItem(p, i.id).amp)
        ? figures((q) =>
            q.speaker ? { ...q, speaker: { ...q.speaker, ratedW: 0.2 } } : undefined,
          )(p)
        : [],
  },
  {
    name: 'a key hole 0.2 mm narrower than its stem slides in',
    makes: 'hit',
    cases: (p) =>
      p.controls.inputs
        .filter((i) => i.hole !== undefined && i.routed)
        .map((i): Case => ({
          where: i.name,
          spoilt: {
            ...p,
            controls: {
              ...p.controls,
              inputs: p.controls.inputs.map((o) => (o.id === i.id ? { ...o, hole: 3.9 } : o)),
            },
          },
          ids: [i.id],
        })),
  },
  {
    name: 'the extender of a card that was to lie under the door',
    makes: 'hit',
    cases: (p) =>
      p.donor?.kept.some((q) => q.kind === 'door') && p.brief.card !== 'open the case'
        ? laidOut(p)
            .filter((q) => q.part.family === 'storage')
            .map((q): Case => ({
              where: q.id,
              spoilt: applied(p, { do: 'drop', item: q.id }),
              says: /door|card/i,
            }))
        : [],
  },
];
