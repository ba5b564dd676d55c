/** Both bodies in section across the hinge with all that stands out of them, turned by hand between closed and open. */
import { useMemo, useState } from 'react';
import { Slider } from 'antd';
import { hingeSection, type InSection } from '@deft/core/fit';
import type { Pt } from '@deft/core/geometry';
import { Ticks } from '../../../book/Mat';
import type { Hinge, Joined } from '@deft/core/model';
import { useScene } from '../../../state/build';
import { useSize } from '../../../ui/useSize';
import style from './bodies.module.css';

/** Room beside the section, and above it for its flag and below for the slider, px. */
const ROOM = { side: 30, above: 82, below: 78 };
/** The section is tried at so many angles, so that nothing jumps while it turns. */
const ANGLES = 13;

interface Frame {
  scale: number;
  at: (p: Pt) => readonly [number, number];
}

function frameOf(rings: readonly Pt[], w: number, h: number): Frame {
  const [xs, ys] = [rings.map((p) => p[0]), rings.map((p) => p[1])];
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
  const [y0, y1] = [Math.min(...ys), Math.max(...ys)];
  const high = h - ROOM.above - ROOM.below;
  const scale = Math.max(0.2, Math.min((w - 2 * ROOM.side) / (x1 - x0), high / (y1 - y0)));
  const ox = w / 2 - ((x0 + x1) / 2) * scale;
  const oy = ROOM.above + (high - (y1 - y0) * scale) / 2 + y1 * scale;
  return { scale, at: ([x, y]) => [ox + x * scale, oy - y * scale] };
}

const pathOf = ({ at }: Frame, ring: readonly Pt[]): string =>
  `${ring
    .map((p, i) => {
      const [x, y] = at(p);
      return `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join('')}Z`;

const middleOf = (ring: readonly Pt[]): Pt => [
  ring.reduce((sum, p) => sum + p[0], 0) / ring.length,
  ring.reduce((sum, p) => sum + p[1], 0) / ring.length,
];

/** What meets at the angle on show, in a few words. */
function flagWords(all: readonly InSection[]): string {
  const deep = Math.max(0, ...all.map((s) => s.deep));
  if (deep === 0) return 'nothing meets';
  const things = all.filter((s) => s.deep > 0 && s.of.is !== 'body').map((s) => s.of.name);
  const who = things.length > 2 ? `${things.length} keys and parts` : things.join(', ');
  return `${deep.toFixed(1)} mm too deep: ${who || 'the bodies'}`;
}

export function HingePicture({ hinged }: { hinged: Joined<Hinge> }) {
  const scene = useScene();
  const [ref, size] = useSize<HTMLDivElement>();
  const hinge = hinged.joint;
  const [turned, onDeg] = useState<number>();
  const deg = turned ?? hinge.openDeg;
  const all = useMemo(() => hingeSection(scene, hinged, deg), [scene, hinged, deg]);
  const swept = useMemo(() => {
    const { closedDeg, openDeg } = hinged.joint;
    return Array.from({ length: ANGLES }, (_, i) =>
      hingeSection(scene, hinged, closedDeg + ((openDeg - closedDeg) * i) / (ANGLES - 1)),
    ).flatMap((s) => s.flatMap((x) => x.ring));
  }, [scene, hinged]);
  if (!swept.length) return null;
  const frame = frameOf(swept, size.w, size.h);
  const [ox, oy] = frame.at([0, 0]);
  const words = flagWords(all);
  const isHit = all.some((s) => s.deep > 0);
  return (
    <div ref={ref} style={{ position: 'absolute', inset: 0 }}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={size.h}
          role="img"
          aria-label={`Across the hinge at ${deg} degrees: ${words}`}
        >
          <Ticks w={size.w} h={size.h} scale={frame.scale} />
          <text className="cap" x={size.w / 2} y={28} textAnchor="middle">
            ACROSS THE HINGE, at {Math.round(deg)}°
          </text>
          {all.map((s) => (
            <path
              key={`${s.body} ${s.of.is} ${s.of.id} ${pathOf(frame, s.ring)}`}
              className={s.of.is === 'body' ? 'shell-out' : style.thing}
              data-hit={s.deep > 0 || undefined}
              style={s.deep > 0 ? { stroke: 'var(--hit)', strokeWidth: 2.2 } : undefined}
              d={pathOf(frame, s.ring)}
            >
              <title>{s.of.name}</title>
            </path>
          ))}
          <circle
            className={style.barrel}
            cx={ox}
            cy={oy}
            r={(hinge.barrel.mm / 2) * frame.scale}
          />
          <circle className={style.axis} cx={ox} cy={oy} r="2" />
          {all
            .filter((s) => s.of.is === 'body')
            .map((s) => {
              const [x, y] = frame.at(middleOf(s.ring));
              return (
                <text key={s.body} className="label" x={x} y={y + 4} textAnchor="middle">
                  {s.of.name}
                </text>
              );
            })}
        </svg>
      )}
      <p className={isHit ? `${style.flag} ${style.hit}` : style.flag} aria-hidden="true">
        {words}
      </p>
      <div className={style.slider}>
        <Slider
          ariaLabelForHandle="Angle between the fronts"
          min={Math.min(hinge.closedDeg, hinge.openDeg)}
          max={Math.max(hinge.closedDeg, hinge.openDeg)}
          value={deg}
          tooltip={{ formatter: (v) => `${v}°` }}
          onChange={onDeg}
        />
      </div>
    </div>
  );
}
