/**
 * What stays outside the shell must be joined through a socket or by radio: soldered wires and bare
 * ribbons have no way through a closed wall.
 */
import {
  type Finding,
  isDevice,
  isOpen,
  type Port,
  type Project,
  type Route,
  routeOf,
} from '../model';
import { isLatchKey } from '../kit';
import { type End, type Fitted, isSoldered, kitOf } from './fitted';

/** What a chain of the build cannot do without. */
const CHAINED: ReadonlySet<Port['carries']> = new Set<Port['carries']>([
  'cell',
  'supply',
  'rail',
  'spi',
  'parallel',
  'composite',
  'panel',
  'i2s',
  'pwm',
  'line',
  'speaker',
]);

/** What ends outside, and what it leads to inside. */
interface Across {
  port: string;
  to: { id: string; name: string };
}

/** Keys of the shell that are read at the pads of what runs the games. */
function keysAcross(p: Project, outside: Fitted): Across | undefined {
  if (outside !== kitOf(p).computer || isDevice(outside.part)) return undefined;
  const key = p.controls.inputs.find(
    (i) => i.routed && !isLatchKey(p, i) && READ_AT_PADS.has(routeOf(p, i)),
  );
  return key && { port: 'header', to: key };
}
const READ_AT_PADS: ReadonlySet<Route> = new Set<Route>(['gpio', 'original board', 'pad bus']);

const isOut = ({ of }: End): boolean => of.item.where === 'outside';

/** What this part alone gives or takes for the rest of the build, by wires that end on its pads. */
function wiredAcross(p: Project, outside: Fitted): Across | undefined {
  const k = kitOf(p);
  for (const port of outside.ports.filter((q) => isWired(outside, q))) {
    const mine = k.ends(port.carries, port.role);
    // One inside does the same: this one is a spare. A cell is none, nor is a second screen.
    const isOneOfMany = outside.part.cell ?? outside.part.screen;
    if (!isOneOfMany && mine.some((e) => !isOut(e))) continue;
    if (plugsInstead(outside, port)) continue;
    const across = port.role === 'gives' ? 'takes' : 'gives';
    const other = [
      ...k.ends(port.carries, across),
      // With no charger or converter between, loads hang on the cell itself.
      ...(port.carries === 'cell' ? k.ends('rail', across) : []),
    ].find((e) => !isOut(e) && e.port.form !== 'air');
    if (other) return { port: port.name, to: other.of.item };
  }
  return undefined;
}

/** Pads and bare ribbons; and a socket that is let into a wall, whose pads are wired behind it. */
function isWired({ part }: Fitted, port: Port): boolean {
  if (!CHAINED.has(port.carries)) return false;
  const letIn =
    port.carries === 'supply' && port.role === 'gives' && !part.cell && part.pads.length > 0;
  return letIn || (port.form !== 'air' && isSoldered(port.form));
}

/** Whether the same is joined by a plug at another of its ports. */
const plugsInstead = (of: Fitted, { carries, role }: Port): boolean =>
  of.ports.some((q) => q.carries === carries && q.role === role && !isWired(of, q));

/** @returns a hit for each part outside the shell whose wires would have to go through its wall; an open plate has none */
export const throughWalls = (p: Project): Finding[] =>
  p.shell.bodies.length > 0 && p.shell.bodies.every(isOpen) ? [] : acrossWalls(p);

const acrossWalls = (p: Project): Finding[] =>
  kitOf(p).all.flatMap((of): Finding[] => {
    if (of.item.where !== 'outside' || of.part.lead) return [];
    const found = wiredAcross(p, of) ?? keysAcross(p, of);
    if (!found) return [];
    const { port, to } = found;
    return [
      {
        id: `chain:through-${of.item.id}`,
        station: 'kit',
        check: 'chain',
        code: 'through-wall',
        verdict: 'hit',
        title: 'Its wires have no way out of the shell',
        what: `${of.item.name} stays outside, and its ${port} is wired to ${to.name} inside.`,
        why: ['Give it a place in the shell, or join it by a socket in a wall and a lead.'],
        about: [of.item.id, to.id],
        refs: [{ is: 'item', id: of.item.id }],
      },
    ];
  });
