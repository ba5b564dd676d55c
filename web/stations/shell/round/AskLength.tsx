/** One question of the round: what to touch with which jaw, and where the reading goes. */
import { useEffect, useId, useRef, useState } from 'react';
import { Button, Input, type InputRef, Select } from 'antd';
import { Worded } from '../../../words/Worded';
import type { RoundStep } from '@deft/core/shell';
import {
  formatMm,
  type How,
  HOW_WORDS,
  length,
  type Length,
  parseReadings,
  meanOf,
} from '@deft/core/model';

export interface AskLengthProps {
  step: RoundStep;
  last: boolean;
  onTake: (value: Length) => string | undefined;
  onNext: () => void;
  onBack: () => void;
}

export function AskLength({ step, last, onTake, onNext, onBack }: AskLengthProps) {
  const id = useId();
  const field = useRef<InputRef>(null);
  const [text, setText] = useState(
    step.done && step.value ? (step.value.typed ?? formatMm(step.value.mm)) : '',
  );
  const [how, setHow] = useState<How>(step.done && step.value ? step.value.how : 'calliper');
  const [bad, setBad] = useState<string>();
  useEffect(() => {
    field.current?.focus({ cursor: 'all' });
  }, []);
  const parsed = parseReadings(text);
  const many = parsed.ok && 'readings' in parsed ? meanOf(parsed.readings, how) : undefined;
  const take = () => {
    if (text.trim() === '') {
      setBad('Type the reading, or skip it.');
      return;
    }
    const read = parseReadings(text, { min: step.min, max: 600 });
    if (!read.ok) {
      setBad(read.sentence);
      return;
    }
    const value =
      'readings' in read
        ? meanOf(read.readings, how).length
        : length(read.mm, how, /^-?[\d.]+$/.test(text.trim()) ? undefined : text.trim());
    const refused = onTake(value);
    if (refused) setBad(refused);
    else onNext();
  };
  return (
    <section className="card ask" aria-label="What to measure now">
      <span className="note">
        {step.stage}
        {step.piece ? ` · ${step.piece}` : ''}
      </span>
      <h3>
        <label htmlFor={id}>{step.ask}</label>
      </h3>
      <div className="jaw">
        <span>With</span>
        <span>{step.jaw}</span>
        <span>Touch</span>
        <span>
          <Worded text={step.touch} />
        </span>
      </div>
      <div className="row" style={{ flexWrap: 'nowrap' }}>
        <Input
          id={id}
          ref={field}
          value={text}
          suffix={<span className="note">mm</span>}
          placeholder={step.value && !step.done ? `about ${formatMm(step.value.mm)}` : ''}
          {...(bad ? { status: 'error' as const } : {})}
          aria-describedby={bad ? `${id}-bad` : undefined}
          onChange={(e) => {
            setText(e.target.value);
            setBad(undefined);
          }}
          onPressEnter={take}
          onKeyDown={(e) => {
            if (e.key === 'PageDown') {
              e.preventDefault();
              onNext();
            }
            if (e.key === 'PageUp') {
              e.preventDefault();
              onBack();
            }
          }}
        />
        <Select
          aria-label="How it was measured"
          tabIndex={-1}
          value={how}
          onChange={(h: How) => setHow(h)}
          style={{ width: 104 }}
          popupMatchSelectWidth={190}
          options={(
            [
              'calliper',
              'ruler',
              'estimate',
              'made',
              ...(how === 'mesh' || how === 'photo' ? [how] : []),
            ] as How[]
          ).map((h) => ({ value: h, label: h === 'made' ? 'as printed' : h, title: HOW_WORDS[h] }))}
        />
      </div>
      {bad && (
        <span className="bad" id={`${id}-bad`} role="alert">
          {bad}
        </span>
      )}
      {many && (
        <span className="note">
          = {many.working}
          {many.disagrees && (
            <span className="bad" role="alert">
              {' '}
              {many.disagrees.sentence}
            </span>
          )}
        </span>
      )}
      <div className="row">
        <Button type="primary" size="small" onClick={take}>
          {last ? 'Keep it' : 'Keep it, next'}
        </Button>
        <Button size="small" onClick={onNext} disabled={last}>
          Skip
        </Button>
        <Button size="small" type="text" onClick={onBack}>
          Back
        </Button>
        <span className="note" style={{ marginLeft: 'auto' }}>
          <span className="kbd">Enter</span> keep
        </span>
      </div>
      <span className="note">
        Several readings average: 12.1; 12.2; 12.1. <span className="kbd">PgDn</span> skips,{' '}
        <span className="kbd">PgUp</span> returns.
      </span>
    </section>
  );
}
