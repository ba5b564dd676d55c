/** A trial by a meter's own log: its mean, its peak and its charge, from a table of text. */
import { useState } from 'react';
import { Button } from 'antd';
import {
  holesWords,
  leftOutWords,
  meanWords,
  meanWorking,
  type ReadingBody,
  type Trial,
} from '@deft/core/bench';
import type { LogRead, MeterLogApi } from '../../workers/meterLog.worker';
import { useWorker } from '../../workers/useWorker';
import { TextFile } from '../../ui/TextFile';
import { useSize } from '../../ui/useSize';
import { RunChart } from './RunChart';
import type { Put } from './fields';
import style from './bench.module.css';
import { Bad } from '../../ui/Bad';
import { Working } from '../../ui/Working';

const MOST_MB = 60;
const CHART_PX = 170;
/** What most logs come from, and is believed no better than. */
const LOGGER = 'usb meter';

/** What a log makes of a trial: a peak is its highest reading, a capacity its charge. */
function bodyFrom(trial: Trial, { figures }: LogRead): ReadingBody | undefined {
  const { amps, volts, scatterA, peakA, ah } = figures;
  if (trial.of === 'capacity') {
    return volts === undefined ? undefined : { of: 'capacity', ah, amps, toV: figures.lastV! };
  }
  if (trial.of !== 'draw' && trial.of !== 'whole') return undefined;
  const at = volts ?? trial.supply?.volts;
  if (at === undefined) return undefined;
  const state = trial.state!;
  return state === 'peak'
    ? { of: trial.of, state, amps: peakA, volts: at }
    : { of: trial.of, state, amps, volts: at, scatterA };
}

export function LogFile({ trial, onPut }: { trial: Trial; onPut: Put }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const worker = useWorker<MeterLogApi>(
    () =>
      new Worker(new URL('../../workers/meterLog.worker.ts', import.meta.url), { type: 'module' }),
  );
  const [log, setLog] = useState<LogRead>();
  const [bad, setBad] = useState<string>();
  const [isReading, setReading] = useState(false);
  const read = async (text: string): Promise<void> => {
    setBad(undefined);
    setLog(undefined);
    setReading(true);
    const said = await worker().read(text);
    setReading(false);
    if (said.ok) setLog(said.value);
    else setBad(said.sentence);
  };
  const body = log && bodyFrom(trial, log);
  return (
    <>
      <div className={style.fields}>
        <TextFile
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          mostMB={MOST_MB}
          onText={(text) => void read(text)}
          onBad={setBad}
        >
          Open a log
        </TextFile>
        <span className="note" role="status">
          {isReading
            ? 'Reading it ...'
            : 'A table of text; its first line names the columns, such as "time (s), current (mA), volts".'}
        </span>
      </div>
      <Bad said={bad} />
      <div ref={ref} className={style.chart}>
        {log && size.w > 0 && (
          <RunChart samples={log.shown} mean={log.figures.amps} width={size.w} height={CHART_PX} />
        )}
      </div>
      {log && (
        <>
          <p>
            <b>{meanWords(log.figures.amps, { with: LOGGER, scatterA: log.figures.scatterA })}</b>,
            highest {log.figures.peakA.toFixed(3)} A, {log.figures.ah.toFixed(3)} Ah, from{' '}
            {log.figures.samples} readings.
          </p>
          <Working
            lines={meanWorking(log.figures.amps, {
              with: LOGGER,
              scatterA: log.figures.scatterA,
            })}
          />
          {[leftOutWords(log), log.ended, holesWords(log.figures)].map((sentence) =>
            sentence ? (
              <p key={sentence} className={style.other}>
                {sentence}
              </p>
            ) : null,
          )}
          <div className={style.fields}>
            <Button
              size="small"
              type="primary"
              disabled={!body}
              onClick={() => body && setBad(onPut(body, { with: LOGGER, note: 'log' }))}
            >
              Put in
            </Button>
            {!body && <span className="note">A discharge wants the volts in its log as well.</span>}
          </div>
        </>
      )}
    </>
  );
}
