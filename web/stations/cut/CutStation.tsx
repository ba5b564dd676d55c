/** Cut: what must be opened and trimmed in which order, what is printed for it, and the least cutting. */
import { type ReactNode, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { cutWork, HAND_CUT_MM, type Sheet, stripSheet, templates } from '@deft/core/cuts';
import { useBuild, useScene } from '../../state/build';
import { Findings } from '../../ui/Findings';
import { Views } from '../../ui/Views';
import { inOrder } from './cutEdits';
import { CutRow } from './CutRow';
import { LeastCutting } from './LeastCutting';
import { MadeView } from './MadeView';
import { PrintCuts } from './PrintCuts';
import { SheetView } from './SheetView';

function CutsView({ tabs }: { tabs: ReactNode }) {
  const { doc, check } = useBuild('doc', 'check');
  const scene = useScene();
  const [chosen, choose] = useState<string>();
  const { openings, trims, pockets } = check.cuts;
  const work = useMemo(
    () => new Map(cutWork(doc, check.cuts).map((w) => [w.key, w])),
    [doc, check.cuts],
  );
  const rows = inOrder(check.cuts, work);
  const minutes = [...work.values()].reduce((s, w) => s + w.minutes.value, 0);
  const sheets = useMemo(() => templates(doc, false, scene), [doc, scene]);
  const inside = useMemo(() => templates(doc, true, scene), [doc, scene]);
  // The face of the chosen cut is turned to the builder.
  const holds = (s: Sheet): number => Number(chosen !== undefined && s.cuts?.includes(chosen));
  // A pocket is marked from inside.
  const within = inside.filter((s) => pockets.some((c) => s.cuts?.includes(c.key)));
  const facing = [...sheets, ...within].sort((a, b) => holds(b) - holds(a));
  const strip = useMemo(() => stripSheet(doc, scene), [doc, scene]);
  const nothing = !openings.length && !trims.length && !pockets.length;
  return (
    <>
      <div className="centre sheet">
        {tabs}
        <header>
          <h1>What to cut</h1>
          <p className="note">
            Openings follow from the layout. Start small, file to size; ± {HAND_CUT_MM} mm is what a
            hand-cut edge wanders by.
            {work.size > 0 &&
              ` In the order they are best made: about ${Math.round(minutes / 5) * 5} minutes of cutting (typical).`}
          </p>
        </header>
        <LeastCutting />
        {nothing && (
          <div className="card">
            <h2>Nothing to cut</h2>
            <p>
              {doc.layout.placements.length ? (
                'Every socket and key has its opening already.'
              ) : (
                <>
                  Lay parts out first: <Link to="../fit">openings follow from where they are</Link>.
                </>
              )}
            </p>
          </div>
        )}
        {!nothing && (
          <table className="plain" aria-label="Cuts">
            <thead>
              <tr>
                <th>No</th>
                <th>What</th>
                <th>Where</th>
                <th>Start at</th>
                <th>File to</th>
                <th>Mark from outer edges</th>
                <th>State</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <CutRow
                  key={row.key}
                  row={row}
                  no={i + 1}
                  work={work.get(row.key)}
                  sel={chosen === row.key}
                  onChoose={() => choose(chosen === row.key ? undefined : row.key)}
                />
              ))}
            </tbody>
          </table>
        )}
        {check.cuts.blanks.length > 0 && (
          <div className="card">
            <h2>To close</h2>
            {check.cuts.blanks.map((b) => (
              <p key={b.id}>
                <b style={{ fontWeight: 600 }}>{b.name}</b>, {b.piece}: {b.why}.
              </p>
            ))}
          </div>
        )}
        {facing.map((s) => (
          <SheetView key={s.id} sheet={s} />
        ))}
        {strip && <SheetView sheet={strip} />}
      </div>
      <aside className="side" aria-label="Cutting">
        <Findings station="cut" title="What to mind" empty="Every hole lies where it can be cut." />
        <PrintCuts doc={doc} outside={sheets} inside={inside} strip={strip} />
      </aside>
    </>
  );
}

const VIEWS = [
  { id: 'cuts', name: 'Cuts' },
  { id: 'made', name: 'Made parts' },
] as const;

export default function CutStation() {
  const here = useSearchParams()[0].get('view') === 'made' ? 'made' : 'cuts';
  const tabs = <Views label="Views of the cutting" views={VIEWS} here={here} />;
  return here === 'made' ? <MadeView tabs={tabs} /> : <CutsView tabs={tabs} />;
}
