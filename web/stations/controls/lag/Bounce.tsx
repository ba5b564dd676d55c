/** How long a key waits until its contact is still: from a model of the switch, or the builder's own capture. */
import { useMemo, useState } from 'react';
import { Button, Select } from 'antd';
import { debounceMs } from '@deft/core/controls';
import {
  choose,
  modelled,
  ONE_IN,
  type Outcome,
  outcomeOf,
  type Press,
  readCapture,
  SWITCHES,
  type SwitchKind,
} from '@deft/core/lag';
import { BadInput } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { TextFile } from '../../../ui/TextFile';
import { ms } from './figures';
import { Waits } from './Waits';
import { Bad } from '../../../ui/Bad';

/** Presses of the model: enough that one in a thousand is counted, few enough to be drawn at once. */
const PRESSES = 3000;

export function Bounce() {
  const { doc, edit } = useBuild('doc', 'edit');
  const [kind, setKind] = useState<SwitchKind>('tactile');
  const [own, setOwn] = useState<Press[]>();
  const [bad, setBad] = useState<string>();
  const presses = useMemo(() => own ?? modelled(kind, PRESSES), [own, kind]);
  const choice = useMemo(() => choose(presses), [presses]);
  const set = debounceMs(doc);
  const now = useMemo(() => outcomeOf(presses, set), [presses, set]);
  const { best } = choice;
  const read = (text: string): void => {
    setBad(undefined);
    try {
      setOwn(readCapture(text));
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      setBad(e.message);
    }
  };
  return (
    <section>
      <h2>How long a key waits</h2>
      <div className="row">
        <label className="row note">
          Switch{' '}
          <Select<SwitchKind | 'own'>
            size="small"
            aria-label="Kind of switch"
            style={{ width: 170 }}
            value={own ? 'own' : kind}
            onChange={(k) => {
              if (k === 'own') return;
              setOwn(undefined);
              setKind(k);
            }}
            options={[
              ...(own ? [{ value: 'own' as const, label: 'my capture' }] : []),
              ...Object.entries(SWITCHES).map(([value, { words }]) => ({
                value: value as SwitchKind,
                label: words,
              })),
            ]}
          />
        </label>
        <TextFile accept=".csv,.txt,text/csv" mostMB={4} onText={read} onBad={setBad}>
          Read a capture
        </TextFile>
        {best && best.stillMs !== set && (
          <Button
            size="small"
            type="primary"
            onClick={() =>
              void edit((p) => ({ ...p, controls: { ...p.controls, debounceMs: best.stillMs } }))
            }
          >
            Take {best.stillMs} ms
          </Button>
        )}
      </div>
      <Bad said={bad} />
      <Waits choice={choice} set={set} />
      <p role="status">{sentence(now, best, set)}</p>
      <p className="note">
        {own
          ? `${own.length} presses of your capture.`
          : `${PRESSES.toLocaleString('en')} quick presses of a model, typical of its kind: a capture of your own switch is better (CSV of time and level).`}{' '}
        The wait goes into the overlay, and into the lag above.
      </p>
    </section>
  );
}

function sentence(now: Outcome, best: Outcome | undefined, set: number): string {
  const wrong = now.doubles + now.missed;
  const told = `Set to ${set} ms: ${wrong === 0 ? 'no press' : wrong} of ${now.presses.toLocaleString('en')} doubled or missed, told after ${ms(now.typicalMs)} ms (${ms(now.slowMs)} at the slowest).`;
  if (!best) return `${told} No wait is good enough: clean or change the switch.`;
  if (best.stillMs === set) return `${told} It is the shortest that is good enough.`;
  return `${told} The shortest that doubles or misses no more than one in ${ONE_IN.toLocaleString('en')} is ${best.stillMs} ms.`;
}
