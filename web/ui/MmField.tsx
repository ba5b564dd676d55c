/** A typed place or size without a measuring method: commits on Enter or when left. */
import { useId, useState } from 'react';
import { Input } from 'antd';
import { formatMm, parseLength } from '@deft/core/model';
import { useChanged } from './useChanged';

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
  const id = useId();
  const [text, setText] = useState(formatMm(value));
  const [bad, setBad] = useState<string>();
  useChanged(value, (mm) => {
    setText(formatMm(mm));
    setBad(undefined);
  });
  const commit = () => {
    const read = parseLength(text, {
      ...(min === undefined ? {} : { min }),
      ...(max === undefined ? {} : { max }),
    });
    if (!read.ok) {
      setBad(read.sentence);
      return;
    }
    if (read.mm !== value) setBad(onChange(read.mm) ?? undefined);
  };
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        size="small"
        value={text}
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
        <span className="bad" role="alert" style={{ gridColumn: '1 / 3' }}>
          {bad}
        </span>
      )}
    </>
  );
}
