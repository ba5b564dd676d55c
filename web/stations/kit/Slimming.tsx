/** What comes off a board block by block: saved height, tool, difficulty and what is lost with it. */
import { Checkbox } from 'antd';
import { removals } from '@deft/core/kit';
import type { Part } from '@deft/core/model';

export function Slimming({
  part,
  struck,
  onStrike,
  onLight,
}: {
  part: Part;
  struck: readonly string[];
  onStrike: (block: string, off: boolean) => void;
  onLight: (b: string | undefined) => void;
}) {
  const rows = part.blocks.filter((b) => b.removable);
  if (!rows.length) return <p className="note">Nothing comes off this one.</p>;
  const saves = new Map(removals(part, struck).map((r) => [r.block.id, r]));
  return (
    <table className="plain">
      <thead>
        <tr>
          <th>Off</th>
          <th>Block</th>
          <th>Saves</th>
          <th>With</th>
          <th>Lost</th>
          <th>Mind</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((b) => {
          const r = saves.get(b.id);
          const off = struck.includes(b.id);
          let says: string;
          if (off) says = 'off';
          else if (r && r.saves > 0.05) says = `${r.saves.toFixed(1)} mm`;
          else says = 'nothing yet';
          return (
            <tr
              key={b.id}
              onMouseEnter={() => onLight(b.id)}
              onMouseLeave={() => onLight(undefined)}
            >
              <td>
                <Checkbox
                  aria-label={`Take off ${b.name}`}
                  checked={off}
                  onChange={(e) => onStrike(b.id, e.target.checked)}
                />
              </td>
              <td>{b.name}</td>
              <td className="nowrap">{says}</td>
              <td>
                {b.removable!.tool}, {b.removable!.difficulty}/5
              </td>
              <td>{b.removable!.lost}</td>
              <td className="note">{b.removable!.risk}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
