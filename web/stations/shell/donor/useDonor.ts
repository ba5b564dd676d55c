/** The donor of a build: what is said of it, of its openings, and what is kept. */
import { useMemo } from 'react';
import { openingLedger } from '@deft/core/shell';
import type { REUSES } from '@deft/core/model';
import { type Donor, type Kept, length, type Opening, type Project } from '@deft/core/model';
import { useBuild } from '../../../state/build';

export type Reuse = (typeof REUSES)[number];

const BLANK: Donor = { worked: 'not tried', faults: [], kept: [] };

const withOpening = (p: Project, id: string, change: (o: Opening) => Opening): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        openings: q.openings.map((o) => (o.id === id ? change(o) : o)),
      })),
    })),
  },
});

/** A thing to be kept, as large as such things are until it is measured. */
function newKept(kept: readonly Kept[]): Kept {
  let n = kept.length + 1;
  while (kept.some((k) => k.id === `kept-${n}`)) n++;
  return {
    id: `kept-${n}`,
    name: 'kept part',
    kind: 'board',
    w: length(30, 'estimate'),
    h: length(20, 'estimate'),
    d: length(6, 'estimate'),
    proved: 'no',
    tests: [],
    senses: [],
  };
}

export function useDonor() {
  const { doc, edit } = useBuild('doc', 'edit');
  const donor = doc.donor ?? BLANK;
  const ledger = useMemo(() => openingLedger(doc), [doc]);
  const put = (more: Partial<Donor>, merge?: string) =>
    edit((p) => ({ ...p, donor: { ...BLANK, ...p.donor, ...more } }), merge);
  return {
    ...{ doc, donor, ledger, put },
    decide: (id: string, as: Reuse | undefined) =>
      edit((p) =>
        withOpening(p, id, (o) => {
          const next = { ...o };
          delete next.reuse;
          return as ? { ...next, reuse: { ...o.reuse, as } } : next;
        }),
      ),
    serve: (id: string, now: string) =>
      edit(
        (p) => withOpening(p, id, (o) => ({ ...o, reuse: { ...o.reuse!, now } })),
        `serves ${id}`,
      ),
    keepMore: () => put({ kept: [...donor.kept, newKept(donor.kept)] }),
    /** What is kept as it is now; nothing where it is not kept after all. */
    keep: (id: string, next: Kept | undefined) =>
      put({ kept: donor.kept.flatMap((q) => (q.id === id ? (next ?? []) : [q])) }),
  };
}
export type DonorOfBuild = ReturnType<typeof useDonor>;
