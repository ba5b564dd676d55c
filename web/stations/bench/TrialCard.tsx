/** One trial: what is connected, what is to be expected, the reading, what it says and what comes next. */
import { useState } from 'react';
import { Button, Segmented } from 'antd';
import {
  effectOf,
  expectedWords,
  type Hours,
  judgedWords,
  readingFor,
  type Trial,
  trialSteps,
  trialTitle,
  withReading,
  withUncertainty,
} from '@deft/core/bench';
import { useBuild } from '../../state/build';
import type { Put } from './fields';
import { HoursWords } from './HoursWords';
import { Instruments } from './Instruments';
import { LogFile } from './LogFile';
import { TypeIn } from './TypeIn';
import style from './bench.module.css';
import { Working } from '../../ui/Working';

const WAYS = [
  { value: 'typed', label: 'Read off a meter' },
  { value: 'bench', label: 'Instruments that talk' },
  { value: 'log', label: 'A log file' },
] as const;
type Way = (typeof WAYS)[number]['value'];

export function TrialCard({
  trial,
  last,
  onPut,
  after,
  onOpen,
}: {
  trial: Trial;
  last: string | undefined;
  onPut: (id: string) => void;
  after: Trial | undefined;
  onOpen: (id: string) => void;
}) {
  const { doc, edit } = useBuild('doc', 'edit');
  const [way, setWay] = useState<Way>('typed');
  const [said, say] = useState<{ isExpected: boolean; sentence: string }>();
  const hasLog = trial.of === 'draw' || trial.of === 'whole' || trial.of === 'capacity';
  /** @returns one sentence when it cannot have been read so */
  const put: Put = (body, by) => {
    const made = readingFor(doc, trial, body, { ...by, at: new Date().toISOString() });
    if (!made.ok) return made.sentence;
    say(judgedWords(trial, made.reading));
    onPut(made.reading.id);
    edit((p) => withReading(p, made.reading));
    return undefined;
  };
  return (
    <section className={`card ${style.trial}`} aria-label="Trial">
      <h2>{trialTitle(trial)}</h2>
      <ol className={style.steps}>
        {trialSteps(trial).map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {trial.expects && (
        <div className={style.expects}>
          <p>
            Expect <b>{expectedWords(trial.expects)}</b>
            <span className="note"> by all that is known so far</span>
          </p>
          <Working lines={trial.expects.working} />
        </div>
      )}
      <Segmented
        size="small"
        aria-label="How it is read"
        options={WAYS.filter((w) => w.value !== 'log' || hasLog)}
        value={way}
        onChange={setWay}
      />
      {way === 'typed' && <TypeIn trial={trial} onPut={put} />}
      {way === 'bench' && <Instruments trial={trial} onPut={put} />}
      {way === 'log' && <LogFile trial={trial} onPut={put} />}
      {said && (
        <div role="status" className={style.said}>
          <p className={said.isExpected ? '' : style.other}>{said.sentence}</p>
          <Effect reading={last} />
          {after && (
            <Button size="small" type="primary" onClick={() => onOpen(after.id)}>
              Next: {trialTitle(after)}
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

/** Hours before a reading and with it. */
function Effect({ reading }: { reading: string | undefined }) {
  const { judged } = useBuild('judged');
  const stands = judged.kit.readings?.some((r) => r.id === reading && !r.isTakenBack);
  const effect = reading !== undefined && stands ? effectOf(judged, reading) : undefined;
  if (!effect) return null;
  const { before, after } = effect;
  const words = ({ hours, within }: Hours): string => withUncertainty(hours, within);
  if (words(before) === words(after)) return <p className="note">The hours stay as they were.</p>;
  return (
    <p>
      <HoursWords hours={before} /> → <HoursWords hours={after} />
    </p>
  );
}
