/** Reports read through their own descriptor, as any host reads them: by the items of the HID class, nothing else. */

interface Field {
  page: number;
  usage: number;
  bit: number;
}

/** Where each button's bit lies, and how many bits a report has. */
export function readDescriptor(bytes: readonly number[]): { fields: Field[]; bits: number } {
  let [page, size, count, from, to, at] = [0, 0, 0, 0, 0, 0];
  const fields: Field[] = [];
  let open = 0;
  for (let i = 0; i < bytes.length;) {
    const head = bytes[i]!;
    const long = [0, 1, 2, 4][head & 3]!;
    const value = bytes.slice(i + 1, i + 1 + long).reduce((v, b, n) => v + b * 256 ** n, 0);
    i += 1 + long;
    switch (head & 0xfc) {
      case 0x04:
        page = value;
        break;
      case 0x74:
        size = value;
        break;
      case 0x94:
        count = value;
        break;
      case 0x18:
        from = value;
        break;
      case 0x28:
        to = value;
        break;
      case 0xa0:
        open++;
        break;
      case 0xc0:
        open--;
        break;
      case 0x80:
        for (let n = 0; n < count; n++, at += size) {
          // Constant: only filling.
          if (!(value & 1) && from + n <= to) fields.push({ page, usage: from + n, bit: at });
        }
        break;
      default:
    }
  }
  if (open !== 0) throw new Error('A collection is not closed.');
  return { fields, bits: at };
}

/** Buttons that are down in a report. */
export const buttonsDown = (
  { fields }: ReturnType<typeof readDescriptor>,
  report: readonly number[],
): number[] =>
  fields
    .filter((f) => f.page === 9 && (report[f.bit >> 3]! >> (f.bit & 7)) & 1)
    .map((f) => f.usage);
