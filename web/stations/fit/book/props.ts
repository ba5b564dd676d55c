/** What the open book of Fit is given. */
import type { Distance, Scene } from '@deft/core/fit';
import type { Wiring } from '@deft/core/wiring';
import type { CutAt, CutLinesProps } from '../../../book/CutLines';
import type { Spread } from '../../../book/spread';
import type { useArranging } from '../useArranging';

export interface BookViewProps {
  spread: Spread;
  arranging: ReturnType<typeof useArranging>;
  selected: string | undefined;
  onSelect: (item: string | undefined) => void;
  heat: boolean;
  cuts: CutLinesProps['cuts'];
  active: number;
  onCut: (i: number, cut: CutAt) => void;
  /** The chosen line goes where the pointer is. */
  follow: boolean;
  loupe: boolean;
  /** Moved by so many px while it is zoomed. */
  onPan?: ((dx: number, dy: number) => void) | undefined;
  onZoom: (factor: number, at: [number, number]) => void;
  /** Where parts stood in another test fit, or would stand in a layout that was found. */
  ghost?: { scene: Scene; later: boolean } | undefined;
  measured?: Distance | undefined;
  wires?:
    { wiring: Wiring; chosen: string | undefined; onChoose: (bundle: string) => void } | undefined;
}
