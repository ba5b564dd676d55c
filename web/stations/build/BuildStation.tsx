/** Build: the ordered list of what to do, computed from the document, with ticks that are kept. */
import { useMemo } from 'react';
import { Checkbox, Progress } from 'antd';
import { buildSteps, type Feed, lastBefore, PHASES, type Step } from '@deft/core/build';
import { tickKey } from '@deft/core/model';
import { Worded } from '../../words/Worded';
import { useBuild, useScene } from '../../state/build';

export default function BuildStation() {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const scene = useScene();
  const steps = useMemo(() => buildSteps(doc, scene), [doc, scene]);
  const done = new Set(steps.filter((s) => s.done).map((s) => s.id));
  const next = steps.find((s) => !s.done && s.after.every((a) => done.has(a)));
  const waits = useMemo(() => lastBefore(steps), [steps]);
  const name = new Map(steps.map((s) => [s.id, s.title]));
  const tick = (step: Step, on: boolean) =>
    edit((p) => {
      const others = p.build.done.filter((d) => tickKey(d) !== step.id);
      return { ...p, build: { done: on ? [...others, step.tick] : others } };
    });
  const cautions = [
    ...new Set(steps.filter((s) => !s.done).flatMap((s) => (s.caution ? [s.caution] : []))),
  ];
  const hits = check.hits;
  return (
    <>
      <div className="centre sheet">
        <header>
          <h1>What to do, in order</h1>
          <p className="note">
            Computed from this build: every step comes after all it waits for. {steps.length} steps.
          </p>
        </header>
        {PHASES.map((phase) => {
          const list = steps.filter((s) => s.phase === phase);
          return (
            list.length > 0 && (
              <section key={phase}>
                <h2 style={{ margin: '4px 0' }}>{phase}</h2>
                <div className="steps">
                  {list.map((s) => (
                    <Row
                      key={s.id}
                      s={s}
                      next={s.id === next?.id}
                      waits={waits
                        .get(s.id)!
                        .filter((a) => !done.has(a))
                        .map((a) => name.get(a)!)}
                      onTick={(on) => tick(s, on)}
                    />
                  ))}
                </div>
              </section>
            )
          );
        })}
      </div>
      <aside className="side" aria-label="Progress">
        <h2>Progress</h2>
        <Progress
          percent={Math.round((100 * done.size) / Math.max(1, steps.length))}
          showInfo={false}
          strokeColor="var(--teal)"
          railColor="var(--line)"
          aria-label="Steps done"
        />
        <p>
          {done.size} of {steps.length} done.
        </p>
        {next && (
          <section className="card">
            <p className="note">Next</p>
            <h3>{next.title}</h3>
            <p className="note">{next.detail}</p>
            {next.caution && (
              <p className="caution" style={{ marginTop: 6 }}>
                {next.caution}
              </p>
            )}
          </section>
        )}
        {hits > 0 && (
          <p className="bad">
            {hits} {hits === 1 ? 'hit is' : 'hits are'} still open: clear{' '}
            {hits === 1 ? 'it' : 'them'} before cutting.
          </p>
        )}
        <section>
          <h2 style={{ marginBottom: 6 }}>Mind</h2>
          {cautions.map((c) => (
            <p key={c} className="caution" style={{ marginBottom: 8 }}>
              {c}
            </p>
          ))}
        </section>
      </aside>
    </>
  );
}

/** What feeds the build is seen at a glance: nothing, a supply on the bench, or a cell that bites. */
const FEED_CLASS: Readonly<Record<Feed, string>> = {
  'no power': 'note',
  'bench supply': 'supply',
  'wall supply': 'supply',
  cell: 'live',
};

function Row({
  s,
  next,
  waits,
  onTick,
}: {
  s: Step;
  next: boolean;
  waits: readonly string[];
  onTick: (on: boolean) => void;
}) {
  return (
    <div className={`step ${s.done ? 'done' : ''} ${next ? 'next' : ''}`}>
      <Checkbox checked={s.done} aria-label={s.title} onChange={(e) => onTick(e.target.checked)} />
      <div>
        <span className="what">{s.title}</span>
        <p className="note">{next ? <Worded text={s.detail} /> : s.detail}</p>
        {s.gate && (
          <p className="gate">
            {s.gate.point}, {s.gate.state}: <b>{s.gate.expects}</b>
          </p>
        )}
        {!s.done && waits.length > 0 && (
          <p className="note">
            Waits for: {waits.slice(0, 3).join('; ')}
            {waits.length > 3 ? ` and ${waits.length - 3} more` : ''}.
          </p>
        )}
      </div>
      <span className={`feed nowrap ${FEED_CLASS[s.feed ?? 'no power']}`}>{s.feed ?? ''}</span>
    </div>
  );
}
