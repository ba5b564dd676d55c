/** One typed value with its unit: committed on Enter or when left; what cannot be stays, with a sentence. */
import { useId, useState } from 'react';
import { Input } from 'antd';
import { useChanged } from './useChanged';

export type Typed<V> = { ok: true; value: V } | { ok: false; sentence: string };

export function TypedField<V>({
  label,
  name,
  unit = '',
  shown,
  value,
  read,
  onChange,
}: {
  label: string;
  /** Where no label is shown beside it. */
  name?: string;
  unit?: string | undefined;
  /** The value as text. */
  shown: string;
  value: V;
  read: (text: string) => Typed<V>;
  onChange: (value: V) => string | undefined | void;
}) {
  const id = useId();
  const [text, setText] = useState(shown);
  const [bad, setBad] = useState<string>();
  useChanged(shown, (now) => {
    setText(now);
    setBad(undefined);
  });
  const commit = () => {
    const typed = read(text);
    if (!typed.ok) {
      setBad(typed.sentence);
      return;
    }
    if (typed.value !== value) setBad(onChange(typed.value) ?? undefined);
  };
  return (
    <>
      {name === undefined && <label htmlFor={id}>{label}</label>}
      <Input
        id={id}
        aria-label={name}
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
        <span className="bad whole-row" role="alert">
          {bad}
        </span>
      )}
    </>
  );
}
