/** The capturing tried out on a pad drawn from a seed. */
import { useState } from 'react';
import { Button } from 'antd';
import { captureBoard, laySerialPad } from '../../../state/api';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import { LayRow } from '../LayRow';
import { useBoardOwner } from '../useBoardOwner';
import type { BusNow } from './useBus';
import style from '../asked.module.css';

/** Registers of the stand-in: four of eight bits. */
const MOST_KEYS = 32;

export function StandInPad({ now }: { now: BusNow }) {
  const { doc } = useBuild('doc');
  const [seed, setSeed] = useState(4);
  const [isLaid, setLaid] = useState(false);
  const [odd, setOdd] = useState<string>();
  const { owner, isBusy, bad, guarded } = useBoardOwner();
  const { keys, next } = now;
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const lay = () =>
    guarded(async () => {
      await laySerialPad(owner, { keys: keys.slice(0, MOST_KEYS), seed });
      now.forget();
      setOdd(undefined);
      setLaid(true);
    });
  const captureOf = async (held: string | undefined) => ({
    held,
    text: (await captureBoard(owner, held)).join('\n'),
  });
  const capture = (all: ReadonlyArray<string | undefined>) =>
    guarded(async () => {
      const told = [];
      for (const held of all) told.push(await captureOf(held));
      setOdd(await now.read(...told));
    });
  const isCaptured = new Set(now.bus.captures.map((c) => c.held));
  const left = [undefined, ...keys.slice(0, MOST_KEYS)].filter((key) => !isCaptured.has(key));
  return (
    <>
      <LayRow
        what="A pad"
        label="Seed of the serial pad"
        seed={seed}
        onSeed={setSeed}
        isLaid={isLaid}
        isBusy={isBusy}
        onLay={() => void lay()}
      >
        Nothing of it is kept: it is no pad of yours.
      </LayRow>
      {isLaid && (
        <div className={style.ask}>
          <span className={style.hold}>
            {next && next.held !== undefined && (
              <>
                Hold <b>{nameOf(next.held)}</b>
              </>
            )}
            {next && next.held === undefined && <b>Hold nothing</b>}
            {!next && <b>Every key is captured.</b>}
          </span>
          {left.length > 0 && (
            <>
              <Button
                size="small"
                type="primary"
                disabled={isBusy}
                onClick={() => void capture(left.slice(0, 1))}
              >
                Capture it
              </Button>
              <Button size="small" loading={isBusy} onClick={() => void capture(left)}>
                Capture all that are left
              </Button>
            </>
          )}
        </div>
      )}
      <Bad said={bad ?? odd} />
    </>
  );
}
