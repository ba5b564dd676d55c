/** The first values of a shell, in the order they are read; which one comes next, and with what. */
import { Segmented } from 'antd';
import type { Body } from '@deft/core/model';
import { LengthField } from '../../../ui/LengthField';
import type { Eight } from '../firstEight';
import type { FirstValues } from './useReadings';

const MAY_BE_NOTHING: readonly string[] = ['r', 'inset'];

export function FirstValuesForm({ first, body }: { first: FirstValues; body: Body | undefined }) {
  const isTraced = body?.outline.kind === 'points';
  const fields = first.fields.filter(({ key }) => !isTraced || (key !== 'w' && key !== 'h'));
  return (
    <>
      <h2>
        Outer <span className="note">{emptyWords(body !== undefined, first.isPlate)}</span>
      </h2>
      {!body && (
        <Segmented
          size="small"
          aria-label="What it is"
          value={first.isFlat ? 'plate' : 'halves'}
          onChange={(kind) => first.setFlat(kind === 'plate')}
          options={[
            { value: 'halves', label: 'two halves' },
            { value: 'plate', label: 'a flat plate' },
          ]}
        />
      )}
      <div className="fields">
        {fields.map(({ key, n, label }) => (
          <LengthField
            key={key}
            n={n}
            label={label}
            min={MAY_BE_NOTHING.includes(key) ? 0 : 0.1}
            max={600}
            value={first.values[key as keyof Eight]}
            onChange={(v) => first.type(key as keyof Eight, v)}
            onFocus={() => first.setFocus(key)}
            autoFocus={!body && key === first.missing?.key}
          />
        ))}
      </div>
    </>
  );
}

function emptyWords(isMeasured: boolean, isPlate: boolean): string {
  if (isMeasured) return 'several readings: 12.1; 12.2; 12.1';
  return isPlate ? 'four values, then a part' : 'eight values, then a part';
}

/** How many are still missing, and which is next. */
export function StillMissing({ toCome, needed, missing }: FirstValues) {
  return (
    <p className="note">
      {toCome} of the first {needed} still missing.{' '}
      {missing ? `Next: ${missing.label.toLowerCase()}, with the ${missing.tool}.` : ''}
    </p>
  );
}
