/** What a page does at the bench, in the words of its instruments; turned off when the page goes away. */
import type { Connected, Plan } from '@deft/simulators/bench';
import { Refusal } from '../errors';
import type { Instruments } from './instruments';

/** So long without a word from the page, and everything is turned off, ms: it has gone away. */
const WATCH_MS = 20_000;
/** A stop that was read back may differ by so much, V. */
const STOP_V = 0.01;
/** Most that each range of a meter reads, A. */
const RANGE_A = { mA: 0.4, A: 10 } as const;

export interface Read {
  amps: number;
  volts: number;
}

export class Bench {
  readonly #on: Instruments;
  #watch: NodeJS.Timeout | undefined;
  /** The opening of a page that began last. */
  visit: string | undefined;

  constructor(on: Instruments) {
    this.#on = on;
  }

  get isStandIn(): boolean {
    return this.#on.isStandIn;
  }

  /** The page has been heard: it has so long to say something again. */
  heard(): void {
    clearTimeout(this.#watch);
    this.#watch = setTimeout(() => void this.#on.off(), WATCH_MS);
    this.#watch.unref();
  }

  async identify(): Promise<Array<{ role: string; name: string }>> {
    const all = [];
    for (const role of this.#on.roles) {
      const said = await this.#on.text(role, '*IDN?');
      all.push({ role, name: said.split(',').slice(0, 2).join(' ').slice(0, 80) });
    }
    return all;
  }

  build(plan: Plan, seed: number): Promise<void> {
    return this.#on.hands(`BUILD ${JSON.stringify({ plan, seed })}`);
  }
  connect(to: Connected): Promise<void> {
    return this.#on.hands(`CONNECT ${JSON.stringify(to)}`);
  }
  pass(seconds: number): Promise<void> {
    return this.#on.hands(`PASS ${seconds}`);
  }

  async feed(volts: number, limitA: number, range: 'mA' | 'A'): Promise<void> {
    await this.#on.set('meter', `CONF:CURR:DC ${RANGE_A[range]}`);
    await this.#on.set('supply', `CURR ${limitA}`, `VOLT ${volts}`, 'OUTP ON');
  }

  async draw(amps: number, stopV: number): Promise<void> {
    await this.#on.set('load', `CURR ${amps}`, `VOLT:PROT:LOW ${stopV}`);
    const back = await this.#on.number('load', 'VOLT:PROT:LOW?');
    if (back === undefined || Math.abs(back - stopV) > STOP_V) {
      throw new Refusal(
        409,
        'instrument',
        'The electronic load did not take its low-voltage stop, so it was not turned on.',
      );
    }
    await this.#on.set('load', `INP ${amps > 0 ? 'ON' : 'OFF'}`);
  }

  /** Amps by the meter in the lead and volts behind it; nothing where the meter's range is over. */
  async readSupply(): Promise<Read | undefined> {
    const amps = await this.#on.number('meter', 'READ?');
    const volts = await this.#on.number('supply', 'MEAS:VOLT?');
    return amps === undefined || volts === undefined ? undefined : { amps, volts };
  }
  async readLoad(): Promise<Read & { ah: number; isOn: boolean }> {
    const amps = (await this.#on.number('load', 'MEAS:CURR?')) ?? 0;
    const volts = (await this.#on.number('load', 'MEAS:VOLT?')) ?? 0;
    const ah = (await this.#on.number('load', 'FETC:CHAR?')) ?? 0;
    const isOn = (await this.#on.text('load', 'INP?')).trim() === '1';
    return { amps, volts, ah, isOn };
  }

  async off(): Promise<void> {
    clearTimeout(this.#watch);
    await this.#on.off();
  }
}
