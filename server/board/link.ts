/**
 * The line to a board that is read key by key: the stand-in that ships with the server, started when
 * it is first asked for, or one at the address of the server's own setting. Never an address a page
 * names. One command at a time.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { connect, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import { Refusal } from '../errors';

export interface BoardSetting {
  /** host:port of a board that is there already. */
  address?: string | undefined;
  /** Where the stand-in's program lies, when it does not lie beside this one. */
  program?: URL | undefined;
}

/** The stand-in's program lies beside the server once both are built. */
const BESIDE = new URL('./board.mjs', import.meta.url);
/** A board that says nothing for so long is given up, ms. */
const PATIENCE_MS = 5000;
/** No answer is longer: sixty keys that chatter are some hundred lines. */
const MOST_LINES = 5000;

const silent = (): Refusal =>
  new Refusal(
    503,
    'board',
    'The board does not answer. Nothing that was pressed is lost; try again, or begin the test anew.',
  );

interface Line {
  socket: Socket;
  /** Where the lines of the answer that is waited for go. */
  hears: ((line: string) => void) | undefined;
}

/** Lines as they come in; a stream that breaks passes its error on to the reader of lines as well. */
function linesOf(input: Readable, hears: (line: string) => void): void {
  createInterface({ input })
    .on('line', hears)
    .on('error', () => undefined);
}

export class BoardLink {
  readonly #setting: BoardSetting;
  #child: ChildProcess | undefined;
  #line: Promise<Line> | undefined;
  #turn: Promise<unknown> = Promise.resolve();

  constructor(setting: BoardSetting = {}) {
    this.#setting = setting;
  }

  /**
   * @returns the lines of the answer before its OK
   * @throws Refusal  with the board's own sentence, or one that says that it is silent
   */
  ask(command: string): Promise<string[]> {
    const next = this.#turn.then(() => this.#ask(command));
    this.#turn = next.catch(() => undefined);
    return next;
  }

  async close(): Promise<void> {
    const line = await this.#line?.catch(() => undefined);
    line?.socket.destroy();
    const child = this.#child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => {
      child.once('exit', resolve);
    });
    child.kill('SIGTERM');
    await gone;
  }

  async #ask(command: string): Promise<string[]> {
    const line = await (this.#line ??= this.#opened());
    return new Promise((resolve, reject) => {
      const heard: string[] = [];
      const late = setTimeout(() => {
        this.#drop(line);
        reject(silent());
      }, PATIENCE_MS);
      const done = (settle: () => void): void => {
        clearTimeout(late);
        line.hears = undefined;
        line.socket.off('close', lost);
        settle();
      };
      const lost = (): void => {
        done(() => reject(silent()));
      };
      line.socket.once('close', lost);
      line.hears = (said) => {
        if (said === 'OK') done(() => resolve(heard));
        else if (said.startsWith('ERR ')) {
          done(() => reject(new Refusal(409, 'board', said.slice(4))));
        } else if (heard.push(said) > MOST_LINES) line.socket.destroy();
      };
      line.socket.write(`${command}\n`);
    });
  }

  #drop(line: Line): void {
    this.#line = undefined;
    line.socket.destroy();
  }

  async #opened(): Promise<Line> {
    try {
      const { host, port } = await this.#address();
      const socket = connect({ host, port });
      await new Promise<void>((resolve, reject) => {
        socket.once('connect', resolve);
        socket.once('error', reject);
      });
      const line: Line = { socket, hears: undefined };
      socket.on('error', () => socket.destroy());
      socket.once('close', () => {
        this.#line = undefined;
      });
      linesOf(socket, (said) => line.hears?.(said));
      return line;
    } catch {
      this.#line = undefined;
      throw silent();
    }
  }

  async #address(): Promise<{ host: string; port: number }> {
    const { address } = this.#setting;
    if (address === undefined) return { host: '127.0.0.1', port: await this.#standIn() };
    const [, host, port] = /^(.+):(\d+)$/.exec(address) ?? [];
    return { host: host!, port: Number(port) };
  }

  /** It ends by itself when this process does: what it reads its end from closes. */
  #standIn(): Promise<number> {
    const child = spawn(process.execPath, [(this.#setting.program ?? BESIDE).pathname], {
      stdio: ['pipe', 'pipe', 'ignore'],
    });
    this.#child = child;
    return new Promise((resolve, reject) => {
      linesOf(child.stdout, (said) => {
        const port = /^ready (\d+)$/.exec(said)?.[1];
        if (port !== undefined) resolve(Number(port));
      });
      child.once('error', reject);
      child.once('exit', reject);
    });
  }
}
