/** What each load draws and how well that is known: typed as watts, or as a meter in series gave it. */
import { useState } from 'react';
import { Button, InputNumber, Select } from 'antd';
import { drawWithin, type Energy, TYPED_WITHIN, wattsOf } from '@deft/core/power';
import {
  type Drew,
  FROM_SOURCE,
  type LoadState,
  type Part,
  type Project,
  STATES,
} from '@deft/core/model';
import { useBuild } from '../../state/build';
import { ReadDraw } from './ReadDraw';
import style from './power.module.css';

type LoadRow = Energy['loads'][number];

/** A draw typed as watts is known to so much; one read with a meter says itself. */
const TYPED: Drew = { within: TYPED_WITHIN };

/** The build with a draw of one of its parts as it is now known. */
const withDraw = (
  p: Project,
  part: string,
  state: LoadState,
  watts: number,
  drew: Drew,
): Project => ({
  ...p,
  kit: {
    ...p.kit,
    parts: p.kit.parts.map((q): Part =>
      q.id === part && q.draws
        ? { ...q, draws: { ...q.draws, [state]: watts }, drew: { ...q.drew, [state]: drew } }
        : q,
    ),
  },
});

export function Loads() {
  const { check, edit } = useBuild('check', 'edit');
  const [reading, read] = useState<string>();
  const { energy, supply } = check.power;
  const canChoose = supply !== undefined && energy.rails.length > 0;
  return (
    <table className="plain" aria-label="Loads">
      <thead>
        <tr>
          <th>Load</th>
          <th>Menu</th>
          <th>Game</th>
          <th>Peak</th>
          <th>Known to</th>
          {canChoose && <th>Fed from</th>}
        </tr>
      </thead>
      <tbody>
        {energy.loads.map((l) => (
          <Row
            key={l.item.id}
            load={l}
            isRead={reading === l.item.id}
            onRead={() => read(reading === l.item.id ? undefined : l.item.id)}
            onDraw={(state, watts, drew) =>
              edit((p) => withDraw(p, l.item.part, state, watts, drew))
            }
            canChoose={canChoose}
          />
        ))}
        <tr>
          <td>
            <b>Together</b>
          </td>
          {STATES.map((s) => (
            <td key={s}>
              <b>{wattsOf(energy, s).toFixed(2)} W</b>
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

function Row({
  load: { item, part, draws },
  isRead,
  onRead,
  onDraw,
  canChoose,
}: {
  load: LoadRow;
  isRead: boolean;
  onRead: () => void;
  onDraw: (state: LoadState, watts: number, drew: Drew) => void;
  canChoose: boolean;
}) {
  const { doc } = useBuild('doc');
  return (
    <>
      <tr>
        <td>{item.name}</td>
        {STATES.map((s) => (
          <td key={s}>
            <InputNumber
              size="small"
              aria-label={`${item.name}, ${s}, watts`}
              min={0}
              max={60}
              step={0.05}
              value={draws[s]}
              suffix="W"
              className={style.watts ?? ''}
              onChange={(w) => {
                if (typeof w === 'number' && w !== draws[s]) onDraw(s, w, TYPED);
              }}
            />
          </td>
        ))}
        <td>
          <Button size="small" type="text" aria-expanded={isRead} onClick={onRead}>
            ± {Math.round(100 * drawWithin(doc, part))} % {isRead ? '▴' : '▾'}
          </Button>
        </td>
        {canChoose && (
          <td>
            <FeedSelect item={item.id} name={item.name} />
          </td>
        )}
      </tr>
      {isRead && (
        <tr>
          <td colSpan={6}>
            <ReadDraw name={item.name} drew={part.drew} onRead={onDraw} />
          </td>
        </tr>
      )}
    </>
  );
}

/** Where a load hangs: as its window says, or by hand. */
function FeedSelect({ item, name }: { item: string; name: string }) {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const { energy, supply } = check.power;
  const place = supply?.places.find((q) => q.is === 'load' && q.item === item);
  const above = place?.above === undefined ? undefined : supply?.places[place.above];
  return (
    <Select
      size="small"
      aria-label={`${name}, fed from`}
      className={style.feed ?? ''}
      value={doc.power.feeds?.[item] ?? ''}
      onChange={(from: string) =>
        edit((p) => {
          const feeds = { ...p.power.feeds };
          if (from) feeds[item] = from;
          else delete feeds[item];
          return { ...p, power: { ...p.power, feeds } };
        })
      }
      options={[
        { value: '', label: above ? above.name : 'as it suits' },
        ...energy.rails.map((r) => ({
          value: r.item.id,
          label: `${r.item.name}, ${r.part.converter.outV} V`,
        })),
        { value: FROM_SOURCE, label: supply?.isWall ? 'the inlet' : 'the cell itself' },
      ]}
    />
  );
}
