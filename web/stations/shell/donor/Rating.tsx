/** What a kept power board bears, as it was read. */
import { Fragment, useState } from 'react';
import { InputNumber } from 'antd';
import type { Kept } from '@deft/core/model';

type Rated = NonNullable<Kept['rating']>;
const RATED = [
  ['limitA', 'Bears, A', 0.01, 50],
  ['minV', 'Takes from, V', 0, 60],
  ['maxV', 'Takes to, V', 0, 60],
] as const;

export function Rating({
  name,
  rating,
  onChange,
}: {
  name: string;
  rating: Rated | undefined;
  onChange: (rating: Rated) => void;
}) {
  // Nothing is judged by half a rating: it is kept once all three were read.
  const [read, setRead] = useState<Partial<Rated>>(rating ?? {});
  const put = (key: keyof Rated, v: number | null) => {
    const next = { ...read, [key]: v ?? undefined };
    setRead(next);
    const { limitA, minV, maxV } = next;
    if (limitA !== undefined && minV !== undefined && maxV !== undefined) {
      onChange({ limitA, minV, maxV });
    }
  };
  return RATED.map(([key, words, min, max]) => (
    <Fragment key={key}>
      <span>{words}</span>
      <InputNumber
        size="small"
        aria-label={`${name}: ${words}`}
        min={min}
        max={max}
        step={0.1}
        placeholder="not read"
        value={read[key] ?? null}
        onChange={(v) => put(key, v)}
      />
    </Fragment>
  ));
}
