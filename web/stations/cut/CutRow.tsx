/** One row of the list of cuts, an opening, a trim or a pocket: sizes, state, how it is made, what it measured. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import {
  type CutItem,
  type CutWork,
  passWords,
  placedAsCut,
  type Pocket,
  readAsCut,
  stageWhy,
  type Trim,
} from '@deft/core/cuts';
import { type Cut, formatMm, type Length } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { LengthField } from '../../ui/LengthField';
import { MmField } from '../../ui/MmField';
import {
  isOpening,
  isPocket,
  type Row,
  withOpening,
  withoutPocket,
  withoutTrim,
  withPocket,
  withTrim,
} from './cutEdits';
import style from './CutStation.module.css';

const STATES = [
  { value: 'follows from the layout', label: 'follows' },
  { value: 'decided', label: 'decided' },
  { value: 'done', label: 'done' },
  { value: 'measured', label: 'measured' },
];

const sizeOf = (o: CutItem, w: number, h: number): string =>
  o.round ? `⌀${formatMm(w, 1)}` : `${formatMm(w, 1)} × ${formatMm(h, 1)}`;

/** Where it lies, what it is now or starts at, and what it becomes. */
function columnsOf(row: Row): [where: string, start: string, to: string] {
  if (isPocket(row)) {
    return [
      `${row.piece} half, inside`,
      `${formatMm(row.w, 1)} × ${formatMm(row.h, 1)}`,
      `${formatMm(row.deep, 1)} deep, ${formatMm(row.left, 1)} left`,
    ];
  }
  if (!isOpening(row)) {
    const left = row.to > 0 ? `${formatMm(row.to, 1)} left` : 'away';
    return [`${row.piece} half, inside`, `${formatMm(row.full, 1)} tall`, left];
  }
  const face = row.face.kind === 'wall' ? row.face.name : `${row.face.role} face`;
  return [
    row.pieces.length > 1 ? `${face}, a notch in both halves` : face,
    sizeOf(row, row.start.w, row.start.h),
    `${sizeOf(row, row.w, row.h)} ± ${row.toleranceMm}`,
  ];
}

export function CutRow({
  row,
  no,
  work,
  sel,
  onChoose,
}: {
  row: Row;
  no: number;
  /** How it is made; nothing when it is made. */
  work: CutWork | undefined;
  sel: boolean;
  onChoose: () => void;
}) {
  const [where, start, to] = columnsOf(row);
  return (
    <>
      <tr className={sel ? 'sel' : ''}>
        <td>{work ? no : ''}</td>
        <td>
          <button type="button" className="plain" onClick={onChoose} aria-expanded={sel}>
            <b className={style.name}>{row.name}</b>
          </button>
          {'d' in row && (
            <>
              <br />
              <span className="note">{row.d} mm</span>
            </>
          )}
        </td>
        <td>{where}</td>
        <td className="nowrap">{start}</td>
        <td className="nowrap">{to}</td>
        <td>{row.from.map((f) => `${formatMm(f.mm, 1)} from ${f.edge}`).join(', ')}</td>
        <td>
          <RowState row={row} />
        </td>
      </tr>
      {sel && (
        <tr className="sel">
          <td />
          <td colSpan={6}>
            <p className="note">{row.why.join('; ')}</p>
            {work && <How work={work} />}
            {isOpening(row) && <AsCut o={row} />}
            {isPocket(row) && <Depth c={row} />}
          </td>
        </tr>
      )}
    </>
  );
}

function StateSelect({
  row,
  states,
  onState,
}: {
  row: Row;
  states: typeof STATES;
  onState: (s: Cut['state']) => void;
}) {
  return (
    <Select
      size="small"
      aria-label={`State of ${row.name}`}
      value={row.state}
      onChange={(s: string) => {
        if (s !== 'follows from the layout') onState(s as Cut['state']);
      }}
      options={states}
      style={{ width: 100 }}
    />
  );
}

function RowState({ row }: { row: Row }) {
  if (isOpening(row)) return <OpeningState o={row} />;
  return isPocket(row) ? <PocketState c={row} /> : <TrimState t={row} />;
}

function OpeningState({ o }: { o: CutItem }) {
  const { edit } = useBuild('edit');
  return (
    <StateSelect
      row={o}
      states={STATES.filter((s) => s.value !== 'measured' || o.measured)}
      onState={(state) => edit((p) => withOpening(p, o, { state }))}
    />
  );
}

function TrimState({ t }: { t: Trim }) {
  const { edit } = useBuild('edit');
  const [left, setLeft] = useState<Length>();
  return (
    <>
      <StateSelect
        row={t}
        states={STATES.slice(1).filter((s) => s.value !== 'measured' || t.state === 'measured')}
        onState={(state) => edit((p) => withTrim(p, t, { state }))}
      />{' '}
      <Button size="small" type="text" onClick={() => edit((p) => withoutTrim(p, t))}>
        Leave it
      </Button>
      {t.state !== 'decided' && (
        <div className="fields" style={{ marginTop: 4 }}>
          <LengthField
            label="Left"
            min={0.1}
            value={left}
            onChange={(measured) => {
              setLeft(measured);
              return edit((p) => withTrim(p, t, { state: 'measured', measured }));
            }}
          />
        </div>
      )}
    </>
  );
}

function PocketState({ c }: { c: Pocket }) {
  const { edit } = useBuild('edit');
  return (
    <>
      <StateSelect
        row={c}
        states={STATES.slice(1).filter((s) => s.value !== 'measured' || c.state === 'measured')}
        onState={(state) => edit((p) => withPocket(p, c, { state }))}
      />{' '}
      <Button size="small" type="text" onClick={() => edit((p) => withoutPocket(p, c))}>
        Leave it
      </Button>
    </>
  );
}

/** How deep a pocket is to be, and how deep it became. */
function Depth({ c }: { c: Pocket }) {
  const { edit } = useBuild('edit');
  const [read, setRead] = useState<Length>();
  return (
    <div className={`fields ${style.asCut}`}>
      <MmField
        label="To be deep"
        min={0.1}
        max={20}
        value={c.asked}
        onChange={(deep) => edit((p) => withPocket(p, c, { deep }))}
      />
      <LengthField
        label="As milled, deep"
        min={0.1}
        max={20}
        value={read}
        onChange={(measured) => {
          setRead(measured);
          return measured && edit((p) => withPocket(p, c, { state: 'measured', measured }));
        }}
      />
    </div>
  );
}

/** How a cut is made, pass by pass, with the tools that are there. */
function How({ work }: { work: CutWork }) {
  return (
    <>
      <ol className={style.how} aria-label={`How to make ${work.name}`}>
        {work.passes.map((q, i) => (
          <li key={i}>{passWords(q)}</li>
        ))}
      </ol>
      <p className="note">
        {work.minutes.working.join('; ')}. Order: {stageWhy(work.stage)}.
        {work.corners && ' Inner corners stay round: a sharp one is where it cracks.'}
      </p>
      {work.thinTo && (
        <p className="caution">
          Only {formatMm(Math.max(0, work.thinTo.mm), 1)} mm of wall to the {work.thinTo.edge}: hold
          it against wood while it is cut.
        </p>
      )}
    </>
  );
}

/** What was really made, as the calliper says. */
function AsCut({ o }: { o: CutItem }) {
  const { edit } = useBuild('edit');
  const [w, setW] = useState<Length>();
  const [h, setH] = useState<Length>();
  const from = readAsCut(o);
  const measured = (width: Length | undefined, height: Length | undefined) =>
    width && height
      ? edit((p) => withOpening(p, o, { state: 'measured', measured: { w: width, h: height } }))
      : undefined;
  return (
    <div className={`fields ${style.asCut}`}>
      <LengthField
        label="As cut, width"
        min={0.1}
        value={w}
        onChange={(v) => {
          setW(v);
          return measured(v, o.round ? v : h);
        }}
      />
      {!o.round && (
        <LengthField
          label="As cut, height"
          min={0.1}
          value={h}
          onChange={(v) => {
            setH(v);
            return measured(w, v);
          }}
        />
      )}
      {from?.map(({ edge, mm }, i) => (
        <MmField
          key={edge}
          label={`As cut, from ${edge}`}
          value={mm}
          onChange={(read) =>
            edit((p) => withOpening(p, o, { at: placedAsCut(o, i as 0 | 1, read) }))
          }
        />
      ))}
    </div>
  );
}
