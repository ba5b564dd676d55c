/** Undo after a reload: the steps of the same document come back, of another none, of nonsense none. */
import { demos } from '@deft/core/catalogue';
import { withAdded } from '@deft/core/model';
import { libraryPart } from '@deft/core/catalogue';
import { type Log, logOf, moved } from './log';
import { keepUndo, logAgain } from './undoKept';

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  Object.assign(globalThis, {
    sessionStorage: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => void kept.set(k, v),
      removeItem: (k: string) => void kept.delete(k),
    },
  });
});

const first = demos()[0]!;
const edited = (n: number): Log => {
  let log = logOf(first);
  for (let i = 0; i < n; i++) {
    log = moved(log, { do: 'edit', next: { ...log.document, name: `Name ${i}` } });
  }
  return log;
};

test('past and future come back, and every step leads where it led', () => {
  let log = moved(moved(edited(5), { do: 'undo' }), { do: 'undo' });
  log = moved(log, { do: 'edit', next: withAdded(log.document, libraryPart('slide-switch')) });
  log = moved(log, { do: 'undo' });
  keepUndo('b', log);
  let again = logAgain('b', structuredClone(log.document));
  expect(again.past.map((e) => e.words)).toEqual(log.past.map((e) => e.words));
  expect(again.future.map((e) => e.words)).toEqual(log.future.map((e) => e.words));
  const redone = moved(again, { do: 'redo' });
  expect(redone.document).toEqual(moved(log, { do: 'redo' }).document);
  while (again.past.length) again = moved(again, { do: 'undo' });
  expect(again.document).toEqual(first);
});

test('numbers go on: an edit after the reload never has the number of another state', () => {
  keepUndo('b', edited(3));
  const log = logAgain('b', edited(3).document);
  const next = moved(log, { do: 'edit', next: { ...log.document, name: 'Another' } });
  expect([log.at, next.at, next.past.map((e) => [e.from, e.to])]).toEqual([
    3,
    4,
    [
      [0, 1],
      [1, 2],
      [2, 3],
      [3, 4],
    ],
  ]);
});

test('only so many steps are kept, the last ones', () => {
  keepUndo('b', edited(75));
  const { past } = logAgain('b', edited(75).document);
  expect([past.length, past[0]!.words]).toEqual([60, edited(75).past.at(-60)!.words]);
});

test.each([
  ['another document', () => ({ ...edited(3).document, name: 'Elsewhere' })],
  ['a build nothing was kept of', () => first],
])('%s begins without steps', (what, document) => {
  keepUndo('b', edited(3));
  const log = logAgain(what.startsWith('a build') ? 'c' : 'b', document());
  expect([log.past, log.future, log.at]).toEqual([[], [], 0]);
});

test.each([
  ['no JSON', '{'],
  ['no steps', '{"document":{}}'],
  [
    'a step that leads to no document',
    JSON.stringify({
      document: first,
      past: [{ patch: [], inverse: [{ op: 'replace', path: '/format', value: 1 }], words: '' }],
      future: [],
    }),
  ],
  [
    'a step with a path that is not there',
    JSON.stringify({
      document: first,
      past: [],
      future: [{ patch: [{ op: 'remove', path: '/a/b/c' }], inverse: [], words: '' }],
    }),
  ],
])('what was kept is %s: it begins without steps', (_, text) => {
  kept.set('deft-undo:b', text);
  expect(logAgain('b', first)).toEqual(logOf(first));
});
