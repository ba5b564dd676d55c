/**
 * 5 V as a tree: what each branch carries at a peak, its limit, and what its wires drop.
 *
 * Heavy loads branch at the converter; what draws little hangs on the computer's header; USB
 * devices are fed through their port.
 */
import type { Project } from '../model';
import { PLUG_OHM, wireOhm } from '../power';
import { fromWall } from './energy';
import { dataTree, type DataNode, load } from './data';
import { kitOf } from './fitted';

export interface PowerNode {
  name: string;
  item?: string;
  note: string;
  amps: number;
  limitA?: number;
  /** Volts lost from the node before, and what arrives. */ dropV: number;
  volts: number;
  children: PowerNode[];
}

/** More than this is not hung on a header pin, A. */
const HEADER_LIMIT_A = 0.5;

/** The root, and what its wires come to; nothing when nothing makes 5 V. */
export function powerTree(p: Project): { root: PowerNode; working: string[] } | undefined {
  const k = kitOf(p);
  const rail = k.ends('rail', 'gives').find((e) => Math.abs((e.port.volts?.[0] ?? 5) - 5) < 0.4);
  const wall = fromWall(k);
  if (!rail && !wall) return undefined;
  const volts = rail?.port.volts?.[0] ?? 5;
  const cable = wireOhm(p.power.wireAwg, p.power.wireMm);
  const wire = cable.value;
  const usb = new Set<string>();
  const data = dataTree(k);
  const mark = (n: DataNode) => {
    for (const c of n.children) {
      usb.add(c.item);
      mark(c);
    }
  };
  if (data.root) mark(data.root);
  const loads = k.ends('rail', 'takes').filter((e) => !usb.has(e.of.item.id));
  const computer = k.computer;
  const leaf = (
    name: string,
    item: string,
    note: string,
    amps: number,
    ohm: number,
    from: number,
    children: PowerNode[] = [],
  ): PowerNode => {
    const total = amps + children.reduce((s, c) => s + c.amps, 0);
    const dropV = total * ohm;
    return { name, item, note, amps: total, dropV, volts: from - dropV, children };
  };
  const light = loads.filter((e) => e.of !== computer && (e.port.amps ?? 0) <= HEADER_LIMIT_A);
  const heavy = loads.filter((e) => e.of !== computer && !light.includes(e));
  const own = loads.filter((e) => e.of === computer).reduce((s, e) => s + (e.port.amps ?? 0), 0);
  const branch = (n: DataNode, from: number): PowerNode => ({
    name: n.name,
    item: n.item,
    note: n.role,
    amps: load(n),
    ...(n.limitA === undefined ? {} : { limitA: n.limitA }),
    dropV: load(n) * wire,
    volts: from - load(n) * wire,
    children: n.children.map((c) => branch(c, from - load(n) * wire)),
  });
  const children: PowerNode[] = [];
  if (computer) {
    const through =
      own + light.reduce((s, e) => s + (e.port.amps ?? 0), 0) + (data.root ? load(data.root) : 0);
    const ohm = wire + p.power.switchOhm + p.power.plugs * PLUG_OHM;
    const at = volts - through * ohm;
    children.push({
      name: computer.item.name,
      item: computer.item.id,
      note: `${own.toFixed(2)} A of its own`,
      amps: through,
      dropV: through * ohm,
      volts: at,
      children: [
        ...light.map((e) =>
          leaf(e.of.item.name, e.of.item.id, 'from the header', e.port.amps ?? 0, wire, at),
        ),
        ...(data.root?.children ?? []).map((c) => branch(c, at)),
      ],
    });
  } else {
    children.push(
      ...light.map((e) =>
        leaf(e.of.item.name, e.of.item.id, 'at the converter', e.port.amps ?? 0, wire, volts),
      ),
    );
  }
  children.push(
    ...heavy.map((e) =>
      leaf(
        e.of.item.name,
        e.of.item.id,
        'at the converter, not through the computer',
        e.port.amps ?? 0,
        wire,
        volts,
      ),
    ),
  );
  const contacts = p.power.switchOhm + p.power.plugs * PLUG_OHM;
  const root: PowerNode = {
    name: rail?.of.item.name ?? 'Wall supply',
    ...(rail ? { item: rail.of.item.id } : {}),
    note: `${volts.toFixed(1)} V`,
    amps: children.reduce((s, c) => s + c.amps, 0),
    ...(rail?.port.amps === undefined ? {} : { limitA: rail.port.amps }),
    dropV: 0,
    volts,
    children,
  };
  return {
    root,
    working: [
      ...cable.working,
      `drop of a branch = its current × ${(1000 * wire).toFixed(1)} mΩ of wire${contacts ? `; towards the computer + ${(1000 * contacts).toFixed(0)} mΩ of switch and plugs` : ''}`,
    ],
  };
}
