/**
 * A speaker against the grille it plays through.
 */
import { type Finding, holesMiddle, mm1, type WayOut } from '../model';
import type { SceneCheck } from './sceneCheck';
import { judgedGap } from './contact';
import { patternsIn } from '../shell';
import { isInOpen, type PlacedItem, placing, pointOf, type Scene } from './scene';

/** How far a speaker may sit off its grille, as a share of its own width, before much of it plays against the wall. */
const OFF_GRILLE = 0.15;

/** Further behind its face than this, its sound goes round its own edge, mm: typical. */
const LEAKS_MM = 1;

/** A speaker with air between its rim and the face: what comes from behind cancels what it plays. */
const leaking = (at: PlacedItem, x: number, y: number): Finding => ({
  id: `leaks:${at.item.id}`,
  station: 'fit',
  check: 'grille',
  code: 'leaks',
  verdict: 'tight',
  title: `${mm1(at.placement.lift)} mm behind the face`,
  what: `The sound of ${at.item.name} goes back into the case.`,
  why: [
    `Over ${LEAKS_MM} mm of air round its rim the low notes are gone (typical): lay it on the face, or on a ring of foam or a printed one.`,
  ],
  about: [at.item.id],
  refs: [{ is: 'item', id: at.item.id }],
  at: { x, y, z: at.solids[0]!.z1 },
});

/** A ring made for a speaker closes the air round its rim. */
const hasRing = (scene: Scene, speaker: string): boolean =>
  [...scene.items.values()].some(
    ({ item: { made } }) => made?.kind === 'speaker ring' && made.for === speaker,
  );

/** Off its grille by more than is not heard, it is tight; beside it, a hit. */
function findings(scene: Scene): Finding[] {
  if (!scene.shell) return [];
  const out: Finding[] = [];
  for (const at of scene.items.values()) {
    if (!at.part.speaker) continue;
    const [x, y, d] = coneOf(at);
    const looksAtFace = looksIn(scene, at) === at.isOutside;
    // In the open it plays away from its plate, whichever face it stands on.
    if (isInOpen(scene.shell, at) && !looksAtFace) continue;
    if (looksIn(scene, at)) {
      out.push(inward(at, x, y));
      continue;
    }
    const isOff = at.pose.stand === 'flat' && !at.isOutside && at.placement.lift > LEAKS_MM;
    if (isOff && !hasRing(scene, at.item.id)) {
      out.push(leaking(at, x, y));
    }
    const holes = grillesFor(scene, at);
    if (!holes.length) {
      out.push(shutIn(at, x, y));
      continue;
    }
    const near = holes
      .map((o) => ({ o, off: o.piece === at.piece ? Math.hypot(o.x - x, o.y - y) : Infinity }))
      .sort((p, q) => p.off - q.off)[0]!;
    const base = {
      id: `grille:${at.item.id}`,
      station: 'fit' as const,
      check: 'grille' as const,
      code: 'grille',
      about: [at.item.id],
      at: { x, y, z: at.solids[0]!.z1 },
    };
    if (near.off > d / 2) {
      out.push({
        ...base,
        verdict: 'hit',
        title: 'Plays against the wall',
        what: `${at.item.name} is not behind ${near.o.name}`,
        why: [
          near.o.piece === at.piece
            ? `Their middles lie ${mm1(near.off)} mm apart; the speaker is ${mm1(d)} mm across.`
            : `${near.o.name} is in the other half.`,
        ],
      });
      continue;
    }
    const { measure, verdict } = judgedGap(
      OFF_GRILLE * d - near.off,
      0,
      'A speaker plays through the holes in front of it.',
      [placing(at)],
    );
    out.push({
      ...base,
      verdict: verdict === 'hit' ? 'tight' : verdict,
      measure,
      title: near.off < 0.05 ? 'In the middle of its grille' : `${mm1(near.off)} mm off its grille`,
      what: `${at.item.name} behind ${near.o.name}`,
      why: [`Up to ${mm1(OFF_GRILLE * d)} mm (15 % of ${mm1(d)}) is not heard.`],
    });
  }
  return out;
}

/** What a speaker may play through: grilles that are there, and what is drilled for it. */
function grillesFor(
  { project, shell }: Scene,
  { item }: PlacedItem,
): Array<{ name: string; piece: string; x: number; y: number }> {
  const drilled = patternsIn(project, shell!.body).flatMap((c) => {
    if (!('item' in c.for) || c.for.item !== item.id) return [];
    if (!('piece' in c.at) || !c.holes.length) return [];
    const [du, dv] = holesMiddle(c);
    return [{ name: 'its holes', piece: c.at.piece, x: c.at.x + du, y: c.at.y + dv }];
  });
  return [...shell!.openings.face.filter((o) => o.use === 'speaker'), ...drilled];
}

/** Whether its cone looks away from the half it is fixed in. */
function looksIn(scene: Scene, at: PlacedItem): boolean {
  const along = pointOf(at, [0, 0, 1])[2] - pointOf(at, [0, 0, 0])[2];
  return along * scene.shell!.sign(at.piece) < -0.5;
}

const inward = (at: PlacedItem, x: number, y: number): Finding => ({
  id: `grille:${at.item.id}`,
  station: 'fit',
  check: 'grille',
  code: 'plays-inward',
  verdict: 'hit',
  title: 'Plays into the case',
  what: `${at.item.name} lies with its cone inward.`,
  why: ['Its cone, the top in the drawing of the part, belongs to the grille: turn it over.'],
  about: [at.item.id],
  at: { x, y, z: at.solids[0]!.z1 },
});

/** A speaker behind a face that nobody opened for it. */
const shutIn = (at: PlacedItem, x: number, y: number): Finding => ({
  id: `grille:${at.item.id}`,
  station: 'fit',
  check: 'grille',
  code: 'no-grille',
  verdict: 'tight',
  title: 'No holes for its sound',
  what: `${at.item.name} plays into a closed shell.`,
  why: [
    'Drill holes before it, or add a grille in Shell: about a third of its cone open is usual (typical).',
  ],
  about: [at.item.id],
  at: { x, y, z: at.solids[0]!.z1 },
});

/** Middle and width of a speaker's face in the build's x, y. */
function coneOf(at: PlacedItem): [number, number, number] {
  const s = at.blocks[0]!.solid;
  return [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, Math.max(s.x1 - s.x0, s.y1 - s.y0)];
}

/** A speaker brought to the middle of a grille, in the half that has it. */
const behind = (
  at: PlacedItem,
  o: { id: string; name: string; piece: string; x: number; y: number },
): WayOut => {
  const [x, y] = coneOf(at);
  const round = (mm: number) => Math.round(mm * 10) / 10;
  return {
    id: `grille-${at.item.id}-${o.id}`,
    text: `Put ${at.item.name} behind ${o.name}`,
    cost: 'no cut',
    changes: [
      {
        do: 'place',
        placement: {
          ...at.placement,
          on: { piece: o.piece },
          x: round(at.placement.x + o.x - x),
          y: round(at.placement.y + o.y - y),
        },
      },
    ],
    effort: 1,
  };
};

export const grille: SceneCheck = {
  check: 'grille',
  findings,
  ways: (scene, _, items) =>
    items.flatMap((at) =>
      (scene.shell?.openings.face ?? [])
        .filter((o) => o.use === 'speaker')
        .map((o) => behind(at, o)),
    ),
};
