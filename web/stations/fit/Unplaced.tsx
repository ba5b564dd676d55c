/** What is not in the shell and needs no place there: outside, left out for now, or small stock. */
import { Button } from 'antd';
import { firstPlace, wantsPlace } from '@deft/core/fit';
import { partOf } from '@deft/core/kit';
import { applied } from '@deft/core/model';
import { useBuild, useLayout, useShownScene } from '../../state/build';

export function Unplaced({ onPlaced }: { onPlaced: (item: string) => void }) {
  const { doc, edit } = useBuild('doc', 'edit');
  const scene = useShownScene();
  const layout = useLayout();
  const placed = new Set(doc.layout.placements.map((q) => q.item));
  const leads = new Set(scene.cables.map((c) => c.lead.id));
  const loose = doc.kit.items.filter(
    (i) => !placed.has(i.id) && !leads.has(i.id) && (i.where || !wantsPlace(partOf(doc, i))),
  );
  if (!loose.length || !doc.shell.bodies.length) return null;
  const put = (id: string) => {
    const at = firstPlace(layout, id);
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
