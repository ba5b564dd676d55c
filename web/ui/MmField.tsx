/** A typed place or size without a measuring method. */
import { formatMm, parseLength } from '@deft/core/model';
import { TypedField } from './TypedField';

export function MmField({
  label,
  value,
  min,
  max,
  unit = 'mm',
  onChange,
}: {
  label: string;
  value: number;
  min?: number;
  max?: number;
  unit?: string;
  onChange: (mm: number) => string | undefined | void;
}) {
  const limits = {
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
  };
  return (
    <TypedField
      label={label}
      unit={unit}
      shown={formatMm(value)}
      value={value}
      read={(text) => {
        const typed = parseLength(text, limits);
        return typed.ok ? { ok: true, value: typed.mm } : typed;
      }}
      onChange={onChange}
    />
  );
}
