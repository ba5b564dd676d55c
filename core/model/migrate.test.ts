/** Documents written by older programs are read as if they had been written today. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FORMAT, migrated, type Project, readEnvelope, readProject, tickKey, wrap } from './index';

const frozen = (n: number): Record<string, unknown> =>
  JSON.parse(readFileSync(join(process.cwd(), `core/model/frozen/format-${n}.json`), 'utf8'));

describe('a document of an older format', () => {
  test.each([1, 2])('format %i is read, loses nothing and says the present format', (n) => {
    const old = frozen(n);
    expect(old.format).toBe(`deft-shell/${n}`);
    const read = readProject(old);
    expect(read).toMatchObject({ ok: true });
    if (!read.ok) return;
    const { controls, build, ...rest } = read.value;
    const {
      controls: before,
      build: done,
      ...others
    } = old as unknown as {
      controls: Project['controls'];
      build: { done: string[] };
    };
    expect(rest).toEqual({ ...others, format: FORMAT });
    expect(build.done.map((d) => tickKey(d).replace(':', '-'))).toEqual(done.done);
    // Both have keys without a hole, which were drawn on the front.
    const cut = before.inputs.filter((i) => !('opening' in i.at));
    expect(cut.length).toBeGreaterThan(0);
    expect(controls).toEqual({
      ...before,
      inputs: before.inputs.map((i) => {
        const { role, ...rest } = i as unknown as { role: string; at: object };
        const at = cut.includes(i) ? { piece: 'front', ...i.at } : i.at;
        return { ...rest, at, functions: [role] };
      }),
    });
  });
  test('format 3: cuts, ticks and trials are taken apart by what the document holds', () => {
    const old = frozen(3);
    const read = readProject(old);
    expect(read).toMatchObject({ ok: true });
    if (!read.ok) return;
    const { cuts, build, tried, controls, ...rest } = read.value;
    const { cuts: were, build: done, tried: trials, controls: before, ...others } = old;
    expect(rest).toEqual({ ...others, format: FORMAT });
    expect(controls.inputs.map((i) => i.functions)).toEqual(
      (before as { inputs: Array<{ role: string }> }).inputs.map((i) => [i.role]),
    );
    expect(cuts.map((c) => (c.kind === 'opening' ? c.for : c.kind))).toEqual([
      { item: 'charger', connector: 'usb' },
      { item: 'screen', is: 'window' },
      { item: 'slide-switch', is: 'lever' },
      { input: 'shoulder-l' },
      'trim',
      'pocket',
    ]);
    expect(build.done.map(tickKey)).toEqual([
      'donor-open',
      'measure-shell',
      'bench:teasel',
      'slim:teasel/header',
      'wire-buttons',
      'wire:speaker',
      'gate-rail',
      'gate:teasel',
      'clamp:card-guide/0',
      'cut:card-guide/0',
      'mark-pocket:bed',
      'mill:bed',
      'mark:charger/usb',
      'open:charger/usb',
      'open:screen/window',
      'open:input/shoulder-l',
      'instead:charger/supply-in',
      'fit:back',
      'fit-in:teasel',
      'prove-kept:wheel',
    ]);
    expect(tried).toEqual([
      { assumption: 'cell', of: 'cell', holds: true },
      { assumption: 'image', holds: false, note: 'no picture' },
      { assumption: 'slim', of: 'teasel', holds: true, note: 'runs without it' },
    ]);
    expect([were, done, trials].every(Boolean)).toBe(true);
  });
  test('format 3: ids that begin alike, a socket called window, and what named nothing', () => {
    const old = {
      kit: {
        parts: [{ id: 'p', connectors: [{ id: 'window' }] }],
        items: [{ id: 'amp', part: 'q' }, { id: 'amp-2', part: 'p' }, { id: 'input' }],
      },
      controls: { inputs: [{ id: 'a' }] },
      cuts: [
        { kind: 'opening', for: 'amp-2/window' },
        { kind: 'opening', for: 'amp/window' },
        { kind: 'opening', for: 'input/a' },
        { kind: 'opening', for: 'a/b/c' },
        { kind: 'opening', for: 7 },
        'no cut',
      ],
      build: { done: ['slim-amp-2-usb', 'slim-gone-usb', 'cut-post', 'wire-power', 'x-y', 3] },
      tried: [{ id: 'lag:amp', holds: true }, { id: 'toString', holds: true }, 4],
    };
    expect(migrated(old, 'deft-shell/3')).toMatchObject({
      cuts: [
        { for: { item: 'amp-2', connector: 'window' } },
        { for: { item: 'amp', is: 'window' } },
        { for: { item: 'input', connector: 'a' } },
        { for: 7 },
        'no cut',
      ],
      build: {
        done: [
          { step: 'slim', of: ['amp-2', 'usb'] },
          { step: 'slim', of: ['gone-usb'] },
          { step: 'cut', of: ['post'] },
          { step: 'wire-power', of: [] },
          3,
        ],
      },
      tried: [4],
    });
  });
  test('format 4: a hinge joins the first two bodies by name, keys have functions, its step says which', () => {
    const old = frozen(4) as unknown as {
      shell: { bodies: unknown; hinge: Record<string, unknown> };
      controls: { inputs: Array<{ role: string }> };
    };
    const read = readProject({ ...old, build: { done: [{ step: 'hinge-ribbon', of: [] }] } });
    expect(read).toMatchObject({ ok: true });
    if (!read.ok) return;
    const { first, second, ...hinge } = old.shell.hinge;
    expect(read.value.shell).toEqual({
      bodies: old.shell.bodies,
      joints: [
        {
          is: 'hinge',
          id: 'hinge',
          first: { body: 'shell', edge: first },
          second: { body: 'lid', edge: second },
          ...hinge,
        },
      ],
    });
    expect(read.value.controls.inputs).toEqual(
      old.controls.inputs.map(({ role, ...rest }) => ({ ...rest, functions: [role] })),
    );
    expect(read.value.controls.inputs[0]!.route).toBe('gpio');
    expect(read.value.build.done.map(tickKey)).toEqual(['hinge-ribbon:hinge']);
  });
  test.each([
    [{ bodies: [{ id: 'a' }], hinge: { first: 'top', second: 'left' } }, { bodies: [{ id: 'a' }] }],
    [{ hinge: 7 }, { hinge: 7 }],
    [7, 7],
  ])('format 4: a hinge without a second body joined nothing: %j', (shell, to) => {
    expect(migrated({ shell }, 'deft-shell/4')).toMatchObject({ shell: to });
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
  test.each([1, 2, 3])('an export of format %i is taken in with its test fits', (n) => {
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
