/** Holes to close, what each is closed with, and what else comes out of the shell and is worth keeping. */
import { closedWith, closedWords, offCuts, offCutWords } from '@deft/core/cuts';
import { useBuild } from '../../state/build';
import style from './CutStation.module.css';

export function OffCuts() {
  const { doc, check } = useBuild('doc', 'check');
  const { blanks } = check.cuts;
  const { closed, left } = closedWith(offCuts(doc, check.cuts), blanks);
  return (
    <>
      {blanks.length > 0 && (
        <section className="card" aria-label="To close">
          <h2>To close</h2>
          {blanks.map((b) => {
            const from = closed.find((c) => c.blank === b.id);
            return (
              <p key={b.id}>
                <b className={style.name}>{b.name}</b>, {b.piece}:{' '}
                {from ? closedWords(from) : b.why}.
              </p>
            );
          })}
        </section>
      )}
      {left.length > 0 && (
        <section className="card" aria-label="Off-cuts">
          <h2>
            Off-cuts <span className="note">the right colour for a cap, a patch or a doubler</span>
          </h2>
          <ul className={style.how}>
            {left.map((o, i) => (
              <li key={`${o.key}${i}`}>
                {offCutWords(o)}
                {o.isCurved && ', curved'}
                {!o.isThere && <span className="note"> once it is cut</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
