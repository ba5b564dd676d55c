/** The solved supply as a tree: what each branch carries, what it may, and what arrives. */
import type { PowerNode } from '@deft/core/power';

export function SupplyTree({ root }: { root: PowerNode }) {
  return (
    <ul className="tree">
      <Branch node={root} most={largest(root)} />
    </ul>
  );
}

const largest = (n: PowerNode): number =>
  Math.max(n.amps, n.limitA ?? 0, ...n.children.map(largest));

function Branch({ node: n, most }: { node: PowerNode; most: number }) {
  const isOver = n.limitA !== undefined && n.amps > n.limitA + 1e-9;
  return (
    <li>
      <div className="branch">
        <span>
          <b>{n.name}</b> <span className="note">{n.note}</span>
        </span>
        <span className="meter" aria-hidden="true">
          <i
            style={{
              width: `${(100 * n.amps) / most}%`,
              background: isOver ? 'var(--hit)' : 'var(--teal)',
            }}
          />
          {n.limitA !== undefined && (
            <u style={{ left: `${Math.min(100, (100 * n.limitA) / most)}%` }} />
          )}
        </span>
        <span className={isOver ? 'bad' : ''}>
          {n.amps.toFixed(2)} A{n.limitA === undefined ? '' : ` of ${n.limitA.toFixed(2)}`}
        </span>
        <span className="note">
          {n.volts.toFixed(2)} V{n.dropV >= 0.0005 ? ` (−${(1000 * n.dropV).toFixed(0)} mV)` : ''}
        </span>
      </div>
      {n.children.length > 0 && (
        <ul>
          {n.children.map((c) => (
            <Branch key={c.item ?? c.name} node={c} most={most} />
          ))}
        </ul>
      )}
    </li>
  );
}
