/**
 * Instruments that talk, at the addresses of the server's own setting or as the stand-ins that ship
 * with it. What one answers is checked: a number where a number was asked for, and its queue of errors
 * after what it was told.
 */
import { Refusal } from '../errors';
import { addressIn, type Address, Silent, StandIn, TextLine } from '../line';
import { type Role, ROLES } from '@deft/simulators/bench';

export interface BenchSetting {
  /** host:port of each instrument that is there. */
  addresses?: Readonly<Partial<Record<Role, string>>> | undefined;
  /** Where the stand-ins' program lies, when it does not lie beside this one. */
  program?: URL | undefined;
}

const BESIDE = new URL('./bench.mjs', import.meta.url);
/** From here on a reading says that its range is over. */
const OVER = 9.9e37;
/** No instrument on a bench shows more than this, V, A or Ah. */
const MOST = 1000;

const NAMES: Readonly<Record<Role | 'hands', string>> = {
  supply: 'supply',
  meter: 'meter',
  load: 'electronic load',
  thermometer: 'thermometer',
  hands: 'stand-in bench',
};
const silent = (role: Role | 'hands'): Refusal =>
  new Refusal(
    503,
    'instrument',
    `The ${NAMES[role]} does not answer. What was read is kept; look at its cable, then go on.`,
  );
const nonsense = (role: Role): Refusal =>
  new Refusal(
    502,
    'instrument',
    `The ${NAMES[role]} answered something that is no reading. It was left out; read again.`,
  );

export class Instruments {
  readonly isStandIn: boolean;
  readonly #standIn: StandIn;
  readonly #lines: ReadonlyMap<Role | 'hands', TextLine>;
  readonly roles: readonly Role[];
  /** Something was set, and nothing has turned it off since. */
  #mayBeOn = false;

  constructor({ addresses, program }: BenchSetting = {}) {
    this.isStandIn = addresses === undefined;
    this.roles = addresses ? ROLES.filter((role) => addresses[role] !== undefined) : ROLES;
    this.#standIn = new StandIn(program ?? BESIDE);
    const addressOf = async (name: Role | 'hands'): Promise<Address> => {
      const set = name === 'hands' ? undefined : addresses?.[name];
      if (set !== undefined) return addressIn(set);
      const port = new RegExp(`\\b${name}=(\\d+)`).exec(await this.#standIn.ready())?.[1];
      return { host: '127.0.0.1', port: Number(port) };
    };
    const names = [...this.roles, ...(this.isStandIn ? (['hands'] as const) : [])];
    this.#lines = new Map(names.map((name) => [name, new TextLine(() => addressOf(name))]));
  }

  #line(role: Role | 'hands'): TextLine {
    const line = this.#lines.get(role);
    if (line) return line;
    throw new Refusal(
      409,
      'instrument',
      role === 'hands'
        ? 'These are real instruments: connect the part by hand.'
        : `There is no ${NAMES[role]} at this bench. Type what you read instead.`,
    );
  }

  async text(role: Role, question: string): Promise<string> {
    try {
      return await this.#line(role).ask(question, (said) => said);
    } catch (e) {
      throw e instanceof Silent ? silent(role) : e;
    }
  }

  /** @returns a reading; nothing when the range was over */
  async number(role: Role, question: string): Promise<number | undefined> {
    const said = (await this.text(role, question)).trim();
    const value = said === '' ? NaN : Number(said);
    if (value >= OVER) return undefined;
    if (!Number.isFinite(value) || Math.abs(value) > MOST) throw nonsense(role);
    return value;
  }

  /** Tells it something, and asks whether it was understood. */
  async set(role: Role, ...commands: readonly string[]): Promise<void> {
    this.#mayBeOn = true;
    for (const command of commands) {
      try {
        await this.#line(role).tell(command);
      } catch (e) {
        throw e instanceof Silent ? silent(role) : e;
      }
    }
    const error = await this.text(role, 'SYST:ERR?');
    const code = Number(/^\s*([+-]?\d+)/.exec(error)?.[1] ?? NaN);
    if (code === 0) return;
    const words = /"([^"]{1,80})"/.exec(error)?.[1] ?? 'no reason given';
    throw new Refusal(409, 'instrument', `The ${NAMES[role]} refused a setting: ${words}.`);
  }

  /** What hands do at the stand-in. */
  async hands(command: string): Promise<void> {
    try {
      await this.#line('hands').ask(command, (said) => {
        if (said === 'OK') return true;
        throw new Refusal(409, 'instrument', said.replace(/^ERR /, ''));
      });
    } catch (e) {
      throw e instanceof Silent ? silent('hands') : e;
    }
  }

  /** Nothing feeds or draws any more, as far as it can be reached. */
  async off(): Promise<void> {
    for (const [role, command] of [
      ['load', 'INP OFF'],
      ['supply', 'OUTP OFF'],
    ] as const) {
      if (!this.roles.includes(role)) continue;
      await this.#line(role)
        .tell(command)
        .catch(() => undefined);
    }
    this.#mayBeOn = false;
  }

  /** A server that stops leaves no supply and no load behind that is on. */
  async close(): Promise<void> {
    if (this.#mayBeOn) await this.off();
    for (const line of this.#lines.values()) line.close();
    await this.#standIn.close();
  }
}
