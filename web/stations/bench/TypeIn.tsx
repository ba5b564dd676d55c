/** The figures of a trial as a builder reads them off a display, and with what. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import type { ReadingBody, Trial } from '@deft/core/bench';
import { METERS } from '@deft/core/power';
import { type Instrument, INSTRUMENTS } from '@deft/core/model';
import { Figure } from '../../ui/Figure';
import { bodyOf, fieldsOf, type Put } from './fields';
import style from './bench.module.css';
import { Bad } from '../../ui/Bad';

const BY_HAND = INSTRUMENTS.filter((i) => i !== 'bench');

export function TypeIn({ trial, onPut }: { trial: Trial; onPut: Put }) {
  const fields = fieldsOf(trial);
  const [typed, type] = useState<Readonly<Record<string, number | undefined>>>(() =>
    Object.fromEntries(fields.map((f) => [f.key, f.begins])),
  );
  const [meter, setMeter] = useState<Instrument>(
    trial.of === 'capacity' ? 'charger display' : 'hand meter',
  );
  const [bad, setBad] = useState<string>();
  const lacking = fields.filter((f) => typed[f.key] === undefined);
  const put = (body: ReadingBody): void => setBad(onPut(body, { with: meter }));
  return (
    <>
      <div className={style.fields}>
        {fields.map((f) => (
          <Figure
            key={f.key}
            label={f.label}
            unit={f.unit}
            min={0}
            max={f.max}
            value={typed[f.key]}
            onChange={(value) => {
              setBad(undefined);
              type((now) => ({ ...now, [f.key]: value }));
            }}
          />
        ))}
        <label className="row note">
          with a{' '}
          <Select
            size="small"
            aria-label="Read with"
            className={style.meter ?? ''}
            value={meter}
            onChange={setMeter}
            options={BY_HAND.map((i) => ({ value: i, label: METERS[i].name }))}
          />
        </label>
      </div>
      <div className={style.fields}>
        <Button
          type="primary"
          size="small"
          disabled={lacking.length > 0}
          onClick={() => put(bodyOf(trial, typed as Readonly<Record<string, number>>))}
        >
          Put in
        </Button>
        <span className="note">
          {lacking.length
            ? `Still wanted: ${lacking.map((f) => f.label).join(', ')}.`
            : 'It corrects what the build counts with; it can be taken back.'}
        </span>
      </div>
      <Bad said={bad} />
    </>
  );
}
