/** The captures as they were read, each of which can be taken back. */
import { Button } from 'antd';
import { useBuild } from '../../../state/build';
import type { BusNow } from './useBus';
import style from './serial.module.css';

export function Captures({ now }: { now: BusNow }) {
  const { doc } = useBuild('doc');
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const { captures } = now.bus;
  return (
    <details>
      <summary>
        {captures.length} {captures.length === 1 ? 'capture' : 'captures'}
      </summary>
      <ol className={style.captures}>
        {captures.map((c, n) => (
          <li key={`${n} ${c.word}`}>
            <span>{c.held === undefined ? 'nothing held' : `${nameOf(c.held)} held`}: </span>
            <span className={style.word}>{c.word}</span>
            <span className="note">
              {' '}
              told {c.frames} times
              {c.doubtful.length
                ? `, bits ${c.doubtful.map((b) => b + 1).join(', ')} unsteady`
                : ''}
            </span>{' '}
            <Button
              size="small"
              type="text"
              aria-label={`Take back capture ${n + 1}`}
              onClick={() => now.takeBack(n)}
            >
              Take back
            </Button>
          </li>
        ))}
      </ol>
    </details>
  );
}
