/** Header lines a part takes, as its maker lists them, and back into such a list. */
import type { Part } from '../../model';

type Takes = NonNullable<Part['takes']>;

/** Highest line a document knows. */
const HIGHEST = 63;
const LONGEST_SIGNAL = 40;
const MOST = 40;

/** @param text  "GPIO18 I2S clock, 19 I2S word; 21 I2S data": each a line's number, then what for */
export function linesTaken(
  text: string,
): { ok: true; takes: Takes } | { ok: false; sentence: string } {
  const no = (sentence: string) => ({ ok: false as const, sentence });
  const takes: Takes = [];
  for (const said of text.split(/[,;\n]+/).map((t) => t.trim())) {
    if (!said) continue;
    const read = /^(?:GPIO|GP|line)? ?(\d{1,3})\b[ :=]*(.*)$/i.exec(said);
    if (!read) return no(`"${said.slice(0, 40)}" begins with no line; write "GPIO18 clock".`);
    const [gpio, signal] = [Number(read[1]), read[2]!.trim().slice(0, LONGEST_SIGNAL)];
    if (gpio > HIGHEST) return no(`There is no line ${gpio}: they end at ${HIGHEST}.`);
    if (takes.some((t) => t.gpio === gpio)) return no(`Line ${gpio} is listed twice.`);
    takes.push({ gpio, signal: signal || 'taken' });
  }
  return takes.length > MOST ? no(`A part takes at most ${MOST} lines.`) : { ok: true, takes };
}

export const linesWords = (part: Part): string =>
  (part.takes ?? []).map((t) => `GPIO${t.gpio} ${t.signal}`.trim()).join(', ');
