/**
 * An envelope put together from a stream of JSON tokens, within limits that hold while it is read:
 * how deep, how many values, how long a text. Pictures are handed on one by one and not kept.
 */
import { Assembler } from 'stream-json/core/assembler.js';
import type { Token } from 'stream-json/parser.js';
import { BadInput } from '@deft/core/model';

/** A build with a thousand test fits has some hundred thousand values. */
export const MOST_VALUES = 3_000_000;
const DEEPEST = 100;
/** The longest text of an envelope is a picture in base64: 25 MB of bytes. */
export const LONGEST_TEXT = 36 * 1024 * 1024;

/** @returns the place of a picture in the list, counted from 0 */
export type OnPicture = (picture: unknown, index: number) => Promise<void>;

const OPENS: ReadonlySet<string> = new Set(['startObject', 'startArray']);
const CLOSES: ReadonlySet<string> = new Set(['endObject', 'endArray']);

/** Stops reading as soon as a limit is passed. */
class Limits {
  depth = 0;
  #values = 0;

  take(token: Token): void {
    const { name } = token;
    const value = 'value' in token ? token.value : undefined;
    if (OPENS.has(name) && ++this.depth > DEEPEST) {
      throw new BadInput('', `The file is nested more than ${DEEPEST} levels deep.`);
    }
    if (CLOSES.has(name)) this.depth--;
    else if (++this.#values > MOST_VALUES) {
      throw new BadInput('', `The file holds more than ${MOST_VALUES / 1e6} million values.`);
    }
    if (name === 'keyValue' && value === '__proto__') {
      throw new BadInput('', 'The file holds a key "__proto__", which no document has.');
    }
    if (typeof value === 'string' && value.length > LONGEST_TEXT) {
      throw new BadInput('', 'The file holds a text longer than any picture.');
    }
  }
}

/**
 * @param batches    tokens in the order of the file
 * @param onPicture  asked for each entry of the top level's `assets`, before the next is read
 * @returns          the value, with `assets` empty
 * @throws           BadInput when a limit is passed
 */
export async function assembled(
  batches: AsyncIterable<readonly Token[]>,
  onPicture: OnPicture,
): Promise<unknown> {
  const whole = new Assembler();
  const limits = new Limits();
  let topKey: unknown;
  let picture: Assembler | undefined;
  let pictures = 0;
  for await (const batch of batches) {
    for (const token of batch) {
      const inAssets = topKey === 'assets' && limits.depth >= 2;
      limits.take(token);
      if (limits.depth === 1 && token.name === 'keyValue') topKey = token.value;
      // The list itself is the envelope's; its entries are not.
      if (!inAssets || limits.depth === 1) {
        whole.consume(token);
        continue;
      }
      picture ??= new Assembler();
      if (limits.depth === 2 && !CLOSES.has(token.name)) {
        throw new BadInput(`assets.${pictures}`, 'A picture is an object of three texts.');
      }
      picture.consume(token);
      if (limits.depth === 2) {
        await onPicture(picture.current, pictures++);
        picture = undefined;
      }
    }
  }
  return whole.current;
}
