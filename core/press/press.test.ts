/** The press test: what faults do, what is named of them, and what the stand-in says to both. */
import fc from 'fast-check';
import type { WiredBoard } from '../../simulators/board/wired';
import { demos } from '../catalogue';
import { applied, INPUT_ROLES, type PressRecord, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { diagnose, nameOf } from './diagnose';
import { type Fault, responses } from './fault';
import { isProved, pressFindings, pressWays, stalePresses } from './findings';
import { drawn, plainPlan, planted, pressed, proved, wired } from './judge.fixture';
import { answerOf, atRest } from './listen';
import { mappedAsWired, mendOf } from './mend';
import { plannedOf, type PressPlan, pressPlan } from './plan';
import { faultWords } from './words';

const four = plainPlan(4);
const code = (i: number): number => 0x120 + i;
const on = (faults: readonly Fault[]): number[][] =>
  four.keys.map((k) => [...responses(four, faults).answers.get(k.id)!.on].map((c) => c - 0x120));

describe('what a fault does to every press, by hand', () => {
  const cases: ReadonlyArray<[Fault, number[][]]> = [
    [{ is: 'exchanged', keys: ['key-0', 'key-2'] }, [[2], [1], [0], [3]]],
    [{ is: 'exchanged', keys: ['key-0', 'key-1', 'key-3'] }, [[1], [3], [2], [0]]],
    [{ is: 'open', key: 'key-1' }, [[0], [], [2], [3]]],
    [{ is: 'bridged', keys: ['key-0', 'key-3'] }, [[0, 3], [1], [2], [0, 3]]],
    [{ is: 'held', key: 'key-1' }, [[0], [], [2], [3]]],
    [{ is: 'inverted', key: 'key-1' }, [[0], [], [2], [3]]],
    [{ is: 'bouncing', key: 'key-1' }, [[0], [1], [2], [3]]],
    [{ is: 'no ground', plate: 'plate-0' }, [[], [], [], []]],
    [{ is: 'shifted', by: 1 }, [[1], [2], [3], []]],
    [{ is: 'shifted', by: -1 }, [[], [0], [1], [2]]],
  ];
  test.each(cases)('%j', (fault, expected) => {
    expect(on([fault])).toEqual(expected);
  });

  test('what is told at rest: held and inverted read as pressed, a floating line is noise', () => {
    expect(responses(four, []).rest).toEqual({ on: [], noisy: [] });
    expect(responses(four, [{ is: 'held', key: 'key-1' }]).rest.on).toEqual([code(1)]);
    expect(responses(four, [{ is: 'inverted', key: 'key-2' }]).rest.on).toEqual([code(2)]);
    expect(responses(four, [{ is: 'floating', key: 'key-3' }]).rest).toEqual({
      on: [],
      noisy: [code(3)],
    });
  });

  test('an inverted line goes off when it is pressed', () => {
    const a = responses(four, [{ is: 'inverted', key: 'key-2' }]).answers.get('key-2')!;
    expect([a.on, a.off, a.times]).toEqual([[], [code(2)], 1]);
  });

  test('a line that touches one with a pull-up does not float', () => {
    const both: Fault[] = [
      { is: 'bridged', keys: ['key-0', 'key-1'] },
      { is: 'floating', key: 'key-0' },
    ];
    expect(responses(four, both).rest.noisy).toEqual([]);
    expect(responses(four, [...both, { is: 'floating', key: 'key-1' }]).rest.noisy).toEqual([
      code(0),
      code(1),
    ]);
  });

  test('the stand-in, which shares no code with it, tells the same', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const { plan, board } = drawn(seed, 1 + (seed % 3));
      const faults = board.mishaps.map(({ what, ...of }) => ({ is: what, ...of }) as Fault);
      const rest = atRest(board.pressedNow(), board.rest(2000));
      const model = responses(plan, faults);
      expect([seed, rest]).toEqual([seed, model.rest]);
      for (const a of pressed(board, plan.order, rest)) {
        const m = model.answers.get(a.input)!;
        expect([seed, a.input, a.on, a.off, a.times > 1]).toEqual([
          seed,
          a.input,
          m.on,
          m.off,
          m.times > 1,
        ]);
      }
    }
  });
});

describe('naming', () => {
  test('150 boards with one fault or two: named in 97 %, and mending what is named clears all', () => {
    const proofs = Array.from({ length: 150 }, (_, i) => {
      const { plan, board } = drawn(i + 1, 1 + (i % 2));
      return proved(plan, board);
    });
    expect(proofs.filter((p) => !p.isCleared)).toEqual([]);
    expect(proofs.filter((p) => p.isNamed).length).toBeGreaterThanOrEqual(0.97 * 150);
  });

  test.each<[string, PressPlan['route'], Fault]>([
    ['a row is open', 'original board', { is: 'net open', net: 'row 1' }],
    [
      'two columns changed over',
      'original board',
      { is: 'nets swapped', nets: ['column 0', 'column 2'] },
    ],
    ['a channel is open', 'ladder', { is: 'net open', net: 'channel 1' }],
    [
      'two channels changed over',
      'ladder',
      { is: 'nets swapped', nets: ['channel 0', 'channel 1'] },
    ],
    ['every bit told one place off', 'pad bus', { is: 'shifted', by: 1 }],
    ['a serial pad that tells nothing', 'pad bus', { is: 'serial', how: 'silent' }],
    ['a serial pad the wrong way round', 'pad bus', { is: 'serial', how: 'inverted' }],
  ])('%s: named as one fault, with the wire to follow', (_, route, fault) => {
    const plan = plainPlan(12, route);
    const { rest, answers } = responses(plan, [fault]);
    const { explanations, isPartial } = diagnose(plan, { rest, answers: [...answers.values()] });
    expect(explanations.map((set) => set.map(nameOf))).toContainEqual([nameOf(fault)]);
    expect(isPartial).toBeUndefined();
    const { title, mend } = faultWords(plan, fault);
    expect(`${title} ${mend}`).toMatch(/row 1|column 0|channel [01]|bit|serial pad|level/);
  });

  test('a fault of many keys under others is named first, and said not to explain all', () => {
    const { plan, board } = drawn(869, 2);
    const rest = atRest(board.pressedNow(), board.rest(2000));
    const answers = pressed(board, plan.order, rest);
    const { explanations, isPartial } = diagnose(plan, { rest, answers });
    expect([explanations.map((set) => set.map(nameOf)), isPartial]).toEqual([
      [['shifted 1']],
      true,
    ]);
  });

  test('a clean board is never accused', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { plan, board } = drawn(seed, 0);
      const { mends, isCleared, presses } = proved(plan, board);
      expect([seed, mends, isCleared, presses]).toEqual([seed, 0, true, plan.keys.length]);
    }
  });

  test('as few faults as every set of one or two tried', () => {
    const plan = plainPlan(5);
    const ids = plan.keys.map((k) => k.id);
    const pairs = ids.flatMap((a, i) => ids.slice(i + 1).map((b): [string, string] => [a, b]));
    const all: Fault[] = [
      ...pairs.flatMap((keys): Fault[] => [
        { is: 'exchanged', keys },
        { is: 'bridged', keys },
      ]),
      ...ids.flatMap((key) =>
        (['open', 'held', 'inverted', 'floating', 'bouncing'] as const).map((is): Fault => ({
          is,
          key,
        })),
      ),
      { is: 'no ground', plate: 'plate-0' },
    ];
    const heardOf = (faults: readonly Fault[]) => {
      const { rest, answers } = responses(plan, faults);
      return { rest, answers: [...answers.values()] };
    };
    const single = all.map((f) => JSON.stringify(heardOf([f])));
    for (const f of all) {
      const found = diagnose(plan, heardOf([f])).explanations;
      expect([f, found[0]?.length]).toEqual([f, 1]);
      expect([f, found.map((s) => s.map(nameOf).join())]).toEqual([
        f,
        expect.arrayContaining([nameOf(f)]),
      ]);
    }
    fc.assert(
      fc.property(fc.nat(all.length - 1), fc.nat(all.length - 1), (i, j) => {
        fc.pre(i < j);
        const heard = heardOf([all[i]!, all[j]!]);
        const found = diagnose(plan, heard).explanations;
        const text = JSON.stringify(heard);
        if (text === JSON.stringify(heardOf([]))) expect(found).toEqual([]);
        else if (single.includes(text)) expect(found[0]).toHaveLength(1);
        else expect(found[0]?.length ?? 0).toBeLessThanOrEqual(2);
      }),
      { numRuns: 150, seed: 17 },
    );
  });

  test('keys not pressed yet are not judged, and are said to be left', () => {
    const all = responses(four, [{ is: 'open', key: 'key-3' }]);
    const some = { rest: all.rest, answers: [...all.answers.values()].slice(0, 2) };
    expect(diagnose(four, some)).toEqual({
      wrong: [],
      restless: [],
      unpressed: ['key-2', 'key-3'],
      explanations: [],
    });
  });

  test('sixty keys that are all silent, or tell nonsense, end in no explanation, and are all named wrong', () => {
    const many = plainPlan(60);
    const alone = { ...many, keys: many.keys.map((k, i) => ({ ...k, plate: `plate-${i}` })) };
    const answers = (on: (i: number) => number[]) =>
      alone.keys.map((k, i) => ({ input: k.id, on: on(i), off: [], times: 1 }));
    for (const tells of [
      () => [],
      (i: number) => [code((i * 7 + 3) % 60), code((i * 11 + 5) % 60)],
    ]) {
      const found = diagnose(alone, { rest: { on: [], noisy: [] }, answers: answers(tells) });
      expect([found.wrong.length, found.explanations]).toEqual([60, []]);
    }
  });

  test('what was tried is not named again', () => {
    const { rest, answers } = responses(four, [{ is: 'held', key: 'key-1' }]);
    const heard = { rest: { noisy: rest.noisy }, answers: [...answers.values()] };
    const first = diagnose(four, heard).explanations.map((s) => nameOf(s[0]!));
    expect(first).toEqual(['open key-1', 'held key-1']);
    const next = diagnose(four, heard, [{ is: 'open', key: 'key-1' }]).explanations;
    expect(next.map((s) => nameOf(s[0]!))).toEqual(['held key-1']);
  });

  test('a ring is one fault, named the same from whichever key it is begun', () => {
    const ring: Fault = { is: 'exchanged', keys: ['key-1', 'key-3', 'key-0', 'key-2'] };
    const { rest, answers } = responses(four, [ring]);
    const [first] = diagnose(four, { rest, answers: [...answers.values()] }).explanations;
    expect(first!.map(nameOf)).toEqual([nameOf(ring)]);
    expect(nameOf({ is: 'exchanged', keys: ['key-0', 'key-2', 'key-1', 'key-3'] })).toBe(
      nameOf(ring),
    );
  });
});

describe('listening', () => {
  const event = (t: number, c: number, value: 0 | 1) => ({ t, code: c, value });
  test('the first change says which way a code went; how often it went says whether it is clean', () => {
    expect(answerOf('a', [event(0, 300, 1), event(90, 300, 0)], [])).toEqual({
      input: 'a',
      on: [300],
      off: [],
      times: 1,
    });
    expect(answerOf('a', [event(0, 300, 0), event(90, 300, 1)], []).off).toEqual([300]);
    const twice = [event(0, 300, 1), event(4, 300, 0), event(8, 300, 1), event(90, 300, 0)];
    expect(answerOf('a', twice, []).times).toBe(2);
    expect(answerOf('a', [...twice].reverse(), []).times).toBe(2);
  });
  test('noise is left out of presses, and out of what reads as pressed', () => {
    expect(answerOf('a', [event(0, 300, 1), event(5, 301, 1)], [301]).on).toEqual([300]);
    expect(atRest([300, 301], [event(0, 301, 0)])).toEqual({ on: [300], noisy: [301] });
    expect(atRest(undefined, [])).toEqual({ noisy: [] });
  });
});

const [, done] = demos() as [Project, Project];
const plan = pressPlan(done);

/** The finished demo with every key pressed on a board with these mishaps. */
function pressedOn(...mishaps: Parameters<WiredBoard['suffer']>[0][]): Project {
  const board = wired(plan, 3);
  for (const m of mishaps) board.suffer(m);
  const rest = atRest(board.pressedNow(), board.rest(1000));
  const record: PressRecord = {
    at: '2026-11-29T10:00:00Z',
    with: 'event log',
    rest,
    answers: pressed(board, plan.order, rest),
    planned: plannedOf(plan),
  };
  return { ...done, controls: { ...done.controls, pressed: record } };
}
const [first, second] = plan.keys as [(typeof plan.keys)[number], (typeof plan.keys)[number]];
const swap = { what: 'exchanged' as const, keys: [first.id, second.id] };

describe('kept in the document', () => {
  test('the plan asks for every key once, with its line and its joint', () => {
    expect([...plan.order].sort()).toEqual(plan.keys.map((k) => k.id).sort());
    expect(new Set(plan.keys.map((k) => k.line)).size).toBe(plan.keys.length);
    expect(plan.cannot).toBeUndefined();
    for (const k of plan.keys) expect(k.joint).toMatch(/^pin \d+ of the header$/);
  });

  test('a clean record says nothing and passes the gate; none at all leaves it open', () => {
    const clean = pressedOn();
    expect(pressFindings(clean, plan)).toEqual([]);
    expect([isProved(clean, plan), isProved(done, plan)]).toEqual([true, false]);
  });

  test('a swap is a hit that names both, and the map made as wired asks only for those again', () => {
    const p = pressedOn(swap);
    const [f] = check(p).findings.filter((x) => x.check === 'answer');
    expect([f!.verdict, f!.code, f!.about.sort()]).toEqual([
      'hit',
      'exchanged',
      [first.id, second.id].sort(),
    ]);
    expect([f!.what, isProved(p, plan)]).toEqual([
      `${first.name} tells ${second.name}, ${second.name} tells ${first.name}`,
      false,
    ]);
    const [asWired, iron] = pressWays(p, plan, f!);
    expect(waysOut(p, f!, []).ways.map((w) => w.id)).toEqual(['as-wired', 'mended']);
    const mapped = asWired!.changes.reduce(applied, p);
    const now = pressPlan(mapped);
    expect(now.keys.find((k) => k.id === first.id)!.line).toBe(second.line);
    expect(stalePresses(now, mapped.controls.pressed!).sort()).toEqual(
      [first.id, second.id].sort(),
    );
    expect(pressFindings(mapped, now).map((x) => [x.code, x.verdict])).toEqual([
      ['stale', 'tight'],
    ]);
    const mended = iron!.changes.reduce(applied, p);
    expect(pressFindings(mended, plan).map((x) => [x.code, x.about.length])).toEqual([
      ['stale', 2],
    ]);
  });

  test('each kind of fault is named by the verdict with the keys it is about', () => {
    const key = plan.keys[4]!;
    const one = (what: 'open' | 'held' | 'inverted' | 'floating' | 'bouncing') =>
      pressFindings(pressedOn({ what, key: key.id }), plan);
    for (const what of ['open', 'held', 'inverted', 'floating', 'bouncing'] as const) {
      const found = one(what);
      expect([what, found.map((f) => [f.code, f.verdict, f.about])]).toEqual([
        what,
        [[what, 'hit', [key.id]]],
      ]);
      expect(found[0]!.what).toContain(key.name);
      expect(found[0]!.why[0]!.length).toBeGreaterThan(30);
    }
  });

  test('more than few faults explain is still a hit, key by key', () => {
    const p = pressedOn();
    const { pressed: record } = p.controls;
    const shuffled = record!.answers.map((a, i, all) => ({
      ...a,
      on: [...all[(i * 5 + 3) % all.length]!.on, ...all[(i * 3 + 1) % all.length]!.on],
    }));
    const odd = {
      ...p,
      controls: { ...p.controls, pressed: { ...record!, answers: shuffled } },
    };
    const found = pressFindings(odd, plan);
    expect(found.map((f) => [f.code, f.verdict])).toEqual([['unexplained', 'hit']]);
    expect(found[0]!.why.length).toBeGreaterThan(4);
  });

  test('a key on another line than it was pressed on is asked for again, and no other', () => {
    const p = pressedOn();
    const free = check(p).map.lines.free.find((g) => !plan.keys.some((k) => k.gpio === g))!;
    const moved = applied(p, {
      do: 'input',
      input: { ...p.controls.inputs.find((i) => i.id === first.id)!, gpio: free },
    });
    const now = pressPlan(moved);
    expect(stalePresses(now, moved.controls.pressed!)).toContain(first.id);
    expect(isProved(moved, now)).toBe(false);
  });

  test('a key that is to do something else is asked for again: its old answer accuses nobody', () => {
    const p = pressedOn();
    const roles = new Set(p.controls.inputs.map((i) => i.functions[0]));
    const free = INPUT_ROLES.find((r) => !roles.has(r))!;
    const input = p.controls.inputs.find((i) => i.id === first.id)!;
    const changed = applied(p, { do: 'input', input: { ...input, functions: [free] } });
    const now = pressPlan(changed);
    expect(stalePresses(now, changed.controls.pressed!)).toEqual([first.id]);
    expect(pressFindings(changed, now).map((f) => [f.code, f.verdict])).toEqual([
      ['stale', 'tight'],
    ]);
    expect(isProved(changed, now)).toBe(false);
  });

  test('only exchanged wires on a header can be mended by the map', () => {
    expect(mappedAsWired(done, plan, { is: 'open', key: first.id })).toBeUndefined();
    expect(
      mappedAsWired(done, pressPlan({ ...done, controls: { ...done.controls, route: 'usb' } }), {
        is: 'exchanged',
        keys: swap.keys,
      }),
    ).toBeUndefined();
  });

  test('why nothing can be pressed', () => {
    const without = (set: Partial<Project['controls']>) =>
      pressPlan({ ...done, controls: { ...done.controls, ...set } }).cannot;
    expect(without({ inputs: [] })).toMatch(/No key has a switch/);
    expect(without({ inputs: [], route: 'wireless' })).toMatch(/in the pad/);
    const [a, b, ...rest] = done.controls.inputs;
    expect(without({ inputs: [a!, { ...b!, functions: [a!.functions[0]] }, ...rest] })).toMatch(
      /Two keys are/,
    );
  });

  test('every mend undoes its fault on the stand-in', () => {
    const faults: Fault[] = [
      { is: 'exchanged', keys: ['key-0', 'key-1', 'key-2'] },
      { is: 'bridged', keys: ['key-0', 'key-3'] },
      { is: 'no ground', plate: 'plate-0' },
      ...(['open', 'held', 'inverted', 'floating', 'bouncing'] as const).map((is): Fault => ({
        is,
        key: 'key-2',
      })),
    ];
    for (const f of faults) {
      const board = wired(four, 5);
      const { is: what, ...of } = f;
      board.suffer({ what, ...of } as Parameters<WiredBoard['suffer']>[0]);
      expect(planted(board.mishaps[0]!)).toBe(nameOf(f));
      board.mend(mendOf(f));
      const rest = atRest(board.pressedNow(), board.rest(500));
      const { wrong, restless } = diagnose(four, {
        rest,
        answers: pressed(board, four.order, rest),
      });
      expect([f, wrong, restless]).toEqual([f, [], []]);
      expect(faultWords(four, f).mend).toMatch(/\.$/);
    }
  });
});
