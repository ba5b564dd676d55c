/** What was really cut, as calliper and depth rod say. */
import { useState } from 'react';
import { type CutItem, placedAsCut, type Pocket, readAsCut } from '@deft/core/cuts';
import type { Length } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { LengthField } from '../../ui/LengthField';
import { MmField } from '../../ui/MmField';
import { withOpening, withPocket } from './cutEdits';
import style from './CutStation.module.css';

/** How deep a pocket is to be, and how deep it became. */
export function Depth({ c }: { c: Pocket }) {
  const { edit } = useBuild('edit');
  const [read, setRead] = useState<Length>();
  return (
    <div className={`fields ${style.asCut}`}>
      <MmField
        label="To be deep"
        min={0.1}
        max={20}
        value={c.asked}
        onChange={(deep) => edit((p) => withPocket(p, c, { deep }))}
      />
      <LengthField
        label="As milled, deep"
        min={0.1}
        max={20}
        value={read}
        onChange={(measured) => {
          setRead(measured);
          return measured && edit((p) => withPocket(p, c, { state: 'measured', measured }));
        }}
      />
    </div>
  );
}

/** What was really made, as the calliper says. */
export function AsCut({ o }: { o: CutItem }) {
  const { edit } = useBuild('edit');
  const [w, setW] = useState<Length>();
  const [h, setH] = useState<Length>();
  const from = readAsCut(o);
  const measured = (width: Length | undefined, height: Length | undefined) =>
    width && height
      ? edit((p) => withOpening(p, o, { state: 'measured', measured: { w: width, h: height } }))
      : undefined;
  return (
    <div className={`fields ${style.asCut}`}>
      <LengthField
        label="As cut, width"
        min={0.1}
        value={w}
        onChange={(v) => {
          setW(v);
          return measured(v, o.round ? v : h);
        }}
      />
      {!o.round && (
        <LengthField
          label="As cut, height"
          min={0.1}
          value={h}
          onChange={(v) => {
            setH(v);
            return measured(w, v);
          }}
        />
      )}
      {from?.map(({ edge, mm }, i) => (
        <MmField
          key={edge}
          label={`As cut, from ${edge}`}
          value={mm}
          onChange={(read) =>
            edit((p) => withOpening(p, o, { at: placedAsCut(o, i as 0 | 1, read) }))
          }
        />
      ))}
    </div>
  );
}
