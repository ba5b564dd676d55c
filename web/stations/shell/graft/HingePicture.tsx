/** Both bodies in section across the hinge, turned by hand between closed and open. */
import { Slider } from 'antd';
import { between, type section, sideOf } from '@deft/core/shell';
import type { Shell } from '@deft/core/model';
import { Ticks } from '../../../book/Mat';
import { useSize } from '../../../ui/useSize';

export function HingePicture({ shell, deg, onDeg, cut }: { shell: Shell; deg: number; onDeg(deg: number): void; cut: ReturnType<typeof section> }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [a, b] = shell.bodies, hinge = shell.hinge;
  if (!a || !b || !hinge || !cut) return null;
  const [p, q] = [sideOf(a, hinge.first), sideOf(b, hinge.second)], reach = Math.max(p.reach, q.reach) + 6;
  const scale = Math.max(0.3, Math.min((size.w - 60) / (2 * reach), (size.h - 130) / (reach * 1.15 + 30))), ox = size.w / 2, oy = size.h - 96;
  const d = (ring: ReadonlyArray<readonly [number, number]>) => `${ring.map(([x, y], i) => `${i ? 'L' : 'M'}${(ox + x * scale).toFixed(1)} ${(oy - y * scale).toFixed(1)}`).join('')}Z`;
  const gap = between(cut.first, cut.second), hit = gap < 0;
  const middle = (ring: ReadonlyArray<readonly [number, number]>) => [ox + (ring.reduce((s, v) => s + v[0], 0) / 4) * scale, oy - (ring.reduce((s, v) => s + v[1], 0) / 4) * scale] as const;
  const [m1, m2] = [middle(cut.first), middle(cut.second)];
  return (
    <div ref={ref} style={{ position: 'absolute', inset: 0 }}>
      {size.w > 0 && (
        <svg width={size.w} height={size.h} role="img" aria-label={`${a.name} and ${b.name} at ${deg} degrees: ${hit ? `${(-gap).toFixed(1)} mm overlap` : `${gap.toFixed(1)} mm apart`}`}>
          <Ticks w={size.w} h={size.h} scale={scale} />
          <text className="cap" x={size.w / 2} y={28} textAnchor="middle">ACROSS THE HINGE, at {Math.round(deg)}°</text>
          <path className="shell-out" d={d(cut.first)} /><path className="shell-out" d={d(cut.second)} style={hit ? { stroke: 'var(--hit)', strokeWidth: 2.4 } : {}} />
          <circle cx={ox} cy={oy} r={(hinge.barrel.mm / 2) * scale} fill="#e9d9b6" stroke="#5d4d2c" /><circle cx={ox} cy={oy} r="2" fill="#5d4d2c" />
          <text className="label" x={m1[0]} y={m1[1] + 4} textAnchor="middle">{a.name}</text><text className="label" x={m2[0]} y={m2[1] + 4} textAnchor="middle">{b.name}</text>
          <g className={`flag ${hit ? 'hit' : ''}`}><rect x={ox - 70} y={44} width="140" height="24" rx="5" fill={hit ? '#f7d9d2' : '#d6efe3'} stroke={hit ? '#c8422b' : '#1f7a55'} /><text x={ox} y={60} textAnchor="middle" fill={hit ? '#8f2a19' : '#14543a'}>{hit ? `${(-gap).toFixed(1)} mm overlap` : `${gap.toFixed(1)} mm apart`}</text></g>
        </svg>
      )}
      <div style={{ position: 'absolute', left: 40, right: 40, bottom: 16, background: '#1d2b2ad0', borderRadius: 8, padding: '2px 20px' }}><Slider aria-label="Angle between the fronts" min={Math.min(hinge.closedDeg, hinge.openDeg)} max={Math.max(hinge.closedDeg, hinge.openDeg)} value={deg} onChange={onDeg} /></div>
    </div>
  );
}
