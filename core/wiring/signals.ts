/** Signals that are fast for their wire: what a bus is laid over before its edges no longer arrive clean. */
import { type Finding } from '../model';
import type { Net, Wire } from './ends';

interface Bus {
  name: string;
  has: (signal: string) => boolean;
  /** Up to here single wires side by side do; and beyond this hardly any board works. Typical, mm. */
  plainMm: number;
  mostMm: number;
  instead: string;
}

const BUSES: readonly Bus[] = [
  {
    name: 'Parallel picture',
    has: (s) =>
      /^colour bit \d+$/.test(s) ||
      ['pixel clock', 'data enable', 'vertical sync', 'horizontal sync'].includes(s),
    plainMm: 150,
    mostMm: 300,
    instead: 'a flat cable with every second way on ground, or a lower rate of pictures',
  },
  {
    name: 'SPI',
    has: (s) => /^SPI (out|in|clock|select \d)$/.test(s) || s === 'data/command',
    plainMm: 200,
    mostMm: 600,
    instead:
      'a ground wire twisted with its clock, or a slower clock, which costs pictures a second',
  },
  {
    name: 'I2S',
    has: (s) => /^I2S (clock|frame|out)$/.test(s),
    plainMm: 250,
    mostMm: 600,
    instead: 'a ground wire beside its clock, or the amplifier nearer to the board',
  },
  {
    name: 'USB',
    has: (s) => s.startsWith('USB data'),
    plainMm: 150,
    mostMm: 1000,
    instead: 'its two wires twisted tightly, or a lead with plugs',
  },
  {
    name: 'I2C',
    has: (s) => /^I2C (data|clock)$/.test(s),
    plainMm: 400,
    mostMm: 1500,
    instead: 'a slower clock, or stronger pull-ups',
  },
];

/** @returns one finding for each bus of a part that is laid over more than it bears */
export function signalFindings(
  wires: ReadonlyArray<Pick<Wire, 'net' | 'closedMm' | 'slackMm'>>,
): Finding[] {
  const longest = new Map<string, { bus: Bus; net: Net; mm: number }>();
  for (const { net, closedMm, slackMm } of wires) {
    const bus = net.what === 'signal' ? BUSES.find((b) => b.has(net.says)) : undefined;
    if (!bus || closedMm === undefined) continue;
    const mm = closedMm + slackMm;
    const key = `${bus.name} ${[net.a.item, net.b.item].sort().join(' ')}`;
    const before = longest.get(key);
    if (!before || mm > before.mm) longest.set(key, { bus, net, mm });
  }
  return [...longest.values()].flatMap(({ bus, net, mm }): Finding[] => {
    if (mm <= bus.plainMm) return [];
    return [
      {
        id: `wire:signal-${net.id}`,
        station: 'fit',
        check: 'wire',
        code: 'signal-long',
        verdict: mm > bus.mostMm ? 'hit' : 'tight',
        title: `${mm.toFixed(0)} mm of ${bus.name}, ${bus.plainMm} mm as plain wires`,
        what: `Wire ${net.label}, ${net.says}, is long for what it carries.`,
        why: [
          `Plain wires side by side carry ${bus.name} over ${bus.plainMm} mm, with care over ${bus.mostMm} mm (typical): beyond it the picture or the sound breaks up now and then.`,
          `Shorter, or ${bus.instead}.`,
        ],
        about: [...new Set([net.a.item, net.b.item])],
        refs: [{ is: 'net', id: net.id }],
      },
    ];
  });
}
