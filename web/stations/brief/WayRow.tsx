/** Which of the eight ways it is built: it decides which chains are wanted and which steps come. */
import type { Project } from '@deft/core/model';
import { useBuild } from '../../state/build';

const WAYS: ReadonlyArray<readonly [Project['way'], string]> = [
  ['gut and fit', 'a donor emptied, generic boards in it'],
  ['carrier board', 'one board made for the shell'],
  ['custom shell', 'a printed shell around the parts'],
  ['open plate', 'on a plate or in a box, pads outside'],
  ['graft', 'two shells become one'],
  ['tv box', 'no screen; a television shows it'],
  ['transplant', 'the original board moves house'],
  ['case upgrade', 'a bought case, bettered'],
];

export function WayRow() {
  const { doc, edit } = useBuild('doc', 'edit');
  return (
    <section aria-label="Way to build">
      <h2 style={{ marginBottom: 8 }}>Built as</h2>
      <div className="ways-to-build">
        {WAYS.map(([way, words]) => (
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
