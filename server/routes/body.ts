/** Request bodies: text within a limit, guarded JSON, checked by Zod; refused in one sentence. */
import express, { type Request } from 'express';
import { z } from 'zod';
import { PICTURE_LIMIT } from '@deft/core/formats/picture';
import {
  DOCUMENT_LIMIT,
  parseJson,
  type Read,
  readAs,
  readJson,
  readProject,
  type Project,
} from '@deft/core/model';
import { badInput, Refusal } from '../errors';

/** A document and what is said beside it. */
const SMALL_LIMIT = DOCUMENT_LIMIT + 65_536;
export const smallBody = express.raw({ type: 'application/json', limit: SMALL_LIMIT });
export const pictureBody = express.raw({ type: ['image/jpeg', 'image/png'], limit: PICTURE_LIMIT });
/** Lists of parts: 10,000 of one block each are about 5 MB. */
export const PARTS_LIMIT = 40 * 1024 * 1024;
export const partsBody = express.raw({ type: 'application/json', limit: PARTS_LIMIT });

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

const textOf = (req: Request): string => (Buffer.isBuffer(req.body) ? req.body.toString() : '');

function asked<T>(read: Read<T>): T {
  if (!read.ok) throw badInput(read.complaints[0]!);
  return read.value;
}

/** A body that was parsed. */
export const bodyOf = <T>(schema: z.ZodType<T>, body: unknown): T => asked(readAs(schema, body));

export const bodyAs = <T>(schema: z.ZodType<T>, req: Request, limit = SMALL_LIMIT): T =>
  bodyOf(schema, asked(readJson(textOf(req), limit)));

/** The same of a body whose document or changes are looked through where they are read, and not twice. */
export const sentAs = <T>(schema: z.ZodType<T>, req: Request): T =>
  bodyOf(schema, asked(parseJson(textOf(req), SMALL_LIMIT)));

export const projectFrom = (value: unknown): Project => asked(readProject(value));

const Key = z.uuid();
/** The build key in the address, or a 404. */
export const keyOf = (req: Request): string | undefined => {
  const key = Key.safeParse(req.params['key']);
  return key.success ? key.data : undefined;
};
