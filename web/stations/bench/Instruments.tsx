/** A trial by instruments that talk: begun, watched while it runs, stopped at any time. */
import { useEffect, useRef, useState } from 'react';
import { Button, InputNumber } from 'antd';
import { benchPlan, meanWords, meanWorking, type ReadingBody, type Trial } from '@deft/core/bench';
import type { Project } from '@deft/core/model';
import { beginBench, type BenchBegun, leaveBench } from '../../state/api';
import { useBuild } from '../../state/build';
import { tabName } from '../../state/tab';
import { useSize } from '../../ui/useSize';
import { type Progress, prove, type Proved } from './proving';
import { RunChart } from './RunChart';
import type { Put } from './fields';
import style from './bench.module.css';
import { Bad } from '../../ui/Bad';
import { Working } from '../../ui/Working';

const CHART_PX = 170;
/** This opening of the page. */
const VISIT = crypto.randomUUID();
let seedNow = 7;

/** The build as it was planned, before anything was read: what the stand-in makes its own of. */
const unread = (p: Project): Project => ({ ...p, kit: { ...p.kit, readings: [] } });

type Shown = Extract<Proved, { ok: true }>;

export function Instruments({ trial, onPut }: { trial: Trial; onPut: Put }) {
  const { judged } = useBuild('judged');
  const [ref, size] = useSize<HTMLDivElement>();
  const [seed, setSeed] = useState(seedNow);
  const [bench, setBench] = useState<BenchBegun>();
  const [now, setNow] = useState<Progress>();
  const [found, setFound] = useState<Shown>();
  const [bad, setBad] = useState<string>();
  const [isRunning, setRunning] = useState(false);
  const stopped = useRef(false);
  useEffect(() => {
    const leave = (): void =>
      void tabName()
        .then((owner) => leaveBench(owner, VISIT))
        .catch(() => undefined);
    window.addEventListener('pagehide', leave);
    return () => {
      stopped.current = true;
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
  const plan = benchPlan(unread(judged));

  const run = async (): Promise<void> => {
    stopped.current = false;
    setRunning(true);
    setBad(undefined);
    setFound(undefined);
    setNow(undefined);
    try {
      const owner = await tabName();
      const begun = await beginBench({ owner, visit: VISIT }, plan!, seed);
      setBench(begun);
      const proved = await prove({
        owner,
        trial,
        bench: begun,
        onProgress: setNow,
        isStopped: () => stopped.current,
      });
      if (proved?.ok) setFound(proved);
      else if (proved) setBad(proved.sentence);
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'The instruments do not answer.');
    } finally {
      setRunning(false);
    }
  };
  const beginWords = found ? 'Read again' : 'Begin';
  const by = { with: 'bench', ...(bench?.isStandIn ? { isStandIn: true as const } : {}) } as const;
  const body = found?.body;
  const peak = found && peakOf(found);
  if (!plan) {
    return (
      <p className="note">Instruments prove a build that runs on a cell. Type what you read.</p>
    );
  }
  return (
    <>
      <div className={style.fields}>
        <Button
          size="small"
          type={found ? 'default' : 'primary'}
          onClick={() => {
            if (isRunning) stopped.current = true;
            else void run();
          }}
        >
          {isRunning ? 'Stop' : beginWords}
        </Button>
        <label className="row note">
          stand-in drawn from{' '}
          <InputNumber
            size="small"
            aria-label="Seed"
            min={0}
            max={99_999}
            precision={0}
            className={style.seed ?? ''}
            disabled={isRunning}
            value={seed}
            onChange={(v) => {
              seedNow = v ?? 0;
              setSeed(seedNow);
            }}
          />
        </label>
        <span className="note" role="status">
          {statusWords(bench, now, isRunning)}
        </span>
      </div>
      <Bad said={bad} />
      <div ref={ref} className={style.chart}>
        {now && now.samples.length > 1 && size.w > 0 && (
          <RunChart
            samples={now.samples}
            mean={body && 'amps' in body && body.of !== 'capacity' ? body.amps : undefined}
            width={size.w}
            height={CHART_PX}
          />
        )}
      </div>
      {found && body && (
        <div className={style.fields}>
          <FoundWords found={found} samples={now?.samples.length ?? 0} />
          <Button size="small" type="primary" onClick={() => setBad(onPut(body, by))}>
            Put in
          </Button>
          {peak && (
            <Button size="small" onClick={() => setBad(onPut(peak, by))}>
              Its peak: {peak.amps.toFixed(3)} A
            </Button>
          )}
        </div>
      )}
      {bench?.isStandIn !== false && (
        <p className="note">
          Without instruments of your own, stand-ins answer for a build that is made up around
          yours. What they tell proves nothing of it; it is kept with their name, and can be taken
          back at once.
        </p>
      )}
    </>
  );
}

/** The highest reading of a game is a reading of its peak. */
function peakOf({ body, peakA }: Shown): Extract<ReadingBody, { of: 'draw' }> | undefined {
  if (body.of !== 'draw' || body.state !== 'game' || peakA === undefined) return undefined;
  return { of: 'draw', state: 'peak', amps: peakA, volts: body.volts, range: body.range };
}

function statusWords(
  bench: BenchBegun | undefined,
  now: Progress | undefined,
  isRunning: boolean,
): string {
  const names = bench?.instruments.map((i) => i.role).join(', ');
  if (!isRunning) return names ? `Turned off. Here: ${names}.` : '';
  if (now?.words !== undefined) return `It ${now.words} ...`;
  if (now?.ah !== undefined) return `${now.ah.toFixed(2)} Ah so far ...`;
  return now ? `${now.samples.length} readings ...` : 'Setting up ...';
}

function FoundWords({ found, samples }: { found: Shown; samples: number }) {
  const { body } = found;
  switch (body.of) {
    case 'draw':
    case 'whole':
      return (
        <span>
          <b>{meanWords(body.amps, { ...body, with: 'bench' })}</b> at {body.volts.toFixed(2)} V,
          mean of {samples}
          <Working lines={meanWorking(body.amps, { ...body, with: 'bench' })} />
        </span>
      );
    case 'efficiency':
      return (
        <span>
          <b>
            {((100 * body.out.amps * body.out.volts) / (body.into.amps * body.into.volts)).toFixed(
              1,
            )}{' '}
            %
          </b>{' '}
          at {body.out.amps.toFixed(2)} A out
        </span>
      );
    case 'capacity':
      return (
        <span>
          <b>{body.ah.toFixed(3)} Ah</b> at {body.amps.toFixed(2)} A down to {body.toV.toFixed(1)} V
        </span>
      );
    case 'resistance':
      return (
        <span>
          <b>
            {Math.round(
              (1000 * (body.light.volts - body.heavy.volts)) / (body.heavy.amps - body.light.amps),
            )}{' '}
            mΩ
          </b>
        </span>
      );
    default:
      return <b>{body.volts.toFixed(2)} V</b>;
  }
}
