/** Bench: every part proved before anything is cut, and what was read correcting what is believed. */
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { z } from 'zod';
import { hoursNow, trialsOf } from '@deft/core/bench';
import { narrowsMost } from '@deft/core/power';
import { useBuild } from '../../state/build';
import { Findings } from '../../ui/Findings';
import { HoursWords } from './HoursWords';
import { Readings } from './Readings';
import { TrialCard } from './TrialCard';
import { TrialList } from './TrialList';
import style from './bench.module.css';

const TrialId = z.string().max(200).catch('');

export default function BenchStation() {
  const { judged, check } = useBuild('judged', 'check');
  const [address, go] = useSearchParams();
  /** What was put in last, with the hours before it. */
  const [last, put] = useState<string>();
  const trials = trialsOf(judged);
  const asked = TrialId.parse(address.get('trial') ?? '');
  const here = trials.find((t) => t.id === asked) ?? trials.find((t) => !t.readings.length);
  const open = (id: string): void => {
    go({ trial: id }, { replace: true });
  };
  const next = check.power.band && narrowsMost(check.power.band);
  const hours = hoursNow(judged);
  const done = trials.filter((t) => t.readings.length).length;
  return (
    <>
      <div className="centre sheet">
        <header>
          <h1>{done ? `${done} of ${trials.length} read` : 'Prove it before you cut'}</h1>
          <p className="note">
            {trials.length ? (
              <>
                A part that fails here costs nothing yet.{' '}
                {hours && (
                  <>
                    Now <HoursWords hours={hours} /> on one charge.{' '}
                  </>
                )}
                {next && (
                  <>
                    Read next <b>{next.cause.name}</b>, {next.how}: ± {next.hours.toFixed(2)} h.
                  </>
                )}
              </>
            ) : (
              <>
                Nothing to prove yet. <Link to="../kit">Add a board, a cell and a converter</Link>;
                each is then read here, alone, before anything is cut.
              </>
            )}
          </p>
        </header>
        {here && (
          <div className={style.bench}>
            <TrialList trials={trials} here={here.id} next={next?.cause} onOpen={open} />
            <TrialCard
              key={here.id}
              trial={here}
              last={last}
              onPut={put}
              after={trials[trials.indexOf(here) + 1]}
              onOpen={open}
            />
          </div>
        )}
      </div>
      <aside className="side" aria-label="Bench findings">
        <Findings
          station="bench"
          title="What the bench says"
          empty={done ? 'Nothing read so far speaks against a part.' : 'Nothing was read yet.'}
        />
        <Readings />
      </aside>
    </>
  );
}
