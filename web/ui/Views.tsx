/** Views of one station, kept in the address. */
import { Link } from 'react-router';

export function Views<Id extends string>({
  label,
  views,
  here,
  counts = {},
}: {
  label: string;
  views: ReadonlyArray<{ id: Id; name: string }>;
  here: Id;
  /** What waits in a view; none is not shown. */
  counts?: Partial<Readonly<Record<Id, number>>>;
}) {
  return (
    <nav className="views" aria-label={label}>
      {views.map(({ id, name }) => (
        <Link
          key={id}
          to={`?view=${id}`}
          replace
          className={id === here ? 'here' : ''}
          aria-current={id === here ? 'page' : undefined}
        >
          {name}
          {(counts[id] ?? 0) > 0 && (
            <>
              {' '}
              <span className="count">{counts[id]}</span>
            </>
          )}
        </Link>
      ))}
    </nav>
  );
}
