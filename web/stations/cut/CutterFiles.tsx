/** Sheets for a laser, plotter or mill, with what its beam takes away typed once. */
import { useState } from 'react';
import { cutterSheet, MOST_KERF_MM, type Sheet } from '@deft/core/cuts';
import { cutterDxf } from '@deft/core/formats';
import { useBuild, useSettled } from '../../state/build';
import { Bad } from '../../ui/Bad';
import { download } from '../../ui/download';
import { MmField } from '../../ui/MmField';

/** Downloads a sheet for a machine; the sentence when it cannot be cut so. */
export function takeCutter(sheet: Sheet, kerf: number, file: string): string | undefined {
  const made = cutterSheet(sheet, kerf);
  if (!made.ok) return made.sentence;
  download(`${file}.dxf`, cutterDxf(made.sheet), 'image/vnd.dxf');
  return undefined;
}

export function CutterFiles({ sheets }: { sheets: readonly Sheet[] }) {
  const { doc, edit } = useBuild('doc', 'edit');
  const settled = useSettled();
  const [bad, setBad] = useState<string>();
  const kerf = doc.workshop?.kerf ?? 0;
  if (!sheets.length) return null;
  return (
    <section>
      <h3>For a laser or mill, as DXF</h3>
      <p className="note">
        Layers to cut, mark and engrave. A hole is followed inside its line by half of what the
        machine takes away, a rim outside; posts are trimmed by hand.
      </p>
      <div className="pair">
        <MmField
          label="Takes away"
          min={0}
          max={MOST_KERF_MM}
          value={kerf}
          onChange={(mm) => {
            setBad(undefined);
            return edit((p) => ({ ...p, workshop: { prints: [], ...p.workshop, kerf: mm } }));
          }}
        />
      </div>
      <div className="list">
        {sheets.map((s) => (
          <button
            key={s.id}
            type="button"
            className="plain"
            disabled={!settled}
            onClick={() => setBad(takeCutter(s, kerf, `${doc.id}-${s.id}-machine`))}
          >
            {s.title}, DXF
          </button>
        ))}
      </div>
      <Bad said={bad} />
    </section>
  );
}
