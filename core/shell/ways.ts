/** What may mend a screw that is too long or too short, and two bodies whose hinge does not let them shut or open. */
import {
  piecesOf,
  type Change,
  type Finding,
  length,
  mm1,
  type Project,
  type WayOut,
} from '../model';
import { hingeFindings } from './hinge';

/** Screws as they are sold by length, mm. */
const STOCK_MM = [4, 5, 6, 8, 10, 12, 16, 20];

export function shellWays(p: Project, f: Finding): WayOut[] {
  if (f.check === 'screw') return screws(p, f);
  if (f.check === 'hinge') return hinge(p, f);
  return [];
}

/** Another stock length: as much goes in more or less as it is longer or shorter; or a deeper bore. */
function screws(p: Project, f: Finding): WayOut[] {
  const feature = piecesOf(p)
    .flatMap((q) => q.features)
    .find((x) => f.about.includes(x.id));
  if (!feature?.screw || !feature.bore) return [];
  const { into, d } = feature.screw;
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  const steps = [...new Set(STOCK_MM.flatMap((a) => STOCK_MM.map((b) => b - a)))]
    .filter((s) => s !== 0 && into.mm + s > 0.5)
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  const deeper = tenth(into.mm + 0.5);
  return [
    ...steps.slice(0, 12).map((s): WayOut => ({
      id: `screw-${s}`,
      text: `Take screws ${Math.abs(s)} mm ${s > 0 ? 'longer' : 'shorter'} for ${feature.name}`,
      cost: `${mm1(into.mm + s)} mm goes in; keep them apart from the others`,
      changes: [screw(feature.id, { d, into: length(into.mm + s, into.how) })],
      effort: 1 + Math.abs(s) / 10,
    })),
    ...(deeper > feature.bore.deep.mm
      ? [
          {
            id: 'bore',
            text: `Drill ${feature.name} ${mm1(deeper - feature.bore.deep.mm)} mm deeper`,
            cost: 'by hand, a tape flag on the drill; stop before the face',
            changes: [{ do: 'bore' as const, feature: feature.id, deep: deeper }],
            effort: 4,
          },
        ]
      : []),
  ];
}
const screw = (feature: string, s: Extract<Change, { do: 'screw' }>['screw']): Change => ({
  do: 'screw',
  feature,
  screw: s,
});

/** The axis further out or up until both bodies pass, or a wider barrel for the ribbon. */
function hinge(p: Project, f: Finding): WayOut[] {
  const h = p.shell.hinge;
  if (!h) return [];
  const tenth = (mm: number) => Math.ceil(mm * 10) / 10;
  const clear = (set: Partial<typeof h>) =>
    hingeFindings({ ...p.shell, hinge: { ...h, ...set } }).find((x) => x.id === f.id)?.verdict ===
    'clear';
  const grown = (key: 'out' | 'up' | 'barrel'): WayOut[] => {
    for (const more of [0.2, 0.5, 1, 1.5, 2, 3, 4, 6, 8]) {
      const to = tenth(h[key].mm + more);
      const l = length(to, h[key].how);
      if (clear({ [key]: l })) {
        return [
          {
            id: `hinge-${key}`,
            text: {
              out: `Set the axis ${to} mm out of the edges`,
              up: `Set the axis ${to} mm above the parting planes`,
              barrel: `Take a barrel of ${to} mm`,
            }[key],
            cost: key === 'barrel' ? 'a thicker hinge' : 'longer hinge arms',
            changes: [{ do: 'hinge', set: { [key]: l } }],
            effort: 3 + more,
          },
        ];
      }
    }
    return [];
  };
  if (f.id === 'hinge-ribbon') {
    return [
      ...grown('barrel'),
      ...(h.ribbon.turns >= 1
        ? [
            {
              id: 'hinge-turns',
              text: `Roll the ribbon ${h.ribbon.turns - 0.5} turns instead`,
              cost: 'less to give when it opens',
              changes: [
                {
                  do: 'hinge' as const,
                  set: { ribbon: { ...h.ribbon, turns: h.ribbon.turns - 0.5 } },
                },
              ],
              effort: 2,
            },
          ]
        : []),
    ];
  }
  if (f.id === 'hinge-closed' || f.id === 'hinge-open') return [...grown('up'), ...grown('out')];
  return [];
}
