/** Everything in the body, to be chosen by name. */
import type { Body } from '@deft/core/model';
import { kindOf, thingsOf } from '../things';
import styles from './Readings.module.css';

export function ThingsList({
  body,
  chosen,
  onChoose,
}: {
  body: Body;
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
}) {
  const things = thingsOf(body);
  return (
    <section className={styles.list}>
      <h2>What is in it</h2>
      <div className="list">
        {things.map((t) => {
          const isChosen = chosen === t.it.id;
          return (
            <button
              type="button"
              key={t.it.id}
              className={`plain row ${isChosen ? 'sel' : ''}`}
              onClick={() => onChoose(isChosen ? undefined : t.it.id)}
            >
              <span className="grow">{t.it.name}</span>
              <span className="note">
                {kindOf(t)}, {t.piece}
              </span>
            </button>
          );
        })}
        {!things.length && (
          <p className="note">
            No posts yet. Next: each screw post, centre from two edges, with the depth rod.
          </p>
        )}
      </div>
    </section>
  );
}
