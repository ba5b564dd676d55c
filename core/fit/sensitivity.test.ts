/** Every source of every gap, against trying it: the reading is bumped and the exact check run again. */
import { demos } from '../catalogue';
import type { Project } from '../model';
import { Checker } from './index';

/** Every measured length of a document by its path. */
function lengths(p: Project): Map<string, { mm: number }> {
  const out = new Map<string, { mm: number }>();
  const walk = (o: unknown, path: string): void => {
    if (typeof o !== 'object' || o === null) return;
    if ('mm' in o && 'how' in o) out.set(path, o as { mm: number });
    else for (const [k, v] of Object.entries(o)) walk(v, path ? `${path}.${k}` : k);
  };
  walk(p.shell, 'shell');
  return out;
}

test('a gap moves with each shell reading as its source says', () => {
  const H = 1e-4;
  const base = demos()[0]!;
  const contacts = new Checker(base)
    .contacts()
    .filter((c) => !c.a.block || c.a.block.plan.kind !== 'circle');
  const told = new Map(
    contacts.map((c) => [
      `${c.a.solid.id}~${c.b.solid.id}`,
      { gap: c.measure.gap, dir: c.gap, k: new Map(c.measure.sources.map((s) => [s.key, s.k])) },
    ]),
  );
  let tried = 0;
  for (const [path] of lengths(base)) {
    const p = structuredClone(base);
    lengths(p).get(path)!.mm += H;
    for (const c of new Checker(p).contacts()) {
      const was = told.get(`${c.a.solid.id}~${c.b.solid.id}`);
      if (!was) continue;
      // The nearest spot may change its direction; then the slope does not exist.
      if (Math.hypot(c.gap.nx - was.dir.nx, c.gap.ny - was.dir.ny, c.gap.nz - was.dir.nz) > 1e-3) {
        continue;
      }
      // Sizes are told once for both sides of a rectangle: the wider uncertainty stands for both.
      // Edges of bays and openings are told as one source of their floor, the worst of them.
      if (
        /\.shape\.[wh]$/.test(path) ||
        /outline\.r$/.test(path) ||
        /\.(openings|zones)\.\d+\.(?!depth)/.test(path)
      ) {
        continue;
      }
      const slope = (c.measure.gap - was.gap) / H;
      const k = was.k.get(path.replace(/\.(length)$/, '.$1')) ?? 0;
      expect([path, c.a.solid.id, c.b.solid.id, Math.round(Math.abs(slope - k) * 50) / 50]).toEqual(
        [path, c.a.solid.id, c.b.solid.id, 0],
      );
      tried++;
    }
  }
  expect(tried).toBeGreaterThan(500);
});
