/**
 * A board as somebody wired it, with mistakes nobody has told: nodes, joints and pulls, read line by
 * line as a computer reads it. It knows nothing of the planning program and shares no code with it.
 */
import { z } from 'zod';
import { seeded } from '../seeded';

const Id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/);
export const Wiring = z.strictObject({
  keys: z
    .array(
      z.strictObject({
        key: Id,
        code: z.number().int().min(1).max(0x2ff),
        /** Keys of one plate share a ground. */
        plate: Id.optional(),
        /** Told as this bit of the word of a serial pad. */
        bit: z.number().int().min(0).max(31).optional(),
        /** Conductors it shares with other keys, by name: a row and a column, a channel. */
        nets: z.array(z.string().min(1).max(60)).max(2).optional(),
        /** On a channel: the share of the range it reads. */
        level: z.number().min(0).max(1).optional(),
      }),
    )
    .min(1)
    .max(60),
  /** The keys come on one plug, in this order, that can be put on one place over. */
  plug: z.boolean(),
});
export type Wiring = z.infer<typeof Wiring>;

export interface Told {
  /** Time of the board's own clock, ms. */
  t: number;
  code: number;
  value: 0 | 1;
}

export type Mishap =
  | { what: 'exchanged'; keys: string[] }
  | { what: 'open' | 'held' | 'inverted' | 'floating' | 'bouncing'; key: string }
  | { what: 'bridged'; keys: string[] }
  | { what: 'no ground'; plate: string }
  | { what: 'shifted'; by: number }
  | { what: 'serial'; how: SerialMishap }
  | { what: 'net open'; net: string }
  | { what: 'nets swapped'; nets: [string, string] };

const SERIAL = ['silent', 'all pressed', 'inverted'] as const;
type SerialMishap = (typeof SERIAL)[number];

const Net = z.string().min(1).max(60);
/** Iron and settings, one thing at a time. */
export const Mend = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('exchange'), keys: z.array(Id).min(2).max(4) }),
  z.strictObject({ do: z.literal('part'), keys: z.array(Id).length(2) }),
  z.strictObject({ do: z.literal('resolder'), key: Id }),
  z.strictObject({ do: z.literal('free'), key: Id }),
  z.strictObject({ do: z.literal('turn over'), key: Id }),
  z.strictObject({ do: z.literal('pull up'), key: Id }),
  z.strictObject({ do: z.literal('still'), key: Id }),
  z.strictObject({ do: z.literal('ground'), plate: Id }),
  z.strictObject({ do: z.literal('reseat'), by: z.number().int().min(-1).max(1) }),
  z.strictObject({ do: z.literal('serial'), how: z.enum(SERIAL) }),
  z.strictObject({ do: z.literal('net'), net: Net }),
  z.strictObject({ do: z.literal('nets'), nets: z.tuple([Net, Net]) }),
]);
export type Mend = z.infer<typeof Mend>;

/** A press is held, and a pause made after it, ms of the board's clock. */
const HOLD_MS = 120;
const PAUSE_MS = 200;
/** A worn contact chatters so often and so fast: typical of cheap dome switches. */
const CHATTER = { least: 2, most: 5, everyMs: 12 };

interface Key {
  key: string;
  code: number;
  plate: string | undefined;
  bit: number | undefined;
  nets: readonly string[];
  level: number | undefined;
  /** Nodes its wire joins, both ends named as soldered. */
  from: string;
  to: string | undefined;
  closed: boolean;
  worn: boolean;
}
interface Line {
  code: number;
  node: string;
  pulled: boolean;
  activeLow: boolean;
}

export class WiredBoard {
  readonly #keys: Key[];
  readonly #lines: Line[];
  readonly #bridges: Array<[string, string]> = [];
  readonly #openPlates = new Set<string>();
  readonly #random: () => number;
  readonly #plug: boolean;
  /** What the word of a serial pad reads as, whatever its keys do. */
  readonly #stuck = new Set<SerialMishap>();
  /** Conductors that lead nowhere, and where each that was changed over leads. */
  readonly #openNets = new Set<string>();
  readonly #netAt = new Map<string, string>();
  #over = 0;
  #now = 0;
  #state = new Map<number, 0 | 1>();
  readonly mishaps: Mishap[] = [];

  constructor(wiring: Wiring, seed = 1) {
    this.#random = seeded(seed);
    this.#plug = wiring.plug;
    this.#keys = wiring.keys.map(({ key, code, plate, bit, nets, level }, i) => ({
      key,
      code,
      plate,
      bit,
      nets: nets ?? [],
      level,
      from: `contact ${i}`,
      to: `line ${i}`,
      closed: false,
      worn: false,
    }));
    this.#lines = wiring.keys.map(({ code }, i) => ({
      code,
      node: `line ${i}`,
      pulled: true,
      activeLow: true,
    }));
    this.#settle();
  }

  /** Draws so many mishaps, each to keys of its own. */
  spoil(count: number): void {
    const left = this.#keys.map((k) => k.key);
    const take = (): string => left.splice(Math.floor(this.#random() * left.length), 1)[0]!;
    for (let n = 0; n < count && left.length >= 2; n++) this.suffer(this.#draw(take, left.length));
  }

  /** Conductors of one side that have more than one key, each with those it could be taken for. */
  #shared(): Array<{ net: string; others: string[] }> {
    const count = new Map<string, number>();
    const side = new Map<string, number>();
    for (const { nets } of this.#keys) {
      nets.forEach((net, n) => {
        count.set(net, (count.get(net) ?? 0) + 1);
        side.set(net, n);
      });
    }
    const many = [...count].flatMap(([net, n]) => (n > 1 ? [net] : []));
    return many.map((net) => ({
      net,
      others: many.filter((o) => o !== net && side.get(o) === side.get(net)),
    }));
  }

  #draw(take: () => string, left: number): Mishap {
    const shared = this.mishaps.length ? [] : this.#shared();
    if (shared.length && this.#random() < 0.4) {
      const { net, others } = shared[Math.floor(this.#random() * shared.length)]!;
      const other = others[Math.floor(this.#random() * others.length)];
      if (other === undefined || this.#random() < 0.5) return { what: 'net open', net };
      return { what: 'nets swapped', nets: [net, other] };
    }
    const u = this.#random();
    if (u < 0.26) return { what: 'exchanged', keys: [take(), take()] };
    if (u < 0.3 && left >= 4) return { what: 'exchanged', keys: [take(), take(), take(), take()] };
    if (u < 0.46) return { what: 'open', key: take() };
    if (u < 0.6) return { what: 'bridged', keys: [take(), take()] };
    if (u < 0.7) return { what: 'held', key: take() };
    if (u < 0.79) return { what: 'bouncing', key: take() };
    if (u < 0.87) return { what: 'inverted', key: take() };
    if (u < 0.94 || this.mishaps.length) return { what: 'floating', key: take() };
    const isSerial = this.#keys.some((k) => k.bit !== undefined);
    if (isSerial && this.#random() < 0.75) {
      return { what: 'serial', how: SERIAL[Math.floor(this.#random() * SERIAL.length)]! };
    }
    if (this.#plug || isSerial) return { what: 'shifted', by: this.#random() < 0.5 ? 1 : -1 };
    const key = take();
    const { plate } = this.#key(key);
    return plate === undefined ? { what: 'open', key } : { what: 'no ground', plate };
  }

  suffer(m: Mishap): void {
    this.mishaps.push(m);
    switch (m.what) {
      case 'exchanged':
        this.#rotate(m.keys, 1);
        break;
      case 'open':
        this.#key(m.key).to = undefined;
        break;
      case 'held':
        this.#key(m.key).closed = true;
        break;
      case 'bouncing':
        this.#key(m.key).worn = true;
        break;
      case 'inverted':
        this.#line(m.key).activeLow = false;
        break;
      case 'floating':
        this.#line(m.key).pulled = false;
        break;
      case 'bridged':
        this.#bridges.push([this.#line(m.keys[0]!).node, this.#line(m.keys[1]!).node]);
        break;
      case 'no ground':
        this.#openPlates.add(m.plate);
        break;
      case 'shifted':
        this.#over += m.by;
        break;
      case 'serial':
        this.#stuck.add(m.how);
        break;
      case 'net open':
        this.#openNets.add(m.net);
        break;
      case 'nets swapped':
        this.#changeOver(m.nets);
    }
    this.#settle();
  }

  mend(m: Mend): void {
    switch (m.do) {
      case 'exchange':
        this.#rotate(m.keys, -1);
        break;
      case 'resolder': {
        const key = this.#key(m.key);
        key.to ??= this.#line(m.key).node;
        break;
      }
      case 'free':
        this.#key(m.key).closed = false;
        break;
      case 'still':
        this.#key(m.key).worn = false;
        break;
      case 'turn over':
        this.#line(m.key).activeLow = true;
        break;
      case 'pull up':
        this.#line(m.key).pulled = true;
        break;
      case 'part': {
        const nodes = m.keys.map((k) => this.#line(k).node);
        const i = this.#bridges.findIndex((b) => nodes.every((n) => b.includes(n)));
        if (i >= 0) this.#bridges.splice(i, 1);
        break;
      }
      case 'ground':
        this.#openPlates.delete(m.plate);
        break;
      case 'reseat':
        this.#over = 0;
        break;
      case 'serial':
        this.#stuck.delete(m.how);
        break;
      case 'net':
        this.#openNets.delete(m.net);
        break;
      case 'nets':
        this.#changeOver(m.nets);
    }
    this.#settle();
  }

  #changeOver([a, b]: readonly [string, string]): void {
    const [atA, atB] = [this.#netAt.get(a) ?? a, this.#netAt.get(b) ?? b];
    this.#netAt.set(a, atB);
    this.#netAt.set(b, atA);
  }

  /** The line a contact reaches over its shared conductors. */
  #acrossNets(node: string | undefined): string | undefined {
    const key = this.#keys[Number(node?.slice('line '.length))];
    if (!key?.nets.length) return node;
    if (key.nets.some((n) => this.#openNets.has(n))) return undefined;
    const at = key.nets.map((n) => this.#netAt.get(n) ?? n);
    const there = this.#keys.flatMap((k, i) =>
      k.nets.length === at.length && k.nets.every((n, j) => n === at[j]) ? [{ k, i }] : [],
    );
    if (key.level === undefined) {
      const [met] = there;
      return met && this.#lines[met.i]!.node;
    }
    // Its voltage on the other channel is read as whatever is nearest there, or as none pressed.
    const own = key.level;
    const [near] = there.sort((x, y) => Math.abs(x.k.level! - own) - Math.abs(y.k.level! - own));
    if (!near || Math.abs(near.k.level! - own) > 1 - own) return undefined;
    return this.#lines[near.i]!.node;
  }

  /** What reads as pressed before anything is touched. */
  pressedNow(): number[] {
    return this.#lines.filter((l) => this.#state.get(l.code) === 1).map((l) => l.code);
  }

  /** Listens for so long with no key touched. */
  rest(ms: number): Told[] {
    const events: Told[] = [];
    const until = this.#now + ms;
    while (this.#now < until) {
      this.#now += 20 + Math.floor(this.#random() * 60);
      events.push(...this.#stray());
    }
    return events;
  }

  /** Presses a key, holds it and lets it go: what was told while it was down, and afterwards. */
  press(key: string): { down: Told[]; up: Told[] } {
    const pressed = this.#key(key);
    const stuck = pressed.closed;
    const chatter = pressed.worn ? this.#chatter() : 0;
    const down: Told[] = [];
    for (let i = 0; i <= chatter; i++) {
      pressed.closed = true;
      down.push(...this.#settle());
      if (i === chatter) break;
      this.#now += CHATTER.everyMs;
      pressed.closed = stuck;
      down.push(...this.#settle());
      this.#now += CHATTER.everyMs;
    }
    this.#now += HOLD_MS;
    down.push(...this.#stray());
    pressed.closed = stuck;
    const up = [...this.#settle()];
    this.#now += PAUSE_MS;
    up.push(...this.#stray());
    return { down, up };
  }

  #chatter(): number {
    return CHATTER.least + Math.floor(this.#random() * (CHATTER.most - CHATTER.least + 1));
  }

  #key(name: string): Key {
    const found = this.#keys.find((k) => k.key === name);
    if (!found) throw new RangeError(`No key is called ${name}.`);
    return found;
  }

  /** The line a key was meant for. */
  #line(name: string): Line {
    const { code } = this.#key(name);
    return this.#lines.find((l) => l.code === code)!;
  }

  /** Each wire of the ring goes to where the next one was. */
  #rotate(names: readonly string[], by: 1 | -1): void {
    const ring = names.map((n) => this.#key(n));
    const ends = ring.map((k) => k.to);
    ring.forEach((k, i) => {
      k.to = ends[(i + by + ring.length) % ring.length];
    });
  }

  /** Everything that is joined to ground now, over wires, closed contacts and bridges. */
  #grounded(): Set<string> {
    const joints: Array<[string, string]> = [...this.#bridges];
    for (const k of this.#keys) {
      const ground = k.plate !== undefined && this.#openPlates.has(k.plate) ? undefined : 'ground';
      if (k.closed && ground) joints.push([k.from, ground]);
      const end = this.#acrossNets(this.#seated(k.to));
      if (end !== undefined) joints.push([k.from, end]);
    }
    const reached = new Set(['ground']);
    for (let grew = true; grew;) {
      grew = false;
      for (const [a, b] of joints) {
        if (reached.has(a) === reached.has(b)) continue;
        reached.add(a).add(b);
        grew = true;
      }
    }
    return reached;
  }

  /** The line a wire's pin meets as the plug sits. */
  #seated(node: string | undefined): string | undefined {
    if (node === undefined || this.#over === 0) return node;
    const nth = Number(node.slice('line '.length));
    const bit = this.#keys[nth]?.bit;
    if (bit === undefined) return this.#lines[nth + this.#over]?.node;
    const over = this.#keys.findIndex((k) => k.bit === bit + this.#over);
    return this.#lines[over]?.node;
  }

  /** A line stands high by its own pull, or by that of a line it touches. */
  #high(line: Line): boolean {
    if (line.pulled) return true;
    const touching = new Set([line.node]);
    for (let grew = true; grew;) {
      grew = false;
      for (const [a, b] of this.#bridges) {
        if (touching.has(a) === touching.has(b)) continue;
        touching.add(a).add(b);
        grew = true;
      }
    }
    return this.#lines.some((l) => l.pulled && touching.has(l.node));
  }

  /** Reads every line and tells what changed. */
  #settle(): Told[] {
    const low = this.#grounded();
    const changes: Told[] = [];
    for (const line of this.#lines) {
      if (!low.has(line.node) && !this.#high(line)) continue;
      const value = this.#valueOf(line, low.has(line.node));
      if ((this.#state.get(line.code) ?? 0) !== value) {
        changes.push({ t: this.#now, code: line.code, value });
      }
      this.#state.set(line.code, value);
    }
    return changes;
  }

  /** What is told of a line; of a bit, as its whole word is told. */
  #valueOf(line: Line, isLow: boolean): 0 | 1 {
    const isPressed = isLow === line.activeLow;
    const isBit = this.#keys.find((k) => k.code === line.code)?.bit !== undefined;
    if (!isBit) return isPressed ? 1 : 0;
    if (this.#stuck.has('silent')) return 0;
    if (this.#stuck.has('all pressed')) return 1;
    return isPressed !== this.#stuck.has('inverted') ? 1 : 0;
  }

  /** Lines that nothing pulls up follow whatever is near. */
  #stray(): Told[] {
    const low = this.#grounded();
    return this.#lines.flatMap((line): Told[] => {
      if (low.has(line.node) || this.#high(line)) return [];
      const value = this.#state.get(line.code) === 1 ? 0 : 1;
      this.#state.set(line.code, value);
      return [{ t: this.#now, code: line.code, value }];
    });
  }
}
