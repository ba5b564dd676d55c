/** Parts as JSON: a list in one envelope, whole parts and nothing derived. */
import { BadInput, Part, readAs, readJson } from '../../model';

export const PARTS_FORMAT = 'deft-shell-parts/1';
const LIMIT = 20 * 1024 * 1024;

export const partsJson = (parts: readonly Part[]): string =>
  `${JSON.stringify({ format: PARTS_FORMAT, parts }, null, 1)}\n`;

/** @throws BadInput naming the field, with nothing taken over */
export function readPartsJson(text: string): Part[] {
  const json = readJson(text, LIMIT);
  if (!json.ok) throw new BadInput('', json.complaints[0]!.sentence);
  const file = json.value as { format?: unknown; parts?: unknown };
  if (
    typeof file !== 'object' ||
    file === null ||
    file.format !== PARTS_FORMAT ||
    !Array.isArray(file.parts)
  ) {
    throw new BadInput(
      'format',
      `This is no list of parts: its format is to be "${PARTS_FORMAT}".`,
    );
  }
  const seen = new Set<string>();
  return file.parts.map((value, i) => {
    const read = readAs(Part, value);
    if (!read.ok) {
      throw new BadInput(
        `parts.${i}.${read.complaints[0]!.path}`,
        `Part ${i + 1}, ${read.complaints[0]!.path}: ${read.complaints[0]!.sentence}`,
      );
    }
    if (seen.has(read.value.id)) {
      throw new BadInput(
        `parts.${i}.id`,
        `Part ${i + 1}: the id "${read.value.id}" is used twice.`,
      );
    }
    seen.add(read.value.id);
    return read.value;
  });
}
