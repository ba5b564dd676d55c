/** Lays a thing drawn from a seed on the bench of the stand-ins. */
import { Button, InputNumber } from 'antd';
import style from './asked.module.css';

export function LayRow({
  what,
  label,
  seed,
  onSeed,
  isLaid,
  isBusy,
  onLay,
  children,
}: {
  what: string;
  label: string;
  seed: number;
  onSeed: (seed: number) => void;
  isLaid: boolean;
  isBusy: boolean;
  onLay: () => void;
  children: string;
}) {
  return (
    <div className={style.top}>
      <label className="row note">
        {what} drawn from{' '}
        <InputNumber
          size="small"
          aria-label={label}
          min={0}
          max={99_999}
          precision={0}
          className={style.seed ?? ''}
          value={seed}
          onChange={(v) => onSeed(v ?? 0)}
        />
      </label>
      <Button
        size="small"
        type={isLaid ? 'default' : 'primary'}
        loading={isBusy && !isLaid}
        onClick={onLay}
      >
        {isLaid ? 'Lay another' : 'Lay it on the bench'}
      </Button>
      <span className="note grow">{children}</span>
    </div>
  );
}
