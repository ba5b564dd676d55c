/** Talking to the server: every answer is checked, every refusal becomes one sentence. */
import { z } from 'zod';
import { Part, type Patch, type Project, readProject } from '@deft/core/model';

export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly field?: string,
    readonly body?: unknown,
  ) {
    super(message);
  }
}
/** The server did not answer at all. */
export const isOffline = (e: unknown): boolean => !(e instanceof ApiError) || e.status === 503;

const ErrorBody = z.object({
  error: z.object({ code: z.string(), message: z.string(), field: z.string().optional() }),
});

async function call(method: string, path: string, body?: unknown, raw?: Blob): Promise<unknown> {
  const r = await fetch(`/api${path}`, {
    method,
    ...(body === undefined && raw === undefined
      ? {}
      : { body: raw ?? JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  });
  if (r.status === 204) return undefined;
  const json: unknown = await r.json().catch(() => undefined);
  if (r.ok) return json;
  const known = ErrorBody.safeParse(json);
  throw new ApiError(
    r.status,
    known.success ? known.data.error.code : 'unknown',
    known.success ? known.data.error.message : 'The server gave no reason.',
    known.success ? known.data.error.field : undefined,
    json,
  );
}

const Listed = z.object({
  builds: z.array(
    z.object({
      key: z.string(),
      name: z.string(),
      version: z.number(),
      savedAt: z.string(),
      way: z.string(),
    }),
  ),
});
export type ListedBuild = z.infer<typeof Listed>['builds'][number];
const Stored = z.object({
  key: z.string(),
  version: z.number(),
  savedAt: z.string(),
  document: z.unknown(),
});
export interface StoredBuild {
  key: string;
  version: number;
  savedAt: string;
  document: Project;
}

function stored(value: unknown): StoredBuild {
  const s = Stored.parse(value);
  const read = readProject(s.document);
  if (!read.ok) {
    throw new ApiError(
      500,
      'document',
      `${read.complaints[0]!.path}: ${read.complaints[0]!.sentence}`,
    );
  }
  return { ...s, document: read.value };
}

export const listBuilds = async (): Promise<ListedBuild[]> =>
  Listed.parse(await call('GET', '/builds')).builds;
export const getBuild = async (key: string): Promise<StoredBuild> =>
  stored(await call('GET', `/builds/${key}`));
/** @param picturesOf  a build whose pictures this one shows as well */
export const createBuild = async (document: Project, picturesOf?: string): Promise<StoredBuild> =>
  stored(await call('POST', '/builds', { document, ...(picturesOf ? { picturesOf } : {}) }));
export const duplicateBuild = async (key: string): Promise<StoredBuild> =>
  stored(await call('POST', `/builds/${key}/duplicate`));
export const deleteBuild = async (key: string): Promise<void> => {
  await call('DELETE', `/builds/${key}`);
};
export const restoreBuild = async (key: string): Promise<void> => {
  await call('POST', `/builds/${key}/restore`);
};
/** Sent as it lies on the disk: it may be 100 MB. */
export const importBuild = async (file: Blob): Promise<StoredBuild> =>
  stored(await call('POST', '/import', undefined, file));
/** Whether a password was asked for, so that one can go out again. */
export const isLocked = async (): Promise<boolean> =>
  z.object({ locked: z.boolean() }).parse(await call('GET', '/session')).locked;

export type SaveResult =
  { ok: true; version: number; savedAt: string } | { ok: false; current: StoredBuild };

/**
 * @param what  the whole document, or what changed since the version it is based on
 * @param save  this save's own name: sent again, it is known again
 */
export async function saveBuild(
  key: string,
  basedOn: number,
  what: { document: Project } | { patch: Patch },
  save: string,
): Promise<SaveResult> {
  const method = 'patch' in what ? 'PATCH' : 'PUT';
  try {
    const r = z
      .object({ version: z.number(), savedAt: z.string() })
      .parse(await call(method, `/builds/${key}`, { basedOn, ...what, save }));
    return { ok: true, ...r };
  } catch (e) {
    if (e instanceof ApiError && e.status === 409) {
      return {
        ok: false,
        current: stored(z.object({ current: z.unknown() }).parse(e.body).current),
      };
    }
    throw e;
  }
}

const Saves = z.object({
  saves: z.array(z.object({ version: z.number(), at: z.string(), words: z.string() })),
});
export type SavedLine = z.infer<typeof Saves>['saves'][number];
/** What was saved when, the newest first; at most 500 lines. */
export const listSaves = async (key: string, before?: number): Promise<SavedLine[]> =>
  Saves.parse(await call('GET', `/builds/${key}/history${before ? `?before=${before}` : ''}`))
    .saves;
/** The build as it was saved at a version. */
export const getState = async (key: string, version: number): Promise<StoredBuild> =>
  stored(await call('GET', `/builds/${key}/history/${version}`));

const ListedCopies = z.object({
  copies: z.array(
    z.object({
      name: z.string(),
      made: z.string(),
      builds: z.array(z.object({ key: z.string(), name: z.string(), savedAt: z.string() })),
    }),
  ),
});
/** Copies of the last nights, the newest first, with what each holds. */
export const listCopies = async (): Promise<z.infer<typeof ListedCopies>['copies']> =>
  ListedCopies.parse(await call('GET', '/copies')).copies;
/** A build out of a copy, as a build of its own. */
export const restoreFromCopy = async (copy: string, build: string): Promise<StoredBuild> =>
  stored(await call('POST', `/copies/${copy}/builds/${build}`));

export const listParts = async (): Promise<Part[]> =>
  z.object({ parts: z.array(Part) }).parse(await call('GET', '/parts')).parts;
export const putPart = async (part: Part): Promise<void> => {
  await call('PUT', '/parts', part);
};

/** Many at once: all of them or none. */
export const putParts = async (parts: readonly Part[]): Promise<void> => {
  await call('PUT', '/parts/all', { parts });
};

const Fits = z.object({
  revisions: z.array(z.object({ id: z.string(), at: z.string(), note: z.string() })),
});
export type TestFit = z.infer<typeof Fits>['revisions'][number];
export const listFits = async (key: string): Promise<TestFit[]> =>
  Fits.parse(await call('GET', `/builds/${key}/revisions`)).revisions;
export const keepFit = async (
  key: string,
  note: string,
  document: Project,
  photo?: string,
): Promise<TestFit[]> =>
  Fits.parse(
    await call('POST', `/builds/${key}/revisions`, { note, document, ...(photo ? { photo } : {}) }),
  ).revisions;
/** A kept test fit: the whole build as it was, and its picture if there is one. */
export async function getFit(
  key: string,
  id: string,
): Promise<{ document: Project; photo?: string }> {
  const body = z
    .object({ document: z.unknown(), photo: z.string().optional() })
    .parse(await call('GET', `/builds/${key}/revisions/${id}`));
  const read = readProject(body.document);
  if (!read.ok) {
    throw new ApiError(
      500,
      'document',
      `${read.complaints[0]!.path}: ${read.complaints[0]!.sentence}`,
    );
  }
  return { document: read.value, ...(body.photo ? { photo: body.photo } : {}) };
}

export const pictureUrl = (key: string, sha256: string): string =>
  `/api/builds/${key}/assets/${sha256}`;
/** Keep a picture with the build; it comes back named by its content. */
export async function addPicture(
  key: string,
  mime: string,
  bytes: Uint8Array,
): Promise<{ sha256: string; w: number; h: number }> {
  const r = await fetch(`/api/builds/${key}/assets`, {
    method: 'POST',
    body: bytes as BodyInit,
    headers: { 'content-type': mime },
  });
  const json: unknown = await r.json().catch(() => undefined);
  if (r.ok) return z.object({ sha256: z.string(), w: z.number(), h: z.number() }).parse(json);
  const known = ErrorBody.safeParse(json);
  throw new ApiError(
    r.status,
    known.success ? known.data.error.code : 'unknown',
    known.success ? known.data.error.message : 'The picture could not be kept.',
  );
}
