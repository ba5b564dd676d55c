/**
 * One build as one file: the document with its revisions, readings, log and assets. Import of an
 * export of an import is identical, so the file is a backup and a way to hand a build on.
 */
import { z } from 'zod';
import { Part } from './part';
import { Project } from './project';
import { type Complaint, guardJson, readAs, readProject, type Read } from './read';
import { Name } from './shell';

export const ENVELOPE_LIMIT = 100 * 1024 * 1024;
export const ENVELOPE = 'deft-shell-envelope/1';

const entry = z.strictObject({
  at: z.iso.datetime({ error: 'A time is written like 2026-01-31T12:00:00Z.' }),
  note: Name,
  body: z.json(),
});

/** A picture, named by what it holds. */
export const EnvelopeAsset = z.strictObject({
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  mime: z.string().max(100),
  base64: z.base64(),
});

/** What a test fit holds: the build as it was tried, and a photo of it. */
export const TestFit = z.strictObject({
  document: z.unknown(),
  photo: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
});

export const Envelope = z.strictObject({
  format: z.literal(ENVELOPE),
  document: Project,
  revisions: z.array(entry).max(10_000),
  readings: z.array(entry).max(100_000),
  log: z.array(entry).max(100_000),
  /** The builder's own parts used here, for the next builder's library. */
  parts: z.array(Part).max(2000),
  assets: z.array(EnvelopeAsset).max(1000),
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

/**
 * Read an envelope or a bare document.
 *
 * @param pictures  names of the pictures that came with it, when they were taken out before
 */
export function readEnvelope(value: unknown, pictures?: ReadonlySet<string>): Read<Envelope> {
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
  // Of an older format it has been carried forward.
  const read = readAs(Envelope, { ...value, document: document.value });
  if (!read.ok) return read;
  const there = pictures ?? new Set(read.value.assets.map((a) => a.sha256));
  const complaints = [...picturesMissing(read.value, there), ...fitsUnread(read.value, there)];
  return complaints.length ? { ok: false, complaints } : read;
}

/** Pictures under a drawing that did not come with the build. */
const picturesMissing = ({ document }: Envelope, there: ReadonlySet<string>): Complaint[] =>
  document.shell.bodies.flatMap((body, b) =>
    (body.underlays ?? []).flatMap((u, i) =>
      there.has(u.asset)
        ? []
        : [
            {
              path: `document.shell.bodies.${b}.underlays.${i}.asset`,
              sentence:
                'This picture is not in the file. Export the build again with its pictures.',
            },
          ],
    ),
  );

/** Test fits that hold no build, or whose photo did not come along. */
const fitsUnread = ({ revisions }: Envelope, there: ReadonlySet<string>): Complaint[] =>
  revisions.flatMap((r, i): Complaint[] => {
    const fit = readAs(TestFit, r.body);
    const at = `revisions.${i}.body`;
    if (!fit.ok) return [{ path: at, sentence: 'This test fit holds no build.' }];
    const { document, photo } = fit.value;
    const build = readProject(document);
    if (!build.ok) {
      const [first] = build.complaints;
      return [{ path: `${at}.document.${first!.path}`, sentence: first!.sentence }];
    }
    return photo && !there.has(photo)
      ? [{ path: `${at}.photo`, sentence: 'The photo of this test fit is not in the file.' }]
      : [];
  });
