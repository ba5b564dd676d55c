/**
 * One build as one file: the document with its revisions, readings, log and assets. Import of an
 * export of an import is identical, so the file is a backup and a way to hand a build on.
 */
import { z } from 'zod';
import { Part } from './part';
import { Project } from './project';
import { guardJson, readAs, readProject, type Read } from './read';
import { Name } from './shell';

export const ENVELOPE_LIMIT = 100 * 1024 * 1024;
export const ENVELOPE = 'deft-shell-envelope/1';

const entry = z.strictObject({
  at: z.iso.datetime({ error: 'A time is written like 2026-01-31T12:00:00Z.' }),
  note: Name,
  body: z.json(),
});

export const Envelope = z.strictObject({
  format: z.literal(ENVELOPE),
  document: Project,
  revisions: z.array(entry).max(10_000),
  readings: z.array(entry).max(100_000),
  log: z.array(entry).max(100_000),
  /** The builder's own parts used here, for the next builder's library. */
  parts: z.array(Part).max(2000),
  assets: z
    .array(
      z.strictObject({
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
        mime: z.string().max(100),
        base64: z.base64(),
      }),
    )
    .max(1000),
});
export type Envelope = z.infer<typeof Envelope>;

/** A bare document as an envelope with nothing beside it. */
export const wrap = (document: Project): Envelope => ({
  format: ENVELOPE,
  document,
  revisions: [],
  readings: [],
  log: [],
  parts: [],
  assets: [],
});

/** Read an envelope or a bare document. */
export function readEnvelope(value: unknown): Read<Envelope> {
  const isEnvelope =
    typeof value === 'object' &&
    value !== null &&
    (value as { format?: unknown }).format === ENVELOPE;
  if (!isEnvelope) {
    const bare = readProject(value);
    return bare.ok ? { ok: true, value: wrap(bare.value) } : bare;
  }
  const bad = guardJson(value);
  if (bad) return { ok: false, complaints: [bad] };
  const document = readProject((value as { document?: unknown }).document);
  if (!document.ok) {
    return {
      ok: false,
      complaints: document.complaints.map((c) => ({
        ...c,
        path: c.path ? `document.${c.path}` : 'document',
      })),
    };
  }
  return readAs(Envelope, value);
}
