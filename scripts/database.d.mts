export class NoDatabase extends Error {}
export function home(): string;
export function withDatabase<T>(
  work: (url: string) => Promise<T>,
  options?: { make?: boolean },
): Promise<T>;
