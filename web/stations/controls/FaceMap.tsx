/** The face with its inputs, and each one's straight wire to its pin on the board behind. */
import { isHost } from '@deft/core/model';
import { pointsOf } from '@deft/core/geometry';
import { type ButtonMap, headerPlaces } from '@deft/core/controls';
import type { Scene } from '@deft/core/fit';
import { outerRing, span } from '@deft/core/shell';
import { Ticks } from '../../book/Mat';

export function FaceMap({
  scene,
  map,
  width,
  height,
  chosen,
  onChoose,
}: {
  scene: Scene;
  map: ButtonMap;
  width: number;
  height: number;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
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
  const pins = headerPlaces(scene);
  const fronts = new Set(shell.body.pieces.filter((p) => shell.sign(p.id) > 0).map((p) => p.id));
  const board = [...scene.items.values()].find((i) => isHost(i.part));
  return (
    <svg width={width} height={height} role="group" aria-label="Inputs on the face and their pins">
      <Ticks w={width} h={height} scale={s} />
      <text className="cap" x={width / 2} y={20} textAnchor="middle">
        THE FACE, seen from the front
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
      {map.inputs.map((m) => {
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
      {map.inputs.map((m, i) => {
        if (!m.place) return null;
        const [x, y] = at(m.place.x, m.place.y);
        const clash = map.findings.some((f) => f.about.includes(m.input.id));
        let ink: string;
        if (chosen === m.input.id) ink = '#0c7b70';
        else if (clash) ink = '#c23f21';
        else ink = '#1d2b2a';
        return (
          <g
            key={m.input.id}
            role="button"
            tabIndex={0}
            aria-label={`${m.input.name}${m.pin ? `, pin ${m.pin}` : ', no pin'}`}
            style={{ cursor: 'pointer' }}
            onClick={() => onChoose(m.input.id)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') onChoose(m.input.id);
            }}
          >
            <circle
              cx={x}
              cy={y}
              r="10"
              fill={clash ? '#f0b7a4' : '#fff'}
              stroke={ink}
              strokeWidth={chosen === m.input.id ? 2.6 : 1.4}
            />
            <text x={x} y={y + 4} textAnchor="middle" fontSize="11" fontWeight="700" fill="#1d2b2a">
              {i + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
