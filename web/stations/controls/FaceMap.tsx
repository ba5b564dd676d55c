/** The face with its inputs, and each one's straight wire to its pin on the board behind. */
import { type PointerEvent, useRef, useState } from 'react';
import { type Input, isHost } from '@deft/core/model';
import { pointsOf } from '@deft/core/geometry';
import {
  type ButtonMap,
  headerPlaces,
  inputPlace,
  movedKey,
  nearestKey,
  spotOf,
} from '@deft/core/controls';
import type { Scene } from '@deft/core/fit';
import { outerRing, span } from '@deft/core/shell';
import { Ticks } from '../../book/Mat';
import { PointedMark } from '../../book/PointedMark';
import { stepOf, wayOf } from '../../keys/nudge';
import { keysHere } from '../../keys/useKeys';
import { pointAt } from '../../state/pointed';
import style from './FaceMap.module.css';

/** How a key stands in a press test. */
export type Lit = 'asked' | 'right' | 'wrong' | 'waiting';
const LIT_WORDS: Readonly<Record<Lit, string>> = {
  asked: 'asked for now',
  right: 'answered as planned',
  wrong: 'answered wrongly',
  waiting: 'not pressed yet',
};

/** A drag shorter than this is a click, px. */
const CLICK_PX = 3;
export function FaceMap({
  scene,
  map,
  width,
  height,
  chosen,
  onChoose,
  lit,
  onMove,
}: {
  scene: Scene;
  map: ButtonMap;
  width: number;
  height: number;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  /** In a press test the keys are lit, and wires are not drawn. */
  lit?: ReadonlyMap<string, Lit>;
  /** A key was dragged, or nudged by arrows. */
  onMove?: (input: Input) => void;
}) {
  const [drag, setDrag] = useState<{ id: string; dx: number; dy: number }>();
  const from = useRef<{ x: number; y: number }>(undefined);
  /** The click that ends a drag chooses nothing. */
  const wasDragged = useRef(false);
  const shell = scene.shell;
  if (!shell) return null;
  const w = span(shell.body, 'x').mm;
  const h = span(shell.body, 'y').mm;
  const s = Math.min((width - 70) / w, (height - 60) / h);
  const at = (x: number, y: number): [number, number] => [
    (width - w * s) / 2 + x * s,
    (height - h * s) / 2 + 8 + (h - y) * s,
  ];
  const path = (pts: ReadonlyArray<readonly [number, number]>) =>
    `${pts
      .map(
        ([x, y], i) =>
          `${i ? 'L' : 'M'}${at(x, y)
            .map((v) => v.toFixed(2))
            .join(' ')}`,
      )
      .join('')}Z`;
  /** On the drawing a key in a wall goes along it, and never up or down. */
  const moved = (input: Input, dx: number, dy: number): Input => {
    const spot = spotOf(scene, input);
    return spot?.is === 'wall'
      ? movedKey(scene, input, dx * spot.wall.ux + dy * spot.wall.uy, 0)
      : movedKey(scene, input, dx, dy);
  };
  const inputs = map.inputs
    .map((m) => {
      if (drag?.id !== m.input.id) return m;
      const input = moved(m.input, drag.dx, drag.dy);
      const place = inputPlace(scene, input);
      return place ? { ...m, input, place } : m;
    })
    .filter((m) => m.place?.body === shell.body.id);
  const all = inputs.map((m) => m.input);
  const dragged = all.find((i) => i.id === drag?.id);
  const near = dragged && nearestKey(scene, dragged, all);
  /** What a key needs so that it can be moved on the face. */
  const movable = (input: Input) => {
    if (!onMove || lit) return {};
    return {
      onPointerDown: (e: PointerEvent<SVGGElement>) => {
        if (e.button !== 0) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, y: e.clientY };
      },
      onPointerMove: (e: PointerEvent<SVGGElement>) => {
        if (!from.current) return;
        const [dx, dy] = [e.clientX - from.current.x, e.clientY - from.current.y];
        if (!drag && Math.hypot(dx, dy) < CLICK_PX) return;
        setDrag({ id: input.id, dx: dx / s, dy: -dy / s });
      },
      onPointerUp: () => {
        from.current = undefined;
        setDrag(undefined);
        wasDragged.current = dragged !== undefined;
        if (dragged) onMove(dragged);
      },
      onPointerCancel: () => {
        from.current = undefined;
        setDrag(undefined);
      },
    };
  };
  const keysOn = (input: Input) =>
    keysHere({
      nudge: (e) => {
        const [dx, dy] = wayOf(e);
        const step = stepOf(e);
        onMove?.(moved(input, dx * step, dy * step));
      },
    });
  const pins = headerPlaces(scene);
  const fronts = new Set(shell.body.pieces.filter((p) => shell.sign(p.id) > 0).map((p) => p.id));
  const isInFront = (input: Input): boolean => {
    const spot = spotOf(scene, input);
    return spot?.is === 'face' && fronts.has(spot.piece);
  };
  const board = [...scene.items.values()].find((i) => isHost(i.part));
  return (
    <svg
      width={width}
      height={height}
      role="group"
      aria-label="Inputs on the face and their pins"
      onPointerMove={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const [x0, y0] = at(0, 0);
        pointAt({
          body: shell.body.id,
          x: (e.clientX - box.left - x0) / s,
          y: (y0 - (e.clientY - box.top)) / s,
        });
      }}
    >
      <Ticks w={width} h={height} scale={s} />
      <text className="cap" x={width / 2} y={20} textAnchor="middle">
        {near
          ? `${near.mm.toFixed(1)} mm to ${near.input.name}, middle to middle`
          : 'THE FACE, seen from the front'}
      </text>
      <path
        className="shell-in"
        d={path(pointsOf(outerRing(shell.body)))}
        style={{ stroke: '#8d8570', strokeWidth: 1.5 }}
      />
      {board?.blocks.slice(0, 1).map((b) => (
        <path
          key={b.solid.id}
          d={path([
            [b.solid.x0, b.solid.y0],
            [b.solid.x1, b.solid.y0],
            [b.solid.x1, b.solid.y1],
            [b.solid.x0, b.solid.y1],
          ])}
          fill="var(--stock)"
          fillOpacity="0.5"
          stroke="#9d947d"
          strokeDasharray="4 3"
        />
      ))}
      {shell.openings.face
        .filter((o) => fronts.has(o.piece))
        .map((o) => (
          <path
            key={`${o.id}${o.copy}`}
            className="hole"
            d={path(o.points)}
            style={{
              fill: o.use === 'window' ? '#1d2b2a' : '#e6decb',
              fillOpacity: o.use === 'window' ? 0.16 : 1,
            }}
          />
        ))}
      {[...pins].map(([gpio, p]) => {
        let fill: string;
        if (map.lines.taken.some((t) => t.gpio === gpio)) fill = '#8a7a4c';
        else if (map.inputs.some((m) => m.gpio === gpio)) fill = '#0c7b70';
        else fill = '#fff';
        return (
          <circle
            key={gpio}
            cx={at(p.x, p.y)[0]}
            cy={at(p.x, p.y)[1]}
            r="2.4"
            fill={fill}
            stroke="#5d4d2c"
            strokeWidth="0.8"
          >
            <title>{`GPIO${gpio}`}</title>
          </circle>
        );
      })}
      {!lit &&
        inputs.map((m) => {
          const pin = m.gpio === undefined ? undefined : pins.get(m.gpio);
          if (!m.place || !pin) return null;
          const [a, b] = [at(m.place.x, m.place.y), at(pin.x, pin.y)];
          return (
            <line
              key={m.input.id}
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              stroke="#1d2b2a"
              strokeOpacity={chosen === undefined || chosen === m.input.id ? 0.75 : 0.18}
              strokeWidth={chosen === m.input.id ? 2.2 : 1.1}
            />
          );
        })}
      {inputs.map((m, i) => {
        if (!m.place) return null;
        const [x, y] = at(m.place.x, m.place.y);
        const clash = map.findings.some((f) => f.about.includes(m.input.id));
        const light = lit?.get(m.input.id);
        let ink: string;
        if (chosen === m.input.id || light === 'asked') ink = '#0c7b70';
        else if (clash || light === 'wrong') ink = '#c23f21';
        else ink = '#1d2b2a';
        let says = m.pin ? `, pin ${m.pin}` : ', no pin';
        if (light) says = `: ${LIT_WORDS[light]}`;
        return (
          <g
            key={m.input.id}
            role="button"
            tabIndex={0}
            aria-label={`${m.input.name}${says}`}
            style={{ cursor: onMove && !lit ? 'grab' : 'pointer', touchAction: 'none' }}
            {...movable(m.input)}
            onClick={() => {
              if (!wasDragged.current) onChoose(m.input.id);
              wasDragged.current = false;
            }}
            onKeyDown={(e) => {
              if (e.key === 'Enter') onChoose(m.input.id);
              else keysOn(m.input)(e);
            }}
          >
            {light === 'asked' && <circle className={style.halo} cx={x} cy={y} r="15" />}
            <circle
              cx={x}
              cy={y}
              r="10"
              fill={fillOf(light, clash)}
              stroke={ink}
              strokeWidth={chosen === m.input.id ? 2.6 : 1.4}
              strokeDasharray={isInFront(m.input) ? undefined : '3 2'}
            />
            <text
              x={x}
              y={y + 4}
              textAnchor="middle"
              fontSize="11"
              fontWeight="700"
              fill={light === 'asked' ? '#fff' : '#1d2b2a'}
            >
              {light === 'right' ? '✓' : i + 1}
            </text>
          </g>
        );
      })}
      <PointedMark body={shell.body.id} to={at} />
      {!lit && inputs.some((m) => !isInFront(m.input)) && (
        <text className="cap" x={width / 2} y={height - 6} textAnchor="middle">
          dashed: a key in a wall or in the back
        </text>
      )}
    </svg>
  );
}

function fillOf(light: Lit | undefined, clash: boolean): string {
  if (light === 'asked') return '#0c7b70';
  if (light === 'right') return '#cfe6df';
  if (light === 'wrong' || (clash && !light)) return '#f0b7a4';
  return '#fff';
}
