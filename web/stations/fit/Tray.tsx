/** Parts of the kit that have no place yet, beside the book: dragged in, or put where they fit. */
import { Button } from 'antd';
import type { Scene } from '@deft/core/fit';
import { wantsPlace } from '@deft/core/fit';
import { partOf } from '@deft/core/kit';
import type { Item, Project } from '@deft/core/model';
import { useBuild, useShownScene } from '../../state/build';
import { TRAY_TYPE } from './tray';
import { usePutting } from './usePutting';
import style from './Tray.module.css';

/** What has no place and wants one; a lead is laid between its sockets. */
const looseOf = (doc: Project, scene: Scene): Item[] => {
  const placed = new Set(doc.layout.placements.map((p) => p.item));
  const leads = new Set(scene.cables.map((c) => c.lead.id));
  return doc.kit.items.filter(
    (i) => !i.where && !placed.has(i.id) && !leads.has(i.id) && wantsPlace(partOf(doc, i)),
  );
};

export function Tray({
  onPlaced,
  onArrange,
}: {
  onPlaced: (item: string) => void;
  onArrange: () => void;
}) {
  const { doc } = useBuild('doc');
  const scene = useShownScene();
  const loose = looseOf(doc, scene);
  const ids = loose.map((i) => i.id);
  const { trying, trouble, put } = usePutting(ids);
  if (!loose.length || !doc.shell.bodies.length) return null;
  const putOne = (id: string) =>
    void put([id]).then((done) => {
      if (done) onPlaced(id);
    });
  return (
    <section className={style.tray} aria-label="Tray">
      <h3>
        Tray <span className="note">{loose.length} without a place</span>
      </h3>
      {loose.length > 1 && (
        <Button
          size="small"
          type="primary"
          disabled={trying !== undefined}
          onClick={() => void put(ids)}
        >
          Put all where they fit
        </Button>
      )}
      <ul>
        {loose.map((i) => (
          <li
            key={i.id}
            draggable
            data-tray={i.id}
            title="Drag it into the book"
            onDragStart={(e) => {
              e.dataTransfer.setData(TRAY_TYPE, i.id);
              e.dataTransfer.effectAllowed = 'move';
            }}
          >
            <span>{i.name}</span>
            <Button
              size="small"
              type="text"
              disabled={trying !== undefined}
              aria-label={`Put ${i.name} where it fits`}
              title="Put it where it fits"
              onClick={() => putOne(i.id)}
            >
              Put in
            </Button>
          </li>
        ))}
      </ul>
      {trying && (
        <span className="note" role="status">
          Looking for a place: {trying} ...
        </span>
      )}
      {trouble && !trying && (
        <p className="bad" role="alert">
          {trouble}{' '}
          <Button size="small" onClick={onArrange}>
            Arrange
          </Button>
        </p>
      )}
    </section>
  );
}
