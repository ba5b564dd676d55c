/** What stands on a carrier board: joined without wires, the way round its maker says, each layer seated. */
import { type Joined, joinsOf } from '../../kit';
import { type Join, type JoinedBy, listed } from '../../model';
import type { Bench, Draft } from '../step';
import { stepId } from '../step';
import { wireStep } from './wires';

const JOINS: Readonly<Record<JoinedBy, (item: string, board: string) => string>> = {
  springs: (item, board) => `Press ${item} onto the springs of ${board} for its proof`,
  plug: (item, board) => `Plug ${item} into ${board}`,
  soldered: (item, board) => `Solder ${item} to ${board}`,
};
const HOW: Readonly<Record<JoinedBy, (contacts: number | undefined) => string>> = {
  springs: (n) =>
    `${n === undefined ? 'Count the springs' : `Count its ${n} springs`} and push each: all alike, none stuck. Held by two clamps, seen from the side.`,
  plug: () => 'Straight in, never by its tail.',
  soldered: () => 'Bolted together first; two far pads, then look along it, then the rest.',
};

const marked = (join: Join | undefined): string => (join?.mark ? ` ${sentence(join.mark)}` : '');
const sentence = (s: string): string => `${s.charAt(0).toUpperCase()}${s.slice(1)}.`;

/** Steps that would wire what stands on a carrier join it instead, as its maker wants. */
export function onCarrier(on: Bench, drafts: readonly Draft[]): Draft[] {
  const joined = new Map(joinsOf(on.p).map((j) => [wireStep(j.item.id), j]));
  return drafts.map((d) => {
    const [step, item] = d.is;
    const j = step === 'wire' && item !== undefined ? joined.get(stepId('wire', item)) : undefined;
    const isWired = d.acts?.some((a) => a.do === 'solder' && a.nets.length > 0);
    return j && !isWired ? joinStep(d, j) : d;
  });
}

function joinStep(d: Draft, { on, item, joins: [join] }: Joined): Draft {
  if (!join) return d;
  const { caution, ...rest } = d;
  return {
    ...rest,
    title: JOINS[join.by](item.name, on.item.name),
    detail: `${HOW[join.by](join.contacts)}${marked(join)}`,
    ...(join.by === 'soldered' && caution ? { caution } : {}),
    acts: join.by === 'soldered' ? [{ do: 'solder', items: [item.id], nets: [] }] : [],
  };
}

/** What its carrier's maker says where a part is set in for good. */
export function makersWords(on: Bench, item: string): string[] {
  const joins = joinsOf(on.p);
  const mine = joins.find((j) => j.item.id === item);
  const part = on.p.kit.items.find((i) => i.id === item)?.part;
  const boards = on.kit.flatMap(({ part: { carrier } }) => (carrier ? [carrier] : []));
  const enters = boards.flatMap((c) => c.enters ?? []).filter((e) => e.part === part);
  const [join] = mine?.joins ?? [];
  const pressed = joins.filter((j) => j.on.item.id === item && j.joins[0]?.by === 'springs');
  return [
    ...enters.map((e) => sentence(e.how)),
    ...(join?.mark ? [sentence(join.mark)] : []),
    ...(join?.by === 'springs' || pressed.length ? [SEATED] : []),
    ...(pressed.length ? [`Its springs press on ${listed(pressed.map((j) => j.item.name))}.`] : []),
  ];
}

const SEATED =
  'Seat every layer and look from the side before a screw is tight; then crosswise, the last quarter turn at the end.';
