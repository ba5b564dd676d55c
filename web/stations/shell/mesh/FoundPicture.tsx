/** The inner surface in grey with every find drawn on it; a click keeps or ignores it. */
import { useEffect, useState } from 'react';
import type { HalfRead, Offer } from '@deft/core/capture';
import { toPage } from '@deft/core/geometry';
import { outlineSpan } from '@deft/core/model';
import { useSize } from '../../../ui/useSize';
import { Ticks } from '../../../book/Mat';

/** The relief as a picture address; black is left out. */
function useRelief(r: HalfRead['relief'], mirrored: boolean): string | undefined {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    const canvas = document.createElement('canvas');
    canvas.width = r.nx;
    canvas.height = r.ny;
    const pen = canvas.getContext('2d')!;
    const image = pen.createImageData(r.nx, r.ny);
    for (let j = 0; j < r.ny; j++) {
      for (let i = 0; i < r.nx; i++) {
        // The page shows the inside: rows from the top, the front mirrored.
        const v = r.grey[(r.ny - 1 - j) * r.nx + (mirrored ? r.nx - 1 - i : i)]!;
        const at = 4 * (j * r.nx + i);
        image.data.set([v * 0.98, v * 0.95, v * 0.86, v ? 255 : 0], at);
      }
    }
    pen.putImageData(image, 0, 0);
    let made: string | undefined;
    canvas.toBlob((b) => {
      if (b) {
        made = URL.createObjectURL(b);
        setUrl(made);
      }
    });
    return () => {
      if (made) URL.revokeObjectURL(made);
    };
  }, [r, mirrored]);
  return url;
}

export function FoundPicture({
  half,
  offers,
  no,
  chosen,
  onChoose,
  onToggle,
}: {
  half: HalfRead;
  offers: readonly Offer[];
  no: ReadonlySet<string>;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  onToggle: (id: string) => void;
}) {
  const [ref, size] = useSize<HTMLDivElement>();
  const front = half.role === 'front';
  const url = useRelief(half.relief, front);
  const { w, h } = outlineSpan(half.outline);
  const r = half.relief;
  const scale = Math.max(0.5, Math.min((size.w - 60) / w, (size.h - 90) / h));
  const ox = (size.w - w * scale) / 2;
  const oy = 46 + (size.h - 76 - h * scale) / 2;
  const view = {
    side: front ? ('front inside' as const) : ('back inside' as const),
    w,
    h,
    spine: 'left' as const,
  };
  const at = (x: number, y: number): [number, number] => {
    const [px, py] = toPage(view, x, y);
    return [ox + px * scale, oy + py * scale];
  };
  const d = (ring: Offer['ring']) =>
    `${ring
      .map(([x, y], i) => {
        const [a, b] = at(x, y);
        return `${i ? 'L' : 'M'}${a.toFixed(1)} ${b.toFixed(1)}`;
      })
      .join('')}Z`;
  const [ix, iy] = [
    ox + (front ? w - r.x0 - r.nx * r.step : r.x0) * scale,
    oy + (h - r.y0 - r.ny * r.step) * scale,
  ];
  return (
    <div ref={ref} style={{ position: 'absolute', inset: 0 }}>
      {size.w > 0 && (
        <svg width={size.w} height={size.h} role="group" aria-label="What was found, insides up">
          <Ticks w={size.w} h={size.h} scale={scale} />
          <text className="cap" x={size.w / 2} y={28} textAnchor="middle">
            {front ? 'FRONT' : 'BACK'} HALF, inside up, as read from the file
          </text>
          {url && (
            <image
              href={url}
              x={ix}
              y={iy}
              width={r.nx * r.step * scale}
              height={r.ny * r.step * scale}
              style={{ imageRendering: 'auto' }}
            />
          )}
          {[...offers]
            .sort((a, b) => Number(a.is !== 'zone') - Number(b.is !== 'zone'))
            .map((o) => (
              <path
                key={o.id}
                className={`offer ${no.has(o.id) ? 'no' : ''} ${chosen === o.id ? 'sel' : ''}`}
                d={d(o.ring)}
                role="checkbox"
                aria-checked={!no.has(o.id)}
                aria-label={`${o.name}, ${o.words}`}
                tabIndex={0}
                onClick={() => {
                  onChoose(o.id);
                  onToggle(o.id);
                }}
                onMouseEnter={() => onChoose(o.id)}
                onFocus={() => onChoose(o.id)}
                onKeyDown={(e) => {
                  if (e.key === 'Enter' || e.key === ' ') {
                    e.preventDefault();
                    onToggle(o.id);
                  }
                }}
              >
                <title>{`${o.name}: ${o.words}`}</title>
              </path>
            ))}
        </svg>
      )}
    </div>
  );
}
