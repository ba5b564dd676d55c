/** Marking, cutting, closing old holes, and fitting loose. */
import {
  closedWith,
  closedWords,
  cutWork,
  holeWords,
  offCuts,
  passWords,
  stageWhy,
  type CutItem,
} from '../../cuts';
import { bodyFor, piecesOf, pieceUnder } from '../../model';
import { type Bench, type Draft, idOf, stepId } from '../step';

const PHASE = 'Cut and test-fit';

export function cuts(on: Bench): Draft[] {
  const { blanks } = on.cuts;
  const work = new Map(cutWork(on.p, on.cuts).map((w) => [w.key, w]));
  // In the order they are best made; what is made already stands first.
  const rank = [...work.keys()];
  const ordered = <T extends { key: string }>(list: readonly T[]): T[] =>
    [...list].sort((a, b) => rank.indexOf(a.key) - rank.indexOf(b.key));
  const how = (key: string): string => {
    const w = work.get(key);
    return w ? `${w.passes.map(passWords).join('. ')}. Order: ${stageWhy(w.stage)}.` : '';
  };
  const [trims, openings] = [ordered(on.cuts.trims), ordered(on.cuts.openings)];
  const pockets = ordered(on.cuts.pockets);
  const patterns = ordered(on.cuts.patterns);
  const out: Draft[] = [];
  for (const t of trims) {
    out.push(
      {
        is: ['clamp', t.feature, t.copy],
        phase: PHASE,
        title: `Mark and clamp ${t.name}`,
        detail: `${t.from.map((f) => `${f.mm.toFixed(1)} mm from the ${f.edge}`).join(', ')} edge.`,
        after: ['measure-shell'],
      },
      {
        is: ['cut', t.feature, t.copy],
        phase: PHASE,
        title: t.to > 0 ? `Trim ${t.name} to ${t.to} mm` : `Cut ${t.name} away`,
        detail: `${how(t.key) || 'A little at a time.'} Measure what is left and type it in.`,
        after: [stepId('clamp', t.feature, t.copy)],
        caution: 'rotary',
        feed: 'no power',
        acts: [{ do: 'cut', cut: stepId('cut', t.feature, t.copy) }],
      },
    );
  }
  for (const c of pockets) {
    const from = c.from.map((f) => `${f.mm.toFixed(1)} mm from the ${f.edge} edge`);
    out.push(
      {
        is: ['mark-pocket', c.id],
        phase: PHASE,
        title: `Mark the ${c.name} from inside`,
        detail: `Near edges ${from.join(', ')}; ${c.w.toFixed(1)} × ${c.h.toFixed(1)} mm.`,
        after: ['measure-shell'],
      },
      {
        is: ['mill', c.id],
        phase: PHASE,
        title: `Mill the ${c.name} ${c.deep.toFixed(1)} mm deep: ${c.left.toFixed(1)} mm of wall stays`,
        detail: how(c.key) || 'A little at a time. Measure the depth and type it in.',
        after: [stepId('mark-pocket', c.id)],
        caution: 'rotary',
        feed: 'no power',
        acts: [{ do: 'cut', cut: stepId('mill', c.id) }],
      },
    );
  }
  for (const c of patterns) {
    const from = c.from.map((f) => `${f.mm.toFixed(1)} mm from the ${f.edge}`);
    out.push(
      {
        is: ['mark-pattern', c.id],
        phase: PHASE,
        title: `Mark the ${c.name}`,
        detail: `Middle ${from.join(', ')}. Tape the template on and punch every centre through it.`,
        after: ['measure-shell'],
      },
      {
        is: ['drill', c.id],
        phase: PHASE,
        title: `Drill the ${c.name}: ${c.holes} × ${holeWords(c.hole)}`,
        detail: how(c.key) || 'Drill from outside, wood behind.',
        after: [stepId('mark-pattern', c.id)],
        caution: 'rotary',
        feed: 'no power',
        acts: [{ do: 'cut', cut: stepId('drill', c.id) }],
      },
    );
  }
  out.push(...screwSteps(openings, how));
  for (const o of openings.filter((c) => c.kind !== 'screw')) {
    const of = opens(o);
    const size = (w: number, h: number): string =>
      `${w.toFixed(1)}${o.round ? '' : ` × ${h.toFixed(1)}`} mm`;
    const from = o.from.map(
      (f) => `${f.mm.toFixed(1)} mm from the ${f.edge}${f.edge.includes('face') ? '' : ' edge'}`,
    );
    out.push(
      {
        is: ['mark', ...of],
        phase: PHASE,
        title: `Mark the ${o.name}`,
        detail: `${o.round ? 'Centre' : 'Near edges'} ${from.join(', ')}.`,
        after: ['measure-shell'],
      },
      {
        is: ['open', ...of],
        phase: PHASE,
        title: `Open the ${o.name} to ${size(o.start.w, o.start.h)}, then file to ${size(o.w, o.h)}`,
        detail: how(o.key) || 'Cut small: filler takes an evening.',
        after: [stepId('mark', ...of)],
        caution: 'rotary',
        feed: 'no power',
        acts: [{ do: 'cut', cut: stepId('open', ...of) }],
      },
    );
  }
  const { closed } = closedWith(offCuts(on.p, on.cuts), blanks);
  for (const b of blanks) {
    const from = closed.find((s) => s.blank === b.id);
    const source = openings.find((o) => o.key === from?.offCut.key);
    out.push({
      is: ['blank', b.id],
      phase: PHASE,
      title: `Close the ${b.name}`,
      detail: from
        ? `${closedWords(from)}; let it cure.`
        : `${b.why}. A scrap of the same colour behind it, or a printed plug; let it cure.`,
      // What it is closed with has to be cut out first.
      after: ['measure-shell', ...(source ? [stepId('open', ...opens(source))] : [])],
      feed: 'no power',
      acts: [{ do: 'blank', opening: b.id }],
    });
  }
  return [...out, ...testFits(on, out)];
}

/** What an opening is for, in the order its key says it. */
function opens({ through }: CutItem): string[] {
  if ('input' in through) return ['input', through.input];
  if ('hole' in through) return [through.item, `hole-${through.hole}`];
  return [through.item, 'connector' in through ? through.connector : through.is];
}

/** The screws of a board are drilled for together: the board itself is the template. */
function screwSteps(openings: readonly CutItem[], how: (key: string) => string): Draft[] {
  const boards = new Map<string, CutItem[]>();
  for (const o of openings) {
    if (!('hole' in o.through)) continue;
    const { item } = o.through;
    boards.set(item, [...(boards.get(item) ?? []), o]);
  }
  return [...boards.values()].map((holes): Draft => {
    const [first] = holes;
    const middles = holes.map((o) => o.from.map((f) => `${f.mm.toFixed(1)} mm from the ${f.edge}`));
    return {
      is: ['open', ...opens(first!)],
      phase: PHASE,
      title: `Drill ${holes.length} × ${first!.w.toFixed(1)} mm for the ${holes.length === 1 ? 'screw' : 'screws'} of ${boardOf(first!)}`,
      detail: [
        `Lay the board in its place and mark through its own holes; they should lie at ${middles.map((m) => m.join(', ')).join('; ')}.`,
        how(first!.key),
        'Sleeves of equal length go between board and floor.',
      ]
        .filter(Boolean)
        .join(' '),
      after: ['measure-shell'],
      caution: 'rotary',
      feed: 'no power',
      acts: holes.map((o) => ({ do: 'cut', cut: stepId('open', ...opens(o)) })),
    };
  });
}
const boardOf = ({ board, name }: CutItem): string => board ?? name;

/** Of several bodies it is said whose half is meant. */
const ofBody = ({ p }: Bench, piece: string): string =>
  p.shell.bodies.length > 1 ? ` of ${bodyFor(p, piece)!.name}` : '';

/** Each half once with its parts loose, after all that is cut in it. */
function testFits(on: Bench, work: readonly Draft[]): Draft[] {
  const { openings, trims, pockets, patterns, blanks } = on.cuts;
  return piecesOf(on.p).flatMap((piece): Draft[] => {
    const mine = new Set([
      ...trims.filter((t) => t.piece === piece.id).map((t) => stepId('cut', t.feature, t.copy)),
      ...pockets.filter((c) => c.piece === piece.id).map((c) => stepId('mill', c.id)),
      ...patterns.filter((c) => c.pieces.includes(piece.id)).map((c) => stepId('drill', c.id)),
      ...openings
        .filter((o) => o.pieces.includes(piece.id))
        .map((o) => stepId('open', ...opens(o))),
      ...blanks.filter((b) => b.piece === piece.id).map((b) => stepId('blank', b.id)),
    ]);
    const done = work.map(idOf).filter((id) => mine.has(id));
    if (!done.length) return [];
    const slim = on.kit
      .filter(({ item }) => pieceUnder(on.p, item.id) === piece.id)
      .flatMap(({ item }) => [
        ...item.struck.map((b) => stepId('slim', item.id, b)),
        stepId('saw-gate', item.id),
      ]);
    return [
      {
        is: ['fit', piece.id],
        phase: PHASE,
        title: `Test-fit the ${piece.role} half${ofBody(on, piece.id)}, parts loose`,
        detail: 'Close it without force. What resists now resists more when wired.',
        after: [...done, ...slim],
        feed: 'no power',
        acts: [{ do: 'test-fit', piece: piece.id }],
      },
    ];
  });
}
