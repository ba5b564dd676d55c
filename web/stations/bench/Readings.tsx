/** Everything that was read, newest first: with what, and whether it counts. */
import { Button } from 'antd';
import { meterWords, readingWords, takenBack, trialTitle } from '@deft/core/bench';
import type { MeterReading, Project } from '@deft/core/model';
import { useBuild } from '../../state/build';
import style from './bench.module.css';

export function Readings() {
  const { doc, edit } = useBuild('doc', 'edit');
  const all = [...(doc.kit.readings ?? [])].reverse();
  if (!all.length) return null;
  return (
    <section className="card" aria-label="Readings">
      <h2>Readings</h2>
      <ul className={style.readings}>
        {all.map((r) => (
          <Reading
            key={r.id}
            of={r}
            doc={doc}
            onCount={(counts) => edit((p) => takenBack(p, r.id, !counts))}
          />
        ))}
      </ul>
    </section>
  );
}

function Reading({
  of: r,
  doc,
  onCount,
}: {
  of: MeterReading;
  doc: Project;
  onCount: (counts: boolean) => void;
}) {
  const item = doc.kit.items.find((i) => i.id === r.item);
  const isOther = item?.part !== r.part;
  const name = r.of === 'whole' ? 'The whole build' : (item?.name ?? r.item);
  const title = trialTitle({ of: r.of, name, ...('state' in r ? { state: r.state } : {}) });
  return (
    <li className={r.isTakenBack || isOther ? style.gone : ''}>
      <div>
        {title}
        <span className="note">
          {readingWords(r)}, {meterWords(r)}
          {r.isStandIn && ', stand-in'}
          {r.note === undefined ? '' : `, ${r.note}`}
          {isOther ? '; of a part that is not in the kit any more' : ''}
        </span>
      </div>
      <Button
        size="small"
        type="text"
        aria-label={`${r.isTakenBack ? 'Count again' : 'Take back'}: ${title}`}
        onClick={() => onCount(r.isTakenBack === true)}
      >
        {r.isTakenBack ? 'Count again' : 'Take back'}
      </Button>
    </li>
  );
}
