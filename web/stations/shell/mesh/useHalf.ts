/** A half out of an opened file: which solid, unit and side, and which finds are kept under which name. */
import { useEffect, useMemo, useState } from 'react';
import { type Offer, type Role, withHalf } from '@deft/core/capture';
import type { Opening } from '@deft/core/model';
import { useChanged } from '../../../ui/useChanged';
import { useShell } from '../useShell';
import { useMesh } from './useMesh';

type Use = Opening['use'];

/** An offer under the name, and of the use, that the builder gave it. */
const asChosen = (o: Offer, name = o.name, use?: Use): Offer =>
  o.is === 'opening' && use ? { ...o, name, it: { ...o.it, use } } : { ...o, name };

interface Lies {
  open?: [number, number, number] | undefined;
  quarters: number;
}

/** What the builder made of the finds of one file. */
interface Choice {
  solid: number;
  role: Role;
  lies: Lies;
  left: ReadonlySet<string>;
  names: Readonly<Record<string, string>>;
  uses: Readonly<Record<string, Use>>;
}
const unchosen = (role: Role): Choice => ({
  solid: 0,
  role,
  lies: { quarters: 0 },
  left: new Set(),
  names: {},
  uses: {},
});

export function useHalf() {
  const { body, setBody } = useShell();
  const mesh = useMesh();
  const { file, half, look } = mesh;
  const [unit, setUnit] = useState<number>();
  const [choice, setChoice] = useState(() => unchosen('back'));
  const set = (more: Partial<Choice>) => setChoice((c) => ({ ...c, ...more }));
  /** Halves taken over since the page was opened: the next file is likely the other. */
  const [taken, setTaken] = useState<readonly Role[]>([]);
  const [said, setSaid] = useState<{ words: string; bad?: true }>();
  const known = unit ?? file?.unitMm;

  useChanged(file, (opened) => {
    if (!opened) return;
    // Files of one shell are written in one unit.
    setUnit((last) => opened.unitMm ?? last);
    setChoice(unchosen(taken.includes('back') && !taken.includes('front') ? 'front' : 'back'));
    setSaid(undefined);
  });
  const { solid, role, lies, left, names, uses } = choice;
  // Every choice is looked at anew.
  useEffect(() => {
    if (file && known) void look(solid, known, role, lies);
  }, [file, known, solid, role, lies]); // eslint-disable-line react-hooks/exhaustive-deps

  const offers = useMemo(
    () => half?.offers.map((o) => asChosen(o, names[o.id], uses[o.id])) ?? [],
    [half, names, uses],
  );
  const toggle = (id: string): void => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    set({ left: next });
  };
  const toggleAll = (): void => set({ left: new Set(left.size ? [] : offers.map((o) => o.id)) });
  const take = (): void => {
    if (!half) return;
    const kept = offers.filter((o) => !left.has(o.id));
    const bad = setBody((b) => withHalf(b, half, kept));
    if (bad) {
      setSaid({ words: bad, bad: true });
      return;
    }
    setTaken((all) => [...all, half.role]);
    setSaid({ words: `Taken over: the ${half.role} with ${featuresWords(kept.length)}.` });
  };

  return {
    ...{ body, mesh, file, half, known, solid, role, left, offers, said, take, toggle, toggleAll },
    isUnitOfLast: known !== undefined && file?.unitMm === undefined && taken.length > 0,
    setUnit,
    setSolid: (n: number) => set({ solid: n }),
    setRole: (r: Role) => set({ role: r }),
    turn: () => set({ lies: { ...lies, quarters: (lies.quarters + 1) % 4 } }),
    turnOver: () =>
      half && set({ lies: { ...lies, open: [-half.open[0], -half.open[1], -half.open[2]] } }),
    setName: (id: string, name: string) => set({ names: { ...names, [id]: name } }),
    setUse: (id: string, use: Use) => set({ uses: { ...uses, [id]: use } }),
  };
}

export type HalfView = ReturnType<typeof useHalf>;

export const featuresWords = (n: number): string => `${n} ${n === 1 ? 'feature' : 'features'}`;
