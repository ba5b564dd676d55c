/** What a part is, costs and weighs, and what a builder would search it by. */
import { Input, InputNumber, Select } from 'antd';
import { FAMILIES, type Part } from '@deft/core/model';

export function PartFigures({
  part,
  onChange,
}: {
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const optional = (key: 'price' | 'massG') => (v: number | null) => {
    const next = { ...part };
    if (v === null) delete next[key];
    else next[key] = v;
    onChange(next);
  };
  return (
    <div
      className="pair"
      style={{
        gridTemplateColumns: 'auto 120px auto 90px auto minmax(0, 110px)',
        margin: '8px 0',
        maxWidth: 620,
      }}
    >
      <span>Kind</span>
      <Select
        size="small"
        aria-label="Kind of this part"
        value={part.family}
        onChange={(family: Part['family']) => onChange({ ...part, family })}
        options={FAMILIES.map((f) => ({ value: f, label: f }))}
      />
      <span>Price</span>
      <InputNumber
        size="small"
        aria-label="Price of this part"
        min={0}
        max={10_000}
        value={part.price ?? null}
        onChange={optional('price')}
      />
      <span>Mass</span>
      <InputNumber
        size="small"
        aria-label="Mass of this part"
        min={0}
        max={5000}
        suffix="g"
        value={part.massG ?? null}
        onChange={optional('massG')}
      />
      <span>Words</span>
      <Input
        size="small"
        aria-label="Search words"
        style={{ gridColumn: '2 / 7' }}
        defaultValue={part.words.join('; ')}
        onBlur={(e) =>
          onChange({
            ...part,
            words: e.target.value
              .split(';')
              .map((x) => x.trim().slice(0, 40))
              .filter(Boolean)
              .slice(0, 40),
          })
        }
      />
      <span>Note</span>
      <Input
        size="small"
        aria-label="Note of this part"
        style={{ gridColumn: '2 / 7' }}
        maxLength={600}
        defaultValue={part.note}
        onBlur={(e) => onChange({ ...part, note: e.target.value.trim() })}
      />
    </div>
  );
}
