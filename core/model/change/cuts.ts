/** What is cut: put in the place of the cut of its id, planned anew, or taken back. */
import { type Cut, cutKey, openingCut, type OpeningCut, type Project } from '../project';
import type { Appliers, ChangeOf } from './change';

export const onCuts: Appliers<
  'trim' | 'pocket' | 'pattern' | 'opening' | 'uncut' | 'recut' | 'widen' | 'notch'
> = {
  trim: (p, { feature, copy, to }) =>
    withCut(p, {
      kind: 'trim',
      id: `trim-${feature}-${copy}`,
      feature,
      copy,
      to,
      state: 'decided',
    }),
  pocket: (p, { cut }) => withCut(p, cut),
  pattern: (p, { cut }) => withCut(p, cut),
  opening: (p, { cut }) => withCut(p, cut),
  uncut: (p, { id }) => ({ ...p, cuts: p.cuts.filter((c) => c.id !== id) }),
  recut: (p, change) => ({
    ...p,
    cuts: p.cuts.map((c) =>
      c.kind === 'opening' && cutKey(c.for) === cutKey(change.for) ? asPlanned(c) : c,
    ),
  }),
  widen: (p, change) => withCut(p, { ...openingFor(p, change), wide: true }),
  notch: (p, change) => withCut(p, { ...openingFor(p, change), notch: true }),
};

const withCut = (p: Project, cut: Cut): Project => ({
  ...p,
  cuts: [...p.cuts.filter((c) => c.id !== cut.id), cut],
});

function asPlanned(c: OpeningCut): OpeningCut {
  const planned: OpeningCut = { ...c, state: 'decided' };
  delete planned.measured;
  delete planned.at;
  delete planned.to;
  return planned;
}

/** The opening as decided: what was measured of it is of the hole as it was. */
function openingFor(p: Project, change: ChangeOf<'widen'> | ChangeOf<'notch'>): OpeningCut {
  const key = cutKey(change.for);
  const known = openingCut(p, key);
  return {
    kind: 'opening',
    id: known?.id ?? `open-${key.replace('/', '-')}`.slice(0, 64),
    for: change.for,
    ...(known?.wide ? { wide: true } : {}),
    ...(known?.notch ? { notch: true } : {}),
    state: 'decided',
  };
}
