/**
 * Whether the halves stay together: the closing screws that are left, and the longest stretch of
 * seam without one.
 */
import { formatMm, type Finding } from '../model';
import { backedBy, longestSpan } from './closing';
import type { ShellSolids, StandingFeature } from './solids';
import { outerRing } from './walls';

/** Up to here two moulded or printed halves stay shut between screws, mm: typical. */
export const SEAM_MM = 120;
/** Beyond this the seam gapes in the hand, mm: typical. */
export const SEAM_GAPES_MM = 200;
/** A boss in one half and a post in the other are one screw when they lie so near, mm. */
const SAME_MM = 4;
/** A stub lower than this holds no screw, mm. */
const HOLDS_MM = 3;

interface Screw {
  x: number;
  y: number;
  feet: StandingFeature[];
}

/** Places of closing screws, each with all that must stand for it. */
function screws(shell: ShellSolids): Screw[] {
  const out: Screw[] = [];
  for (const f of shell.features.filter((q) => q.feature.purpose === 'closing screw')) {
    const same = out.find((s) => Math.hypot(s.x - f.x, s.y - f.y) < SAME_MM);
    if (same) same.feet.push(f);
    else out.push({ x: f.x, y: f.y, feet: [f] });
  }
  return out;
}

/** Two halves, and nobody said what holds them together. */
function nothingHolds({ body }: ShellSolids): Finding[] {
  const roles = new Set(body.pieces.map((q) => q.role));
  if (body.closedBy || !roles.has('front') || !roles.has('back')) return [];
  return [
    {
      id: 'unheld',
      station: 'fit',
      check: 'seam',
      code: 'unheld',
      verdict: 'tight',
      undecided: true,
      title: 'Nothing holds it shut',
      what: `The halves of ${body.name} have no closing screw.`,
      why: [
        'Say in Shell which posts take the closing screws, or that the halves clip, are glued, or are held from outside.',
      ],
      about: [body.id],
      refs: [],
    },
  ];
}

/**
 * @param isShutIn  something lies in it, so that it has to stay shut
 * @returns         one finding when too few screws or too long a seam is left, or nothing holds the halves
 */
export function seamFindings(shell: ShellSolids, isShutIn: boolean): Finding[] {
  const all = screws(shell);
  if (!all.length) return isShutIn ? nothingHolds(shell) : [];
  const holds = (f: StandingFeature): boolean =>
    f.height > 0 && f.height >= Math.min(HOLDS_MM, f.full);
  // Where screws go from one half into the other, a lone foot has lost its partner.
  const halves = (s: Screw): number => new Set(s.feet.map((f) => f.piece)).size;
  const paired = all.filter((s) => halves(s) > 1).length >= 2;
  const left = all.filter((s) => s.feet.every(holds) && (halves(s) > 1 || !paired));
  const lost = all.filter((s) => !left.includes(s)).flatMap((s) => s.feet.filter((f) => !holds(f)));
  const ring = outerRing(shell.body);
  const span = longestSpan(ring, left);
  const few = left.length < 3;
  if (!few && span <= SEAM_MM) return [];
  return [
    {
      id: 'seam',
      station: 'fit',
      check: 'seam',
      code: few ? 'few-screws' : 'long-seam',
      verdict: few || span > SEAM_GAPES_MM ? 'hit' : 'tight',
      title: few
        ? `${left.length} closing ${left.length === 1 ? 'screw' : 'screws'} left`
        : `${formatMm(span, 0)} mm of seam without a screw`,
      what: lost.length
        ? `${lost.map((f) => f.name).join(', ')}: cut away`
        : 'The screws that close the halves stand far apart.',
      why: [
        `${left.length} of ${all.length} closing screws hold; the longest seam between two is ${formatMm(span, 0)} mm. Up to ${SEAM_MM} mm stays shut, over ${SEAM_GAPES_MM} mm gapes in the hand (typical). Keep a post, add one with its screw in Shell, or a clip.`,
      ],
      about: lost.map((f) => f.id),
      refs: lost.map((f) => ({ is: 'feature' as const, id: f.id })),
    },
  ];
}

/** A support cut lower than this below its height no longer carries anything, mm. */
const CARRIES_MM = 0.5;

/** Key supports that were cut down, and the keys nothing else backs. */
export function supportFindings(shell: ShellSolids): Finding[] {
  return shell.features
    .filter((f) => f.feature.purpose === 'button support' && f.full - f.height > CARRIES_MM)
    .flatMap((f): Finding[] => {
      const carried = backedBy(shell, f);
      if (!carried.length || !backsAlone(shell, f)) return [];
      return [
        {
          id: `support:${f.id}`,
          station: 'fit',
          check: 'seam',
          code: 'support-cut',
          verdict: 'tight',
          title: 'Keys without backing',
          what: `${f.name} is cut down, and no other support stands there.`,
          why: [
            `It carried ${carried.join(', ')}. A thumb presses with 10 to 15 N (typical): screw the plate down instead.`,
          ],
          about: [f.id],
          refs: [{ is: 'feature', id: f.id }],
          at: { x: f.x, y: f.y, z: f.z0 },
        },
      ];
    });
}

const backsAlone = (shell: ShellSolids, post: StandingFeature): boolean =>
  !shell.features.some(
    (f) =>
      f.id !== post.id &&
      f.feature.purpose === 'button support' &&
      f.full - f.height <= CARRIES_MM &&
      Math.hypot(f.x - post.x, f.y - post.y) < BACKS_TOO_MM,
  );
/** Another support so near carries the same keys, mm. */
const BACKS_TOO_MM = 24;
