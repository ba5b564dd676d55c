/** Trials in their order, what a reading says, what a log holds, and the whole bench on builds nobody knows. */
import { demos } from '../catalogue';
import { appliedAll, BadInput, MeterReading, type Part, type Project, readProject } from '../model';
import { powerFigures } from '../power';
import { benchBuilds, scoreOf } from './guided.fixture';
import {
  benchFindings,
  benchPlan,
  benchWays,
  effectOf,
  expectedWords,
  hoursNow,
  leftOutWords,
  meanWorking,
  judgedWords,
  type ReadingBody,
  readingFor,
  readMeterLog,
  runFigures,
  takenBack,
  type Trial,
  trialsOf,
  trialSteps,
  typedDraw,
  withReading,
  withUncertainty,
} from './index';

const done = demos()[1]!;
const AT = '2026-11-01T12:00:00Z';
const trial = (id: string, p = done): Trial => trialsOf(p).find((t) => t.id === id)!;
const read = (p: Project, id: string, body: ReadingBody): Project => {
  const made = readingFor(p, trial(id, p), body, { with: 'hand meter', at: AT });
  if (!made.ok) throw new Error(made.sentence);
  return withReading(p, made.reading);
};

describe('trials', () => {
  test('cells as they came, then the supply, then each load, then all of it, and the cell emptied last', () => {
    const order = trialsOf(done).map((t) => t.of);
    const first = (of: string) => order.indexOf(of as Trial['of']);
    expect(first('arrival')).toBe(0);
    expect(first('output')).toBeLessThan(first('efficiency'));
    expect(first('efficiency')).toBeLessThan(first('draw'));
    expect(order.lastIndexOf('draw')).toBeLessThan(first('whole'));
    expect(order.at(-1)).toBe('capacity');
  });
  test('at the volts it will really get, limited above what is expected, in the jack that bears it', () => {
    const game = trial('draw:teasel:game');
    expect(game.supply!.volts).toBeGreaterThan(4.9);
    expect(game.supply!.volts).toBeLessThan(5.15);
    expect(game.supply!.limitA).toBeGreaterThan(1.4 * (game.expects!.value + 0.1));
    expect([game.range, trial('draw:screen:game').range]).toEqual(['A', 'mA']);
    expect(trialSteps(game).join(' ')).toMatch(/10 A jack.*heaviest game.*behind the meter/);
    expect(trialSteps(trial('draw:screen:game')).join(' ')).toMatch(/mA jack \(fused at 0\.4 A\)/);
    expect(expectedWords(game.expects!)).toMatch(/^0\.\d{3} A ± 0\.\d{3} A$/);
    expect(game.expects!.working[0]).toBe(
      `${(game.expects!.value * game.supply!.volts).toFixed(2)} W / ${game.supply!.volts.toFixed(2)} V = ${game.expects!.value.toFixed(3)} A`,
    );
    for (const t of trialsOf(done)) {
      expect([t.id, t.expects!.working.length > 0]).toEqual([t.id, true]);
    }
    // A bench meter alone: its gain, and what a run scatters, in quadrature.
    expect(meanWorking(0.4, { with: 'bench', scatterA: 0.003 }).at(-1)).toMatch(/^√ .* 95 %/);
    expect(trialSteps(trial('capacity:cell')).join(' ')).toMatch(
      /down to 3\.00 V and no further.*never unattended/,
    );
  });
  test('before there is a cell each load is proved in the middle of what it runs on', () => {
    const bare: Project = {
      ...done,
      kit: { ...done.kit, items: done.kit.items.filter((i) => i.id === 'teasel') },
    };
    expect(trialsOf(bare).map((t) => t.id)).toEqual([
      'draw:teasel:menu',
      'draw:teasel:game',
      'draw:teasel:peak',
    ]);
    expect(trial('draw:teasel:game', bare).supply!.volts).toBe(5);
  });
  test('a pack is emptied to its own end, not to that of one cell; a primary one is not emptied', () => {
    const packed = (cell: Partial<NonNullable<Part['cell']>>): Project => ({
      ...done,
      kit: {
        ...done.kit,
        parts: done.kit.parts.map((q) => (q.cell ? { ...q, cell: { ...q.cell, ...cell } } : q)),
      },
    });
    const two = packed({ series: 2, cutoffV: 6, fullV: 8.4 });
    expect(trial('capacity:cell', two).stopV).toBe(6);
    expect(trialsOf(packed({ kind: 'bay', chemistry: 'alkaline' })).map((t) => t.of)).not.toContain(
      'capacity',
    );
    const { lightA, loadA } = trial('resistance:cell');
    expect(loadA! / lightA!).toBeCloseTo(5, 1);
  });
  test('what was read changes what is expected next', () => {
    const before = trial('whole:cell:game').expects!;
    const { expects } = trial(
      'whole:cell:game',
      read(done, 'draw:teasel:game', { of: 'draw', state: 'game', amps: 0.5, volts: 5.06 }),
    );
    expect(expects!.value).toBeGreaterThan(before.value + 0.1);
    expect(trial('draw:teasel:game', done).readings).toEqual([]);
  });
  test('every kind of trial has its words, and a build without a cell has none of the cell', () => {
    for (const t of trialsOf(done)) expect(trialSteps(t).length).toBeGreaterThan(0);
    const wall: Project = { ...done, power: { ...done.power, source: 'wall' } };
    expect(trialsOf(wall).some((t) => t.of === 'whole')).toBe(false);
    expect(benchPlan(wall)).toBeUndefined();
  });
});

describe('a reading', () => {
  const game = trial('draw:teasel:game');
  test('as expected, other than expected, and nothing at all', () => {
    const say = (amps: number) => {
      const made = readingFor(
        done,
        game,
        { of: 'draw', state: 'game', amps, volts: 5.06 },
        {
          with: 'hand meter',
          at: AT,
        },
      );
      return made.ok ? judgedWords(game, made.reading) : undefined;
    };
    expect(say(game.expects!.value)!.sentence).toMatch(/^As expected/);
    expect(say(1.4 * game.expects!.value)).toMatchObject({
      isExpected: false,
      sentence: expect.stringMatching(/\(\+40 %\)/),
    });
    expect(say(0)!.sentence).toMatch(/does not run/);
    // At other volts the same watts are as expected, and the same amps are not.
    const at = (volts: number, amps: number) => {
      const made = readingFor(
        done,
        game,
        { of: 'draw', state: 'game', amps, volts },
        { with: 'hand meter', at: AT },
      );
      return made.ok && judgedWords(game, made.reading).isExpected;
    };
    const watts = game.expects!.value * game.supply!.volts;
    expect([at(3.7, watts / 3.7), at(3.7, watts / game.supply!.volts)]).toEqual([true, false]);
  });
  test.each<[string, ReadingBody, RegExp]>([
    ['amps that are milliamps', { of: 'draw', state: 'game', amps: 12, volts: 5 }, /is this in mA/],
    [
      'over the fuse of its jack',
      { of: 'draw', state: 'game', amps: 0.62, volts: 5, range: 'mA' },
      /blows its fuse at 0\.4 A/,
    ],
    ['0 V', { of: 'draw', state: 'game', amps: 0.3, volts: 0 }, /0 V feeds nothing/],
    ['a negative current', { of: 'draw', state: 'game', amps: -0.3, volts: 5 }, /not negative/],
    [
      'more out than in',
      { of: 'efficiency', into: { amps: 0.5, volts: 3.7 }, out: { amps: 0.5, volts: 5 } },
      /More comes out/,
    ],
    [
      'volts that rise under load',
      { of: 'resistance', light: { amps: 0.2, volts: 3.8 }, heavy: { amps: 1, volts: 3.9 } },
      /lower/,
    ],
    ['a cell that gave nothing', { of: 'capacity', ah: 0, amps: 0.5, toV: 3 }, /gave nothing/],
    ['NaN', { of: 'output', volts: NaN }, /number/],
  ])('that cannot be is told: %s', (_name, body, says) => {
    const made = readingFor(done, game, body, { with: 'hand meter', at: AT });
    expect(made).toMatchObject({ ok: false, sentence: expect.stringMatching(says) });
  });
  test('is kept as it was read, can be taken back and given back, and goes through a file', () => {
    const more = read(done, 'draw:teasel:game', { of: 'draw', state: 'game', amps: 0.5, volts: 5 });
    const [r] = more.kit.readings!;
    expect(MeterReading.parse(r)).toEqual(r);
    const effect = effectOf(more, r!.id)!;
    expect(effect.before).toEqual(hoursNow(done));
    expect(effect.after.hours).toBeLessThan(effect.before.hours);
    const back = takenBack(more, r!.id, true);
    expect(hoursNow(back)).toEqual(hoursNow(done));
    expect(takenBack(back, r!.id, false)).toEqual(more);
    expect(readProject(JSON.parse(JSON.stringify(more)))).toMatchObject({ ok: true });
    const twice = { ...more, kit: { ...more.kit, readings: [r!, r!] } };
    expect(readProject(twice)).toMatchObject({
      ok: false,
      complaints: [{ path: 'kit.readings.1.id' }],
    });
  });
  test('counts no more once its draw was typed', () => {
    const more = read(done, 'draw:teasel:game', { of: 'draw', state: 'game', amps: 0.5, volts: 5 });
    const typed = typedDraw(more, 'teasel', 'game', 1.7, 0.1);
    expect(powerFigures(typed).watts.game).toBeCloseTo(
      powerFigures(typedDraw(done, 'teasel', 'game', 1.7, 0.1)).watts.game,
      9,
    );
  });
  test('shows as many digits as its uncertainty leaves', () => {
    expect(withUncertainty(0.34441, 0.0162)).toBe('0.344 ± 0.016');
    expect(withUncertainty(4.1812, 0.25)).toBe('4.18 ± 0.25');
    expect(withUncertainty(12.4, 3.2)).toBe('12.4 ± 3.2');
    expect(withUncertainty(120, 33)).toBe('120 ± 33');
  });
});

describe('what the bench finds', () => {
  const found = (p: Project) => benchFindings(p).map((f) => [f.code, f.verdict]);
  test.each<[string, string, ReadingBody, Array<[string, string]>]>([
    ['a cell at 2.49 V', 'arrival:cell', { of: 'arrival', volts: 2.49 }, [['discard', 'hit']]],
    ['a cell at 2.51 V', 'arrival:cell', { of: 'arrival', volts: 2.51 }, []],
    [
      'half its charge',
      'capacity:cell',
      { of: 'capacity', ah: 1.4, amps: 0.5, toV: 3 },
      [['spent', 'hit']],
    ],
    [
      'under eight tenths',
      'capacity:cell',
      { of: 'capacity', ah: 1.95, amps: 0.5, toV: 3 },
      [['worn', 'tight']],
    ],
    ['over eight tenths', 'capacity:cell', { of: 'capacity', ah: 2.05, amps: 0.5, toV: 3 }, []],
    [
      'a board that draws nothing',
      'draw:teasel:game',
      { of: 'draw', state: 'game', amps: 0, volts: 5 },
      [['dead', 'hit']],
    ],
    ['a rail of 0 V', 'output:charger', { of: 'output', volts: 0 }, [['dead', 'hit']]],
    [
      'a cell that sags',
      'resistance:cell',
      { of: 'resistance', light: { amps: 0.2, volts: 3.9 }, heavy: { amps: 1.2, volts: 3.55 } },
      [['tired', 'tight']],
    ],
    [
      'one that does not',
      'resistance:cell',
      { of: 'resistance', light: { amps: 0.2, volts: 3.9 }, heavy: { amps: 1.2, volts: 3.8 } },
      [],
    ],
  ])('%s', (_name, id, body, codes) => {
    // Rated 2.5 Ah and 90 mΩ.
    const after = read(done, id, body);
    expect(found(after)).toEqual(codes);
    expect(trial(id, after).isBad).toBe(codes.length > 0);
  });
  test('more volts than a full cell has are no cell as it is said to be', () => {
    const at = (volts: number) => found(read(done, 'arrival:cell', { of: 'arrival', volts }));
    expect([at(4.27), at(4.3)]).toEqual([[], [['overfull', 'hit']]]);
  });
  const drew = (amps: number): ReadingBody => ({ of: 'draw', state: 'game', amps, volts: 5.06 });
  test('two readings that do not both hold are told, and either is taken back', () => {
    const one = read(done, 'draw:teasel:game', drew(0.36));
    expect(found(read(one, 'draw:teasel:game', drew(0.38)))).toEqual([]);
    const two = read(one, 'draw:teasel:game', drew(0.5));
    expect(found(two)).toEqual([['disagree', 'tight']]);
    const [f] = benchFindings(two);
    const ways = benchWays(two, f!);
    expect(ways.map((w) => w.text)).toEqual([
      'Take 0.360 A at 5.06 V back',
      'Take 0.500 A at 5.06 V back',
    ]);
    for (const w of ways) expect(found(appliedAll(two, w.changes))).toEqual([]);
    // Another state, or another part, is another thing.
    const menu = read(one, 'draw:teasel:menu', { of: 'draw', state: 'menu', amps: 0.2, volts: 5 });
    expect(found(menu)).toEqual([]);
  });
  test('a whole that its parts do not explain is told, more or less, and believed all the same', () => {
    const { value } = trial('whole:cell:game').expects!;
    const whole = (by: number) =>
      read(done, 'whole:cell:game', { of: 'whole', state: 'game', amps: by * value, volts: 3.79 });
    expect(found(whole(1.1))).toEqual([]);
    expect(benchFindings(whole(1.5))[0]!.what).toMatch(/more than its parts explain/);
    expect(benchFindings(whole(0.6))[0]!.what).toMatch(/less than its parts/);
    expect(benchWays(whole(1.5), benchFindings(whole(1.5))[0]!)).toEqual([]);
    const after = trial('whole:cell:game', whole(1.5)).expects!.value;
    expect(after / (1.5 * value)).toBeCloseTo(1, 1);
    expect(after / (1.5 * value)).toBeGreaterThan(0.97);
  });
  test('cells that are to be joined side by side stand level first', () => {
    const twin: Project = {
      ...done,
      kit: {
        ...done.kit,
        items: [
          ...done.kit.items,
          { ...done.kit.items.find((i) => i.id === 'cell')!, id: 'cell-2', name: 'Second' },
        ],
      },
    };
    const both = (a: number, b: number) =>
      read(read(twin, 'arrival:cell', { of: 'arrival', volts: a }), 'arrival:cell-2', {
        of: 'arrival',
        volts: b,
      });
    expect(found(both(3.8, 3.84))).toEqual([]);
    expect(found(both(3.8, 3.87))).toEqual([['unlevel', 'tight']]);
  });
  test('what a stand-in told is named, and taken back at once', () => {
    const made = readingFor(done, trial('draw:teasel:game'), drew(0.36), {
      with: 'bench',
      at: AT,
      isStandIn: true,
    });
    const p = withReading(done, (made as { reading: MeterReading }).reading);
    expect(found(p)).toEqual([['stand-in', 'tight']]);
    const [way] = benchWays(p, benchFindings(p)[0]!);
    expect(hoursNow(appliedAll(p, way!.changes))).toEqual(hoursNow(done));
  });
  test('the last reading counts: one that was read again and is well says nothing', () => {
    const bad = read(done, 'arrival:cell', { of: 'arrival', volts: 2.1 });
    expect(found(read(bad, 'arrival:cell', { of: 'arrival', volts: 3.8 }))).toEqual([]);
  });
});

describe('a run and a log', () => {
  test('mean by time, charge, peak and holes', () => {
    const run = runFigures([
      { t: 0, amps: 1 },
      { t: 1, amps: 1 },
      { t: 2, amps: 1 },
      { t: 3, amps: 2 },
      { t: 13, amps: 2 },
    ]);
    expect(run.peakA).toBe(2);
    expect(run.ah).toBeCloseTo((2 + 1.5 + 20) / 3600, 12);
    expect(run.amps).toBeCloseTo(23.5 / 13, 12);
    expect(run.holes).toEqual([{ from: 3, to: 13 }]);
    expect(() => runFigures([{ t: 0, amps: 1 }])).toThrow(BadInput);
  });
  test('how well the mean is known: readings next to each other are alike, and count less', () => {
    const alone = Array.from({ length: 400 }, (_, i) => ({ t: i, amps: i % 2 ? 1 : 2 }));
    const blocks = Array.from({ length: 400 }, (_, i) => ({ t: i, amps: i % 100 < 50 ? 1 : 2 }));
    expect(runFigures(alone).scatterA).toBeLessThan(0.01);
    expect(runFigures(blocks).scatterA).toBeGreaterThan(0.08);
  });
  test.each([
    ['plain', 'time,current,voltage\n0,0.5,5\n1,0.6,5\n2,0.7,5\n'],
    [
      'milliamps, semicolons and commas',
      'Time (ms);Current (mA);Voltage (mV)\n0;500;5000\n1000;600,0;5000\n2000;700;5000\n',
    ],
    [
      'tabs, a mark before it and clock times',
      '\uFEFFt\tvolts\tamps\n0:00:00\t5\t0.5\n0:00:01\t5\t0.6\n0:00:02.0\t5\t0.7\n',
    ],
    [
      'dates',
      'timestamp,A,V\n2026-11-01T10:00:00Z,0.5,5\n2026-11-01T10:00:01Z,0.6,5\n2026-11-01T10:00:02Z,0.7,5\n',
    ],
  ])('is read: %s', (_name, text) => {
    const { samples, leftOut } = readMeterLog(text);
    expect(samples.map((s) => s.amps)).toEqual([0.5, 0.6, 0.7].map((x) => expect.closeTo(x, 9)));
    expect(samples.map((s) => s.t)).toEqual([0, 1, 2].map((x) => expect.closeTo(x, 6)));
    expect([samples[0]!.volts, leftOut]).toEqual([expect.closeTo(5, 9), 0]);
  });
  const body = Array.from({ length: 40 }, (_, i) => `${i},0.5`).join('\n');
  test('lines that hold no reading are left out and told; other columns end it', () => {
    const odd = readMeterLog(`time,amps\n${body}\n40,NaN\n41,1e99\n39,0.5\n42,0.5\n`);
    expect([odd.samples.length, odd.leftOut, odd.firstLeftOut]).toEqual([41, 3, 42]);
    expect(leftOutWords(odd)).toBe('3 lines hold no reading, line 42 first: left out.');
    expect(leftOutWords({ leftOut: 0 })).toBeUndefined();
    expect(leftOutWords({ leftOut: 1, firstLeftOut: 7 })).toMatch(/^Line 7 holds no reading/);
    const changed = readMeterLog(`time,amps\n${body}\ntime,volts\n1,5\n`);
    expect(changed.ended).toMatch(/^Line 42 names other columns/);
    expect(changed.samples).toHaveLength(40);
  });
  test.each([
    ['nothing', '', /first line names the columns/],
    ['no current', 'time,volts\n0,5\n1,5\n', /it says "time, volts"/],
    ['words', 'time,amps\na,b\nc,d\n', /No two lines/],
    [
      'mostly broken',
      `time,amps\n0,1\n1,1\n${'x,y\n'.repeat(30)}`,
      /30 of 32 lines cannot be read, line 4 first/,
    ],
  ])('is refused in one sentence: %s', (_name, text, says) => {
    expect(() => readMeterLog(text)).toThrow(says);
  });
});

test('the guided bench on 24 builds nobody knows: the hours are told, and the band covers them', () => {
  const seeds = Array.from({ length: 24 }, (_, i) => 5000 + i);
  const score = scoreOf(benchBuilds(), seeds);
  expect(score.builds).toBe(24);
  expect(score.near).toBeGreaterThanOrEqual(0.85);
  expect(score.covered).toBeGreaterThanOrEqual(0.85);
  expect(score.halfWidth).toBeLessThan(0.06);
  expect(score.halfWidthBefore).toBeLessThan(0.3);
  // It was worth the work.
  expect(score.halfWidth).toBeLessThan(score.halfWidthBefore / 2);
});
