/** The press test: every key once, before the case is closed; what is wrong, and the cheapest mend. */
import { useMemo, useState } from 'react';
import { Checkbox, Segmented } from 'antd';
import { type PressedWith, type PressRecord } from '@deft/core/model';
import { isProved, plannedOf, pressPlan, stalePresses } from '@deft/core/press';
import { useBuild, useScene } from '../../../state/build';
import type { Lit } from '../face/lit';
import { LitFace } from '../LitFace';
import { ViewTabs } from '../views';
import { LogTest } from './LogTest';
import { PadTest } from './PadTest';
import { StandIn } from './StandIn';
import { usePressing, type PressingNow } from './usePressing';
import rows from '../asked.module.css';

const WAYS = [
  { value: 'log', label: 'Event log of the handheld' },
  { value: 'pad', label: 'Pad on this computer' },
  { value: 'stand-in', label: 'Stand-in board' },
] as const;
type Way = (typeof WAYS)[number]['value'];

export function PressTest() {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const scene = useScene();
  const [way, setWay] = useState<Way>('log');
  const plan = useMemo(() => pressPlan(doc, scene, check.map), [doc, scene, check.map]);
  const record = doc.controls.pressed;
  const left = useMemo(() => (record ? stalePresses(plan, record) : []), [plan, record]);
  const [isWhole, setWhole] = useState(false);
  /** Only what was not pressed since it changed, unless all is wanted. */
  const only = way !== 'stand-in' && left.length > 0 && left.length < plan.keys.length;
  const asked = useMemo(
    () =>
      only && !isWhole ? { ...plan, order: plan.order.filter((id) => left.includes(id)) } : plan,
    [plan, left, only, isWhole],
  );
  const pressing = usePressing(asked);
  const [pointed, point] = useState<string>();
  const keep = (by: PressedWith, heard: Pick<PressRecord, 'rest' | 'answers'>): void => {
    const pressed: PressRecord = {
      at: new Date().toISOString(),
      with: by,
      rest: heard.rest,
      answers: [
        ...(record?.answers ?? []).filter(
          (a) => !asked.order.includes(a.input) && plan.order.includes(a.input),
        ),
        ...heard.answers,
      ],
      planned: plannedOf(plan),
    };
    edit((p) => ({ ...p, controls: { ...p.controls, pressed } }));
  };
  const lit = litOf(plan.order, pressing, pointed, only && !isWhole ? left : plan.order);
  return (
    <div className="centre">
      <LitFace lit={lit} isTall onChoose={point} />
      <ViewTabs />
      <div className="sheet" style={{ paddingTop: 12 }}>
        <div className={rows.top}>
          <h1 className="grow">Press every key once</h1>
          <Segmented
            size="small"
            aria-label="What the keys are read with"
            options={[...WAYS]}
            value={way}
            onChange={(w) => {
              pressing.say({ did: 'stopped' });
              point(undefined);
              setWay(w);
            }}
          />
        </div>
        <Standing />
        {only && (
          <Checkbox checked={!isWhole} onChange={(e) => setWhole(!e.target.checked)}>
            Only the {left.length} that are left
          </Checkbox>
        )}
        {plan.cannot === undefined ? (
          <>
            {way === 'log' && <LogTest plan={asked} onBeat={point} onKeep={keep} />}
            {way === 'pad' && <PadTest plan={asked} pressing={pressing} onKeep={keep} />}
            {way === 'stand-in' && (
              <StandIn
                plan={plan}
                pressing={pressing}
                pointed={pointed}
                onDone={() => point(undefined)}
              />
            )}
          </>
        ) : (
          <p>{plan.cannot}</p>
        )}
      </div>
    </div>
  );
}

/** What is kept of earlier presses. */
function Standing() {
  const { doc, check } = useBuild('doc', 'check');
  const scene = useScene();
  const plan = useMemo(() => pressPlan(doc, scene, check.map), [doc, scene, check.map]);
  const record = doc.controls.pressed;
  if (!record) {
    return (
      <p className="note">
        While the shell is open: what is swapped, silent or bridged is named, with the cheapest
        mend.
      </p>
    );
  }
  const left = stalePresses(plan, record).length;
  const day = record.at.slice(0, 10);
  let says = `Pressed on ${day}: something is wrong, see the right.`;
  if (isProved(doc, plan)) {
    says = `Proved on ${day} with the ${record.with}: every key tells its own code.`;
  } else if (left) says = `${left} of ${plan.keys.length} keys have to be pressed again.`;
  return <p className="note">{says}</p>;
}

/** Before a test the keys wait; a beat lights one without asking it. */
function litOf(
  order: readonly string[],
  { rest, next, found, answers }: PressingNow,
  pointed: string | undefined,
  wanted: readonly string[],
): ReadonlyMap<string, Lit> {
  const wrong = new Set(found?.wrong);
  const asked = rest ? next : pointed;
  return new Map(
    order.map((id): [string, Lit] => {
      if (id === asked) return [id, 'asked'];
      if (!wanted.includes(id)) return [id, 'right'];
      if (!(id in answers)) return [id, 'waiting'];
      return [id, wrong.has(id) ? 'wrong' : 'right'];
    }),
  );
}
