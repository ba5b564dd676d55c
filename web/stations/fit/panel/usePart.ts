/** One part in the shell: where it lies, and everything the panel does with it. */
import { firstPlace, handled, setOn } from '@deft/core/fit';
import { type Item, inOneBody, outlineSpan, type Placement } from '@deft/core/model';
import { useBuild, useShownScene } from '../../../state/build';
import type { useArranging } from '../useArranging';

/** Added to the id of a plate for its outer face; no id holds such a sign. */
const OUTER = ' outer';
export const outerFace = (piece: string): string => `${piece}${OUTER}`;

const faceOf = (id: string): Placement['on'] =>
  id.endsWith(OUTER) ? { piece: id.slice(0, -OUTER.length), side: 'outside' } : { piece: id };

export function usePart(item: string, { place, placementOf }: ReturnType<typeof useArranging>) {
  const { doc, edit, apply, showBody } = useBuild('doc', 'edit', 'apply', 'showBody');
  const scene = useShownScene();
  const now = placementOf(item);
  const at = scene.items.get(item);
  if (!now || !at) return undefined;
  const others = doc.shell.bodies.filter((b) => b.id !== scene.shell?.body.id);

  const change = (next: (i: Item) => Item) =>
    edit((p) => ({
      ...p,
      kit: { ...p.kit, items: p.kit.items.map((i) => (i.id === item ? next(i) : i)) },
    }));
  const turn = (more: Partial<Placement>) => place(handled(scene, now, more));
  /** Into the middle of a half of another body, which is shown then. */
  const carryInto = (body: (typeof others)[0], piece: string): void => {
    const { w, h } = outlineSpan(body.outline);
    const there = inOneBody(doc, body.id);
    const placed = firstPlace(there, item, { piece, x: w / 2, y: h / 2 });
    if (!placed) return;
    const { on, x, y, up } = placed;
    place({ ...now, on, x, y, turn: 0, up });
    showBody(body.id);
  };
  return {
    ...{ doc, scene, now, at, others, apply, turn },
    set: (more: Partial<Placement>) => place({ ...now, ...more }),
    carry: (id: string): void => {
      const body = others.find((b) => b.pieces.some((q) => q.id === id));
      if (body) carryInto(body, id);
      else turn({ on: faceOf(id) });
    },
    setDown: (onto: string | undefined): void => {
      const next = setOn(scene, item, onto);
      if (next) place(next);
    },
    fix: (fixed: Placement['fixed']): void => {
      const next = { ...now };
      delete next.fixed;
      place(fixed ? { ...next, fixed } : next);
    },
    strike: (block: string, isOff: boolean) =>
      change((i) => ({
        ...i,
        struck: isOff ? [...i.struck, block] : i.struck.filter((b) => b !== block),
      })),
    tape: (on: boolean) =>
      change((i) => {
        const next = { ...i };
        delete next.insulated;
        return on ? { ...next, insulated: true } : next;
      }),
    takeOut: () =>
      edit((p) => ({
        ...p,
        layout: { placements: p.layout.placements.filter((x) => x.item !== item) },
      })),
  };
}
export type PartInPanel = NonNullable<ReturnType<typeof usePart>>;
