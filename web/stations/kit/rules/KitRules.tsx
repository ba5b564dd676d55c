/**
 * What the maker of a kit's board says: what stands where on it, its own keys, how many belong to it,
 * and what goes in before what. Places are taken over from the layout; the rest is typed once.
 */
import { useState } from 'react';
import { Button, InputNumber } from 'antd';
import { joinAsLaid, lyingOnBoard } from '@deft/core/fit';
import { HEADER_40 } from '@deft/core/kit';
import {
  type Carrier,
  formatMm,
  type Item,
  type Join,
  JOINED_BY,
  type JoinedBy,
  type Looks,
  LOOKS,
  type Part,
} from '@deft/core/model';
import { useBuild, useScene } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import { Choice, RuleTable, Said } from './RuleTable';
import style from './KitRules.module.css';

const BY_WORDS: Readonly<Record<JoinedBy, string>> = {
  springs: 'on springs',
  plug: 'plugged',
  soldered: 'soldered',
};
const LOOKS_WORDS: Readonly<Record<Looks, string>> = {
  'x+': 'to the right',
  'x-': 'to the left',
  'y+': 'up the board',
  'y-': 'down the board',
  'z+': 'off its top',
  'z-': 'off its bottom',
};
const BARE: Carrier = { joins: [], keys: [] };

const placeWords = ({ x, y, turn, over }: Join): string =>
  [`${formatMm(x, 1)}, ${formatMm(y, 1)} mm`, turn ? `turned ${turn}°` : '', over ? 'top down' : '']
    .filter(Boolean)
    .join(', ');

/** Lists that are empty are left out of the document. */
function tidied(carrier: Carrier): Carrier {
  const next = { ...carrier };
  if (!next.counts?.length) delete next.counts;
  if (!next.order?.length) delete next.order;
  if (!next.enters?.length) delete next.enters;
  return next;
}

export function KitRules({
  item,
  part,
  onChange,
}: {
  item: Item;
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const { doc } = useBuild('doc');
  const scene = useScene();
  const [bad, setBad] = useState<string>();
  const carrier = part.carrier ?? BARE;
  const set = (more: Partial<Carrier>) =>
    setBad(onChange({ ...part, carrier: tidied({ ...carrier, ...more }) }));
  const laid = lyingOnBoard(scene, item.id).flatMap(
    (at) => joinAsLaid(scene, item.id, at.item.id) ?? [],
  );
  const kinds = doc.kit.parts.map((q) => ({ value: q.id, label: q.name }));
  const others = kinds.filter((k) => k.value !== part.id);
  const nameOf = (id: string): string => kinds.find((k) => k.value === id)?.label ?? id;
  const forget = () => {
    const next = { ...part };
    delete next.carrier;
    setBad(onChange(next));
  };

  if (!part.carrier) {
    return (
      <div className={style.begin}>
        <p>
          A kit’s board carries other parts without a wire. Lay the kit out in Fit as its sheet
          shows it; then the places are taken over from there, and Fit watches that nothing stands
          the wrong way round.
        </p>
        <Button size="small" disabled={!laid.length} onClick={() => set({ joins: laid })}>
          {laid.length
            ? `This carries ${laid.map((j) => j.name).join(', ')}: take their places over`
            : 'Nothing lies on it in the layout yet'}
        </Button>
        <Bad said={bad} />
      </div>
    );
  }
  const missing = laid.filter((j) => !carrier.joins.some((k) => k.part === j.part));
  return (
    <div className={style.rules}>
      <Bad said={bad} />
      <RuleTable<Join>
        name="Stands on it"
        said="Without a wire, at one place and one way round, read from the corner of the board seen from its top."
        rows={carrier.joins}
        label={(j) => j.name}
        columns={[
          { head: 'Part', cell: (j) => <span className={style.name}>{j.name}</span> },
          {
            head: 'Joined',
            cell: (j, put, name) => (
              <Choice
                label={`How ${name} is joined`}
                value={j.by}
                options={JOINED_BY.map((value) => ({ value, label: BY_WORDS[value] }))}
                onChange={(by) => put({ by })}
              />
            ),
          },
          { head: 'Place', cell: (j) => <span className={style.place}>{placeWords(j)}</span> },
          {
            head: 'Works within',
            cell: (j, put, name) => (
              <InputNumber
                size="small"
                className={style.number}
                aria-label={`${name} works within, mm`}
                min={0.1}
                max={20}
                step={0.1}
                prefix="within"
                suffix="mm"
                value={j.withinMm}
                onChange={(withinMm) => withinMm !== null && put({ withinMm })}
              />
            ),
          },
          {
            head: 'Mark',
            isWide: true,
            cell: (j, put, name) => (
              <Said
                label={`Mark of ${name}`}
                value={j.mark}
                placeholder="the dot looks at the charge socket"
                onChange={(mark) => put({ mark: mark || undefined })}
              />
            ),
          },
        ]}
        extra={(j) => {
          const now = laid.find((l) => l.part === j.part);
          const isAlone = carrier.joins.filter((k) => k.part === j.part).length === 1;
          if (!now || !isAlone || placeWords(now) === placeWords(j)) return null;
          const { x, y, z, turn, over } = now;
          const here = { ...j, x, y, turn, ...(z === undefined ? {} : { z }) };
          delete here.over;
          const taken: Join = over ? { ...here, over } : here;
          return (
            <Button
              size="small"
              type="text"
              onClick={() => set({ joins: carrier.joins.map((k) => (k === j ? taken : k)) })}
            >
              As laid out
            </Button>
          );
        }}
        add={{
          text: missing[0] ? `Add ${missing[0].name} as it lies` : 'All that lies on it is here',
          row: missing[0],
        }}
        onChange={(joins) => set({ joins })}
      />
      <RuleTable<Carrier['keys'][number]>
        name="Its own keys"
        said="Switches of the board, each on the header line that its track leads to."
        rows={carrier.keys}
        label={(k) => `key ${k.block}`}
        columns={[
          {
            head: 'Switch',
            cell: (k, put, name) => (
              <Choice
                wide
                label={`Switch of ${name}`}
                value={k.block}
                options={part.blocks.map((b) => ({ value: b.id, label: b.name }))}
                onChange={(block) => put({ block })}
              />
            ),
          },
          {
            head: 'Looks',
            cell: (k, put, name) => (
              <Choice
                wide
                label={`Where ${name} looks`}
                value={k.looks}
                options={LOOKS.map((value) => ({ value, label: LOOKS_WORDS[value] }))}
                onChange={(looks) => put({ looks })}
              />
            ),
          },
          {
            head: 'Line',
            cell: (k, put, name) => (
              <Choice
                label={`Line of ${name}`}
                value={k.gpio}
                options={HEADER_40.flatMap((h) =>
                  h.gpio === undefined ? [] : [{ value: h.gpio, label: `GPIO${h.gpio}` }],
                )}
                onChange={(gpio) => put({ gpio })}
              />
            ),
          },
        ]}
        add={{ text: 'Add a key', row: nextKey(part, carrier) }}
        onChange={(keys) => set({ keys })}
      />
      <RuleTable<NonNullable<Carrier['order']>[number]>
        name="What goes in before what"
        said="Build keeps to it; Fit says when the layout cannot."
        rows={carrier.order ?? []}
        label={(o) => `${nameOf(o.first)} before ${nameOf(o.then)}`}
        columns={[
          {
            head: 'First',
            cell: (o, put, name) => (
              <Choice
                wide
                label={`First of ${name}`}
                value={o.first}
                options={kinds}
                onChange={(first) => put({ first })}
              />
            ),
          },
          {
            head: 'Then',
            cell: (o, put, name) => (
              <Choice
                wide
                label={`Then of ${name}`}
                value={o.then}
                options={kinds}
                onChange={(then) => put({ then })}
              />
            ),
          },
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
            then: part.id,
            why: 'as the maker says',
          },
        }}
        onChange={(order) => set({ order })}
      />
      <RuleTable<NonNullable<Carrier['counts']>[number]>
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
        add={{ text: 'Add a count', row: nextCount(doc.kit.items, others, carrier) }}
        onChange={(counts) => set({ counts })}
      />
      <RuleTable<NonNullable<Carrier['enters']>[number]>
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
      <p>
        <Button size="small" type="text" onClick={forget}>
          It is no kit’s board: forget all this
        </Button>
      </p>
    </div>
  );
}

type Kinds = ReadonlyArray<{ value: string; label: string }>;

/** A switch of the board that is no key yet, on a line that none of its keys has. */
function nextKey(part: Part, { keys }: Carrier): Carrier['keys'][number] | undefined {
  const block = part.blocks.find(
    (b) => (b.kind === 'body' || b.kind === 'cap') && !keys.some((k) => k.block === b.id),
  );
  const line = HEADER_40.find(
    (h) => h.gpio !== undefined && h.gpio > 1 && !keys.some((k) => k.gpio === h.gpio),
  );
  return block && line?.gpio !== undefined
    ? { block: block.id, gpio: line.gpio, looks: 'z+' }
    : undefined;
}

function nextCount(
  items: readonly Item[],
  kinds: Kinds,
  { counts = [] }: Carrier,
): NonNullable<Carrier['counts']>[number] | undefined {
  const kind = kinds.find((k) => !counts.some((c) => c.part === k.value));
  return (
    kind && {
      part: kind.value,
      name: kind.label,
      count: Math.max(1, items.filter((i) => i.part === kind.value).length),
    }
  );
}

function nextWay(
  kinds: Kinds,
  { enters = [] }: Carrier,
): NonNullable<Carrier['enters']>[number] | undefined {
  const kind = kinds.find((k) => !enters.some((e) => e.part === k.value));
  return kind && { part: kind.value, how: 'as the maker shows' };
}
