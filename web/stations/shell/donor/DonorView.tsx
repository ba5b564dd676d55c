/** The donor: its faults, what becomes of every opening, what is kept, and when repairing stops. */
import { useState } from 'react';
import { Button, InputNumber, Select } from 'antd';
import { CAUTIONS } from '@deft/core/build';
import { type Donor, FAULTS } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { Choose } from '../../../ui/Choose';
import { Wedge } from '../../../ui/Wedge';
import { ViewTabs } from '../ViewTabs';
import { KeptCard } from './KeptCard';
import { LedgerPicture } from './LedgerPicture';
import { Openings } from './Openings';
import { RepairRule } from './RepairRule';
import { type DonorOfBuild, useDonor } from './useDonor';
import style from './Donor.module.css';

const WORKED: ReadonlyArray<{ value: Donor['worked']; label: string }> = (
  ['not tried', 'no', 'yes'] as const
).map((value) => ({ value, label: value }));

export default function DonorView() {
  const of = useDonor();
  const { doc, donor, ledger } = of;
  const [chosen, choose] = useState<string>();
  const decided = ledger.filter((l) => l.decided).length;
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div className={style.scroll}>
          <div className={`mat ${style.mat}`}>
            <LedgerPicture doc={doc} chosen={chosen} onChoose={choose} />
          </div>
          <section className={`sheet ${style.openings}`} aria-label="Openings that are there">
            <div className="row">
              <h2>Openings that are there</h2>
              <span className="note">
                {ledger.length ? `${decided} of ${ledger.length} decided; Fit and Cut follow` : ''}
              </span>
            </div>
            <Openings of={of} chosen={chosen} onChoose={choose} />
          </section>
        </div>
      </div>
      <aside className="side" aria-label="Donor">
        <History of={of} />
        <KeptFindings />
        <div className="row">
          <h2 className="grow">Kept from it</h2>
          <Button size="small" onClick={of.keepMore}>
            Add
          </Button>
        </div>
        {!donor.kept.length && (
          <p className="note">
            Nothing yet. Boards, speaker, wheel, door, caps: what stays gets its own measured block.
          </p>
        )}
        {donor.kept.map((k) => (
          <KeptCard key={k.id} kept={k} onChange={(next) => of.keep(k.id, next)} />
        ))}
      </aside>
    </>
  );
}

/** Where it comes from: whether it worked, what was paid, what is wrong with it, and whether to mend it. */
function History({ of: { doc, donor, put } }: { of: DonorOfBuild }) {
  return (
    <>
      <h2>Donor</h2>
      <div className="pair">
        <Choose
          label="Did it work before?"
          name="Did it work before"
          value={donor.worked}
          options={WORKED}
          onChange={(worked) => put({ worked })}
        />
        <span>Paid for it</span>
        <InputNumber
          size="small"
          aria-label="Paid for it"
          min={0}
          max={100000}
          className={style.amount}
          value={donor.price ?? null}
          onChange={(v) => put({ price: v ?? 0 }, 'price')}
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
        className={style.faults}
      />
      {donor.faults.includes('leaked cells') && <p className="caution">{CAUTIONS.leaked}</p>}
      {donor.faults.includes('fluorescent backlight') && (
        <p className="caution">{CAUTIONS.fluorescent}</p>
      )}
      <RepairRule repair={donor.repair} onChange={(repair) => put({ repair })} />
    </>
  );
}

/** What the verdict says of kept things. */
function KeptFindings() {
  const { check } = useBuild('check');
  const said = check.findings.filter((f) => f.check === 'kept' && f.verdict !== 'clear');
  return said.map((f) => (
    <div key={f.id} className={`row ${style.finding}`}>
      <Wedge verdict={f.verdict} />
      <div>
        <b className={style.said}>{f.title}</b>
        <p>{f.what}</p>
        <p className="note">{f.why[0]}</p>
      </div>
    </div>
  ));
}
