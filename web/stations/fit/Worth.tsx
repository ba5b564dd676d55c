/** Which reading, taken again with a better tool, would raise the build's chance most. */
import { percent } from '@deft/core/model';
import { useImprovements } from '../../engine/useWays';

export function Worth() {
  const list = useImprovements();
  if (!list.length) return null;
  return (
    <section aria-label="Worth measuring again">
      <h3 style={{ marginBottom: 4 }}>Worth measuring again</h3>
      {list.map((i) => (
        <p key={i.key} className="note">
          {i.how === 'jig' ? `Locate with a jig: ${i.label}` : `With callipers: ${i.label}`}:{' '}
          <b style={{ fontWeight: 600, color: 'var(--ink)' }}>
            {percent(i.from)} → {percent(i.to)}
          </b>
        </p>
      ))}
    </section>
  );
}
