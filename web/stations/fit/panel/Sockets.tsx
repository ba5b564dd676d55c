/** Which sockets of a part are reached from outside, and with what plug. */
import { Checkbox } from 'antd';
import type { Change, Item, Part } from '@deft/core/model';
import style from './PartPanel.module.css';

export function Sockets({
  part,
  item,
  apply,
}: {
  part: Part;
  item: Item;
  apply: (changes: Change[]) => void;
}) {
  if (!part.connectors.length) return null;
  const there = part.connectors.filter(
    (c) => c.block === undefined || !item.struck.includes(c.block),
  );
  return (
    <>
      <h3 className={style.heading}>Reached from outside</h3>
      {there.map((c) => {
        const isReached = item.reach?.[c.id] ?? c.outside;
        const about = { item: item.id, connector: c.id };
        return (
          <div key={c.id}>
            <Checkbox
              checked={isReached}
              onChange={(e) => apply([{ do: 'reach', ...about, outside: e.target.checked }])}
            >
              {c.name}
            </Checkbox>
            {isReached && c.type !== 'card' && (
              <Checkbox
                checked={item.angled?.includes(c.id) ?? false}
                onChange={(e) => apply([{ do: 'angle', ...about, on: e.target.checked }])}
              >
                angled plug
              </Checkbox>
            )}
          </div>
        );
      })}
    </>
  );
}
