import { Router } from 'express';
import { z } from 'zod';
import { type Picture, readPicture } from '@deft/core/formats/picture';
import { BadInput, PatchBody } from '@deft/core/model';
import { badInput, notFound, Refusal } from '../errors';
import type { Builds, Saved } from '../store/builds';
import type { Parts } from '../store/parts';
import { type Intake, takeIn } from '../intake/intake';
import {
  bodyAs,
  bodyOf,
  keyOf,
  pictureBody,
  plainJson,
  projectFrom,
  sentAs,
  smallBody,
} from './body';

/** Versions are counted in 31 bits; nobody saves one build so often. */
const MOST_VERSIONS = 2 ** 31 - 2;
const Version = z
  .int()
  .min(1)
  .max(MOST_VERSIONS, { error: 'There is no such version of a build.' });
const named = {
  basedOn: Version,
  /** Made by the page for this very edit: a save whose answer was lost is known again. */
  save: z.uuid().optional(),
};
const Save = z.strictObject({ ...named, document: z.unknown() });
const Changes = z.strictObject({ ...named, patch: PatchBody });
/** A version in an address. */
const VersionText = z
  .string()
  .regex(/^\d{1,10}$/)
  .transform(Number)
  .pipe(Version);
const New = z.strictObject({
  document: z.unknown(),
  /** A build whose pictures the new one shows as well. */
  picturesOf: z.uuid().optional(),
});
const NewFit = z.strictObject({
  note: z
    .string()
    .trim()
    .min(1, { error: 'A test fit needs a note, so that it is told from the others.' })
    .max(200),
  document: z.unknown(),
  photo: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
});

const EntryId = z.string().regex(/^\d{1,18}$/);

const Sha = z.string().regex(/^[0-9a-f]{64}$/);

/** A picture stripped of all but the picture, or one sentence. */
function picture(bytes: Uint8Array): Picture {
  try {
    return readPicture(bytes);
  } catch (e) {
    throw e instanceof BadInput ? badInput({ path: 'picture', sentence: e.message }) : e;
  }
}

/** @param intake  where an import's own thread stores what it reads */
export function buildRoutes(builds: Builds, parts: Parts, intake: Intake): Router {
  const r = Router();
  const key = (req: Parameters<typeof keyOf>[0]): string => {
    const found = keyOf(req);
    if (!found) throw notFound('build');
    return found;
  };
  r.get('/builds', async (_req, res) => {
    res.json({ builds: await builds.list() });
  });
  r.post('/builds', smallBody, async (req, res) => {
    const { document, picturesOf } = sentAs(New, req);
    res.status(201).json(await builds.createBeside(projectFrom(document), picturesOf));
  });
  r.get('/builds/:key', async (req, res) => {
    const found = await builds.get(key(req));
    if (!found) throw notFound('build');
    res.json(found);
  });
  const answer = (saved: Saved): { version: number; savedAt: string } => {
    if (saved.ok) return { version: saved.version, savedAt: saved.savedAt };
    if (!saved.current) throw notFound('build');
    throw new Refusal(
      409,
      'stale',
      'Somebody saved this build after you opened it. Nothing of yours is lost.',
      undefined,
      { current: saved.current },
    );
  };
  r.put('/builds/:key', smallBody, async (req, res) => {
    const at = key(req);
    const again = Buffer.isBuffer(req.body) ? builds.again(at, req.body) : undefined;
    const { basedOn, save, document } = again ? bodyOf(Save, again) : sentAs(Save, req);
    res.json(answer(await builds.save(at, basedOn, document, save)));
  });
  r.patch('/builds/:key', smallBody, async (req, res) => {
    const { basedOn, save, patch } = sentAs(Changes, req);
    res.json(answer(await builds.change(key(req), basedOn, patch, save)));
  });
  r.get('/builds/:key/history', async (req, res) => {
    const before = VersionText.optional().safeParse(req.query['before']);
    const lines = before.success && (await builds.history(key(req), before.data));
    if (!lines) throw notFound('build');
    res.json({ saves: lines });
  });
  r.get('/builds/:key/history/:version', async (req, res) => {
    const version = VersionText.safeParse(req.params['version']);
    const found = version.success ? await builds.at(key(req), version.data) : undefined;
    if (!found) throw notFound('state of this build');
    res.json(found);
  });
  r.post('/builds/:key/assets', pictureBody, async (req, res) => {
    const p = picture(Buffer.isBuffer(req.body) ? new Uint8Array(req.body) : new Uint8Array(0));
    const sha256 = await builds.addAsset(key(req), p.mime, p.bytes);
    if (!sha256) throw notFound('build');
    res.status(201).json({ sha256, w: p.w, h: p.h, stripped: p.stripped });
  });
  r.get('/builds/:key/assets/:sha', async (req, res) => {
    const sha = Sha.safeParse(req.params['sha']);
    const found = sha.success ? await builds.asset(key(req), sha.data) : undefined;
    if (!found) throw notFound('picture');
    // Named by its content, so it never changes; it is drawn, never opened as a page.
    res.setHeader('cache-control', 'private, max-age=31536000, immutable');
    res.setHeader('x-content-type-options', 'nosniff');
    res.type(found.mime).send(found.bytes);
  });
  r.get('/builds/:key/revisions', async (req, res) => {
    res.json({ revisions: await builds.revisions(key(req)) });
  });
  r.post('/builds/:key/revisions', smallBody, async (req, res) => {
    const { note, document, photo } = bodyAs(NewFit, req);
    const at = key(req);
    if (!(await builds.get(at))) throw notFound('build');
    await builds.addEntry(at, 'revision', note, {
      document: projectFrom(document),
      ...(photo ? { photo } : {}),
    });
    res.status(201).json({ revisions: await builds.revisions(at) });
  });
  r.get('/builds/:key/revisions/:id', async (req, res) => {
    const id = EntryId.safeParse(req.params['id']);
    const body = id.success ? await builds.revision(key(req), id.data) : undefined;
    if (!body) throw notFound('test fit');
    res.json(body);
  });
  r.delete('/builds/:key', async (req, res) => {
    if (!(await builds.remove(key(req)))) throw notFound('build');
    res.status(204).end();
  });
  r.post('/builds/:key/restore', async (req, res) => {
    if (!(await builds.restore(key(req)))) throw notFound('build');
    res.status(204).end();
  });
  r.post('/builds/:key/duplicate', async (req, res) => {
    const made = await builds.duplicate(key(req));
    if (!made) throw notFound('build');
    res.status(201).json(made);
  });
  r.get('/builds/:key/export', async (req, res) => {
    const envelope = await builds.envelope(key(req), await parts.list());
    if (!envelope) throw notFound('build');
    res.setHeader('content-disposition', `attachment; filename="${envelope.document.id}.json"`);
    res.json(envelope);
  });
  r.post('/import', async (req, res) => {
    const found = await builds.get(await takeIn(plainJson(req), intake));
    if (!found) throw notFound('build');
    res.status(201).json(found);
  });
  return r;
}
