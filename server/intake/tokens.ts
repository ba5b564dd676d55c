/** JSON text, piece by piece, as tokens: whole keys, texts and numbers, a batch for each piece. */
import { getManyValues, isMany, none } from 'stream-chain/defs.js';
import { jsonParser, type Token } from 'stream-json/parser.js';

/** @throws Error beginning with "Parser" at the first character that is no JSON */
export async function* tokensOf(
  pieces: AsyncIterable<string> | Iterable<string>,
): AsyncGenerator<readonly Token[]> {
  const feed = jsonParser({ packValues: true, streamValues: false }) as (
    piece: string | typeof none,
  ) => unknown;
  let begun = false;
  for await (const piece of pieces) {
    // A mark of byte order is no part of the text.
    yield batch(feed(begun ? piece : piece.replace(/^\uFEFF/, '')));
    begun ||= piece.length > 0;
  }
  yield batch(feed(none));
}

function batch(said: unknown): readonly Token[] {
  if (isMany(said)) return getManyValues(said) as Token[];
  return said === none || said === undefined ? [] : [said as Token];
}
