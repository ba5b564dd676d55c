/** What each load draws and how well that is known: typed as watts, or as a meter in series gave it. */
import { Link } from 'react-router';
import { InputNumber, Select } from 'antd';
import { typedDraw } from '@deft/core/bench';
import { drawWithin, type Energy, TYPED_WITHIN, wattsOf } from '@deft/core/power';
import { FROM_SOURCE, type LoadState, STATES } from '@deft/core/model';
import { useBuild } from '../../state/build';
import style from './power.module.css';

type LoadRow = Energy['loads'][number];

export function Loads() {
  const { check, edit } = useBuild('check', 'edit');
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
            onDraw={(state, watts) =>
              edit((p) => typedDraw(p, l.item.part, state, watts, TYPED_WITHIN))
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
  onDraw,
  canChoose,
}: {
  load: LoadRow;
  onDraw: (state: LoadState, watts: number) => void;
  canChoose: boolean;
}) {
  const { judged } = useBuild('judged');
  const known = Math.round(100 * drawWithin(judged, part.id));
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
                if (typeof w === 'number' && w !== draws[s]) onDraw(s, w);
              }}
            />
          </td>
        ))}
        <td>
          <Link
            to={`../bench?trial=draw:${item.id}:game`}
            aria-label={`Read ${item.name} on the bench, known to ± ${known} %`}
          >
            ± {known} %
          </Link>
        </td>
        {canChoose && (
          <td>
            <FeedSelect item={item.id} name={item.name} />
          </td>
        )}
      </tr>
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
