/** What the shell is made of, for all of it or piece by piece: webs, threads, aerials and mass hang on it. */
import { useState } from 'react';
import { Checkbox, Select } from 'antd';
import type { Body, Piece } from '@deft/core/model';
import style from './MadeOf.module.css';

/** A material with how it was made, where it may be made in more than one way. */
export type MadeOf = Pick<Piece, 'material' | 'process'>;

const KINDS: ReadonlyArray<[words: string, of: MadeOf]> = [
  ['ABS, moulded', { material: 'abs' }],
  ['ABS, printed', { material: 'abs', process: 'filament' }],
  ['polycarbonate, moulded', { material: 'polycarbonate' }],
  ['polycarbonate, printed', { material: 'polycarbonate', process: 'filament' }],
  ['nylon, sintered', { material: 'nylon' }],
  ['nylon, printed', { material: 'nylon', process: 'filament' }],
  ['resin, printed', { material: 'resin' }],
  ['PLA, printed', { material: 'pla' }],
  ['PETG, printed', { material: 'petg' }],
  ['wood', { material: 'wood' }],
  ['aluminium, milled', { material: 'aluminium', process: 'milled' }],
  ['aluminium sheet', { material: 'aluminium' }],
  ['steel sheet', { material: 'steel' }],
];
const keyOf = ({ material, process }: MadeOf): string =>
  process ? `${material} ${process}` : material;
const BY_KEY = new Map(KINDS.map(([, of]) => [keyOf(of), of]));
const OPTIONS = KINDS.map(([label, of]) => ({ value: keyOf(of), label }));

const Choice = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: MadeOf | undefined;
  onChange: (of: MadeOf) => void;
}) => (
  <label className={style.made}>
    <span>{label}</span>
    <Select
      size="small"
      aria-label={label}
      value={value && keyOf(value)}
      placeholder="several"
      options={OPTIONS}
      popupMatchSelectWidth={false}
      onChange={(key: string) => onChange(BY_KEY.get(key)!)}
    />
  </label>
);

export function MadeOfChoice({
  body,
  first,
  onFirst,
  onChange,
}: {
  body: Body | undefined;
  /** What a shell that is not yet measured will be made of. */
  first: MadeOf;
  onFirst: (of: MadeOf) => void;
  onChange: (body: Body) => void;
}) {
  const [apart, setApart] = useState(false);
  if (!body) return <Choice label="Made of" value={first} onChange={onFirst} />;
  const of = (is: MadeOf, piece?: string): void =>
    onChange({
      ...body,
      pieces: body.pieces.map((q) => {
        if (piece !== undefined && q.id !== piece) return q;
        const made: Piece = { ...q, ...is };
        if (!is.process) delete made.process;
        return made;
      }),
    });
  const all = new Set(body.pieces.map(keyOf));
  const differ = apart || all.size > 1;
  return (
    <div>
      {differ ? (
        body.pieces.map((q) => (
          <Choice key={q.id} label={`The ${q.role} is`} value={q} onChange={(is) => of(is, q.id)} />
        ))
      ) : (
        <Choice label="Made of" value={body.pieces[0]} onChange={(is) => of(is)} />
      )}
      {body.pieces.length > 1 && (
        <Checkbox
          checked={differ}
          disabled={all.size > 1}
          onChange={(e) => setApart(e.target.checked)}
        >
          <span className="note">Its pieces differ</span>
        </Checkbox>
      )}
    </div>
  );
}
