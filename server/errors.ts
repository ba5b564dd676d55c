/** One shape for everything that goes wrong: a code, one plain sentence, and the field if there is one. */
import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import type { Complaint } from '@deft/core/model';

export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    readonly field?: string,
    readonly more: object = {},
  ) {
    super(sentence);
  }
}
export const badInput = (c: Complaint): Refusal =>
  new Refusal(400, 'bad-input', c.sentence, c.path || undefined);
export const notFound = (what: string): Refusal =>
  new Refusal(404, 'not-found', `There is no such ${what} (any more).`);

/**
 * @param log    told the whole fault, on this machine's console
 * @param lines  told its kind alone: a fault may quote what was being written
 */
export function errorHandler(log: (line: string) => void, lines: Logger) {
  // Express knows an error handler by its four parameters.
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  return (e: unknown, _req: Request, res: Response, _next: NextFunction): void => {
    if (res.headersSent) {
      res.end();
      return;
    }
    const refusal = e instanceof Refusal ? e : known(e);
    if (refusal) {
      res.status(refusal.status).json({
        error: {
          code: refusal.code,
          message: refusal.message,
          ...(refusal.field ? { field: refusal.field } : {}),
        },
        ...refusal.more,
      });
      return;
    }
    lines.error({ request: res.locals['request'] as unknown, fault: kindOf(e) });
    log(e instanceof Error ? (e.stack ?? e.message) : String(e));
    res.status(503).json({
      error: {
        code: 'unavailable',
        message:
          'The database does not answer right now. Your edits stay here; saving resumes by itself.',
      },
    });
  };
}

/** Its class, and the code a database or system gives. */
function kindOf(e: unknown): string {
  const { name, code } = (e ?? {}) as { name?: string; code?: string };
  return [name, code].filter(Boolean).join(' ') || 'unknown';
}

function known(e: unknown): Refusal | undefined {
  const { type, status } = (e ?? {}) as { type?: string; status?: number };
  if (type === 'entity.too.large') {
    return new Refusal(
      413,
      'too-large',
      'This is larger than the server takes: 5 MB for a build, 25 MB for a picture, 100 MB for an import.',
    );
  }
  if (type === 'encoding.unsupported' || type === 'charset.unsupported') {
    return new Refusal(415, 'encoding', 'Send plain UTF-8 JSON.');
  }
  if (type === 'request.aborted') {
    return new Refusal(400, 'aborted', 'The upload was cut short; nothing was saved.');
  }
  if (status !== undefined && status >= 400 && status < 500) {
    return new Refusal(status, 'bad-request', 'This request cannot be read.');
  }
  return undefined;
}
