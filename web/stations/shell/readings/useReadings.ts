/** What is read of a shell: its first values, then things put on its halves and measured from their edges. */
import { useEffect, useMemo, useState } from 'react';
import { FIRST_FIELDS } from '@deft/core/cuts';
import { backingCost, seamCost, type ShellSolids, shellSolids } from '@deft/core/shell';
import { type Edge, isOpen, type Length } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import type { MadeOf } from '../MadeOf';
import {
  facePlace,
  newThing,
  type NewThing,
  type Thing,
  thingsOf,
  withDatum,
  withThing,
  without,
} from '../things';
import { useShell } from '../useShell';
import {
  type Eight,
  eightOf,
  keepEight,
  keptEight,
  NEEDED,
  PLATE_NEEDED,
  withEight,
  withPlate,
} from '../firstEight';

/** Where a new thing stands until it is measured, mm from the seam. */
const NEW_Z = { front: 5, back: -8 };

/** Of the first values, those a flat plate has. */
const PLATE_FIELDS = FIRST_FIELDS.filter((f) =>
  (PLATE_NEEDED as readonly string[]).includes(f.key),
).map((f) =>
  f.key === 'wall' ? { ...f, label: 'Thickness of the plate', tool: 'outside jaws' } : f,
);

/** The first values of the shell, kept on this page while they are too few for a body. */
export function useFirstValues() {
  const { doc, edit, key } = useBuild('doc', 'edit', 'key');
  const { body, at: which } = useShell();
  const [kept, setKept] = useState<Eight>(() => keptEight(key));
  const [of, setOf] = useState<MadeOf>({ material: doc.way === 'open plate' ? 'wood' : 'abs' });
  const [isFlat, setFlat] = useState(doc.way === 'open plate');
  const [focus, setFocus] = useState('w');
  const isPlate = body ? isOpen(body) : isFlat;
  const fields = isPlate ? PLATE_FIELDS : FIRST_FIELDS;
  const values: Eight = body ? { ...kept, ...eightOf(body) } : kept;
  const needed = isPlate ? PLATE_NEEDED : NEEDED;
  const isMissing = (k: string): boolean => values[k as keyof Eight] === undefined;
  const missing = fields.find((f) => isMissing(f.key));

  const type = (k: keyof Eight, value: Length): string | undefined => {
    const next = { ...values, [k]: value };
    const made = isPlate ? withPlate : withEight;
    const bad = edit((p) => made(p, next, which, of));
    if (!bad) {
      setKept(next);
      keepEight(key, next);
    }
    return bad;
  };
  return {
    ...{ values, fields, isPlate, isFlat, setFlat, of, setOf, missing, setFocus, type },
    needed: needed.length,
    toCome: needed.filter(isMissing).length,
    /** The value whose taking is drawn. */
    shown: fields.find((f) => f.key === focus && isMissing(f.key)) ?? missing,
  };
}
export type FirstValues = ReturnType<typeof useFirstValues>;

/** Posts, ribs, bays and openings of the body: one chosen, or a new one being put somewhere. */
export function useThings() {
  const { doc, edit } = useBuild('doc', 'edit');
  const { body } = useShell();
  const [chosen, choose] = useState<string>();
  const [placing, setPlacing] = useState<NewThing>();
  const shell = useMemo(() => {
    try {
      return body && shellSolids(body, doc.cuts);
    } catch {
      return undefined;
    }
  }, [body, doc.cuts]);
  const thing = body && thingsOf(body).find((t) => t.it.id === chosen);
  const standing = shell?.features.find((f) => f.feature.id === chosen);

  useEffect(() => {
    if (!placing) return;
    const stop = (e: KeyboardEvent) => {
      if (e.key === 'Escape') setPlacing(undefined);
    };
    window.addEventListener('keydown', stop);
    return () => window.removeEventListener('keydown', stop);
  }, [placing]);

  // Typing a name is one step to undo; every reading is its own.
  const put = (t: Thing): string | undefined =>
    edit(
      (p) => withThing(p, t),
      thing && t.it.name !== thing.it.name ? `name ${t.it.id}` : undefined,
    );
  const place = (piece: string, x: number, y: number): void => {
    if (!body || !placing) return;
    const z = piece === 'front' ? NEW_Z.front : NEW_Z.back;
    const made = newThing(doc, placing, piece, x, y, z, nearestWall(shell, x, y));
    edit((p) => withThing(p, made));
    choose(made.it.id);
    setPlacing(undefined);
  };
  const measureFrom = (edge: Edge): void => {
    if (thing) put(withDatum(thing, edge));
  };
  const remove = (): void => {
    if (!thing) return;
    edit((p) => without(p, thing.it.id));
    choose(undefined);
  };
  const at = thing && facePlace(thing);
  return {
    ...{ shell, chosen, choose, placing, setPlacing, thing, standing },
    ...{ put, place, measureFrom, remove },
    /** Edges it is measured from. */
    datums: at ? [at.x, at.y].flatMap(({ from }) => ('edge' in from ? [from.edge] : [])) : [],
    /** What taking it away would cost. */
    cost:
      shell && standing
        ? (seamCost(shell, standing)?.sentence ?? backingCost(shell, standing))
        : undefined,
  };
}
export type Things = ReturnType<typeof useThings>;

/** Which wall a place lies nearest to: bottom, right, top, left. */
function nearestWall(shell: ShellSolids | undefined, x: number, y: number): number {
  const walls = shell?.walls ?? [];
  const w = Math.max(...walls.map((q) => q.x0));
  const h = Math.max(...walls.map((q) => q.y0));
  const near = [y, w - x, h - y, x];
  return near.indexOf(Math.min(...near));
}
