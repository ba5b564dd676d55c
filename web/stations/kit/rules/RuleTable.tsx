/** One list of a kit's rules: rows that are typed, taken away, and added at the end. */
import type { ReactNode } from 'react';
import { Button, Input, Select } from 'antd';
import style from './KitRules.module.css';

export interface Column<T> {
  head: string;
  /** Takes what the others of its row leave. */
  isWide?: boolean;
  cell: (row: T, put: (more: Partial<T>) => void, label: string) => ReactNode;
}

export function RuleTable<T>({
  name,
  said,
  rows,
  columns,
  label,
  add,
  extra,
  onChange,
}: {
  name: string;
  /** What the table is for, in a line. */
  said: string;
  rows: readonly T[];
  columns: ReadonlyArray<Column<T>>;
  /** What a row is called aloud. */
  label: (row: T) => string;
  /** The word on the button, and the row it puts at the end; nothing where no more can be had. */
  add: { text: string; row: T | undefined };
  extra?: (row: T) => ReactNode;
  onChange: (rows: T[]) => void;
}) {
  return (
    <section aria-label={name}>
      <h3>{name}</h3>
      <p className="note">{said}</p>
      <ul className={style.rows}>
        {rows.map((row, i) => (
          <li key={i} className={style.row}>
            {columns.map((c) => (
              <span key={c.head} className={c.isWide ? style.wide : style.field}>
                {c.cell(
                  row,
                  (more) => onChange(rows.map((r, n) => (n === i ? { ...r, ...more } : r))),
                  label(row),
                )}
              </span>
            ))}
            <span className={style.ends}>
              {extra?.(row)}
              <Button
                size="small"
                type="text"
                aria-label={`Remove ${label(row)}`}
                onClick={() => onChange(rows.filter((_, n) => n !== i))}
              >
                Remove
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <Button
        size="small"
        disabled={add.row === undefined}
        onClick={() => add.row !== undefined && onChange([...rows, add.row])}
      >
        {add.text}
      </Button>
    </section>
  );
}

/** A line of text that is kept when it is left. */
export function Said({
  label,
  value,
  placeholder,
  onChange,
}: {
  label: string;
  value: string | undefined;
  placeholder: string;
  onChange: (text: string) => void;
}) {
  return (
    <Input
      key={value}
      size="small"
      className={style.words}
      aria-label={label}
      maxLength={140}
      placeholder={placeholder}
      defaultValue={value}
      onBlur={(e) => {
        const text = e.target.value.trim();
        if (text !== (value ?? '')) onChange(text);
      }}
    />
  );
}

/** One of a few, by its name. */
export function Choice<T extends string | number>({
  label,
  value,
  options,
  wide = false,
  onChange,
}: {
  label: string;
  value: T;
  options: ReadonlyArray<{ value: T; label: string }>;
  wide?: boolean;
  onChange: (value: T) => void;
}) {
  return (
    <Select<T>
      size="small"
      className={wide ? style.kind! : style.short!}
      aria-label={label}
      value={value}
      popupMatchSelectWidth={false}
      onChange={onChange}
      options={[...options]}
    />
  );
}
