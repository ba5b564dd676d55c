/** What was found in a half, with how good it is; each find kept or left, named, and taken over. */
import { Button, Checkbox, Input, Select } from 'antd';
import type { HalfRead, Offer } from '@deft/core/capture';
import { formatMm, type Opening, OPENING_USES } from '@deft/core/model';
import { featuresWords, type HalfView } from './useHalf';
import styles from './Mesh.module.css';

export function Finds({
  view,
  half,
  chosen,
  onChoose,
}: {
  view: HalfView;
  half: HalfRead;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const { body, offers, left, said } = view;
  return (
    <>
      <p className="note">{halfWords(half)}</p>
      <div className="row">
        <Button type="primary" onClick={view.take}>
          Take over {featuresWords(offers.length - left.size)}
        </Button>
        <Button size="small" type="text" onClick={view.toggleAll}>
          {left.size ? 'Keep all' : 'Ignore all'}
        </Button>
      </div>
      {said && (
        <p className={said.bad ? 'bad' : ''} role="status">
          {said.words}
        </p>
      )}
      {body && body.outline.kind !== half.outline.kind && (
        <p className="note">The outline read so far is replaced by this one.</p>
      )}
      <div className="list" aria-label="What was found">
        {offers.map((o) => (
          <Find
            key={o.id}
            offer={o}
            isChosen={chosen === o.id}
            isKept={!left.has(o.id)}
            onChoose={() => onChoose(o.id)}
            view={view}
          />
        ))}
      </div>
    </>
  );
}

function halfWords({ tiltDeg, rimOff, wall, depth, draftDeg, outline }: HalfRead): string {
  const lean = draftDeg > 0.3 ? `, walls lean ${draftDeg.toFixed(1)}°` : '';
  const around =
    outline.kind === 'rect'
      ? `${formatMm(outline.w.mm, 1)} × ${formatMm(outline.h.mm, 1)} mm, corners ${formatMm(outline.r.mm, 1)}.`
      : `${outline.points.length} outline points.`;
  return (
    `Tilt of ${tiltDeg.toFixed(1)}° taken out; rim flat within ${rimOff.toFixed(2)} mm. ` +
    `Wall ${formatMm(wall.mm)}, half depth ${formatMm(depth.mm)} mm${lean}. ${around}`
  );
}

function Find({
  offer: o,
  isChosen,
  isKept,
  onChoose,
  view,
}: {
  offer: Offer;
  isChosen: boolean;
  isKept: boolean;
  onChoose: () => void;
  view: HalfView;
}) {
  return (
    <div className={`${styles.find} ${isChosen ? 'sel' : ''}`} onMouseEnter={onChoose}>
      <Checkbox
        aria-label={`Keep ${o.name}`}
        checked={isKept}
        onChange={() => view.toggle(o.id)}
        onFocus={onChoose}
      />
      <Input
        size="small"
        variant="borderless"
        className={styles.rename}
        aria-label={`Name of ${o.name}`}
        value={o.name}
        maxLength={200}
        onFocus={onChoose}
        onChange={(e) => view.setName(o.id, e.target.value)}
      />
      {o.is === 'opening' ? (
        <Select
          size="small"
          aria-label={`Use of ${o.name}`}
          value={o.it.use}
          onChange={(use: Opening['use']) => view.setUse(o.id, use)}
          options={OPENING_USES.map((u) => ({ value: u, label: u }))}
          popupMatchSelectWidth={110}
        />
      ) : (
        <span />
      )}
      <span />
      <span className={`note ${styles.words}`}>
        {o.words} · off by {o.off.toFixed(2)}
      </span>
    </div>
  );
}
