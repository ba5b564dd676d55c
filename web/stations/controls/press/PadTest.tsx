/** The press test with a real pad, through the browser: the handheld, or its controller board, on a lead. */
import { useEffect, useRef, useState } from 'react';
import { Button } from 'antd';
import type { PressedWith, PressRecord } from '@deft/core/model';
import {
  answerOf,
  atRest,
  changesBetween,
  codesPressed,
  type KeyEvent,
  type PressPlan,
} from '@deft/core/press';
import { Outcome } from './Outcome';
import type { PressingNow } from './usePressing';
import rows from '../asked.module.css';
import style from './press.module.css';

/** Hands off for so long before the first key, ms. */
const REST_MS = 2000;
/** A press is over when its codes have been back for so long, ms. */
const SETTLED_MS = 250;

/** Browsers tell of pads only to a page of this machine, or one that came encrypted. */
const canRead = 'getGamepads' in navigator;
const firstPad = (): Gamepad | undefined =>
  canRead
    ? navigator.getGamepads().find((pad): pad is Gamepad => pad?.connected === true)
    : undefined;

/** Every change of the pad, as long as it is listened to. */
function usePad(plan: PressPlan, hears: (events: KeyEvent[], now: number[], t: number) => void) {
  const [name, setName] = useState<string>();
  const onLook = useRef(hears);
  useEffect(() => {
    onLook.current = hears;
  });
  useEffect(() => {
    let before: number[] = [];
    let frame = 0;
    const look = (t: number): void => {
      const pad = firstPad();
      setName(pad?.id);
      if (pad) {
        const now = codesPressed(plan, pad);
        onLook.current(changesBetween(before, now, t), now, t);
        before = now;
      }
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [plan]);
  return name;
}

function standing(name: string | undefined): string {
  if (!canRead) {
    return 'This browser tells of pads only to a page of this very machine, or one that came encrypted. Take the event log.';
  }
  if (name === undefined) {
    return 'No pad yet. Plug the handheld or its controller board into this computer and press any key of it: browsers show a pad only then.';
  }
  return `Reads ${name}. A browser looks some sixty times a second: a key that bounces is seen in the event log, not here.`;
}

export function PadTest({
  plan,
  pressing,
  onKeep,
}: {
  plan: PressPlan;
  pressing: PressingNow;
  onKeep: (by: PressedWith, heard: Pick<PressRecord, 'rest' | 'answers'>) => void;
}) {
  const [isResting, setResting] = useState(false);
  const { rest, next, say, answers } = pressing;
  const heard = useRef<{ since: number; start: number[]; events: KeyEvent[] }>({
    since: 0,
    start: [],
    events: [],
  });
  const answered = (events: readonly KeyEvent[]): void => {
    if (!rest || next === undefined) return;
    const answer = answerOf(next, events, rest.noisy);
    heard.current.events = [];
    say({ did: 'answered', answer });
    const all = [...Object.values(answers), answer];
    if (all.length === plan.order.length) onKeep('browser', { rest, answers: all });
  };
  const name = usePad(plan, (events, now, t) => {
    const h = heard.current;
    if (isResting) {
      if (!h.since) heard.current = { since: t, start: now, events: [] };
      else h.events.push(...events);
      if (h.since && t - h.since >= REST_MS) {
        setResting(false);
        say({ did: 'begun', rest: atRest(h.start, h.events) });
        heard.current = { since: 0, start: [], events: [] };
      }
      return;
    }
    if (!rest || next === undefined) return;
    const noisy = new Set(rest.noisy);
    h.events.push(...events.filter((e) => !noisy.has(e.code)));
    const steady = now.filter((c) => !noisy.has(c));
    const on = new Set(rest.on);
    const isBack = steady.length === on.size && steady.every((c) => on.has(c));
    const last = h.events.at(-1);
    if (last && isBack && t - last.t >= SETTLED_MS) answered(h.events);
  });
  return (
    <>
      <p>{standing(name)}</p>
      <div className={rows.top}>
        <Button
          size="small"
          type={rest ? 'default' : 'primary'}
          disabled={name === undefined || isResting}
          onClick={() => {
            heard.current = { since: 0, start: [], events: [] };
            say({ did: 'stopped' });
            setResting(true);
          }}
        >
          {rest ? 'Begin anew' : 'Begin'}
        </Button>
        {isResting && <span role="status">Hands off for two seconds ...</span>}
      </div>
      {next !== undefined && (
        <div className={style.ask} role="status" aria-label="Asked for">
          <span>
            Press what blinks, and let go: <b>{plan.keys.find((k) => k.id === next)!.name}</b>
          </span>
          <span className="note grow">
            {Object.keys(answers).length + 1} of {plan.order.length}
          </span>
          <Button size="small" onClick={() => answered([])}>
            Nothing happens
          </Button>
        </div>
      )}
      <Outcome plan={plan} pressing={pressing} />
    </>
  );
}
