/**
 * What the maker of a kit's board says: what stands where on it, its own keys, how many belong to it,
 * and what goes in before what. Places are taken over from the layout; the rest is typed once.
 */
import { useState } from 'react';
import { Button } from 'antd';
import { bodiesOf, joinAsLaid, lyingOnBoard } from '@deft/core/fit';
import type { Carrier, Item, Part } from '@deft/core/model';
import { useBuild, useScene } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import { Joins } from './Joins';
import { Keys } from './Keys';
import { Orders } from './Orders';
import style from './KitRules.module.css';

const BARE: Carrier = { joins: [], keys: [] };

/** Lists that are empty are left out of the document. */
function tidied(carrier: Carrier): Carrier {
  const next = { ...carrier };
  if (!next.counts?.length) delete next.counts;
  if (!next.order?.length) delete next.order;
  if (!next.enters?.length) delete next.enters;
  return next;
}

export function KitRules({
  item,
  part,
  onChange,
}: {
  item: Item;
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const { doc } = useBuild('doc');
  const all = useScene();
  const scene = bodiesOf(all).find((body) => body.items.has(item.id)) ?? all;
  const [bad, setBad] = useState<string>();
  const carrier = part.carrier ?? BARE;
  const set = (more: Partial<Carrier>) =>
    setBad(onChange({ ...part, carrier: tidied({ ...carrier, ...more }) }));
  const laid = lyingOnBoard(scene, item.id).flatMap(
    (at) => joinAsLaid(scene, item.id, at.item.id) ?? [],
  );
  const kinds = doc.kit.parts.map((q) => ({ value: q.id, label: q.name }));
  const forget = () => {
    const next = { ...part };
    delete next.carrier;
    setBad(onChange(next));
  };

  if (!part.carrier) {
    return (
      <div className={style.begin}>
        <p>
          A kit’s board carries other parts without a wire. Lay the kit out in Fit as its sheet
          shows it; then the places are taken over from there, and Fit watches that nothing stands
          the wrong way round.
        </p>
        <Button size="small" disabled={!laid.length} onClick={() => set({ joins: laid })}>
          {laid.length
            ? `This carries ${laid.map((j) => j.name).join(', ')}: take their places over`
            : 'Nothing lies on it in the layout yet'}
        </Button>
        <Bad said={bad} />
      </div>
    );
  }
  return (
    <div className={style.rules}>
      <Bad said={bad} />
      <Joins carrier={carrier} laid={laid} set={set} />
      <Keys part={part} carrier={carrier} set={set} />
      <Orders board={part.id} carrier={carrier} kinds={kinds} items={doc.kit.items} set={set} />
      <p>
        <Button size="small" type="text" onClick={forget}>
          It is no kit’s board: forget all this
        </Button>
      </p>
    </div>
  );
}
