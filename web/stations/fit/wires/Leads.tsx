/** Every lead: as long as it is, as it lies, and what becomes of what is left over. */
import { Button } from 'antd';
import { refOf } from '@deft/core/model';
import type { Wiring } from '@deft/core/wiring';
import { useBuild } from '../../../state/build';
import { Folds } from '../Folds';

type Lead = Wiring['leads'][number];

export function Leads({ leads }: { leads: readonly Lead[] }) {
  const { check } = useBuild('check');
  const leftOver = (l: Lead): string =>
    check.findings.find((f) => f.code === 'lead' && refOf(f, 'lead')?.id === l.id)?.title ?? '';
  return (
    <table className="plain wires">
      <thead>
        <tr>
          <th>Lead</th>
          <th>As it lies, mm</th>
          <th>Long, mm</th>
          <th>What is left over</th>
          <th>Opening</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        {leads.map((l) => (
          <tr key={l.id} title={l.working}>
            <td>{l.name}</td>
            <td>{l.needMm.toFixed(0)}</td>
            <td>{l.longMm ?? 'not said'}</td>
            <td>
              {leftOver(l)} <Folds item={l.id} name={l.name} wide={90} />
            </td>
            <td>{openingWords(l)}</td>
            <td>
              <Around item={l.id} name={l.name} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function openingWords({ crosses, opens }: Lead): string {
  if (!crosses) return 'stays in its half';
  return opens ? 'long enough to stay in' : 'unplug first';
}

/** A lead either of whose ends fits either socket may be turned around. */
function Around({ item, name }: { item: string; name: string }) {
  const { doc, apply } = useBuild('doc', 'apply');
  const it = doc.kit.items.find((i) => i.id === item);
  const lead = it && doc.kit.parts.find((q) => q.id === it.part)?.lead;
  return lead?.leaves && lead.ends[0] === lead.ends[1] ? (
    <Button
      size="small"
      aria-label={`Turn ${name} around`}
      onClick={() => apply([{ do: 'around', item, on: !it!.around }])}
    >
      Turn around
    </Button>
  ) : null;
}
