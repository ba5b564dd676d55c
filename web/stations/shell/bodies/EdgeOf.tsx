/** The edge of a body that is at a joint. */
import { Select } from 'antd';
import { type Body, type Edge, EDGES } from '@deft/core/model';

export function EdgeOf({
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
