/** The C source for a controller board: compiled without a warning, run, and its reports read by their descriptor. */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '../catalogue';
import { INPUT_ROLES, type Project } from '../model';
import { debounced, type Press } from '../lag';
import { seeded } from '../../simulators/seeded';
import { controllerSource, reportDescriptor } from './firmware';
import { buttonsDown, readDescriptor } from './hid.fixture';

const done = demos()[1] as Project;
const withKeys = (count: number, debounceMs?: number): Project => ({
  ...done,
  controls: {
    ...done.controls,
    route: 'usb',
    ...(debounceMs === undefined ? {} : { debounceMs }),
    inputs: INPUT_ROLES.slice(0, count).map((role, i) => ({
      id: `key-${i}`,
      name: `Key ${i + 1}`,
      functions: [role],
      at: { piece: 'front', x: 10 + i, y: 10 },
      routed: true,
    })),
  },
});

describe('the descriptor', () => {
  test('of 1 to 60 buttons has a bit for each, in order, in whole bytes', () => {
    for (let n = 1; n <= 60; n++) {
      const { fields, bits } = readDescriptor(reportDescriptor(n));
      expect([n, bits % 8, bits]).toEqual([n, 0, 8 * Math.ceil(n / 8)]);
      expect(fields.map((f) => [f.page, f.usage, f.bit])).toEqual(
        Array.from({ length: n }, (_, i) => [9, i + 1, i]),
      );
    }
  });
});

/** Reads a line of levels a millisecond, prints the report after each. */
const HARNESS = `
#include <stdio.h>
#include "pad.c"
static char line[128];
int deft_port_low(unsigned char input) { return line[input] == '1'; }
int main(void)
{
    uint8_t report[DEFT_REPORT_BYTES];
    unsigned i;
    for (i = 0; i < deft_descriptor_bytes; i++) printf("%02x", deft_descriptor[i]);
    printf("\\n");
    while (fgets(line, sizeof line, stdin)) {
        const int changed = deft_tick(report);
        printf("%d ", changed);
        for (i = 0; i < DEFT_REPORT_BYTES; i++) printf("%02x", report[i]);
        printf("\\n");
    }
    return 0;
}
`;
const bytesOf = (text: string): number[] => (text.match(/../g) ?? []).map((b) => parseInt(b, 16));

describe('on this machine', () => {
  let dir: string;
  beforeAll(() => {
    dir = mkdtempSync(join(tmpdir(), 'deft-pad-'));
  });
  afterAll(() => rmSync(dir, { recursive: true, force: true }));
  const compiled = (p: Project): string => {
    writeFileSync(join(dir, 'pad.c'), controllerSource(p));
    writeFileSync(join(dir, 'main.c'), HARNESS);
    const out = join(dir, 'pad');
    const flags = ['-std=c99', '-Wall', '-Wextra', '-Werror', '-pedantic', '-Wconversion'];
    const r = spawnSync('gcc', [...flags, '-o', out, join(dir, 'main.c')], { encoding: 'utf8' });
    expect([r.stderr, r.status]).toEqual(['', 0]);
    return out;
  };

  test.each([
    [1, 8],
    [8, 5],
    [9, 1],
    [12, undefined],
    [18, 0],
    [18, 60],
  ])(
    '%d keys, %s ms: what is pressed and still long enough is what a host reads',
    (count, wait) => {
      const p = withKeys(count, wait);
      const still = wait ?? 8;
      const random = seeded(count * 100 + still);
      const MS = 900;
      // Each key changes now and then, sometimes for a moment only.
      const edges = Array.from({ length: count }, (): Press['edges'] => {
        const out: Array<{ t: number; level: 0 | 1 }> = [];
        for (let t = 2; t < MS; t += 1 + Math.floor(random() ** 2 * 4 * (still + 4))) {
          out.push({ t, level: out.length % 2 ? 0 : 1 });
        }
        return out;
      });
      const level = (key: number, t: number): 0 | 1 =>
        edges[key]!.filter((e) => e.t <= t).at(-1)?.level ?? 0;
      const told = edges.map((e) => debounced(e, still));
      const lines = Array.from({ length: MS }, (_, t) =>
        edges.map((_e, k) => level(k, t)).join(''),
      );
      const [first, ...reports] = execFileSync(compiled(p), { input: `${lines.join('\n')}\n` })
        .toString()
        .trim()
        .split('\n');
      const layout = readDescriptor(bytesOf(first!));
      expect(bytesOf(first!)).toEqual(reportDescriptor(count));
      reports.forEach((line, t) => {
        const [changed, report] = line.split(' ') as [string, string];
        const down = told.flatMap((all, k) =>
          all.filter((e) => e.t <= t).at(-1)?.level === 1 ? [k + 1] : [],
        );
        expect([t, buttonsDown(layout, bytesOf(report))]).toEqual([t, down]);
        expect([t, changed]).toEqual([
          t,
          told.some((all) => all.some((e) => e.t === t)) ? '1' : '0',
        ]);
      });
    },
  );

  test('names that would end a comment or join lines do not', () => {
    const p = withKeys(3);
    p.name = 'a */ int x; /* b ??/\n#include <evil.h>';
    p.controls.inputs[0]!.name = '*/ #error \\';
    p.controls.inputs[1]!.name = '/* "quoted" \u2028 ??/';
    compiled(p);
  });
});

test('said in a sentence where there is nothing to write', () => {
  expect(() => controllerSource(done)).toThrow(/not read by a controller board/);
  expect(() => controllerSource(withKeys(0))).toThrow(/No key has a switch/);
});
