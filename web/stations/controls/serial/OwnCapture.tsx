/** The builder's own logic capture of the three lines, read in with what was held. */
import { useState } from 'react';
import { Select } from 'antd';
import { Bad } from '../../../ui/Bad';
import { TextFile } from '../../../ui/TextFile';
import { useBuild } from '../../../state/build';
import type { BusNow } from './useBus';
import style from '../asked.module.css';

/** Held by nobody, in a list of keys. */
const NOTHING = '';

export function OwnCapture({ now }: { now: BusNow }) {
  const { doc } = useBuild('doc');
  const [chosen, choose] = useState<string>();
  const [bad, setBad] = useState<string>();
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const held = chosen ?? now.next?.held ?? NOTHING;
  const read = async (text: string): Promise<void> => {
    setBad(undefined);
    setBad(await now.read({ text, held: held === NOTHING ? undefined : held }));
    choose(undefined);
  };
  return (
    <>
      <div className={style.ask}>
        <label className="row">
          Hold
          <Select
            size="small"
            aria-label="Held while it is captured"
            style={{ width: 150 }}
            value={held}
            onChange={choose}
            options={[
              { value: NOTHING, label: 'nothing' },
              ...now.keys.map((key) => ({ value: key, label: nameOf(key) })),
            ]}
          />
        </label>
        <span>and capture latch, clock and data for a second.</span>
        <TextFile
          accept=".csv,.txt,text/csv"
          mostMB={20}
          onText={(text) => void read(text)}
          onBad={setBad}
        >
          Read the capture
        </TextFile>
        <span className={`note ${style.why}`}>
          {now.next
            ? 'A heading names the columns: time, latch, clock, data.'
            : 'Every key is captured. Another capture of one is told against the first.'}
        </span>
      </div>
      <Bad said={bad} />
    </>
  );
}
