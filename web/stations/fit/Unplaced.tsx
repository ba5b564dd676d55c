/** Parts that stay outside the shell or are left out for now, to be fetched back. */
import { Button } from 'antd';
import { firstPlace } from '@deft/core/fit';
import { applied } from '@deft/core/model';
import { useBuild } from '../../state/build';

export function Unplaced({ onPlaced }: { onPlaced: (item: string) => void }) {
  const { doc, edit } = useBuild('doc', 'edit');
  const loose = doc.kit.items.filter((i) => i.where);
  if (!loose.length || !doc.shell.bodies.length) return null;
  const put = (id: string) => {
    const at = firstPlace(doc, id);
    if (at) {
      edit((p) => applied(p, { do: 'stand', placement: at }));
      onPlaced(id);
    }
  };
  return (
    <section>
      <h3 style={{ marginBottom: 6 }}>Not in the shell</h3>
      <div className="list">
        {loose.map((i) => (
          <div key={i.id} className="row">
            <span className="grow">
              {i.name} {i.where && <span className="note">{i.where}</span>}
            </span>
            <Button size="small" onClick={() => put(i.id)}>
              Put it in
            </Button>
          </div>
        ))}
      </div>
    </section>
  );
}
