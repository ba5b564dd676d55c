/**
 * What happened, one JSON line each: which request, how it ended, how long it took. Nothing of a
 * document, no name and no address with a key in it: a builder can hand the file to a stranger.
 */
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { NextFunction, Request, Response } from 'express';
import pino, { type Logger } from 'pino';
import { createStream } from 'rotating-file-stream';

const FILE = 'deft-shell.jsonl';
/** A file larger than this is put aside; so many are kept. */
const ROTATE = { size: '5M', maxFiles: 4 } as const;

export interface Log {
  lines: Logger;
  /** The last lines that were written, the newest last. */
  last: (count: number) => Promise<string[]>;
  close: () => Promise<void>;
}

/** @param folder  where the lines are kept; nowhere without one */
export function openLog(folder: string | undefined): Log {
  if (folder === undefined) {
    return {
      lines: pino({ level: 'silent' }),
      last: () => Promise.resolve([]),
      close: () => Promise.resolve(),
    };
  }
  const stream = createStream(FILE, { ...ROTATE, path: folder });
  // A disk that is full takes no lines; the server goes on.
  stream.on('error', () => undefined);
  return {
    lines: pino({ base: null, timestamp: pino.stdTimeFunctions.isoTime }, stream),
    async last(count) {
      const text = await readFile(join(folder, FILE), 'utf8').catch(() => '');
      return text.split('\n').filter(Boolean).slice(-count);
    },
    close: () =>
      new Promise((resolve) => {
        stream.end(() => resolve());
      }),
  };
}

/** The pattern of an address, without what stands in its places. */
function routeOf(req: Request): string {
  const base = req.originalUrl.startsWith('/api/') ? '/api' : '';
  const { path } = (req.route ?? {}) as { path?: string };
  if (path === undefined) return base || 'file';
  return path.startsWith('/api') ? path : `${base}${path}`;
}

/** A name of its own for each request, told to who asked, and a line when it has ended. */
export function requestLines(
  lines: Logger,
  ended: (route: string, req: Request, res: Response, ms: number) => void,
) {
  return (req: Request, res: Response, next: NextFunction): void => {
    const begun = performance.now();
    const id = randomUUID();
    res.locals['request'] = id;
    res.setHeader('x-request-id', id);
    res.on('close', () => {
      const ms = performance.now() - begun;
      const route = routeOf(req);
      ended(route, req, res, ms);
      lines.info({
        request: id,
        method: req.method,
        route,
        status: res.statusCode,
        ms: Math.round(ms * 10) / 10,
        taken: Number(req.headers['content-length'] ?? 0),
        ...(res.writableFinished ? {} : { cut: true }),
      });
    });
    next();
  };
}
