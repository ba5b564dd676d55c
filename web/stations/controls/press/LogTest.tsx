/** The press test from the handheld's own event log: keys pressed to a beat, the text read afterwards. */
import { useEffect, useState } from 'react';
import { Button, Input } from 'antd';
import { BadInput, type PressedWith, type PressRecord } from '@deft/core/model';
import {
  answersFromLog,
  BEAT_MS,
  diagnose,
  type Diagnosis,
  type PressPlan,
  readEventLog,
} from '@deft/core/press';
import { TextFile } from '../../../ui/TextFile';
import rows from '../asked.module.css';
import style from './press.module.css';
import { Bad } from '../../../ui/Bad';

export function LogTest({
  plan,
  onBeat,
  onKeep,
}: {
  plan: PressPlan;
  /** Told the key whose beat it is; nothing when the beat stops. */
  onBeat: (id: string | undefined) => void;
  onKeep: (by: PressedWith, heard: Pick<PressRecord, 'rest' | 'answers'>) => void;
}) {
  const [text, setText] = useState('');
  const [bad, setBad] = useState<string>();
  const [found, setFound] = useState<Diagnosis>();
  const [beat, setBeat] = useState<number>();
  const asked = beat === undefined ? undefined : plan.order[beat];
  useEffect(() => {
    onBeat(asked);
  }, [asked, onBeat]);
  useEffect(() => {
    if (beat === undefined) return;
    const next = setTimeout(
      () => setBeat(beat + 1 < plan.order.length ? beat + 1 : undefined),
      BEAT_MS,
    );
    return () => clearTimeout(next);
  }, [beat, plan.order.length]);

  const read = (log: string): void => {
    setBad(undefined);
    setFound(undefined);
    try {
      const heard = answersFromLog(plan, readEventLog(log));
      setFound(diagnose(plan, heard));
      onKeep('event log', heard);
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      setBad(e.message);
    }
  };
  return (
    <>
      <ol className="note" style={{ margin: 0, paddingLeft: 20 }}>
        <li>
          On the handheld, log its key events as text: for each its time, type, code and value.
        </li>
        <li>
          Start the beat here and press along: one key every {BEAT_MS / 1000} s, the one that
          blinks. A key that does nothing keeps its beat.
        </li>
        <li>Put the text in here.</li>
      </ol>
      <div className={asked === undefined ? rows.top : style.ask}>
        {asked !== undefined && (
          <>
            <span key={beat} className={style.beat} aria-hidden />
            <b>{plan.keys.find((k) => k.id === asked)!.name}</b>
            <span className="note grow" role="timer">
              {beat! + 1} of {plan.order.length}
            </span>
          </>
        )}
        <Button
          size="small"
          type={asked === undefined ? 'primary' : 'default'}
          onClick={() => setBeat(asked === undefined ? 0 : undefined)}
        >
          {asked === undefined ? `Start the beat: ${plan.order.length} keys` : 'Stop'}
        </Button>
      </div>
      <Input.TextArea
        className={style.log}
        aria-label="Event log"
        rows={5}
        placeholder="time 12.345, type 1, code 304, value 1"
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <div className={rows.top}>
        <Button size="small" disabled={!text.trim()} onClick={() => read(text)}>
          Read the log
        </Button>
        <TextFile accept=".txt,.log,text/plain" mostMB={2} onText={setText} onBad={setBad}>
          Open a file
        </TextFile>
        {found && !found.wrong.length && (
          <span role="status">Every key tells its own code, once.</span>
        )}
        {found && found.wrong.length > 0 && (
          <span role="status" className="bad">
            {found.wrong.length} keys are answered wrongly: what to do stands at the right.
          </span>
        )}
      </div>
      <Bad said={bad} />
    </>
  );
}
