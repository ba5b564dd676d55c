/** Parts printed for this build, by what they are for, and the machine they are printed on. */
import { type ReactNode, useMemo, useState } from 'react';
import { Button, Segmented } from 'antd';
import { Link } from 'react-router';
import { csv } from '@deft/core/formats';
import { type Made, madeFor, orderRows, PROCESSES, type Process, RULES } from '@deft/core/made';
import { formatMm, type MadeKind } from '@deft/core/model';
import { useBuild, useScene } from '../../state/build';
import { download } from '../../ui/download';
import { MachineReadings } from './MachineReadings';
import { MadeCard } from './MadeCard';
import { PROCESS_WORDS } from './processWords';
import style from './MadeView.module.css';

/** Where a builder looks for it. */
const GROUPS: ReadonlyArray<{ title: string; kinds: readonly MadeKind[] }> = [
  {
    title: 'Holds what lies inside',
    kinds: [
      'cell frame',
      'screen corners',
      'stand-offs',
      'spacer frame',
      'port brace',
      'speaker ring',
      'switch plate',
      'corner patch',
    ],
  },
  { title: 'Keys', kinds: ['cap', 'cap extender'] },
  {
    title: 'Seen from outside',
    kinds: ['bezel', 'port plate', 'light pipe', 'filler', 'slot filler', 'door', 'hinge cover'],
  },
  {
    title: 'To cut and measure with',
    kinds: ['drill jig', 'marking stencil', 'trim collar', 'depth gauge', 'calibration piece'],
  },
];
const grouped = (list: readonly Made[]) =>
  GROUPS.map(({ title, kinds }) => ({
    title,
    made: list.filter((m) => kinds.includes(m.kind)),
  })).filter((g) => g.made.length);

export function MadeView({ tabs }: { tabs: ReactNode }) {
  const { doc } = useBuild('doc');
  const scene = useScene();
  const [process, setProcess] = useState<Process>('filament');
  const list = useMemo(() => madeFor(doc, process, scene), [doc, process, scene]);
  const rules = RULES[process];
  return (
    <>
      <div className="centre sheet">
        {tabs}
        <header>
          <h1>Made for it</h1>
          <p className="note">
            Sizes follow from the build; when it changes, what was printed before is told.
          </p>
        </header>
        {!list.some((m) => m.placement) && (
          <p>
            Frames, corners and stand-offs follow from parts that lie in the shell:{' '}
            <Link to="../fit">lay them out first</Link>. Fillers follow from holes that are to be
            closed: <Link to="../shell?view=donor">say so in Donor</Link>.
          </p>
        )}
        {grouped(list).map(({ title, made }) => (
          <section key={title} aria-label={title} className={style.group}>
            <h2>
              {title} <span className="note">{made.length}</span>
            </h2>
            <div className={style.cards}>
              {made.map((m) => (
                <MadeCard key={m.item} made={m} process={process} />
              ))}
            </div>
          </section>
        ))}
      </div>
      <aside className="side" aria-label="How it is made">
        <h2>How it is made</h2>
        <Segmented
          vertical
          aria-label="Process"
          value={process}
          onChange={setProcess}
          options={PROCESSES.map((value) => ({ value, label: PROCESS_WORDS[value] }))}
        />
        <div className="pair">
          <span>Thinnest wall</span>
          <span>{formatMm(rules.wallMm, 1)} mm</span>
          <span>Sliding gap a side</span>
          <span>{formatMm(rules.gapMm, 2)} mm</span>
          <span>Mass</span>
          <span>{rules.density} g/cm³</span>
          <span>Speed</span>
          <span>{rules.speed} cm³/h</span>
        </div>
        <p className="note">Typical of a small machine, all of solid material.</p>
        <MachineReadings process={process} />
        <Button
          disabled={!list.some((m) => m.before && !m.tool)}
          title={
            list.some((m) => m.before && !m.tool)
              ? undefined
              : 'Put a part in first: the sheet lists what the kit has of it.'
          }
          onClick={() => download('order-sheet.csv', csv(orderRows(doc, process)), 'text/csv')}
        >
          Order sheet as CSV
        </Button>
        <p className="caution">
          Resin before it is cured and its solvents: gloves, air, eye protection. Let a print cool
          before it comes near a cell.
        </p>
      </aside>
    </>
  );
}
