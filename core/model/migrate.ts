/**
 * Documents of older formats, carried forward one format at a time. A document is never changed in
 * place; what a step cannot decide is left for a finding to ask.
 */
import { isJson, type Json, listIn } from './json';
import { FORMAT } from './project';
import { withReferences } from './references';

/** From each older format to the next. */
const STEPS: Readonly<Record<string, (old: Json) => Json>> = {
  // 2: an item may say that it is outside the shell or left out. Nothing was said before.
  'deft-shell/1': (old) => ({ ...old, format: 'deft-shell/2' }),
  // 3: a key's hole may be cut in any face. Before, it was in the front of the first body.
  'deft-shell/2': (old) => ({ ...withFaces(old), format: 'deft-shell/3' }),
  // 4: what a cut is for, what was done and what was tried are references; before, they were texts.
  'deft-shell/3': (old) => ({ ...withReferences(old), format: 'deft-shell/4' }),
  // 5: any two bodies are joined; before, one hinge joined the first two. A key does several things.
  'deft-shell/4': (old) => ({
    ...withFunctions(withJoints(withRolled(old))),
    format: 'deft-shell/5',
  }),
};

/** Formats there were before the present one, the newest first. */
export const OLDER: readonly string[] = Object.keys(STEPS).reverse();

/** @returns the document in the present format, or nothing when its format is not known here */
export function migrated(document: Json, format: string): Json | undefined {
  if (format === FORMAT) return document;
  const step = STEPS[format];
  if (!step) return undefined;
  const next = step(document);
  return migrated(next, next['format'] as string);
}

/** The face a key without a hole was drawn on: the first body's front, or what it has instead. */
function drawnOn(old: Json): unknown {
  const pieces = listIn(listIn(old['shell'], 'bodies')[0], 'pieces').filter(isJson);
  const face = pieces.find((q) => q['role'] === 'front') ?? pieces[0];
  return face?.['id'] ?? 'front';
}

function withFaces(old: Json): Json {
  const { controls } = old;
  if (!isJson(controls) || !Array.isArray(controls['inputs'])) return old;
  const piece = drawnOn(old);
  const inputs = controls['inputs'].map((input: unknown) => {
    const at = isJson(input) ? input['at'] : undefined;
    if (!isJson(input) || !isJson(at) || 'opening' in at) return input;
    return { ...input, at: { piece, ...at } };
  });
  return { ...old, controls: { ...controls, inputs } };
}

function withJoints(old: Json): Json {
  const { shell } = old;
  if (!isJson(shell) || !isJson(shell['hinge'])) return old;
  const { hinge, ...rest } = shell;
  const { first, second, ...more } = hinge;
  const [a, b] = listIn(shell, 'bodies').map((body) => (isJson(body) ? body['id'] : undefined));
  const joint = {
    is: 'hinge',
    id: 'hinge',
    first: { body: a, edge: first },
    second: { body: b, edge: second },
    ...more,
  };
  // A hinge without a second body joined nothing.
  return { ...old, shell: b === undefined ? rest : { ...rest, joints: [joint] } };
}

/** The step at a hinge says which one. */
function withRolled(old: Json): Json {
  const { build } = old;
  if (!isJson(build)) return old;
  const done = listIn(build, 'done').map((tick) =>
    isJson(tick) && tick['step'] === 'hinge-ribbon' ? { ...tick, of: ['hinge'] } : tick,
  );
  return { ...old, build: { ...build, done } };
}

function withFunctions(old: Json): Json {
  const { controls } = old;
  if (!isJson(controls) || !Array.isArray(controls['inputs'])) return old;
  const inputs = controls['inputs'].map((input: unknown) => {
    if (!isJson(input) || !('role' in input)) return input;
    const { role, ...rest } = input;
    return { ...rest, functions: [role] };
  });
  return { ...old, controls: { ...controls, inputs } };
}
