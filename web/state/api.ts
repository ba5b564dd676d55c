/** Talking to the server: every answer is checked, every refusal becomes one sentence. */
import { z } from 'zod';
import { createStore } from 'zustand';
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
/** The server did not answer at all, or has no database to answer from. */
export const isOffline = (e: unknown): boolean =>
  e instanceof ApiError ? e.status === 503 : e instanceof TypeError;

/** The program that answered first; a page of an older one is told so. */
let program: string | undefined;
export const renewed = createStore<{ is: boolean }>(() => ({ is: false }));
function heard(r: Response): void {
  const is = r.headers.get('x-deft-program') ?? undefined;
  program ??= is;
  if (is !== undefined && is !== program) renewed.setState({ is: true });
}

/** An answer of the shape that was asked for. */
function answer<T>(shape: z.ZodType<T>, value: unknown): T {
  const read = shape.safeParse(value);
  if (read.success) return read.data;
  throw new ApiError(
    500,
    'answer',
    'The server answers in a way this page does not know. Reload the page.',
  );
}

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
  heard(r);
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

/** A build as the server, or this browser, tells it. */
export function stored(value: unknown): StoredBuild {
  const s = answer(Stored, value);
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

export const readBuilds = (value: unknown): ListedBuild[] => answer(Listed, value).builds;
export const listBuilds = async (): Promise<ListedBuild[]> =>
  readBuilds(await call('GET', '/builds'));
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
  answer(z.object({ locked: z.boolean() }), await call('GET', '/session')).locked;

const Saved = z.object({ version: z.number(), savedAt: z.string() });
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
    const r = answer(Saved, await call(method, `/builds/${key}`, { basedOn, ...what, save }));
    return { ok: true, ...r };
  } catch (e) {
    if (e instanceof ApiError && e.status === 409) {
      return {
        ok: false,
        current: stored(answer(z.object({ current: z.unknown() }), e.body).current),
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
  answer(Saves, await call('GET', `/builds/${key}/history${before ? `?before=${before}` : ''}`))
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
  answer(ListedCopies, await call('GET', '/copies')).copies;
/** A build out of a copy, as a build of its own. */
export const restoreFromCopy = async (copy: string, build: string): Promise<StoredBuild> =>
  stored(await call('POST', `/copies/${copy}/builds/${build}`));

const OwnParts = z.object({ parts: z.array(Part) });
export const readParts = (value: unknown): Part[] => answer(OwnParts, value).parts;
export const listParts = async (): Promise<Part[]> => readParts(await call('GET', '/parts'));
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
  answer(Fits, await call('GET', `/builds/${key}/revisions`)).revisions;
export const keepFit = async (
  key: string,
  note: string,
  document: Project,
  photo?: string,
): Promise<TestFit[]> =>
  answer(
    Fits,
    await call('POST', `/builds/${key}/revisions`, { note, document, ...(photo ? { photo } : {}) }),
  ).revisions;
const Fit = z.object({ document: z.unknown(), photo: z.string().optional() });
/** A kept test fit: the whole build as it was, and its picture if there is one. */
export async function getFit(
  key: string,
  id: string,
): Promise<{ document: Project; photo?: string }> {
  const body = answer(Fit, await call('GET', `/builds/${key}/revisions/${id}`));
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
const Picture = z.object({ sha256: z.string(), w: z.number(), h: z.number() });
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
  if (r.ok) return answer(Picture, json);
  const known = ErrorBody.safeParse(json);
  throw new ApiError(
    r.status,
    known.success ? known.data.error.code : 'unknown',
    known.success ? known.data.error.message : 'The picture could not be kept.',
  );
}

const BoardEvents = z.array(
  z.object({
    t: z.number(),
    code: z.number(),
    value: z.union([z.literal(0), z.literal(1)]),
  }),
);
const BoardAtRest = z.object({ now: z.array(z.number()), events: BoardEvents });
const BoardPressed = z.object({ events: BoardEvents });
export type BoardAtRest = z.infer<typeof BoardAtRest>;

/** The board of the press test, wired anew, with so many mistakes of a seed. */
export const wireBoard = async (
  owner: string,
  wiring: object,
  spoil: { seed: number; count: number },
): Promise<BoardAtRest> =>
  answer(BoardAtRest, await call('POST', '/board', { owner, wiring, spoil }));
export const pressOnBoard = async (owner: string, key: string) =>
  answer(BoardPressed, await call('POST', '/board/do', { owner, do: 'press', key }));
export const mendBoard = async (owner: string, mend: object): Promise<BoardAtRest> =>
  answer(BoardAtRest, await call('POST', '/board/do', { owner, do: 'mend', mend }));
const Reading = z.object({ reads: z.union([z.number(), z.enum(['open', 'diode'])]) });
/** An old board of a seed, and a hand that slips so often. */
export const layKeptBoard = async (
  owner: string,
  board: { pads: readonly string[]; keys: readonly string[]; seed: number; slip: number },
): Promise<void> => {
  answer(Nothing, await call('POST', '/board/kept', { owner, board }));
};
export const probeBoard = async (owner: string, probe: object) =>
  answer(Reading, await call('POST', '/board/do', { owner, do: 'probe', probe })).reads;
/** A serial pad of a seed, and what it tells while a key is held. */
export const laySerialPad = async (
  owner: string,
  pad: { keys: readonly string[]; seed: number },
): Promise<void> => {
  answer(Nothing, await call('POST', '/board/serial', { owner, pad }));
};
const Rows = z.object({ rows: z.array(z.string()) });
export const captureBoard = async (owner: string, held: string | undefined) =>
  answer(
    Rows,
    await call('POST', '/board/do', {
      owner,
      do: 'capture',
      capture: held === undefined ? {} : { held },
    }),
  ).rows;
const Nothing = z.object({});
const BenchBegun = z.object({
  isStandIn: z.boolean(),
  instruments: z.array(z.object({ role: z.string(), name: z.string() })),
});
export type BenchBegun = z.infer<typeof BenchBegun>;
const Told = z.object({ amps: z.number(), volts: z.number() });
const SupplyRead = z.object({ samples: z.array(Told), isOver: z.boolean() });
const LoadRead = z.object({ load: Told.extend({ ah: z.number(), isOn: z.boolean() }) });
export type LoadRead = z.infer<typeof LoadRead>['load'];

/** The instruments of the bench; on the stand-ins lies a build as planned, and as it came true for a seed. */
export const beginBench = async (
  who: { owner: string; visit: string },
  plan: object,
  seed: number,
): Promise<BenchBegun> => answer(BenchBegun, await call('POST', '/bench', { ...who, plan, seed }));
export const doAtBench = async (
  owner: string,
  act:
    | { do: 'connect'; to: object }
    | { do: 'feed'; volts: number; limitA: number; range: 'mA' | 'A' }
    | { do: 'draw'; amps: number; stopV: number }
    | { do: 'pass'; seconds: number }
    | { do: 'off' },
): Promise<void> => {
  answer(Nothing, await call('POST', '/bench/do', { owner, ...act }));
};
const readAtBench = (owner: string, what: 'supply' | 'load', times: number): Promise<unknown> =>
  call('POST', '/bench/do', { owner, do: 'read', what, times });
export const readSupply = async (owner: string, times: number) =>
  answer(SupplyRead, await readAtBench(owner, 'supply', times));
export const readLoad = async (owner: string): Promise<LoadRead> =>
  answer(LoadRead, await readAtBench(owner, 'load', 1)).load;
export const leaveBench = async (owner: string, visit: string): Promise<void> => {
  await fetch(`/api/bench/${owner}/${visit}`, { method: 'DELETE', keepalive: true });
};
/** Heard by the server also when the page is going away. */
export const freeBoard = async (owner: string): Promise<void> => {
  await fetch(`/api/board/${owner}`, { method: 'DELETE', keepalive: true });
};
