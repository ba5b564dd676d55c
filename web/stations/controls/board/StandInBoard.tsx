/** The tracing tried out on an old board drawn from a seed, read by a hand that slips. */
import { useState } from 'react';
import { Button } from 'antd';
import type { PadReading, Tracing } from '@deft/core/model';
import { type Ask, traced } from '@deft/core/trace';
import { useBuild } from '../../../state/build';
import { layKeptBoard, probeBoard } from '../../../state/api';
import { Bad } from '../../../ui/Bad';
import { LayRow } from '../LayRow';
import { useBoardOwner } from '../useBoardOwner';
import { AskLine } from './AskPanel';
import type { TracingNow } from './useTracing';

const SLIP = 0.05;
/** A board that asks for more is not being traced any more. */
const MOST_READ = 600;
/** Read on to the end, the page is drawn anew after so many. */
const SHOWN_AT_ONCE = 8;

const readingOf = ({ red, black, held }: Ask): Omit<PadReading, 'reads'> => ({
  red,
  black,
  ...(held === undefined ? {} : { held }),
});

export function StandInBoard({ now }: { now: TracingNow }) {
  const { doc } = useBuild('doc');
  const [seed, setSeed] = useState(4);
  const [isLaid, setLaid] = useState(false);
  const { owner, isBusy, bad, guarded } = useBoardOwner();
  const { keys, tracing, found } = now;
  const lay = () =>
    guarded(async () => {
      await layKeptBoard(owner, { pads: tracing.pads, keys, seed, slip: SLIP });
      now.forget();
      setLaid(true);
    });
  const readOne = () =>
    guarded(async () => {
      const { next } = found;
      if (next) now.read({ ...readingOf(next), reads: await probeBoard(owner, readingOf(next)) });
    });
  const readAll = () =>
    guarded(async () => {
      const known = [...tracing.readings];
      const told: PadReading[] = [];
      for (let n = 0; n < MOST_READ; n++) {
        const onward: Tracing = { ...tracing, readings: [...known, ...told] };
        const { next } = traced(onward, keys);
        if (!next) break;
        told.push({ ...readingOf(next), reads: await probeBoard(owner, readingOf(next)) });
        if (told.length < SHOWN_AT_ONCE) continue;
        now.read(...told);
        known.push(...told.splice(0));
      }
      now.read(...told);
    });
  return (
    <>
      <LayRow
        what="An old board"
        label="Seed of the old board"
        seed={seed}
        onSeed={setSeed}
        isLaid={isLaid}
        isBusy={isBusy}
        onLay={() => void lay()}
      >
        One reading in twenty is wrong. Nothing of it is kept: it is no board of yours.
      </LayRow>
      {isLaid && (
        <AskLine
          ask={found.next}
          found={found}
          nameOf={(id) => doc.controls.inputs.find((i) => i.id === id)?.name ?? id}
        >
          <Button size="small" type="primary" disabled={isBusy} onClick={() => void readOne()}>
            Read it
          </Button>
          <Button size="small" loading={isBusy} onClick={() => void readAll()}>
            Read on to the end
          </Button>
        </AskLine>
      )}
      <Bad said={bad} />
    </>
  );
}
