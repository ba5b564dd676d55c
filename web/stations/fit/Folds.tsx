/** How often a lead or a ribbon is folded out and back where it is longer than its way. */
import { Select } from 'antd';
import { useBuild } from '../../state/build';

const TIMES = [0, 1, 2, 3, 4].map((n) => {
  let says: string;
  if (n === 0) says = 'no fold';
  else if (n === 1) says = '1 fold';
  else says = `${n} folds`;
  return {
    value: n,
    label: says,
  };
});

export function Folds({ item, name, wide }: { item: string; name: string; wide?: number }) {
  const { doc, apply } = useBuild('doc', 'apply');
  return (
    <Select
      size="small"
      aria-label={`Folds of ${name}`}
      style={wide ? { width: wide } : {}}
      value={doc.kit.items.find((i) => i.id === item)?.folds ?? 0}
      options={TIMES}
      onChange={(n: number) => apply([{ do: 'fold', item, folds: n || undefined }])}
    />
  );
}
