/** Request bodies: text within a limit, guarded JSON, checked by Zod; refused in one sentence. */
import express, { type Request } from 'express';
import { z } from 'zod';
import { PICTURE_LIMIT } from '@deft/core/formats/picture';
import { DOCUMENT_LIMIT, readAs, readJson, readProject, type Project } from '@deft/core/model';
import { badInput, Refusal } from '../errors';

export const smallBody = express.text({ type: 'application/json', limit: DOCUMENT_LIMIT + 65_536 });
export const pictureBody = express.raw({ type: ['image/jpeg', 'image/png'], limit: PICTURE_LIMIT });
/** Lists of parts: 10,000 of one block each are about 5 MB. */
export const PARTS_LIMIT = 40 * 1024 * 1024;
export const partsBody = express.text({ type: 'application/json', limit: PARTS_LIMIT });

/** A request whose body is read as it arrives: JSON as it is, not packed. */
export function plainJson(req: Request): Request {
  if (
    !req.is('application/json') ||
    (req.headers['content-encoding'] ?? 'identity') !== 'identity'
  ) {
    throw new Refusal(415, 'encoding', 'Send plain UTF-8 JSON.');
  }
  return req;
}

function jsonOf(req: Request, limit: number): unknown {
  const read = readJson(typeof req.body === 'string' ? req.body : '', limit);
  if (!read.ok) throw badInput(read.complaints[0]!);
  return read.value;
}

export function bodyAs<T>(schema: z.ZodType<T>, req: Request, limit = DOCUMENT_LIMIT + 65_536): T {
  const read = readAs(schema, jsonOf(req, limit));
  if (!read.ok) throw badInput(read.complaints[0]!);
  return read.value;
}

export function projectFrom(value: unknown): Project {
  const read = readProject(value);
  if (!read.ok) {
    throw badInput({ path: read.complaints[0]!.path, sentence: read.complaints[0]!.sentence });
  }
  return read.value;
}

const Key = z.uuid();
/** The build key in the address, or a 404. */
export const keyOf = (req: Request): string | undefined => {
  const key = Key.safeParse(req.params['key']);
  return key.success ? key.data : undefined;
};
