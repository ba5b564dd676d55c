/** Terms are found in sentences as they are written, and nothing of the sentence is lost. */
import { check } from '@deft/core/verdict';
import { demos } from '@deft/core/catalogue';
import { findable, foundIn } from '../stations/find';
import { piecesOf, TERMS } from './terms';

test('a term is found in any case and in the plural, each once, longest first', () => {
  const text = 'Bosses at the parting line: a boss 2 mm off the Parting Line, no webster, one web.';
  expect(piecesOf(text).flatMap((p) => (p.term ? [[p.term, p.text]] : []))).toEqual([
    ['boss', 'Bosses'],
    ['parting line', 'parting line'],
    ['web', 'web'],
  ]);
});

test('pieces together are the sentence, for every sentence of the examples', () => {
  const lines = demos().flatMap((p) =>
    check(p).findings.flatMap((f) => [f.title, f.what, ...f.why]),
  );
  expect(lines.length).toBeGreaterThan(50);
  for (const line of lines) {
    expect(
      piecesOf(line)
        .map((p) => p.text)
        .join(''),
    ).toBe(line);
  }
});

test('every term is one sentence of a readable length', () => {
  for (const [term, is] of Object.entries(TERMS)) {
    expect([term, is.endsWith('.'), is.length < 130]).toEqual([term, true, true]);
  }
});

test.each([
  ['export', 'Export this build as a file'],
  ['pdf', 'Print the template as PDF'],
  ['wall thickness', 'Wall thickness and outer sizes'],
  ['battery', 'Hours on one charge'],
  ['shortcuts', 'Sheet of keys'],
  ['device tree', 'Button overlay and pin table'],
  ['versions', 'History of this build'],
  ['parting', 'parting line'],
  ['carbon pill', 'membrane'],
  ['price', 'Bill of parts'],
])('find anything: %s comes to %s', (text, words) => {
  const p = demos()[0]!;
  expect(foundIn(findable(p, check(p)), text).map((f) => f.words)).toContain(words);
});
