/** Both bodies from the side: the one that takes, cut open at its pocket, and the one pushed into it by hand. */
import { useMemo, useState } from 'react';
import { Slider } from 'antd';
import { seatSection } from '@deft/core/fit';
import type { Joined, Seat } from '@deft/core/model';
import { Ticks } from '../../../book/Mat';
import { useBuild, useScene } from '../../../state/build';
import { useSize } from '../../../ui/useSize';
import style from './bodies.module.css';

/** Room beside the section, and above it for its flag and below for the slider, px. */
const ROOM = { side: 60, above: 82, below: 78 };

type Section = NonNullable<ReturnType<typeof seatSection>>;
type Box = Section['pocket'];

/** Millimetres to px: the way in goes down, the fronts look to the right. */
function frameOf({ outer, inner }: Section, out: number, w: number, h: number) {
  const boxes = [outer, ...inner.map((s) => s.box)];
  const ups = boxes.flatMap((b) => b.up);
  const deeps = boxes.flatMap((b) => b.deep);
  const [u0, u1] = [Math.min(...ups), Math.max(...ups)];
  const [d0, d1] = [Math.min(...deeps) - out, Math.max(...deeps)];
  const high = h - ROOM.above - ROOM.below;
  const scale = Math.max(0.2, Math.min((w - 2 * ROOM.side) / (u1 - u0), high / (d1 - d0)));
  const ox = w / 2 - ((u0 + u1) / 2) * scale;
  const oy = ROOM.above + (high - (d1 - d0) * scale) / 2 - d0 * scale;
  const x = (mm: number): number => ox + mm * scale;
  const y = (mm: number): number => oy + mm * scale;
  return { scale, x, y };
}
type Frame = ReturnType<typeof frameOf>;

const rectOf = ({ x, y }: Frame, { up, deep }: Box) => ({
  x: x(up[0]),
  y: y(deep[0]),
  width: Math.max(0, x(up[1]) - x(up[0])),
  height: Math.max(0, y(deep[1]) - y(deep[0])),
});

/** The body that takes, with the pocket taken out of its upper edge. */
function takingPath({ x, y }: Frame, outer: Box, pocket: Box): string {
  const [l, r] = [x(outer.up[0]), x(outer.up[1])];
  const [t, b] = [y(outer.deep[0]), y(outer.deep[1])];
  const [pl, pr, pb] = [x(pocket.up[0]), x(pocket.up[1]), y(pocket.deep[1])];
  return `M${l} ${t}H${pl}V${pb}H${pr}V${t}H${r}V${b}H${l}Z`;
}

export function SeatPicture({ seat }: { seat: Joined<Seat> }) {
  const scene = useScene();
  const { check } = useBuild('check');
  const [ref, size] = useSize<HTMLDivElement>();
  const [left, setLeft] = useState(0);
  const { joint, bodies } = seat;
  const home = useMemo(() => seatSection(scene, seat, 0), [scene, seat]);
  const now = useMemo(() => seatSection(scene, seat, left), [scene, seat, left]);
  if (!home || !now) return null;
  const out = 1.2 * joint.pocket.deep.mm;
  const frame = frameOf(home, out, size.w, size.h);
  const worst = check.findings.find(
    (f) => f.check === 'seat' && f.refs?.some((r) => r.is === 'joint' && r.id === joint.id),
  );
  const caught = new Set(
    check.findings.filter((f) => f.check === 'seat' && f.verdict === 'hit').flatMap((f) => f.about),
  );
  const words = worst ? `${worst.title}: ${worst.what}` : 'it goes in, and stands firm';
  const where = left === 0 ? 'home' : `${left.toFixed(1)} mm to go`;
  return (
    <div ref={ref} className={style.picture}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={size.h}
          role="img"
          aria-label={`${bodies[1].name} in ${bodies[0].name}, ${where}: ${words}`}
        >
          <Ticks w={size.w} h={size.h} scale={frame.scale} />
          <text className="cap" x={size.w / 2} y={28} textAnchor="middle">
            FROM THE SIDE, {where}
          </text>
          <path className="shell-out" d={takingPath(frame, now.outer, now.pocket)} />
          {now.inner.map(({ of, box }) => (
            <rect
              key={`${of.is} ${of.id} ${box.along.join()} ${box.up.join()} ${box.deep.join()}`}
              className={of.is === 'body' ? style.inner : style.thing}
              data-hit={caught.has(of.id) || undefined}
              {...rectOf(frame, box)}
            >
              <title>{of.name}</title>
            </rect>
          ))}
          <text
            className="label"
            x={frame.x((now.outer.up[0] + now.outer.up[1]) / 2)}
            y={frame.y((now.pocket.deep[1] + now.outer.deep[1]) / 2) + 4}
            textAnchor="middle"
          >
            {bodies[0].name}
          </text>
          <text
            className="label"
            x={frame.x((now.inner[0]!.box.up[0] + now.inner[0]!.box.up[1]) / 2)}
            y={frame.y((now.inner[0]!.box.deep[0] + now.inner[0]!.box.deep[1]) / 2)}
            textAnchor="middle"
          >
            {bodies[1].name}
          </text>
        </svg>
      )}
      <p
        className={worst?.verdict === 'hit' ? `${style.flag} ${style.hit}` : style.flag}
        data-verdict={worst?.verdict}
        aria-hidden="true"
      >
        {words}
      </p>
      <div className={style.slider}>
        <Slider
          ariaLabelForHandle="Pulled out by"
          min={0}
          max={out}
          step={0.5}
          value={left}
          tooltip={{ formatter: (v) => `${v} mm` }}
          onChange={setLeft}
        />
      </div>
    </div>
  );
}
