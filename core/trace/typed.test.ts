/** What is typed off a meter is read as it was meant, or refused in a sentence. */
import { typedReading } from './typed';

test.each([
  ['12', 12],
  ['0.3', 0.3],
  ['.5', 0.5],
  ['1,2', 1.2],
  ['1.2k', 1200],
  ['4k7', 4700],
  ['330R', 330],
  ['2.2 MΩ', 2.2e6],
  ['68 kohm', 68e3],
  ['OL', 'open'],
  ['O.L.', 'open'],
  [' open ', 'open'],
  ['o', 'open'],
  ['d', 'diode'],
  ['Diode', 'diode'],
  ['0.62 V', 'diode'],
  ['.6v', 'diode'],
])('%s', (text, reads) => {
  expect(typedReading(text)).toEqual({ reads });
});

test.each([
  ['', /^Type what the meter shows/],
  ['twelve', /^Type what the meter shows/],
  ['1.2k3', /^Type what the meter shows/],
  ['1e99', /^Type what the meter shows/],
  ['-3', /not negative/],
  ['500M', /Over 100 MΩ/],
])('refused: %s', (text, bad) => {
  expect(typedReading(text)).toEqual({ bad: expect.stringMatching(bad) });
});
