/** A typed figure with its unit: takes a decimal comma, asks where a comma may be either, clears when emptied. */
import { type Typed, TypedField } from './TypedField';

interface Range {
  min: number;
  max: number;
  unit?: string | undefined;
  whole?: boolean | undefined;
}

/** A plain number as typed, or nothing. */
function figure(text: string, { min, max, unit = '', whole }: Range): Typed<number | undefined> {
  const t = text.trim().replace('−', '-');
  const no = (sentence: string): Typed<undefined> => ({ ok: false, sentence });
  if (!t) return { ok: true, value: undefined };
  if (/^-?[1-9]\d{0,2},\d{3}$/.test(t)) {
    return no(
      `${t} may be ${t.replace(',', '.')} or ${t.replace(',', '')}: type it without a comma.`,
    );
  }
  if (!/^-?(\d+([.,]\d*)?|[.,]\d+)$/.test(t)) return no(`"${text}" is not a number.`);
  const value = Number(t.replace(',', '.'));
  if (value < min || value > max) return no(`From ${min} to ${max}${unit && ` ${unit}`}.`);
  return whole && !Number.isInteger(value) ? no('A whole number.') : { ok: true, value };
}

export function FigureField({
  label,
  name,
  value,
  onChange,
  ...range
}: Range & {
  label: string;
  /** What it is called where its label stands elsewhere, in a heading. */
  name?: string;
  value: number | undefined;
  /** Nothing when the field was emptied. */
  onChange: (value: number | undefined) => string | undefined | void;
}) {
  return (
    <TypedField
      label={label}
      {...(name ? { name } : {})}
      unit={range.unit}
      shown={value === undefined ? '' : String(value)}
      value={value}
      read={(text) => figure(text, range)}
      onChange={onChange}
    />
  );
}
