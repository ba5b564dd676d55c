/** A short name for each document as it stands: copies handed to a worker are told apart by it. */
import type { Project } from '@deft/core/model';

let counter = 0;
const versions = new WeakMap<Project, string>();
export const versionOf = (p: Project): string => {
  let v = versions.get(p);
  if (!v) versions.set(p, (v = String(++counter)));
  return v;
};
