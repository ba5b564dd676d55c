/** The opened file: its unit, which solid of it, which half that is and how it lies. */
import { Button, Select } from 'antd';
import { formatMm } from '@deft/core/model';
import type { HalfView } from './useHalf';
import styles from './Mesh.module.css';

const UNITS = [
  { value: 1, label: 'millimetres' },
  { value: 25.4, label: 'inches' },
  { value: 10, label: 'centimetres' },
  { value: 1000, label: 'metres' },
];
const HALVES = [
  { value: 'front' as const, label: 'front' },
  { value: 'back' as const, label: 'back' },
];

export function MeshFile({ view, onOther }: { view: HalfView; onOther: () => void }) {
  const { file, half, known, solid, role } = view;
  if (!file) return null;
  const isUsual = !known || UNITS.some((u) => u.value === known);
  const units = isUsual ? UNITS : [{ value: known, label: 'as it says' }, ...UNITS];
  return (
    <div className={`card ${styles.file}`}>
      <p>
        <b className={styles.name}>{file.name}</b>{' '}
        <span className="note">
          {file.kind}, {file.solids[solid]?.triangles.toLocaleString('en')} triangles
        </span>
      </p>
      <div className="pair">
        <span>One unit is</span>
        <Select
          size="small"
          aria-label="File unit"
          placeholder="choose"
          {...(known ? { value: known } : {})}
          onChange={view.setUnit}
          options={units}
          popupMatchSelectWidth={150}
        />
      </div>
      {view.isUnitOfLast && (
        <p className="note">The file does not say its unit: taken as in the one before.</p>
      )}
      <Size size={file.solids[solid]?.size} unit={known} />
      {file.solids.length > 1 && (
        <div className="pair">
          <span>Solid</span>
          <Select
            size="small"
            aria-label="Solid"
            value={solid}
            onChange={view.setSolid}
            options={file.solids.map((s, i) => ({ value: i, label: s.name }))}
            popupMatchSelectWidth={190}
          />
        </div>
      )}
      <div className="pair">
        <span>It is the</span>
        <Select
          size="small"
          aria-label="Which half"
          value={role}
          onChange={view.setRole}
          options={HALVES}
        />
      </div>
      <div className="row">
        <Button size="small" disabled={!half} onClick={view.turn}>
          Quarter turn
        </Button>
        <Button size="small" disabled={!half} onClick={view.turnOver}>
          Other side is open
        </Button>
        <Button size="small" type="text" onClick={onOther}>
          Other file
        </Button>
      </div>
    </div>
  );
}

function Size({ size, unit }: { size: readonly number[] | undefined; unit: number | undefined }) {
  if (!size) return null;
  const over = size.map((v) => formatMm(v * (unit ?? 1), 1)).join(' × ');
  return (
    <p className="note">
      {over} {unit ? 'mm' : 'units'} over everything
    </p>
  );
}
