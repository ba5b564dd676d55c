/** How often a lead or a ribbon is folded out and back where it is longer than its way. */
import { Select } from 'antd';
import { useBuild } from '../../state/build';

const TIMES = [0, 1, 2, 3, 4].map((n) => ({
  value: n,
  label: n === 0 ? 'no fold' : n === 1 ? '1 fold' : `${n} folds`,
}));

export function Folds({ item, name, wide }: { item: string; name: string; wide?: number }) {
  const { doc, apply } = useBuild();
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
