/** What makes millimetres of the picture, and how well it does. */
import { Button, Radio } from 'antd';
import type { View } from '@deft/core/capture';
import { type Length, length } from '@deft/core/model';
import { MmField } from '../../../ui/MmField';

export interface How {
  kind: 'scan' | 'photo';
  marks: Array<{ x0: number; y0: number; x1: number; y1: number; mm: number }>;
  corners: ReadonlyArray<readonly [number, number]>;
  wide: number;
  high: number;
  distance: Length;
  rim: Length;
}

export function MarksForm({
  how,
  onHow,
  view,
}: {
  how: How;
  onHow: (h: How) => void;
  view: View | undefined;
}) {
  const set = (more: Partial<How>) => onHow({ ...how, ...more });
  return (
    <section
      className="card"
      aria-label="Marks"
      style={{ display: 'flex', flexDirection: 'column', gap: 8 }}
    >
      <Radio.Group
        size="small"
        optionType="button"
        buttonStyle="solid"
        value={how.kind}
        onChange={(e) => set({ kind: e.target.value as How['kind'] })}
        options={[
          { value: 'scan', label: 'Flatbed scan' },
          { value: 'photo', label: 'Photo from above' },
        ]}
      />
      {how.kind === 'scan' ? (
        <>
          {how.marks.map((m, i) => (
            <div key={i} className="pair">
              <MmField
                label={`Distance ${i + 1}`}
                min={0.1}
                max={1000}
                value={m.mm}
                onChange={(mm) => {
                  set({ marks: how.marks.map((q, k) => (k === i ? { ...q, mm } : q)) });
                }}
              />
            </div>
          ))}
          {!how.marks.length && (
            <p className="note">
              Mark a known distance in the picture, as long as you can: 100 mm on a ruler, the outer
              width.
            </p>
          )}
          {how.marks.length > 0 && (
            <div>
              <Button size="small" type="text" onClick={() => set({ marks: [] })}>
                Start the marks again
              </Button>
            </div>
          )}
        </>
      ) : (
        <>
          <div className="pair">
            <MmField
              label="Rectangle, width"
              min={10}
              max={1000}
              value={how.wide}
              onChange={(wide) => {
                set({ wide });
              }}
            />
            <MmField
              label="Rectangle, height"
              min={10}
              max={1000}
              value={how.high}
              onChange={(high) => {
                set({ high });
              }}
            />
            <MmField
              label="Camera over the table"
              min={50}
              max={3000}
              value={how.distance.mm}
              onChange={(mm) => {
                set({ distance: length(mm, how.distance.how) });
              }}
            />
            <MmField
              label="Rim over the table"
              min={0}
              max={200}
              value={how.rim.mm}
              onChange={(mm) => {
                set({ rim: length(mm, how.rim.how) });
              }}
            />
          </div>
          <p className="note">
            {how.corners.length < 4
              ? 'Mark the four corners of the rectangle, lower left first, then lower right and round.'
              : 'Its sides were followed in the picture.'}{' '}
            The rim is nearer to the camera than the table; that is taken out.
          </p>
          {how.corners.length > 0 && (
            <div>
              <Button size="small" type="text" onClick={() => set({ corners: [] })}>
                Start the corners again
              </Button>
            </div>
          )}
        </>
      )}
      {view && (
        <p>
          <b style={{ fontWeight: 600 }}>± {(2 * view.residual.value).toFixed(2)} mm</b> at{' '}
          {view.pxPerMm.toFixed(1)} px/mm.{' '}
          <span className="note">{view.residual.working.join('. ')}.</span>
        </p>
      )}
      {view && view.residual.value > 0.25 && (
        <p className="bad" role="alert">
          The marks disagree by more than callipers would. Check their lengths, or take the picture
          from further away.
        </p>
      )}
    </section>
  );
}
