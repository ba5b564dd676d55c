/** The whole build as one document for the bench: verdict, goals, layout, parts, cuts, pins, wires, hours, steps. */
import { type ReactNode, useMemo } from 'react';
import { Button } from 'antd';
import { Link } from 'react-router';
import { buildSteps } from '@deft/core/build';
import {
  type CutItem,
  cutWork,
  holeWords,
  passWords,
  type Pattern,
  type Pocket,
  type Trim,
} from '@deft/core/cuts';
import { billOf } from '@deft/core/kit';
import { formatMm, whatWords } from '@deft/core/model';
import { SmallBooks } from '../../book/SmallBooks';
import { useBuild, useScene, useSettled } from '../../state/build';
import style from './PrintView.module.css';

const BOOK_PX = { width: 680, most: 300 };

export default function PrintView() {
  const { doc, check, scores } = useBuild('doc', 'check', 'scores');
  const scene = useScene();
  const settled = useSettled();
  const open = check.findings.filter((f) => f.verdict !== 'clear');
  return (
    <div className={style.print}>
      <div className={`row ${style.bar}`}>
        <Button type="primary" disabled={!settled} onClick={() => window.print()}>
          {settled ? 'Print' : 'Checking ...'}
        </Button>
        <span className="note">
          Every station on paper. The templates at true size are printed in{' '}
          <Link to="../cut">Cut</Link>.
        </span>
      </div>
      <article>
        <header>
          <h1>{doc.name}</h1>
          <p>
            {doc.way}. <b>{settled ? check.sentence : 'Checking'}</b>.
          </p>
        </header>
        <SmallBooks scene={scene} {...BOOK_PX} named name="Both halves, insides up" />
        {scores.length > 0 && (
          <Table
            name="Goals"
            head={['Goal', 'Wanted', 'Is', '']}
            rows={scores.map((s) => [s.name, s.target, s.figure, s.standing])}
          />
        )}
        {open.length > 0 && (
          <Table
            name="To mind"
            head={['', 'What', 'Where', 'Why']}
            rows={open.map((f) => [f.verdict, f.title, whatWords(f), f.why[0] ?? ''])}
          />
        )}
        <Parts />
        <Cuts />
        <Pins />
        <Wires />
        <Power />
        <Steps />
      </article>
    </div>
  );
}

function Table({
  name,
  head,
  rows,
}: {
  name: string;
  head: readonly string[];
  rows: ReadonlyArray<readonly ReactNode[]>;
}) {
  if (!rows.length) return null;
  return (
    <section>
      <h2>{name}</h2>
      <table className="plain" aria-label={name}>
        <thead>
          <tr>
            {head.map((h, i) => (
              <th key={i}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {row.map((cell, k) => (
                <td key={k}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Parts() {
  const { doc } = useBuild('doc');
  const bill = useMemo(() => billOf(doc), [doc]);
  return (
    <Table
      name={`Parts, ${bill.total.toFixed(2)} together, ${bill.massG.toFixed(0)} g`}
      head={['Part', 'Count', 'Price each', 'g each']}
      rows={[
        ...bill.rows.map((r) => [
          r.name,
          r.count,
          r.each === undefined ? 'not known' : r.each.toFixed(2),
          r.massG === undefined ? 'not known' : r.massG.toFixed(1),
        ]),
        ...(doc.donor?.price ? [['The donor', 1, doc.donor.price.toFixed(2), '']] : []),
      ]}
    />
  );
}

/** A box to tick by hand. */
const Box = () => <span className={style.box} />;

/** What a cut becomes, in mm. */
function becomes(cut: CutItem | Trim | Pocket | Pattern): string {
  if ('cut' in cut) return `${cut.holes} × ${holeWords(cut.hole)}`;
  if ('deep' in cut) {
    return `${formatMm(cut.w, 1)} × ${formatMm(cut.h, 1)}, ${formatMm(cut.deep, 1)} deep`;
  }
  if ('to' in cut) return `${formatMm(cut.to, 1)} left`;
  return cut.round ? `⌀${formatMm(cut.w, 1)}` : `${formatMm(cut.w, 1)} × ${formatMm(cut.h, 1)}`;
}

function Cuts() {
  const { doc, check } = useBuild('doc', 'check');
  const { openings, trims, pockets, patterns } = check.cuts;
  const list = [...openings, ...trims, ...pockets, ...patterns];
  return (
    <Table
      name="Cuts, in order"
      head={['', 'No', 'What', 'Mark, mm', 'To, mm', 'How']}
      rows={cutWork(doc, check.cuts).map((w, i) => {
        const cut = list.find((c) => c.key === w.key)!;
        const size = becomes(cut);
        const mark = cut.from.map((f) => `${formatMm(f.mm, 1)} from ${f.edge}`).join(', ');
        return [<Box key="box" />, i + 1, w.name, mark, size, w.passes.map(passWords).join('. ')];
      })}
    />
  );
}

function Pins() {
  const { check } = useBuild('check');
  return (
    <Table
      name="Buttons to pins"
      head={['Button', 'Pin', 'GPIO', 'Straight wire, mm']}
      rows={check.map.inputs
        .filter((m) => m.pin !== undefined)
        .map((m) => [
          m.input.name,
          m.pin,
          m.gpio,
          m.wireMm === undefined ? '' : Math.round(m.wireMm),
        ])}
    />
  );
}

function Wires() {
  const { check } = useBuild('check');
  return (
    <Table
      name="Wires"
      head={['', 'No', 'From', 'To', 'For', 'Colour', 'Cut, mm']}
      rows={check.wiring.wires.map((w) => [
        <Box key="box" />,
        w.net.label,
        w.from,
        w.to,
        w.net.says,
        w.net.colour,
        w.cutMm === undefined ? 'no way yet' : Math.ceil(w.cutMm / 5) * 5,
      ])}
    />
  );
}

function Power() {
  const { run, charge, rail } = useBuild('check').check.power;
  const lines = [run, charge, rail].flatMap((w) => w?.working ?? []);
  if (!lines.length) return null;
  return (
    <section>
      <h2>Hours, charge, rail</h2>
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </section>
  );
}

function Steps() {
  const { doc } = useBuild('doc');
  const scene = useScene();
  const steps = useMemo(() => buildSteps(doc, scene), [doc, scene]);
  return (
    <section>
      <h2>Steps</h2>
      <ol className={style.steps}>
        {steps.map((s) => (
          <li key={s.id}>
            <span className={s.done ? `${style.box} ${style.done}` : style.box} />
            <span>
              <b>{s.title}</b>
              {s.feed && ` (${s.feed})`}
              <br />
              {s.detail}
              {s.gate && (
                <>
                  {' '}
                  {s.gate.point}, {s.gate.state}: <b>{s.gate.expects}</b>, read:{' '}
                  <span className={style.blank} />
                </>
              )}
              {s.caution && <em> {s.caution}</em>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
