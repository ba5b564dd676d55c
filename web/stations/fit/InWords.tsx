/** The whole layout as text, for reading aloud and for checking against the bench. */
import type { Scene } from '@deft/core/fit';
import { formatMm } from '@deft/core/model';

export function InWords({ scene }: { scene: Scene }) {
  return (
    <section
      className="profile"
      style={{ overflow: 'auto', padding: '10px 20px' }}
      aria-label="Layout in words"
    >
      <table className="plain">
        <thead>
          <tr>
            <th>Part</th>
            <th>Half</th>
            <th>From left</th>
            <th>From bottom</th>
            <th>Depth taken</th>
            <th>Turned</th>
            <th>Top looks</th>
          </tr>
        </thead>
        <tbody>
          {[...scene.items.values()].map((at) => {
            const s = at.blocks.map((b) => b.solid);
            const low = (k: 'x0' | 'y0' | 'z0') => Math.min(...s.map((q) => q[k]));
            const high = (k: 'x1' | 'y1' | 'z1') => Math.max(...s.map((q) => q[k]));
            return (
              <tr key={at.item.id}>
                <td>{at.item.name}</td>
                <td>{at.piece}</td>
                <td>
                  {formatMm(low('x0'), 1)} to {formatMm(high('x1'), 1)} mm
                </td>
                <td>
                  {formatMm(low('y0'), 1)} to {formatMm(high('y1'), 1)} mm
                </td>
                <td>
                  {formatMm(low('z0'), 1)} to {formatMm(high('z1'), 1)} mm of the parting line
                </td>
                <td>{formatMm(at.placement.turn, 0)}°</td>
                <td>{at.placement.up === 'in' ? 'inward' : 'outward'}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {!scene.items.size && <p className="note">No part lies in the shell.</p>}
    </section>
  );
}
