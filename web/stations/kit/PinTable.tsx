/** Pins and pads with their place, number and function. */
import { formatMm, type Part } from '@deft/core/model';

export function PinTable({ part }: { part: Part }) {
  if (!part.pads.length) return <p className="note">No pads are named on this part.</p>;
  return (
    <table className="plain pinrow">
      <thead>
        <tr>
          <th>No.</th>
          <th>Function</th>
          <th>Also</th>
          <th>x, y</th>
          <th>Side</th>
        </tr>
      </thead>
      <tbody>
        {part.pads.map((p) => (
          <tr key={p.id}>
            <td>{p.id}</td>
            <td>{p.name}</td>
            <td>{p.also?.join(', ')}</td>
            <td>
              {formatMm(p.x, 1)}, {formatMm(p.y, 1)}
            </td>
            <td>{p.side}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
