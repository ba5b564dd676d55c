/** The ways to capture a shell, side by side. */
import { Link, useSearchParams } from 'react-router';
import { z } from 'zod';
import { useBuild } from '../../state/build';
import { BodyTabs } from '../../ui/BodyTabs';

const VIEWS = [
  { id: 'readings', name: 'Readings' },
  { id: 'round', name: 'Measuring round' },
  { id: 'file', name: 'From a 3D file' },
  { id: 'picture', name: 'From a picture' },
  { id: 'donor', name: 'Donor' },
  { id: 'bodies', name: 'Bodies and joints' },
] as const;
export type View = (typeof VIEWS)[number]['id'];
const ViewId = z.enum(VIEWS.map((v) => v.id) as [View, ...View[]]).catch('readings');

export function useView(): View {
  const [params] = useSearchParams();
  return ViewId.parse(params.get('view') ?? 'readings');
}

export function ViewTabs() {
  const { check } = useBuild('check');
  const here = useView();
  const bad = (kind: string) =>
    check.findings.filter((f) => f.station === 'shell' && f.check === kind && f.verdict !== 'clear')
      .length;
  const count: Partial<Record<View, number>> = {
    donor: bad('kept'),
    bodies: bad('hinge') + bad('seat'),
    readings: bad('screw'),
  };
  return (
    <nav className="views" aria-label="Ways to capture the shell">
      {VIEWS.map((v) => (
        <Link
          key={v.id}
          to={`?view=${v.id}`}
          replace
          className={v.id === here ? 'here' : ''}
          aria-current={v.id === here ? 'page' : undefined}
        >
          {v.name}
          {count[v.id] ? (
            <>
              {' '}
              <span className="count">{count[v.id]}</span>
            </>
          ) : null}
        </Link>
      ))}
      <BodyTabs />
    </nav>
  );
}
