/**
 * The server's side of an import: pieces of the request go to a thread as they arrive, no faster
 * than it reads them, and one sentence or a key comes back.
 */
import { Readable } from 'node:stream';
import { Worker } from 'node:worker_threads';
import type { Request } from 'express';
import { ENVELOPE_LIMIT } from '@deft/core/model';
import { badInput, Refusal } from '../errors';

export interface ToIntake {
  /** Bytes of the file; nothing at its end. */
  piece?: Uint8Array;
}
export type FromIntake =
  | { is: 'read' }
  | { is: 'stored'; key: string }
  | { is: 'refused'; path: string; sentence: string }
  | { is: 'failed'; stack: string };

/** Memory of the thread beside the pieces on their way, MB. A file that wants more is refused. */
const THREAD_MB = 80;
/** A sender that says nothing for so long is given up: others wait behind it, ms. */
const SILENT_MS = 30_000;
/** Pieces sent and not yet read. */
const AHEAD = 8;

/** The thread's program lies beside this one once both are built. */
const BESIDE = new URL('./intake.worker.mjs', import.meta.url);

export interface Intake {
  databaseUrl: string;
  /** Where the thread's program lies, when this one is not built. */
  program?: URL | undefined;
}

const thread = ({ databaseUrl, program = BESIDE }: Intake): Worker =>
  new Worker(program, {
    workerData: { databaseUrl },
    resourceLimits: { maxOldGenerationSizeMb: THREAD_MB, maxYoungGenerationSizeMb: 8 },
  });

const tooLarge = (): Refusal =>
  new Refusal(413, 'too-large', `The file is larger than ${ENVELOPE_LIMIT / 1024 / 1024} MB.`);
const tooMuch = (): Refusal =>
  new Refusal(413, 'too-large', 'This file holds more than the server takes in one import.');

/** Waits for its turn: one import is read at a time. */
let turn: Promise<unknown> = Promise.resolve();

/** @returns the key of the stored build */
export const takeIn = (req: Request, intake: Intake): Promise<string> =>
  inTurn(async () => {
    if (Number(req.headers['content-length'] ?? 0) > ENVELOPE_LIMIT) throw tooLarge();
    req.socket.setTimeout(SILENT_MS, () => req.socket.destroy());
    try {
      return await read(req.iterator({ destroyOnReturn: false }), intake);
    } finally {
      // What is refused is read to its end: a sender that is cut off never sees the answer.
      req.resume();
      req.socket.setTimeout(0);
    }
  });

/** The same of a file that lies here. */
export const takeBytes = (bytes: Buffer, intake: Intake): Promise<string> =>
  inTurn(() => read(Readable.from(piecesOf(bytes)), intake));

function* piecesOf(bytes: Buffer): Generator<Uint8Array> {
  const size = 65_536;
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}

function inTurn(work: () => Promise<string>): Promise<string> {
  const mine = turn.then(work);
  turn = mine.catch(() => undefined);
  return mine;
}

async function read(chunks: AsyncIterable<unknown>, intake: Intake): Promise<string> {
  const worker = thread(intake);
  let unread = 0;
  let more = (): void => undefined;
  let over = false;
  const answer = new Promise<string>((resolve, reject) => {
    worker.on('message', (m: FromIntake) => {
      if (m.is === 'read') unread--;
      else if (m.is === 'stored') resolve(m.key);
      else if (m.is === 'refused') reject(badInput(m));
      else reject(new Error(m.stack));
      more();
    });
    worker.on('error', (e: Error & { code?: string }) =>
      reject(e.code === 'ERR_WORKER_OUT_OF_MEMORY' ? tooMuch() : e),
    );
    worker.on('exit', () => reject(new Error('The import ended before it was done.')));
  }).finally(() => {
    over = true;
    more();
  });
  answer.catch(() => undefined);
  try {
    await send();
    return await answer;
  } finally {
    await worker.terminate();
  }

  async function send(): Promise<void> {
    let size = 0;
    for await (const chunk of chunks) {
      if (over) return;
      const piece = chunk as Uint8Array;
      size += piece.length;
      if (size > ENVELOPE_LIMIT) throw tooLarge();
      // Its own bytes, handed over: a copy that both sides hold would stay until each looks for it.
      const own = Uint8Array.from(piece);
      worker.postMessage({ piece: own } satisfies ToIntake, [own.buffer]);
      unread++;
      while (unread > AHEAD && !over) {
        await new Promise<void>((resolve) => {
          more = resolve;
        });
      }
    }
    worker.postMessage({} satisfies ToIntake);
  }
}
