/** A trial done with instruments that talk: what is connected, set and read, in which order. */
import { type ReadingBody, runFigures, type Sample, type Trial } from '@deft/core/bench';
import { type BenchBegun, doAtBench, type LoadRead, readLoad, readSupply } from '../../state/api';

/** What a page is told while a trial runs. */
export interface Progress {
  samples: readonly Sample[];
  /** Charge that was counted so far, Ah. */
  ah?: number;
  words?: string;
}
export interface Proving {
  owner: string;
  trial: Trial;
  bench: BenchBegun;
  onProgress: (now: Progress) => void;
  isStopped: () => boolean;
}
export type Proved =
  { ok: true; body: ReadingBody; peakA?: number } | { ok: false; sentence: string } | undefined;

/** Readings asked for at once, and in all. */
const AT_ONCE = 20;
const MOST = 200;
/** One reading of a meter takes so long, s. */
const EACH_S = 0.1;
/** Volts a supply is turned down by, and where that ends, as a share of where it began. */
const DOWN_V = 0.05;
const LOWEST = 0.4;
/** A draw that falls below this share of what it was has stopped. */
const GONE = 0.2;
/** A pack is emptied on the stand-in in so many seconds a look. */
const LAPSE_S = 600;

const place = (trial: Trial, of: 'load' | 'converter' | 'whole' | 'cell'): object => {
  switch (of) {
    case 'whole':
      return { to: 'whole', state: trial.state };
    case 'load':
      return { to: 'load', place: trial.item, state: trial.state ?? 'peak' };
    case 'converter':
      return { to: 'converter', place: trial.item };
    case 'cell':
      return { to: 'cell', ...(trial.oneOf ? { oneOf: trial.oneOf } : {}) };
  }
};

class Prover {
  constructor(private readonly on: Proving) {}

  /** The stand-in's leads are moved by this program; real ones by hand, before. */
  private async connect(of: 'load' | 'converter' | 'whole' | 'cell'): Promise<void> {
    const { owner, bench, trial } = this.on;
    if (bench.isStandIn) await doAtBench(owner, { do: 'connect', to: place(trial, of) });
  }
  private feed(volts = this.on.trial.supply!.volts): Promise<void> {
    const { limitA } = this.on.trial.supply!;
    return doAtBench(this.on.owner, {
      do: 'feed',
      volts,
      limitA,
      range: this.on.trial.range ?? 'A',
    });
  }
  private draw(amps: number, stopV = 0): Promise<void> {
    return doAtBench(this.on.owner, { do: 'draw', amps, stopV });
  }
  private load(): Promise<LoadRead> {
    return readLoad(this.on.owner);
  }

  async drawn(): Promise<Proved> {
    const { trial, owner, onProgress, isStopped } = this.on;
    await this.connect(trial.of === 'whole' ? 'whole' : 'load');
    await this.feed();
    const samples: Sample[] = [];
    while (samples.length < MOST && !isStopped()) {
      const read = await readSupply(owner, AT_ONCE);
      if (read.isOver) return { ok: false, sentence: OVER };
      for (const s of read.samples) samples.push({ t: samples.length * EACH_S, ...s });
      onProgress({ samples: [...samples] });
    }
    if (samples.length < AT_ONCE) return undefined;
    const { amps, volts, scatterA, peakA } = runFigures(samples);
    const of = trial.of === 'whole' ? 'whole' : 'draw';
    return {
      ok: true,
      peakA,
      body: { of, state: trial.state!, amps, volts: volts!, scatterA, range: trial.range },
    };
  }

  async efficiency(): Promise<Proved> {
    await this.connect('converter');
    await this.draw(this.on.trial.loadA!);
    await this.feed();
    const { samples, isOver } = await readSupply(this.on.owner, AT_ONCE);
    if (isOver) return { ok: false, sentence: OVER };
    const { amps, volts } = await this.load();
    return { ok: true, body: { of: 'efficiency', into: meanOf(samples), out: { amps, volts } } };
  }

  async output(): Promise<Proved> {
    await this.connect('converter');
    await this.draw(0);
    await this.feed();
    return { ok: true, body: { of: 'output', volts: (await this.load()).volts } };
  }

  async arrival(): Promise<Proved> {
    await this.connect('cell');
    await this.draw(0);
    return { ok: true, body: { of: 'arrival', volts: (await this.load()).volts } };
  }

  /** The supply is turned down until what hangs on it goes off. */
  async least(): Promise<Proved> {
    const { trial, owner, onProgress, isStopped } = this.on;
    const { loadA } = trial;
    const isConverter = loadA !== undefined;
    await this.connect(isConverter ? 'converter' : 'load');
    if (isConverter) await this.draw(loadA);
    let [last, first] = [NaN, NaN];
    const from = trial.supply!.volts;
    for (let volts = from; volts > LOWEST * from && !isStopped(); volts -= DOWN_V) {
      await this.feed(volts);
      const at = isConverter ? await this.load() : meanOf((await readSupply(owner, 3)).samples);
      const alive = isConverter ? at.volts : at.amps;
      if (Number.isNaN(first)) first = alive;
      if (alive < GONE * first) {
        return Number.isNaN(last)
          ? { ok: false, sentence: `It does not run at ${from.toFixed(2)} V.` }
          : { ok: true, body: { of: 'least', volts: Math.round(100 * last) / 100 } };
      }
      last = volts;
      onProgress({ samples: [], words: `runs at ${volts.toFixed(2)} V` });
    }
    return isStopped()
      ? undefined
      : { ok: true, body: { of: 'least', volts: Math.round(100 * last) / 100 } };
  }

  async resistance(): Promise<Proved> {
    const { lightA, loadA } = this.on.trial;
    await this.connect('cell');
    await this.draw(lightA!);
    const light = await this.load();
    await this.draw(loadA!);
    const loaded = await this.load();
    return {
      ok: true,
      body: { of: 'resistance', light: ampsVolts(light), heavy: ampsVolts(loaded) },
    };
  }

  async capacity(): Promise<Proved> {
    const { trial, owner, bench, onProgress, isStopped } = this.on;
    const [amps, stopV] = [trial.loadA!, trial.stopV!];
    await this.connect('cell');
    await this.draw(amps, stopV);
    const samples: Sample[] = [];
    for (let t = 0; !isStopped(); t += LAPSE_S) {
      const now = await this.load();
      samples.push({ t, amps: now.amps, volts: now.volts });
      onProgress({ samples: [...samples], ah: now.ah });
      if (!now.isOn) return { ok: true, body: { of: 'capacity', ah: now.ah, amps, toV: stopV } };
      if (bench.isStandIn) await doAtBench(owner, { do: 'pass', seconds: LAPSE_S });
      else await new Promise((resolve) => setTimeout(resolve, 1000));
    }
    return undefined;
  }
}

const OVER =
  'Over the range of the meter: nothing was kept. Take the 10 A jack, or look for a short.';
const ampsVolts = ({ amps, volts }: { amps: number; volts: number }) => ({ amps, volts });
const meanOf = (all: ReadonlyArray<{ amps: number; volts: number }>) => ({
  amps: all.reduce((sum, s) => sum + s.amps, 0) / all.length,
  volts: all.reduce((sum, s) => sum + s.volts, 0) / all.length,
});

/** @returns nothing when it was stopped before there was anything to tell */
export async function prove(on: Proving): Promise<Proved> {
  const prover = new Prover(on);
  const of = on.trial.of === 'draw' || on.trial.of === 'whole' ? 'drawn' : on.trial.of;
  try {
    return await prover[of]();
  } finally {
    await doAtBench(on.owner, { do: 'off' }).catch(() => undefined);
  }
}
