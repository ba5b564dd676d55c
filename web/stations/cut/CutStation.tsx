/** Cut: what must be opened and trimmed in which order, what is printed for it, and the least cutting. */
import { type ReactNode, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { cutWork, HAND_CUT_MM, type Sheet, stripSheet, templates } from '@deft/core/cuts';
import { useBuild, useScene } from '../../state/build';
import { Findings } from '../../ui/Findings';
import { Views } from '../../ui/Views';
import { AddHoles } from './AddHoles';
import { inOrder, withPattern } from './cutEdits';
import { CutRow } from './CutRow';
import { LeastCutting } from './LeastCutting';
import { MadeView } from './MadeView';
import { movedPattern } from './patternEdits';
import { OffCuts } from './OffCuts';
import { PrintCuts } from './PrintCuts';
import { type Movable, SheetView } from './SheetView';

/** What is planned as a pattern, and how it is moved on its drawing. */
function useMovable(): Movable {
  const { check, edit } = useBuild('check', 'edit');
  const scene = useScene();
  const { openings, patterns } = check.cuts;
  const planned = patterns.filter((c) => c.state === 'decided');
  return {
    names: new Map(planned.map((c) => [c.key, c.name])),
    onMove(key, dx, dy) {
      const c = planned.find((q) => q.key === key)!;
      edit((p) => withPattern(p, c, movedPattern(scene, c, dx, dy, openings)), `move ${key}`);
    },
  };
}

/** Sheets of every face that is cut, that of the chosen cut first. */
function useSheets(chosen: string | undefined) {
  const { doc, check } = useBuild('doc', 'check');
  const scene = useScene();
  const { pockets } = check.cuts;
  const outside = useMemo(() => templates(doc, false, scene), [doc, scene]);
  const inside = useMemo(() => templates(doc, true, scene), [doc, scene]);
  const strip = useMemo(() => stripSheet(doc, scene), [doc, scene]);
  const holds = (s: Sheet): boolean => chosen !== undefined && (s.cuts?.includes(chosen) ?? false);
  // A pocket is marked from inside.
  const within = inside.filter((s) => pockets.some((c) => s.cuts?.includes(c.key)));
  const facing = [...outside, ...within].sort((a, b) => Number(holds(b)) - Number(holds(a)));
  return { outside, inside, strip, facing, ofChosen: facing.find(holds) };
}

function CutsView({ tabs }: { tabs: ReactNode }) {
  const { doc, check } = useBuild('doc', 'check');
  const [chosen, choose] = useState<string>();
  const { openings, trims, pockets, patterns } = check.cuts;
  const work = useMemo(
    () => new Map(cutWork(doc, check.cuts).map((w) => [w.key, w])),
    [doc, check.cuts],
  );
  const rows = inOrder(check.cuts, work);
  const minutes = [...work.values()].reduce((s, w) => s + w.minutes.value, 0);
  const movable = useMovable();
  const { outside, inside, strip, facing, ofChosen } = useSheets(chosen);
  // A pattern is moved on its own drawing, in its row.
  const own = movable.names.has(chosen ?? '') ? ofChosen : undefined;
  const nothing = !openings.length && !trims.length && !pockets.length && !patterns.length;
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
                  sheet={row.key === chosen && own && <SheetView sheet={own} movable={movable} />}
                />
              ))}
            </tbody>
          </table>
        )}
        <AddHoles onAdded={choose} />
        <OffCuts />
        {facing
          .filter((s) => s !== own)
          .map((s) => (
            <SheetView key={s.id} sheet={s} movable={movable} />
          ))}
        {strip && <SheetView sheet={strip} />}
      </div>
      <aside className="side" aria-label="Cutting">
        <Findings station="cut" title="What to mind" empty="Every hole lies where it can be cut." />
        <PrintCuts doc={doc} outside={outside} inside={inside} strip={strip} />
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
