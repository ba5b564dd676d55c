import { demos } from '../catalogue';
import type { Piece, Project } from '../model';
import { check } from '../verdict';
import { wallRules } from './index';

/** As they stood in one table by material. */
test.each([
  ['abs', 1.5, 0.8, 0.8],
  ['polycarbonate', 1.5, 0.8, 0.8],
  ['nylon', 1.2, 1, 0.8],
  ['resin', 1.2, 1, 1],
  ['pla', 1.2, 1.2, 0.8],
  ['petg', 1.2, 1.2, 0.8],
  ['wood', 3, 2, 1.5],
  ['aluminium', 1, 0.5, 0.5],
  ['steel', 1, 0.3, 0.4],
] as const)('%s as it is usually made', (material, web, usual, skin) => {
  const rules = wallRules({ material });
  expect([rules.web, rules.wall.usual, rules.skin]).toEqual([web, usual, skin]);
  expect(rules.wall.least).toBeLessThan(rules.wall.usual);
});

test('the same plastic printed is judged as printed; cut from the solid, as its material', () => {
  const pla = wallRules({ material: 'pla' });
  expect(wallRules({ material: 'abs', process: 'filament' })).toEqual(pla);
  expect(wallRules({ material: 'nylon', process: 'resin' }).skin).toBe(1);
  expect(wallRules({ material: 'pla', process: 'moulded' }).web).toBe(1.5);
  for (const process of ['milled', 'sheet', 'sawn'] as const) {
    expect(wallRules({ material: 'wood', process })).toEqual(wallRules({ material: 'wood' }));
  }
});

test('a thin wall is usual where it was moulded, and not where it was printed', () => {
  const [, done] = demos() as [Project, Project];
  const as = (process: Piece['process']): Project => ({
    ...done,
    shell: {
      ...done.shell,
      bodies: done.shell.bodies.map((b) => ({
        ...b,
        wall: { ...b.wall, mm: 1 },
        pieces: b.pieces.map((q) => ({ ...q, material: 'abs' as const, process })),
      })),
    },
  });
  const thin = (p: Project) => check(p).findings.filter((f) => f.code === 'wall-thin');
  expect(thin(as('moulded'))).toEqual([]);
  expect(thin(as('filament')).map((f) => f.verdict)).toEqual(['tight']);
});
