/** How close the open book is looked at, and where: zoomed, moved, or brought to the chosen finding. */
import { useCallback, useMemo, useState } from 'react';
import type { Scene } from '@deft/core/fit';
import type { Finding } from '@deft/core/model';
import { closer, type Look, onScreen, pageOf, type Spread, zoomed } from '../../book/spread';
import { useChanged } from '../../ui/useChanged';

/** A spotlight looks so many times closer. */
const SPOT = 2.5;

/** Where a finding lies on the whole spread. */
function placeOf(whole: Spread, scene: Scene, f: Finding): [number, number] | undefined {
  const item = f.about.map((id) => scene.items.get(id)).find((x) => x !== undefined);
  const page = item && pageOf(whole, item.piece);
  return page && f.at && onScreen(whole, page, f.at.x, f.at.y);
}

export function useLook(whole: Spread | undefined, scene: Scene, finding: Finding | undefined) {
  const [look, setLook] = useState<Look>();
  const spread = useMemo(() => whole && zoomed(whole, look), [whole, look]);
  const zoom = useCallback(
    (times: number, at?: [number, number]) => {
      if (whole) setLook((l) => closer(whole, l, times, at));
    },
    [whole],
  );
  const pan = useCallback(
    (dx: number, dy: number) => setLook((l) => l && { ...l, x: l.x - dx / l.k, y: l.y - dy / l.k }),
    [],
  );
  const reset = useCallback(() => setLook(undefined), []);
  const spot = useCallback(() => {
    const at = whole && finding && placeOf(whole, scene, finding);
    setLook((l) => {
      if (at) {
        if (l && Math.hypot(l.x - at[0], l.y - at[1]) < 1) return undefined;
        return { k: l?.k ?? SPOT, x: at[0], y: at[1] };
      }
      if (l) return undefined;
      return whole && closer(whole, undefined, SPOT);
    });
  }, [whole, scene, finding]);
  // Looked at closely, the next finding comes into the middle by itself.
  useChanged(finding?.id, () => {
    const at = whole && finding && placeOf(whole, scene, finding);
    if (at) setLook((l) => l && { ...l, x: at[0], y: at[1] });
  });
  return { spread, close: look !== undefined, zoom, pan, reset, spot };
}
