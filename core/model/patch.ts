/**
 * JSON Patch (RFC 6902) between two states of a document, and a document read by what a patch
 * touches.
 *
 * Patching keeps every part of the document that the patch does not name the same object, so that
 * whoever compares by identity (the checker, a memo) sees at once what an edit cannot have changed.
 */
// Its CommonJS build names nothing to Node; its default holds all in every build.
import jsonPatch from 'fast-json-patch';
import {
  existsIn,
  getIn,
  immutableJSONPatch,
  type JSONPatchDocument,
  parseJSONPointer,
} from 'immutable-json-patch';
import { z } from 'zod';
import { FORMAT, Project } from './project';
import { type Complaint, guardJson, meaningComplaints, type Read, readAs } from './read';

export type Patch = JSONPatchDocument;

/** Most single operations of one save. */
const MOST_OPERATIONS = 20_000;
const NO_FIELD = /\/(__proto__|constructor|prototype)(\/|$)/;
const path = z
  .string()
  .max(1000)
  .regex(/^(\/[^/]*)+$/, { error: 'A change names a field of the build, like /kit/items/0/name.' })
  .refine((at) => guardJson(at) === undefined && !NO_FIELD.test(at), {
    error: 'No document has such a field.',
  });

/** What `patchBetween` makes: nothing is moved, copied or tested. */
export const PatchBody = z
  .array(
    z.discriminatedUnion('op', [
      z.strictObject({ op: z.enum(['add', 'replace']), path, value: z.unknown() }),
      z.strictObject({ op: z.literal('remove'), path }),
    ]),
  )
  .min(1, { error: 'Nothing is changed.' })
  .max(MOST_OPERATIONS);

/** What turns `from` into `to`; objects that are the same are not looked into. */
export const patchBetween = (from: Project, to: Project): Patch =>
  jsonPatch.compare(from, to) as Patch;

/**
 * The same to something that came from outside and was not looked through: what is as it was needs
 * no second look.
 *
 * @returns nothing when it is not of this program's format, or names or nests what no build does:
 *          then it is to be read whole
 */
export function patchTo(from: Project, to: unknown): Patch | undefined {
  if (!isFields(to) || to['format'] !== FORMAT) return undefined;
  let patch: Patch;
  try {
    patch = jsonPatch.compare(from, shared(from, to) as Fields) as Patch;
  } catch {
    // Nested deeper than can be followed.
    return undefined;
  }
  return patch.some((op) => NO_FIELD.test(op.path) || guardJson(op.path)) ? undefined : patch;
}

/**
 * What `b` says, all that is as `a` has it the same objects: so it is seen at once where they differ.
 * Every whole save walks a whole document here, so values that are not nested are compared in place.
 */
function shared(a: unknown, b: unknown): unknown {
  if (a === b || typeof a !== 'object' || typeof b !== 'object' || !a || !b) return b;
  if (Array.isArray(a)) return Array.isArray(b) ? sharedList(a, b) : b;
  return Array.isArray(b) ? b : sharedFields(a as Fields, b as Fields);
}

function sharedList(a: readonly unknown[], b: readonly unknown[]): readonly unknown[] {
  let isSame = a.length === b.length;
  const list = b.map((value, i) => {
    if (value === a[i]) return value;
    const each = shared(a[i], value);
    if (each !== a[i]) isSame = false;
    return each;
  });
  return isSame ? a : list;
}

function sharedFields(a: Fields, b: Fields): Fields {
  const keys = Object.keys(b);
  let isSame = keys.length === Object.keys(a).length;
  let fields: Record<string, unknown> | undefined;
  for (const key of keys) {
    const value = b[key];
    if (value === a[key]) continue;
    const each = shared(a[key], value);
    if (each !== a[key]) isSame = false;
    if (each !== value) fields = { ...(fields ?? b), [key]: each };
  }
  return isSame ? a : (fields ?? b);
}

/**
 * The document after a patch.
 *
 * @throws Error where an operation names what is not there: nothing of a patch is passed over
 */
export const patched = (document: Project, patch: Patch): Project =>
  patch.length ? immutableJSONPatch<Project>(document, patch, { before: mustBeThere }) : document;

/** RFC 6902 wants a target for what is replaced or removed, and a list as long as what is added to it. */
function mustBeThere(document: unknown, { op, path: at }: Patch[number]): object {
  const to = parseJSONPointer(at);
  if (op !== 'add') {
    if (!existsIn(document as JSONPatchDocument, to)) throw new Error(`There is no ${at}.`);
    return {};
  }
  const list = getIn<unknown>(document, to.slice(0, -1));
  const index = to.at(-1);
  const isBeyond = Array.isArray(list) && index !== '-' && !(Number(index) <= list.length);
  if (isBeyond) throw new Error(`There is no ${at} to add.`);
  return {};
}

/**
 * The document after a patch, read: what the patch does not touch was read before.
 *
 * @param before  a document that was read
 * @param patch   as `PatchBody` takes it
 */
export function readPatched(before: Project, patch: Patch): Read<Project> {
  for (const op of patch) {
    const bad = 'value' in op ? guardJson(op.value) : undefined;
    if (bad) return { ok: false, complaints: [{ ...bad, path: fieldOf(op.path, bad.path) }] };
  }
  let after: Project;
  try {
    after = patched(before, patch);
  } catch {
    const sentence = 'These changes do not fit the build as it is saved.';
    return { ok: false, complaints: [{ path: 'patch', sentence }] };
  }
  const complaints = changedComplaints(Project, before, after, []);
  if (complaints.length) return { ok: false, complaints };
  const meant = meaningComplaints(after);
  return meant.length ? { ok: false, complaints: meant } : { ok: true, value: after };
}

/** A field of the document, as complaints name it. */
const fieldOf = (pointer: string, inside: string): string =>
  [...pointer.split('/').slice(1), inside].filter(Boolean).join('.');

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a schema says of a value, its objects read only where they are not those of before. */
function changedComplaints(
  schema: z.ZodType,
  before: unknown,
  after: unknown,
  at: readonly string[],
): Complaint[] {
  if (before === after) return [];
  if (schema instanceof z.ZodArray && Array.isArray(before) && Array.isArray(after)) {
    return listComplaints(schema, before, after, at);
  }
  if (!(schema instanceof z.ZodObject) || !isFields(before) || !isFields(after)) {
    return whole(schema, after, at);
  }
  const { shape, checks } = schema._zod.def;
  const isKnown = Object.keys(after).every((key) => Object.hasOwn(shape, key));
  // A check of the whole object may weigh its fields against each other.
  if (!isKnown || checks?.length) return whole(schema, after, at);
  return Object.entries(shape).flatMap(([key, field]) =>
    changedComplaints(field as z.ZodType, before[key], after[key], [...at, key]),
  );
}

/** A list as a whole, and its elements where they are not what stood there before. */
function listComplaints(
  schema: z.ZodArray,
  before: readonly unknown[],
  after: readonly unknown[],
  at: readonly string[],
): Complaint[] {
  const { element } = schema._zod.def;
  return [
    ...whole(schema.clone({ ...schema._zod.def, element: z.unknown() }), after, at),
    ...after.flatMap((each, i) =>
      each === before[i]
        ? []
        : changedComplaints(element as z.ZodType, before[i], each, [...at, `${i}`]),
    ),
  ];
}

function whole(schema: z.ZodType, value: unknown, at: readonly string[]): Complaint[] {
  const read = readAs(schema, value);
  if (read.ok) return [];
  return read.complaints.map((c) => ({ ...c, path: [...at, c.path].filter(Boolean).join('.') }));
}
