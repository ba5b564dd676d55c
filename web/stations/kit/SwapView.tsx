/** An item against everything that could stand in its place, on the whole build at once. */
import { Button } from 'antd';
import { GOAL_NAMES, type Outcome, STANDING_RANK } from '@deft/core/brief';
import { type Item, mm1 } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { WEDGE } from '../../ui/Scorecard';
import { Wedge } from '../../ui/Wedge';
import { useSwaps } from '../../engine/useBrief';

const worth = (o: Outcome): number =>
  100 * (o.hits + o.breaks) +
  10 * o.scores.filter((s) => s.standing === 'missed').length +
  3 * o.scores.filter((s) => s.standing === 'at risk').length;

export function SwapView({ item }: { item: Item }) {
  const { apply } = useBuild('apply');
  const swaps = useSwaps(item.id);
  const now = swaps?.now;
  const rows = [...(swaps?.rows ?? [])].sort(
    (a, b) => worth(a.outcome) - worth(b.outcome) || a.outcome.cost - b.outcome.cost,
  );
  const delta = (
    v: number | undefined,
    was: number | undefined,
    digits: number,
    better: 1 | -1,
  ) => {
    if (v === undefined) return <span className="note">none</span>;
    const d = was === undefined ? 0 : v - was;
    const shown = Math.abs(d) >= 0.5 / 10 ** digits;
    return (
      <>
        {v.toFixed(digits).replace('-', '−')}{' '}
        {shown && (
          <span className={d * better > 0 ? 'good' : 'bad'}>
            {d > 0 ? '+' : '−'}
            {Math.abs(d).toFixed(digits)}
          </span>
        )}
      </>
    );
  };
  const goals = (o: Outcome) => (
    <span className="row" style={{ gap: 3, flexWrap: 'nowrap' }}>
      {o.scores.map((s) => {
        const was = now?.scores.find((x) => x.goal === s.goal);
        return (
          <span
            key={s.goal}
            title={`${GOAL_NAMES[s.goal]}: ${s.standing}`}
            className={
              was && STANDING_RANK[s.standing] !== STANDING_RANK[was.standing] ? 'changed' : ''
            }
          >
            <Wedge verdict={WEDGE[s.standing]} />
            <span className="sr">
              {GOAL_NAMES[s.goal]} {s.standing}
            </span>
          </span>
        );
      })}
    </span>
  );
  const left = swaps ? swaps.of - swaps.rows.length : 1;
  return (
    <div className="sheet" role="region" aria-label="Swap">
      <header>
        <h1>{item.name}, or what else?</h1>
        <p className="note">
          Each one stood in its place in this build: fit, hours, chains, cost and every goal
          computed again.{' '}
          {left > 0 ? (
            <span role="status">
              {swaps ? `${swaps.rows.length} of ${swaps.of} done ...` : 'Computing ...'}
            </span>
          ) : (
            `${rows.length} alternatives.`
          )}
        </p>
      </header>
      {swaps && swaps.of === 0 && (
        <p>The library holds nothing else of this kind. Import one, or measure your own.</p>
      )}
      {now && swaps.of > 0 && (
        <div className="wide" role="group" aria-label="Table of alternatives" tabIndex={0}>
          <table className="plain" aria-label="Alternatives">
            <thead>
              <tr>
                <th>Part</th>
                <th>Hours</th>
                <th>Hits</th>
                <th>Thinnest margin, mm</th>
                <th>Breaks</th>
                <th>Cost</th>
                <th>Mass, g</th>
                <th>Goals</th>
                <th />
              </tr>
            </thead>
            <tbody>
              <tr className="sel">
                <td>
                  <b>{item.name}</b> <span className="note">now</span>
                </td>
                <td>{now.hours?.toFixed(1) ?? 'none'}</td>
                <td>{now.hits}</td>
                <td>
                  {now.leastMm === undefined ? '' : (now.leastMm < 0 ? '−' : '') + mm1(now.leastMm)}
                </td>
                <td>{now.breaks}</td>
                <td>{now.cost.toFixed(2)}</td>
                <td>{now.massG}</td>
                <td>{goals(now)}</td>
                <td />
              </tr>
              {rows.map(({ part, outcome: o }) => (
                <tr key={part.id}>
                  <td>{part.name}</td>
                  <td>{delta(o.hours, now.hours, 1, 1)}</td>
                  <td>{delta(o.hits, now.hits, 0, -1)}</td>
                  <td>{delta(o.leastMm, now.leastMm, 1, 1)}</td>
                  <td>{delta(o.breaks, now.breaks, 0, -1)}</td>
                  <td>{delta(o.cost, now.cost, 2, -1)}</td>
                  <td>{delta(o.massG, now.massG, 0, -1)}</td>
                  <td>{goals(o)}</td>
                  <td>
                    <Button
                      size="small"
                      aria-label={`Take ${part.name}`}
                      onClick={() => apply([{ do: 'swap', item: item.id, part }])}
                    >
                      Take
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
