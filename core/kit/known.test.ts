/** What is known to work, what nobody has tried, and in which order it is tried. */
import { demos, STARTER_PARTS } from '../catalogue';
import { emptyProject, type Project, withAdded } from '../model';
import { findParts, knownToWork, panelTiming, unknowns } from './index';

const [half, done, warbler] = demos() as [Project, Project, Project];
const kit = (...ids: string[]): Project =>
  ids.reduce(
    (p, id) =>
      withAdded(
        p,
        STARTER_PARTS.find((q) => q.id === id)!,
      ),
    emptyProject('a', 'A'),
  );

describe('known to work', () => {
  test('HDMI and a wireless pad are known; SPI or parallel only in part; a kept button board is known in part, unless its own chips read its keys, until an image with its checksum is there', () => {
    expect(knownToWork(warbler)!.state).toBe('known');
    expect(knownToWork(half)!.state).toBe('partly');
    const kept = { ...half, controls: { ...half.controls, route: 'original board' as const } };
    expect(knownToWork(kept)!.state).toBe('partly');
    expect(knownToWork(kept)!.why.join()).toContain('found with a meter');
    expect(knownToWork(kept)!.boot).toContain('the overlay of the keys from Controls');
    expect(knownToWork({ ...kept, image: { name: 'mine', sha256: 'a'.repeat(64) } })!.state).toBe(
      'known',
    );
    expect(knownToWork(kit('slab-300'))).toBeUndefined();
  });
  test('a parallel panel gets its timing, a standing one its rotation, an I2S amplifier its sound line', () => {
    expect(knownToWork(kit('thimble', 'pane-3-5-parallel', 'chirp-i2s'))!.boot.join('\n')).toMatch(
      /panel-timing[\s\S]*hactive = <640>[\s\S]*format = "i2s"/,
    );
    expect(knownToWork(kit('teasel', 'pane-3-5-bare', 'drive-50'))!.boot).toContain(
      'rotation = <90>;',
    );
  });
  test('the clock of a timing is its whole line by its whole picture, 60 times a second', () => {
    // (640 + 80) × (480 + 20) × 60 = 21.6 MHz.
    expect(
      panelTiming({
        diagonalIn: 3.5,
        active: { x: 0, y: 0, w: 71, h: 53 },
        px: [640, 480],
        link: 'parallel',
      })[1],
    ).toContain('<21600000>');
  });
});

describe('the riskiest unknown first', () => {
  test('rank is doubt times what it spoils by what the trial takes, falling; what was tried goes last', () => {
    const list = unknowns(half);
    for (const u of list) {
      expect(u.rank).toBeCloseTo((u.doubt * (u.spoils.money + 10 * u.spoils.hours)) / u.minutes, 9);
    }
    expect(list.map((u) => u.rank)).toEqual(list.map((u) => u.rank).sort((a, b) => b - a));
    const first = list[0]!;
    const after = unknowns({
      ...half,
      tried: [{ assumption: first.is, ...(first.of && { of: first.of }), holds: true }],
    });
    expect([after[after.length - 1]!.id, after[after.length - 1]!.tried]).toEqual([
      first.id,
      { holds: true },
    ]);
    expect(new Set(list.map((u) => u.id)).size).toBe(list.length);
  });
  test('the two-minute look at a battery plug comes before a day of software', () => {
    const ids = unknowns(half).map((u) => u.id);
    expect(ids.indexOf('polarity:charger')).toBeLessThan(ids.indexOf('image'));
  });
  test('a salvaged cell is doubted more than a bought one', () => {
    const salvaged = {
      ...done,
      kit: {
        ...done.kit,
        items: done.kit.items.map((i) =>
          i.id === 'cell' ? { ...i, stock: 'salvaged' as const } : i,
        ),
      },
    };
    const doubt = (p: Project) => unknowns(p).find((u) => u.id === 'cell:cell')!.doubt;
    expect(doubt(salvaged)).toBeGreaterThan(doubt(done));
  });
});

describe('facets', () => {
  const ids = (q: string, f: Parameters<typeof findParts>[2]) =>
    findParts(STARTER_PARTS, q, f).map((p) => p.id);
  test('each narrows to what holds and leaves nothing out that does', () => {
    expect(ids('', { family: 'hub' }).sort()).toEqual(
      STARTER_PARTS.filter((p) => p.family === 'hub')
        .map((p) => p.id)
        .sort(),
    );
    for (const id of ids('', { family: 'cell', thickMm: 5 })) {
      expect(STARTER_PARTS.find((p) => p.id === id)!.blocks[0]!.height.mm).toBeLessThanOrEqual(5);
    }
    expect(ids('', { family: 'screen', carries: 'composite' }).sort()).toEqual([
      'pane-2-5-composite',
      'pane-3-5-composite',
    ]);
    for (const p of findParts(STARTER_PARTS, '', { price: 2 })) {
      expect(p.price).toBeLessThanOrEqual(2);
    }
    expect(ids('', { mine: true })).toEqual([]);
    expect(ids('stereo', { family: 'audio', amps: 0.35 })).toEqual(['chirp-analog']);
  });
});
