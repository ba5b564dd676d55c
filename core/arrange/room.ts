/**
 * Room where there is some: a layout that was found has parts as close as they may lie; each that lies
 * free is set a little aside from what it nearly touches, so that sizes nobody measured may be off.
 */
import type { Placement } from '../model';
import type { Checker, Contact } from '../fit';

/** More than this beyond what is required is no use, mm. */
const ROOM_MM = 1;
/** How far a part is set aside in one go, mm. */
const STEPS_MM = [0.2, 0.5, 1];
const SIDES = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;
/** What one part gains another may lose; after so many rounds little changes. */
const ROUNDS = 3;
/** Gaining less is no reason to move, mm². */
const LEAST_GAIN = 1e-3;

/** How much room is wanted yet: squared, so that the nearest counts most. */
const wanted = (contacts: readonly Contact[]): number =>
  contacts.reduce((sum, { measure: m }) => {
    const short = Math.max(0, ROOM_MM - (m.gap - m.required));
    return sum + short * short;
  }, 0);

/**
 * Set parts aside in the checker's own scene.
 *
 * @param items  those that may be moved; how they lie and what they look out of stays
 */
export function giveRoom(checker: Checker, items: readonly string[]): void {
  for (let round = 0; round < ROUNDS; round++) {
    let isMoved = false;
    for (const item of items) {
      const better = aside(checker, item);
      if (!better) continue;
      checker.move(better);
      isMoved = true;
    }
    if (!isMoved) return;
  }
}

/** The best place near where an item lies, or nothing when it lies well. */
function aside(checker: Checker, item: string): Placement | undefined {
  const placement = checker.scene.items.get(item)!.placement;
  const now = checker.trial(placement);
  const tightPlugs = (plugs: typeof now.plugs) => plugs.filter((f) => f.verdict !== 'clear').length;
  let best: Placement | undefined;
  let least = wanted(now.contacts) - LEAST_GAIN;
  if (least <= 0) return undefined;
  for (const [dx, dy] of SIDES) {
    for (const step of STEPS_MM) {
      const place = {
        ...placement,
        x: hundredth(placement.x + dx * step),
        y: hundredth(placement.y + dy * step),
      };
      const { contacts, plugs } = checker.trial(place);
      if (contacts.some((c) => c.verdict === 'hit')) break;
      if (tightPlugs(plugs) > tightPlugs(now.plugs)) break;
      const short = wanted(contacts);
      if (short >= least) continue;
      least = short;
      best = place;
    }
  }
  return best;
}

const hundredth = (mm: number): number => Math.round(mm * 100) / 100;
