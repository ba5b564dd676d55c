/** Whether a part goes into the shell, stays outside, or is left out for now. */
import { Segmented } from 'antd';
import { firstPlace, wantsPlace } from '@deft/core/fit';
import { applied, type Item, type Part, type Project } from '@deft/core/model';
import { useBuild } from '../../state/build';

type Where = 'inside' | NonNullable<Item['where']>;

/** Inside again, an item gets the place a new one would get. */
function moved(p: Project, id: string, where: Where): Project {
  if (where !== 'inside') return applied(p, { do: 'where', item: id, where });
  const back = applied(p, { do: 'where', item: id, where: undefined });
  const placement = firstPlace(back, id);
  return placement ? applied(back, { do: 'stand', placement }) : back;
}

/** What the list of the build says of an item beside its size. */
export function whereWords(doc: Project, item: Item, part: Part): string | undefined {
  if (item.where === 'outside') return 'stays outside';
  if (item.where === 'left out') return 'left out for now';
  const placed = doc.layout.placements.some((q) => q.item === item.id);
  return placed || !wantsPlace(part) || !doc.shell.bodies.length ? undefined : 'no place yet';
}

export function WhereItIs({ item, part }: { item: Item; part: Part }) {
  const { edit } = useBuild('edit');
  if (!wantsPlace(part)) return null;
  return (
    <div className="row">
      <span className="note">In this build it is</span>
      <Segmented<Where>
        size="small"
        aria-label={`Where ${item.name} is`}
        value={item.where ?? 'inside'}
        onChange={(v) => edit((p) => moved(p, item.id, v))}
        options={[
          { value: 'inside', label: 'inside the shell' },
          { value: 'outside', label: 'outside, on a lead or in the hand' },
          { value: 'left out', label: 'left out for now' },
        ]}
      />
    </div>
  );
}
