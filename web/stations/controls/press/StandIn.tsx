/** The press test tried out on the stand-in: wired as planned, with mistakes nobody is told of. */
import { useEffect, useRef, useState } from 'react';
import { Button, InputNumber, Select } from 'antd';
import { answerOf, atRest, type Fault, mendOf, pressAgain, type PressPlan } from '@deft/core/press';
import { mendBoard, pressOnBoard, wireBoard } from '../../../state/api';
import { useBoardOwner } from '../useBoardOwner';
import { Outcome } from './Outcome';
import type { PressingNow } from './usePressing';
import rows from '../asked.module.css';
import style from './press.module.css';
import { Bad } from '../../../ui/Bad';

const COUNTS = [0, 1, 2].map((n) => ({
  value: n,
  label: ['no mistake', 'one mistake', 'two mistakes'][n]!,
}));

/** The board as it is planned, for whatever stands for it. */
const wiringOf = (plan: PressPlan) => ({
  keys: plan.keys.map(({ id, code, plate, bit, nets, level }) => ({
    key: id,
    code,
    ...(plate ? { plate } : {}),
    ...(bit === undefined ? {} : { bit }),
    ...(nets ? { nets } : {}),
    ...(level === undefined ? {} : { level }),
  })),
  plug: plan.route === 'usb' || plan.route === 'expander',
});

export function StandIn({
  plan,
  pressing,
  pointed,
  onDone,
}: {
  plan: PressPlan;
  pressing: PressingNow;
  /** The key that was pressed on the drawing. */
  pointed: string | undefined;
  onDone: () => void;
}) {
  const [seed, setSeed] = useState(7);
  const [count, setCount] = useState(1);
  const { owner, isBusy, bad, guarded } = useBoardOwner();
  const { rest, next, say } = pressing;
  const isWired = rest !== undefined;

  const begin = () =>
    guarded(async () => {
      const { now, events } = await wireBoard(owner, wiringOf(plan), { seed, count });
      say({ did: 'begun', rest: atRest(now, events) });
    });
  const pressed = async (id: string): Promise<void> => {
    const { events } = await pressOnBoard(owner, id);
    say({ did: 'answered', answer: answerOf(id, events, rest?.noisy ?? []) });
  };
  const press = (ids: readonly string[]) =>
    guarded(async () => {
      for (const id of ids) await pressed(id);
    });
  const mend = (fault: Fault) =>
    guarded(async () => {
      const { now, events } = await mendBoard(owner, mendOf(fault));
      say({
        did: 'mended',
        fault,
        rest: atRest(now, events),
        again: pressAgain(plan, fault, pressing.found?.wrong ?? []),
      });
    });

  // A key pressed on the drawing is pressed on the board.
  const onPointed = useRef(press);
  useEffect(() => {
    onPointed.current = press;
  });
  useEffect(() => {
    if (pointed === undefined) return;
    onDone();
    if (isWired) void onPointed.current([pointed]);
  }, [pointed, onDone, isWired]);

  const left = plan.order.filter((id) => !(id in pressing.answers));
  return (
    <>
      <div className={rows.top}>
        <label className="row note">
          Wired with{' '}
          <Select
            size="small"
            aria-label="Mistakes"
            style={{ width: 130 }}
            value={count}
            onChange={setCount}
            options={COUNTS}
          />
        </label>
        <label className="row note">
          drawn from{' '}
          <InputNumber
            size="small"
            aria-label="Seed"
            min={0}
            max={99_999}
            precision={0}
            style={{ width: 80 }}
            value={seed}
            onChange={(v) => setSeed(v ?? 0)}
          />
        </label>
        <Button
          size="small"
          type={rest ? 'default' : 'primary'}
          loading={isBusy}
          onClick={() => void begin()}
        >
          {rest ? 'Wire it anew' : 'Wire the stand-in'}
        </Button>
      </div>
      <Bad said={bad} />
      {next !== undefined && (
        <div className={style.ask} role="status" aria-label="Asked for">
          <span>
            Press what blinks: <b>{plan.keys.find((k) => k.id === next)!.name}</b>
          </span>
          <span className="note grow">
            {plan.order.length - left.length + 1} of {plan.order.length}
          </span>
          <Button size="small" type="primary" autoFocus onClick={() => void press([next])}>
            Press it
          </Button>
          <Button size="small" onClick={() => void press(left)}>
            Press all that are left
          </Button>
        </div>
      )}
      <Outcome plan={plan} pressing={pressing} onMend={(f) => void mend(f)} />
      <p className="note">
        The stand-in is for trying out: it proves nothing of your handheld, and nothing of it is
        kept.
      </p>
    </>
  );
}
