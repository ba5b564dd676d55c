/** A part in plan to scale beside a thumb, so that a size is seen before it is read. */
import { blockBox, drawn, standing } from '@deft/core/geometry';
import type { Part } from '@deft/core/model';
import style from './BesideThumb.module.css';

/** A thumb as wide and as long as one is, from its first joint, mm: typical. */
const THUMB = { w: 21, h: 34 };
const GAP_MM = 6;
const MOST_PX = { w: 330, h: 220 };
/** Small parts are not drawn larger than this, px for one mm. */
const MOST_SCALE = 3;

export function BesideThumb({ part }: { part: Part }) {
  const boxes = part.blocks.map(blockBox);
  const low = (i: 0 | 1): number => Math.min(...boxes.map((b) => b[0][i]));
  const high = (i: 0 | 1): number => Math.max(...boxes.map((b) => b[1][i]));
  const [x0, y0, x1, y1] = [low(0), low(1), high(0), high(1)];
  const [w, h] = [x1 - x0 + GAP_MM + THUMB.w, Math.max(y1 - y0, THUMB.h)];
  const s = Math.min(MOST_SCALE, MOST_PX.w / w, MOST_PX.h / h);
  const foot = h * s + 2;
  const at = (x: number, y: number): string =>
    `${((x - x0) * s + 2).toFixed(1)},${(foot - (y - y0) * s).toFixed(1)}`;
  const left = (x1 - x0 + GAP_MM) * s + 2;
  const [tw, th] = [THUMB.w * s, THUMB.h * s];
  const top = foot - th;
  const ordered = [...part.blocks].sort((a, b) => blockBox(a)[1][2] - blockBox(b)[1][2]);
  return (
    <svg
      width={w * s + 4}
      height={h * s + 4}
      role="img"
      aria-label={`${part.name} beside a thumb, to scale`}
    >
      {ordered.flatMap((b) =>
        standing(b, 'flat')
          .prisms.flatMap((p) => drawn(p))
          .map((ring, k) => {
            const points: string[] = [];
            for (let i = 0; i < ring.length; i += 2) points.push(at(ring[i]!, ring[i + 1]!));
            return (
              <polygon
                key={b.id + k}
                className={b === part.blocks[0] ? style.base : style.block}
                points={points.join(' ')}
              />
            );
          }),
      )}
      <path
        className={style.thumb}
        d={`M${left} ${foot}v${-(th - tw / 2)}a${tw / 2} ${tw / 2} 0 0 1 ${tw} 0v${th - tw / 2}`}
      />
      <path
        className={style.nail}
        d={`M${left + tw * 0.22} ${top + tw * 0.62}v${-tw * 0.2}a${tw * 0.28} ${tw * 0.28} 0 0 1 ${tw * 0.56} 0v${tw * 0.2}z`}
      />
    </svg>
  );
}
