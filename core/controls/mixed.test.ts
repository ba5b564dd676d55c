/** Keys on lines of the header beside keys that a board reads. */
import { demos, STARTER_PARTS } from '../catalogue';
import { buildSteps } from '../build';
import { sceneOf } from '../fit';
import { controllerSource } from '../formats/firmware';
import { overlaySource } from '../formats/overlay';
import { applied, appliedAll, type Project, routeOf } from '../model';
import { pressPlan } from '../press';
import { check, waysOut } from '../verdict';
import { netsOf } from '../wiring';
import { buttonMap } from './map';

const done = demos()[1]!;
const board = STARTER_PARTS.find((q) => q.family === 'controller' && (q.inputs ?? 0) >= 12)!;
const OWN = ['shoulder-l', 'shoulder-r'];
const byBoard = applied(done, { do: 'route', route: 'usb', part: board });
const mixed: Project = appliedAll(
  byBoard,
  byBoard.controls.inputs
    .filter((i) => OWN.includes(i.id))
    .map((input) => ({ do: 'input' as const, input: { ...input, route: 'gpio' as const } })),
);

test('only those take lines, and each is told where it is read', () => {
  expect(buttonMap(byBoard).inputs.filter((m) => m.gpio !== undefined)).toEqual([]);
  const { inputs } = buttonMap(mixed);
  expect(inputs.filter((m) => m.gpio !== undefined).map((m) => m.input.id)).toEqual(OWN);
  expect(inputs.map((m) => routeOf(mixed, m.input) === 'gpio')).toEqual(
    inputs.map((m) => OWN.includes(m.input.id)),
  );
  const keys = pressPlan(mixed).keys;
  for (const k of keys) {
    expect([k.id, k.line.startsWith('GPIO'), k.joint.includes('header')]).toEqual([
      k.id,
      OWN.includes(k.id),
      OWN.includes(k.id),
    ]);
  }
});

test('their wires go to the computer, all others to the board', () => {
  const placed = appliedAll(mixed, [
    {
      do: 'stand',
      placement: {
        item: mixed.kit.items.at(-1)!.id,
        on: { piece: 'back' },
        x: 100,
        y: 60,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 0,
        held: 'hand',
      },
    },
  ]);
  const reader = mixed.kit.items.at(-1)!.id;
  const scene = sceneOf(placed);
  const signal = netsOf(placed, scene, buttonMap(placed, scene)).filter(
    (n) => n.what === 'signal' && placed.controls.inputs.some((i) => i.name === n.says),
  );
  expect(signal.length).toBeGreaterThan(OWN.length);
  for (const n of signal) {
    const input = placed.controls.inputs.find((i) => i.name === n.says)!;
    expect([input.id, n.b.item]).toEqual([input.id, OWN.includes(input.id) ? 'teasel' : reader]);
  }
});

test('the overlay holds those, the board its own, and both are steps', () => {
  const set = { ...mixed, controls: { ...mixed.controls, compatible: 'acme,board' } };
  const overlay = overlaySource(set);
  for (const i of mixed.controls.inputs) {
    expect([i.id, overlay.includes(`label = "${i.name}"`)]).toEqual([i.id, OWN.includes(i.id)]);
  }
  const count = (p: Project) => Number(/#define DEFT_KEYS (\d+)/.exec(controllerSource(p))![1]);
  expect(count(byBoard) - count(mixed)).toBe(OWN.length);
  const steps = (p: Project) => buildSteps(p).map((s) => s.id);
  expect(steps(byBoard)).not.toContain('overlay');
  expect(steps(mixed)).toContain('overlay');
});

test('a board with too few inputs: the rest goes to the header in one click, and then it is enough', () => {
  const few = { ...board, id: 'few', inputs: byBoard.controls.inputs.length - 2 };
  const short = applied(done, { do: 'route', route: 'usb', part: few });
  const f = check(short).findings.find((x) => x.id === 'chain:inputs:count')!;
  const way = waysOut(short, f, STARTER_PARTS).ways.find((w) => w.id.includes('rest-on-header'))!;
  expect(way.text).toMatch(/on lines of the header$/);
  const after = appliedAll(short, way.changes);
  expect(after.controls.inputs.filter((i) => i.route === 'gpio')).toHaveLength(2);
  expect(check(after).findings.some((x) => x.id === 'chain:inputs:count')).toBe(false);
});

test('a line of a header that is not there is no way', () => {
  const bare: Project = {
    ...mixed,
    kit: {
      ...mixed.kit,
      parts: mixed.kit.parts.map((q) =>
        q.id === 'teasel'
          ? { ...q, pads: [], ports: (q.ports ?? []).filter((x) => x.carries !== 'lines') }
          : q,
      ),
    },
  };
  // Beside a board as beside a pad.
  for (const route of ['usb', 'wireless'] as const) {
    const p = { ...bare, controls: { ...bare.controls, route } };
    const f = check(p).findings.filter((x) => x.id === 'chain:inputs:bus');
    expect(f.map((x) => OWN.every((id) => x.about.includes(id)))).toEqual([true]);
  }
});
