/** Hours on one charge: the sentence, the curve, what the ± is made of, and what each load draws. */
import { Link } from 'react-router';
import { type Band, narrowsMost, type PowerFigures } from '@deft/core/power';
import { useBuild } from '../../state/build';
import { useSize } from '../../ui/useSize';
import { DischargeChart } from './DischargeChart';
import { Loads } from './Loads';
import style from './power.module.css';
import { Working } from '../../ui/Working';

function title({ run, band }: PowerFigures): string {
  if (!run) return 'Hours on one charge';
  if (run.value.isDead) return 'It does not start';
  return `${run.value.hours.toFixed(1)} h ± ${(band?.hours ?? 0).toFixed(1)} on one charge`;
}

export function HoursView() {
  const { doc, check } = useBuild('doc', 'check');
  const [ref, size] = useSize<HTMLDivElement>();
  const f = check.power;
  const run = f.run?.value;
  return (
    <>
      <header>
        <h1>{title(f)}</h1>
        <p className="note">{run ? run.sentence : <NoHours figures={f} />}</p>
      </header>
      {run && f.band && run.curve.length > 1 && f.energy.pack && (
        <div className={`card ${style.chart}`} ref={ref}>
          {size.w > 0 && (
            <DischargeChart
              run={run}
              band={f.band.hours}
              cutoffV={f.energy.pack.cutoffV}
              wanted={doc.brief.hours}
              width={size.w - 16}
              height={250}
            />
          )}
        </div>
      )}
      {run && !run.isDead && f.band && <Causes band={f.band} />}
      <Loads />
      {f.run && (
        <section className="card">
          <h2>How the hours are reached</h2>
          <Working lines={f.run.working} />
        </section>
      )}
    </>
  );
}

function NoHours({ figures }: { figures: PowerFigures }) {
  if (figures.supply?.isWall) return <>Fed from the wall: it runs as long as the plug is in.</>;
  if (!figures.energy.pack) {
    return (
      <>
        No cell yet. <Link to="../kit">Choose one</Link>: the length, width and thickness that fit,
        then its capacity.
      </>
    );
  }
  return (
    <>
      Nothing makes the voltage that its loads want. <Link to="../kit">Add a converter</Link> or a
      charge board.
    </>
  );
}

/** What the ± is made of, widest first, and what to measure next. */
function Causes({ band }: { band: Band }) {
  const next = narrowsMost(band);
  const most = band.causes[0]?.hours ?? 1;
  return (
    <section className="card" aria-label="What the ± is made of">
      <h2>What the ± is made of</h2>
      <p>
        {next ? (
          <>
            <b>Measure next: {next.cause.name}</b>, {next.how}: it turns ± {band.hours.toFixed(2)} h
            into ± {next.hours.toFixed(2)} h. <Link to="../bench">The bench</Link> says how.
          </>
        ) : (
          'Everything worth reading was read.'
        )}
      </p>
      <ul className={style.causes}>
        {band.causes.map((c) => (
          <li key={c.item ?? c.name}>
            <span>{c.name}</span>
            <span className="note">known to ± {Math.round(100 * c.within)} %</span>
            <span className={style.bar} aria-hidden="true">
              <i style={{ width: `${(100 * c.hours) / most}%` }} />
            </span>
            <span>± {c.hours.toFixed(2)} h</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
