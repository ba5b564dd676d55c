import { buttonMap } from '../controls';
import { pressPlan } from '../press';
import { type KeptBoard, readPlainly } from '../trace/kept.fixture';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { demos, STARTER_PARTS } from '../catalogue';
import { correctionFor, cutOuts, cutting, cutWork, measuringSheet, templates } from '../cuts';
import { applied, type PadBus, type Project, USUAL_PAD_BUS } from '../model';
import {
  calliperTable,
  csvText,
  documentSchema,
  mappingLine,
  overlaySource,
  pinTable,
  sheetSvg,
} from './index';
import { sheetsPdf } from './pdf/index';

const done = demos()[1]!;
const NASTY = '=1+1"<b>,Ω\n../x';
const nasty: Project = {
  ...done,
  name: NASTY,
  controls: {
    ...done.controls,
    compatible: 'made-up,board',
    inputs: done.controls.inputs.map((i) => ({ ...i, name: `${i.name} ${NASTY}` })),
  },
};
const require = createRequire(join(process.cwd(), 'package.json'));
const fonts = {
  text: readFileSync(
    require.resolve('@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff'),
  ),
  fallback: readFileSync(require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')),
};
const dir = mkdtempSync(join(tmpdir(), 'deft-formats-'));

describe('the overlay', () => {
  test.each([
    ['the demo', { ...done, controls: { ...done.controls, compatible: 'made-up,board' } }],
    ['a build with a nasty name', nasty],
  ])('of %s compiles without a warning, and its codes rank as the mapping numbers them', (_, p) => {
    const src = join(dir, 'o.dts');
    const bin = join(dir, 'o.dtbo');
    writeFileSync(src, overlaySource(p));
    const noise = execFileSync('sh', ['-c', `dtc -@ -I dts -O dtb -o '${bin}' '${src}' 2>&1`], {
      encoding: 'utf8',
    });
    expect(noise).toBe('');
    const back = execFileSync('sh', ['-c', `dtc -I dtb -O dts '${bin}' 2>/dev/null`], {
      encoding: 'utf8',
    });
    const codes = [...back.matchAll(/linux,code = <0x([0-9a-f]+)>/g)].map((m) =>
      parseInt(m[1]!, 16),
    );
    expect(codes.length).toBe(12);
    // The library counts from BTN_JOYSTICK (0x120) up, then the codes below it.
    const ranked = [
      ...codes.filter((c) => c >= 0x120).sort((a, b) => a - b),
      ...codes.filter((c) => c < 0x120).sort((a, b) => a - b),
    ];
    const fields = Object.fromEntries(
      mappingLine(p)
        .trim()
        .split(',')
        .slice(2)
        .filter((f) => f.includes(':b'))
        .map((f) => f.split(':b'))
        .map(([k, v]) => [k, Number(v)]),
    );
    const expected = {
      a: 0x130,
      b: 0x131,
      x: 0x134,
      y: 0x133,
      leftshoulder: 0x136,
      rightshoulder: 0x137,
      back: 0x13a,
      start: 0x13b,
      dpup: 0x220,
      dpdown: 0x221,
      dpleft: 0x222,
      dpright: 0x223,
    };
    for (const [k, code] of Object.entries(expected)) {
      expect([k, fields[k]]).toEqual([k, ranked.indexOf(code)]);
    }
    // Active low with the pull-up: flags 0x11 in every gpios cell.
    expect([...back.matchAll(/gpios = <0x[0-9a-f]+ 0x[0-9a-f]+ 0x11>/g)].length).toBe(12);
  });
  /** What the overlay says once it is compiled and read back; it must compile without a word. */
  const compiled = (p: Project): string => {
    const src = join(dir, 'k.dts');
    const bin = join(dir, 'k.dtbo');
    writeFileSync(src, overlaySource(p));
    const run = (command: string): string =>
      execFileSync('sh', ['-c', command], { encoding: 'utf8' });
    expect(run(`dtc -@ -I dts -O dtb -o '${bin}' '${src}' 2>&1`)).toBe('');
    return run(`dtc -I dtb -O dts '${bin}' 2>/dev/null`);
  };
  const cellsOf = (text: string): number[] =>
    [...text.matchAll(/0x([0-9a-f]+)/g)].map((m) => parseInt(m[1]!, 16));

  test('of an expander: its chip on the bus, and every key on its own input', () => {
    const p: Project = {
      ...done,
      controls: {
        ...done.controls,
        route: 'expander',
        compatible: 'made-up,board',
        expander: { compatible: 'made-up,reader16', address: 0x27, bus: 'i2c_b' },
      },
    };
    const back = compiled(p);
    expect(back).toMatch(/gpio@27 \{[\s\S]*compatible = "made-up,reader16";\s+reg = <0x27>/);
    expect(back).toContain('i2c_b = "/fragment@0:target:0"');
    expect(back).toContain('compatible = "gpio-keys-polled"');
    const inputs = [...back.matchAll(/gpios = <0x[0-9a-f]+ 0x([0-9a-f]+) 0x01>/g)].map((m) =>
      parseInt(m[1]!, 16),
    );
    expect(inputs).toEqual(inputs.map((_, n) => n));
    const codes = [...back.matchAll(/linux,code = <0x([0-9a-f]+)>/g)].map((m) =>
      parseInt(m[1]!, 16),
    );
    expect(codes).toEqual(pressPlan(p).keys.map((k) => k.code));
    expect(pressPlan(p).keys.map((k) => k.line)).toEqual(inputs.map((n) => `input ${n + 1}`));
    const nameless = { ...p, controls: { ...p.controls, expander: {} } };
    expect(() => overlaySource(nameless)).toThrow(/"compatible" of the chip on your expander/);
  });

  test.each([
    [1, 0x20],
    [-1, 0x11],
    [0, 0x11],
  ] as const)('of a kept board with a common: diodes %i make its lines %i', (diode, flags) => {
    const ids = done.controls.inputs.map((i) => i.id);
    const pads = ['C', ...ids.map((_, k) => `P${k}`)];
    const board: KeptBoard = {
      pads,
      net: pads.map((_, n) => n),
      keys: ids.map((id, k) => ({ id, halves: [0, k + 1], diode, side: 1, ohm: 50 })),
    };
    const tracing = { pads, readings: readPlainly(board) };
    const back = compiled({
      ...done,
      controls: { ...done.controls, route: 'original board', compatible: 'made-up,board', tracing },
    });
    const told = [...back.matchAll(/gpios = <0x[0-9a-f]+ 0x[0-9a-f]+ 0x([0-9a-f]+)>/g)];
    expect(told.map((m) => parseInt(m[1]!, 16))).toEqual(ids.map(() => flags));
  });

  test('of a kept board of rows and columns: each key at its row and column', () => {
    const keys = done.controls.inputs.map((i) => i.id);
    const board: KeptBoard = {
      pads: ['a', 'b', 'c', 'd', 'e', 'f', 'g'],
      net: [0, 1, 2, 3, 4, 5, 6],
      keys: keys.map((id, k) => ({
        id,
        halves: [k % 3, 3 + Math.floor(k / 3)],
        diode: 1,
        side: 1,
        ohm: 50,
      })),
    };
    const p: Project = {
      ...done,
      controls: {
        ...done.controls,
        route: 'original board',
        compatible: 'made-up,board',
        inputs: done.controls.inputs.map((i) => {
          const unlined = { ...i };
          delete unlined.gpio;
          return unlined;
        }),
        tracing: { pads: board.pads, readings: readPlainly(board) },
      },
    };
    const { matrix } = buttonMap(p);
    const back = compiled(p);
    const list = (name: string): number[] => cellsOf(new RegExp(`${name} = (.*);`).exec(back)![1]!);
    const gpios = (name: string): number[] => list(name).filter((_, n) => n % 3 === 1);
    const of = (is: 'row' | 'column') => matrix!.lines.filter((l) => l.is === is);
    expect(gpios('row-gpios')).toEqual(of('row').map((l) => l.gpio));
    expect(gpios('col-gpios')).toEqual(of('column').map((l) => l.gpio));
    // Rows are pulled up and read, columns driven low.
    expect(new Set(list('row-gpios').filter((_, n) => n % 3 === 2))).toEqual(new Set([0x11]));
    expect(new Set(list('col-gpios').filter((_, n) => n % 3 === 2))).toEqual(new Set([1]));
    const told = list('linux,keymap').map((cell) => ({
      row: of('row')[cell >>> 24]!.pad,
      column: of('column')[(cell >>> 16) & 0xff]!.pad,
      code: cell & 0xffff,
    }));
    expect(told).toEqual(
      keys.map((_, k) => ({
        row: board.pads[k % 3],
        column: board.pads[3 + Math.floor(k / 3)],
        code: pressPlan(p).keys[k]!.code,
      })),
    );
  });

  const overSerial = (change: Partial<PadBus>, inputs = done.controls.inputs): Project => ({
    ...done,
    controls: {
      ...done.controls,
      route: 'pad bus',
      compatible: 'made-up,board',
      inputs: inputs.map((i) => {
        const unlined = { ...i };
        delete unlined.gpio;
        return unlined;
      }),
      bus: { ...USUAL_PAD_BUS, bits: 16, worksFromV: 3, ...change },
    },
  });

  test.each([
    ['rising', 'high', 'low'],
    ['falling', 'low', 'high'],
  ] as const)(
    'of a serial pad that shifts on %s, loads on %s, pressed %s: every key at its bit',
    (shiftsOn, loads, pressed) => {
      const ids = done.controls.inputs.map((i) => i.id);
      // The first key at the last bit, and so on; the rest tells nothing.
      const keys = Array.from({ length: 16 }, (_, bit) => ids[15 - bit] ?? null);
      const p = overSerial({ keys, shiftsOn, loads, pressed, clockHz: 50_000 });
      const back = compiled(p);
      const { bus } = buttonMap(p);
      const gpioOf = (is: string) => bus!.lines.find((l) => l.is === is)!.gpio;
      const flagged = (name: string): number[] =>
        cellsOf(new RegExp(`${name} = (.*);`).exec(back)![1]!).slice(1);
      expect(flagged('sck-gpios')).toEqual([gpioOf('clock'), 0]);
      expect(flagged('miso-gpios')).toEqual([gpioOf('data'), 0]);
      expect(flagged('load-gpios')).toEqual([gpioOf('latch'), loads === 'high' ? 0 : 1]);
      expect(back).toContain('ngpios = <0x10>');
      expect(back).toContain(`spi-max-frequency = <0x${(50_000).toString(16)}>`);
      expect(back.includes('spi-cpol')).toBe(shiftsOn === 'rising');
      const told = [...back.matchAll(/linux,code = <0x(\w+)>;\s+gpios = <0x\w+ 0x(\w+) 0x0(\d)>/g)];
      // A register of two bytes read by a driver of its own: the first bit told is the top of byte 0.
      const word = (bit: number): number => {
        const bytes = [0, 0];
        bytes[bit >> 3]! |= 0x80 >> (bit & 7);
        return bytes.findIndex((b) => b) * 8 + Math.log2(bytes.find((b) => b)!);
      };
      expect(told.map((m) => [parseInt(m[2]!, 16), parseInt(m[1]!, 16), Number(m[3])])).toEqual(
        pressPlan(p).keys.map((k) => [word(keys.indexOf(k.id)), k.code, pressed === 'low' ? 1 : 0]),
      );
    },
  );

  test('of a serial pad with one key on a line of its own: both nodes, two names', () => {
    const [first, ...rest] = done.controls.inputs;
    const p = overSerial({ keys: rest.map((i) => i.id) }, [{ ...first!, route: 'gpio' }, ...rest]);
    const back = compiled(p);
    expect(back).toContain('compatible = "gpio-keys"');
    expect(back).toContain('compatible = "gpio-keys-polled"');
    expect([...back.matchAll(/linux,code/g)]).toHaveLength(done.controls.inputs.length);
  });

  test('of a ladder: the converter on its bus, each channel with the volts of its keys', () => {
    const roles = ['up', 'down', 'left', 'right', 'start', 'select'];
    const adc = STARTER_PARTS.find((q) => q.id === 'weave-adc')!;
    const base = applied(done, { do: 'add', part: adc });
    const p: Project = {
      ...base,
      controls: {
        ...base.controls,
        route: 'ladder',
        compatible: 'made-up,board',
        duties: {},
        ladder: { steps: [], chip: { compatible: 'made-up,adc4', address: 0x4a, bus: 'i2c_b' } },
        inputs: base.controls.inputs.slice(0, roles.length).map((i, n) => {
          const unlined = {
            ...i,
            functions: [roles[n]] as Project['controls']['inputs'][number]['functions'],
          };
          delete unlined.gpio;
          return unlined;
        }),
      },
    };
    const back = compiled(p);
    expect(back).toMatch(/adc@4a \{[\s\S]*compatible = "made-up,adc4";\s+reg = <0x4a>/);
    expect([...back.matchAll(/compatible = "adc-keys"/g)]).toHaveLength(3);
    const told = new Map(
      [...back.matchAll(/linux,code = <0x(\w+)>;\s+press-threshold-microvolt = <0x(\w+)>/g)].map(
        (m) => [parseInt(m[1]!, 16), parseInt(m[2]!, 16) / 1e6],
      ),
    );
    // Of two on a channel one is on ground, the other under half of 3.3 V, as near as stock values go.
    const volts = [...told.values()].sort((a, b) => a - b);
    expect(volts.slice(0, 3)).toEqual([0, 0, 0]);
    for (const v of volts.slice(3)) expect(v).toBeCloseTo(1.65, 2);
    expect([...told.keys()].sort()).toEqual(
      pressPlan(p)
        .keys.map((k) => k.code)
        .sort(),
    );
    expect([...back.matchAll(/io-channels = <0x\w+ 0x0(\d)>/g)].map((m) => m[1])).toEqual([
      '0',
      '1',
      '2',
    ]);
    expect(pressPlan(p).keys[0]!.line).toBe('channel 1, a wire');
    const nameless = { ...p, controls: { ...p.controls, ladder: { steps: [] } } };
    expect(() => overlaySource(nameless)).toThrow(/"compatible" of the converter/);
  });

  test('without the root compatible it asks instead of guessing', () =>
    expect(() => overlaySource(done)).toThrow(/root "compatible"/));
  test('two signals on one line are refused, not written', () => {
    const [half] = demos() as [Project];
    const named = { ...half, controls: { ...half.controls, compatible: 'a,b' } };
    expect(() => overlaySource(named)).toThrow(/GPIO18 carries two signals.*Answer key 2/);
  });
});

test('the mapping stays one line of the same number of fields whatever the name', () => {
  const fields = (p: Project) => mappingLine(p).trimEnd().split(',').length;
  expect(fields(nasty)).toBe(fields(done));
  expect(mappingLine(nasty).trimEnd()).not.toMatch(/\n|[<>"]/);
});

describe('CSV', () => {
  test.each(['=1+1', '+1', '-1', '@x', '\tx'])('%j cannot run as a formula', (t) =>
    expect(csvText(t).startsWith("'")).toBe(true),
  );
  test('the pin table reads back with 40 pins and one row a pin', () => {
    const rows = Papa.parse<string[]>(pinTable(nasty).trimEnd()).data;
    expect(rows.length).toBe(41);
    for (const r of rows) expect(r.length).toBe(6);
    expect(rows.flat().some((c) => /^[=+@\t-]/.test(c))).toBe(false);
  });
});

describe('SVG', () => {
  const sheet = templates(nasty)[0]!;
  const svg = sheetSvg(sheet, nasty.name);
  test('lets no markup through', () => {
    expect(svg).not.toContain('<b>');
    expect(svg).toContain('&lt;b&gt;');
  });
  test('is as large in mm as its view box, so that one unit is a millimetre', () => {
    const [, w, h, vw, vh] =
      /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg)!;
    expect([w, h]).toEqual([vw, vh]);
  });
});

describe('PDF', () => {
  const pages = async (
    p: Project,
    paper: 'a4' | 'letter',
    correction = { along: 1, across: 1 },
  ) => {
    const file = join(dir, `t-${paper}.pdf`);
    writeFileSync(
      file,
      await sheetsPdf([...templates(p), ...cutOuts(p), measuringSheet()], {
        title: p.name,
        paper,
        fonts,
        correction,
      }),
    );
    return file;
  };
  test('embeds its fonts, and Ω, ⌀ and the nasty name come out as text', async () => {
    const file = await pages(nasty, 'a4');
    const text = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
    expect(text).toContain('=1+1"<b>,Ω ../x');
    expect(text).toContain('⌀8.5');
    const list = execFileSync('pdffonts', [file], { encoding: 'utf8' }).trim().split('\n').slice(2);
    expect(list.length).toBeGreaterThan(0);
    for (const f of list) expect(f).toMatch(/Identity-H\s+yes/);
  });
  test.each([
    ['a4', '595.276 x 841.89'],
    ['letter', '612 x 792'],
  ] as const)('on %s has that page size', async (paper, size) => {
    expect(execFileSync('pdfinfo', [await pages(done, paper)], { encoding: 'utf8' })).toContain(
      size,
    );
  });
  test('prints the outline at true size, and at the corrected size when the printer is off', async () => {
    // Rendered at 254 dpi one pixel is 0.1 mm: the outline is 172 mm between its left and right datum edges.
    const span = (file: string): number => {
      execFileSync('pdftoppm', ['-r', '254', '-f', '1', '-l', '1', '-gray', file, join(dir, 'p')]);
      const raw = readFileSync(
        join(
          dir,
          execFileSync('ls', [dir], { encoding: 'utf8' })
            .split('\n')
            .find((f) => /^p-.*\.pgm$/.test(f))!,
        ),
      );
      const [, w, h] = /^P5\s+(\d+)\s+(\d+)\s+255\s/
        .exec(raw.subarray(0, 40).toString('latin1'))!
        .map(Number) as [number, number, number];
      const at = raw.length - w * h;
      const y = Math.round(700);
      let first = -1;
      let last = -1;
      for (let x = 0; x < w - 120; x++) {
        if (raw[at + y * w + x]! < 100) {
          if (first < 0) first = x;
          last = x;
        }
      }
      return (last - first) / 10;
    };
    expect(Math.abs(span(await pages(done, 'a4')) - 172.9)).toBeLessThan(0.3);
    const c = correctionFor(49.5, 50.25);
    expect(
      c.ok && Math.abs(span(await pages(done, 'a4', c.correction)) - (172 * 50) / 49.5 - 0.9),
    ).toBeLessThan(0.3);
  });
  test('a turned page is corrected the way the printer feeds it: what ran along runs across', async () => {
    const word = (x: number, y: number, text: string) =>
      ({ kind: 'text', x, y, mm: 4, text }) as const;
    const wide = {
      id: 'wide',
      title: 'Wide',
      note: 'a test',
      w: 240,
      h: 120,
      marks: [word(10, 20, 'left'), word(210, 20, 'right'), word(10, 100, 'low')],
    };
    const file = join(dir, 'turned.pdf');
    const correction = { along: 1.02, across: 0.99 };
    const made = await sheetsPdf([wide], { title: 'T', paper: 'a4', fonts, correction });
    writeFileSync(file, made);
    const boxes = execFileSync('pdftotext', ['-bbox', file, '-'], { encoding: 'utf8' });
    const at = (text: string): [number, number] => {
      const found = new RegExp(`xMin="([\\d.]+)" yMin="([\\d.]+)"[^>]*>${text}<`).exec(boxes)!;
      return [(Number(found[1]) * 25.4) / 72, (Number(found[2]) * 25.4) / 72];
    };
    expect(at('right')[0] - at('left')[0]).toBeCloseTo(200 * 0.99, 1);
    expect(at('low')[1] - at('left')[1]).toBeCloseTo(80 * 1.02, 1);
    expect(boxes).toMatch(/>across:</);
  });
  test('a printer off by more than 3 % is refused with the setting that is likely wrong', () => {
    expect(correctionFor(48, 50)).toMatchObject({
      ok: false,
      sentence: expect.stringContaining('fit to page'),
    });
    expect(correctionFor(0, 50)).toMatchObject({ ok: false });
    expect(correctionFor(49.9, 50.1)).toMatchObject({ ok: true });
  });
  test('a sheet larger than the paper is tiled over pages that together show all of it', async () => {
    const sheet = {
      id: 'big',
      title: 'Big',
      note: '',
      w: 500,
      h: 320,
      marks: [{ kind: 'line' as const, x0: 0, y0: 1, x1: 500, y1: 1, ink: 'cut' as const }],
    };
    const file = join(dir, 'big.pdf');
    writeFileSync(file, await sheetsPdf([sheet], { title: 'Big', paper: 'a4', fonts }));
    expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(/Pages:\s+6\n/);
  });
  test('the same build gives the same bytes', async () => {
    const a = await sheetsPdf(templates(done), { title: done.name, paper: 'a4', fonts });
    const b = await sheetsPdf(templates(done), { title: done.name, paper: 'a4', fonts });
    expect(Buffer.from(a).equals(Buffer.from(b))).toBe(true);
  });
});

test('the schema in docs/ is the one the code checks with, and so are the examples', () => {
  expect(JSON.parse(readFileSync('docs/project.schema.json', 'utf8'))).toEqual(
    JSON.parse(JSON.stringify(documentSchema())),
  );
  for (const demo of demos()) {
    expect(JSON.parse(readFileSync(`docs/examples/${demo.id}.json`, 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(demo)),
    );
  }
});

test('the calliper list has every cut in order, its readings as in the plan', () => {
  const p = demos()[0]!;
  const cuts = cutting(p);
  const { data } = Papa.parse<string[]>(calliperTable(p, cuts).trim());
  const work = cutWork(p, cuts);
  expect(data.length).toBe(1 + work.length);
  work.forEach((w, i) => {
    const row = data[i + 1]!;
    const plan = [...cuts.openings, ...cuts.trims].find((c) => c.key === w.key)!;
    expect(row[0]).toBe(String(i + 1));
    expect(row[1]).toBe(w.name);
    expect(Number(row[4])).toBeCloseTo(plan.from[0].mm, 1);
    expect(Number(row[6])).toBeCloseTo(plan.from[1].mm, 1);
    expect([row[5], row[7]]).toEqual(plan.from.map((f) => f.edge));
  });
});
