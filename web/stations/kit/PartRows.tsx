/** The rows of one list of a part of one's own, as the table of their fields has them. */
import { Button, Checkbox, Select } from 'antd';
import {
  type Field,
  fieldsOf,
  type FieldValue,
  fieldValue,
  type List,
  MOST_ROWS,
  type RowOf,
  rowsOf,
  withField,
  withNewRow,
  withoutRow,
} from '@deft/core/kit';
import type { Length, Part } from '@deft/core/model';
import { FigureField } from '../../ui/FigureField';
import { LengthField } from '../../ui/LengthField';
import { TypedField } from '../../ui/TypedField';
import style from './PartRows.module.css';

/** What one row is called, and what its list is called on its button. */
const WORDS: Readonly<Record<List, readonly [one: string, add: string]>> = {
  blocks: ['block', 'Add a block'],
  connectors: ['socket', 'Add a socket'],
  holes: ['hole', 'Add a hole'],
  ribbons: ['ribbon', 'Add a ribbon'],
  pads: ['pad', 'Add a pad'],
  ports: ['end', 'Add an end'],
};

type OnPart = (part: Part) => string | undefined;

export const AddRow = ({ part, list, onChange }: { part: Part; list: List; onChange: OnPart }) => {
  const isFull = rowsOf(part, list).length >= MOST_ROWS[list];
  return (
    <Button
      size="small"
      disabled={isFull}
      title={isFull ? `A part has at most ${MOST_ROWS[list]} of these.` : undefined}
      onClick={() => onChange(withNewRow(part, list))}
    >
      {WORDS[list][1]}
    </Button>
  );
};

/** @param lit  the row that was chosen on the drawing: it is open */
export function PartRows({
  part,
  list,
  lit,
  onLight,
  onChange,
}: {
  part: Part;
  list: List;
  lit: number | undefined;
  onLight: (index: number) => void;
  onChange: OnPart;
}) {
  const rows = rowsOf(part, list);
  return rows.map((row, i) => (
    <details
      key={'id' in row ? row.id : i}
      className={style.row}
      open={lit === i}
      data-lit={lit === i}
      ref={(el) => {
        if (el && lit === i) el.scrollIntoView({ block: 'nearest' });
      }}
    >
      <summary
        onClick={(e) => {
          e.preventDefault();
          onLight(lit === i ? -1 : i);
        }}
      >
        {nameOf(list, row, i)} <span className="note">{saidOf(list, row)}</span>
      </summary>
      {lit === i && (
        <RowFields
          part={part}
          list={list}
          index={i}
          fields={fieldsOf(part, list, row)}
          onChange={onChange}
        />
      )}
      <Button
        size="small"
        disabled={list === 'blocks' && rows.length === 1}
        title={
          list === 'blocks' && rows.length === 1 ? 'A part has at least one block.' : undefined
        }
        onClick={() => onChange(withoutRow(part, list, i))}
      >
        Remove {WORDS[list][0]}
      </Button>
    </details>
  ));
}

const nameOf = (list: List, row: RowOf[List], i: number): string =>
  'name' in row ? row.name : `${WORDS[list][0]} ${i + 1}`;

function saidOf(list: List, row: RowOf[List]): string {
  if (list === 'blocks' && 'height' in row) {
    return `${row.kind}, base at ${row.base} mm, ${row.height.mm} mm high${row.removable ? `, comes off with ${row.removable.tool}` : ''}`;
  }
  if (list === 'connectors' && 'type' in row) return `${row.type} socket`;
  if (list === 'holes' && 'd' in row) return `${row.d} mm at ${row.x}, ${row.y}`;
  if (list === 'ribbons' && 'ways' in row) {
    return `${row.ways} ways, ${row.widthMm} × ${row.lengthMm} mm`;
  }
  return '';
}

/** Fields of one row: sizes with how they were read, then the rest. */
export function RowFields({
  part,
  list,
  index,
  fields,
  onChange,
}: {
  part: Part;
  list: List;
  index: number;
  fields: readonly Field[];
  onChange: OnPart;
}) {
  const row = rowsOf(part, list)[index]!;
  const name = nameOf(list, row, index);
  const put = (field: Field) => (value: FieldValue | undefined) =>
    onChange(withField(part, list, index, field, value));
  const lengths = fields.filter((f) => f.is === 'length');
  const rest = fields.filter((f) => f.is !== 'length');
  return (
    <>
      {lengths.length > 0 && (
        <div className={`fields ${style.lengths}`}>
          {lengths.map((f) => (
            <LengthField
              key={f.key}
              label={`${name}, ${f.label}`}
              min={0.05}
              value={fieldValue(row, f) as Length | undefined}
              onChange={put(f)}
            />
          ))}
        </div>
      )}
      <div className={`pair ${style.rest}`}>
        {rest.map((f) => (
          <OneField key={f.key} field={f} of={name} value={fieldValue(row, f)} onChange={put(f)} />
        ))}
      </div>
    </>
  );
}

function OneField({
  field: f,
  of,
  value,
  onChange,
}: {
  field: Field;
  of: string;
  value: FieldValue | undefined;
  onChange: (value: FieldValue | undefined) => string | undefined;
}) {
  switch (f.is) {
    case 'number':
      return (
        <FigureField
          label={f.label}
          unit={f.unit}
          min={f.min}
          max={f.max}
          whole={f.whole}
          value={value as number | undefined}
          onChange={(v) => (v === undefined && !f.optional ? undefined : onChange(v))}
        />
      );
    case 'choice':
      return (
        <>
          <span>{f.label}</span>
          <Select
            size="small"
            aria-label={`${f.label}, of ${of}`}
            value={(value as string | undefined) ?? ''}
            popupMatchSelectWidth={false}
            onChange={(v: string) => onChange(v === '' ? undefined : v)}
            options={[
              ...(f.optional ? [{ value: '', label: 'not said' }] : []),
              ...f.of.map((v) => ({ value: v, label: f.words?.[v] ?? v })),
            ]}
          />
        </>
      );
    case 'yes':
      return (
        <Checkbox
          className={style.yes}
          checked={value === true}
          onChange={(e) => onChange(e.target.checked)}
        >
          {f.label}
        </Checkbox>
      );
    case 'text':
    case 'words':
      return (
        <TypedField
          label={f.label}
          shown={Array.isArray(value) ? value.join(', ') : String((value as string) ?? '')}
          value={Array.isArray(value) ? value.join(', ') : String((value as string) ?? '')}
          read={(text) => ({ ok: true, value: text.trim() })}
          onChange={(text) =>
            onChange(f.is === 'words' ? wordsIn(text, f.most) : text.slice(0, f.most))
          }
        />
      );
    case 'length':
      return null;
  }
}

export const wordsIn = (text: string, most: number): string[] =>
  text
    .split(',')
    .map((w) => w.trim().slice(0, 24))
    .filter(Boolean)
    .slice(0, most);
