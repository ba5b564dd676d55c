/** The views of the kit, kept in the address. */
import { Link, useSearchParams } from 'react-router';
import { z } from 'zod';
import { useBuild } from '../../state/build';

const VIEWS = [
  { id: 'bench', name: 'Bench' },
  { id: 'chains', name: 'Chains' },
  { id: 'trees', name: '5 V and data' },
  { id: 'swap', name: 'Swap' },
  { id: 'risks', name: 'Untried' },
  { id: 'bill', name: 'Bill' },
] as const;
export type View = (typeof VIEWS)[number]['id'];
const ViewId = z.enum(VIEWS.map((v) => v.id) as [View, ...View[]]).catch('bench');

export const useView = (): View => ViewId.parse(useSearchParams()[0].get('view') ?? 'bench');

export function ViewTabs() {
  const { check } = useBuild('check');
  const here = useView();
  const breaks = check.findings.filter((f) => f.check === 'chain').length;
  return (
    <nav className="views" aria-label="Views of the kit">
      {VIEWS.map((v) => (
        <Link
          key={v.id}
          to={`?view=${v.id}`}
          replace
          className={v.id === here ? 'here' : ''}
          aria-current={v.id === here ? 'page' : undefined}
        >
          {v.name}
          {v.id === 'chains' && breaks > 0 ? (
            <>
              {' '}
              <span className="count">{breaks}</span>
            </>
          ) : null}
        </Link>
      ))}
    </nav>
  );
}
