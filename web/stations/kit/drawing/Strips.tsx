/** Edges that are sawn off, drawn as gone. */
import { stripOf } from '@deft/core/kit';
import { formatMm, type Part, type Sawn } from '@deft/core/model';
import type { Layout } from './layout';
import style from './PartDrawing.module.css';

export function Strips({
  part,
  sawn,
  layout: { low, high, x, y, scale },
}: {
  part: Part;
  sawn: readonly Sawn[];
  layout: Layout;
}) {
  return sawn.map((cut) => {
    const strip = stripOf(part, cut);
    if (!strip) return null;
    const from = Math.max(strip.from, low[strip.axis]);
    const to = Math.min(strip.to, high[strip.axis]);
    const [x0, x1] = strip.axis === 0 ? [from, to] : [low[0], high[0]];
    const [y0, y1] = strip.axis === 0 ? [low[1], high[1]] : [from, to];
    return (
      <rect
        key={cut.edge}
        className={style.strip}
        x={Math.min(x(x0), x(x1))}
        y={y(y1)}
        width={(x1 - x0) * scale}
        height={(y1 - y0) * scale}
      >
        <title>{`sawn off: ${formatMm(cut.mm, 1)} mm of the ${cut.edge} edge`}</title>
      </rect>
    );
  });
}
