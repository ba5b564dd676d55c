/** A typed figure with its unit: commits on Enter or when left, takes a decimal comma, and clears when emptied. */
import { useId, useState } from 'react';
import { Input } from 'antd';
import { useChanged } from './useChanged';

/** A plain number as typed; a comma is a decimal sign, two signs are asked about. */
function parsed(text: string): number | 'empty' | 'not a number' {
  const t = text.trim().replace('−', '-');
  if (!t) return 'empty';
  if (!/^-?\d*([.,]\d+)?$/.test(t) || t === '-') return 'not a number';
  return Number(t.replace(',', '.'));
}

export function FigureField({
  label,
  unit = '',
  value,
  min,
  max,
  whole = false,
  onChange,
}: {
  label: string;
  unit?: string | undefined;
  value: number | undefined;
  min: number;
  max: number;
  whole?: boolean | undefined;
  /** Nothing when the field was emptied. */
  onChange: (value: number | undefined) => string | undefined | void;
}) {
  const id = useId();
  const shown = value === undefined ? '' : String(value);
  const [text, setText] = useState(shown);
  const [bad, setBad] = useState<string>();
  useChanged(shown, (now) => {
    setText(now);
    setBad(undefined);
  });
  const commit = () => {
    const read = parsed(text);
    if (read === 'not a number') {
      setBad(`"${text}" is not a number.`);
      return;
    }
    const next = read === 'empty' ? undefined : read;
    if (next !== undefined && (next < min || next > max)) {
      setBad(`From ${min} to ${max}${unit && ` ${unit}`}.`);
      return;
    }
    if (next !== undefined && whole && !Number.isInteger(next)) {
      setBad('A whole number.');
      return;
    }
    if (next !== value) setBad(onChange(next) ?? undefined);
  };
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <span>
        <Input
          id={id}
          size="small"
          value={text}
          inputMode="decimal"
          suffix={<span className="note">{unit}</span>}
          {...(bad ? { status: 'error' as const } : {})}
          onChange={(e) => {
            setText(e.target.value);
            setBad(undefined);
          }}
          onBlur={commit}
          onPressEnter={commit}
        />
        {bad && (
          <span className="bad" role="alert">
            {bad}
          </span>
        )}
      </span>
    </>
  );
}
