/** The build against its goals: in the header everywhere, whole in Brief. */
import { Button, Popover } from 'antd';
import { Link } from 'react-router';
import type { Score, Standing } from '@deft/core/brief';
import type { Verdict } from '@deft/core/model';
import { useBuild, useSettled } from '../state/build';
import { useMend } from '../engine/useBrief';
import { Wedge } from './Wedge';

export const WEDGE: Readonly<Record<Standing, Verdict>> = {
  met: 'clear',
  'at risk': 'tight',
  missed: 'hit',
  open: 'tight',
};

/** One short button: how many goals are met, and the list under it. */
export function Goals() {
  const { scores } = useBuild('scores');
  const settled = useSettled();
  if (!scores.length) return null;
  if (!settled) {
    return (
      <Button size="small" disabled>
        Goals ...
      </Button>
    );
  }
  const met = scores.filter((s) => s.standing === 'met').length;
  const worst = scores[0]!;
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      content={
        <div style={{ width: 340, maxHeight: 460, overflow: 'auto' }}>
          <ul className="scores">
            {scores.map((s) => (
              <li key={s.goal}>
                <Wedge verdict={WEDGE[s.standing]} />
                <span className="grow">
                  <b style={{ fontWeight: 600 }}>{s.name}</b>{' '}
                  <span className="note">{s.target}</span>
                  <br />
                  {s.figure}
                </span>
                <span className="note">{s.standing}</span>
              </li>
            ))}
          </ul>
          <p style={{ marginTop: 8 }}>
            <Link to="brief">Goals and what would meet them</Link>
          </p>
        </div>
      }
    >
      <Button size="small" aria-label={`Goals: ${met} of ${scores.length} met`}>
        <Wedge verdict={WEDGE[worst.standing]} /> Goals {met}/{scores.length}
      </Button>
    </Popover>
  );
}

function costWords(cost: number): string {
  if (cost > 0) return `${cost.toFixed(2)} more`;
  return cost < 0 ? `${(-cost).toFixed(2)} less` : 'no cost';
}

export function ScoreCard({
  score: s,
  open,
  onOpen,
}: {
  score: Score;
  open: boolean;
  onOpen: () => void;
}) {
  const { apply } = useBuild('apply');
  const mend = useMend(open && s.standing !== 'met' ? s.goal : undefined);
  let mendLine: React.ReactNode;
  if (mend === undefined) {
    mendLine = (
      <p className="note" role="status">
        Looking for the cheapest change ...
      </p>
    );
  } else if (mend === null) {
    mendLine = (
      <p className="note">
        No single change in the library meets it without missing something else.
      </p>
    );
  } else {
    mendLine = (
      <Button
        size="small"
        type="primary"
        style={{ marginTop: 6, height: 'auto', whiteSpace: 'normal', textAlign: 'left' }}
        onClick={() => apply(mend.changes)}
      >
        {mend.text}: {mend.figure}, {costWords(mend.cost)}
      </Button>
    );
  }
  return (
    <article className="score" aria-label={`${s.name}: ${s.standing}`}>
      <button
        type="button"
        className="plain row"
        style={{ flexWrap: 'nowrap', alignItems: 'flex-start', width: '100%' }}
        onClick={onOpen}
        aria-expanded={open}
      >
        <span style={{ paddingTop: 3 }}>
          <Wedge verdict={WEDGE[s.standing]} />
        </span>
        <span className="grow">
          <b style={{ fontWeight: 600 }}>{s.name}</b> <span className="note">{s.target}</span>
          <br />
          <span style={{ fontSize: 15 }}>{s.figure}</span>
          <br />
          <span className="note">
            {s.standing === 'open' ? 'Open until this is chosen: ' : 'Decided by '}
            {s.decides}
          </span>
        </span>
        <span className={`standing ${s.standing === 'missed' ? 'bad' : 'note'}`}>{s.standing}</span>
      </button>
      {open && (
        <div style={{ paddingLeft: 24 }}>
          {s.why.map((w) => (
            <p key={w} className="note">
              {w}
            </p>
          ))}
          {s.standing !== 'met' && s.standing !== 'open' && mendLine}
        </div>
      )}
    </article>
  );
}
