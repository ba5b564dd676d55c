/**
 * The instruments of the bench, each on a line of its own, in the open language such instruments
 * speak: a header in its short or its long form, a value, an answer to what ends in "?", and a queue
 * of errors that is asked for.
 */
import { RANGES, type World } from './world';

export const ROLES = ['supply', 'meter', 'load', 'thermometer'] as const;
export type Role = (typeof ROLES)[number];

/** What an instrument answers when its range is over. */
const OVER = '9.90000000E+37';
const ROOM_C = 22.4;

/** Nothing to say, or one answer. */
type Act = (value: string) => string | void;
/** By header, long form with its short form in capitals: MEASure:VOLTage? */
type Commands = Readonly<Record<string, Act>>;

class Refused extends Error {
  constructor(
    readonly code: number,
    what: string,
  ) {
    super(what);
  }
}

function numberIn(text: string, least: number, most: number): number {
  const value = Number(text);
  if (text === '' || !Number.isFinite(value)) throw new Refused(-104, 'Data type error');
  if (value < least || value > most) throw new Refused(-222, 'Data out of range');
  return value;
}
function switchIn(text: string): boolean {
  const word = text.toUpperCase();
  if (word === 'ON' || word === '1') return true;
  if (word === 'OFF' || word === '0') return false;
  throw new Refused(-104, 'Data type error');
}
const told = (value: number): string => value.toExponential(6).toUpperCase();
const bit = (is: boolean): string => (is ? '1' : '0');

const short = (node: string): string => node.replace(/[a-z]/g, '');

/** Whether a header as it came is one of the table's, node by node, in either form. */
function isHeader(pattern: string, header: string): boolean {
  const [nodes, said] = [pattern.split(':'), header.toUpperCase().split(':')];
  return (
    nodes.length === said.length &&
    nodes.every((n, i) => said[i] === n.toUpperCase() || said[i] === short(n))
  );
}

/** The bench may be built anew meanwhile, so it is asked for each time. */
type Bench = () => World;

const supply = (bench: Bench): Commands => ({
  VOLTage: (v) => {
    bench().supply.volts = numberIn(v, 0, 30);
  },
  'VOLTage?': () => told(bench().supply.volts),
  CURRent: (v) => {
    bench().supply.limitA = numberIn(v, 0, 5);
  },
  'CURRent?': () => told(bench().supply.limitA),
  OUTPut: (v) => {
    bench().supply.isOn = switchIn(v);
  },
  'OUTPut?': () => bit(bench().supply.isOn),
  'MEASure:VOLTage?': () => told(bench().supplyVolts()),
  'MEASure:CURRent?': () => told(bench().supplyAmps()),
});

function meter(bench: Bench): Commands {
  let reads: 'amps' | 'volts' = 'amps';
  return {
    'CONFigure:CURRent:DC': (v) => {
      bench().range = v === '' || numberIn(v, 0, 10) > RANGES.mA.mostA ? 'A' : 'mA';
      reads = 'amps';
    },
    'CONFigure:VOLTage:DC': () => {
      reads = 'volts';
    },
    'READ?': () => {
      if (reads === 'volts') return told(bench().meterVolts());
      const amps = bench().meterAmps();
      return amps === undefined ? OVER : told(amps);
    },
  };
}

const load = (bench: Bench): Commands => ({
  CURRent: (v) => {
    bench().load.amps = numberIn(v, 0, 10);
  },
  'CURRent?': () => told(bench().load.amps),
  'VOLTage:PROTection:LOW': (v) => {
    bench().load.stopV = numberIn(v, 0, 30);
  },
  'VOLTage:PROTection:LOW?': () => told(bench().load.stopV),
  INPut: (v) => {
    bench().load.isOn = switchIn(v);
  },
  'INPut?': () => bit(bench().load.isOn),
  'MEASure:VOLTage?': () => told(bench().loadVolts()),
  'MEASure:CURRent?': () => told(bench().loadAmps()),
  'FETCh:CHARge?': () => told(bench().countedAh()),
});

const thermometer = (): Commands => ({ 'MEASure:TEMPerature?': () => told(ROOM_C) });

const TABLES: Readonly<Record<Role, (bench: Bench) => Commands>> = {
  supply,
  meter,
  load,
  thermometer,
};
const NOTHING_WRONG = '0,"No error"';
const MOST_ERRORS = 20;

/** One instrument's side of a conversation. */
export class ScpiInstrument {
  readonly #commands: Commands;
  readonly #errors: string[] = [];

  constructor(role: Role, bench: Bench) {
    this.#commands = {
      ...TABLES[role](bench),
      '*IDN?': () => `DEFT SHELL,STAND-IN ${role.toUpperCase()},0,1`,
      '*RST': () => {
        bench().off();
      },
      '*CLS': () => {
        this.#errors.length = 0;
      },
      'SYSTem:ERRor?': () => this.#errors.shift() ?? NOTHING_WRONG,
    };
  }

  /** @returns what it answers: nothing to a command, and nothing to what it does not understand */
  say(line: string): string | undefined {
    const [, header = '', value = ''] = /^\s*(\S+)\s*(.*?)\s*$/.exec(line) ?? [];
    const known = Object.keys(this.#commands).find((pattern) => isHeader(pattern, header));
    try {
      if (known === undefined) throw new Refused(-113, 'Undefined header');
      return this.#commands[known]!(value) ?? undefined;
    } catch (e) {
      if (!(e instanceof Refused)) throw e;
      if (this.#errors.length < MOST_ERRORS) this.#errors.push(`${e.code},"${e.message}"`);
      return undefined;
    }
  }
}
