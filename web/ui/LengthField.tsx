/**
 * A typed length: mm, inch or fractions, with what it became, how it was measured, and one sentence
 * when it cannot be.
 */
import { useEffect, useId, useRef, useState } from 'react';
import { Input, Select } from 'antd';
import {
  formatMm,
  type How,
  HOW_WORDS,
  length,
  type Length,
  parseReadings,
  meanOf,
} from '@deft/core/model';

const HOW_SHORT: Partial<Record<How, string>> = {
  calliper: 'calliper',
  ruler: 'ruler',
  estimate: 'estimate',
  typical: 'typical',
  made: 'as printed',
  photo: 'photo',
  mesh: 'from mesh',
  exact: 'exact',
};
const CHOICES: How[] = ['calliper', 'ruler', 'estimate', 'made'];

export interface LengthFieldProps {
  label: string;
  value: Length | undefined;
  min?: number;
  max?: number;
  n?: number;
  /** Returns a sentence when the whole document would not take it. */
  onChange: (value: Length) => string | undefined | void;
  onFocus?: () => void;
  autoFocus?: boolean;
}

/** Cells of a `.fields` grid: number, label, value, how. */
export function LengthField({
  label,
  value,
  min,
  max,
  n,
  onChange,
  onFocus,
  autoFocus,
}: LengthFieldProps) {
  const id = useId();
  const [text, setText] = useState(value ? (value.typed ?? formatMm(value.mm)) : '');
  const [how, setHow] = useState<How>(value?.how ?? 'calliper');
  const [bad, setBad] = useState<string>();
  const own = useRef(false);
  useEffect(() => {
    if (own.current) {
      own.current = false;
      return;
    }
    setText(value ? (value.typed ?? formatMm(value.mm)) : '');
    setHow(value?.how ?? 'calliper');
    setBad(undefined);
  }, [value]);
  const commit = (typed: string, by: How) => {
    if (typed.trim() === '' && value === undefined) return;
    const read = parseReadings(typed, {
      ...(min === undefined ? {} : { min }),
      ...(max === undefined ? {} : { max }),
    });
    if (!read.ok) {
      setBad(read.sentence);
      return;
    }
    if ('readings' in read) {
      if (value?.typed === typed.trim() && value.how === by) return;
      own.current = true;
      setBad(
        onChange({
          ...meanOf(read.readings, by).length,
          ...(typed.trim().length <= 60 ? { typed: typed.trim() } : {}),
        }) ?? undefined,
      );
      return;
    }
    if (value && value.mm === read.mm && value.how === by) {
      setBad(undefined);
      return;
    }
    own.current = true;
    setBad(
      onChange(length(read.mm, by, /^[\d.]+$/.test(typed.trim()) ? undefined : typed.trim())) ??
        undefined,
    );
  };
  const parsed = parseReadings(text);
  const many = parsed.ok && 'readings' in parsed ? meanOf(parsed.readings, how) : undefined;
  let became: string;
  if (many) became = many.working;
  else if (parsed.ok && 'mm' in parsed && !/^\s*-?[\d.]+\s*(mm)?\s*$/.test(text)) {
    became = `${formatMm(parsed.mm)} mm`;
  } else became = '';
  let echo: React.ReactNode;
  if (bad) {
    echo = (
      <span className="bad" id={`${id}-bad`} role="alert">
        {bad}
      </span>
    );
  } else if (became) {
    echo = (
      <span className="became">
        = {became}
        {many?.disagrees && (
          <span className="bad" role="alert">
            {' '}
            {many.disagrees.sentence}
          </span>
        )}
      </span>
    );
  } else echo = null;
  return (
    <>
      <span className="n">{n ?? ''}</span>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        size="small"
        autoFocus={autoFocus ?? false}
        value={text}
        suffix={<span className="note">{became ? '' : 'mm'}</span>}
        {...(bad ? { status: 'error' as const } : {})}
        aria-describedby={bad ? `${id}-bad` : undefined}
        onFocus={() => onFocus?.()}
        onChange={(e) => {
          setText(e.target.value);
          setBad(undefined);
        }}
        onBlur={() => commit(text, how)}
        onPressEnter={() => commit(text, how)}
      />
      <Select
        size="small"
        aria-label={`How ${label} was measured`}
        value={how}
        tabIndex={-1}
        popupMatchSelectWidth={190}
        onChange={(h: How) => {
          setHow(h);
          commit(text, h);
        }}
        options={[...new Set([...CHOICES, how])].map((h) => ({
          value: h,
          label: HOW_SHORT[h] ?? h,
          title: HOW_WORDS[h],
        }))}
      />
      {echo}
    </>
  );
}
