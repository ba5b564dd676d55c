/** Which of the eight ways it is built: it decides which chains are wanted and which steps come. */
import { useBuild } from '../../state/build';
import { Ways } from '../../ui/ways';

export function WayRow() {
  const { doc, edit } = useBuild('doc', 'edit');
  return (
    <section aria-label="Way to build">
      <h2 style={{ marginBottom: 8 }}>Built as</h2>
      <Ways brief chosen={doc.way} onChoose={(way) => edit((p) => ({ ...p, way }))} />
    </section>
  );
}
