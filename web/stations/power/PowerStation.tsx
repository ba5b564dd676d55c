/** Power: hours on a charge, charge current, the rail under peak, each with its working. */
import { InputNumber, Select } from 'antd';
import { Link } from 'react-router';
import { wattsOf } from '@deft/core/power';
import type { Item, Project } from '@deft/core/model';
import { Findings } from '../../ui/Findings';
import { MmField } from '../../ui/MmField';
import { useSize } from '../../ui/useSize';
import { Worded } from '../../words/Worded';
import { useBuild } from '../../state/build';
import { DischargeChart } from './DischargeChart';
import { Shutdown } from './Shutdown';

export default function PowerStation() {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const [ref, size] = useSize<HTMLDivElement>();
  const f = check.power;
  const run = f.run?.value;
  let empty: React.ReactNode;
  if (!f.energy.loads.length) {
    empty = (
      <>
        Nothing draws power yet. <Link to="../kit">Add a board and a screen</Link>; next comes their
        current in a game, with a meter in series.
      </>
    );
  } else if (!f.energy.pack) {
    empty = (
      <>
        No cell yet. <Link to="../kit">Choose one</Link>: the length, width and thickness that fit,
        then its capacity.
      </>
    );
  } else empty = undefined;
  let hours: string;
  if (run && run.hours > 0) {
    hours = `${run.hours.toFixed(1)} h ± ${(f.band?.hours ?? 0).toFixed(1)} on one charge`;
  } else if (run) hours = run.sentence;
  else hours = 'Hours on one charge';
  return (
    <>
      <div className="centre sheet">
        <header>
          <h1>{hours}</h1>
          <p className="note">
            {empty ??
              'Draws are typical of each class, good to about a quarter, until you put a meter in series.'}
          </p>
        </header>
        {run && run.curve.length > 1 && f.energy.pack && (
          <div className="card" ref={ref} style={{ padding: '10px 8px' }}>
            {size.w > 0 && (
              <DischargeChart
                run={run}
                cutoffV={f.energy.pack.cutoffV}
                wanted={doc.brief.hours}
                width={size.w - 16}
                height={270}
              />
            )}
          </div>
        )}
        <div
          style={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fit, minmax(280px, 1fr))',
            gap: 14,
          }}
        >
          {f.run && <Working title="Hours" lines={f.run.working} />}
          {f.charge && (
            <Working
              title="Charging"
              lines={f.charge.working}
              caution="Never unattended; 1C at the most unless the maker allows more."
            />
          )}
          {f.rail && (
            <Working
              title="At the SBC under peak"
              lines={[
                ...f.rail.working,
                ...(f.peak
                  ? [
                      `Peak ${f.peak.outA.toFixed(2)} A of the converter's ${f.peak.limitA} A; ${f.peak.cellA.toFixed(1)} A (${f.peak.cellC.toFixed(1)} C) from the cell at 10 % charge`,
                    ]
                  : []),
              ]}
            />
          )}
        </div>
        {f.energy.loads.length > 0 && (
          <table className="plain" aria-label="Loads">
            <thead>
              <tr>
                <th>Load on the 5 V rail</th>
                <th>Menu</th>
                <th>Game</th>
                <th>Peak</th>
              </tr>
            </thead>
            <tbody>
              {f.energy.loads.map((l) => (
                <tr key={l.item.id}>
                  <td>{l.item.name}</td>
                  {(['menu', 'game', 'peak'] as const).map((s) => (
                    <td key={s}>
                      <Watts doc={doc} item={l.item} state={s} value={l.draws[s]} onChange={edit} />
                    </td>
                  ))}
                </tr>
              ))}
              <tr>
                <td>
                  <b>Together</b>
                </td>
                {(['menu', 'game', 'peak'] as const).map((s) => (
                  <td key={s}>
                    <b>{wattsOf(f.energy, s).toFixed(2)} W</b>
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        )}
        {f.energy.loads.length > 0 && <Shutdown />}
      </div>
      <aside className="side" aria-label="Power findings">
        <Findings
          station="power"
          title="What power says"
          empty="The rail, the charge and the hours are in order."
        />
        <Settings />
      </aside>
    </>
  );
}

const Working = ({
  title,
  lines,
  caution,
}: {
  title: string;
  lines: readonly string[];
  caution?: string;
}) => (
  <section className="card">
    <h2 style={{ marginBottom: 4 }}>{title}</h2>
    {lines.map((l) => (
      <p key={l} className="note">
        <Worded text={l} />
      </p>
    ))}
    {caution && (
      <p className="caution" style={{ marginTop: 6 }}>
        {caution}
      </p>
    )}
  </section>
);

/** A measured draw belongs to the build's own copy of the part. */
function Watts({
  item,
  state,
  value,
  onChange,
}: {
  doc: Project;
  item: Item;
  state: 'menu' | 'game' | 'peak';
  value: number;
  onChange: (n: (p: Project) => Project) => void;
}) {
  return (
    <InputNumber
      size="small"
      aria-label={`${item.name}, ${state}, watts`}
      min={0}
      max={60}
      step={0.05}
      value={value}
      suffix="W"
      style={{ width: 96 }}
      onChange={(w) => {
        if (typeof w === 'number') {
          onChange((p) => ({
            ...p,
            kit: {
              ...p.kit,
              parts: p.kit.parts.map((q) =>
                q.id === item.part && q.draws ? { ...q, draws: { ...q.draws, [state]: w } } : q,
              ),
            },
          }));
        }
      }}
    />
  );
}

function Settings() {
  const { doc, edit, check } = useBuild('doc', 'edit', 'check');
  const set = (more: Partial<Project['power']>) =>
    edit((p) => ({ ...p, power: { ...p.power, ...more } }));
  const charger = check.power.energy.charger;
  return (
    <section>
      <h2 style={{ marginBottom: 8 }}>Path and use</h2>
      <div className="pair">
        <span>Wire gauge</span>
        <Select
          size="small"
          aria-label="Wire gauge"
          value={doc.power.wireAwg}
          onChange={(wireAwg: number) => set({ wireAwg })}
          options={[18, 20, 22, 24, 26, 28, 30].map((a) => ({ value: a, label: `AWG ${a}` }))}
        />
        <MmField
          label="Wire, one way"
          value={doc.power.wireMm}
          min={1}
          max={1000}
          onChange={(wireMm) => set({ wireMm })}
        />
        <span>Plugs in the path</span>
        <InputNumber
          size="small"
          aria-label="Plugs in the path"
          min={0}
          max={20}
          style={{ width: 96 }}
          value={doc.power.plugs}
          onChange={(v) => v !== null && set({ plugs: v })}
        />
        <span>Switch</span>
        <InputNumber
          size="small"
          aria-label="Switch resistance in milliohm"
          min={0}
          max={10000}
          suffix="mΩ"
          style={{ width: 96 }}
          value={Math.round(doc.power.switchOhm * 1000)}
          onChange={(v) => v !== null && set({ switchOhm: v / 1000 })}
        />
        <span>Time in games</span>
        <InputNumber
          size="small"
          aria-label="Time in games, percent"
          min={0}
          max={100}
          suffix="%"
          style={{ width: 96 }}
          value={Math.round(doc.power.gameShare * 100)}
          onChange={(v) => v !== null && set({ gameShare: v / 100 })}
        />
        <span>Capacity left</span>
        <InputNumber
          size="small"
          aria-label="Capacity left, percent"
          min={21}
          max={100}
          suffix="%"
          style={{ width: 96 }}
          value={Math.round(doc.power.health * 100)}
          onChange={(v) => v !== null && set({ health: v / 100 })}
        />
        <span>Fed by</span>
        <Select
          size="small"
          aria-label="Fed by"
          value={doc.power.source ?? 'cell'}
          onChange={(source: 'cell' | 'wall') => set({ source })}
          options={[
            { value: 'cell', label: 'a cell' },
            { value: 'wall', label: 'the wall' },
          ]}
        />
        <span>Turned off by</span>
        <Select
          size="small"
          aria-label="Turned off by"
          value={doc.power.off ?? 'parts'}
          onChange={(off: 'parts' | 'latch' | 'switch' | 'menu') =>
            edit((p) => {
              const power = { ...p.power };
              if (off === 'parts') delete power.off;
              else power.off = off;
              return { ...p, power };
            })
          }
          options={[
            { value: 'parts', label: 'its parts' },
            { value: 'latch', label: 'a latch' },
            { value: 'switch', label: 'a switch' },
            { value: 'menu', label: 'the menu' },
          ]}
        />
        <span>Hours wanted</span>
        <InputNumber
          size="small"
          aria-label="Hours wanted"
          min={0.5}
          max={100}
          step={0.5}
          suffix="h"
          style={{ width: 96 }}
          value={doc.brief.hours ?? null}
          onChange={(v) =>
            edit((p) => {
              const brief = { ...p.brief };
              if (v === null) delete brief.hours;
              else brief.hours = v;
              return { ...p, brief };
            })
          }
        />
        {charger && (
          <>
            <span>Program resistor</span>
            <InputNumber
              size="small"
              aria-label="Program resistor, ohm"
              min={10}
              max={10_000_000}
              suffix="Ω"
              style={{ width: 96 }}
              value={charger.item.rProgOhm ?? charger.part.charger.rProgOhm}
              onChange={(v) =>
                v !== null &&
                edit((p) => ({
                  ...p,
                  kit: {
                    ...p.kit,
                    items: p.kit.items.map((i) =>
                      i.id === charger.item.id ? { ...i, rProgOhm: v } : i,
                    ),
                  },
                }))
              }
            />
          </>
        )}
      </div>
    </section>
  );
}
