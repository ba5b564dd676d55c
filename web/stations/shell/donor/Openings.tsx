/** What becomes of every opening that is there. */
import { Input, Select } from 'antd';
import { type Opening, REUSES } from '@deft/core/model';
import type { DonorOfBuild, Reuse } from './useDonor';
import style from './Donor.module.css';

const BECOMES: ReadonlyArray<{ value: Reuse | 'open'; label: string }> = [
  { value: 'open', label: 'not decided' },
  ...REUSES.map((value) => ({ value, label: value })),
];

export function Openings({
  of,
  chosen,
  onChoose,
}: {
  of: DonorOfBuild;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const { ledger, decide, serve } = of;
  if (!ledger.length) {
    return (
      <p className="note">
        No opening is measured yet. Add them in the measuring round: windows, keys, ports, slots,
        wheels, switches and lamps.
      </p>
    );
  }
  return (
    <table className="plain" aria-label="Openings ledger">
      <thead>
        <tr>
          <th>Opening</th>
          <th>Half</th>
          <th>Becomes</th>
          <th>Serves from now on</th>
        </tr>
      </thead>
      <tbody>
        {ledger.map(({ opening: o, piece }) => (
          <tr key={o.id} className={chosen === o.id ? 'sel' : ''} onClick={() => onChoose(o.id)}>
            <td>
              {o.name} <span className="note">{o.use}</span>
            </td>
            <td>{piece}</td>
            <td>
              <Select<Reuse | 'open'>
                size="small"
                aria-label={`What becomes of ${o.name}`}
                className={style.becomes}
                value={o.reuse?.as ?? 'open'}
                onChange={(v) => decide(o.id, v === 'open' ? undefined : v)}
                options={[...BECOMES]}
              />
            </td>
            <td>
              <Serves opening={o} onServe={(now) => serve(o.id, now)} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What is left alone or closed serves nothing. */
function Serves({ opening: o, onServe }: { opening: Opening; onServe: (now: string) => void }) {
  const { reuse } = o;
  if (!reuse || reuse.as === 'left' || reuse.as === 'blanked') return null;
  return (
    <Input
      size="small"
      aria-label={`${o.name} serves`}
      className={style.serves}
      maxLength={120}
      value={reuse.now ?? ''}
      placeholder={reuse.as === 'kept' ? 'as before' : 'for example USB-C'}
      onChange={(e) => onServe(e.target.value)}
    />
  );
}
