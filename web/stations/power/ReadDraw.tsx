/** A meter in series: amps at so many volts, in one state, and how well the meter tells it. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import { METER_WITHIN } from '@deft/core/power';
import { type Drew, type LoadState, type Part, STATES } from '@deft/core/model';
import { Figure } from './Figure';
import style from './power.module.css';

const WORDS: Readonly<Record<LoadState, string>> = {
  menu: 'in menus',
  game: 'in a game',
  peak: 'at its peak',
};

export function ReadDraw({
  name,
  drew,
  onRead,
}: {
  name: string;
  drew: Part['drew'];
  onRead: (state: LoadState, watts: number, drew: Drew) => void;
}) {
  const [state, setState] = useState<LoadState>('game');
  const [amps, setAmps] = useState(drew?.game?.amps);
  const [volts, setVolts] = useState(drew?.game?.volts ?? 5);
  const [percent, setPercent] = useState(100 * METER_WITHIN);
  const known = STATES.flatMap((s) => {
    const d = drew?.[s];
    if (!d) return [];
    const as = d.amps === undefined ? 'typed' : `${d.amps} A at ${d.volts} V`;
    return [`${WORDS[s]} ${as}, ± ${Math.round(100 * d.within)} %`];
  });
  return (
    <div className={style.reading} role="group" aria-label={`Reading of ${name}`}>
      <Select<LoadState>
        size="small"
        aria-label="State it was read in"
        value={state}
        onChange={setState}
        options={STATES.map((s) => ({ value: s, label: WORDS[s] }))}
      />
      <Figure label="read" unit="A" min={0} max={20} value={amps} onChange={setAmps} />
      <Figure
        label="at"
        unit="V"
        min={0.5}
        max={60}
        value={volts}
        onChange={(v) => setVolts(v ?? 5)}
      />
      <Figure
        label="good to ±"
        unit="%"
        min={0.1}
        max={50}
        value={percent}
        onChange={(v) => setPercent(v ?? 100 * METER_WITHIN)}
      />
      <Button
        size="small"
        type="primary"
        disabled={amps === undefined}
        onClick={() =>
          amps !== undefined &&
          onRead(state, Number((amps * volts).toFixed(4)), { amps, volts, within: percent / 100 })
        }
      >
        Put in
      </Button>
      <span className="note">
        {known.length
          ? `Known: ${known.join('; ')}.`
          : 'Meter in series on the A range, at the voltage it will really get. The mA range adds volts of its own.'}
      </span>
    </div>
  );
}
