import { readPicture } from './index';
import { pictureSamples, SECRET } from './samples.fixture';

const text = (b: Uint8Array) => new TextDecoder('latin1').decode(b);
describe.each(['jpeg', 'png'] as const)('%s', (kind) => {
  const bytes = pictureSamples()[kind];
  test('place, time and remarks are left out, the picture is not', () => {
    expect(text(bytes)).toContain(SECRET);
    const p = readPicture(bytes);
    expect(text(p.bytes)).not.toContain('GPS');
    expect([p.mime, p.w, p.h]).toEqual([`image/${kind}`, 1, 1]);
    expect(p.stripped).toBeGreaterThan(2 * SECRET.length);
    expect(readPicture(p.bytes)).toEqual({ ...p, stripped: 0 });
  });
  test('a picture of 200 million pixels is refused by its header alone', () => {
    const b = bytes.slice();
    if (kind === 'png') {
      new DataView(b.buffer).setUint32(16, 20_000);
      new DataView(b.buffer).setUint32(20, 10_000);
    } else {
      const at = text(b).indexOf('\xff\xc0');
      b.set([0x40, 0x00, 0x40, 0x00], at + 5);
    }
    expect(() => readPicture(b)).toThrow(/million pixels; 40 million are the most/);
  });
  test('cut anywhere it is refused in a sentence', () => {
    for (let n = 0; n < bytes.length - 2; n += 3) {
      expect(() => readPicture(bytes.slice(0, n))).toThrow(/cut short|neither|no picture/);
    }
  });
});
test('a PNG with a second head, which would tell another size than is checked', () => {
  const { png } = pictureSamples();
  const head = png.slice(8, 33);
  const twice = new Uint8Array([...png.slice(0, 33), ...head, ...png.slice(33)]);
  expect(() => readPicture(twice)).toThrow('damaged');
});
test('something else is no picture', () =>
  expect(() => readPicture(new TextEncoder().encode('<svg/>'))).toThrow(
    'neither a JPEG nor a PNG',
  ));
