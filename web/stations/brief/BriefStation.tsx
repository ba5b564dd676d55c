/** Brief: what the build must do, how much each goal matters, and how it stands against all of them. */
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { contradictions } from '@deft/core/brief';
import { useBuild } from '../../state/build';
import { ScoreCard } from '../../ui/Scorecard';
import { Wedge } from '../../ui/Wedge';
import { Families } from './Families';
import { GoalRows } from './GoalRows';
import { WayRow } from './WayRow';

export default function BriefStation() {
  const { doc, scores, library } = useBuild('doc', 'scores', 'library');
  const [open, setOpen] = useState<string>();
  const against = useMemo(() => contradictions(doc, library), [doc, library]);
  const met = scores.filter((s) => s.standing === 'met').length;
  return (
    <>
      <div className="centre sheet" style={{ gap: 22 }}>
        <header>
          <h1>What it must do</h1>
          <p className="note">
            Five or six goals are plenty. Each one is judged on every station from now on, with the
            figure that decides it.
          </p>
        </header>
        <WayRow />
        {against.length > 0 && (
          <section
            aria-label="Goals against each other"
            style={{ display: 'flex', flexDirection: 'column', gap: 10 }}
          >
            {against.map((c) => (
              <article key={c.id} className="against">
                <h3 className="row">
                  <Wedge verdict="hit" size={16} />
                  {c.title}
                </h3>
                {c.why.filter(Boolean).map((w) => (
                  <p key={w} className="note">
                    {w}
                  </p>
                ))}
              </article>
            ))}
          </section>
        )}
        <Families />
        <GoalRows />
      </div>
      <aside className="side" aria-label="Scorecard">
        <h2>
          Scorecard{' '}
          <span className="note">{scores.length ? `${met} of ${scores.length} met` : ''}</span>
        </h2>
        {!scores.length && (
          <p className="note">No goals yet. Start with what it is to play and for how long.</p>
        )}
        {scores.map((s) => (
          <ScoreCard
            key={s.goal}
            score={s}
            open={open === s.goal}
            onOpen={() => setOpen(open === s.goal ? undefined : s.goal)}
          />
        ))}
        {scores.some((s) => s.standing === 'open') && (
          <p className="note">
            Open goals wait for parts: choose them in <Link to="../kit">Kit</Link>.
          </p>
        )}
      </aside>
    </>
  );
}
