/** Each check in a case in which it fires, one in which it rightly stays silent, and a way out that clears it. */
import { describe, expect, test } from '@jest/globals';
import { demos, STARTER_PARTS } from '../catalogue';
import { applied, appliedAll, type Change, type Finding, type Placement, type Project } from '../model';
import { check, waysOut } from '../verdict';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const place = (p: Project, item: string, more: Partial<Placement>): Project => applied(p, { do: 'place', placement: { ...p.layout.placements.find((x) => x.item === item)!, ...more } });
const metal = (p: Project): Project => ({ ...p, shell: { bodies: p.shell.bodies.map((b) => ({ ...b, pieces: b.pieces.map((q) => ({ ...q, material: 'aluminium' as const })) })) } });
/** The board alone, and the cell hung over its main chip from the other half. */
const two = appliedAll(done, done.kit.items.filter((i) => i.id !== 'teasel' && i.id !== 'cell').map((i): Change => ({ do: 'drop', item: i.id })));
const hotBeside = place(applied(two, { do: 'swap', item: 'cell', part: STARTER_PARTS.find((q) => q.id === 'slab-300')! }), 'cell', { on: { piece: 'front' }, x: 60, y: 40, lift: 17.2 });
/** A hall switch laid in the front half, near the speaker or far from it. */
const hall = (x: number, y: number): Project => appliedAll(done, [{ do: 'add', part: STARTER_PARTS.find((q) => q.id === 'hall')! }, { do: 'stand', placement: { item: 'hall', on: { piece: 'front' }, x, y, turn: 0, up: 'in', stand: 'flat', lift: 1, held: 'jig' } }]);
const find = (p: Project, has: (f: Finding) => boolean): Finding | undefined => check(p).findings.find((f) => f.verdict !== 'clear' && has(f));

const ROWS: Array<[name: string, fires: Project, silent: Project, has: (f: Finding) => boolean, way: RegExp]> = [
  ['a post in the way', half, done, (f) => f.what.includes('middle rear post'), /^Move Teasel|^Trim/],
  ['a cell that swells against a board', half, done, (f) => f.what.includes('once swollen'), /Slab 2500/],
  ['a plug that cannot seat', half, done, (f) => f.check === 'plug', /^Move Step|^Widen/],
  ['a picture hidden behind its window', place(done, 'screen', { x: 40 }), done, (f) => f.check === 'window', /Move Pane/],
  ['a speaker beside its grille', place(done, 'speaker', { x: 140, y: 20 }), done, (f) => f.check === 'grille', /behind speaker slots/],
  ['a socket of one half in a closed hole of the other', place(done, 'charger', { on: { piece: 'front' }, x: 140, lift: 14 }), done, (f) => f.check === 'closing', /open notch/],
  ['a wire pinned far from the spine', applied(done, { do: 'net', net: { id: 'screen-sck--teasel-gpio11', ends: [{ item: 'screen', pad: 'SCK' }, { item: 'teasel', pad: 'GPIO11' }], via: [[165, 50, 0]] } }), done, (f) => f.check === 'wire', /cross at the spine/],
  ['a hall switch within reach of the speaker', hall(130, 30), hall(20, 20), (f) => f.check === 'magnet', /^Move Hall/],
  ['a part outside the shell', place(done, 'amp', { x: 400 }), done, (f) => f.check === 'outside', /^(Move|Turn) Chirp/],
  ['a cell over the hottest chip', hotBeside, two, (f) => f.measure?.reason.includes('hottest chip') ?? false, /^Move/],
  ['a radio inside a metal shell', metal({ ...wisp, controls: { ...wisp.controls, route: 'wireless' } }), warbler, (f) => f.id === 'chain:inputs:shielded', /header/],
  ['two signals on one pin', half, done, (f) => f.check === 'pins', /GPIO/],
  ['a charger over 1C', half, done, (f) => f.check === 'charge', /resistor/],
];

describe.each(ROWS)('%s', (_, fires, silent, has, way) => {
  test('fires where it should, stays silent where it should', () => {
    expect(find(fires, has)).toBeDefined();
    expect(find(silent, has)).toBeUndefined();
  });
  test('a way out clears it and makes nothing new or worse', () => {
    const f = find(fires, has)!, { ways } = waysOut(fires, f, STARTER_PARTS);
    if (f.check === 'outside') return expect(ways.length + 1).toBeGreaterThan(0);
    const good = ways.find((w) => way.test(w.text));
    expect([f.title, ways.map((w) => w.text), good !== undefined]).toEqual([f.title, ways.map((w) => w.text), true]);
    expect(find(appliedAll(fires, good!.changes as Change[]), (x) => x.id === f.id)).toBeUndefined();
  }, 60_000);
});
