/**
 * Pictures as they are kept: JPEG or PNG, told by their content, within a size, and stripped of
 * everything that is not the picture itself (place, time, camera, remarks).
 *
 * Stripping is by allow-list: only the parts needed to draw the picture are copied.
 */
import { BadInput } from '../../model';

export const PICTURE_LIMIT = 25 * 1024 * 1024;
/** Most pixels that are decoded. A flatbed scan of a hand-sized half at 600 dpi has about 8 million. */
export const MOST_PIXELS = 40_000_000;

export interface Picture {
  mime: 'image/jpeg' | 'image/png';
  w: number;
  h: number;
  bytes: Uint8Array;
  /** How many bytes of other matter were left out. */ stripped: number;
}

/** @throws BadInput when it is neither, is cut short, or is too large to open */
export function readPicture(bytes: Uint8Array): Picture {
  if (bytes.length > PICTURE_LIMIT) {
    throw new BadInput('', `The picture is larger than ${PICTURE_LIMIT / 1024 / 1024} MB.`);
  }
  let p: Omit<Picture, 'stripped'> | undefined;
  if (bytes[0] === 0xff && bytes[1] === 0xd8) p = jpeg(bytes);
  else if ([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a].every((v, i) => bytes[i] === v)) {
    p = png(bytes);
  } else p = undefined;
  if (!p) throw new BadInput('', 'This is neither a JPEG nor a PNG picture.');
  if (!(p.w > 0 && p.h > 0)) throw new BadInput('', 'The picture says it has no size.');
  if (p.w * p.h > MOST_PIXELS) {
    throw new BadInput(
      '',
      `The picture has ${Math.round((p.w * p.h) / 1e6)} million pixels; ${MOST_PIXELS / 1e6} million are the most. Scan at 300 dpi.`,
    );
  }
  return { ...p, stripped: bytes.length - p.bytes.length };
}

const joined = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
};

/** Segments needed to draw: tables, frame, scan, restart interval, and the colour transform mark. */
function jpeg(b: Uint8Array): Omit<Picture, 'stripped'> {
  const parts = [b.subarray(0, 2)];
  let w = 0;
  let h = 0;
  let at = 2;
  for (;;) {
    while (b[at] === 0xff && b[at + 1] === 0xff) at++;
    if (at + 4 > b.length || b[at] !== 0xff) {
      throw new BadInput('', 'This JPEG picture was cut short or is damaged.');
    }
    const mark = b[at + 1]!;
    const size = (b[at + 2]! << 8) | b[at + 3]!;
    if (mark === 0xd9 || size < 2 || at + 2 + size > b.length) {
      throw new BadInput('', 'This JPEG picture was cut short or is damaged.');
    }
    const frame = mark >= 0xc0 && mark <= 0xcf && mark !== 0xc4 && mark !== 0xc8 && mark !== 0xcc;
    if (frame) {
      h = (b[at + 5]! << 8) | b[at + 6]!;
      w = (b[at + 7]! << 8) | b[at + 8]!;
    }
    const needed =
      frame ||
      mark === 0xc4 ||
      mark === 0xcc ||
      mark === 0xda ||
      mark === 0xdb ||
      mark === 0xdd ||
      (mark === 0xee && size === 14);
    if (needed) parts.push(b.subarray(at, at + 2 + size));
    at += 2 + size;
    if (mark !== 0xda) continue;
    // Picture data up to the next mark that is not part of it; progressive pictures have several scans.
    const from = at;
    while (
      at < b.length &&
      !(
        b[at] === 0xff &&
        b[at + 1] !== 0 &&
        b[at + 1] !== 0xff &&
        !(b[at + 1]! >= 0xd0 && b[at + 1]! <= 0xd7)
      )
    ) {
      at++;
    }
    parts.push(b.subarray(from, at));
    if (at >= b.length) throw new BadInput('', 'This JPEG picture was cut short or is damaged.');
    if (b[at + 1] === 0xd9) {
      parts.push(b.subarray(at, at + 2));
      break;
    }
  }
  return { mime: 'image/jpeg', w, h, bytes: joined(parts) };
}

const PNG_NEEDS = new Set(['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'sRGB', 'cHRM']);

function png(b: Uint8Array): Omit<Picture, 'stripped'> {
  const view = new DataView(b.buffer, b.byteOffset, b.length);
  const parts = [b.subarray(0, 8)];
  let w = 0;
  let h = 0;
  let data = false;
  for (let at = 8; ;) {
    if (at + 12 > b.length) throw new BadInput('', 'This PNG picture was cut short or is damaged.');
    const size = view.getUint32(at);
    const name = String.fromCharCode(b[at + 4]!, b[at + 5]!, b[at + 6]!, b[at + 7]!);
    // One head, at the beginning: a second one would tell another size than is checked.
    if (
      at + 12 + size > b.length ||
      (at === 8) !== (name === 'IHDR') ||
      (at === 8 && size !== 13)
    ) {
      throw new BadInput('', 'This PNG picture was cut short or is damaged.');
    }
    if (name === 'IHDR') {
      w = view.getUint32(at + 8);
      h = view.getUint32(at + 12);
    }
    if (name === 'IDAT') data = true;
    if (PNG_NEEDS.has(name)) parts.push(b.subarray(at, at + 12 + size));
    at += 12 + size;
    if (name === 'IEND') break;
  }
  if (!data) throw new BadInput('', 'This PNG picture holds no picture.');
  return { mime: 'image/png', w, h, bytes: joined(parts) };
}
