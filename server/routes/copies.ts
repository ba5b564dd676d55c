import { Router } from 'express';
import { z } from 'zod';
import { BadInput } from '@deft/core/model';
import type { Copies } from '../backup/copies';
import { badInput, notFound } from '../errors';
import { type Intake, takeBytes } from '../intake/intake';
import type { Builds } from '../store/builds';
import { keyOf } from './body';

const CopyName = z.string().regex(/^[\d-]{10}\.zip$/);

/** The copies of the last days, and one build out of them. */
export function copyRoutes(copies: Copies, builds: Builds, intake: Intake): Router {
  const r = Router();
  r.get('/copies', async (_req, res) => {
    res.json({ copies: await copies.list() });
  });
  r.post('/copies/:name/builds/:key', async (req, res) => {
    const name = CopyName.safeParse(req.params['name']);
    const key = keyOf(req);
    const bytes = name.success && key ? await found(copies, name.data, key) : undefined;
    if (!bytes) throw notFound('copy of a build');
    const build = await builds.get(await takeBytes(bytes, intake));
    if (!build) throw notFound('build');
    res.status(201).json(build);
  });
  return r;
}

async function found(copies: Copies, name: string, key: string): Promise<Buffer | undefined> {
  try {
    return await copies.envelope(name, key);
  } catch (e) {
    throw e instanceof BadInput ? badInput({ path: e.path, sentence: e.message }) : e;
  }
}
