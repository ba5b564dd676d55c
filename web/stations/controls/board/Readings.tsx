/** What was read, last first; what cannot all be right stands on top. */
import { Button } from 'antd';
import type { Tracing } from '@deft/core/model';
import { contradictions, readingWords, type Traced } from '@deft/core/trace';
import { useBuild } from '../../../state/build';
import style from './board.module.css';

export function Readings({
  tracing,
  found,
  onTakeBack,
}: {
  tracing: Tracing;
  found: Traced;
  onTakeBack: (n: number) => void;
}) {
  const { doc } = useBuild('doc');
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const against = contradictions(tracing, found);
  const odd = new Set(against.flatMap((c) => c.readings));
  const all = tracing.readings.map((r, n) => ({ r, n })).reverse();
  return (
    <details className={style.readings} open={against.some((c) => c.isOpen)}>
      <summary>
        {tracing.readings.length} {tracing.readings.length === 1 ? 'reading' : 'readings'}
        {against.length > 0 &&
          `, ${against.length} ${against.length === 1 ? 'contradiction' : 'contradictions'}${against.some((c) => c.isOpen) ? '' : ', outvoted'}`}
      </summary>
      <ol reversed>
        {all.map(({ r, n }) => (
          <li key={n} className={odd.has(n) ? style.odd : ''}>
            {readingWords(r, nameOf)}{' '}
            <Button
              size="small"
              type="text"
              aria-label={`Take reading ${n + 1} back`}
              onClick={() => onTakeBack(n)}
            >
              Take back
            </Button>
          </li>
        ))}
      </ol>
    </details>
  );
}
