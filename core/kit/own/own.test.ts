/** Parts of the builder's own: a maker's line fills what it says, a table of figures the rest. */
import { demos, libraryPart, STARTER_PARTS } from '../../catalogue';
import { chains } from '../../chains';
import { appliedAll, FAMILIES, type Part, type Project, readPart } from '../../model';
import { powerFigures } from '../../power';
import { portsOf, usualPorts } from '../ports';
import { blankPart } from './blank';
import { FIGURES, figureOf, type Group, GROUPS_OF, owed, withFigure } from './figures';
import { nearestParts, partFromLine } from './fromLine';
import { linesTaken, linesWords } from './lines';
import { readMakersLine } from './makersLine';

describe('a maker’s line', () => {
  test.each([
    [
      '3.7 V 1200 mAh 6 x 34 x 50',
      { family: 'cell', volts: 3.7, ampHours: 1.2, sizes: [6, 34, 50] },
    ],
    ['3.7V1200mAh 603450', { volts: 3.7, ampHours: 1.2, sizes: [6, 34, 50] }],
    ['503450', { family: 'cell', sizes: [5, 34, 50] }],
    ['9059156', { family: 'cell', sizes: [9, 59, 156] }],
    ['18650 2600mAh', { family: 'cell', can: { d: 18, long: 65 }, ampHours: 2.6 }],
    ['LiPo 2,5 Ah 8×50×60', { family: 'cell', ampHours: 2.5, sizes: [8, 50, 60] }],
    [
      '2.8 in SPI 320x240 50 x 69.2',
      { family: 'screen', inches: 2.8, link: 'spi', pixels: [320, 240], sizes: [50, 69.2] },
    ],
    ['3.5" HDMI 640 x 480', { family: 'screen', inches: 3.5, link: 'hdmi', pixels: [640, 480] }],
    ['65 x 30, 40-pin', { family: 'sbc', sizes: [65, 30], header: true }],
    ['speaker 8 Ω 1 W ⌀ 28 mm', { family: 'speaker', ohms: 8, watts: 1, roundMm: 28 }],
    ['step-up 5 V 2 A 18 x 22', { family: 'converter', boost: 'boost', volts: 5, amps: 2 }],
    ['buck 5V 3A', { family: 'converter', boost: 'buck', volts: 5, amps: 3 }],
    ['charger 500 mA 17 x 26', { family: 'charger', amps: 0.5, sizes: [17, 26] }],
  ])('%s', (line, says) => {
    expect(readMakersLine(line)).toMatchObject({ ...says, doubts: [] });
  });
  test.each([
    ['3.7 V 1200 mAh 5 x 34 x 50', /1200 mAh in 5 × 34 × 50 mm is 0\.52 Wh\/cm³/],
    ['4.44 Wh 3.7 V 2000 mAh', /4\.44 Wh is not 3\.7 V × 2 Ah = 7\.4 Wh/],
    ['5 V 1000 mAh 8 x 40 x 60 cell', /5 V is no number of lithium or nickel cells/],
    ['7.4 V 3S 2000 mAh', /3 cells in series are not 7\.4 V/],
    ['503450 8 x 40 x 60 500 mAh', /code 503450 says 5 × 34 × 50 mm/],
    ['2.8 in 320x240 20 x 30', /lit area of 56\.9 × 42\.7 mm does not go into 20 × 30 mm/],
    ['board 50 x 60 and 70 x 80', /Two sizes/],
    ['65 x 0', /0 mm is no size/],
    ['3.7 V 1,200 mAh 6 x 34 x 50', /1,200 may be 1\.2 or 1200/],
  ])('%s cannot be true', (line, sentence) => {
    expect(partFromLine(line, 'x').doubts.join(' ')).toMatch(sentence);
  });
  test('one size alone is how wide a speaker is, begun with another one too', () => {
    const base = libraryPart('speaker-15');
    for (const line of ['speaker 8 ohm 1 W 20 mm', '20 mm speaker', 'speaker ⌀ 20']) {
      expect(readMakersLine(line).roundMm).toBe(20);
      const plans = [undefined, base].map(
        (b) => partFromLine(line, 'x', b ? { base: b } : {}).part.blocks[0]!.plan,
      );
      for (const plan of plans) {
        expect([line, plan]).toMatchObject([line, { kind: 'circle', d: { mm: 20 } }]);
      }
    }
    // How tall it is was not read: it stays as tall as what it was begun with.
    const { part } = partFromLine('speaker 20 mm', 'x', { base });
    expect(part.blocks.map((b) => b.height)).toEqual(base.blocks.map((b) => b.height));
    expect(readMakersLine('switch 20 mm').roundMm).toBeUndefined();
  });
  test('whatever is typed, a part comes out that can be kept', () => {
    for (const line of ['', ';;;', '9'.repeat(60), '1e9 V', 'x'.repeat(300), '0 x 0 x 0', '-5 V']) {
      expect([line, readPart(partFromLine(line, 'mine').part).ok]).toEqual([line, true]);
    }
  });
  test('the nearest parts of the library are of its kind, the likest first', () => {
    const [first, ...rest] = nearestParts(STARTER_PARTS, '3.7 V 2400 mAh 8 x 50 x 60');
    expect(first!.id).toBe('slab-2500');
    expect(rest).toHaveLength(2);
    expect(nearestParts(STARTER_PARTS, '2.7 in SPI 320x240 50 x 69')[0]!.id).toBe('pane-2-8-spi');
    expect(nearestParts(STARTER_PARTS, 'something')).toEqual([]);
  });
  test('begun with the nearest part it has its pads and lines, and its own figures', () => {
    const base = libraryPart('pane-2-8-spi');
    const { part } = partFromLine('2.6 in SPI 320x240 50 x 66', 'mine', { base });
    expect([part.pads, part.takes]).toEqual([base.pads, base.takes]);
    expect([part.screen!.diagonalIn, part.source]).toEqual([2.6, 'mine']);
  });
});

describe('header lines as a maker lists them', () => {
  test('are read, said again, and read the same', () => {
    const read = linesTaken('GPIO18 I2S clock, 19 I2S word; gp21: I2S data\n7');
    expect(read).toEqual({
      ok: true,
      takes: [
        { gpio: 18, signal: 'I2S clock' },
        { gpio: 19, signal: 'I2S word' },
        { gpio: 21, signal: 'I2S data' },
        { gpio: 7, signal: 'taken' },
      ],
    });
    for (const part of STARTER_PARTS) {
      expect([part.id, linesTaken(linesWords(part))]).toEqual([
        part.id,
        { ok: true, takes: part.takes ?? [] },
      ]);
    }
  });
  test.each([
    ['clock 18', /begins with no line/],
    ['GPIO64 x', /no line 64: they end at 63/],
    ['18 a, GPIO18 b', /listed twice/],
    [Array.from({ length: 41 }, (_, i) => i).join(','), /at most 40/],
  ])('%s is refused in a sentence', (text, sentence) => {
    const read = linesTaken(text);
    expect(read.ok ? '' : read.sentence).toMatch(sentence);
  });
});

describe('ends that cannot be are refused where they stand', () => {
  const part = { ...libraryPart('teasel'), source: 'mine' as const };
  const [first] = part.ports ?? usualPorts(part);
  test.each([
    ['ports.0.volts', [{ ...first!, volts: [5.5, 4.5] as [number, number] }]],
    ['ports.0.block', [{ ...first!, block: 'nowhere' }]],
    ['ports.1.id', [first!, first!]],
  ])('%s', (path, ports) => {
    const read = readPart({ ...part, ports });
    expect(read.ok ? '' : read.complaints[0]!.path).toBe(path);
  });
  test('every part of the library may be kept', () => {
    for (const p of STARTER_PARTS) expect([p.id, readPart(p).ok]).toEqual([p.id, true]);
  });
});

/** One of every kind that has figures, and the groups that make it one. */
const KINDS = FAMILIES.flatMap((family): Array<[string, Part]> => {
  const groups = GROUPS_OF[family];
  const part = STARTER_PARTS.find(
    (q) => q.family === family && groups.some((g) => q[g] !== undefined),
  );
  return part ? [[family, part]] : [];
});

describe('figures typed one by one', () => {
  test('there are twelve kinds at least', () => expect(KINDS.length).toBeGreaterThanOrEqual(12));
  test.each(KINDS)('%s: typed by hand it is what the library says', (family, part) => {
    let own = blankPart('mine', 'Mine', part.family);
    for (const group of GROUPS_OF[part.family]) {
      if (part[group] === undefined) continue;
      for (const f of FIGURES[group]) {
        own = withFigure(own, group, f.key, figureOf(part, group, f.key));
      }
      expect([family, group, own[group]]).toEqual([family, group, part[group]]);
    }
    // With its sockets and pads it then gives and takes the same.
    const { connectors, pads, blocks, takes, ports } = part;
    const whole: Part = { ...own, connectors, pads, blocks, ...(takes ? { takes } : {}) };
    expect(usualPorts(whole)).toEqual(usualPorts(part));
    expect(portsOf({ ...whole, ...(ports ? { ports } : {}) })).toEqual(portsOf(part));
    expect(readPart(whole)).toMatchObject({ ok: true });
  });
  test('a build with a hand-typed cell and charger runs the same chains and hours', () => {
    const [, loaner] = demos() as [Project, Project];
    const retyped = (p: Part): Part => {
      let own: Part = { ...p, source: 'mine' };
      for (const group of GROUPS_OF[p.family]) {
        const was = p[group];
        own = withFigure(own, group, FIGURES[group][0]!.key, undefined);
        if (was === undefined) continue;
        for (const f of FIGURES[group]) {
          own = withFigure(own, group, f.key, figureOf(p, group, f.key));
        }
      }
      return own;
    };
    const typed = { ...loaner, kit: { ...loaner.kit, parts: loaner.kit.parts.map(retyped) } };
    const seen = (p: Project) => [
      chains(p).map((c) => c.breaks),
      powerFigures(p).run?.value.hours,
      powerFigures(p).findings.map((f) => [f.id, f.verdict, f.title]),
    ];
    expect(seen(typed)).toEqual(seen(appliedAll(loaner, [])));
  });
  test('the first figure of a group brings the usual others; taken out, the group goes', () => {
    const cell = withFigure(blankPart('c', 'C', 'cell'), 'cell', 'capacityAh', 2);
    expect(cell.cell).toMatchObject({ capacityAh: 2, series: 1, fullV: 4.2, cutoffV: 3 });
    expect(withFigure(cell, 'cell', 'capacityAh', undefined).cell).toBeUndefined();
    const bare = withFigure(cell, 'cell', 'bare', true);
    expect(bare.cell!.bare).toBe(true);
    expect('bare' in withFigure(bare, 'cell', 'bare', undefined).cell!).toBe(false);
    const buck = withFigure(blankPart('b', 'B', 'converter'), 'converter', 'maxInV', 20);
    expect(buck.converter!.maxInV).toBe(20);
    expect('maxInV' in withFigure(buck, 'converter', 'maxInV', undefined).converter!).toBe(false);
  });
  test('every usual value lies in its range, and every group is asked of some kind', () => {
    for (const [group, figures] of Object.entries(FIGURES)) {
      for (const f of figures) {
        if (f.is !== 'number') continue;
        const t = f.typical as number;
        expect([group, f.key, t >= f.min && t <= f.max]).toEqual([group, f.key, true]);
      }
      expect(Object.values(GROUPS_OF).some((list) => list.includes(group as Group))).toBe(true);
    }
  });
  test('what is missing says what it keeps from being judged', () => {
    const blank = blankPart('c', 'C', 'cell');
    expect(owed(blank)[0]).toEqual({
      group: 'cell',
      label: 'Capacity',
      judges: 'hours and charging',
    });
    expect(owed(withFigure(blank, 'cell', 'capacityAh', 1))).toEqual([]);
    expect(owed(blankPart('h', 'H', 'hardware'))).toEqual([]);
  });
});

test('a part that contradicts itself is not kept: one sentence at its field', () => {
  const complaint = (change: (q: any) => void) => {
    const q = JSON.parse(JSON.stringify(libraryPart('slab-1000')));
    change(q);
    const read = readPart(q);
    return read.ok ? [] : [read.complaints[0]!.path, read.complaints[0]!.sentence];
  };
  expect(complaint((q) => (q.cell.cutoffV = 4.3))).toEqual([
    'cell.cutoffV',
    'A cut-off of 4.3 V is not below 4.2 V, its full voltage.',
  ]);
  expect(complaint((q) => (q.pads[1] = { ...q.pads[0], id: 'x', name: 'OTHER' }))).toEqual([
    'pads.1',
    'The pads BAT+ and OTHER are on one place.',
  ]);
  for (const q of STARTER_PARTS) expect([q.id, readPart(q).ok]).toEqual([q.id, true]);
});
