/** A body with one length changed, wherever it lies. */
export function withLength<T>(owner: T, path: ReadonlyArray<string | number>, value: unknown): T {
  const [head, ...rest] = path;
  if (head === undefined) return value as T;
  const copy = (Array.isArray(owner) ? [...(owner as unknown[])] : { ...owner }) as Record<
    string | number,
    unknown
  >;
  copy[head] = withLength(copy[head], rest, value);
  return copy as T;
}
