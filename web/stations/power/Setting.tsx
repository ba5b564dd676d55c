/** One figure of the settings: its name, a number with its unit. */
import { InputNumber } from 'antd';
import style from './power.module.css';

export function Setting({
  name,
  label = name,
  unit,
  value,
  min,
  max,
  step = 1,
  onChange,
}: {
  name: string;
  /** What it is called where only one name is heard. */
  label?: string;
  unit?: string;
  value: number | null;
  min: number;
  max: number;
  step?: number;
  /** Nothing when it was emptied. */
  onChange: (value: number | null) => void;
}) {
  return (
    <>
      <span>{name}</span>
      <InputNumber
        size="small"
        aria-label={label}
        min={min}
        max={max}
        step={step}
        suffix={unit}
        className={style.setting ?? ''}
        value={value}
        onChange={onChange}
      />
    </>
  );
}
