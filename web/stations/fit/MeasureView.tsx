/** The distance between any two things: parts, posts, walls, floors. */
import { useMemo } from 'react';
import { Button, Select } from 'antd';
import { type Distance, distanceBetween, type Scene, measurables } from '@deft/core/fit';

export interface Ends {
  from?: string | undefined;
  to?: string | undefined;
}
const said = (mm: number, axis: string): string =>
  mm < -1e-6 ? `overlap by ${(-mm).toFixed(2)} mm ${axis}` : `${mm.toFixed(2)} mm ${axis}`;

export function useDistance(scene: Scene, { from, to }: Ends): Distance | undefined {
  return useMemo(() => {
    const all = measurables(scene);
    const a = all.find((t) => t.id === from);
    const b = all.find((t) => t.id === to);
    return a && b && a !== b ? distanceBetween(a, b) : undefined;
  }, [scene, from, to]);
}

export function MeasureView({
  scene,
  ends,
  onEnds,
  onClose,
}: {
  scene: Scene;
  ends: Ends;
  onEnds: (e: Ends) => void;
  onClose: () => void;
}) {
  const options = useMemo(
    () => measurables(scene).map((t) => ({ value: t.id, label: t.name })),
    [scene],
  );
  const d = useDistance(scene, ends);
  const pick = (label: string, value: string | undefined, set: (v: string) => void) => (
    <Select
      size="small"
      showSearch
      optionFilterProp="label"
      aria-label={label}
      placeholder={label.toLowerCase()}
      style={{ width: 230 }}
      value={value ?? null}
      onChange={set}
      options={options}
    />
  );
  return (
    <section className="profile" aria-label="Measure">
      <div className="bar">
        <h2>Measure</h2>
        {pick('From', ends.from, (from) => onEnds({ ...ends, from }))}
        {pick('To', ends.to, (to) => onEnds({ ...ends, to }))}
        <Button size="small" disabled={!ends.from && !ends.to} onClick={() => onEnds({})}>
          Clear
        </Button>
        <Button size="small" type="text" style={{ marginLeft: 'auto' }} onClick={onClose}>
          Close
        </Button>
      </div>
      <div style={{ padding: '8px 20px' }}>
        {!d && (
          <p className="note">
            {ends.from && ends.from === ends.to
              ? 'That is one and the same thing.'
              : 'Choose two things: parts, posts, ribs, walls or floors. What is clicked in the book is taken first.'}
          </p>
        )}
        {d && (
          <p style={{ fontSize: 18, margin: '4px 0' }}>
            <b style={{ fontWeight: 600 }}>
              {d.gap.gap < -1e-6
                ? `${(-d.gap.gap).toFixed(2)} mm overlap`
                : `${d.gap.gap.toFixed(2)} mm free`}
            </b>
          </p>
        )}
        {d && (
          <p>
            Along each axis: {said(d.x, 'across')}, {said(d.y, 'up')}, {said(d.z, 'in depth')}.
          </p>
        )}
        {d && (
          <p className="note">
            {d.working.charAt(0).toUpperCase()}
            {d.working.slice(1)}. No clearance is taken off.
          </p>
        )}
      </div>
    </section>
  );
}
