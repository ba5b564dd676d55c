/** What stands on a kit's board: how it is joined, where and which way round, as it is laid out or as typed. */
import { Button, InputNumber } from 'antd';
import { type Carrier, formatMm, type Join, JOINED_BY, type JoinedBy } from '@deft/core/model';
import { Choice, RuleTable, Said } from './RuleTable';
import style from './KitRules.module.css';

const BY_WORDS: Readonly<Record<JoinedBy, string>> = {
  springs: 'on springs',
  plug: 'plugged',
  soldered: 'soldered',
};

const placeWords = ({ x, y, turn, over }: Join): string =>
  [`${formatMm(x, 1)}, ${formatMm(y, 1)} mm`, turn ? `turned ${turn}°` : '', over ? 'top down' : '']
    .filter(Boolean)
    .join(', ');

export function Joins({
  carrier,
  laid,
  set,
}: {
  carrier: Carrier;
  /** What lies on it in the layout, as its maker would say it. */
  laid: readonly Join[];
  set: (more: Partial<Carrier>) => void;
}) {
  const missing = laid.filter((j) => !carrier.joins.some((k) => k.part === j.part));
  return (
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
  );
}
