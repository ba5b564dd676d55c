import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run } from './main';
import { writeAll } from './write';

const dir = mkdtempSync(join(tmpdir(), 'deft-cli-'));
const call = async (...argv: string[]) => {
  let out = '';
  let err = '';
  const code = await run(argv, {
    out: (t) => {
      out += t;
    },
    err: (t) => {
      err += t;
    },
  });
  return { code, out, err };
};
const file = (name: string, text: string): string => {
  const at = join(dir, name);
  writeFileSync(at, text);
  return at;
};

describe('check', () => {
  test('exit 1 with every finding of the half-way demo', async () => {
    const r = await call('check', 'docs/examples/dabchick-2.json');
    expect(r.code).toBe(1);
    for (const t of [
      'Plug seats 2.2 mm short',
      '1.8 mm overlap',
      '0.3 mm left, 0.9 needed',
      'GPIO18 carries two signals',
      'Charges at 1.08 C',
      'No way for its wire yet',
    ]) {
      expect(r.out).toContain(t);
    }
  });
  test('exit 0 for the finished demo, and JSON that parses', async () => {
    const r = await call('check', 'docs/examples/dabchick-2-done.json', '--json');
    expect(r.code).toBe(0);
    expect(JSON.parse(r.out)).toMatchObject({ id: 'dabchick-2-done', hits: 0 });
  });
  test.each([
    ['an unknown key', '{"format":"deft-shell/5","oops":1}', /./],
    ['a newer version', '{"format":"deft-shell/7"}', /^format: .*newer/],
    ['cut short', '{"format":', /not JSON/],
    ['a list', '[]', /not a build/],
    ['a prototype', '{"format":"deft-shell/5","__proto__":{}}', /__proto__/],
  ])('%s: exit 2 and one sentence', async (_, text, words) => {
    const r = await call('check', file('bad.json', text));
    expect([r.code, r.out]).toEqual([2, '']);
    expect(r.err).toMatch(words);
    expect(r.err).not.toContain('    at ');
  });
  test('a missing file and a missing word are exit 2', async () => {
    expect((await call('check', join(dir, 'none.json'))).code).toBe(2);
    expect((await call('export', 'docs/examples/wisp.json')).code).toBe(2);
    expect((await call('fly')).code).toBe(2);
    expect((await call('check', 'x', '--nonsense')).code).toBe(2);
  });
});

describe('export', () => {
  test('C source is for a controller board: another way of reading the keys is said, exit 2', async () => {
    const usb = join(dir, 'usb.json');
    const p = JSON.parse(readFileSync('docs/examples/dabchick-2-done.json', 'utf8'));
    p.controls.route = 'usb';
    writeFileSync(usb, JSON.stringify(p));
    const out = join(dir, 'pad');
    expect((await call('export', usb, '--what', 'controller', '--out', out)).code).toBe(0);
    expect(readFileSync(join(out, `${p.id}-pad.c`), 'utf8')).toContain('#define DEFT_KEYS 12');
    const lines = await call(
      'export',
      'docs/examples/dabchick-2-done.json',
      '--what',
      'controller',
      '--out',
      out,
    );
    expect([lines.code, lines.err]).toEqual([
      2,
      expect.stringContaining('not read by a controller board'),
    ]);
  });

  test.each(['template', 'pins', 'mapping', 'shell'])(
    '%s lands in the folder, named by the id, and is not written over without --force',
    async (what) => {
      const out = join(dir, what);
      const once = await call('export', 'docs/examples/wisp.json', '--what', what, '--out', out);
      expect([once.code, once.err]).toEqual([0, '']);
      for (const f of readdirSync(out)) expect(f.startsWith('wisp-')).toBe(true);
      expect(
        (await call('export', 'docs/examples/wisp.json', '--what', what, '--out', out)).code,
      ).toBe(2);
      expect(
        (await call('export', 'docs/examples/wisp.json', '--what', what, '--out', out, '--force'))
          .code,
      ).toBe(0);
    },
  );
  test('the overlay asks for the compatible it must not guess', async () => {
    const r = await call(
      'export',
      'docs/examples/wisp.json',
      '--what',
      'overlay',
      '--out',
      join(dir, 'o'),
    );
    expect([r.code, r.err.startsWith('controls.compatible:')]).toEqual([2, true]);
  });
  test('no file name leaves the folder', async () => {
    await expect(writeAll(dir, [{ name: '../x', bytes: '' }], true)).rejects.toThrow(
      'not a plain file name',
    );
  });
});

test('ways out come as JSON as well, and a fault of the program is exit 3 in one sentence', async () => {
  const r = await call(
    'check',
    'docs/examples/dabchick-2.json',
    '--json',
    '--ways',
    '--seconds',
    '60',
  );
  const said = JSON.parse(r.out);
  const open = said.findings.filter((f: { verdict: string }) => f.verdict !== 'clear');
  expect(said.withoutWays).toEqual([]);
  for (const f of open) expect([f.title, f.ways.length > 0]).toEqual([f.title, true]);
  expect((await call('check', 'docs/examples/wisp.json', '--ways', '--seconds', '-1')).code).toBe(
    2,
  );
  let err = '';
  const code = await run(['check', 'docs/examples/wisp.json'], {
    out: () => {
      throw new Error('the pipe broke');
    },
    err: (t) => {
      err += t;
    },
  });
  expect([code, err]).toEqual([3, 'A fault of the program, not of the file: the pipe broke\n']);
});

test('with no time at all, what was left out of the ways is named', async () => {
  const r = await call('check', 'docs/examples/dabchick-2.json', '--ways', '--seconds', '0.0001');
  expect(r.out).toContain('No time for ways out of: ');
  expect(r.out).toContain('1.8 mm overlap');
});

test('the schema command prints the schema in docs/', async () => {
  expect(JSON.parse((await call('schema')).out)).toEqual(
    JSON.parse(readFileSync('docs/project.schema.json', 'utf8')),
  );
});
