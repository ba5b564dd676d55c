/** How the two halves of a body open and shut. */
import { Select } from 'antd';
import type { Body, Edge } from '@deft/core/model';

type Shuts = NonNullable<Body['shuts']>;
const SPINES = (['left', 'right', 'bottom', 'top'] as const).map((v) => ({
  value: v,
  label: `${v} edge`,
}));
const WAYS_TO_SHUT = [
  { value: 'straight' as const, label: 'straight down' },
  { value: 'swing' as const, label: 'about that edge' },
];

export function Halves({ body, onChange }: { body: Body; onChange: (b: Body) => void }) {
  return (
    <>
      <label className="row">
        Book opens at its{' '}
        <Select
          size="small"
          aria-label="Spine"
          value={body.spine}
          onChange={(spine: Edge) => onChange({ ...body, spine })}
          options={SPINES}
        />
      </label>
      <label className="row">
        Shuts{' '}
        <Select
          size="small"
          aria-label="Shuts"
          value={body.shuts ?? 'straight'}
          onChange={(shuts: Shuts) => onChange({ ...body, shuts })}
          options={WAYS_TO_SHUT}
        />
      </label>
    </>
  );
}
