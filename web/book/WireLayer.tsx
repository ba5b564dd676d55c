/** Wires over the open book: what stays in one half as it is laid, what crosses over the spine as it lies when open. */
import type { Bundle, LaidLead, Wiring } from '@deft/core/wiring';
import { onScreen, type Page, pageOf, type Spread } from './spread';

const INK: Readonly<Record<string, string>> = {
  red: '#d8432f',
  black: '#10201f',
  yellow: '#e2b93b',
  green: '#3f9a5f',
  blue: '#3a78c2',
  violet: '#8a5fb5',
  white: '#fbf8f0',
  orange: '#e5893a',
  grey: '#8f989a',
  brown: '#7a5636',
  pink: '#d98aa6',
  turquoise: '#3fa9a3',
};
export const wireInk = (colour: string): string => INK[colour] ?? '#e9d9b6';

export function WireLayer({
  wiring,
  spread: s,
  chosen,
  onChoose,
}: {
  wiring: Wiring;
  spread: Spread;
  chosen: string | undefined;
  onChoose: (bundle: string) => void;
}) {
  const runs = (b: Bundle): Array<Array<[number, number]>> => {
    const [pa, pb] = b.pieces.map((q) => pageOf(s, q)) as [Page | undefined, Page | undefined];
    if (!pa || !pb) return [];
    if (!b.open) return b.closed ? [b.closed.map(([x, y]) => onScreen(s, pa, x, y))] : [];
    return [
      [
        onScreen(s, pa, b.a[0], b.a[1]),
        onScreen(s, pa, ...b.open.at),
        onScreen(s, pb, ...b.open.at),
        onScreen(s, pb, b.b[0], b.b[1]),
      ],
    ];
  };
  const lead = (l: LaidLead): Array<Array<[number, number]>> => {
    const [pa, pb] = l.pieces.map((q) => pageOf(s, q)) as [Page | undefined, Page | undefined];
    const [a, b] = [l.points[0]!, l.points[l.points.length - 1]!];
    if (!pa || !pb) return [];
    return [
      l.open
        ? [
            onScreen(s, pa, a[0], a[1]),
            onScreen(s, pa, ...l.open.at),
            onScreen(s, pb, ...l.open.at),
            onScreen(s, pb, b[0], b[1]),
          ]
        : l.points.map(([x, y]) => onScreen(s, pa, x, y)),
    ];
  };
  return (
    <g aria-hidden="true">
      {wiring.leads.map((l) =>
        lead(l).map((run, i) => {
          const d = run
            .map(([x, y], k) => `${k ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`)
            .join('');
          return (
            <g key={`${l.id}${i}`}>
              <path d={d} fill="none" stroke="#22393b" strokeWidth={9} strokeLinejoin="round" />
              <path d={d} fill="none" stroke="#e9d9b6" strokeWidth={7} strokeLinejoin="round" />
              <path d={d} fill="none" stroke="#b9a67a" strokeWidth={1} strokeDasharray="3 2" />
              <title>{`${l.name}: ${l.working}`}</title>
            </g>
          );
        }),
      )}
      {wiring.packs.flatMap((q) =>
        s.pages.slice(0, 2).map((page) => {
          const [ax, ay] = onScreen(s, page, q.x, q.y);
          const [bx, by] = onScreen(s, page, q.x + q.w, q.y + q.h);
          return q.hangs !== (page.piece.role === 'back') ? (
            <g key={`${q.x} ${q.y} ${page.piece.id}`}>
              <rect
                x={Math.min(ax, bx)}
                y={Math.min(ay, by)}
                width={Math.abs(bx - ax)}
                height={Math.abs(by - ay)}
                rx={3}
                fill="#e9d9b6"
                stroke="#22393b"
                strokeDasharray="4 2"
              >
                <title>{q.working}</title>
              </rect>
              <text
                x={(ax + bx) / 2}
                y={(ay + by) / 2 + 4}
                textAnchor="middle"
                fontSize={11}
                fill="#22393b"
              >
                folded
              </text>
            </g>
          ) : null;
        }),
      )}
      {wiring.bundles.map((b) =>
        runs(b).map((run, i) => {
          const on = chosen === b.id;
          const w = Math.max(1.6, Math.min(8, b.across * s.scale));
          const d = run
            .map(([x, y], k) => `${k ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`)
            .join('');
          const inks = [...new Set(b.nets.map((n) => wireInk(n.colour)))].slice(0, 4);
          return (
            <g
              key={`${b.id}${i}`}
              onClick={() => onChoose(b.id)}
              style={{ cursor: 'pointer' }}
              opacity={chosen && !on ? 0.45 : 1}
            >
              <path
                d={d}
                fill="none"
                stroke={on ? '#f0d27e' : '#22393b'}
                strokeWidth={w + (on ? 4 : 2)}
                strokeLinejoin="round"
                strokeLinecap="round"
              />
              {inks.map((ink, k) => (
                <path
                  key={ink}
                  d={d}
                  fill="none"
                  stroke={ink}
                  strokeWidth={w}
                  strokeLinejoin="round"
                  strokeDasharray={inks.length > 1 ? `7 ${7 * (inks.length - 1)}` : undefined}
                  strokeDashoffset={-7 * k}
                />
              ))}
              {[run[0]!, run[run.length - 1]!].map(([x, y], k) => (
                <circle key={k} cx={x} cy={y} r={on ? 4 : 2.8} fill="#f8f3e4" stroke="#22393b" />
              ))}
              <title>{`${b.name}: ${b.nets.length} ${b.nets.length === 1 ? 'wire' : 'wires'}`}</title>
            </g>
          );
        }),
      )}
    </g>
  );
}
