/** What the presses say once all keys were pressed: clean, or the faults with their mends. */
import { Button } from 'antd';
import { faultWords, type Fault, nameOf, PARTLY, type PressPlan } from '@deft/core/press';
import { useBuild } from '../../../state/build';
import type { PressingNow } from './usePressing';
import style from './press.module.css';

export function Outcome({
  plan,
  pressing,
  onMend,
}: {
  plan: PressPlan;
  pressing: PressingNow;
  /** Done to the stand-in; a builder's own board is mended with the iron. */
  onMend?: (fault: Fault) => void;
}) {
  const { doc } = useBuild('doc');
  const plates = new Map(doc.kit.items.map((i) => [i.id, i.name]));
  const { found, next } = pressing;
  if (!found || next !== undefined) return null;
  if (!found.wrong.length && !found.restless.length) {
    return (
      <p role="status">
        <b>Every key tells its own code, once.</b> Nothing comes by itself.
      </p>
    );
  }
  const [likeliest = [], ...others] = found.explanations;
  const name = (id: string): string => plan.keys.find((k) => k.id === id)!.name;
  return (
    <section aria-label="What is wrong">
      {!likeliest.length && (
        <p className="bad" role="alert">
          {found.wrong.map(name).join(', ') || 'The keys'}: more is wrong than a few faults explain.
          Mend what is plain and press those keys again.
        </p>
      )}
      {likeliest.map((fault) => {
        const words = faultWords(plan, fault, plates);
        return (
          <div key={nameOf(fault)} className={style.fault}>
            <h2 className="bad">{words.title}</h2>
            <p>{words.what}.</p>
            <p>{words.mend}</p>
            {onMend && (
              <div>
                <Button size="small" type="primary" onClick={() => onMend(fault)}>
                  Mended: press those again
                </Button>
              </div>
            )}
          </div>
        );
      })}
      {found.isPartial && <p className="note">It does not explain all: {PARTLY}</p>}
      {others.length > 0 && (
        <p className="note">
          It may as well be:{' '}
          {others
            .map((set) => set.map((f) => faultWords(plan, f, plates).what).join(' and '))
            .join('; or ')}
          .
        </p>
      )}
    </section>
  );
}
