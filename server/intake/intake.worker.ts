/**
 * Reads one imported file on a thread of its own and stores it in one transaction: the server
 * neither waits for it nor holds it, and a file that is too much for the thread ends the thread.
 */
import { parentPort, workerData } from 'node:worker_threads';
import { BadInput, EnvelopeAsset, readAs, readEnvelope } from '@deft/core/model';
import { Builds } from '../store/builds';
import { connect } from '../store/schema';
import { assembled } from './assemble';
import type { FromIntake, ToIntake } from './intake';
import { checkedPicture } from './pictures';
import { tokensOf } from './tokens';

const port = parentPort!;
const say = (message: FromIntake): void => port.postMessage(message);

/** What the server sends on, each piece acknowledged once it is read. */
async function* pieces(): AsyncGenerator<string> {
  const text = new TextDecoder('utf-8', { fatal: true });
  const waiting: ToIntake[] = [];
  let wake = (): void => undefined;
  port.on('message', (m: ToIntake) => {
    waiting.push(m);
    wake();
  });
  for (;;) {
    while (!waiting.length) {
      await new Promise<void>((resolve) => {
        wake = resolve;
      });
    }
    const { piece } = waiting.shift()!;
    if (!piece) {
      yield text.decode();
      return;
    }
    yield text.decode(piece, { stream: true });
    say({ is: 'read' });
  }
}

/** Words for what the parser or the decoder cannot read; a refusal of ours as it is. */
function refusal(e: unknown): { path: string; sentence: string } | undefined {
  if (e instanceof BadInput) return { path: e.path, sentence: e.message };
  const message = e instanceof Error ? e.message : '';
  if (/^Parser /.test(message)) {
    return { path: '', sentence: 'This is not JSON: it was cut short or is another format.' };
  }
  if (e instanceof TypeError && /encoded data/.test(message)) {
    return { path: '', sentence: 'This file is not UTF-8 text.' };
  }
  return undefined;
}

const db = connect((workerData as { databaseUrl: string }).databaseUrl, 1);
try {
  const made = await new Builds(db).import(async (keep) => {
    const pictures = new Set<string>();
    const value = await assembled(tokensOf(pieces()), async (picture, i) => {
      const read = readAs(EnvelopeAsset, picture);
      if (!read.ok) {
        const [first] = read.complaints;
        throw new BadInput(`assets.${i}.${first!.path}`, first!.sentence);
      }
      await keep(checkedPicture(read.value, `assets.${i}`));
      pictures.add(read.value.sha256);
    });
    const read = readEnvelope(value, pictures);
    if (!read.ok) throw new BadInput(read.complaints[0]!.path, read.complaints[0]!.sentence);
    return read.value;
  });
  say({ is: 'stored', key: made.key });
} catch (e) {
  const known = refusal(e);
  if (known) say({ is: 'refused', ...known });
  else say({ is: 'failed', stack: e instanceof Error ? (e.stack ?? e.message) : String(e) });
} finally {
  await db.destroy();
  port.close();
}
