/**
 * A speaker against the grille it plays through.
 */
import { type Finding, mm1 } from '../model';
import { measured } from './contact';
import { PLACE_U, type PlacedItem, type Scene } from './scene';

/** How far a speaker may sit off its grille, as a share of its own width, before much of it plays against the wall. */
const OFF_GRILLE = 0.15;

/** Off its grille by more than is not heard, it is tight; beside it, a hit. */
export function grilleFindings(scene: Scene): Finding[] {
  if (!scene.shell) return [];
  const out: Finding[] = [];
  for (const at of scene.items.values()) {
    if (!at.part.speaker) continue;
    const [x, y, d] = coneOf(at), holes = scene.shell.openings.face.filter((o) => o.use === 'speaker');
    if (!holes.length) continue;
    const near = holes.map((o) => ({ o, off: o.piece === at.piece ? Math.hypot(o.x - x, o.y - y) : Infinity })).sort((p, q) => p.off - q.off)[0]!;
    const base = { id: `grille:${at.item.id}`, station: 'fit' as const, check: 'grille' as const, about: [at.item.id], at: { x, y, z: at.solids[0]!.z1 } };
    if (near.off > d / 2) {
      out.push({ ...base, verdict: 'hit', title: 'Plays against the wall', what: `${at.item.name} is not behind ${near.o.name}`, why: [near.o.piece === at.piece ? `Their middles lie ${mm1(near.off)} mm apart; the speaker is ${mm1(d)} mm across.` : `${near.o.name} is in the other half.`] });
      continue;
    }
    const { measure, verdict } = measured(OFF_GRILLE * d - near.off, 0, 'A speaker plays through the holes in front of it.', [{ key: `layout.placements.${at.index}`, label: `placing ${at.item.name}`, u: PLACE_U[at.placement.held], k: 1 }]);
    out.push({ ...base, verdict: verdict === 'hit' ? 'tight' : verdict, measure, title: near.off < 0.05 ? 'In the middle of its grille' : `${mm1(near.off)} mm off its grille`, what: `${at.item.name} behind ${near.o.name}`, why: [`Up to ${mm1(OFF_GRILLE * d)} mm (15 % of ${mm1(d)}) is not heard.`] });
  }
  return out;
}

/** Middle and width of a speaker's face in the build's x, y. */
export function coneOf(at: PlacedItem): [number, number, number] {
  const s = at.blocks[0]!.solid;
  return [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, Math.max(s.x1 - s.x0, s.y1 - s.y0)];
}
