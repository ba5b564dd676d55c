import { Select } from 'antd';

interface ChooseProps<V extends string | number> {
  label: string;
  /** What it is called read alone, where the word beside it does not tell. */
  name?: string;
  value: V;
  options: ReadonlyArray<{ value: V; label: string }>;
  onChange: (value: V) => void;
  /** The list may be wider than its field. */
  isWide?: boolean;
}

/** A word and the choice beside it: two cells of a pair. */
export function Choose<V extends string | number>({
  label,
  name = label,
  value,
  options,
  onChange,
  isWide = false,
}: ChooseProps<V>) {
  return (
    <>
      <span>{label}</span>
      <Select<V>
        size="small"
        aria-label={name}
        value={value}
        onChange={onChange}
        options={[...options]}
        {...(isWide ? { popupMatchSelectWidth: false } : {})}
      />
    </>
  );
}
