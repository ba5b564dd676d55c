/** The server: builds and parts under /api, the interface everywhere else, one port. */
import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createServer as createSafeServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { dabchickFits, demos } from '@deft/core/catalogue';
import { Copies } from './backup/copies';
import { type BenchSetting, Instruments } from './bench/instruments';
import { BoardLink, type BoardSetting } from './board/link';
import { errorHandler, notFound } from './errors';
import { type Gate, isLoopback, isThisMachine, passwordGate, sameSite } from './guard';
import { migrate } from './migrations/index';
import { benchRoutes } from './routes/bench';
import { boardRoutes } from './routes/board';
import { buildRoutes } from './routes/builds';
import { copyRoutes } from './routes/copies';
import { partRoutes } from './routes/parts';
import { diagnostics } from './seen/diagnostics';
import { openLog, requestLines, type Log } from './seen/log';
import { Metrics } from './seen/metrics';
import { Builds } from './store/builds';
import { Parts } from './store/parts';
import { Recent } from './store/saves';
import { connect, type Db } from './store/schema';
import { keptSecret } from './store/settings';

export interface ServeOptions {
  databaseUrl: string;
  webDir?: string;
  host: string;
  password?: string | undefined;
  /** A port to try first; another is taken when it is busy, unless it is fixed. */
  port?: number | undefined;
  fixedPort?: boolean;
  log?: (line: string) => void;
  /** Program of the import's thread, when it does not lie beside this one. */
  intake?: URL | undefined;
  /** The board of the press test: the stand-in, unless an address is set. */
  board?: BoardSetting | undefined;
  /** The instruments of the bench: the stand-ins, unless addresses are set. */
  bench?: BenchSetting | undefined;
  /** Folder of the nightly copies; none are kept without one. */
  copies?: string | undefined;
  /** Asked before a database that holds builds is changed to a newer schema. */
  beforeMigrating?: ((names: readonly string[]) => Promise<void>) | undefined;
  /** Told by the health of this server, so that a start knows its own again. */
  run?: string;
  /** Certificate and key in PEM: pages then come encrypted, and only so. */
  tls?: { cert: string; key: string } | undefined;
  /** Folder of the log; none is kept without one. */
  logs?: string | undefined;
}
export interface Site {
  url: string;
  port: number;
  close: () => Promise<void>;
}

export async function serve(o: ServeOptions): Promise<Site> {
  if (!isLoopback(o.host) && !o.password) {
    throw new Error(
      `HOST is ${o.host}, so anybody on the network could write here. Set DEFT_PASSWORD as well, or leave HOST out.`,
    );
  }
  const db = connect(o.databaseUrl);
  await migrate(db, { before: o.beforeMigrating });
  const builds = new Builds(db, new Recent());
  await builds.loadOnce('demos', demos(), dabchickFits());
  const gate =
    o.password === undefined || o.password === ''
      ? undefined
      : passwordGate(o.password, {
          databaseUrl: o.databaseUrl,
          secret: await keptSecret(db, 'session-secret'),
          secure: o.tls !== undefined,
        });
  const seen = { log: openLog(o.logs), metrics: new Metrics() };
  const log = o.log ?? ((line: string) => process.stderr.write(`${line}\n`));
  const copies = new Copies(db, o.copies, log);
  copies.begin();
  const board = new BoardLink(o.board);
  const bench = new Instruments(o.bench);
  const answer = app(db, { builds, copies, gate, log, seen, board, bench }, o);
  const server = o.tls ? createSafeServer(o.tls, answer) : createServer(answer);
  const port = await listen(server, o);
  return {
    port,
    url: `${o.tls ? 'https' : 'http'}://${o.host === '0.0.0.0' ? '127.0.0.1' : o.host}:${port}`,
    async close() {
      await closed(server);
      await board.close();
      await bench.close();
      await copies.end();
      await gate?.close();
      await seen.log.close();
      await db.destroy();
    },
  };
}

/** What a page of ours may load, and from where. */
const POLICY = Object.entries({
  'default-src': "'self'",
  'script-src': "'self' 'wasm-unsafe-eval'",
  'style-src': "'self' 'unsafe-inline'",
  'img-src': "'self' blob: data:",
  'font-src': "'self'",
  'worker-src': "'self' blob:",
  'connect-src': "'self'",
  'object-src': "'none'",
  'base-uri': "'none'",
  'form-action': "'self'",
  'frame-ancestors': "'none'",
})
  .map(([directive, from]) => `${directive} ${from}`)
  .join(';');

interface Rooms {
  bench: Instruments;
  board: BoardLink;
  builds: Builds;
  copies: Copies;
  gate: Gate | undefined;
  log: (line: string) => void;
  seen: { log: Log; metrics: Metrics };
}

/** What the interface was built from, told to its pages: those of an older one say so. */
function programOf(webDir: string | undefined): string | undefined {
  if (webDir === undefined) return undefined;
  try {
    return readFileSync(join(webDir, '.stamp'), 'utf8').slice(0, 16);
  } catch {
    return undefined;
  }
}

function app(
  db: Db,
  { builds, copies, gate, log, seen, board, bench }: Rooms,
  o: ServeOptions,
): Express {
  const a = express();
  a.disable('x-powered-by');
  // What the interface asks is never cached; files say their own.
  a.set('etag', false);
  a.use(
    requestLines(seen.log.lines, (...ended) => {
      seen.metrics.ended(...ended);
    }),
  );
  a.use(
    helmet({
      // Said below: it is the same for every answer.
      contentSecurityPolicy: false,
      // A page that stands alone may ask how much memory its engine holds.
      crossOriginEmbedderPolicy: true,
      strictTransportSecurity: false,
      // Without a referrer a form of our own says its origin is null, and is taken for another site's.
      referrerPolicy: { policy: 'same-origin' },
    }),
  );
  a.use((_req, res, next) => {
    res.setHeader('content-security-policy', POLICY);
    next();
  });
  a.use(sameSite(o.host));
  // Asked by a second start, which has no password: it says nothing of the builds.
  a.get('/api/health', (_req, res) => {
    res.json({ ok: true, ...(o.run ? { run: o.run } : {}) });
  });
  // For a monitor on this very machine, which has no password.
  a.get('/api/metrics', async (req, res) => {
    if (!isThisMachine(req.socket.remoteAddress)) throw notFound('address');
    res.type(seen.metrics.type).send(await seen.metrics.text());
  });
  if (gate) a.use(gate.routes);
  a.get('/api/session', (_req, res) => {
    res.json({ locked: gate !== undefined });
  });
  const program = programOf(o.webDir);
  a.use('/api', (_req, res, next) => {
    res.setHeader('cache-control', 'no-store');
    if (program) res.setHeader('x-deft-program', program);
    next();
  });
  a.get('/api/diagnostics', async (_req, res) => {
    const file = await diagnostics(db, seen, {
      of: program,
      folder: o.copies && dirname(o.copies),
    });
    res.attachment('deft-shell-diagnostics.json').json(file);
  });
  const parts = new Parts(db);
  const intake = { databaseUrl: o.databaseUrl, program: o.intake };
  a.use(
    '/api',
    buildRoutes(builds, parts, intake),
    partRoutes(parts),
    boardRoutes(db, board),
    benchRoutes(db, bench),
    copyRoutes(copies, builds, intake),
  );
  a.use('/api', () => {
    throw notFound('address');
  });
  if (o.webDir) {
    const page = join(o.webDir, 'index.html');
    // The STEP reader builds code from text. Its worker, and nothing else, may; it reaches only its own files.
    a.use('/assets', (req, res, next) => {
      if (/^\/step\.worker-[\w-]+\.js$/.test(req.path)) {
        res.setHeader(
          'content-security-policy',
          "default-src 'none'; script-src 'self' 'unsafe-eval' 'wasm-unsafe-eval'; connect-src 'self'",
        );
      }
      next();
    });
    a.use(
      '/assets',
      express.static(join(o.webDir, 'assets'), {
        immutable: true,
        maxAge: '365d',
        fallthrough: false,
      }),
    );
    a.use(express.static(o.webDir, { index: false, dotfiles: 'ignore' }));
    a.get('/{*any}', (_req, res) => {
      res.setHeader('cache-control', 'no-cache');
      res.sendFile(page, { dotfiles: 'allow' });
    });
  }
  a.use(errorHandler(log, seen.log.lines));
  return a;
}

async function listen(server: Server, o: ServeOptions): Promise<number> {
  const attempt = (port: number) =>
    new Promise<number>((resolve, reject) => {
      server.once('error', reject);
      server.listen(port, o.host, () => {
        server.off('error', reject);
        resolve((server.address() as AddressInfo).port);
      });
    });
  try {
    return await attempt(o.port ?? 0);
  } catch (e) {
    if ((e as { code?: string }).code !== 'EADDRINUSE' || o.port === undefined) throw e;
    if (o.fixedPort) {
      throw new Error(`Port ${o.port} is taken by another program. Set PORT to a free one.`, {
        cause: e,
      });
    }
    return attempt(0);
  }
}

/** Nobody new is let in; who is in is answered, for a while. */
async function closed(server: Server): Promise<void> {
  const over = new Promise<void>((resolve) => {
    server.close(() => resolve());
  });
  server.closeIdleConnections();
  const patience = setTimeout(() => server.closeAllConnections(), 3000);
  await over;
  clearTimeout(patience);
}
