/** How far a cut has come, and leaving it out. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import type { CutItem, Pattern, Pocket, Trim } from '@deft/core/cuts';
import type { Cut, Length } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { LengthField } from '../../ui/LengthField';
import {
  isOpening,
  isPattern,
  isPocket,
  type Row,
  withOpening,
  withoutPattern,
  withoutPocket,
  withoutTrim,
  withPattern,
  withPocket,
  withTrim,
} from './cutEdits';
import style from './CutStation.module.css';

const STATES = [
  { value: 'follows from the layout', label: 'follows' },
  { value: 'decided', label: 'decided' },
  { value: 'done', label: 'done' },
  { value: 'measured', label: 'measured' },
];

function StateSelect({
  row,
  states,
  onState,
}: {
  row: Row;
  states: typeof STATES;
  onState: (s: Cut['state']) => void;
}) {
  return (
    <Select
      size="small"
      aria-label={`State of ${row.name}`}
      value={row.state}
      onChange={(s: string) => {
        if (s !== 'follows from the layout') onState(s as Cut['state']);
      }}
      options={states}
      className={style.state}
    />
  );
}

export function RowState({ row }: { row: Row }) {
  if (isOpening(row)) return <OpeningState o={row} />;
  if (isPattern(row)) return <PatternState c={row} />;
  return isPocket(row) ? <PocketState c={row} /> : <TrimState t={row} />;
}

function OpeningState({ o }: { o: CutItem }) {
  const { edit } = useBuild('edit');
  return (
    <StateSelect
      row={o}
      states={STATES.filter((s) => s.value !== 'measured' || o.measured)}
      onState={(state) => edit((p) => withOpening(p, o, { state }))}
    />
  );
}

function TrimState({ t }: { t: Trim }) {
  const { edit } = useBuild('edit');
  const [left, setLeft] = useState<Length>();
  return (
    <>
      <StateSelect
        row={t}
        states={STATES.slice(1).filter((s) => s.value !== 'measured' || t.state === 'measured')}
        onState={(state) => edit((p) => withTrim(p, t, { state }))}
      />{' '}
      <Button size="small" type="text" onClick={() => edit((p) => withoutTrim(p, t))}>
        Leave it
      </Button>
      {t.state !== 'decided' && (
        <div className={`fields ${style.left}`}>
          <LengthField
            label="Left"
            min={0.1}
            value={left}
            onChange={(measured) => {
              setLeft(measured);
              return edit((p) => withTrim(p, t, { state: 'measured', measured }));
            }}
          />
        </div>
      )}
    </>
  );
}

function PocketState({ c }: { c: Pocket }) {
  const { edit } = useBuild('edit');
  return (
    <>
      <StateSelect
        row={c}
        states={STATES.slice(1).filter((s) => s.value !== 'measured' || c.state === 'measured')}
        onState={(state) => edit((p) => withPocket(p, c, { state }))}
      />{' '}
      <Button size="small" type="text" onClick={() => edit((p) => withoutPocket(p, c))}>
        Leave it
      </Button>
    </>
  );
}

function PatternState({ c }: { c: Pattern }) {
  const { edit } = useBuild('edit');
  return (
    <>
      <StateSelect
        row={c}
        states={STATES.slice(1).filter((s) => s.value !== 'measured' || c.state === 'measured')}
        onState={(state) => edit((p) => withPattern(p, c, { state }))}
      />{' '}
      <Button size="small" type="text" onClick={() => edit((p) => withoutPattern(p, c))}>
        Leave it
      </Button>
    </>
  );
}
