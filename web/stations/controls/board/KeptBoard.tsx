/** A kept board traced pad by pad: one question after another, until every key has its pads. */
import { useState } from 'react';
import { Button, Checkbox, Input, Segmented, Select } from 'antd';
import {
  BadInput,
  MOST_PADS,
  type ProbePoint,
  type Tracing,
  Tracing as TracingShape,
} from '@deft/core/model';
import { readPadSheet } from '@deft/core/formats';
import { ohmWords, PULL_UP_OHM, type Traced, tracedKeys } from '@deft/core/trace';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import { TextFile } from '../../../ui/TextFile';
import asked from '../asked.module.css';
import type { Lit } from '../face/lit';
import { LitFace } from '../LitFace';
import { ViewTabs } from '../views';
import { AskPanel } from './AskPanel';
import { PadStrip } from './PadStrip';
import { Readings } from './Readings';
import { StandInBoard } from './StandInBoard';
import { TraceTable } from './TraceTable';
import { useTracing } from './useTracing';
import style from './board.module.css';

const WAYS = [
  { value: 'meter', label: 'My meter' },
  { value: 'stand-in', label: 'Stand-in board' },
] as const;

export function KeptBoard() {
  const { doc } = useBuild('doc');
  const [way, setWay] = useState<(typeof WAYS)[number]['value']>('meter');
  const isStandIn = way === 'stand-in';
  const now = useTracing(isStandIn);
  const { keys, tracing, found } = now;
  const isBegun = tracing.pads.length >= 2;
  return (
    <div className="centre">
      <LitFace lit={litOf(keys, found)} />
      <ViewTabs />
      <div className="sheet" style={{ paddingTop: 12 }}>
        {keys.length === 0 ? (
          <NoKeys />
        ) : (
          <>
            <div className={asked.top}>
              <h1 className="grow">Which key closes which pads</h1>
              <Segmented
                size="small"
                aria-label="What the pads are read with"
                options={[...WAYS]}
                value={way}
                onChange={setWay}
              />
            </div>
            <Setting tracing={tracing} keys={keys.length} onSet={now.set} />
            {!isStandIn && tracing.readings.length === 0 && <Sheet onSet={now.set} />}
            {isBegun && isStandIn && <StandInBoard now={now} />}
            {isBegun && !isStandIn && (
              <AskPanel
                ask={found.next}
                found={found}
                onRead={now.read}
                nameOf={(id) => doc.controls.inputs.find((i) => i.id === id)?.name ?? id}
              />
            )}
            {isBegun && <PadStrip tracing={tracing} found={found} />}
            {isBegun && <TraceTable found={found} isStandIn={isStandIn} />}
            {tracing.readings.length > 0 && (
              <Readings tracing={tracing} found={found} onTakeBack={now.takeBack} />
            )}
          </>
        )}
      </div>
    </div>
  );
}

/** The key to hold blinks; what is found is lit. */
function litOf(keys: readonly string[], { keys: found, next }: Traced): ReadonlyMap<string, Lit> {
  const asked = [next?.held, ...[next?.red, next?.black].flatMap((p) => keyOf(p))];
  return new Map(
    keys.map((id): [string, Lit] => {
      if (asked.includes(id)) return [id, 'asked'];
      const k = found.find((f) => f.key === id);
      if (!k?.isSure) return [id, 'waiting'];
      return [id, k.pads ? 'right' : 'wrong'];
    }),
  );
}
const keyOf = (p: ProbePoint | undefined): string[] => (p && 'key' in p ? [p.key] : []);

const padsIn = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean);

/** The pads, whether contacts can be touched, and what pulls the lines up. */
function Setting({
  tracing,
  keys,
  onSet,
}: {
  tracing: Tracing;
  keys: number;
  onSet: (change: Partial<Tracing>) => void;
}) {
  const [text, setText] = useState(tracing.pads.join(' '));
  const [bad, setBad] = useState<string>();
  // Pads that come from elsewhere, a sheet or an undo, stand here too.
  const isOwn = bad !== undefined || padsIn(text).join() === tracing.pads.join();
  const name = (said: string): void => {
    setText(said);
    const pads = TracingShape.shape.pads.safeParse(padsIn(said));
    setBad(pads.success ? undefined : pads.error.issues[0]!.message);
    if (pads.success) onSet({ pads: pads.data });
  };
  const numbered = Math.min(keys + 1, MOST_PADS);
  return (
    <>
      {tracing.pads.length === 0 && (
        <p className="note">
          Take the chip off or the power away, mark every pad its keys could reach, and write the
          marks down. Then one reading after another is asked for, those that tell most first.
        </p>
      )}
      <div className="row">
        <label className={`note grow ${style.pads}`}>
          Pads
          <Input
            size="small"
            aria-label="Pads of the kept board"
            placeholder="1 2 3 4 5 ..."
            value={isOwn ? text : tracing.pads.join(' ')}
            maxLength={400}
            onChange={(e) => name(e.target.value)}
          />
        </label>
        {tracing.pads.length === 0 && (
          <Button
            size="small"
            type="primary"
            onClick={() =>
              name(Array.from({ length: numbered }, (_, i) => String(i + 1)).join(' '))
            }
          >
            {numbered} pads, numbered
          </Button>
        )}
        <Checkbox
          checked={!tracing.sealed}
          onChange={(e) => onSet({ sealed: e.target.checked ? undefined : true })}
        >
          contacts can be touched
        </Checkbox>
        <label className="row note">
          pull-up{' '}
          <Select
            size="small"
            aria-label="Pull-up of the reader"
            style={{ width: 96 }}
            value={tracing.pullUpOhm ?? PULL_UP_OHM}
            onChange={(pullUpOhm) => onSet({ pullUpOhm })}
            options={[
              ...new Set([
                1800,
                4700,
                10e3,
                22e3,
                47e3,
                PULL_UP_OHM,
                100e3,
                220e3,
                tracing.pullUpOhm ?? PULL_UP_OHM,
              ]),
            ]
              .sort((a, b) => a - b)
              .map((ohm) => ({ value: ohm, label: ohmWords(ohm) }))}
          />
        </label>
      </div>
      {!tracing.sealed && tracing.pads.length >= 2 && (
        <p className="note">First half of a contact: its upper one, or its left.</p>
      )}
      <Bad said={bad} />
    </>
  );
}

/** A sheet somebody made of such a board: believed like one reading of each key. */
function Sheet({ onSet }: { onSet: (change: Partial<Tracing>) => void }) {
  const { doc } = useBuild('doc');
  const [bad, setBad] = useState<string>();
  const [misfits, setMisfits] = useState<readonly string[]>([]);
  const rows = doc.controls.tracing?.sheet?.length ?? 0;
  const read = (text: string): void => {
    try {
      const { sheet, pads, misfits: odd } = readPadSheet(doc, text);
      onSet({ sheet, pads });
      setMisfits(odd);
      setBad(undefined);
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      setBad(e.message);
    }
  };
  return (
    <>
      <div className="row">
        <TextFile accept=".csv,.txt,text/csv" mostMB={1} onText={read} onBad={setBad}>
          Read a sheet of such a board
        </TextFile>
        <span className="note">
          {rows
            ? `${rows} keys as the sheet says, each believed like one reading and read anew.`
            : 'key, pad, other pad: it saves most of the search.'}
        </span>
      </div>
      {misfits.map((m) => (
        <p key={m} className="note">
          {m}
        </p>
      ))}
      <Bad said={bad} />
    </>
  );
}

function NoKeys() {
  const { doc, edit } = useBuild('doc', 'edit');
  const hasKeys = tracedKeys({
    ...doc,
    controls: { ...doc.controls, route: 'original board' },
  }).length;
  return (
    <>
      <h1>No key is read at a kept board</h1>
      <p>
        {hasKeys
          ? 'Here the pads of an old board are found, key by key, with a meter. Choose that way first; everything else stays.'
          : 'Add the keys first, under Inputs.'}
      </p>
      {hasKeys > 0 && (
        <div>
          <Button
            type="primary"
            onClick={() =>
              edit((p) => ({ ...p, controls: { ...p.controls, route: 'original board' } }))
            }
          >
            Read the keys at the original board
          </Button>
        </div>
      )}
    </>
  );
}
