/** The step list in the cases it is for. */
import { demos, STARTER_PARTS } from '../catalogue';
import { applied, appliedAll, emptyProject, type Project } from '../model';
import { buildSteps, CAUTIONS, PHASES, type Step } from './index';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const step = (p: Project, id: string): Step | undefined => buildSteps(p).find((s) => s.id === id);
const order = (p: Project, ...ids: string[]): boolean => {
  const all = buildSteps(p).map((s) => s.id);
  const at = ids.map((i) => all.indexOf(i));
  return at.every((i) => i >= 0) && at.every((i, k) => !k || at[k - 1]! < i);
};

describe('steps', () => {
  test('phases never run backward more than the graph demands: power comes before boards, closing last', () => {
    for (const p of demos()) {
      const list = buildSteps(p);
      expect(list[list.length - 1]!.id).toBe('prove');
      const first = (phase: string) => list.findIndex((s) => s.phase === phase);
      for (const [a, b] of [
        ['Bench-test', 'Wire power'],
        ['Wire power', 'Computer and screen'],
        ['Computer and screen', 'Close and prove'],
      ] as const) {
        if (first(a) >= 0 && first(b) >= 0) expect(first(a)).toBeLessThan(first(b));
      }
      expect(list.every((s) => PHASES.includes(s.phase))).toBe(true);
      expect(new Set(list.map((s) => s.id)).size).toBe(list.length);
    }
  });
  test('a block is struck only after its board was proved on the bench, and before it goes in', () => {
    for (const p of [half, done, wisp]) {
      for (const item of p.kit.items) {
        for (const b of item.struck) {
          expect([
            item.id,
            b,
            order(p, `bench:${item.id}`, `slim:${item.id}/${b}`, `fit-in:${item.id}`),
          ]).toEqual([item.id, b, true]);
        }
      }
    }
  });
  test('a changed program resistor is a step of its own, before power is wired; the delivered one is none', () => {
    expect(order(done, 'bench:charger', 'program:charger', 'wire-power')).toBe(true);
    expect(step(done, 'program:charger')!.title).toContain('750 Ω');
    expect(step(half, 'program:charger')).toBeUndefined();
    expect(step(wisp, 'program:charger')).toBeUndefined();
  });
  test('the rail is proved before anything hangs on it: ohms with nothing on it, then volts from the bench, the cell last of all', () => {
    expect(
      order(done, 'wire-power', 'gate-ohms', 'gate-rail', 'fit-in:teasel', 'fit-in:screen'),
    ).toBe(true);
    expect([
      step(done, 'gate-rail')!.gate!.expects,
      step(done, 'gate:teasel')!.gate!.expects,
    ]).toEqual(['5.0 to 5.2 V on, 0 V off', '4.75 to 5.25 V']);
    const parts = done.kit.parts.map((q) =>
      q.converter ? { ...q, converter: { ...q.converter, outV: 12 } } : q,
    );
    const high = { ...done, kit: { ...done.kit, parts } };
    expect(step(high, 'gate-rail')!.gate).toMatchObject({
      point: '12 V rail',
      expects: '11.8 to 12.2 V on, 0 V off',
    });
    expect([
      step(done, 'gate-ohms')!.feed,
      step(done, 'gate-rail')!.feed,
      step(done, 'wire-power')!.feed,
      step(done, 'join:cell')!.feed,
    ]).toEqual(['no power', 'bench supply', 'no power', 'cell']);
  });
  test('a port is marked, opened small and test-fitted before the boards of its half are fixed', () => {
    expect(order(done, 'mark:charger/usb', 'open:charger/usb', 'fit:back', 'fit-in:teasel')).toBe(
      true,
    );
    expect(step(done, 'open:charger/usb')!.title).toBe(
      'Open the USB-C charging of Step 5/3A to 8.8 × 3.0 mm, then file to 9.8 × 4.0 mm',
    );
  });
  test('a custom shell has no donor to open; a TV box has no screen to fix; each without steps for what it lacks', () => {
    expect(step(wisp, 'donor-open')).toBeUndefined();
    expect(step(warbler, 'donor-open')).toBeDefined();
    expect(buildSteps(warbler).some((s) => /button|shoulder|Pane/i.test(s.title))).toBe(false);
    expect(step(warbler, 'pairing')).toBeDefined();
  });
  test('a socket taken off asks for the wires that replace it, after the rail is proved; one that stays asks for none', () => {
    const bare = applied(done, { do: 'strike', item: 'charger', block: 'usb' });
    const usb = applied(done, { do: 'strike', item: 'teasel', block: 'usb-stack' });
    expect(order(bare, 'slim:charger/usb', 'instead:charger/supply-in')).toBe(true);
    expect(step(usb, 'instead:teasel/usb-out')!.title).toBe(
      'Solder 4 wires to the pads of the USB of Teasel',
    );
    expect(buildSteps(done).some((x) => x.id.startsWith('instead:'))).toBe(false);
  });
  test('a wire of an input that is left out is not in the list', () => {
    const fewer = applied(done, { do: 'leave-out-input', input: 'up' });
    expect(step(done, 'wire-buttons')!.title).toBe('Wire 12 inputs');
    expect(step(fewer, 'wire-buttons')!.title).toBe('Wire 11 inputs');
    expect(step(fewer, 'wire-buttons')!.detail).not.toContain('Pad up');
  });
  test('cautions stand where the work is: lithium at the cell, eyes at the cutter, air at the iron', () => {
    expect(step(done, 'join:cell')!.caution).toBe(CAUTIONS.lithium);
    expect(step(done, 'open:charger/usb')!.caution).toBe(CAUTIONS.rotary);
    expect(step(done, 'slim:teasel/header')!.caution).toBe(CAUTIONS.solder);
    const leaked = { ...half, donor: { ...half.donor!, faults: ['leaked cells' as const] } };
    expect(step(half, 'donor-open')!.caution).toBeUndefined();
    expect(step(leaked, 'donor-open')!.caution).toBe(CAUTIONS.leaked);
    expect(step(leaked, 'clean')!.caution).toBe(CAUTIONS.solvent);
    expect(CAUTIONS.lithium).toContain('local rules');
  });
  test('ticks are kept by what the step is, not by its place', () => {
    const ticked = {
      ...half,
      build: {
        done: [
          { step: 'wire-buttons', of: [] },
          { step: 'wire', of: ['buttons'] },
        ],
      } satisfies Project['build'],
    };
    const more = appliedAll(ticked, [{ do: 'trim', feature: 'card-guide', copy: 0, to: 0 }]);
    expect(
      buildSteps(more)
        .filter((s) => s.done)
        .map((s) => s.id),
    ).toEqual(['wire-buttons']);
  });
  test('tape and brackets come before what they hold or cover goes in, and only where they were decided', () => {
    const taped = applied(done, { do: 'insulate', item: 'teasel' });
    expect(order(taped, 'slim:teasel/header', 'tape:teasel', 'fit-in:teasel')).toBe(true);
    expect(step(done, 'tape:teasel')).toBeUndefined();
    expect(step(done, 'bracket:charger')!.title).toBe('Set a bracket behind and beside Step 5/3A');
    expect(order(done, 'fit:back', 'fit-in:charger', 'bracket:charger')).toBe(true);
    expect(step(done, 'bracket:teasel')).toBeUndefined();
  });
  test('a lead is plugged in once both its boards stand, folded first where that was decided, and before the case closes', () => {
    const part = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
    const p = appliedAll(half, [
      { do: 'add', part: part('pane-5-hdmi') },
      {
        do: 'stand',
        placement: {
          item: 'pane-5-hdmi',
          on: { piece: 'front' },
          x: 30,
          y: 10,
          turn: 0,
          up: 'out',
          stand: 'flat',
          lift: 0,
          held: 'jig',
        },
      },
      { do: 'add', part: part('lead-hdmi-200') },
    ]);
    expect(order(p, 'fit-in:teasel', 'lead:lead-hdmi-200', 'prove')).toBe(true);
    expect(order(p, 'fit-in:pane-5-hdmi', 'lead:lead-hdmi-200')).toBe(true);
    expect(step(p, 'lead:lead-hdmi-200')!.title).toBe(
      'Plug HDMI ribbon, long into Teasel and Pane 5 HDMI',
    );
    expect(
      [
        step(p, 'lead:lead-hdmi-200')!.detail,
        step(applied(p, { do: 'fold', item: 'lead-hdmi-200', folds: 2 }), 'lead:lead-hdmi-200')!
          .detail,
      ].map((d) => /^Fold it twice/.test(d)),
    ).toEqual([false, true]);
    expect(buildSteps(half).some((s) => s.id.startsWith('lead:'))).toBe(false);
  });
  test('an empty build asks for a measurement and nothing else', () =>
    expect(buildSteps(emptyProject('a', 'A')).map((s) => s.id)).toEqual(['measure-shell']));
});
