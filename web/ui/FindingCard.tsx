/** One finding: the number first, what meets what, why, and the ways out that were re-checked. */
import { memo } from 'react';
import { Button } from 'antd';
import { percent, type Finding, type WayOut } from '@deft/core/model';
import type { Ways } from '@deft/core/verdict';
import { Worded } from '../words/Worded';
import { ask } from '../keys/asking';
import { useBuild } from '../state/build';

export interface FindingCardProps {
  finding: Finding;
  no: number;
  chosen: boolean;
  ways: Ways | undefined;
}

/** Drawn again only when its own finding has changed. */
export const FindingCard = memo(function FindingCard({
  finding: f,
  no,
  chosen,
  ways,
}: FindingCardProps) {
  const { choose, apply } = useBuild('choose', 'apply');
  const onChoose = () => choose(chosen ? undefined : f.id);
  const onTake = (way: WayOut) => {
    apply(way.changes);
    choose(undefined);
  };
  const sigma = f.measure?.sigma;
  return (
    <article
      className={`finding ${chosen ? 'chosen' : ''}`}
      aria-label={`${f.verdict}: ${f.title}, ${f.what}`}
    >
      <button
        type="button"
        className={`plain no ${f.verdict}`}
        onClick={onChoose}
        aria-label={`Show finding ${no}`}
        aria-pressed={chosen}
      >
        {no}
      </button>
      <div>
        <button type="button" className="plain" onClick={onChoose} tabIndex={-1}>
          <h3>
            {f.title}
            {sigma !== undefined && <span className="note"> ± {(2 * sigma).toFixed(1)}</span>}
          </h3>
          <p>
            {f.what}
            {f.inBody && <span className="note"> in {f.inBody.name}</span>}
          </p>
        </button>
        {(chosen ? f.why : f.why.slice(0, 1)).map((line) => (
          <p className="note" key={line}>
            {chosen ? <Worded text={line} /> : line}
            {!chosen && f.measure && !line.includes('chance')
              ? `${line.endsWith('.') ? '' : '.'} ${cap(percent(f.measure.chance))} to fit.`
              : ''}
          </p>
        ))}
        {chosen && f.measure && f.measure.sources.length > 0 && (
          <p className="note">
            Largest source: {f.measure.sources[0]!.label}, ±{' '}
            {(2 * Math.abs(f.measure.sources[0]!.k) * f.measure.sources[0]!.u).toFixed(2)} mm.
          </p>
        )}
        {f.verdict !== 'clear' && (
          <WayList
            ways={ways}
            onTake={onTake}
            isOfPlace={OF_PLACE.has(f.check)}
            isAsked={f.undecided === true}
          />
        )}
      </div>
    </article>
  );
});

const cap = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);

/** Where a part lies is what they are about: another layout may be without them. */
const OF_PLACE: ReadonlySet<Finding['check']> = new Set<Finding['check']>([
  'touch',
  'plug',
  'place',
  'closing',
  'reach',
  'antenna',
  'outside',
]);

function WayList({
  ways,
  onTake,
  isOfPlace,
  isAsked,
}: {
  ways: Ways | undefined;
  onTake: (w: WayOut) => void;
  isOfPlace: boolean;
  /** Something is still to be chosen or measured: the finding itself says what comes next. */
  isAsked: boolean;
}) {
  if (!ways) {
    return (
      <p className="note" role="status">
        Looking for ways out ...
      </p>
    );
  }
  if (!ways.ways.length) {
    if (isAsked && !ways.blocked) return null;
    return (
      <p className="note">
        {ways.blocked
          ? `No way out: ${ways.blocked}.`
          : 'No way out was found that keeps everything else clear.'}
        {isOfPlace && (
          <>
            {' '}
            The other half, a jig (±0.1 instead of ±0.3) or a thinner part may do, or{' '}
            <Button size="small" onClick={() => ask('arrange')}>
              Arrange anew
            </Button>
          </>
        )}
      </p>
    );
  }
  return (
    <div>
      {ways.ways.map((w, i) => (
        <button type="button" className="plain way" key={w.id} onClick={() => onTake(w)}>
          <span className="key" aria-hidden="true">
            {i + 1}
          </span>
          <span>
            <span className="do">{w.text}</span>
            <span className="cost">{w.cost}</span>
          </span>
        </button>
      ))}
    </div>
  );
}
