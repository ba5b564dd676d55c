/** What of a kit goes in before what and how, and how many of each belong to it. */
import { InputNumber } from 'antd';
import type { Carrier, Item } from '@deft/core/model';
import { Choice, type Column, RuleTable, Said } from './RuleTable';
import style from './KitRules.module.css';

type Order = NonNullable<Carrier['order']>[number];
type Count = NonNullable<Carrier['counts']>[number];
type Way = NonNullable<Carrier['enters']>[number];
type Kinds = ReadonlyArray<{ value: string; label: string }>;

const kindColumn = (head: string, key: 'first' | 'then', kinds: Kinds): Column<Order> => ({
  head,
  cell: (o, put, name) => (
    <Choice
      wide
      label={`${head} of ${name}`}
      value={o[key]}
      options={kinds}
      onChange={(kind) => put({ [key]: kind })}
    />
  ),
});

export function Orders({
  board,
  carrier,
  kinds,
  items,
  set,
}: {
  /** The kind of the board itself. */
  board: string;
  carrier: Carrier;
  kinds: Kinds;
  items: readonly Item[];
  set: (more: Partial<Carrier>) => void;
}) {
  const others = kinds.filter((k) => k.value !== board);
  const nameOf = (id: string): string => kinds.find((k) => k.value === id)?.label ?? id;
  return (
    <>
      <RuleTable<Order>
        name="What goes in before what"
        said="Build keeps to it; Fit says when the layout cannot."
        rows={carrier.order ?? []}
        label={(o) => `${nameOf(o.first)} before ${nameOf(o.then)}`}
        columns={[
          kindColumn('First', 'first', kinds),
          kindColumn('Then', 'then', kinds),
          {
            head: 'Why',
            isWide: true,
            cell: (o, put, name) => (
              <Said
                label={`Why ${name}`}
                value={o.why}
                placeholder="the board bars its way"
                onChange={(why) => put({ why: why || 'as the maker says' })}
              />
            ),
          },
        ]}
        add={{
          text: 'Add an order',
          row: others[0] && {
            first: others[0].value,
            then: board,
            why: 'as the maker says',
          },
        }}
        onChange={(order) => set({ order })}
      />
      <RuleTable<Count>
        name="How many belong to it"
        said="All alike; one left over was forgotten inside."
        rows={carrier.counts ?? []}
        label={(c) => c.name}
        columns={[
          { head: 'Part', cell: (c) => <span className={style.name}>{c.name}</span> },
          {
            head: 'How many',
            cell: (c, put, name) => (
              <InputNumber
                size="small"
                className={style.number}
                aria-label={`How many ${name}`}
                min={1}
                max={400}
                precision={0}
                value={c.count}
                onChange={(count) => count !== null && put({ count })}
              />
            ),
          },
        ]}
        add={{ text: 'Add a count', row: nextCount(items, others, carrier) }}
        onChange={(counts) => set({ counts })}
      />
      <RuleTable<Way>
        name="How it goes in"
        said="Told where that part is set in."
        rows={carrier.enters ?? []}
        label={(e) => nameOf(e.part)}
        columns={[
          { head: 'Part', cell: (e) => <span className={style.name}>{nameOf(e.part)}</span> },
          {
            head: 'How',
            isWide: true,
            cell: (e, put, name) => (
              <Said
                label={`How ${name} goes in`}
                value={e.how}
                placeholder="peg first, then flat"
                onChange={(how) => put({ how: how || 'as the maker shows' })}
              />
            ),
          },
        ]}
        add={{ text: 'Add a way in', row: nextWay(others, carrier) }}
        onChange={(enters) => set({ enters })}
      />
    </>
  );
}

function nextCount(
  items: readonly Item[],
  kinds: Kinds,
  { counts = [] }: Carrier,
): Count | undefined {
  const kind = kinds.find((k) => !counts.some((c) => c.part === k.value));
  return (
    kind && {
      part: kind.value,
      name: kind.label,
      count: Math.max(1, items.filter((i) => i.part === kind.value).length),
    }
  );
}

function nextWay(kinds: Kinds, { enters = [] }: Carrier): Way | undefined {
  const kind = kinds.find((k) => !enters.some((e) => e.part === k.value));
  return kind && { part: kind.value, how: 'as the maker shows' };
}
