/** Documents written by older programs are read as if they had been written today. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FORMAT, readProject } from './index';

const frozen = (n: number): Record<string, unknown> =>
  JSON.parse(readFileSync(join(process.cwd(), `core/model/frozen/format-${n}.json`), 'utf8'));

describe('a document of an older format', () => {
  test.each([1])('format %i is read, loses nothing and says the present format', (n) => {
    const old = frozen(n);
    expect(old.format).toBe(`deft-shell/${n}`);
    const read = readProject(old);
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(read.value).toEqual({ ...old, format: FORMAT });
  });
  test('a frozen file stands here for every older format', () => {
    const current = Number(FORMAT.split('/')[1]);
    for (let n = 1; n < current; n++) expect(() => frozen(n)).not.toThrow();
  });
  test('one of a newer format is refused with both numbers', () => {
    const read = readProject({ ...frozen(1), format: 'deft-shell/99' });
    expect(read).toMatchObject({ ok: false });
    if (!read.ok) expect(read.complaints[0]!.sentence).toContain('deft-shell/99');
  });
});
