/**
 * A whole document that is sent again says most of it in the very bytes it was said in before. What
 * it says so is neither parsed nor compared: it is what it was, the same objects.
 *
 * Sound by the grammar of JSON alone. What is known of an object or a list is taken off at both
 * ends, each member with the comma beside it; what is left is read the same way if it is one known
 * member, and else parses within brackets only if it is a list of members itself. Anything else, be
 * it spaces or another order of fields, is no reason to refuse: it is parsed.
 */

/** Something a document holds, and the bytes a page spelt it in. */
export interface Spelling {
  value: unknown;
  /** How many bytes. */
  length: number;
  /** The bytes, or of an object or a list what it holds, in the order it was sent in. */
  as: Buffer | readonly Member[];
}
interface Member {
  /** Of a field; an element of a list has none. */
  key?: string;
  /** `"key":`, or nothing. */
  head: Buffer;
  is: Spelling;
}

type Fields = Record<string, unknown>;
const isNested = (value: unknown): value is Fields | unknown[] =>
  typeof value === 'object' && value !== null;

/** Document, field, list, element: what lies deeper is spelt as one. */
const DEEPEST = 3;
const COMMA = ','.charCodeAt(0);
const NOTHING = Buffer.alloc(0);
const BRACKETS = { list: Buffer.from('[]'), object: Buffer.from('{}') };
const bracketsOf = (value: unknown): Buffer =>
  Array.isArray(value) ? BRACKETS.list : BRACKETS.object;

const DOCUMENT = Buffer.from('"document":{');
/** The envelope before the document: a version, and a name of the save. */
const MOST_BEFORE = 200;

/**
 * The body of a whole save, read by what is new in it.
 *
 * @param body   as it came: UTF-8 JSON, the document last in it
 * @param known  the state it is based on, as it was spelt
 * @returns      what parsing the body gives, what is as it was the same objects; nothing when the
 *               body is to be read as any other
 */
export function readAgain(body: Buffer, known: Spelling): unknown {
  const begin = body.subarray(0, MOST_BEFORE).indexOf(DOCUMENT);
  if (begin < 0) return undefined;
  const from = begin + DOCUMENT.length - 1;
  try {
    const envelope = JSON.parse(`${body.subarray(0, from).toString()}null}`) as Fields;
    if (envelope['document'] !== null || body.at(-1) !== '}'.charCodeAt(0)) return undefined;
    return { ...envelope, document: valueOf(body.subarray(from, -1), known) };
  } catch {
    return undefined;
  }
}

/**
 * The value a text spells, by what it is known to have been.
 *
 * @throws SyntaxError as JSON.parse does
 */
export function valueOf(text: Buffer, known: Spelling): unknown {
  if (text.length === known.length && isSpelt(text, 0, known)) return known.value;
  const found = isNestedAlike(text, known) ? changed(text.subarray(1, -1), known) : undefined;
  return found ?? JSON.parse(text.toString());
}

const isNestedAlike = (text: Buffer, { as, value }: Spelling): boolean => {
  const [open, close] = bracketsOf(value);
  return !Buffer.isBuffer(as) && text.length > 1 && text[0] === open && text.at(-1) === close;
};

/** Whether it stands there in the bytes it was spelt in. */
function isSpelt(text: Buffer, at: number, { as, length, value }: Spelling): boolean {
  if (at + length > text.length) return false;
  if (Buffer.isBuffer(as)) return text.compare(as, 0, length, at, at + length) === 0;
  const [open, close] = bracketsOf(value);
  if (text[at] !== open || text[at + length - 1] !== close) return false;
  let next = at + 1;
  return as.every((m, i) => {
    if (i && text[next++] !== COMMA) return false;
    const from = next;
    next += lengthOf(m);
    return isMember(text, from, m);
  });
}

const lengthOf = (m: Member): number => m.head.length + m.is.length;

function isMember(text: Buffer, at: number, { head, is }: Member): boolean {
  const value = at + head.length;
  if (value > text.length) return false;
  return text.compare(head, 0, head.length, at, value) === 0 && isSpelt(text, value, is);
}

/** What is in the brackets: known members, what is new among them, known members. */
function changed(text: Buffer, { value, as }: Spelling): unknown {
  const members = as as readonly Member[];
  let from = 0;
  let first = 0;
  // The comma belongs to what is known: without it a number may go on.
  for (const m of members) {
    const end = from + lengthOf(m);
    if (text[end] !== COMMA || !isMember(text, from, m)) break;
    from = end + 1;
    first++;
  }
  let to = text.length;
  let last = members.length;
  for (; last > first; last--) {
    const m = members[last - 1]!;
    const comma = to - lengthOf(m) - 1;
    if (comma < from || text[comma] !== COMMA || !isMember(text, comma + 1, m)) break;
    to = comma;
  }
  const fresh = between(text.subarray(from, to), members.slice(first, last), Array.isArray(value));
  if (!fresh) return undefined;
  const kept = (some: readonly Member[]): Fresh[] => some.map((m) => [m.key, m.is.value]);
  const all = [...kept(members.slice(0, first)), ...fresh, ...kept(members.slice(last))];
  if (Array.isArray(value)) return all.map(([, each]) => each);
  // Said twice, the last one holds: whoever sends that is read as any other.
  const isOnce = new Set(all.map(([key]) => key)).size === all.length;
  return isOnce ? Object.fromEntries(all as Array<[string, unknown]>) : undefined;
}

type Fresh = [key: string | undefined, value: unknown];

/**
 * @param were  the members that stood there
 * @returns     nothing when there is nothing: the comma before it is then one too many
 */
function between(text: Buffer, were: readonly Member[], isList: boolean): Fresh[] | undefined {
  const [one] = were;
  if (were.length === 1 && text.subarray(0, one!.head.length).equals(one!.head)) {
    // Several that stand where one stood are no value; they are read below.
    const value = attempted(text.subarray(one!.head.length), one!.is);
    if (value !== undefined) return [[one!.key, value]];
  }
  const list = text.toString();
  const parsed = JSON.parse(isList ? `[${list}]` : `{${list}}`) as Fields | unknown[];
  const found: Fresh[] = Array.isArray(parsed)
    ? parsed.map((value) => [undefined, value])
    : Object.entries(parsed);
  return found.length ? found : undefined;
}

function attempted(text: Buffer, known: Spelling): unknown {
  try {
    return valueOf(text, known);
  } catch {
    return undefined;
  }
}

/**
 * How a document was spelt, for the next time.
 *
 * @param sent    as it was parsed
 * @param kept    the same, accepted: what the next state shares with it
 * @param before  how the state before was spelt: what has not changed is not written again
 */
export function spelling(sent: unknown, kept: unknown, before?: Spelling, depth = 0): Spelling {
  if (before && before.value === kept && sent === kept) return before;
  if (depth === DEEPEST || !isNested(sent) || !isNested(kept)) {
    const bytes = Buffer.from(JSON.stringify(sent));
    return { value: kept, length: bytes.length, as: bytes };
  }
  const isList = Array.isArray(sent);
  const were = new Map(membersOf(before).map((m, i) => [m.key ?? i, m]));
  const members = Object.entries(sent).map(([key, value], i): Member => {
    const was = were.get(isList ? i : key);
    const is = spelling(value, (kept as Fields)[key], was?.is, depth + 1);
    if (was?.is === is) return was;
    if (isList) return { head: NOTHING, is };
    return { key, head: was?.head ?? Buffer.from(`${JSON.stringify(key)}:`), is };
  });
  // Brackets, and commas between.
  const beside = 2 + Math.max(0, members.length - 1);
  const length = members.reduce((sum, m) => sum + lengthOf(m), beside);
  return { value: kept, length, as: members };
}

/** Whether anything a document holds is one of the objects it was spelt by: it was not read anew. */
export const isOfSpelling = (sent: Readonly<Fields>, known: Spelling): boolean =>
  membersOf(known).some((m) => isNested(m.is.value) && m.is.value === sent[m.key ?? '']);

const membersOf = (known: Spelling | undefined): readonly Member[] =>
  known && !Buffer.isBuffer(known.as) ? known.as : [];
