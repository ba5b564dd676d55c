/** Documents nobody has read yet: any JSON. */
export type Json = Readonly<Record<string, unknown>>;

export const isJson = (x: unknown): x is Json =>
  typeof x === 'object' && x !== null && !Array.isArray(x);

export const listIn = (of: unknown, key: string): unknown[] => {
  const list = isJson(of) ? of[key] : undefined;
  return Array.isArray(list) ? list : [];
};
