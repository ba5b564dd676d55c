/** Both bodies in section across the hinge, turned by hand between closed and open. */
import { Slider } from 'antd';
import { convexGap, section } from '@deft/core/shell';
import type { Shell } from '@deft/core/model';
import { Ticks } from '../../../book/Mat';
import { useSize } from '../../../ui/useSize';

export function HingePicture({
  shell,
  deg,
  onDeg,
  cut,
}: {
  shell: Shell;
  deg: number;
  onDeg: (deg: number) => void;
  cut: ReturnType<typeof section>;
}) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [a, b] = shell.bodies;
  const hinge = shell.hinge;
  if (!a || !b || !hinge || !cut) return null;
  // Room for every angle between closed and open, so that nothing jumps while it turns.
  const all = Array.from({ length: 13 }, (_, i) =>
    section(shell, hinge.closedDeg + ((hinge.openDeg - hinge.closedDeg) * i) / 12),
  ).flatMap((s) => (s ? [...s.first, ...s.second] : []));
  const [x0, x1, y0, y1] = [
    Math.min(...all.map((v) => v[0])),
    Math.max(...all.map((v) => v[0])),
    Math.min(...all.map((v) => v[1])),
    Math.max(...all.map((v) => v[1])),
  ];
  const scale = Math.max(0.2, Math.min((size.w - 60) / (x1 - x0), (size.h - 160) / (y1 - y0)));
  const ox = size.w / 2 - ((x0 + x1) / 2) * scale;
  const oy = 82 + (size.h - 160 - (y1 - y0) * scale) / 2 + y1 * scale;
  const d = (ring: ReadonlyArray<readonly [number, number]>) =>
    `${ring.map(([x, y], i) => `${i ? 'L' : 'M'}${(ox + x * scale).toFixed(1)} ${(oy - y * scale).toFixed(1)}`).join('')}Z`;
  const gap = convexGap(cut.first, cut.second);
  const hit = gap < 0;
  const middle = (ring: ReadonlyArray<readonly [number, number]>) =>
    [
      ox + (ring.reduce((s, v) => s + v[0], 0) / 4) * scale,
      oy - (ring.reduce((s, v) => s + v[1], 0) / 4) * scale,
    ] as const;
  const [m1, m2] = [middle(cut.first), middle(cut.second)];
  return (
    <div ref={ref} style={{ position: 'absolute', inset: 0 }}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={size.h}
          role="img"
          aria-label={`${a.name} and ${b.name} at ${deg} degrees: ${hit ? `${(-gap).toFixed(1)} mm overlap` : `${gap.toFixed(1)} mm apart`}`}
        >
          <Ticks w={size.w} h={size.h} scale={scale} />
          <text className="cap" x={size.w / 2} y={28} textAnchor="middle">
            ACROSS THE HINGE, at {Math.round(deg)}°
          </text>
          <path className="shell-out" d={d(cut.first)} />
          <path
            className="shell-out"
            d={d(cut.second)}
            style={hit ? { stroke: 'var(--hit)', strokeWidth: 2.4 } : {}}
          />
          <circle
            cx={ox}
            cy={oy}
            r={(hinge.barrel.mm / 2) * scale}
            fill="#e9d9b6"
            stroke="#5d4d2c"
          />
          <circle cx={ox} cy={oy} r="2" fill="#5d4d2c" />
          <text className="label" x={m1[0]} y={m1[1] + 4} textAnchor="middle">
            {a.name}
          </text>
          <text className="label" x={m2[0]} y={m2[1] + 4} textAnchor="middle">
            {b.name}
          </text>
          <g className={`flag ${hit ? 'hit' : ''}`}>
            <rect
              x={size.w / 2 - 70}
              y={44}
              width="140"
              height="24"
              rx="5"
              fill={hit ? '#f7d9d2' : '#d6efe3'}
              stroke={hit ? '#c8422b' : '#1f7a55'}
            />
            <text x={size.w / 2} y={60} textAnchor="middle" fill={hit ? '#8f2a19' : '#14543a'}>
              {hit ? `${(-gap).toFixed(1)} mm overlap` : `${gap.toFixed(1)} mm apart`}
            </text>
          </g>
        </svg>
      )}
      <div
        style={{
          position: 'absolute',
          left: 40,
          right: 40,
          bottom: 16,
          background: '#1d2b2ad0',
          borderRadius: 8,
          padding: '2px 20px',
        }}
      >
        <Slider
          ariaLabelForHandle="Angle between the fronts"
          min={Math.min(hinge.closedDeg, hinge.openDeg)}
          max={Math.max(hinge.closedDeg, hinge.openDeg)}
          value={deg}
          onChange={onDeg}
        />
      </div>
    </div>
  );
}
