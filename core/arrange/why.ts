/**
 * Why no layout was found: a part that is too thick wherever it lies, parts that are too many for
 * the room, or the single change that makes it possible.
 */
import { isOpen, piecesOf, applied, type Change, mm1, type Project } from '../model';
import { Checker } from '../fit';
import { removals, thickness } from '../kit';
import { Arranger } from './arranger';

export interface Ease {
  text: string;
  changes: Change[];
}
export interface WhyNot {
  sentences: string[];
  ease?: Ease;
}

/** Greatest depth between the two floors, mm, and where. */
function deepest(checker: Checker): number {
  const shell = checker.scene.shell;
  // Behind a plate there is all the room there is.
  if (!shell || isOpen(shell.body)) return Infinity;
  const W = Math.max(...shell.walls.map((w) => w.x0));
  const H = Math.max(...shell.walls.map((w) => w.y0));
  const front = shell.body.pieces.find((q) => shell.sign(q.id) > 0);
  const back = shell.body.pieces.find((q) => shell.sign(q.id) < 0);
  let most = 0;
  for (let x = 4; x < W; x += 7) {
    for (let y = 4; y < H; y += 7) {
      most = Math.max(
        most,
        (front ? shell.floorAt(front.id, x, y) : 0) - (back ? shell.floorAt(back.id, x, y) : 0),
      );
    }
  }
  return most;
}

/** @param most  the deepest spot, when it is known */
export function tooThick(p: Project, most = deepest(new Checker(p))): string[] {
  return p.kit.items.flatMap((i) => {
    const part = p.kit.parts.find((q) => q.id === i.part)!;
    const t = thickness(part, i.struck).value;
    return t > most
      ? [
          `depth: ${mm1(t - most)} mm short at ${i.name} whatever is moved (${mm1(t)} mm thick, ${mm1(most)} mm at the deepest spot)`,
        ]
      : [];
  });
}

/** Single changes that could make room, the gentlest first. */
export function* easings(p: Project): Generator<Ease> {
  for (const i of p.kit.items) {
    const part = p.kit.parts.find((q) => q.id === i.part)!;
    for (const r of removals(part, i.struck)
      .filter((q) => q.saves > 0.3)
      .sort(
        (a, b) =>
          a.block.removable!.difficulty - b.block.removable!.difficulty || b.saves - a.saves,
      )) {
      yield {
        text: `Take the ${r.block.name} off ${i.name}: ${mm1(r.saves)} mm thinner`,
        changes: [{ do: 'strike', item: i.id, block: r.block.id }],
      };
    }
  }
  for (const piece of piecesOf(p)) {
    for (const f of piece.features) {
      if (f.mayCut !== 'never') {
        yield {
          text: `Cut ${f.name} away`,
          changes: [{ do: 'trim', feature: f.id, copy: 0, to: 0 }],
        };
      }
    }
  }
  for (const i of p.kit.items) {
    yield { text: `Leave ${i.name} out`, changes: [{ do: 'drop', item: i.id }] };
  }
}

/** Says why, and looks for the one change that helps: each is given so many places to look at. */
export function* whyNot(
  p: Project,
  stuck: string | undefined,
  trials = 4000,
  seed = 1,
  fixed: readonly string[] = [],
): Generator<string, WhyNot> {
  const most = deepest(new Checker({ ...p, layout: { placements: [] } }));
  const sentences = tooThick(p, most);
  const name = p.kit.items.find((i) => i.id === stuck)?.name;
  if (!sentences.length && name) {
    sentences.push(`${name} most often found no place beside the others`);
  }
  for (const e of easings(p)) {
    yield e.text;
    const next = e.changes.reduce(applied, p);
    if (tooThick(next, most).length) continue;
    const a = new Arranger(
      next,
      seed,
      fixed.filter((id) => next.kit.items.some((i) => i.id === id)),
    );
    if (a.work(trials)) {
      return {
        sentences,
        ease: { text: e.text, changes: [...e.changes, ...[...a.best.values()][0]!.changes] },
      };
    }
  }
  return { sentences };
}
