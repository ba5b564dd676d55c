/** The kept board of a build: which keys are read at its pads, and what is known of them so far. */
import { type Project, routeOf } from '../model';
import { isLatchKey } from '../kit';
import { traced, type Traced } from './trace';

/** Keys that are read at the pads of a kept board, in the order of the document. */
export const tracedKeys = (p: Project): string[] =>
  p.controls.inputs
    .filter((i) => i.routed && routeOf(p, i) === 'original board' && !isLatchKey(p, i))
    .map((i) => i.id);

/** The last board that was weighed: every check of an edit elsewhere asks for the same one again. */
let last: { of: string; found: Traced } | undefined;

/** The keys as far as they are traced; nothing where no tracing was begun or none is wanted. */
export function tracedBoard(p: Project): Traced | undefined {
  const keys = tracedKeys(p);
  const { tracing } = p.controls;
  if (!tracing || !keys.length) return undefined;
  const of = JSON.stringify([tracing, keys]);
  if (last?.of !== of) last = { of, found: traced(tracing, keys) };
  return last.found;
}

/** The two pads of every key that is traced surely. */
export const padsOfKeys = (p: Project): Map<string, readonly [string, string]> =>
  new Map(
    (tracedBoard(p)?.keys ?? []).flatMap(({ key, pads, isSure }) =>
      pads && isSure ? [[key, pads] as const] : [],
    ),
  );
