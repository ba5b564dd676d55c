/** A serial pad captured key by key: what its lines do, which bit is which key, what it is fed with. */
import { useState } from 'react';
import { Button, Segmented } from 'antd';
import { busKeys } from '@deft/core/padbus';
import { useBuild } from '../../../state/build';
import asked from '../asked.module.css';
import type { Lit } from '../face/lit';
import { LitFace } from '../LitFace';
import { ViewTabs } from '../views';
import { BitTable } from './BitTable';
import { Captures } from './Captures';
import { Feeding } from './Feeding';
import { OwnCapture } from './OwnCapture';
import { StandInPad } from './StandInPad';
import { Timing } from './Timing';
import { type BusNow, useBus } from './useBus';
import style from './serial.module.css';

const WAYS = [
  { value: 'own', label: 'My capture' },
  { value: 'stand-in', label: 'Stand-in pad' },
] as const;

export function SerialPads() {
  const [way, setWay] = useState<(typeof WAYS)[number]['value']>('own');
  const isStandIn = way === 'stand-in';
  const now = useBus(isStandIn);
  return (
    <div className="centre">
      <LitFace lit={litOf(now)} />
      <ViewTabs />
      <div className="sheet" style={{ paddingTop: 12 }}>
        {now.keys.length === 0 ? (
          <NoKeys />
        ) : (
          <>
            <div className={asked.top}>
              <h1 className="grow">Which bit tells which key</h1>
              <Segmented
                size="small"
                aria-label="What the pad is captured from"
                options={[...WAYS]}
                value={way}
                onChange={setWay}
              />
            </div>
            {isStandIn ? <StandInPad now={now} /> : <OwnCapture now={now} />}
            <Timing bus={now.bus} />
            <div className={style.columns}>
              <BitTable now={now} />
              {!isStandIn && <Feeding now={now} />}
            </div>
            {now.bus.captures.length > 0 && <Captures now={now} />}
          </>
        )}
      </div>
    </div>
  );
}

/** The key to hold blinks; keys with their bit are lit. */
function litOf({ keys, bus, next, found }: BusNow): ReadonlyMap<string, Lit> {
  return new Map(
    keys.map((key): [string, Lit] => {
      if (next?.held === key) return [key, 'asked'];
      const moved = found.moved.get(key);
      if (moved && !found.bits.has(key)) return [key, 'wrong'];
      return [key, bus.keys.includes(key) ? 'right' : 'waiting'];
    }),
  );
}

function NoKeys() {
  const { doc, edit } = useBuild('doc', 'edit');
  const read = { ...doc, controls: { ...doc.controls, route: 'pad bus' as const } };
  const hasKeys = busKeys(read).length > 0;
  return (
    <>
      <h1>No key is read over a serial pad</h1>
      <p>
        {hasKeys
          ? 'A pad with five wires - supply, ground, data, latch and clock - tells its keys one bit after another, and takes three lines. Choose that way first; everything else stays.'
          : 'Add the keys first, under Inputs.'}
      </p>
      {hasKeys && (
        <div>
          <Button
            type="primary"
            onClick={() => edit((p) => ({ ...p, controls: { ...p.controls, route: 'pad bus' } }))}
          >
            Read the keys over the serial pad
          </Button>
        </div>
      )}
    </>
  );
}
