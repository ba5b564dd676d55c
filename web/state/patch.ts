/**
 * JSON Patch (RFC 6902) between two states of a document.
 *
 * Patching keeps every part of the document that the patch does not name the same object, so that
 * whoever compares by identity (the checker, a memo) sees at once what an edit cannot have changed.
 */
import { compare } from 'fast-json-patch';
import { immutableJSONPatch, type JSONPatchDocument } from 'immutable-json-patch';
import type { Project } from '@deft/core/model';

export type Patch = JSONPatchDocument;

/** What turns `from` into `to`; objects that are the same are not looked into. */
export const patchBetween = (from: Project, to: Project): Patch => compare(from, to) as Patch;

export const patched = (document: Project, patch: Patch): Project =>
  patch.length ? immutableJSONPatch<Project>(document, patch) : document;
