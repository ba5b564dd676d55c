/** One bar a way of reading the keys, from the press to the light; what each stage takes stands below. */
import { scaleLinear } from 'd3-scale';
import { type LightLag, pressToLight } from '@deft/core/lag';
import { ROUTES } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { ROUTE_WORDS } from '../routeWords';
import { FilmRow } from './FilmRow';
import { ms, WIDTH } from './figures';
import style from './lag.module.css';

/** One colour a stage, in every bar. */
const FILLS: Readonly<Record<LightLag['parts'][number]['stage'], string>> = {
  contact: '#0c7b70',
  wait: '#4da399',
  scan: '#6f6236',
  poll: '#b8a878',
  link: '#d9cba0',
  ask: '#3f5470',
  draw: '#7d90aa',
  send: '#a1635a',
  panel: '#d09f98',
};

/** One bar a route, typical; a thin line goes on to the worst. */
export function Stages() {
  const { doc } = useBuild('doc');
  const rows = ROUTES.map((route) => ({ route, lag: pressToLight(doc, route) }));
  const here = rows.find((r) => r.route === doc.controls.route)!;
  const [l, bar, gap] = [150, 16, 8];
  const x = scaleLinear()
    .domain([0, Math.max(...rows.map((r) => r.lag.worst))])
    .range([l, WIDTH - 60]);
  const height = rows.length * (bar + gap) + 24;
  return (
    <section>
      <h2>From the press to the light</h2>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={`Lag by way: ${rows.map((r) => `${ROUTE_WORDS[r.route]} ${ms(r.lag.typical)} ms`).join(', ')}`}
      >
        {rows.map(({ route, lag }, row) => {
          const y = row * (bar + gap) + 2;
          let from = 0;
          return (
            <g key={route}>
              <text
                x={l - 8}
                y={y + bar - 3}
                textAnchor="end"
                fontSize="13"
                fontWeight={route === here.route ? 700 : 400}
                fill="var(--ink)"
              >
                {ROUTE_WORDS[route]}
              </text>
              <line
                x1={x(lag.typical)}
                x2={x(lag.worst)}
                y1={y + bar / 2}
                y2={y + bar / 2}
                stroke="var(--soft)"
                strokeWidth="1.5"
              />
              {lag.parts.map((q) => {
                const at = from;
                from += q.typical;
                return (
                  <rect
                    key={q.words}
                    x={x(at)}
                    y={y}
                    width={Math.max(0, x(from) - x(at))}
                    height={bar}
                    fill={FILLS[q.stage]}
                    opacity={route === here.route ? 1 : 0.55}
                  >
                    <title>{`${q.words}: ${ms(q.typical)} ms, up to ${ms(q.worst)}`}</title>
                  </rect>
                );
              })}
              <text x={x(lag.worst) + 5} y={y + bar - 3} fontSize="12" fill="var(--soft)">
                {ms(lag.worst)}
              </text>
            </g>
          );
        })}
        {x.ticks(8).map((t) => (
          <text
            key={t}
            x={x(t)}
            y={height - 6}
            textAnchor="middle"
            fontSize="12"
            fill="var(--soft)"
          >
            {t}
          </text>
        ))}
        <text x={WIDTH - 8} y={height - 6} textAnchor="end" fontSize="12" fill="var(--soft)">
          ms
        </text>
      </svg>
      <ul className={style.parts}>
        {here.lag.parts.map((q) => (
          <li key={q.words}>
            <span className={style.swatch} style={{ background: FILLS[q.stage] }} />
            {q.words} {ms(q.typical)} (up to {ms(q.worst)}) ms
          </li>
        ))}
      </ul>
      <p className="note">
        {ROUTE_WORDS[here.route]}: {ms(here.lag.typical)} ms typical, {ms(here.lag.worst)} at worst.
        Typical figures: a film of thumb and screen tells your own.
      </p>
      <FilmRow typical={here.lag.typical} />
    </section>
  );
}
