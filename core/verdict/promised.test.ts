/** Every way out that is shown does what it says: read from its words, applied, and judged again from nothing. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { seeded } from '../geometry';
import {
  applied,
  appliedAll,
  type Change,
  type Finding,
  mustRead,
  type Placement,
  type Project,
  type WayOut,
} from '../model';
import { check, objection, waysOut } from './index';

const all = demos();
/** A demo knocked about: parts pushed, lifted, turned; glue instead of brackets; a cell for another. */
const disturbed = fc
  .tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 1e6 }))
  .map(([i, seed]): Project => {
    const random = seeded(seed);
    let p = all[i]!;
    for (let n = 0; n < 2; n++) {
      const at = p.layout.placements[Math.floor(random() * p.layout.placements.length)]!;
      const some = random();
      const next: Placement = {
        ...at,
        x: at.x + Math.round((random() * 8 - 4) * 10) / 10,
        y: at.y + Math.round((random() * 8 - 4) * 10) / 10,
        ...(some < 0.2 ? { lift: Math.round(random() * 40) / 10 } : {}),
        ...(some > 0.8 ? { fixed: 'glue' as const } : {}),
      };
      p = applied(p, { do: 'place', placement: next });
    }
    return p;
  });

/** What the words promise against what the change does. */
function kept(p: Project, w: WayOut): void {
  const [c] = w.changes as [Change];
  if (c.do === 'place' && /^(Move|Turn) /.test(w.text)) {
    const was = p.layout.placements.find((q) => q.item === c.placement.item)!;
    const name = p.kit.items.find((i) => i.id === was.item)!.name;
    expect(w.text).toContain(name);
    const said = (word: string) =>
      Number(new RegExp(`([\\d.]+) mm ${word}`).exec(w.text)?.[1] ?? 0);
    const [dx, dy] = [said('right') - said('left'), said('up') - said('down')];
    expect([c.placement.x - was.x, c.placement.y - was.y]).toEqual([
      expect.closeTo(dx, 1),
      expect.closeTo(dy, 1),
    ]);
    const turned = (((c.placement.turn - was.turn) % 360) + 360) % 360;
    const deg = Number(/([\d]+)°/.exec(w.text)?.[1] ?? 0);
    expect(turned).toBe(w.text.includes('° clockwise') ? (360 - deg) % 360 : deg);
  }
  if (c.do === 'trim' && c.to > 0) {
    expect(w.text).toBe(`Trim ${w.text.slice(5, w.text.lastIndexOf(' to '))} to ${c.to} mm`);
  }
  if (c.do === 'swap') expect(w.text).toContain(c.part.name);
  if (c.do === 'strike') {
    expect(w.text).toContain(
      p.kit.parts
        .find((q) => q.id === p.kit.items.find((i) => i.id === c.item)!.part)!
        .blocks.find((b) => b.id === c.block)!.name,
    );
  }
}

describe('a way out that is shown', () => {
  test('applied to the document and judged from nothing, clears its finding and makes nothing new or worse', () => {
    let shown = 0;
    fc.assert(
      fc.property(disturbed, fc.nat(), (p, pick) => {
        const now = check(p);
        const open = now.findings.filter((f) => f.verdict !== 'clear' && f.station === 'fit');
        if (!open.length) return;
        const f: Finding = open[pick % open.length]!;
        for (const w of waysOut(p, f, STARTER_PARTS, now, 4).ways) {
          shown++;
          kept(p, w);
          const next = mustRead(JSON.parse(JSON.stringify(appliedAll(p, w.changes))));
          const after = check(next);
          const again = after.findings.find((x) => x.id === f.id);
          expect([w.text, again?.verdict ?? 'clear', objection(now, after, f.id)]).toEqual([
            w.text,
            'clear',
            undefined,
          ]);
        }
      }),
      { numRuns: 6 },
    );
    expect(shown).toBeGreaterThan(3);
  });
});
