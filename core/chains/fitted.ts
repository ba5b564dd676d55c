/** The parts of a build with the ends they still have, as every chain looks at them. */
import {
  isHost,
  type Carries,
  type Form,
  type Item,
  type Part,
  type Port,
  present,
  type Project,
} from '../model';
import { isBank, partOf, portsOn, sockets } from '../kit';

export interface Fitted {
  item: Item;
  part: Part;
  ports: Port[];
}
export interface End {
  of: Fitted;
  port: Port;
}
export interface Kit {
  p: Project;
  all: Fitted[];
  computer?: Fitted;
  ends: (carries: Carries, role: Port['role']) => End[];
}

/** A document never changes once it is made, so one look at it is enough. */
const known = new WeakMap<Project, Kit>();

export function kitOf(p: Project): Kit {
  const kit = known.get(p) ?? fitted(p);
  known.set(p, kit);
  return kit;
}

function fitted(p: Project): Kit {
  const all = present(p).kit.items.map((item) => {
    const part = partOf(p, item);
    return { item, part, ports: portsOn(part, item) };
  });
  const computer = all.find((x) => isHost(x.part));
  return {
    p,
    all,
    ...(computer ? { computer } : {}),
    ends: (carries, role) =>
      all.flatMap((of) =>
        of.ports
          .filter((q) => q.carries === carries && q.role === role)
          .map((port) => ({ of, port })),
      ),
  };
}

/** Whether a port's socket is meant to be reached from outside in this build. */
export function reachable({ of, port }: End): boolean {
  if (
    port.form === 'pads' ||
    port.form === 'header' ||
    port.form === 'flat' ||
    port.form === 'two-pin'
  ) {
    return false;
  }
  return sockets(of.part, of.item).some(
    (s) =>
      s.outside &&
      s.connector.type === port.form &&
      (port.block === undefined || s.connector.block === port.block),
  );
}

export const banks = (k: Kit): Fitted[] => k.all.filter((x) => isBank(x.part));

const SOLDERED: readonly Form[] = ['pads', 'header', 'two-pin', 'flat', 'air'];
export const isSoldered = (f: Form): boolean => SOLDERED.includes(f);

/** A lead in the kit whose ends fit these two sockets. */
export const leadFor = (k: Kit, carries: Carries, a: Form, b: Form): Fitted | undefined =>
  k.all.find(
    ({ part }) =>
      part.lead?.carries === carries &&
      ((part.lead.ends[0] === a && part.lead.ends[1] === b) ||
        (part.lead.ends[0] === b && part.lead.ends[1] === a)),
  );
