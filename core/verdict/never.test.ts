/**
 * Ways out that must never be offered, whatever is open: what charges a cell faster than its maker
 * allows, keeps lithium on nickel, takes the last screws, thins a supply wire, or joins a rail to
 * something it burns.
 */
import { STARTER_PARTS } from '../catalogue';
import { appliedAll, type Change, type Project, readProject } from '../model';
import { energyOf } from '../power';
import { check, waysOut } from './index';
import { worsened } from './sabotage/kind.fixture';
import { cleanBuilds, KINDS } from './sabotage/run.fixture';

/** Whether the charger gives more than the cell's maker allows. */
function overCharged(p: Project): boolean {
  const { charger, pack } = energyOf(p);
  if (!charger || !pack) return false;
  const { kVolts, rProgOhm } = charger.part.charger;
  const amps = kVolts / (charger.item.rProgOhm ?? rProgOhm);
  return amps > pack.maxChargeC * pack.capacityAh * 1.0001;
}

const NEVER: ReadonlyArray<{
  what: string;
  is: (p: Project, next: Project, c: Change) => boolean;
}> = [
  {
    what: 'charges the cell faster than its maker allows',
    is: (p, next) => overCharged(next) && !overCharged(p),
  },
  {
    what: 'keeps a lithium charger on a nickel bay',
    is: (_, next, c) => {
      const has = (test: (q: Project['kit']['parts'][number]) => boolean) =>
        next.kit.items.some((i) => test(next.kit.parts.find((q) => q.id === i.part)!));
      return (
        (c.do === 'swap' || c.do === 'add') &&
        has((q) => q.cell?.kind === 'bay') &&
        has((q) => q.charger !== undefined && q.cell === undefined)
      );
    },
  },
  {
    what: 'trims one of the last closing screws',
    is: (_, next, c) =>
      c.do === 'trim' && check(next).findings.some((f) => f.code === 'few-screws'),
  },
  {
    what: 'takes a supply wire thinner',
    is: (p, _, c) => {
      if (c.do !== 'net' || c.net.awg === undefined) return false;
      const old = check(p).wiring.wires.find(({ net }) => net.id === c.net.id)?.net;
      return old?.feeds !== undefined && c.net.awg > old.awg;
    },
  },
  {
    what: 'makes a short, or lets one stand',
    is: (_, next, c) => c.do === 'net' && check(next).findings.some((f) => f.code === 'short'),
  },
  {
    what: 'trims what must never be cut',
    is: (p, _, c) =>
      c.do === 'trim' &&
      p.shell.bodies
        .flatMap((b) => b.pieces.flatMap((q) => q.features))
        .some((f) => f.id === c.feature && f.mayCut === 'never'),
  },
];

/** Kinds whose ways out come nearest to what must not be done, each at one place of one build. */
const TEMPTING = [
  'a pack in series on a charger for one',
  'loose nickel cells on a lithium charger',
  'a charge current over the cell',
  'a post nobody measured, under a part',
  'a part pushed through the left wall by 0.2 mm',
  'the rail joined to ground',
  'a supply wire as thin as a hair',
  'a cell far too small for the load',
  'a converter too weak for the peak',
];

test('no way out that must never be offered is offered', () => {
  const builds = cleanBuilds();
  const bad: string[] = [];
  let offered = 0;
  for (const name of TEMPTING) {
    const kind = KINDS.find((k) => k.name === name)!;
    const p = builds.find((q) => kind.cases(q).length > 0)!;
    const { spoilt } = kind.cases(p)[0]!;
    if (!readProject(spoilt).ok) continue;
    const now = check(spoilt);
    for (const f of worsened(check(p).findings, now.findings, kind.makes).slice(0, 2)) {
      for (const way of waysOut(spoilt, f, STARTER_PARTS, now, 8).ways) {
        offered++;
        const next = appliedAll(spoilt, way.changes);
        for (const rule of NEVER) {
          if (way.changes.some((c) => rule.is(spoilt, next, c))) {
            bad.push(`${name}: "${way.text}" ${rule.what}`);
          }
        }
      }
    }
  }
  expect(bad).toEqual([]);
  expect(offered).toBeGreaterThan(10);
});
