import { Router } from 'express';
import { z } from 'zod';
import { ENVELOPE_LIMIT, readEnvelope } from '@deft/core/model';
import { badInput, notFound, Refusal } from '../errors';
import type { Builds } from '../store/builds';
import type { Parts } from '../store/parts';
import { bodyAs, jsonOf, keyOf, largeBody, projectFrom, smallBody } from './body';

const Save = z.strictObject({ basedOn: z.number().int().min(1), document: z.unknown() });
const New = z.strictObject({ document: z.unknown() });

export function buildRoutes(builds: Builds, parts: Parts): Router {
  const r = Router();
  const key = (req: Parameters<typeof keyOf>[0]): string => {
    const found = keyOf(req);
    if (!found) throw notFound('build');
    return found;
  };
  r.get('/builds', async (_req, res) => { res.json({ builds: await builds.list() }); });
  r.post('/builds', smallBody, async (req, res) => { res.status(201).json(await builds.create(projectFrom(bodyAs(New, req).document))); });
  r.get('/builds/:key', async (req, res) => {
    const found = await builds.get(key(req));
    if (!found) throw notFound('build');
    res.json(found);
  });
  r.put('/builds/:key', smallBody, async (req, res) => {
    const { basedOn, document } = bodyAs(Save, req);
    const saved = await builds.save(key(req), basedOn, projectFrom(document));
    if (!saved.ok) {
      if (!saved.current) throw notFound('build');
      throw new Refusal(409, 'stale', 'Somebody saved this build after you opened it. Nothing of yours is lost.', undefined, { current: saved.current });
    }
    res.json({ version: saved.version, savedAt: saved.savedAt });
  });
  r.delete('/builds/:key', async (req, res) => {
    if (!await builds.remove(key(req))) throw notFound('build');
    res.status(204).end();
  });
  r.post('/builds/:key/restore', async (req, res) => {
    if (!await builds.restore(key(req))) throw notFound('build');
    res.status(204).end();
  });
  r.post('/builds/:key/duplicate', async (req, res) => {
    const found = await builds.get(key(req));
    if (!found) throw notFound('build');
    res.status(201).json(await builds.create({ ...found.document, name: `${found.document.name.slice(0, 190)} (copy)` }));
  });
  r.get('/builds/:key/export', async (req, res) => {
    const envelope = await builds.envelope(key(req), await parts.list());
    if (!envelope) throw notFound('build');
    res.setHeader('content-disposition', `attachment; filename="${envelope.document.id}.json"`);
    res.json(envelope);
  });
  r.post('/import', largeBody, async (req, res) => {
    const read = readEnvelope(jsonOf(req, ENVELOPE_LIMIT));
    if (!read.ok) throw badInput(read.complaints[0]!);
    res.status(201).json(await builds.import(read.value));
  });
  return r;
}
