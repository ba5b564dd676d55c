/** A meter's log read away from the screen's thread: a week of it is a million lines. */
import { expose } from 'comlink';
import { type MeterLog, readMeterLog, runFigures, type RunFigures } from '@deft/core/bench';
import { BadInput } from '@deft/core/model';

export interface LogRead {
  figures: RunFigures;
  /** Some thousand of its points, for a chart. */
  shown: MeterLog['samples'];
  leftOut: number;
  firstLeftOut?: number | undefined;
  ended?: string | undefined;
}
const SHOWN = 1500;

const api = {
  read(text: string): { ok: true; value: LogRead } | { ok: false; sentence: string } {
    try {
      const log = readMeterLog(text);
      const every = Math.ceil(log.samples.length / SHOWN);
      return {
        ok: true,
        value: {
          figures: runFigures(log.samples),
          shown: log.samples.filter((_, i) => i % every === 0),
          leftOut: log.leftOut,
          firstLeftOut: log.firstLeftOut,
          ended: log.ended,
        },
      };
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      return { ok: false, sentence: e.message };
    }
  },
};
export type MeterLogApi = typeof api;
expose(api);
