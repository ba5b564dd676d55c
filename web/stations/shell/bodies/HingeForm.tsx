/** Where two bodies turn, how far, and the ribbon that rolls in their barrel. */
import { InputNumber, Select } from 'antd';
import { rolled } from '@deft/core/shell';
import { type Body, type Edge, EDGES, type Shell } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { LengthField } from '../../../ui/LengthField';
import { Working } from '../../../ui/Working';
import { MagnetFields } from './MagnetFields';

type Hinge = NonNullable<Shell['hinge']>;

function EdgeOf({
  body,
  value,
  onChange,
}: {
  body: Body;
  value: Edge;
  onChange: (e: Edge) => void;
}) {
  const label = `Edge of ${body.name}`;
  return (
    <>
      <span>{label}</span>
      <Select
        size="small"
        aria-label={label}
        value={value}
        onChange={onChange}
        options={EDGES.map((e) => ({ value: e, label: e }))}
      />
    </>
  );
}

function Degrees({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (deg: number) => void;
}) {
  return (
    <>
      <span>{label}</span>
      <InputNumber
        size="small"
        aria-label={label}
        min={0}
        max={360}
        style={{ width: '100%' }}
        value={value}
        onChange={(v) => v !== null && onChange(v)}
      />
    </>
  );
}

export function HingeForm({ hinge, bodies: [a, b] }: { hinge: Hinge; bodies: [Body, Body] }) {
  const { edit } = useBuild('edit');
  const put = (more: Partial<Hinge>, merge?: string): void => {
    edit((p) => ({ ...p, shell: { ...p.shell, hinge: { ...p.shell.hinge!, ...more } } }), merge);
  };
  return (
    <>
      <div className="pair">
        <EdgeOf body={a} value={hinge.first} onChange={(first) => put({ first })} />
        <EdgeOf body={b} value={hinge.second} onChange={(second) => put({ second })} />
        <Degrees
          label="Closed at, °"
          value={hinge.closedDeg}
          onChange={(closedDeg) => put({ closedDeg }, 'closed')}
        />
        <Degrees
          label="Open at, °"
          value={hinge.openDeg}
          onChange={(openDeg) => put({ openDeg }, 'open')}
        />
      </div>
      <div className="fields">
        <LengthField
          label="Axis out from both edges"
          min={-50}
          value={hinge.out}
          onChange={(out) => put({ out })}
        />
        <LengthField
          label="Axis up from the parting planes"
          min={-50}
          value={hinge.up}
          onChange={(up) => put({ up })}
        />
        <LengthField
          label="Barrel, bore for the ribbon"
          min={0.5}
          value={hinge.barrel}
          onChange={(barrel) => put({ barrel })}
        />
        <LengthField
          label="Ribbon, thickness"
          min={0.02}
          value={hinge.ribbon.thick}
          onChange={(thick) => put({ ribbon: { ...hinge.ribbon, thick } })}
        />
      </div>
      <div className="pair">
        <span>Turns when closed</span>
        <InputNumber
          size="small"
          aria-label="Turns when closed"
          min={0}
          max={10}
          step={0.5}
          style={{ width: '100%' }}
          value={hinge.ribbon.turns}
          onChange={(turns) => turns !== null && put({ ribbon: { ...hinge.ribbon, turns } })}
        />
        <span>Least bend, × its thickness</span>
        <InputNumber
          size="small"
          aria-label="Least bend"
          min={1}
          max={40}
          style={{ width: '100%' }}
          value={hinge.ribbon.bendTimes}
          onChange={(bendTimes) =>
            bendTimes !== null && put({ ribbon: { ...hinge.ribbon, bendTimes } })
          }
        />
      </div>
      <Working lines={rolled(hinge).working} />
      <MagnetFields
        hinge={hinge}
        onChange={(magnet) =>
          edit((p) => {
            const next: Hinge = { ...p.shell.hinge!, ...(magnet ? { magnet } : {}) };
            if (!magnet) delete next.magnet;
            return { ...p, shell: { ...p.shell, hinge: next } };
          })
        }
      />
    </>
  );
}
