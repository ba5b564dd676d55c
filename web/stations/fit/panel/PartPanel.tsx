/** The chosen part in numbers: where it lies, how it stands, what may come off. */
import { Button, Checkbox } from 'antd';
import { CONDUCTIVE, lyingOver } from '@deft/core/fit';
import { thickness } from '@deft/core/kit';
import { Bad } from '../../../ui/Bad';
import type { useArranging } from '../useArranging';
import { ComesOff } from './ComesOff';
import { Sockets } from './Sockets';
import { Standing } from './Standing';
import { type PartInPanel, usePart } from './usePart';
import style from './PartPanel.module.css';

export function PartPanel({
  item,
  arranging,
  onClose,
}: {
  item: string;
  arranging: ReturnType<typeof useArranging>;
  onClose: () => void;
}) {
  const part = usePart(item, arranging);
  if (!part) return null;
  const { doc, now, at, apply, strike, tape, takeOut } = part;
  const mayBeTaped = at.part.blocks.some((b) => CONDUCTIVE.has(b.kind));
  const bearsOthers = doc.layout.placements.some((p) => 'item' in p.on && p.on.item === item);
  return (
    <section className={`card ${style.panel}`} aria-label={at.item.name}>
      <div className={`row ${style.title}`}>
        <h2 className="grow">{at.item.name}</h2>
        <Button size="small" type="text" onClick={onClose} aria-label="Close part panel">
          Close
        </Button>
      </div>
      <Bad said={arranging.trouble} />
      {'piece' in now.on && <LiesOver part={part} />}
      <p className={`note ${style.title}`}>{thickness(at.part, at.item.struck).working[0]}</p>
      <Standing part={part} />
      {mayBeTaped && (
        <Checkbox
          className={style.tape}
          checked={at.item.insulated ?? false}
          onChange={(e) => tape(e.target.checked)}
        >
          Under two layers of polyimide tape
        </Checkbox>
      )}
      <ComesOff part={at.part} item={at.item} onStrike={strike} />
      <Sockets part={at.part} item={at.item} apply={apply} />
      <div className={`row ${style.out}`}>
        <Button size="small" onClick={takeOut}>
          Take it out of the shell
        </Button>
      </div>
      {bearsOthers && <p className="note">Other parts ride on it.</p>}
    </section>
  );
}

/** A part that hangs over another is likely meant to sit on it. */
function LiesOver({ part: { scene, at, setDown } }: { part: PartInPanel }) {
  const under = lyingOver(scene, at.item.id);
  if (!under) return null;
  return (
    <p className="row note">
      Its middle lies over {under.item.name}.{' '}
      <Button size="small" onClick={() => setDown(under.item.id)}>
        Set it on {under.item.name}
      </Button>
    </p>
  );
}
