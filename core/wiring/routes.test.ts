/** The ways to read the keys: possible exactly where the chains and the lines say so, counted as they would be wired. */
import { demos, STARTER_PARTS } from '../catalogue';
import { chains } from '../chains';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { type Part, type Project, ROUTES } from '../model';
import { netsOf } from './nets';
import { compareRoutes, lagOf, type RouteRow, withRoute } from './routes';

const done = demos()[1]!;
const box = demos()[2]!;
const rowOf = (p: Project, route: RouteRow['route'], library: readonly Part[] = STARTER_PARTS) =>
  compareRoutes(p, library).find((r) => r.route === route)!;

test('every route is there once, and the chosen one is marked', () => {
  for (const p of demos()) {
    const rows = compareRoutes(p, STARTER_PARTS);
    expect(rows.map((r) => r.route)).toEqual([...ROUTES]);
    expect(rows.filter((r) => r.isChosen).map((r) => r.route)).toEqual([p.controls.route]);
  }
});

test('the chosen one is possible exactly where the verdict finds no break of it', () => {
  for (const p of demos()) {
    const row = rowOf(p, p.controls.route);
    const broken = chains(p).find((c) => c.kind === 'inputs')!.breaks.length;
    const short = buttonMap(p).findings.filter((f) => ['short', 'contested'].includes(f.code));
    const pad = p.controls.route === 'wireless' && p.controls.inputs.some((i) => i.routed);
    expect([p.name, row.why.length === 0]).toEqual([p.name, !broken && !short.length && !pad]);
  }
});

test('keys on header lines are counted as they are wired: two joints a conductor', () => {
  const scene = sceneOf(done);
  const all = netsOf(done, scene, buttonMap(done, scene));
  const none = { ...done, controls: { ...done.controls, inputs: [] } };
  const rest = netsOf(none, scene, buttonMap(none, scene));
  const row = rowOf(done, 'gpio');
  expect([row.wires, row.joints]).toEqual([
    all.length - rest.length,
    2 * (all.length - rest.length),
  ]);
  // 17 wires, 34 joints: 34 · 1.5 + 17 · 1 + 20 min.
  expect([row.lines, row.left, row.minutes, row.price]).toEqual([12, 5, 88, 0]);
  expect(row.working).toEqual(['34 joints × 1.5 min', '17 wires × 1 min', 'settings 20 min']);
});

test('a board of its own adds its link of four conductors, its price, and frees the header', () => {
  const [usb, expander] = [rowOf(done, 'usb'), rowOf(done, 'expander')];
  expect([usb.wires, usb.lines, usb.left]).toEqual([21, 0, 17]);
  expect(usb.board).toMatchObject({ part: { name: 'Knit mini' }, isNew: true });
  expect(usb.price).toBe(6);
  expect([expander.lines, expander.price]).toEqual([2, 3]);
  // With one in the kit nothing is bought.
  const taken = withRoute(done, 'usb', usb.board);
  expect(rowOf(taken, 'usb')).toMatchObject({ isChosen: true, price: 0, board: { isNew: false } });
});

describe('what is not possible says why', () => {
  test('more keys than any board reads', () => {
    const few = STARTER_PARTS.filter((q) => q.family !== 'controller' || (q.inputs ?? 0) < 12);
    expect(rowOf(done, 'usb', few).why).toEqual([
      'No controller board: The buttons are read through USB, and no board for that is in the kit.',
    ]);
  });

  test('no board kept, keys that a wireless pad would not read, no keys at all', () => {
    expect(rowOf(done, 'original board').why[0]).toMatch(/^No original board kept/);
    expect(rowOf(done, 'wireless').why).toEqual([
      '12 keys of the shell would not be read: a wireless pad has its own.',
    ]);
    expect(rowOf(box, 'gpio').why[0]).toMatch(/^No inputs yet/);
    expect(rowOf(box, 'wireless').why).toEqual([]);
  });

  test('a parallel picture leaves too few lines', () => {
    const parallel = STARTER_PARTS.find((q) => q.screen?.link === 'parallel')!;
    const p: Project = {
      ...done,
      kit: {
        parts: [...done.kit.parts.filter((q) => !q.screen), parallel],
        items: done.kit.items.map((i) =>
          done.kit.parts.find((q) => q.id === i.part)!.screen ? { ...i, part: parallel.id } : i,
        ),
      },
      layout: { placements: [] },
    };
    const gpio = rowOf(p, 'gpio');
    expect(gpio.why.some((w) => /free lines/.test(w))).toBe(true);
    expect(rowOf(p, 'usb').why.some((w) => /free lines/.test(w))).toBe(false);
  });
});

test('lag is the sum of its parts, typical and worst, with the wait that is set', () => {
  const lag = (route: Parameters<typeof lagOf>[1], p = done) => {
    const { typical, worst } = lagOf(p, route);
    return [typical, worst].map((x) => Math.round(10 * x) / 10);
  };
  expect(rowOf(done, 'gpio').lag.working).toEqual([
    'contact bounces 1.5 (up to 5) ms',
    'debounce 8 (up to 8) ms',
    'interrupt 0.1 (up to 1) ms',
  ]);
  expect([lag('gpio'), lag('usb'), lag('expander')]).toEqual([
    [9.6, 14],
    [14.5, 23],
    [14.7, 23.5],
  ]);
  // Tapped at its pads it is read by the header, unless it has chips of its own to read them.
  const caller = demos().find((x) => x.id === 'linnet')!;
  expect([lag('original board'), lag('original board', caller), lag('wireless')]).toEqual([
    [9.6, 14],
    [14.5, 32],
    [18.5, 53],
  ]);
  const quick = { ...done, controls: { ...done.controls, debounceMs: 3 } };
  expect([lag('gpio', quick), lag('wireless', quick)]).toEqual([
    [4.6, 9],
    [18.5, 53],
  ]);
});

test('chosen, the build is what was judged', () => {
  for (const row of compareRoutes(done, STARTER_PARTS).filter((r) => !r.why.length)) {
    const next = withRoute(done, row.route, row.board);
    expect(next.controls.route).toBe(row.route);
    expect(chains(next).find((c) => c.kind === 'inputs')!.breaks).toEqual([]);
  }
});
