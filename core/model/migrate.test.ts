/** Documents written by older programs are read as if they had been written today. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FORMAT, migrated, type Project, readEnvelope, readProject, wrap } from './index';

const frozen = (n: number): Record<string, unknown> =>
  JSON.parse(readFileSync(join(process.cwd(), `core/model/frozen/format-${n}.json`), 'utf8'));

describe('a document of an older format', () => {
  test.each([1, 2])('format %i is read, loses nothing and says the present format', (n) => {
    const old = frozen(n);
    expect(old.format).toBe(`deft-shell/${n}`);
    const read = readProject(old);
    expect(read).toMatchObject({ ok: true });
    if (!read.ok) return;
    const { controls, ...rest } = read.value;
    const { controls: before, ...others } = old as { controls: Project['controls'] };
    expect(rest).toEqual({ ...others, format: FORMAT });
    // Both have keys without a hole, which were drawn on the front.
    const cut = before.inputs.filter((i) => !('opening' in i.at));
    expect(cut.length).toBeGreaterThan(0);
    expect(controls).toEqual({
      ...before,
      inputs: before.inputs.map((i) =>
        cut.includes(i) ? { ...i, at: { piece: 'front', ...i.at } } : i,
      ),
    });
  });
  test.each([
    ['no body', { bodies: [] }, 'front'],
    ['a plate', { bodies: [{ pieces: [{ id: 'board', role: 'plate' }] }] }, 'board'],
    [
      'a back before its front',
      {
        bodies: [
          {
            pieces: [
              { id: 'b', role: 'back' },
              { id: 'f', role: 'front' },
            ],
          },
        ],
      },
      'f',
    ],
    ['what is no shell', 7, 'front'],
  ])('a key of format 2 lies on the face it was drawn on: %s', (_, shell, piece) => {
    const old = {
      shell,
      controls: { inputs: [{ at: { x: 1, y: 2 } }, { at: { opening: 'o' } }, 3] },
    };
    expect(migrated(old, 'deft-shell/2')).toMatchObject({
      controls: { inputs: [{ at: { piece, x: 1, y: 2 } }, { at: { opening: 'o' } }, 3] },
    });
  });
  test.each([1, 2])('an export of format %i is taken in with its test fits', (n) => {
    const old = frozen(n);
    const fit = { at: '2026-01-02T03:04:05.000Z', note: 'first fit', body: { document: old } };
    const read = readEnvelope({ ...wrap(old as Project), revisions: [fit] });
    const now = readProject(old);
    expect(read).toMatchObject({ ok: true, value: { revisions: [fit] } });
    expect(read.ok && now.ok && read.value.document).toEqual(now.ok && now.value);
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
