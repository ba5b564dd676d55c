/** What a part gives and takes, end by end: as usual for its kind until the first one is changed. */
import { useState } from 'react';
import { Button, Input, Select } from 'antd';
import { fieldsOf, portsOf } from '@deft/core/kit';
import { CARRIES, type Carries, type Form, FORMS, type Part, type Port } from '@deft/core/model';
import { FigureField } from '../../ui/FigureField';
import { LinesTaken } from './LinesTaken';
import { RowFields } from './PartRows';
import style from './PortRows.module.css';
import { Bad } from '../../ui/Bad';

const CARRIES_WORDS: Readonly<Record<Carries, string>> = {
  cell: 'a cell’s voltage',
  supply: 'power from outside',
  rail: 'a made voltage',
  usb: 'USB',
  hdmi: 'HDMI',
  spi: 'SPI picture',
  parallel: 'parallel picture',
  composite: 'composite picture',
  panel: 'a bare panel’s ribbon',
  i2s: 'I2S sound',
  pwm: 'sound on PWM pins',
  line: 'sound, line level',
  speaker: 'a speaker',
  i2c: 'I2C or serial',
  analog: 'an analogue level',
  card: 'a card',
  lines: 'lines for keys',
  radio: 'radio',
};
const FORM_WORDS: Readonly<Record<Form, string>> = {
  pads: 'pads, soldered',
  header: 'header',
  flat: 'flat ribbon',
  'two-pin': 'two-pin plug',
  'usb-a': 'USB-A socket',
  'usb-c': 'USB-C socket',
  'micro-usb': 'micro-USB socket',
  hdmi: 'HDMI socket',
  'mini-hdmi': 'mini-HDMI socket',
  'jack-3.5': '3.5 mm jack',
  barrel: 'barrel socket',
  card: 'card slot',
  air: 'through the air',
};
/** What has a voltage of its own to be typed. */
const POWER: ReadonlySet<Carries> = new Set(['cell', 'supply', 'rail']);

/** Seldom needed, and asked for apart. */
const MORE: ReadonlySet<string> = new Set([
  'block',
  'padsLeft',
  'count',
  'speed',
  'contacts',
  'pitchMm',
  'endMm',
  'pullDowns',
  'switching',
]);

const freshId = (ports: readonly Port[]): string => {
  for (let n = 1; ; n++) if (!ports.some((p) => p.id === `end-${n}`)) return `end-${n}`;
};

export function PortRows({
  part,
  onChange,
}: {
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const [bad, setBad] = useState<string>();
  const own = part.ports !== undefined;
  const ports = portsOf(part);
  const write = (next: readonly Port[]): string | undefined => {
    const said = onChange({ ...part, ports: [...next] });
    setBad(said);
    return said;
  };
  const put = (id: string, more: Partial<Port>) =>
    write(ports.map((p) => (p.id === id ? { ...p, ...more } : p)));
  const asUsual = () => {
    const next = { ...part };
    delete next.ports;
    setBad(onChange(next));
  };
  const add = () =>
    write([
      ...ports,
      { id: freshId(ports), name: 'power', carries: 'rail', role: 'takes', form: 'pads' },
    ]);
  return (
    <details className="pads">
      <summary>
        What it gives and takes{' '}
        <span className="note">
          {own ? 'as typed' : 'as usual for its kind'}:{' '}
          {ports.map((p) => p.name).join(', ') || 'nothing, so no chain can reach it'}
        </span>
      </summary>
      {ports.map((p, i) => (
        <fieldset key={p.id} className={style.port} aria-label={`End ${p.name}`}>
          <Input
            size="small"
            aria-label="What it is called"
            maxLength={80}
            value={p.name}
            onChange={(e) => e.target.value && put(p.id, { name: e.target.value })}
          />
          <Select
            size="small"
            aria-label={`${p.name}: gives or takes`}
            value={p.role}
            onChange={(role) => put(p.id, { role })}
            options={[
              { value: 'gives' as const, label: 'gives' },
              { value: 'takes' as const, label: 'takes' },
            ]}
          />
          <Select
            size="small"
            aria-label={`${p.name}: what runs through it`}
            value={p.carries}
            popupMatchSelectWidth={false}
            onChange={(carries) => put(p.id, { carries })}
            options={CARRIES.map((value) => ({ value, label: CARRIES_WORDS[value] }))}
          />
          <Select
            size="small"
            aria-label={`${p.name}: how it is joined`}
            value={p.form}
            popupMatchSelectWidth={false}
            onChange={(form) => put(p.id, { form })}
            options={FORMS.map((value) => ({ value, label: FORM_WORDS[value] }))}
          />
          <Button
            size="small"
            type="text"
            aria-label={`Remove ${p.name}`}
            onClick={() => write(ports.filter((q) => q.id !== p.id))}
          >
            Remove
          </Button>
          {POWER.has(p.carries) && <Power port={p} onChange={(more) => put(p.id, more)} />}
          <details className={style.more}>
            <summary className="note">More of it</summary>
            <RowFields
              part={{ ...part, ports: [...ports] }}
              list="ports"
              index={i}
              fields={fieldsOf(part, 'ports', p).filter((f) => MORE.has(f.key))}
              onChange={(next) => write(next.ports ?? [])}
            />
          </details>
        </fieldset>
      ))}
      <Bad said={bad} />
      <div className="row">
        <Button size="small" onClick={add}>
          Add an end
        </Button>
        {own && (
          <Button size="small" type="text" onClick={asUsual}>
            As usual for its kind
          </Button>
        )}
      </div>
      <LinesTaken part={part} onChange={onChange} />
    </details>
  );
}

/** The window of an end that gives or takes power, and its most current. */
function Power({ port: p, onChange }: { port: Port; onChange: (more: Partial<Port>) => void }) {
  const [low, high] = p.volts ?? [undefined, undefined];
  const volts = (at: 0 | 1, v: number | undefined) => {
    if (v === undefined) return undefined;
    // A window never turns round: the other end gives way.
    const next: [number, number] =
      at === 0 ? [v, Math.max(v, high ?? v)] : [Math.min(v, low ?? v), v];
    onChange({ volts: next });
    return undefined;
  };
  return (
    <div className={style.power}>
      <FigureField
        label={p.role === 'gives' ? 'Gives from' : 'Takes from'}
        unit="V"
        min={0}
        max={60}
        value={low}
        onChange={(v) => volts(0, v)}
      />
      <FigureField
        label="to"
        unit="V"
        min={0}
        max={60}
        value={high}
        onChange={(v) => volts(1, v)}
      />
      <FigureField
        label="at most"
        unit="A"
        min={0}
        max={50}
        value={p.amps}
        onChange={(amps) => {
          if (amps !== undefined) onChange({ amps });
          return undefined;
        }}
      />
    </div>
  );
}
