/** The reading that is asked for now, and its answer. */
import { type ReactNode, useState } from 'react';
import { Button, Input } from 'antd';
import type { PadReading, ProbeReads } from '@deft/core/model';
import { type Ask, type AskedFor, pointWords, type Traced, typedReading } from '@deft/core/trace';
import { Bad } from '../../../ui/Bad';
import asked from '../asked.module.css';
import style from './board.module.css';

const WHY: Readonly<Record<AskedFor, string>> = {
  key: 'tells most now',
  rest: 'let go: is it open again?',
  spare: 'are these two joined?',
  ohm: 'its ohms, for the pull-up',
};

export interface AskProps {
  ask: Ask | undefined;
  found: Traced;
  nameOf: (key: string) => string;
}

/** What to hold and where to touch, in one line. */
export function AskLine({ ask, found, nameOf, children }: AskProps & { children?: ReactNode }) {
  const sure = found.keys.filter((k) => k.isSure).length;
  const all = found.keys.length;
  if (!ask) {
    return (
      <p role="status" className={style.done}>
        <b>
          {sure === all
            ? `Every key is traced: ${all} of ${all}.`
            : `${sure} of ${all} keys are traced.`}
        </b>{' '}
        Nothing is left to be asked.
      </p>
    );
  }
  return (
    <div className={asked.ask} role="status" aria-label="Asked for">
      <span className={asked.hold}>
        {ask.held === undefined ? (
          'Hold nothing'
        ) : (
          <>
            Hold <b>{nameOf(ask.held)}</b>
          </>
        )}
      </span>
      <span className={style.red}>red on {pointWords(ask.red, nameOf)}</span>
      <span className={style.black}>black on {pointWords(ask.black, nameOf)}</span>
      <span className={`note grow ${asked.why}`}>
        {WHY[ask.for]} · {sure} of {all} keys
      </span>
      {children}
    </div>
  );
}

export function AskPanel({
  ask,
  found,
  nameOf,
  onRead,
}: AskProps & { onRead: (reading: PadReading) => void }) {
  const [text, setText] = useState('');
  const [bad, setBad] = useState<string>();
  const answer = (reads: ProbeReads): void => {
    if (!ask) return;
    setText('');
    setBad(undefined);
    const { red, black, held } = ask;
    onRead({ red, black, reads, ...(held === undefined ? {} : { held }) });
  };
  const typed = (): void => {
    const read = typedReading(text);
    if ('bad' in read) setBad(read.bad);
    else answer(read.reads);
  };
  return (
    <>
      <AskLine ask={ask} found={found} nameOf={nameOf}>
        <Input
          size="small"
          aria-label="The meter reads"
          placeholder="Ω, o, d"
          title="ohms as 12 or 4.7k; o for open; d for a diode"
          style={{ width: 84 }}
          value={text}
          autoFocus
          onChange={(e) => setText(e.target.value)}
          onPressEnter={typed}
        />
        <Button size="small" type="primary" onClick={typed} disabled={!text.trim()}>
          Read
        </Button>
        <Button size="small" onClick={() => answer('open')}>
          Open
        </Button>
      </AskLine>
      <Bad said={bad} />
    </>
  );
}
