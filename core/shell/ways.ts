/** What may mend a screw that is too long or too short, and two bodies whose hinge does not let them shut or open. */
import {
  applied,
  type Change,
  type Finding,
  type Hinge,
  hingesOf,
  HOLDS_SHUT,
  length,
  mm1,
  piecesOf,
  type Project,
  type WayOut,
} from '../model';
import { hingeFindings } from './hinge';
import { shellSolids } from './solids';

/** Screws as they are sold by length, mm. */
const STOCK_MM = [4, 5, 6, 8, 10, 12, 16, 20];

export function shellWays(p: Project, f: Finding): WayOut[] {
  if (f.check === 'screw') return screws(p, f);
  if (f.check === 'hinge') return hinge(p, f);
  if (f.code === 'unheld') return [...postsScrewed(p, f), ...heldOtherwise(f)];
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

/** A post whose top is this near the parting plane may take a closing screw, mm. */
const NEAR_SEAM_MM = 5;

/** Posts that end at the seam, of a file or a round that does not say what they are for. */
function postsScrewed(p: Project, { about: [id] }: Finding): WayOut[] {
  const body = p.shell.bodies.find((b) => b.id === id);
  if (!body) return [];
  const posts = shellSolids(body, p.cuts).features.filter(
    ({ feature, z0, z1 }) =>
      (feature.kind === 'post' || feature.kind === 'boss') &&
      feature.purpose === 'unknown' &&
      Math.min(Math.abs(z0), Math.abs(z1)) <= NEAR_SEAM_MM,
  );
  if (!posts.length) return [];
  const one = posts.length === 1;
  return [
    {
      id: 'held-posts',
      text: one
        ? 'The post that ends at the seam takes a closing screw'
        : `The ${posts.length} posts that end at the seam take the closing screws`,
      cost: 'if that is true; their bores and screws are read in Shell',
      changes: [{ do: 'closing screws', features: [...new Set(posts.map((f) => f.feature.id))] }],
      effort: 0.5,
    },
  ];
}

/** What nobody can see from the readings: how halves without closing screws are held. */
const heldOtherwise = ({ about: [body] }: Finding): WayOut[] =>
  body === undefined
    ? []
    : HOLDS_SHUT.map((by, i) => ({
        id: `held-${i}`,
        text: HELD_WORDS[by],
        cost: 'nothing, if that is true',
        changes: [{ do: 'hold shut', body, by }],
        effort: 1 + i,
      }));
const HELD_WORDS: Readonly<Record<(typeof HOLDS_SHUT)[number], string>> = {
  clips: 'The halves clip into each other',
  glue: 'The halves are glued or welded in the end',
  'a strap or screws from outside': 'They are held from outside, by a strap or screws',
};

const FURTHER = [0.2, 0.5, 1, 1.5, 2, 3, 4, 6, 8];
const FURTHER_WORDS = {
  out: (to: number) => `Set the axis ${to} mm out of the edges`,
  up: (to: number) => `Set the axis ${to} mm above the parting planes`,
  barrel: (to: number) => `Take a barrel of ${to} mm`,
};
type Further = keyof typeof FURTHER_WORDS;

/** The axis further out or up until both bodies pass, or a wider barrel for the ribbon. */
function hinge(p: Project, f: Finding): WayOut[] {
  const h = hingesOf(p.shell).find(({ joint }) =>
    f.refs?.some((r) => r.is === 'joint' && r.id === joint.id),
  )?.joint;
  if (!h) return [];
  if (f.code === 'hinge-ribbon') return [...further(p, f, h, 'barrel'), ...fewerTurns(h)];
  if (f.code === 'hinge-beside') return inTheMiddle(h);
  if (f.code === 'hinge-pose') return [...further(p, f, h, 'up'), ...further(p, f, h, 'out')];
  return [];
}

const inTheMiddle = (h: Hinge): WayOut[] => [
  {
    id: 'hinge-middle',
    text: 'Hang it in the middle of the edge',
    cost: 'nothing is cut yet',
    changes: [{ do: 'joint', joint: { ...h, shift: 0 } }],
    effort: 1,
  },
];

function further(p: Project, f: Finding, h: Hinge, key: Further): WayOut[] {
  for (const more of FURTHER) {
    const to = Math.ceil((h[key].mm + more) * 10) / 10;
    const change: Change = { do: 'joint', joint: { ...h, [key]: length(to, h[key].how) } };
    const then = hingeFindings(applied(p, change).shell).find((x) => x.id === f.id);
    if (then?.verdict !== 'clear') continue;
    return [
      {
        id: `hinge-${key}`,
        text: FURTHER_WORDS[key](to),
        cost: key === 'barrel' ? 'a thicker hinge' : 'longer hinge arms',
        changes: [change],
        effort: 3 + more,
      },
    ];
  }
  return [];
}

function fewerTurns(h: Hinge): WayOut[] {
  const turns = h.ribbon.turns - 0.5;
  if (turns < 0.5) return [];
  return [
    {
      id: 'hinge-turns',
      text: `Roll the ribbon ${turns} turns instead`,
      cost: 'less to give when it opens',
      changes: [{ do: 'joint', joint: { ...h, ribbon: { ...h.ribbon, turns } } }],
      effort: 2,
    },
  ];
}
