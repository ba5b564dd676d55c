/** A magnet in one body and its switch in the other. */
import { Button } from 'antd';
import { type Hinge, length } from '@deft/core/model';
import { LengthField } from '../../../ui/LengthField';

export function MagnetFields({
  hinge,
  onChange,
}: {
  hinge: Hinge;
  onChange: (m: Hinge['magnet']) => unknown;
}) {
  const m = hinge.magnet;
  if (!m) {
    return (
      <div>
        <Button
          size="small"
          type="link"
          style={{ padding: 0 }}
          onClick={() =>
            onChange({
              closedMm: length(3, 'estimate'),
              openMm: length(40, 'estimate'),
              pullIn: length(8, 'typical'),
              letGo: length(14, 'typical'),
            })
          }
        >
          A magnet puts it to sleep
        </Button>
      </div>
    );
  }
  const f = (label: string, key: keyof NonNullable<Hinge['magnet']>) => (
    <LengthField
      key={key}
      label={label}
      min={0.1}
      value={m[key]}
      onChange={(l) => {
        onChange({ ...m, [key]: l });
      }}
    />
  );
  return (
    <div className="fields">
      {f('Magnet to switch, closed', 'closedMm')}
      {f('Magnet to switch, open', 'openMm')}
      {f('It pulls in at', 'pullIn')}
      {f('It lets go at', 'letGo')}
      <span />
      <Button
        size="small"
        type="text"
        style={{ gridColumn: '2 / 5' }}
        onClick={() => onChange(undefined)}
      >
        No magnet
      </Button>
    </div>
  );
}
