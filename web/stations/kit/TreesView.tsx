/** 5 V and USB as trees: at each branch what it carries, what it may, and what arrives. */
import { dataTree, type DataNode, kitOf, load, USB_NAMES } from '@deft/core/chains';
import { powerTree } from '@deft/core/power';
import { SupplyTree } from '../../ui/SupplyTree';
import { useBuild } from '../../state/build';

export function TreesView() {
  const { judged } = useBuild('judged');
  const p = judged;
  const power = powerTree(p);
  const data = dataTree(kitOf(p));
  return (
    <div className="sheet" role="region" aria-label="5 V and data">
      <header>
        <h1>5 V under the peak</h1>
        <p className="note">
          Heavy loads branch at the converter, not through the computer.{' '}
          {power?.working.map((w) => (
            <span key={w}>{w}. </span>
          ))}
        </p>
      </header>
      {power ? (
        <SupplyTree root={power.root} />
      ) : (
        <p>No 5 V rail yet: add a cell and a converter, a charge board, or a bank.</p>
      )}
      <header style={{ marginTop: 14 }}>
        <h1>USB</h1>
        <p className="note">
          Host at the root; a port runs at the slowest generation between it and the computer.
        </p>
      </header>
      {data.root && (data.root.children.length > 0 || data.free > 0) ? (
        <>
          <ul className="tree">
            <DataBranch node={data.root} />
          </ul>
          <p className="note">
            {data.free} {data.free === 1 ? 'port is' : 'ports are'} free.
          </p>
        </>
      ) : (
        <p>{data.root ? 'No device here wants USB, and no port is left.' : 'No computer yet.'}</p>
      )}
      {data.breaks.map((b) => (
        <p key={b.id} className="bad">
          {b.title}: {b.what}
        </p>
      ))}
    </div>
  );
}

function DataBranch({ node: n }: { node: DataNode }) {
  const sum = load(n);
  const over = n.limitA !== undefined && sum > n.limitA + 1e-9;
  return (
    <li>
      <div className="branch">
        <span>
          <b>{n.name}</b>{' '}
          <span className="note">
            {n.role}
            {n.role === 'host' ? '' : `, USB ${USB_NAMES[n.speed]}`}
          </span>
        </span>
        <span />
        <span className={over ? 'bad' : ''}>
          {n.role === 'host'
            ? ''
            : `${sum.toFixed(2)} A${n.limitA === undefined ? '' : ` of ${n.limitA.toFixed(2)}`}`}
        </span>
        <span />
      </div>
      {n.children.length > 0 && (
        <ul>
          {n.children.map((c, i) => (
            <DataBranch key={i} node={c} />
          ))}
        </ul>
      )}
    </li>
  );
}
