/** The bill: what is there, what is still to buy, and what it all comes to against the goal. */
import { Button, InputNumber, Select } from 'antd';
import { billOf } from '@deft/core/kit';
import { billTable } from '@deft/core/formats';
import { type Item, type Stock, STOCK } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { download } from '../../ui/download';
import { Wedge } from '../../ui/Wedge';

export function BillView() {
  const { doc, edit } = useBuild('doc', 'edit');
  const bill = billOf(doc);
  const over = bill.ceiling && bill.ceiling.over > 0;
  const set = (id: string, change: (i: Item) => Item, merge?: string) =>
    edit(
      (p) => ({
        ...p,
        kit: { ...p.kit, items: p.kit.items.map((i) => (i.id === id ? change(i) : i)) },
      }),
      merge,
    );
  return (
    <div className="sheet" aria-label="Bill of materials" role="region">
      <div className="row">
        <h1 className="grow">What it costs</h1>
        <Button
          size="small"
          onClick={() => download(`${doc.id}-bill.csv`, billTable(doc), 'text/csv')}
        >
          CSV
        </Button>
        <Button size="small" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <div className="row" style={{ gap: 24, alignItems: 'baseline' }}>
        <span style={{ fontSize: 26, fontWeight: 650 }}>{bill.total.toFixed(2)}</span>
        {bill.ceiling && (
          <span className="row">
            {<Wedge verdict={over ? 'hit' : 'clear'} />}
            {over
              ? `${bill.ceiling.over.toFixed(2)} over the ${bill.ceiling.limit} you set`
              : `${(-bill.ceiling.over).toFixed(2)} under the ${bill.ceiling.limit} you set`}
          </span>
        )}
        <label className="row">
          <span className="note">Cost goal</span>
          <InputNumber
            size="small"
            aria-label="Cost goal"
            min={1}
            max={100000}
            value={doc.brief.costCeiling ?? null}
            onChange={(v) =>
              edit((p) => {
                const brief = { ...p.brief };
                if (v) brief.costCeiling = v;
                else delete brief.costCeiling;
                return { ...p, brief };
              }, 'cost goal')
            }
          />
        </label>
        <span>
          <b style={{ fontWeight: 600 }}>{bill.massG} g</b>{' '}
          <span className="note">without the shell and wires</span>
        </span>
      </div>
      {bill.working.map((w) => (
        <p key={w} className="note">
          {w}.
        </p>
      ))}
      {!doc.kit.items.length && (
        <p>Nothing in the kit yet. Add parts from the library at the right.</p>
      )}
      {doc.kit.items.length > 0 && (
        <table className="plain" aria-label="Bill">
          <thead>
            <tr>
              <th>Part</th>
              <th>Where it stands</th>
              <th>Typical price</th>
              <th>Paid</th>
              <th>Mass</th>
            </tr>
          </thead>
          <tbody>
            {doc.donor?.price !== undefined && (
              <tr>
                <td>Donor</td>
                <td>have</td>
                <td />
                <td>{doc.donor.price.toFixed(2)}</td>
                <td />
              </tr>
            )}
            {doc.kit.items.map((i) => {
              const part = doc.kit.parts.find((p) => p.id === i.part)!;
              return (
                <tr key={i.id}>
                  <td>{i.name}</td>
                  <td>
                    <Select
                      size="small"
                      aria-label={`Where ${i.name} stands`}
                      style={{ width: 110 }}
                      value={i.stock ?? 'to buy'}
                      onChange={(stock: Stock) =>
                        set(i.id, (q) => {
                          const next = { ...q };
                          if (stock === 'to buy') delete next.stock;
                          else next.stock = stock;
                          return next;
                        })
                      }
                      options={STOCK.map((v) => ({ value: v, label: v }))}
                    />
                  </td>
                  <td>
                    {part.price === undefined ? (
                      <span className="note">not known</span>
                    ) : (
                      part.price.toFixed(2)
                    )}
                  </td>
                  <td>
                    <InputNumber
                      size="small"
                      aria-label={`Paid for ${i.name}`}
                      min={0}
                      max={10000}
                      step={0.5}
                      style={{ width: 92 }}
                      placeholder={i.stock === 'salvaged' ? '0' : 'as typical'}
                      value={i.paid ?? null}
                      onChange={(v) =>
                        set(
                          i.id,
                          (q) => {
                            const next = { ...q };
                            if (v === null) delete next.paid;
                            else next.paid = v;
                            return next;
                          },
                          `paid ${i.id}`,
                        )
                      }
                    />
                  </td>
                  <td>
                    {part.massG === undefined ? (
                      <span className="note">not known</span>
                    ) : (
                      `${part.massG} g`
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </div>
  );
}
