/** The book closed: the front as a player sees it, with what shows through and what reaches the walls. */
import { pointsOf } from '@deft/core/geometry';
import { activeArea, type Scene } from '@deft/core/fit';
import { outerRing, span } from '@deft/core/shell';
import { Ticks } from '../../book/Mat';

export function ClosedView({
  scene,
  width,
  height,
}: {
  scene: Scene;
  width: number;
  height: number;
}) {
  const shell = scene.shell;
  if (!shell) return null;
  const w = span(shell.body, 'x').mm;
  const h = span(shell.body, 'y').mm;
  const s = Math.min((width - 120) / w, (height - 70) / h);
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
  const fronts = new Set(shell.body.pieces.filter((p) => shell.sign(p.id) > 0).map((p) => p.id));
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`The closed handheld from the front, ${w} by ${h} mm`}
    >
      <Ticks w={width} h={height} scale={s} />
      <text className="cap" x={width / 2} y={22} textAnchor="middle">
        CLOSED, seen from the front
      </text>
      <path
        className="shell-in"
        d={path(pointsOf(outerRing(shell.body)))}
        style={{ stroke: '#8d8570', strokeWidth: 2 }}
      />
      {[...scene.items.values()].map((p) =>
        p.blocks
          .slice(0, 1)
          .map((b) => (
            <rect
              key={b.solid.id}
              x={at(b.solid.x0, 0)[0]}
              y={at(0, b.solid.y1)[1]}
              width={(b.solid.x1 - b.solid.x0) * s}
              height={(b.solid.y1 - b.solid.y0) * s}
              fill="none"
              stroke="#9d947d"
              strokeDasharray="3 3"
              strokeOpacity="0.55"
            />
          )),
      )}
      {shell.openings.face
        .filter((o) => fronts.has(o.piece))
        .map((o) => (
          <path
            key={`${o.id}${o.copy}`}
            d={path(o.points)}
            fill={o.use === 'window' ? '#1d2b2a' : '#d8cfb9'}
            stroke="#6d6651"
          >
            <title>{o.name}</title>
          </path>
        ))}
      {[...scene.items.values()].map((p) => {
        const a = activeArea(scene, p);
        return a?.facesOut ? (
          <path
            key={p.item.id}
            d={path([
              [a.x0, a.y0],
              [a.x1, a.y0],
              [a.x1, a.y1],
              [a.x0, a.y1],
            ])}
            fill="#7fb8ae"
            fillOpacity="0.85"
            stroke="#0c7b70"
          >
            <title>{`picture of ${p.item.name}`}</title>
          </path>
        ) : null;
      })}
      {[...scene.items.values()].flatMap((p) =>
        p.mouths
          .filter((m) => m.outside && m.wall)
          .map((m) => {
            const [x, y] = at(m.x + m.dx * (m.recess ?? 0), m.y + m.dy * (m.recess ?? 0));
            let dy: 4 | 20 | -10;
            if (m.dy < 0) dy = 20;
            else if (m.dy > 0) dy = -10;
            else dy = 4;
            let anchor: 'start' | 'end' | 'middle';
            if (m.dx < 0) anchor = 'end';
            else if (m.dx > 0) anchor = 'start';
            else anchor = 'middle';
            return (
              <g key={`${p.item.id}${m.id}`}>
                <circle cx={x} cy={y} r="5" fill="#e9d9b6" stroke="#5d4d2c" />
                <text className="hint" x={x} y={y + dy} textAnchor={anchor}>
                  {m.name}
                </text>
              </g>
            );
          }),
      )}
    </svg>
  );
}
