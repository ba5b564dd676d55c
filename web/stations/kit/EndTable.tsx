/** What a part gives and takes electrically, as the chains see it, and which sockets must be reached from outside. */
import { Checkbox } from 'antd';
import { USB_NAMES } from '@deft/core/chains';
import { portsOf, portsOn, sockets } from '@deft/core/kit';
import type { Item, Part, Port } from '@deft/core/model';
import { useBuild } from '../../state/build';

function voltWords(volts: Port['volts']): string {
  if (!volts) return '';
  const [least, most] = volts;
  return least === most ? `${least} V` : `${least} to ${most} V`;
}

function pullDownWords(pullDowns: Port['pullDowns']): string {
  if (pullDowns === undefined) return '';
  return pullDowns ? 'with its 5.1 kΩ pull-downs' : 'no pull-downs';
}

const said = (p: Port): string =>
  [
    voltWords(p.volts),
    p.amps === undefined ? '' : `${p.amps.toFixed(2)} A`,
    p.speed ? `USB ${USB_NAMES[p.speed]}` : '',
    p.count && p.count > 1 ? `${p.count} of them` : '',
    pullDownWords(p.pullDowns),
    p.switching ? 'switch contacts' : '',
  ]
    .filter(Boolean)
    .join(', ');

export function EndTable({ part, item }: { part: Part; item: Item }) {
  const { edit } = useBuild('edit');
  const all = portsOf(part);
  const left = new Map(portsOn(part, item).map((p) => [p.id, p]));
  const reach = (id: string, outside: boolean) =>
    edit((p) => ({
      ...p,
      kit: {
        ...p.kit,
        items: p.kit.items.map((i) =>
          i.id === item.id ? { ...i, reach: { ...i.reach, [id]: outside } } : i,
        ),
      },
    }));
  const mouths = sockets(part, item);
  return (
    <>
      {mouths.length > 0 && (
        <div className="row" style={{ gap: 18 }}>
          <b style={{ fontWeight: 600 }}>Reached from outside</b>
          {mouths.map(({ connector: c, outside }) => (
            <Checkbox key={c.id} checked={outside} onChange={(e) => reach(c.id, e.target.checked)}>
              {c.name}
            </Checkbox>
          ))}
        </div>
      )}
      {all.length > 0 ? (
        <table className="plain" aria-label="Ends">
          <thead>
            <tr>
              <th>End</th>
              <th>Gives or takes</th>
              <th>Made as</th>
              <th>Figures</th>
            </tr>
          </thead>
          <tbody>
            {all.map((p) => {
              const now = left.get(p.id);
              return (
                <tr key={p.id} style={now ? {} : { opacity: 0.6 }}>
                  <td>{p.name}</td>
                  <td>
                    {p.role} {p.carries}
                  </td>
                  <td>
                    {now ? now.form : 'gone with its block'}
                    {now && now.form !== p.form ? ' (socket off)' : ''}
                  </td>
                  <td className="note">{said(p)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ) : (
        <p className="note">It gives and takes nothing.</p>
      )}
      <p className="note">
        {part.ports ? 'As written with the part.' : 'Usual for a part of its kind; check yours.'}
      </p>
    </>
  );
}
