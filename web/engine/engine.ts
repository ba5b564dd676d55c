/**
 * The screen's side of the engine: sends the library once and edits after that, and starts the
 * engine anew from the last document when it has ended, grown too large or gone silent.
 */
import { proxy, type Remote, wrap } from 'comlink';
import { type Part, type Project, type Patch } from '@deft/core/model';
import type { Step } from '../state/log';
import { workerBytes } from './memory';
import type { EngineApi, Judged, Swaps } from './protocol';

/** A verdict that takes longer than this is taken for an engine that has gone silent, ms. */
const PATIENCE_MS = 10_000;
/** An engine that holds more than this is started anew, bytes; looked at now and then. */
const TOO_LARGE_BYTES = 2 ** 30;
const LOOK_MS = 60_000;

export interface Told {
  judged: (judged: Judged, document: Project) => void;
  /** The engine could not judge this state at all: a defect of ours, not a verdict. */
  failed: (at: number) => void;
}

export class Engine {
  #worker!: Worker;
  #api!: Remote<EngineApi>;
  /** Settles when this worker is no more; every question is asked against it. */
  #ended!: Promise<undefined>;
  #end!: () => void;
  #unlock = new AbortController();
  /** State the worker holds or is being given; nothing: it is to be given the whole document. */
  #given: number | undefined;
  #waiting: Patch = [];
  #now: { at: number; document: Project };
  #busy = false;
  #patience = PATIENCE_MS;
  #own: readonly Part[] = [];
  #open = true;
  #look: ReturnType<typeof setInterval>;
  readonly #told: Told;

  constructor(at: number, document: Project, told: Told) {
    this.#now = { at, document };
    this.#told = told;
    this.#look = setInterval(() => void this.#weigh(), LOOK_MS);
    this.#start();
  }

  library(own: readonly Part[]): void {
    this.#own = own;
    void this.#api.library([...own]);
  }

  /** The document has gone one step on, to `document`. */
  follow(step: Step, document: Project): void {
    this.#now = { at: step.to, document };
    if ('whole' in step) {
      this.#given = undefined;
      this.#waiting = [];
    } else this.#waiting = [...this.#waiting, ...step.patch];
    void this.#judge();
  }

  close(): void {
    this.#open = false;
    clearInterval(this.#look);
    this.#stop();
  }

  /** Asks the engine; nothing when it ended meanwhile. */
  async ask<T>(question: (api: Remote<EngineApi>) => Promise<T>): Promise<T | undefined> {
    return Promise.race([question(this.#api).catch(() => undefined), this.#ended]);
  }

  async swaps(at: number, item: string, tell: (some: Swaps) => boolean): Promise<void> {
    await this.ask((api) =>
      api.swaps(
        at,
        item,
        proxy(async (some: Swaps) => tell(some)),
      ),
    );
  }

  #start(): void {
    this.#worker = new Worker(new URL('./engine.worker.ts', import.meta.url), {
      type: 'module',
      name: 'engine',
    });
    this.#api = wrap<EngineApi>(this.#worker);
    this.#ended = new Promise((resolve) => {
      this.#end = () => resolve(undefined);
    });
    this.#given = undefined;
    this.#waiting = [];
    this.#busy = false;
    const worker = this.#worker;
    worker.onerror = () => this.#restart(worker);
    this.#watch(worker);
    void this.#api.library([...this.#own]);
    void this.#judge();
  }

  #stop(): void {
    this.#worker.terminate();
    this.#unlock.abort();
    this.#end();
  }

  #restart(worker: Worker): void {
    if (!this.#open || worker !== this.#worker) return;
    this.#stop();
    this.#start();
  }

  async #weigh(): Promise<void> {
    const worker = this.#worker;
    const bytes = await workerBytes('engine.worker').catch(() => undefined);
    if (bytes !== undefined && bytes > TOO_LARGE_BYTES) this.#restart(worker);
  }

  /** Whoever gets the worker's lock knows that the worker has ended. */
  #watch(worker: Worker): void {
    const locks = navigator.locks as LockManager | undefined;
    if (!locks) return;
    const lock = `engine ${crypto.randomUUID()}`;
    this.#unlock = new AbortController();
    const { signal } = this.#unlock;
    void this.#api
      .alive(lock)
      .then((held) => {
        if (!held || signal.aborted) return undefined;
        return locks.request(lock, { signal }, () => this.#restart(worker));
      })
      .catch(() => undefined);
  }

  /** One verdict at a time; what is edited meanwhile goes along with the next. */
  async #judge(): Promise<void> {
    if (this.#busy || this.#given === this.#now.at) return;
    this.#busy = true;
    const worker = this.#worker;
    const { at, document } = this.#now;
    const from = this.#given;
    const patch = this.#waiting;
    this.#given = at;
    this.#waiting = [];
    const silent = setTimeout(() => {
      this.#patience *= 2;
      this.#restart(worker);
    }, this.#patience);
    let judged: Judged | undefined;
    let failed = false;
    try {
      const asked =
        from === undefined ? this.#api.open(at, document) : this.#api.edit(from, at, patch);
      judged = await Promise.race([asked, this.#ended]);
    } catch (defect) {
      failed = true;
      // eslint-disable-next-line no-console -- a defect of ours: whoever looks for it needs its words
      console.error('The engine broke on this build.', defect);
    }
    clearTimeout(silent);
    // Another worker stands in its place: that one has been given the document.
    if (worker !== this.#worker || !this.#open) return;
    this.#busy = false;
    if (judged) this.#told.judged(judged, document);
    // A state it did not hold, or one it broke on: the next it gets is a whole document.
    else this.#given = undefined;
    if (failed) this.#told.failed(at);
    if (!failed || this.#now.at !== at) void this.#judge();
  }
}
