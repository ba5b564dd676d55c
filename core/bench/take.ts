/** A reading put to a build, taken back, and what it changed of the hours. */
import { type Instrument, type LoadState, MeterReading, type Project } from '../model';
import { powerFigures } from '../power';
import type { Trial } from './trial';
import { misread } from './words';

const withReadings = (p: Project, readings: MeterReading[]): Project => ({
  ...p,
  kit: { ...p.kit, readings },
});

/** Readings are only ever added. */
export const withReading = (p: Project, reading: MeterReading): Project =>
  withReadings(p, [...(p.kit.readings ?? []), reading]);

/** Taken back it counts for nothing and stays; and it can be given back. */
export const takenBack = (p: Project, id: string, isTakenBack: boolean): Project =>
  withReadings(
    p,
    (p.kit.readings ?? []).map((r) => {
      if (r.id !== id) return r;
      if (isTakenBack) return { ...r, isTakenBack };
      const again = { ...r };
      delete again.isTakenBack;
      return again;
    }),
  );

/** A draw as the builder says it is, W: what was read of it before counts no more. */
export function typedDraw(
  p: Project,
  part: string,
  state: LoadState,
  watts: number,
  within: number,
): Project {
  const parts = p.kit.parts.map((q) =>
    q.id === part && q.draws
      ? { ...q, draws: { ...q.draws, [state]: watts }, drew: { ...q.drew, [state]: { within } } }
      : q,
  );
  const readings = p.kit.readings?.map((r) =>
    r.of === 'draw' && r.part === part && r.state === state
      ? { ...r, isTakenBack: true as const }
      : r,
  );
  return { ...p, kit: { ...p.kit, parts, ...(readings ? { readings } : {}) } };
}

const nextReadingId = (p: Project): string => {
  const taken = new Set((p.kit.readings ?? []).map((r) => r.id));
  for (let n = taken.size + 1; ; n++) if (!taken.has(`r${n}`)) return `r${n}`;
};

export interface Hours {
  hours: number;
  within: number;
}
/** Hours and their band; nothing for a build that runs on no pack. */
export function hoursNow(p: Project): Hours | undefined {
  const { run, band } = powerFigures(p);
  return run && band ? { hours: run.value.hours, within: band.hours } : undefined;
}

/** Hours without a reading and with it. */
export function effectOf(p: Project, id: string): { before: Hours; after: Hours } | undefined {
  const [before, after] = [hoursNow(takenBack(p, id, true)), hoursNow(p)];
  return before && after ? { before, after } : undefined;
}

/** A reading by what was read alone. */
export type ReadingBody = MeterReading extends infer R
  ? R extends MeterReading
    ? Omit<R, 'id' | 'at' | 'item' | 'part' | 'with' | 'isTakenBack'>
    : never
  : never;

/** A reading for a trial, or one sentence why it cannot have been read so. */
export function readingFor(
  p: Project,
  trial: Pick<Trial, 'item' | 'part'>,
  body: ReadingBody,
  by: { with: Instrument; at: string; note?: string; isStandIn?: true },
): { ok: true; reading: MeterReading } | { ok: false; sentence: string } {
  const made = MeterReading.safeParse({
    ...body,
    ...by,
    id: nextReadingId(p),
    item: trial.item,
    part: trial.part,
  });
  if (!made.success) return { ok: false, sentence: made.error.issues[0]!.message };
  const wrong = misread(made.data);
  return wrong === undefined ? { ok: true, reading: made.data } : { ok: false, sentence: wrong };
}
