/** What the engine's thread holds in memory, where this browser tells. */

interface Attribution {
  scope: string;
  url?: string;
}
interface Measured {
  breakdown: ReadonlyArray<{ bytes: number; attribution: readonly Attribution[] }>;
}
type Measuring = Performance & { measureUserAgentSpecificMemory?: () => Promise<Measured> };

/** Bytes of every dedicated worker whose script has this name; nothing where it is not told. */
export async function workerBytes(script: string): Promise<number | undefined> {
  const { measureUserAgentSpecificMemory: measure } = performance as Measuring;
  if (!measure || !crossOriginIsolated) return undefined;
  const { breakdown } = await measure.call(performance);
  const ours = breakdown.filter((part) =>
    part.attribution.some((a) => a.scope.includes('Worker') && (a.url ?? '').includes(script)),
  );
  return ours.reduce((sum, part) => sum + part.bytes, 0);
}
