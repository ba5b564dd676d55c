/** The lines the profile is cut along: up to six, one of them chosen. */
import { useCallback, useState } from 'react';
import type { CutAt } from './CutLines';

export function useCuts(first: CutAt) {
  const [cuts, setCuts] = useState<readonly CutAt[]>([first]);
  const [active, setActive] = useState(0);
  const [follow, setFollow] = useState(false);
  const set = useCallback((i: number, cut: CutAt) => {
    setActive(i);
    setCuts((all) => all.map((c, k) => (k === i ? cut : c)));
  }, []);
  /** The chosen line laid through a place. */
  const through = useCallback(
    (x: number, y: number) =>
      setCuts((all) =>
        all.map((c, k) =>
          k === active ? { ...c, at: Math.round((c.axis === 'x' ? y : x) * 2) / 2 } : c,
        ),
      ),
    [active],
  );
  const add = () => {
    setCuts([...cuts, { axis: cuts[active]!.axis === 'x' ? 'y' : 'x', at: 40 }]);
    setActive(cuts.length);
  };
  const drop = () => {
    setCuts(cuts.filter((_, k) => k !== active));
    setActive(Math.max(0, active - 1));
  };
  return {
    cuts,
    active,
    follow,
    setActive,
    set,
    through,
    add,
    drop,
    toggleFollow: useCallback(() => setFollow((on) => !on), []),
  };
}
