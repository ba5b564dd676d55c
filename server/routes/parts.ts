import { Router } from 'express';
import { Id, Part, readPart } from '@deft/core/model';
import { badInput, notFound } from '../errors';
import type { Parts } from '../store/parts';
import { z } from 'zod';
import { bodyAs, PARTS_LIMIT, partsBody, smallBody } from './body';

/** A part whose figures do not contradict each other. */
function sound(part: Part): Part {
  const read = readPart(part);
  if (!read.ok) throw badInput(read.complaints[0]!);
  return read.value;
}

export function partRoutes(parts: Parts): Router {
  const r = Router();
  r.get('/parts', async (_req, res) => {
    res.json({ parts: await parts.list() });
  });
  r.put('/parts', smallBody, async (req, res) => {
    await parts.put(sound(bodyAs(Part, req)));
    res.status(204).end();
  });
  r.put('/parts/all', partsBody, async (req, res) => {
    await parts.putAll(
      bodyAs(
        z.strictObject({ parts: z.array(Part).min(1).max(50_000) }),
        req,
        PARTS_LIMIT,
      ).parts.map(sound),
    );
    res.status(204).end();
  });
  r.delete('/parts/:id', async (req, res) => {
    const id = Id.safeParse(req.params['id']);
    if (!id.success) throw notFound('part');
    await parts.remove(id.data);
    res.status(204).end();
  });
  return r;
}
