/**
 * The stand-in of a bench, as a process of its own on loopback: each instrument on a port of its own,
 * and one more for the hands, which connect things and say what time does:
 *
 *   BUILD {"plan": {...}, "seed": 7}      another build lies on the bench
 *   CONNECT {"to": "load", ...}           leads are moved
 *   PASS 3600                             so many seconds go by
 *   TROUBLE {"role": "meter", "what": "drop"}   once: hangs up, says nothing, or answers nonsense
 *
 * each answered by OK or ERR. It ends when whoever started it goes away.
 */
import { createServer, type Socket } from 'node:net';
import { z } from 'zod';
import { converse } from '../converse';
import { Plan } from './plan';
import { type Role, ROLES, ScpiInstrument } from './scpi';
import { Connected, World } from './world';

/** A plan of 400 places is 80 kB. */
const LONGEST_LINE = 262_144;
const Build = z.strictObject({ plan: Plan, seed: z.number().int().min(0).max(0xffff_ffff) });
const Seconds = z.coerce.number().min(0).max(100_000);
/** Time goes by in steps that a load can stop between, s. */
const STEP_S = 1;
const TROUBLES = ['drop', 'silence', 'nonsense'] as const;
type TroubleKind = (typeof TROUBLES)[number];
const Trouble = z.strictObject({ role: z.enum(ROLES), what: z.enum(TROUBLES) });

/** Nothing lies on it: a bench nobody has built on. */
const EMPTY: Plan = {
  cell: {
    points: [
      [0, 3],
      [1, 4.2],
    ],
    capacityAh: 1,
    rOhm: 0.1,
    cutoffV: 3,
  },
  places: [{ id: 'nothing', ohm: 0 }],
  gameShare: 1,
};

export class BenchStandIn {
  #world = new World(EMPTY, 1);
  readonly instruments: Readonly<Record<Role, ScpiInstrument>>;
  readonly #trouble = new Map<Role, TroubleKind>();

  constructor() {
    const one = (role: Role): ScpiInstrument => new ScpiInstrument(role, () => this.#world);
    this.instruments = {
      supply: one('supply'),
      meter: one('meter'),
      load: one('load'),
      thermometer: one('thermometer'),
    };
  }

  /** What is wrong with the next answer of an instrument, once. */
  troubleOf(role: Role): TroubleKind | undefined {
    const what = this.#trouble.get(role);
    this.#trouble.delete(role);
    return what;
  }

  /** @returns OK, or ERR with one sentence */
  hands(line: string): string {
    const [, word = '', rest = ''] = /^\s*(\S+)\s*(.*)$/.exec(line) ?? [];
    const commands: Readonly<Record<string, () => void>> = {
      BUILD: () => {
        const { plan, seed } = Build.parse(JSON.parse(rest));
        this.#world = new World(plan, seed);
      },
      CONNECT: () => {
        this.#world.connect(Connected.parse(JSON.parse(rest)));
      },
      PASS: () => {
        const seconds = Seconds.parse(rest);
        for (let t = 0; t < seconds; t += STEP_S) this.#world.pass(Math.min(STEP_S, seconds - t));
      },
      TROUBLE: () => {
        const { role, what } = Trouble.parse(JSON.parse(rest));
        this.#trouble.set(role, what);
      },
    };
    const command = Object.hasOwn(commands, word) ? commands[word] : undefined;
    if (!command) return 'ERR This command is not known.';
    try {
      command();
      return 'OK';
    } catch (e) {
      return `ERR ${e instanceof RangeError ? e.message : `${word} cannot be read.`}`;
    }
  }
}

/** An instrument's line, with what is wrong with its next answer. */
function instrumentLine(bench: BenchStandIn, role: Role): (socket: Socket) => void {
  return (socket) => {
    const say = (line: string): string | undefined => {
      const answer = bench.instruments[role].say(line);
      if (answer === undefined) return undefined;
      switch (bench.troubleOf(role)) {
        case 'drop':
          socket.resetAndDestroy();
          return undefined;
        case 'silence':
          return undefined;
        case 'nonsense':
          return '?#@ 17,';
        case undefined:
          return answer;
      }
    };
    converse(socket, say, LONGEST_LINE);
  };
}

function opened(serve: (socket: Socket) => void): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer(serve);
    server.listen(0, '127.0.0.1', () => {
      const at = server.address();
      resolve(typeof at === 'object' && at ? at.port : 0);
    });
  });
}

export async function listen(): Promise<void> {
  const bench = new BenchStandIn();
  const ports = await Promise.all([
    ...ROLES.map((role) => opened(instrumentLine(bench, role))),
    opened((socket) => {
      converse(socket, (line) => bench.hands(line), LONGEST_LINE);
    }),
  ]);
  const names = [...ROLES, 'hands'].map((name, i) => `${name}=${ports[i]}`);
  process.stdout.write(`ready ${names.join(' ')}\n`);
  process.stdin.resume();
  process.stdin.on('end', () => process.exit(0));
}
