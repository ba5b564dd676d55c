/** A pocket: which edges meet, how large it is, where it lies, and what is not used while it is filled. */
import { Button, Checkbox } from 'antd';
import type { Joined, Seat } from '@deft/core/model';
import { LengthField } from '../../../ui/LengthField';
import { MmField } from '../../../ui/MmField';
import { EdgeOf } from './EdgeOf';
import { useJoints } from './useJoints';

export function SeatForm({ joint, bodies: [outer, inner] }: Joined<Seat>) {
  const joints = useJoints();
  const put = (more: Partial<Seat>, merge?: string): void => {
    joints.put({ ...joint, ...more }, merge && `${joint.id} ${merge}`);
  };
  const pocket = (more: Partial<Seat['pocket']>, merge?: string): void => {
    put({ pocket: { ...joint.pocket, ...more } }, merge);
  };
  const idle = joint.idle ?? [];
  const used = (): void => {
    const next = { ...joint };
    delete next.idle;
    joints.put(next);
  };
  return (
    <>
      <div className="pair">
        <EdgeOf
          body={inner}
          value={joint.inner.edge}
          onChange={(edge) => put({ inner: { ...joint.inner, edge } })}
        />
        <EdgeOf
          body={outer}
          value={joint.outer.edge}
          onChange={(edge) => put({ outer: { ...joint.outer, edge } })}
        />
        <MmField
          label="Beside the middle of the wall"
          value={joint.pocket.shift ?? 0}
          min={-500}
          max={500}
          onChange={(shift) => pocket({ shift }, 'shift')}
        />
      </div>
      <div className="fields">
        <LengthField
          label="Pocket, along the wall"
          min={1}
          value={joint.pocket.w}
          onChange={(w) => pocket({ w })}
        />
        <LengthField
          label="Pocket, back to front"
          min={1}
          value={joint.pocket.h}
          onChange={(h) => pocket({ h })}
        />
        <LengthField
          label="Pocket, deep"
          min={0.5}
          value={joint.pocket.deep}
          onChange={(deep) => pocket({ deep })}
        />
        <LengthField
          label="Its middle before the seam"
          min={-200}
          value={joint.pocket.rise}
          onChange={(rise) => pocket({ rise })}
        />
      </div>
      <Checkbox checked={joint.turned ?? false} onChange={(e) => put({ turned: e.target.checked })}>
        {inner.name} looks backward in it
      </Checkbox>
      {idle.length > 0 && (
        <p className="note">
          {idle.length === 1 ? 'One thing is' : `${idle.length} things are`} said not to be used
          while it is in.{' '}
          <Button size="small" type="link" onClick={used}>
            Ask again
          </Button>
        </p>
      )}
    </>
  );
}
