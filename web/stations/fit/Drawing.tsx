/** The layout as the open book, shut, or in 3D. */
import { lazy, Suspense } from 'react';
import type { Distance } from '@deft/core/fit';
import type { Spread } from '../../book/spread';
import type { useCuts } from '../../book/useCuts';
import { useBuild } from '../../state/build';
import { BookView } from './book/BookView';
import { ClosedView } from './ClosedView';
import type { useArranging } from './useArranging';
import type { FitView } from './useFitView';
import type { useLook } from './useLook';

/** The 3D view and what draws it come only when they are asked for. */
const ThreeView = lazy(() => import('./three/ThreeView'));

export function Drawing({
  view,
  spread,
  arranging,
  look,
  lines,
  measured,
  size,
}: {
  view: FitView;
  spread: Spread;
  arranging: ReturnType<typeof useArranging>;
  look: ReturnType<typeof useLook>;
  lines: ReturnType<typeof useCuts>;
  measured: Distance | undefined;
  size: { w: number; h: number };
}) {
  const { check } = useBuild('check');
  const { picture, panel, ghost, bundle, setBundle } = view;
  const { scene, live } = arranging;
  if (picture === 'closed') return <ClosedView scene={scene} width={size.w} height={size.h} />;
  if (picture === 'solid') {
    return (
      <Suspense fallback={<Opening />}>
        <ThreeView scene={scene} width={size.w} height={size.h} />
      </Suspense>
    );
  }
  const choose = (id: string) => setBundle((b) => (b === id ? undefined : id));
  const hasGhost = ghost && (panel === 'fits' || panel === 'arrange');
  return (
    <BookView
      spread={spread}
      arranging={arranging}
      selected={view.selected}
      onSelect={view.pick}
      heat={view.heat}
      cuts={lines.cuts}
      active={lines.active}
      onCut={lines.set}
      follow={lines.follow}
      loupe={view.loupe}
      onPan={look.close ? look.pan : undefined}
      onZoom={look.zoom}
      ghost={hasGhost ? { scene: ghost, later: panel === 'arrange' } : undefined}
      measured={measured}
      wires={
        panel === 'wires' && !live
          ? { wiring: check.wiring, chosen: bundle, onChoose: choose }
          : undefined
      }
    />
  );
}

const Opening = () => (
  <p className="over-mat" role="status">
    Opening the 3D view ...
  </p>
);
