import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyProject, type Project } from '@deft/core/model';
import { type History, history } from './history';

const named = (name: string): Project => ({ ...emptyProject('a', 'a'), name });
const start: History = { past: [], present: named('start'), future: [] };
const edit = (h: History, name: string, merge?: string): History =>
  history(h, { do: 'edit', next: named(name), merge });

describe('undo and redo', () => {
  test('all edits undone give the very first document, all redone the very last', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 30 }),
        (names) => {
          let h = names.reduce((now, n) => edit(now, n), start);
          const last = h.present;
          for (let i = 0; i < names.length; i++) h = history(h, { do: 'undo' });
          expect(h.present).toBe(start.present);
          for (let i = 0; i < names.length; i++) h = history(h, { do: 'redo' });
          expect(h.present).toBe(last);
        },
      ),
    );
  });
  test('a new edit after an undo forgets what was undone', () => {
    const h = edit(history(edit(edit(start, 'one'), 'two'), { do: 'undo' }), 'three');
    expect(history(h, { do: 'redo' })).toBe(h);
    expect(history(h, { do: 'undo' }).present.name).toBe('one');
  });
  test('nudges of one part are one step; another part begins the next', () => {
    let h = start;
    for (let i = 0; i < 5; i++) h = edit(h, `a${i}`, 'nudge a');
    h = edit(h, 'b', 'nudge b');
    expect(h.past.map((p) => p.name)).toEqual(['start', 'a4']);
  });
  test('an undo ends a run of nudges', () => {
    let h = edit(edit(start, 'x', 'nudge a'), 'y', 'nudge a');
    h = edit(history(h, { do: 'undo' }), 'z', 'nudge a');
    expect([h.past.length, h.present.name]).toEqual([1, 'z']);
  });
  test('nothing to undo or redo, and an edit that changes nothing, leave it as it is', () => {
    expect(history(start, { do: 'undo' })).toBe(start);
    expect(history(start, { do: 'redo' })).toBe(start);
    expect(history(start, { do: 'edit', next: start.present })).toBe(start);
  });
  test('opening another document starts afresh', () =>
    expect(history(edit(start, 'x'), { do: 'open', document: named('theirs') })).toEqual({
      past: [],
      present: named('theirs'),
      future: [],
    }));
  test('a very long sitting keeps the last 300 steps', () => {
    let h = start;
    for (let i = 0; i < 500; i++) h = edit(h, `n${i}`);
    expect(h.past.length).toBeLessThanOrEqual(301);
    expect(h.past[h.past.length - 1]!.name).toBe('n498');
  });
});
