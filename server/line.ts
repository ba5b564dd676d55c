/**
 * A line of text to a thing on a socket: opened when it is first needed, one question at a time,
 * opened anew after it was lost. Never to an address a page names.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { Socket } from 'node:net';
import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';

export interface Address {
  host: string;
  port: number;
}

/** host:port as a setting says it. */
export function addressIn(setting: string): Address {
  const [, host, port] = /^(.+):(\d+)$/.exec(setting) ?? [];
  return { host: host!, port: Number(port) };
}

/** It hung up, or said nothing for too long. */
export class Silent extends Error {}

/** What says nothing for so long is given up, ms; and what cannot be reached, a stand-in that starts among it. */
const PATIENCE_MS = 5000;
const REACHED_MS = 10_000;

/** Lines as they come in; a stream that breaks passes its error on to the reader of lines as well. */
function linesOf(input: Readable, hears: (line: string) => void): void {
  createInterface({ input })
    .on('line', hears)
    .on('error', () => undefined);
}

interface Open {
  socket: Socket;
  /** Where the lines of the answer that is waited for go. */
  hears: ((line: string) => void) | undefined;
}

export class TextLine {
  readonly #address: () => Promise<Address>;
  readonly #reachedMs: number;
  #open: Promise<Open> | undefined;
  #socket: Socket | undefined;
  #turn: Promise<unknown> = Promise.resolve();

  constructor(address: () => Promise<Address>, reachedMs = REACHED_MS) {
    this.#address = address;
    this.#reachedMs = reachedMs;
  }

  /**
   * @param hears  each line of the answer; it is over when something is returned, or thrown
   * @throws       Silent
   */
  ask<T>(text: string, hears: (line: string) => T | undefined): Promise<T> {
    return this.#next(() => this.#ask(text, hears));
  }

  /** Something that is not answered. */
  tell(text: string): Promise<void> {
    return this.#next(async () => {
      const { socket } = await this.#opened();
      socket.write(`${text}\n`);
    });
  }

  close(): void {
    this.#socket?.destroy();
  }

  #next<T>(act: () => Promise<T>): Promise<T> {
    const next = this.#turn.then(act);
    this.#turn = next.catch(() => undefined);
    return next;
  }

  async #ask<T>(text: string, hears: (line: string) => T | undefined): Promise<T> {
    const open = await this.#opened();
    return new Promise((resolve, reject) => {
      const done = (settle: () => void): void => {
        clearTimeout(late);
        open.hears = undefined;
        open.socket.off('close', lost);
        settle();
      };
      const late = setTimeout(() => {
        this.#open = undefined;
        open.socket.destroy();
        done(() => reject(new Silent()));
      }, PATIENCE_MS);
      const lost = (): void => {
        done(() => reject(new Silent()));
      };
      open.socket.once('close', lost);
      open.hears = (line) => {
        try {
          const answer = hears(line);
          if (answer !== undefined) done(() => resolve(answer));
        } catch (e) {
          done(() => reject(e instanceof Error ? e : new Silent()));
        }
      };
      open.socket.write(`${text}\n`);
    });
  }

  #opened(): Promise<Open> {
    this.#open ??= this.#connected();
    return this.#open;
  }

  /** Its own clock runs from before the address is known: nothing on the way to it may hang. */
  #connected(): Promise<Open> {
    const socket = new Socket();
    this.#socket = socket;
    const open: Open = { socket, hears: undefined };
    linesOf(socket, (said) => open.hears?.(said));
    return new Promise((resolve, reject) => {
      const late = setTimeout(() => socket.destroy(), this.#reachedMs);
      socket.once('connect', () => {
        clearTimeout(late);
        resolve(open);
      });
      socket.on('error', () => socket.destroy());
      socket.once('close', () => {
        clearTimeout(late);
        this.#open = undefined;
        reject(new Silent());
      });
      this.#address().then(
        (address) => {
          if (!socket.destroyed) socket.connect(address);
        },
        () => socket.destroy(),
      );
    });
  }
}

/** A stand-in that ships with the server, started when it is first asked for. */
export class StandIn {
  readonly #program: URL;
  #child: ChildProcess | undefined;
  #ready: Promise<string> | undefined;

  constructor(program: URL) {
    this.#program = program;
  }

  /** What it says once it is there: "ready ...". One that ended is started again. */
  ready(): Promise<string> {
    this.#ready ??= this.#start();
    return this.#ready;
  }

  async close(): Promise<void> {
    const child = this.#child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => {
      child.once('exit', resolve);
    });
    child.kill('SIGTERM');
    await gone;
  }

  /** It ends by itself when this process does: what it reads its end from closes. */
  #start(): Promise<string> {
    const child = spawn(process.execPath, [this.#program.pathname], {
      stdio: ['pipe', 'pipe', 'ignore'],
    });
    this.#child = child;
    return new Promise((resolve, reject) => {
      const ended = (): void => {
        this.#ready = undefined;
        reject(new Silent());
      };
      linesOf(child.stdout, (said) => {
        const rest = /^ready (.+)$/.exec(said)?.[1];
        if (rest !== undefined) resolve(rest);
      });
      child.once('error', ended);
      child.once('exit', ended);
    });
  }
}
