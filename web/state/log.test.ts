import fc from 'fast-check';
import { demos } from '@deft/core/catalogue';
import { applied, emptyProject, type Project, patchBetween, patched } from '@deft/core/model';
import { type Log, logOf, moved } from './log';

const [, DEMO, WARBLER] = demos() as [Project, Project, Project];
const named = (name: string): Project => ({ ...emptyProject('a', 'a'), name });
const start = logOf(named('start'));
const edit = (log: Log, name: string, merge?: string): Log =>
  moved(log, { do: 'edit', next: named(name), merge });
const undo = (log: Log): Log => moved(log, { do: 'undo' });
const redo = (log: Log): Log => moved(log, { do: 'redo' });

describe('undo and redo', () => {
  test('all edits undone give the very first document, all redone the very last', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 30 }),
        (names) => {
          let log = names.reduce((now, n) => edit(now, n), start);
          const last = log;
          while (log.past.length) log = undo(log);
          expect([log.document, log.at]).toEqual([start.document, start.at]);
          while (log.future.length) log = redo(log);
          expect([log.document, log.at]).toEqual([last.document, last.at]);
        },
      ),
    );
  });
  test('a new edit after an undo forgets what was undone', () => {
    const log = edit(undo(edit(edit(start, 'one'), 'two')), 'three');
    expect(redo(log)).toBe(log);
    expect(undo(log).document.name).toBe('one');
  });
  test('nudges of one part are one step; another part begins the next', () => {
    let log = start;
    for (let i = 0; i < 5; i++) log = edit(log, `a${i}`, 'nudge a');
    log = edit(log, 'b', 'nudge b');
    expect(log.past).toHaveLength(2);
    expect(undo(log).document.name).toBe('a4');
    expect(undo(undo(log)).document.name).toBe('start');
  });
  test('an undo ends a run of nudges', () => {
    let log = edit(edit(start, 'x', 'nudge a'), 'y', 'nudge a');
    log = edit(undo(log), 'z', 'nudge a');
    expect([log.past.length, log.document.name]).toEqual([1, 'z']);
    expect(undo(log).document.name).toBe('start');
  });
  test('nothing to undo or redo, and an edit that changes nothing, leave it as it is', () => {
    expect(undo(start)).toBe(start);
    expect(redo(start)).toBe(start);
    expect(moved(start, { do: 'edit', next: structuredClone(start.document) })).toBe(start);
  });
  test('opening another document starts afresh, under a number never used before', () => {
    const log = edit(start, 'x');
    const theirs = moved(log, { do: 'open', document: named('theirs') });
    expect([theirs.document.name, theirs.past, theirs.future]).toEqual(['theirs', [], []]);
    expect(theirs.at).toBeGreaterThan(log.at);
  });
  test('a very long sitting keeps the last 300 steps', () => {
    let log = start;
    for (let i = 0; i < 500; i++) log = edit(log, `n${i}`);
    expect(log.past).toHaveLength(300);
    expect(undo(log).document.name).toBe('n498');
  });
});

describe('patches', () => {
  const place = (p: Project, k: number, x: number): Project =>
    applied(p, { do: 'place', placement: { ...p.layout.placements[k]!, x } });

  test('whoever follows the steps holds the same document at every number', () => {
    const moves = fc.array(
      fc.oneof(
        fc.record({ kind: fc.constant('place' as const), k: fc.nat(7), x: fc.nat(90) }),
        fc.record({ kind: fc.constant('drop' as const), k: fc.nat(7), x: fc.nat(90) }),
        fc.record({ kind: fc.constant('undo' as const), k: fc.nat(7), x: fc.nat(90) }),
        fc.record({ kind: fc.constant('redo' as const), k: fc.nat(7), x: fc.nat(90) }),
      ),
      { maxLength: 25 },
    );
    fc.assert(
      fc.property(moves, (list) => {
        let log = logOf(DEMO);
        let follower = structuredClone(DEMO);
        for (const { kind, k, x } of list) {
          const before = log;
          const p = log.document;
          const item = p.kit.items[k % p.kit.items.length];
          if (kind === 'undo' || kind === 'redo') log = moved(log, { do: kind });
          else if (kind === 'place' && p.layout.placements.length > 0) {
            const next = place(p, k % p.layout.placements.length, x);
            log = moved(log, { do: 'edit', next, merge: `nudge ${k}` });
          } else if (item) {
            log = moved(log, { do: 'edit', next: applied(p, { do: 'drop', item: item.id }) });
          }
          if (log === before) continue;
          expect('from' in log.step && log.step.from).toBe(before.at);
          if ('patch' in log.step) follower = patched(follower, log.step.patch);
          expect(follower).toEqual(log.document);
        }
      }),
      { numRuns: 40 },
    );
  });
  test('what a patch does not name stays the same object', () => {
    const next = patched(DEMO, patchBetween(DEMO, place(DEMO, 0, 12.5)));
    expect(next.shell).toBe(DEMO.shell);
    expect(next.layout.placements[1]).toBe(DEMO.layout.placements[1]);
    expect(next.layout.placements[0]).toEqual({ ...DEMO.layout.placements[0]!, x: 12.5 });
  });
  test('from any build to any other and back', () => {
    expect(patched(DEMO, patchBetween(DEMO, WARBLER))).toEqual(WARBLER);
    expect(patched(WARBLER, patchBetween(WARBLER, DEMO))).toEqual(DEMO);
  });
  test.each([
    ['a part moved', place(DEMO, 0, 1), /^place of /],
    ['the build renamed', { ...DEMO, name: 'Other' }, /^name of the build$/],
    ['a part gone', applied(DEMO, { do: 'drop', item: DEMO.kit.items[0]!.id }), /kit/],
  ])('says what an edit was about: %s', (_, next, words) => {
    const log = moved(logOf(DEMO), { do: 'edit', next });
    expect(log.past[0]!.words).toMatch(words);
  });
});
