/** The trials in the order of work, each with what was read for it. */
import { readingWords, type Trial, trialTitle } from '@deft/core/bench';
import type { Narrowing } from '@deft/core/power';
import style from './bench.module.css';

export function TrialList({
  trials,
  here,
  next,
  onOpen,
}: {
  trials: readonly Trial[];
  here: string;
  /** What narrows the hours most. */
  next: Narrowing['cause'] | undefined;
  onOpen: (id: string) => void;
}) {
  return (
    <ol className={style.trials} aria-label="Trials">
      {trials.map((t) => {
        const read = t.readings.at(-1);
        const isNext =
          !read &&
          t.of === next?.reads &&
          t.item === next.item &&
          t.state !== 'peak' &&
          t.state !== 'menu';
        return (
          <li key={t.id}>
            <button
              type="button"
              className={t.id === here ? style.here : ''}
              aria-current={t.id === here ? 'step' : undefined}
              onClick={() => onOpen(t.id)}
            >
              <span className={markOf(t)} aria-hidden="true">
                {read && (t.isBad ? '!' : '✓')}
              </span>
              <span className={style.name}>
                {trialTitle(t)}
                <span className="note">
                  {read && readingWords(read)}
                  {isNext && 'narrows the hours most'}
                </span>
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

function markOf({ readings, isBad }: Trial): string | undefined {
  if (!readings.length) return style.unread;
  return isBad ? style.bad : style.read;
}
