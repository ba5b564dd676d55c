/**
 * From format 3 to 4: what a cut is for, which steps were ticked and which assumptions were tried
 * were texts put together of ids; they become references. The texts are taken apart here, once, by
 * what the document holds. What named nothing before is left out.
 */
import { isJson, type Json, listIn } from './json';

const ID = /^[a-z0-9][a-z0-9-]{0,63}$/;
const isId = (x: unknown): x is string => typeof x === 'string' && ID.test(x);

/** As they were in format 3. */
const PLAIN_STEPS: ReadonlySet<string> = new Set([
  'clean',
  'close',
  'discharge',
  'donor-open',
  'gate-buttons',
  'gate-ohms',
  'gate-rail',
  'gate-sound',
  'hinge-ribbon',
  'last-look',
  'measure-shell',
  'overlay',
  'pairing',
  'press-test',
  'prove',
  'shoulders',
  'system',
  'wire-buttons',
  'wire-power',
]);
/** The longer first: a step that sets something in begins as one that tries it. */
const STEPS_OF = [
  'prove-kept',
  'bracket',
  'instead',
  'program',
  'fit-in',
  'put-on',
  'bench',
  'blank',
  'clamp',
  'refit',
  'fold',
  'gate',
  'join',
  'lead',
  'make',
  'mark',
  'mill',
  'open',
  'slim',
  'tape',
  'wire',
  'cut',
  'fit',
] as const;
const ASSUMED_OF: ReadonlySet<string> = new Set([
  'amp',
  'buy',
  'cell',
  'draw',
  'kept',
  'polarity',
  'rail',
  'screen',
  'size',
  'slim',
  'speaker',
]);
const ASSUMED: ReadonlySet<string> = new Set(['image', 'lag']);

/** What the texts are taken apart by. */
interface Names {
  items: readonly string[];
  inputs: ReadonlySet<string>;
  pockets: ReadonlySet<string>;
  /** Sockets of an item. */
  sockets: (item: string) => ReadonlySet<string>;
}

const idsIn = (list: readonly unknown[]): string[] =>
  list.flatMap((x) => (isJson(x) && isId(x['id']) ? [x['id']] : []));

function namesIn(old: Json): Names {
  const items = listIn(old['kit'], 'items').filter(isJson);
  const parts = listIn(old['kit'], 'parts').filter(isJson);
  const pockets = listIn(old, 'cuts').filter((c) => isJson(c) && c['kind'] === 'pocket');
  return {
    items: idsIn(items),
    inputs: new Set(idsIn(listIn(old['controls'], 'inputs'))),
    pockets: new Set(idsIn(pockets)),
    sockets: (id) => {
      const item = items.find((i) => i['id'] === id);
      const part = parts.find((q) => q['id'] === item?.['part']);
      return new Set(idsIn(listIn(part, 'connectors')));
    },
  };
}

export function withReferences(old: Json): Json {
  const names = namesIn(old);
  const { build, tried } = old;
  return {
    ...old,
    ...(Array.isArray(old['cuts']) ? { cuts: old['cuts'].flatMap((c) => cut(c, names)) } : {}),
    ...(Array.isArray(tried) ? { tried: tried.flatMap(trial) } : {}),
    ...(isJson(build) && Array.isArray(build['done'])
      ? { build: { ...build, done: build['done'].flatMap((d) => tick(d, names)) } }
      : {}),
  };
}

function cut(old: unknown, names: Names): unknown[] {
  if (!isJson(old) || old['kind'] !== 'opening' || typeof old['for'] !== 'string') return [old];
  const [owner, what, ...more] = old['for'].split('/');
  if (!isId(owner) || !isId(what) || more.length) return [];
  return [{ ...old, for: through(owner, what, names) }];
}

function through(owner: string, what: string, { inputs, items, sockets }: Names): Json {
  if (owner === 'input' && inputs.has(what) && !items.includes('input')) return { input: what };
  const isOwn = (what === 'window' || what === 'lever') && !sockets(owner).has(what);
  return isOwn ? { item: owner, is: what } : { item: owner, connector: what };
}

function trial(old: unknown): unknown[] {
  if (!isJson(old) || typeof old['id'] !== 'string') return [old];
  const { id: text, ...how } = old as { id: string };
  const [assumption = '', of] = text.split(':');
  if (of === undefined) return ASSUMED.has(assumption) ? [{ assumption, ...how }] : [];
  return ASSUMED_OF.has(assumption) && isId(of) ? [{ assumption, of, ...how }] : [];
}

function tick(old: unknown, names: Names): unknown[] {
  if (typeof old !== 'string') return [old];
  if (PLAIN_STEPS.has(old)) return [{ step: old, of: [] }];
  const step = STEPS_OF.find((s) => old.startsWith(`${s}-`));
  const rest = step && old.slice(step.length + 1);
  if (!step || !isId(rest)) return [];
  switch (step) {
    case 'cut':
    case 'clamp':
      return [{ step, of: copyOf(rest) }];
    case 'slim':
    case 'instead':
      return [{ step, of: partOfItem(rest, names) }];
    case 'open':
      return [{ step, of: opened(rest, names) }];
    case 'mark':
      return names.pockets.has(rest)
        ? [{ step: 'mark-pocket', of: [rest] }]
        : [{ step, of: opened(rest, names) }];
    default:
      return [{ step, of: [rest] }];
  }
}

/** A feature and which copy of it. */
function copyOf(rest: string): Array<string | number> {
  const [, feature, copy] = /^(.+)-(\d{1,3})$/.exec(rest) ?? [];
  return feature === undefined ? [rest] : [feature, Number(copy)];
}

/** An item and something of it: its id is the longest that the text begins with. */
function partOfItem(rest: string, { items }: Names): string[] {
  const item = items
    .filter((id) => rest.startsWith(`${id}-`))
    .reduce((long, id) => (id.length > long.length ? id : long), '');
  return item ? [item, rest.slice(item.length + 1)] : [rest];
}

function opened(rest: string, names: Names): string[] {
  const [, input] = /^input-(.+)$/.exec(rest) ?? [];
  return input !== undefined && names.inputs.has(input)
    ? ['input', input]
    : partOfItem(rest, names);
}
