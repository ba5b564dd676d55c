import { BadInput } from '../../core/model';
import { decoded, learnt, readBusCapture } from '../../core/padbus';
import { SerialPad } from './serial';

const KEYS = ['up', 'down', 'left', 'right', 'a', 'b', 'start', 'select', 'l', 'r'];

describe('the serial pad that stands in', () => {
  test('of a hundred pads, every key is found at the bit it is on, and a gone contact at none', () => {
    const wrong = Array.from({ length: 100 }, (_, seed) => {
      const pad = new SerialPad({ keys: KEYS, seed });
      const captures = [undefined, ...KEYS].map((held) => {
        const { word, doubtful, frames } = decoded(
          readBusCapture(pad.capture(held === undefined ? {} : { held }).join('\n')),
        );
        return { word, doubtful, frames, ...(held === undefined ? {} : { held }) };
      });
      const { bits } = learnt(captures);
      const told = KEYS.map((key) => `BIT ${key} ${bits.get(key) ?? '-'}`);
      return told.join() === pad.table().join() ? [] : [seed];
    }).flat();
    expect(wrong).toEqual([]);
  });
  test('the same seed is the same pad; a key it has not is refused', () => {
    const pad = (): SerialPad => new SerialPad({ keys: KEYS, seed: 3 });
    expect(pad().capture({ held: 'a' })).toEqual(pad().capture({ held: 'a' }));
    expect(() => pad().capture({ held: 'roof' })).toThrow('No key is called roof.');
    expect(() => readBusCapture('')).toThrow(BadInput);
  });
});
