/** What goes wrong with a kit: a layer the wrong way round, beside its springs, forgotten, or one of another kit. */
import { type Carrier, type Item, length, type Project } from '../../model';
import { STARTER_PARTS } from '../../catalogue';
import { handled, sceneOf } from '../../fit';
import { carriersOf, joinsOf, type Joined } from '../../kit';
import { type Case, type Kind, placementOf, withPart, withPlacement } from './kind.fixture';

const library = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;

/** One spoilt build for each part that stands on a carrier. */
const each =
  (spoil: (p: Project, j: Joined) => Project | undefined) =>
  (p: Project): Case[] =>
    joinsOf(p).flatMap((j): Case[] => {
      const spoilt = spoil(p, j);
      return spoilt ? [{ where: j.item.id, spoilt, ids: [j.item.id, j.on.item.id] }] : [];
    });

/** A part turned in its place: its middle stays where it is. */
function turned(p: Project, item: string, by: 90 | 180): Project | undefined {
  const at = placementOf(p, item);
  return at && withPlacement(p, item, handled(sceneOf(p), at, { turn: at.turn + by }));
}

const withItems = (p: Project, items: Item[]): Project => ({ ...p, kit: { ...p.kit, items } });
const without = (p: Project, id: string): Project => ({
  ...withItems(
    p,
    p.kit.items.filter((i) => i.id !== id),
  ),
  layout: { placements: p.layout.placements.filter((q) => q.item !== id) },
});

/** The maker's word of each carrier, changed. */
const withCarrier = (p: Project, item: Item, change: (c: Carrier) => Carrier): Project =>
  withPart(p, item.part, (q) => ({ ...q, carrier: change(q.carrier!) }));

/** One spoilt build for each carrier. */
const board =
  (spoil: (p: Project, on: ReturnType<typeof carriersOf>[number]) => Project, says: RegExp) =>
  (p: Project): Case[] =>
    carriersOf(p).map((on) => ({ where: on.item.id, spoilt: spoil(p, on), says }));

export const CARRIER_KINDS: readonly Kind[] = [
  {
    name: 'a layer of a kit the wrong way round',
    makes: 'hit',
    cases: each((p, j) => turned(p, j.item.id, 180)),
  },
  {
    name: 'a layer of a kit a quarter turn off',
    makes: 'hit',
    cases: each((p, j) => turned(p, j.item.id, 90)),
  },
  {
    name: 'a layer of a kit upside down',
    makes: 'hit',
    cases: each((p, j) => {
      const at = placementOf(p, j.item.id)!;
      return withPlacement(p, j.item.id, { up: at.up === 'in' ? 'out' : 'in' });
    }),
  },
  {
    name: 'a layer of a kit beside its contacts',
    makes: 'hit',
    cases: each((p, j) => {
      const at = placementOf(p, j.item.id)!;
      const by = Math.max(...j.joins.map((x) => x.withinMm)) + 0.6;
      return withPlacement(p, j.item.id, { x: at.x - by });
    }),
  },
  {
    name: 'a layer of a kit that was forgotten',
    makes: 'hit',
    cases: (p) =>
      joinsOf(p).map((j) => ({
        where: j.item.id,
        spoilt: without(p, j.item.id),
        ids: [j.on.item.id],
      })),
  },
  {
    name: 'a layer of a kit left outside the shell',
    makes: 'hit',
    cases: each((p, j) => {
      const gone = without(p, j.item.id);
      return withItems(
        gone,
        p.kit.items.map((i) => (i.id === j.item.id ? { ...i, where: 'outside' as const } : i)),
      );
    }),
  },
  {
    name: 'another computer where a kit wants its own',
    makes: 'hit',
    cases: board((p, on) => {
      const host = joinsOf(p).find((j) => j.on.item.id === on.item.id && j.joins[0]!.contacts);
      const other = library('teasel');
      return {
        ...p,
        kit: {
          ...p.kit,
          parts: [...p.kit.parts, other],
          items: p.kit.items.map((i) =>
            i.id === host?.item.id ? { ...i, part: other.id, struck: [] } : i,
          ),
        },
      };
    }, /made for/),
  },
  {
    name: 'one side key too many in a kit',
    makes: 'hit',
    cases: board((p, { carrier }) => {
      const [count] = carrier.counts!;
      const one = p.kit.items.find((i) => i.part === count!.part)!;
      return withItems(p, [...p.kit.items, { ...one, id: 'one-more', name: 'One more' }]);
    }, /comes with/),
  },
  {
    name: 'a kit whose springs are fewer than the contacts',
    makes: 'hit',
    cases: board(
      (p, on) =>
        withPart(p, on.item.part, (q) => ({
          ...q,
          blocks: q.blocks.map((b) =>
            b.presses?.count ? { ...b, presses: { ...b.presses, count: b.presses.count - 1 } } : b,
          ),
        })),
      /springs for/,
    ),
  },
  {
    name: 'a kit whose springs came off',
    makes: 'hit',
    cases: board(
      (p, on) =>
        withPart(p, on.item.part, (q) => ({
          ...q,
          blocks: q.blocks.filter((b) => b.presses === undefined),
        })),
      /0 springs for/,
    ),
  },
  {
    name: 'the board of a kit outside, and its layers in the shell',
    makes: 'hit',
    cases: board(
      (p, on) => ({
        ...withItems(
          p,
          p.kit.items.map((i) => (i.id === on.item.id ? { ...i, where: 'outside' as const } : i)),
        ),
        layout: { placements: p.layout.placements.filter((q) => q.item !== on.item.id) },
      }),
      /Not on its board/,
    ),
  },
  {
    name: 'keys of a carrier that its maker leads to no computer',
    makes: 'hit',
    cases: board(
      (p, on) =>
        withCarrier(p, on.item, (c) => ({ ...c, joins: c.joins.filter((j) => !j.contacts) })),
      /lead to no computer/,
    ),
  },
  {
    name: 'keys of a carrier to be read through a controller board',
    makes: 'hit',
    cases: board(
      (p) => ({ ...p, controls: { ...p.controls, route: 'usb' } }),
      /leads it to the header/,
    ),
  },
  {
    name: 'rules of a kit that want each in before the other',
    makes: 'hit',
    cases: board(
      (p, on) =>
        withCarrier(p, on.item, (c) => ({
          ...c,
          order: c.order!.flatMap((o) => [o, { first: o.then, then: o.first, why: 'so it says' }]),
        })),
      /Neither can go in first/,
    ),
  },
  {
    name: 'a key of a carrier put on another line by hand',
    makes: 'hit',
    cases: (p) =>
      carriersOf(p).flatMap((on) =>
        p.controls.inputs.slice(0, 2).map((input) => {
          const free = [2, 7].find((g) => !on.carrier.keys.some((k) => k.gpio === g))!;
          const inputs = p.controls.inputs.map((i) =>
            i.id === input.id ? { ...i, gpio: free } : i,
          );
          return {
            where: input.id,
            spoilt: { ...p, controls: { ...p.controls, inputs } },
            ids: [input.id],
          };
        }),
      ),
  },
  {
    name: 'a key of a carrier on a line that its own screen takes',
    makes: 'hit',
    cases: board(
      (p, on) =>
        withCarrier(p, on.item, (c) => ({
          ...c,
          keys: c.keys.map((k, i) => (i === 0 ? { ...k, gpio: 25 } : k)),
        })),
      /carries two signals/,
    ),
  },
  {
    name: 'two keys of a carrier on one track',
    makes: 'hit',
    cases: board(
      (p, on) =>
        withCarrier(p, on.item, (c) => ({
          ...c,
          keys: c.keys.map((k) => ({ ...k, gpio: c.keys[0]!.gpio })),
        })),
      /carries two buttons/,
    ),
  },
  {
    name: 'a switch of a carrier that is missing under its key',
    makes: 'hit',
    cases: board(
      (p, on) => withCarrier(p, on.item, (c) => ({ ...c, keys: c.keys.slice(1) })),
      /Nothing to press|nothing to press|No switch/,
    ),
  },
  {
    name: 'a board of a kit on stand-offs a millimetre too long',
    makes: 'hit',
    cases: each((p, j) => {
      if (j.joins[0]!.by !== 'springs') return undefined;
      const at = placementOf(p, j.item.id)!;
      return withPlacement(p, j.item.id, { lift: at.lift - 1 });
    }),
  },
];

/** A kit as it may well be built: a tenth beside, its board shifted with all that stands on it. */
export function shiftedKit(p: Project): Project {
  const [on] = carriersOf(p);
  if (!on) return p;
  const group = new Set([on.item.id, ...joinsOf(p).map((j) => j.item.id)]);
  return {
    ...p,
    layout: {
      placements: p.layout.placements.map((q) =>
        group.has(q.item) && q.item !== on.item.id ? { ...q, x: q.x + 0.1 } : q,
      ),
    },
  };
}

/** The same lines said by hand as the tracks lead to, and every name another. */
export function sameLines(p: Project): Project {
  const carriers = carriersOf(p);
  if (!carriers.length) return p;
  const inputs = p.controls.inputs.map((i) => {
    const key = carriers[0]!.carrier.keys.find((k) => k.block === `key-${i.id}`);
    return key ? { ...i, gpio: key.gpio } : i;
  });
  return { ...p, controls: { ...p.controls, inputs } };
}

/** A chip of the board a tenth lower than its maker says. */
export const lowerChip = (p: Project): Project =>
  carriersOf(p).reduce(
    (q, on) =>
      withPart(q, on.item.part, (part) => ({
        ...part,
        blocks: part.blocks.map((b) => (b.id === 'amp' ? { ...b, height: length(0.9) } : b)),
      })),
    p,
  );
