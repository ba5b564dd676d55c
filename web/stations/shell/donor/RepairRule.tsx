/** Repair or gut, and where repairing stops. */
import { InputNumber } from 'antd';
import type { Donor } from '@deft/core/model';
import { Choose } from '../../../ui/Choose';
import style from './Donor.module.css';

type Repair = NonNullable<Donor['repair']>;
const CHOICES: ReadonlyArray<{ value: Repair['choice']; label: string }> = [
  { value: 'gut', label: 'gut it' },
  { value: 'repair', label: 'repair it' },
];
const LIMITS = [
  ['Stop after hours', 'stopHours'],
  ['Hours spent', 'spentHours'],
  ['Stop after cost', 'stopCost'],
  ['Cost so far', 'spentCost'],
] as const;

export function RepairRule({
  repair,
  onChange,
}: {
  repair: Repair | undefined;
  onChange: (r: Repair) => void;
}) {
  const set = (more: Partial<Repair>) => onChange({ choice: 'gut', ...repair, ...more });
  return (
    <div className="pair" role="group" aria-label="Repair or gut">
      <Choose
        label="Repair or gut"
        value={repair?.choice ?? 'gut'}
        options={CHOICES}
        onChange={(choice) => set({ choice })}
      />
      {repair?.choice === 'repair' &&
        LIMITS.map(([label, key]) => (
          <Amount key={key} label={label} value={repair[key]} onChange={(v) => set({ [key]: v })} />
        ))}
    </div>
  );
}

function Amount({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | undefined;
  onChange: (v: number) => void;
}) {
  return (
    <>
      <span>{label}</span>
      <InputNumber
        size="small"
        aria-label={label}
        min={0}
        max={100000}
        className={style.amount}
        value={value ?? null}
        onChange={(v) => {
          if (v !== null) onChange(v);
        }}
      />
    </>
  );
}
