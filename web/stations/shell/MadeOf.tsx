/** What the shell is made of, for all of it or piece by piece: webs, threads, aerials and mass hang on it. */
import { useState } from 'react';
import { Checkbox, Select } from 'antd';
import { type Body, MATERIALS, type Piece } from '@deft/core/model';
import style from './MadeOf.module.css';

export type Material = Piece['material'];

const WORDS: Readonly<Record<Material, string>> = {
  abs: 'ABS, moulded',
  polycarbonate: 'polycarbonate, moulded',
  nylon: 'nylon, sintered',
  resin: 'resin, printed',
  pla: 'PLA, printed',
  petg: 'PETG, printed',
  wood: 'wood',
  aluminium: 'aluminium',
  steel: 'steel sheet',
};
const OPTIONS = MATERIALS.map((value) => ({ value, label: WORDS[value] }));

const Choice = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: Material | undefined;
  onChange: (material: Material) => void;
}) => (
  <label className={style.made}>
    <span>{label}</span>
    <Select
      size="small"
      aria-label={label}
      value={value}
      placeholder="several"
      options={OPTIONS}
      popupMatchSelectWidth={false}
      onChange={onChange}
    />
  </label>
);

export function MadeOf({
  body,
  first,
  onFirst,
  onChange,
}: {
  body: Body | undefined;
  /** What a shell that is not yet measured will be made of. */
  first: Material;
  onFirst: (material: Material) => void;
  onChange: (body: Body) => void;
}) {
  const [apart, setApart] = useState(false);
  if (!body) return <Choice label="Made of" value={first} onChange={onFirst} />;
  const of = (material: Material, piece?: string): void =>
    onChange({
      ...body,
      pieces: body.pieces.map((q) =>
        piece === undefined || q.id === piece ? { ...q, material } : q,
      ),
    });
  const all = new Set(body.pieces.map((q) => q.material));
  const differ = apart || all.size > 1;
  return (
    <div>
      {differ ? (
        body.pieces.map((q) => (
          <Choice
            key={q.id}
            label={`The ${q.role} is`}
            value={q.material}
            onChange={(material) => of(material, q.id)}
          />
        ))
      ) : (
        <Choice label="Made of" value={[...all][0]} onChange={(material) => of(material)} />
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
