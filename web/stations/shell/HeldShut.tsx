/** What holds the halves together: closing screws where posts say so, or what the builder says. */
import { Select } from 'antd';
import { type Body, HOLDS_SHUT } from '@deft/core/model';

const SCREWS = 'screws';

export function HeldShut({ body, onChange }: { body: Body; onChange: (body: Body) => unknown }) {
  const hold = (by: string): void => {
    const next = { ...body };
    delete next.closedBy;
    const held = HOLDS_SHUT.find((x) => x === by);
    onChange(held ? { ...next, closedBy: held } : next);
  };
  return (
    <label className="row">
      Held by{' '}
      <Select
        size="small"
        aria-label="Held shut by"
        value={body.closedBy ?? SCREWS}
        onChange={hold}
        popupMatchSelectWidth={false}
        options={[
          { value: SCREWS, label: 'closing screws' },
          ...HOLDS_SHUT.map((by) => ({ value: by, label: by })),
        ]}
      />
    </label>
  );
}
