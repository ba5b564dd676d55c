/** Which of the eight ways it is built: it decides which chains are wanted and which steps come. */
import { useBuild } from '../../state/build';
import { WAY_WORDS } from '../../ui/ways';

export function WayRow() {
  const { doc, edit } = useBuild('doc', 'edit');
  return (
    <section aria-label="Way to build">
      <h2 style={{ marginBottom: 8 }}>Built as</h2>
      <div className="ways-to-build">
        {WAY_WORDS.map(([way, words]) => (
          <button
            key={way}
            type="button"
            className={doc.way === way ? 'on' : ''}
            aria-pressed={doc.way === way}
            onClick={() => edit((p) => ({ ...p, way }))}
          >
            <b>{way}</b>
            <span>{words}</span>
          </button>
        ))}
      </div>
    </section>
  );
}
