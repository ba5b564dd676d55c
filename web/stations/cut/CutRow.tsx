/** One row of the list of cuts, an opening, a trim, a pocket or a pattern of holes: sizes, state, how it is made, what it measured. */
import type { ReactNode } from 'react';
import { type CutItem, type CutWork, holeWords, passWords, stageWhy } from '@deft/core/cuts';
import { formatMm } from '@deft/core/model';
import { AsCut, Depth } from './AsCut';
import { isOpening, isPattern, isPocket, type Row } from './cutEdits';
import style from './CutStation.module.css';
import { PatternFields } from './PatternFields';
import { RowState } from './RowState';

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
  if (isPattern(row)) {
    const face = row.face.kind === 'wall' ? row.face.name : `${row.face.role} face`;
    const acts = `acts as ${row.acting.toFixed(0)}`;
    return [
      face,
      `${row.holes} × ${holeWords(row.hole)}`,
      `${row.open.toFixed(0)} mm² open, ${acts}`,
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
    row.kind === 'screw' ? 'as drilled' : `${sizeOf(row, row.w, row.h)} ± ${row.toleranceMm}`,
  ];
}

export function CutRow({
  row,
  no,
  work,
  sel,
  onChoose,
  sheet,
}: {
  row: Row;
  no: number;
  /** How it is made; nothing when it is made. */
  work: CutWork | undefined;
  sel: boolean;
  onChoose: () => void;
  /** What is moved on its own drawing is drawn in its row. */
  sheet?: ReactNode;
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
            {isPattern(row) && <PatternFields c={row} />}
            {sheet}
          </td>
        </tr>
      )}
    </>
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
