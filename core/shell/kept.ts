/**
 * Kept electronics: what must be proved, what a board will miss, and when repairing stops.
 */
import type { Donor, Finding, Kept, Opening, Part, Project } from '../model';

const finding = (
  id: string,
  verdict: Finding['verdict'],
  title: string,
  what: string,
  why: string[],
  about: string,
): Finding => ({
  id: `kept-${id}`,
  station: 'shell',
  check: 'kept',
  code: 'kept',
  verdict,
  title,
  what,
  why,
  about: [about],
});

/** Findings of one kept part. */
function ofKept(k: Kept): Finding[] {
  const out: Finding[] = [];
  const open = k.senses.filter((s) => s.answer === 'open');
  for (const s of open) {
    out.push(
      finding(
        `${k.id}-${s.line.replace(/ /g, '-')}`,
        'hit',
        `${s.line} not answered`,
        `${k.name} will miss its ${s.line}: tie it, bridge it or give it a substitute before closing.`,
        [SENSE_WHY[s.line]],
        k.id,
      ),
    );
  }
  if (k.lifted && (k.lifted.heat === 'high' || k.lifted.pads === 'high')) {
    out.push(
      finding(
        `${k.id}-lift`,
        'tight',
        'A risky lift',
        `${k.name} is lifted with ${k.lifted.heat} heat risk and ${k.lifted.pads} pad risk.`,
        ['practise on scrap, preheat the board, flux, and stop when a pad moves'],
        k.id,
      ),
    );
  }
  const needs =
    k.lifted || k.kind === 'board' || k.kind === 'power board' || k.kind === 'sound board';
  if (needs && k.proved === 'no') {
    out.push(
      finding(
        `${k.id}-proof`,
        'hit',
        'Not proved',
        `${k.name} was not seen working. Prove it before it moves.`,
        k.tests.length
          ? k.tests.map((t) => `test: ${t}`)
          : ['write down the tests first: the same ones are repeated after'],
        k.id,
      ),
    );
  }
  if (needs && k.proved === 'before') {
    out.push(
      finding(
        `${k.id}-again`,
        'tight',
        'Prove it again',
        `${k.name} worked before; every test is repeated after the move.`,
        k.tests.map((t) => `repeat: ${t}`),
        k.id,
      ),
    );
  }
  return out;
}

const SENSE_WHY: Record<Kept['senses'][number]['line'], string> = {
  'lid switch': 'without it the board may sleep at once or never',
  'jack detect': 'an open jack contact often mutes the speaker for good',
  'second screen': 'a board that finds no second screen may stop at start',
  'cell temperature':
    'a charger that reads no temperature does not charge; the usual tie is 10 kΩ, see its sheet',
  fuse: 'replace it with one of the same rating, never with wire',
  dock: 'an open dock line may switch the picture away',
};

/** Everything the donor sheet has to say. */
export function donorFindings(p: Project): Finding[] {
  const d: Donor | undefined = p.donor;
  if (!d) return [];
  const out = d.kept.flatMap(ofKept);
  const r = d.repair;
  if (r?.choice === 'repair') {
    const over = [
      r.stopHours !== undefined && (r.spentHours ?? 0) >= r.stopHours
        ? `${r.spentHours} of ${r.stopHours} hours`
        : '',
      r.stopCost !== undefined && (r.spentCost ?? 0) >= r.stopCost
        ? `${r.spentCost} of ${r.stopCost} spent`
        : '',
    ].filter(Boolean);
    if (r.stopHours === undefined && r.stopCost === undefined) {
      out.push(
        finding(
          'stop',
          'tight',
          'No stop rule',
          'Repairing is tried without a limit. Say after how many hours or for how much you stop.',
          ['a repair without an end costs more than another donor'],
          'donor',
        ),
      );
    } else if (over.length) {
      out.push(
        finding(
          'stop',
          'tight',
          'Stop here',
          `The limit you set is reached: ${over.join(', ')}. Gut it, or set a new limit knowingly.`,
          over,
          'donor',
        ),
      );
    }
  }
  return out;
}

const FAMILY: Partial<Record<Kept['kind'], Part['family']>> = {
  speaker: 'speaker',
  'sound board': 'audio',
  'power board': 'converter',
  wheel: 'switch',
  caps: 'switch',
  membranes: 'switch',
};

/** Keys that a kept board reads until its own are counted: a pad and four. */
const KEPT_KEYS = 8;

/** A kept thing as a part of the kit: one measured block, so that it can be laid out like any other. */
export function keptPart(k: Kept): Part {
  return {
    id: `kept-${k.id}`.slice(0, 64),
    name: k.name,
    family: k.runs ? 'sbc' : (FAMILY[k.kind] ?? 'hardware'),
    ...(k.runs ? { host: { is: 'kept board', starts: 'own chips', keys: KEPT_KEYS } } : {}),
    words: ['kept', k.kind],
    note: `Kept from the donor${k.tests.length ? `; tests: ${k.tests.join(', ')}` : ''}.`,
    source: 'mine',
    price: 0,
    blocks: [
      {
        id: 'body',
        name: k.name,
        kind: k.kind.includes('board') ? 'board' : 'body',
        plan: { kind: 'rect', x: 0, y: 0, w: k.w, h: k.h },
        axis: 'z',
        base: 0,
        height: k.d,
      },
    ],
    connectors: [],
    pads: [],
  };
}

export interface Ledger {
  opening: Opening;
  piece: string;
  decided: boolean;
}
/** Every opening, wheel, switch and lamp that is already there, and what becomes of it. */
export const openingLedger = (p: Project): Ledger[] =>
  p.shell.bodies.flatMap((b) =>
    b.pieces.flatMap((q) =>
      q.openings.map((opening) => ({ opening, piece: q.id, decided: opening.reuse !== undefined })),
    ),
  );
