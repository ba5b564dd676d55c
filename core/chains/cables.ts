/** Leads that join two sockets inside the case: which lead, and from which socket to which. */
import type { Block, Item, Leaves, Part, Project } from '../model';
import { isBank, sockets } from '../kit';
import { type End, kitOf } from './fitted';

interface CableEnd {
  item: string;
  connector: string;
  /** The lead's own block that stands in that socket, as it is drawn in the lead. */ plug: Block;
  /** Which way its ribbon leaves. */ leaves: Leaves;
}
export interface Cable {
  lead: Item;
  part: Part;
  ends: [CableEnd, CableEnd];
}

/** The socket an end stands for, when it is one inside the case. */
function socketOf({ of, port }: End): { item: string; connector: string } | undefined {
  const s = sockets(of.part, of.item).find(
    (q) =>
      !q.outside &&
      q.connector.type === port.form &&
      (port.block === undefined || q.connector.block === port.block),
  );
  return s && { item: of.item.id, connector: s.connector.id };
}

/** A lead for data carries 5 V as well, where no data wants it. */
const RUNS_IN: Partial<
  Record<NonNullable<Part['lead']>['carries'], readonly NonNullable<Part['lead']>['carries'][]>
> = {
  usb: ['usb', 'supply'],
};

/** What a bank makes leaves it at a socket, as a supply. */
const bankEnds = (k: ReturnType<typeof kitOf>, role: 'gives' | 'takes'): End[] =>
  k.ends('rail', role).filter((e) => isBank(e.of.part));

/** Which end of a lead goes to what gives, and which to what takes; the other way round where that fits no socket. */
const STRAIGHT = [
  [0, 1],
  [1, 0],
] as const;
const ROUND = [
  [1, 0],
  [0, 1],
] as const;

/** Every lead of the kit that finds its two sockets, each socket once; the giving end is the lead's first where forms allow. */
export function cablesOf(p: Project): Cable[] {
  const k = kitOf(p);
  const used = new Set<string>();
  const free = (
    carries: NonNullable<Part['lead']>['carries'],
    role: 'gives' | 'takes',
    form: string,
  ) =>
    [...k.ends(carries, role), ...(carries === 'supply' ? bankEnds(k, role) : [])]
      .filter((e) => e.port.form === form)
      .flatMap((e) => socketOf(e) ?? [])
      .find((s) => !used.has(`${s.item}/${s.connector}`));
  return k.all.flatMap(({ item, part }): Cable[] => {
    if (!part.lead) return [];
    const { carries, ends, leaves = ['straight', 'straight'] } = part.lead;
    const plugs = part.blocks.filter((b) => b.kind === 'connector');
    const ways = RUNS_IN[carries] ?? [carries];
    for (const [kind, [i, j]] of ways.flatMap((kind) =>
      (item.around ? ROUND : STRAIGHT).map((ends) => [kind, ends] as const),
    )) {
      const from = free(kind, 'gives', ends[i]);
      const to = free(kind, 'takes', ends[j]);
      if (!from || !to || from.item === to.item || !plugs[i] || !plugs[j]) continue;
      for (const s of [from, to]) used.add(`${s.item}/${s.connector}`);
      return [
        {
          lead: item,
          part,
          ends: [
            { ...from, plug: plugs[i], leaves: leaves[i] },
            { ...to, plug: plugs[j], leaves: leaves[j] },
          ],
        },
      ];
    }
    return [];
  });
}
