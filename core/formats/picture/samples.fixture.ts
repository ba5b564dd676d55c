/** A one-pixel picture in each format, with place and remarks in it that must not be kept. */
const hex = (t: string) =>
  Uint8Array.from(t.replace(/\s/g, '').match(/../g)!, (b) => Number.parseInt(b, 16));
const ascii = (t: string) =>
  [...t].map((c) => c.charCodeAt(0).toString(16).padStart(2, '0')).join('');
const segment = (mark: string, body: string) =>
  `ff${mark}${(body.length / 2 + 2).toString(16).padStart(4, '0')}${body}`;

export const SECRET = 'GPS 51.5 N at home';
export function pictureSamples(): Record<'jpeg' | 'png', Uint8Array> {
  const tables = `${segment('db', `00${'10'.repeat(64)}`)}${segment('c0', '08000100010101110 0'.replace(/\s/g, ''))}${segment('c4', `00${'00'.repeat(16)}`.replace(/^00(00)/, '0001') + '00')}${segment('c4', `10${'01'}${'00'.repeat(15)}00`)}`;
  const jpeg = `ffd8${segment('e0', `${ascii('JFIF')}0001010000010001 0000`.replace(/\s/g, ''))}${segment('e1', `${ascii('Exif')}0000${ascii(SECRET)}`)}${segment('fe', ascii(SECRET))}${tables}${segment('da', '01010000 3f00'.replace(/\s/g, ''))}3fff00d9ffd9`;
  const chunk = (name: string, body: string) =>
    `${(body.length / 2).toString(16).padStart(8, '0')}${ascii(name)}${body}00000000`;
  const png = `89504e470d0a1a0a${chunk('IHDR', '0000000100000001080000 0000'.replace(/\s/g, ''))}${chunk('tEXt', ascii(`Comment ${SECRET}`))}${chunk('eXIf', ascii(SECRET))}${chunk('IDAT', '789c6360000000020001')}${chunk('IEND', '')}`;
  return { jpeg: hex(jpeg), png: hex(png) };
}
