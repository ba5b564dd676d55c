/** The path to the computer, the use it is put to, and what charges it. */
import { InputNumber, Select } from 'antd';
import type { Project } from '@deft/core/model';
import { MmField } from '../../ui/MmField';
import { useBuild } from '../../state/build';

export function Settings() {
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
