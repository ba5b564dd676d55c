/** The donor: its faults, what becomes of every opening, what is kept, and when repairing stops. */
import { useMemo, useState } from 'react';
import { Button, Input, InputNumber, Select } from 'antd';
import { CAUTIONS } from '@deft/core/build';
import { openingLedger } from '@deft/core/shell';
import { type Donor, FAULTS, length, type Opening, type Project, REUSES } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { Wedge } from '../../../ui/Wedge';
import { ViewTabs } from '../ViewTabs';
import { KeptCard } from './KeptCard';
import { LedgerPicture } from './LedgerPicture';

const BLANK: Donor = { worked: 'not tried', faults: [], kept: [] };

const withOpening = (p: Project, id: string, change: (o: Opening) => Opening): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        openings: q.openings.map((o) => (o.id === id ? change(o) : o)),
      })),
    })),
  },
});

export default function DonorView() {
  const { doc, edit, check } = useBuild('doc', 'edit', 'check');
  const donor = doc.donor ?? BLANK;
  const [chosen, choose] = useState<string>();
  const put = (more: Partial<Donor>, merge?: string) =>
    edit((p) => ({ ...p, donor: { ...BLANK, ...p.donor, ...more } }), merge);
  const ledger = useMemo(() => openingLedger(doc), [doc]);
  const decide = (id: string, as: (typeof REUSES)[number] | undefined) =>
    edit((p) =>
      withOpening(p, id, (o) => {
        const next = { ...o };
        if (as) next.reuse = { ...o.reuse, as };
        else delete next.reuse;
        return next;
      }),
    );
  const said = check.findings.filter((f) => f.check === 'kept' && f.verdict !== 'clear');
  const add = () => {
    let n = donor.kept.length + 1;
    while (donor.kept.some((k) => k.id === `kept-${n}`)) n++;
    put({
      kept: [
        ...donor.kept,
        {
          id: `kept-${n}`,
          name: 'kept part',
          kind: 'board',
          w: length(30, 'estimate'),
          h: length(20, 'estimate'),
          d: length(6, 'estimate'),
          proved: 'no',
          tests: [],
          senses: [],
        },
      ],
    });
  };
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div
          style={{ overflow: 'auto', flex: '1 1 auto', display: 'flex', flexDirection: 'column' }}
        >
          <div className="mat" style={{ flex: '0 0 300px' }}>
            <LedgerPicture doc={doc} chosen={chosen} onChoose={choose} />
          </div>
          <section
            className="sheet"
            aria-label="Openings that are there"
            style={{ paddingTop: 14, gap: 8 }}
          >
            <div className="row">
              <h2>Openings that are there</h2>
              <span className="note">
                {ledger.length
                  ? `${ledger.filter((l) => l.decided).length} of ${ledger.length} decided; Fit and Cut follow`
                  : ''}
              </span>
            </div>
            {!ledger.length && (
              <p className="note">
                No opening is measured yet. Add them in the measuring round: windows, keys, ports,
                slots, wheels, switches and lamps.
              </p>
            )}
            {ledger.length > 0 && (
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
                    <tr
                      key={o.id}
                      className={chosen === o.id ? 'sel' : ''}
                      onClick={() => choose(o.id)}
                    >
                      <td>
                        {o.name} <span className="note">{o.use}</span>
                      </td>
                      <td>{piece}</td>
                      <td>
                        <Select
                          size="small"
                          aria-label={`What becomes of ${o.name}`}
                          style={{ width: 118 }}
                          value={o.reuse?.as ?? 'open'}
                          onChange={(v: string) =>
                            decide(o.id, v === 'open' ? undefined : (v as (typeof REUSES)[number]))
                          }
                          options={[
                            { value: 'open', label: 'not decided' },
                            ...REUSES.map((r) => ({ value: r, label: r })),
                          ]}
                        />
                      </td>
                      <td>
                        {o.reuse && o.reuse.as !== 'left' && o.reuse.as !== 'blanked' && (
                          <Input
                            size="small"
                            aria-label={`${o.name} serves`}
                            style={{ maxWidth: 220 }}
                            maxLength={120}
                            value={o.reuse.now ?? ''}
                            placeholder={o.reuse.as === 'kept' ? 'as before' : 'for example USB-C'}
                            onChange={(e) =>
                              edit(
                                (p) =>
                                  withOpening(p, o.id, (q) => ({
                                    ...q,
                                    reuse: { ...q.reuse!, now: e.target.value },
                                  })),
                                `serves ${o.id}`,
                              )
                            }
                          />
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </section>
        </div>
      </div>
      <aside className="side" aria-label="Donor">
        <h2>Donor</h2>
        <div className="pair">
          <span>Did it work before?</span>
          <Select
            size="small"
            aria-label="Did it work before"
            value={donor.worked}
            onChange={(worked: Donor['worked']) => put({ worked })}
            options={(['not tried', 'no', 'yes'] as const).map((v) => ({ value: v, label: v }))}
          />
          <span>Paid for it</span>
          <InputNumber
            size="small"
            aria-label="Paid for it"
            min={0}
            max={100000}
            style={{ width: '100%' }}
            value={donor.price ?? null}
            onChange={(v) => put(v === null ? { price: 0 } : { price: v }, 'price')}
          />
        </div>
        {donor.worked === 'yes' && doc.way !== 'transplant' && (
          <p className="caution">
            It works. Are you sure? A broken one of the same kind serves as well, and somebody may
            still want to play this one.
          </p>
        )}
        <Select
          mode="multiple"
          aria-label="Faults"
          placeholder="Faults: what is wrong with it"
          value={donor.faults}
          onChange={(faults: Donor['faults']) => put({ faults })}
          options={FAULTS.map((f) => ({ value: f, label: f }))}
          style={{ width: '100%' }}
        />
        {donor.faults.includes('leaked cells') && <p className="caution">{CAUTIONS.leaked}</p>}
        {donor.faults.includes('fluorescent backlight') && (
          <p className="caution">{CAUTIONS.fluorescent}</p>
        )}
        <RepairRule donor={donor} onChange={put} />
        {said.map((f) => (
          <div key={f.id} className="row" style={{ alignItems: 'flex-start', flexWrap: 'nowrap' }}>
            <Wedge verdict={f.verdict} />
            <div>
              <b style={{ fontWeight: 600 }}>{f.title}</b>
              <p>{f.what}</p>
              <p className="note">{f.why[0]}</p>
            </div>
          </div>
        ))}
        <div className="row">
          <h2 className="grow">Kept from it</h2>
          <Button size="small" onClick={add}>
            Add
          </Button>
        </div>
        {!donor.kept.length && (
          <p className="note">
            Nothing yet. Boards, speaker, wheel, door, caps: what stays gets its own measured block.
          </p>
        )}
        {donor.kept.map((k) => (
          <KeptCard
            key={k.id}
            kept={k}
            onChange={(next) =>
              put({
                kept: donor.kept.flatMap((q) => {
                  if (q.id !== k.id) return [q];
                  if (next) return [next];
                  return [];
                }),
              })
            }
          />
        ))}
      </aside>
    </>
  );
}

function RepairRule({
  donor,
  onChange,
}: {
  donor: Donor;
  onChange: (d: Partial<Donor>, merge?: string) => unknown;
}) {
  const r = donor.repair;
  type Repair = NonNullable<Donor['repair']>;
  const set = (more: Partial<Repair>) => onChange({ repair: { choice: 'gut', ...r, ...more } });
  const field = (label: string, key: 'stopHours' | 'stopCost' | 'spentHours' | 'spentCost') => (
    <>
      <span>{label}</span>
      <InputNumber
        size="small"
        aria-label={label}
        min={0}
        max={100000}
        style={{ width: '100%' }}
        value={r?.[key] ?? null}
        onChange={(v) => v !== null && set({ [key]: v })}
      />
    </>
  );
  return (
    <div className="pair" role="group" aria-label="Repair or gut">
      <span>Repair or gut</span>
      <Select
        size="small"
        aria-label="Repair or gut"
        value={r?.choice ?? 'gut'}
        onChange={(choice: Repair['choice']) => set({ choice })}
        options={[
          { value: 'gut', label: 'gut it' },
          { value: 'repair', label: 'repair it' },
        ]}
      />
      {r?.choice === 'repair' && (
        <>
          {field('Stop after hours', 'stopHours')}
          {field('Hours spent', 'spentHours')}
          {field('Stop after cost', 'stopCost')}
          {field('Cost so far', 'spentCost')}
        </>
      )}
    </div>
  );
}
