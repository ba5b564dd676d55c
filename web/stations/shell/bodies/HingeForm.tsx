/** Where two bodies turn, how far, and the ribbon that rolls in their barrel. */
import { InputNumber } from 'antd';
import { rolled } from '@deft/core/shell';
import type { Hinge, Joined } from '@deft/core/model';
import { LengthField } from '../../../ui/LengthField';
import { MmField } from '../../../ui/MmField';
import { Working } from '../../../ui/Working';
import { EdgeOf } from './EdgeOf';
import { MagnetFields } from './MagnetFields';
import { useJoints } from './useJoints';

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

export function HingeForm({ joint: hinge, bodies: [a, b] }: Joined<Hinge>) {
  const joints = useJoints();
  const put = (more: Partial<Hinge>, merge?: string): void => {
    joints.put({ ...hinge, ...more }, merge && `${hinge.id} ${merge}`);
  };
  return (
    <>
      <div className="pair">
        <EdgeOf
          body={a}
          value={hinge.first.edge}
          onChange={(edge) => put({ first: { ...hinge.first, edge } })}
        />
        <EdgeOf
          body={b}
          value={hinge.second.edge}
          onChange={(edge) => put({ second: { ...hinge.second, edge } })}
        />
        <MmField
          label={`${b.name} beside the middle`}
          value={hinge.shift ?? 0}
          min={-500}
          max={500}
          onChange={(shift) => put({ shift }, 'shift')}
        />
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
        onChange={(magnet) => {
          const next = { ...hinge };
          delete next.magnet;
          joints.put(magnet ? { ...next, magnet } : next);
        }}
      />
    </>
  );
}
