/** The path to the computer, the use it is put to, and what charges it. */
import { Select } from 'antd';
import type { Project } from '@deft/core/model';
import { MmField } from '../../ui/MmField';
import { useBuild } from '../../state/build';
import style from './power.module.css';
import { Setting } from './Setting';

type Power = Project['power'];

const GAUGES = [18, 20, 22, 24, 26, 28, 30].map((awg) => ({ value: awg, label: `AWG ${awg}` }));
const FEEDS: Array<{ value: NonNullable<Power['source']>; label: string }> = [
  { value: 'cell', label: 'a cell' },
  { value: 'wall', label: 'the wall' },
];
const OFF: Array<{ value: NonNullable<Power['off']> | 'parts'; label: string }> = [
  { value: 'parts', label: 'its parts' },
  { value: 'latch', label: 'a latch' },
  { value: 'switch', label: 'a switch' },
  { value: 'menu', label: 'the menu' },
];

export function Settings() {
  const { doc, edit, check } = useBuild('doc', 'edit', 'check');
  const { power } = doc;
  const set = (more: Partial<Power>) => edit((p) => ({ ...p, power: { ...p.power, ...more } }));
  const setOff = (off: (typeof OFF)[number]['value']) =>
    edit((p) => {
      const { off: before, ...rest } = p.power;
      void before;
      return { ...p, power: off === 'parts' ? rest : { ...rest, off } };
    });
  const setHours = (hours: number | null) =>
    edit((p) => {
      const { hours: before, ...rest } = p.brief;
      void before;
      return { ...p, brief: hours === null ? rest : { ...rest, hours } };
    });
  const { charger } = check.power.energy;
  return (
    <section>
      <h2 className={style.heading}>Path and use</h2>
      <div className="pair">
        <span>Wire gauge</span>
        <Select
          size="small"
          aria-label="Wire gauge"
          value={power.wireAwg}
          onChange={(wireAwg: number) => set({ wireAwg })}
          options={GAUGES}
        />
        <MmField
          label="Wire, one way"
          value={power.wireMm}
          min={1}
          max={1000}
          onChange={(wireMm) => set({ wireMm })}
        />
        <Setting
          name="Plugs in the path"
          min={0}
          max={20}
          value={power.plugs}
          onChange={(v) => v !== null && set({ plugs: v })}
        />
        <Setting
          name="Switch"
          label="Switch resistance in milliohm"
          unit="mΩ"
          min={0}
          max={10_000}
          value={Math.round(power.switchOhm * 1000)}
          onChange={(v) => v !== null && set({ switchOhm: v / 1000 })}
        />
        <Setting
          name="Time in games"
          label="Time in games, percent"
          unit="%"
          min={0}
          max={100}
          value={Math.round(power.gameShare * 100)}
          onChange={(v) => v !== null && set({ gameShare: v / 100 })}
        />
        <Setting
          name="Capacity left"
          label="Capacity left, percent"
          unit="%"
          min={21}
          max={100}
          value={Math.round(power.health * 100)}
          onChange={(v) => v !== null && set({ health: v / 100 })}
        />
        <span>Fed by</span>
        <Select
          size="small"
          aria-label="Fed by"
          value={power.source ?? 'cell'}
          onChange={(source) => set({ source })}
          options={FEEDS}
        />
        <span>Turned off by</span>
        <Select
          size="small"
          aria-label="Turned off by"
          value={power.off ?? 'parts'}
          onChange={setOff}
          options={OFF}
        />
        <Setting
          name="Hours wanted"
          unit="h"
          min={0.5}
          max={100}
          step={0.5}
          value={doc.brief.hours ?? null}
          onChange={setHours}
        />
        {charger && (
          <Setting
            name="Program resistor"
            label="Program resistor, ohm"
            unit="Ω"
            min={10}
            max={10_000_000}
            value={charger.item.rProgOhm ?? charger.part.charger.rProgOhm}
            onChange={(v) => v !== null && edit((p) => programmed(p, charger.item.id, v))}
          />
        )}
      </div>
    </section>
  );
}

const programmed = (p: Project, charger: string, rProgOhm: number): Project => ({
  ...p,
  kit: {
    ...p.kit,
    items: p.kit.items.map((i) => (i.id === charger ? { ...i, rProgOhm } : i)),
  },
});
