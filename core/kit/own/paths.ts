/** Reading and setting one place within an object of a part, by its keys. */
type Plain = Readonly<Record<string, unknown>>;

export const valueAt = (at: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (v, key) => (typeof v === 'object' && v !== null ? (v as Plain)[key] : undefined),
    at,
  );

/** An object or list with one place in it set; lists are made where a number leads into nothing. */
export function withValueAt(
  at: unknown,
  [key, ...rest]: readonly string[],
  value: unknown,
): unknown {
  if (key === undefined) return value;
  const within = withValueAt(valueAt(at, [key]), rest, value);
  if (/^\d+$/.test(key)) {
    const list = Array.isArray(at) ? [...(at as unknown[])] : [];
    list[Number(key)] = within;
    return list;
  }
  return { ...(at as object), [key]: within };
}

/** The same without a key. */
export function without<T extends object>(of: T, key: PropertyKey): T {
  const next = { ...of } as Record<PropertyKey, unknown>;
  delete next[key];
  return next as T;
}
