/** One build of the list, and what can be done with it without opening it. */
import { lazy, Suspense } from 'react';
import { Button } from 'antd';
import { Link } from 'react-router';
import type { ListedBuild } from '../../state/api';
import { useSeen } from '../../ui/useSeen';
import style from './Home.module.css';

const Glimpse = lazy(() => import('./Glimpse'));
const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

export function BuildRow({
  build: b,
  onDuplicate,
  onDelete,
}: {
  build: ListedBuild;
  onDuplicate: () => void;
  onDelete: () => void;
}) {
  const [ref, seen] = useSeen<HTMLElement>();
  return (
    <article ref={ref} className={style.row} aria-label={b.name}>
      <div className={style.title}>
        <Link className={style.open} to={`/b/${b.key}/fit`}>
          {b.name}
        </Link>
        <p className="note">
          {b.way} · changed {when.format(new Date(b.savedAt))}
        </p>
      </div>
      <div className={style.glimpse}>
        {seen && (
          <Suspense fallback={<span className={style.blank} />}>
            <Glimpse build={b.key} version={b.version} name={b.name} />
          </Suspense>
        )}
      </div>
      <div className={style.actions}>
        <Button size="small" onClick={onDuplicate} aria-label={`Duplicate ${b.name}`}>
          Duplicate
        </Button>
        <Button size="small" href={`/api/builds/${b.key}/export`} aria-label={`Export ${b.name}`}>
          Export
        </Button>
        <Button size="small" onClick={onDelete} aria-label={`Delete ${b.name}`}>
          Delete
        </Button>
      </div>
    </article>
  );
}
