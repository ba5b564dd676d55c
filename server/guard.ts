/** Who may talk to the server: this machine's browser, on our own address, and nobody through it. */
import { randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import { Refusal } from './errors';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]', '::1']);
export const isLoopback = (host: string): boolean => LOOPBACK.has(host);

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
const PAGE =
  '<!doctype html><html lang="en"><meta charset="utf-8"><title>Deft Shell</title><form method="post" action="/login"><label>Password <input name="password" type="password" autofocus></label> <button>Open</button></form></html>';

/** Password and session cookie, for a server that listens beyond loopback. */
export function passwordGate(password: string) {
  const salt = randomBytes(16);
  const hash = scryptSync(password, salt, 32);
  const sessions = new Set<string>();
  return (req: Request, res: Response, next: NextFunction): void => {
    const cookie = /(?:^|;\s*)deft-session=([0-9a-f]{64})/.exec(req.headers.cookie ?? '')?.[1];
    if (cookie && sessions.has(cookie)) return next();
    if (req.method === 'POST' && req.path === '/login') {
      let body = '';
      req.setEncoding('utf8');
      req.on('data', (d: string) => {
        if ((body += d).length > 4096) req.destroy();
      });
      req.on('end', () => {
        const given = new URLSearchParams(body).get('password') ?? '';
        if (!timingSafeEqual(scryptSync(given, salt, 32), hash)) {
          res.status(401).type('html').send(PAGE);
          return;
        }
        const token = randomBytes(32).toString('hex');
        sessions.add(token);
        res.setHeader('set-cookie', `${COOKIE}=${token}; HttpOnly; SameSite=Strict; Path=/`);
        res.redirect(303, '/');
      });
      return;
    }
    if (req.path.startsWith('/api/')) {
      return next(new Refusal(401, 'password', 'Type the password first.'));
    }
    res.status(401).type('html').send(PAGE);
  };
}
