/** Who may talk to the server: this machine's browser, on our own address, and nobody through it. */
import { createHmac, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { type NextFunction, type Request, type Response, Router, urlencoded } from 'express';
import { rateLimit } from 'express-rate-limit';
import session from 'express-session';
import connectPgSimple from 'connect-pg-simple';
import { Refusal } from './errors';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]', '::1']);
export const isLoopback = (host: string): boolean => LOOPBACK.has(host);
/** Whether a connection comes from this machine itself. */
export const isThisMachine = (address: string | undefined): boolean =>
  address !== undefined && /^(::ffff:)?127\.|^::1$/.test(address);

const hostName = (header: string): string => header.replace(/:\d+$/, '');

/** A check of Host and Origin stops DNS rebinding and writes from other sites. */
export function sameSite(host: string) {
  const allowed = (name: string) =>
    isLoopback(name) || (!isLoopback(host) && (host === '0.0.0.0' || name === host));
  return (req: Request, _res: Response, next: NextFunction): void => {
    const at = req.headers.host;
    if (!at || !allowed(hostName(at))) {
      return next(new Refusal(403, 'host', 'This address is not served here.'));
    }
    const origin = req.headers.origin;
    if (origin !== undefined && origin !== `http://${at}` && origin !== `https://${at}`) {
      return next(new Refusal(403, 'origin', 'Another site may not write here.'));
    }
    if (
      !['GET', 'HEAD'].includes(req.method) &&
      req.headers['sec-fetch-site'] &&
      req.headers['sec-fetch-site'] !== 'same-origin'
    ) {
      return next(new Refusal(403, 'origin', 'Another site may not write here.'));
    }
    next();
  };
}

const COOKIE = 'deft-session';
const SESSION_MS = 12 * 60 * 60 * 1000;
/** Looking a session up is short; several servers share what a database lets in. */
const SESSION_CONNECTIONS = 3;
/** Wrong passwords a minute before the door stays shut for the rest of it. */
const TRIES = { most: 20, windowMs: 60_000 } as const;

/** The door, in the colours of the interface; it stands alone, for nothing else is served before it. */
const page = (note = ''): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Deft Shell</title>
<style>
  body { margin: 0; min-height: 100vh; display: grid; place-items: start center; padding-top: 18vh;
    background: #24474a; color: #14201f; font: 16px/1.5 system-ui, sans-serif; }
  form { background: #fbf8f1; border: 1px solid #d8cfb8; border-radius: 10px; padding: 22px 26px;
    display: grid; gap: 10px; width: min(340px, 84vw); }
  h1 { font-size: 20px; margin: 0; }
  p { margin: 0; } [role=alert] { color: #b3261e; }
  input, button { font: inherit; padding: 7px 10px; border-radius: 6px; border: 1px solid #b9ae92; }
  button { background: #0b7a6c; border-color: #0b7a6c; color: #fff; font-weight: 600; }
</style>
<form method="post" action="/login">
  <h1>Deft Shell</h1>
  <p>These builds are behind a password.</p>
  ${note && `<p role="alert">${note}</p>`}
  <label for="password">Password</label>
  <input id="password" name="password" type="password" autocomplete="current-password" autofocus>
  <button>Open</button>
</form>
</html>`;

declare module 'express-session' {
  interface SessionData {
    open: boolean;
  }
}

const derived = promisify<string, Buffer, number, Buffer>(scrypt);

/** Derives one after the other: twenty at once would leave no core to who is signed in. */
function oneByOne(): (password: string, salt: Buffer, length: number) => Promise<Buffer> {
  let last: Promise<unknown> = Promise.resolve();
  return (...asked) => {
    const mine = last.then(() => derived(...asked));
    last = mine.catch(() => undefined);
    return mine;
  };
}

export interface Gate {
  routes: Router;
  close: () => Promise<void>;
}
export interface Sessions {
  databaseUrl: string;
  /** Signs the cookies: the same for every server on one database. */
  secret: string;
  /** Pages come encrypted: the cookie is then never sent in the clear. */
  secure: boolean;
}

/** Password and session cookie; a session opened at one server of a database is open at all. */
export function passwordGate(password: string, sessions: Sessions): Gate {
  const salt = randomBytes(16);
  const inTurn = oneByOne();
  const known = inTurn(password, salt, 32);
  const gate = Router();
  const store = new (connectPgSimple(session))({
    conObject: { connectionString: sessions.databaseUrl, max: SESSION_CONNECTIONS },
    tableName: 'session',
    ttl: SESSION_MS / 1000,
    // What has run out is never taken; it is swept away now and then.
    pruneSessionInterval: 15 * 60,
    errorLog: () => undefined,
  });
  const limited = rateLimit({
    windowMs: TRIES.windowMs,
    limit: TRIES.most,
    standardHeaders: true,
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: (_req, res) => {
      const seconds = Number(res.getHeader('retry-after') ?? TRIES.windowMs / 1000);
      res
        .status(429)
        .type('html')
        .send(page(`Too many wrong passwords. Wait ${seconds} s.`));
    },
  });
  // Before a session is set up: who has to wait costs those who are signed in next to nothing.
  gate.post('/login', limited);
  gate.use(
    session({
      name: COOKIE,
      store,
      // Signed with the password too: whoever changes it shuts every door that the old one opened.
      secret: createHmac('sha256', sessions.secret).update(password).digest('hex'),
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'strict', secure: sessions.secure, maxAge: SESSION_MS },
    }),
  );
  gate.post('/login', urlencoded({ extended: false, limit: '4kb' }), (req, res, next) => {
    const { password: typed } = (req.body ?? {}) as { password?: unknown };
    const given = typeof typed === 'string' ? typed : '';
    Promise.all([inTurn(given, salt, 32), known])
      .then(([a, b]) => {
        if (!timingSafeEqual(a, b)) {
          res.status(401).type('html').send(page('That is not the password.'));
          return;
        }
        // A new session for who came in: one set up before is worth nothing.
        req.session.regenerate((e) => {
          if (e) return next(e);
          req.session.open = true;
          // Kept first: an answer may arrive, and be followed, before what is kept after it.
          req.session.save((failed) => (failed ? next(failed) : res.redirect(303, '/')));
        });
      })
      .catch(next);
  });
  gate.post('/logout', (req, res) => {
    req.session.destroy(() => res.clearCookie(COOKIE).redirect(303, '/'));
  });
  gate.use((req: Request, res: Response, next: NextFunction): void => {
    if (req.session.open) return next();
    if (req.path.startsWith('/api/')) {
      return next(new Refusal(401, 'password', 'Type the password first.'));
    }
    res.status(401).type('html').send(page());
  });
  return { routes: gate, close: async () => store.close() };
}
