/** What the numbers say at one station, worst first. */
import type { Finding, Station } from '@deft/core/model';
import { useBuild, useSettled } from '../state/build';
import { useWays } from '../engine/useWays';
import { FindingCard } from './FindingCard';

export interface FindingsProps {
  station: Station;
  title: string;
  live?: readonly Finding[] | undefined;
  empty?: string;
}

export function Findings({ station, title, live, empty }: FindingsProps) {
  const { check, chosen } = useBuild('check', 'chosen');
  const settled = useSettled();
  const mine = (live ?? check.findings).filter((f) => f.station === station);
  const open = mine.filter((f) => f.verdict !== 'clear');
  const ways = useWays(live ? [] : open);
  const clear = mine.filter((f) => f.verdict === 'clear');
  const thinnest = clear
    .flatMap((f) => (f.measure ? [f.measure.gap - f.measure.required] : []))
    .sort((a, b) => a - b)[0];
  return (
    <>
      <h2>
        {title} <span className="note">{open.length ? 'worst first' : ''}</span>
      </h2>
      {open.map((f, i) => (
        <FindingCard
          key={f.id}
          finding={f}
          no={i + 1}
          chosen={chosen === f.id}
          ways={settled ? ways.get(f.id) : undefined}
        />
      ))}
      {!open.length && (
        <p className="note">{settled ? (empty ?? 'Nothing is wrong here.') : 'Checking ...'}</p>
      )}
      {clear.length > 0 && (
        <p className="note">
          {clear.length} {open.length ? 'more ' : ''}clear
          {thinnest === undefined ? '' : `. Thinnest margin ${thinnest.toFixed(1)} mm`}.
        </p>
      )}
    </>
  );
}

/** Numbers on the drawing are those of the cards. */
export const numbered = (
  findings: readonly Finding[],
  station: Station,
): Array<{ no: number; finding: Finding }> =>
  findings
    .filter((f) => f.station === station && f.verdict !== 'clear')
    .map((finding, i) => ({ no: i + 1, finding }));
