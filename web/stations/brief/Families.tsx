/** The game families to play: their pictures to scale with each other, the computer they want, and their buttons. */
import { COVERAGE, SHOWN } from '@deft/core/catalogue';
import { GameFamily } from '@deft/core/model';
import { useBuild } from '../../state/build';

const PX = 0.17;

export function Families() {
  const { doc, edit, scores } = useBuild('doc', 'edit', 'scores');
  const wanted = new Set(doc.brief.families);
  const toggle = (name: GameFamily) =>
    edit((p) => ({
      ...p,
      brief: {
        ...p.brief,
        families: GameFamily.options.filter((f) => (f === name ? !wanted.has(f) : wanted.has(f))),
      },
    }));
  const why = new Map(
    scores
      .find((s) => s.goal === 'families')
      ?.why.map((w) => [w.split(':')[0], w.slice(w.indexOf(':') + 2)] as const),
  );
  return (
    <section aria-label="Game families">
      <h2 style={{ marginBottom: 8 }}>
        Plays{' '}
        <span className="note">frames to one scale; class is the computer it wants, of 5</span>
      </h2>
      <div className="families">
        {GameFamily.options.map((name) => {
          const { px, well, mostly, needs, axes } = COVERAGE[name];
          const shape = SHOWN[name].shape;
          const w = shape ? px[1] * shape : px[0];
          const on = wanted.has(name);
          return (
            <button
              key={name}
              type="button"
              className={`family ${on ? 'on' : ''}`}
              aria-pressed={on}
              onClick={() => toggle(name)}
            >
              <svg width={72} height={66} aria-hidden="true">
                <rect
                  x={(72 - w * PX) / 2}
                  y={(66 - px[1] * PX) / 2}
                  width={w * PX}
                  height={px[1] * PX}
                  rx="2"
                />
              </svg>
              <span>
                <b>{name}</b>
                <span className="note">
                  {px[0]} × {px[1]}, pad + {needs.length - 4}
                  {axes ? ' + stick' : ''}
                  <br />
                  class {mostly === well ? well : `${mostly} mostly, ${well} well`}
                  {on && why.get(name) ? (
                    <>
                      <br />
                      <em>{why.get(name)}</em>
                    </>
                  ) : null}
                </span>
              </span>
            </button>
          );
        })}
      </div>
    </section>
  );
}
