/**
 * Every check of a build: what it finds, and what may mend what it found.
 *
 * The verdict and the ways out both go through this list; a new check is one entry. `needsWires`
 * marks what only the laid wires can tell: trials of ways out leave it for last.
 */
import { chainFindings, chainWays } from '../chains';
import {
  backingFindings,
  backingWays,
  type ButtonMap,
  controlsWays,
  forgottenFindings,
  forgottenWays,
  heldFindings,
  orderFindings,
  orderWays,
  powerKeyFindings,
  stackFindings,
  stackWays,
  switchPlaces,
  tactileUnder,
  thumbFindings,
  thumbWays,
} from '../controls';
import {
  airWays,
  asMadeFindings,
  asMadeWays,
  type Cutting,
  cutting,
  grilleWays,
  holeFindings,
  holeWays,
  newKeyWays,
  patternFindings,
  patternWays,
  pocketFindings,
  pocketWays,
} from '../cuts';
import {
  carrierKitWays,
  type Checker,
  closingFindings,
  hingedFindings,
  hingedWays,
  proposals,
  seatFindings,
  seatWays,
} from '../fit';
import { partBeliefs, sawFindings, sawWays, trialFindings, trialWays } from '../kit';
import type { Finding, Part, Project, WayOut } from '../model';
import { beliefFindings, keptSupplyFindings, type PowerFigures, powerWays } from '../power';
import {
  donorFindings,
  hingeFindings,
  screwFindings,
  seamFindings,
  shellBeliefs,
  shellWays,
  supportFindings,
} from '../shell';
import {
  chordFindings,
  chordWays,
  heldTogether,
  reaches,
  wishedFindings,
  wishedWays,
} from '../games';
import { benchFindings, benchWays } from '../bench';
import { heatFindings, heatWays, ventsWanted } from '../heat';
import { soundFindings, soundWays } from '../sound';
import { waitFindings, waitWays } from '../lag';
import { pressFindings, pressPlan, pressWays } from '../press';
import { ladderFindings, ladderWays } from '../ladder';
import { busFindings, busWays } from '../padbus';
import { traceFindings, traceWays } from '../trace';
import { type Wiring, wireWays } from '../wiring';
import { madeFindings, madeServes, madeWays } from '../made';
import { inBody, otherBodies } from './bodies';

/** What a check may look at: the build, and what was computed from it once. */
export interface Judged {
  readonly project: Project;
  readonly checker: Checker;
  readonly map: ButtonMap;
  readonly power: PowerFigures;
  readonly wiring: Wiring;
  readonly cuts: Cutting;
  /** Checkers of the bodies after the first. */
  readonly others: readonly Checker[];
}

/** What a check already has of a build, as its ways out want it. */
export const judgedOf = (project: Project, now: Omit<Judged, 'project' | 'others'>): Judged => ({
  project,
  checker: now.checker,
  map: now.map,
  power: now.power,
  wiring: now.wiring,
  cuts: now.cuts,
  others: otherBodies(now.checker.scene),
});

/** The same of one body after the first, as if it were the only one. */
const judgedIn = (on: Judged, checker: Checker): Judged => {
  const { project } = checker.scene;
  return { ...on, project, checker, cuts: cutting(project, checker.scene), others: [] };
};

/** What ways out are sought with. */
export interface Offer {
  library: readonly Part[];
  /** Margins of all findings that are not clear, by id. */
  open: ReadonlyMap<string, number>;
}

export interface Proposed {
  ways: WayOut[];
  /** What stands in the way of every move, in words. */
  blocked?: string;
}

export interface BuildCheck {
  name: string;
  /** The kinds of finding it makes. */
  makes: ReadonlyArray<Finding['check']>;
  /** It looks at one body at a time, and is asked for each. */
  eachBody?: boolean;
  /** Only the laid wires tell. */
  needsWires?: boolean;
  find: (on: Judged) => Finding[];
  /** Proposals for one of its findings; each is tried on the whole build before it is shown. */
  ways: (on: Judged, finding: Finding, offer: Offer) => Proposed | Generator<void, Proposed>;
}

/** Moves and trims, and what else is proposed, for findings of the scene. */
const scenic = (
  more: (on: Judged, finding: Finding, offer: Offer) => WayOut[],
): BuildCheck['ways'] =>
  function* (on, finding, offer) {
    const moves = yield* proposals(on.checker, finding, offer.open, offer.library);
    return { ...moves, ways: [...moves.ways, ...more(on, finding, offer)] };
  };
const wireProposals = ({ checker, wiring }: Judged, f: Finding, { library }: Offer): WayOut[] =>
  wireWays(checker.scene, wiring, f, library);
const shellProposals: BuildCheck['ways'] = ({ project }, f) => ({ ways: shellWays(project, f) });

/** What can be printed for it. */
const printed = ({ scene }: Checker, f: Finding): WayOut[] => madeServes(scene.project, scene, f);

/** A switch and a line at once, for an input that has neither. */
const switchFor = (
  project: Project,
  checker: Checker,
  f: Finding,
  library: readonly Part[],
): WayOut[] =>
  project.controls.inputs
    .filter((i) => f.about.includes(i.id))
    .flatMap((i) => tactileUnder(checker.scene, i, library));

/** Holes before a speaker, in whichever body it lies. */
const grilled = ({ checker, others }: Judged, f: Finding): WayOut[] =>
  [checker, ...others].flatMap(({ scene }) =>
    grilleWays(scene, f, cutting(scene.project, scene).openings),
  );

/** Holes for air in the body that is too warm. */
function aired({ project, checker, others }: Judged, f: Finding): WayOut[] {
  const wanted = ventsWanted(project, f);
  const scene = [checker, ...others]
    .map((c) => c.scene)
    .find(({ shell }) => shell?.body.id === wanted?.body);
  if (!wanted || !scene) return [];
  return airWays(scene, wanted.mm2, cutting(scene.project, scene).openings);
}

/** Whether hands can press these keys at once. */
const canHold =
  ({ project, checker }: Pick<Judged, 'project' | 'checker'>) =>
  (keys: readonly string[]): boolean => {
    const held = reaches(project, checker.scene).filter((r) => keys.includes(r.id));
    return held.length === keys.length && heldTogether(held) !== undefined;
  };

export const REGISTRY: readonly BuildCheck[] = [
  {
    name: 'fit',
    makes: [
      'touch',
      'plug',
      'window',
      'grille',
      'magnet',
      'antenna',
      'press',
      'carrier',
      'stop',
      'beside',
      'outside',
      'reach',
      'place',
    ],
    eachBody: true,
    find: ({ checker }) => checker.findings(),
    ways: scenic((on, f, offer) => [
      ...(f.code === 'unplaced' ? switchPlaces(on.checker.scene, f) : wireProposals(on, f, offer)),
      ...(f.code === 'no-grille' ? grilled(on, f) : []),
      ...(f.check === 'carrier'
        ? carrierKitWays(on.project, on.checker.scene, f, offer.library)
        : []),
      ...printed(on.checker, f),
    ]),
  },
  {
    name: 'closing',
    makes: ['closing'],
    eachBody: true,
    find: ({ checker }) => closingFindings(checker.scene),
    ways: scenic(wireProposals),
  },
  {
    name: 'caps',
    makes: ['cap'],
    eachBody: true,
    find: ({ checker }) => stackFindings(checker.scene),
    ways: scenic(({ checker }, f, { library }) => stackWays(checker.scene, f, library)),
  },
  {
    name: 'wires',
    makes: ['wire', 'ribbon'],
    needsWires: true,
    find: ({ wiring }) => wiring.findings,
    ways: scenic(wireProposals),
  },
  {
    name: 'buttons',
    makes: ['pins', 'input'],
    find: ({ map, checker, others }) => [
      ...map.findings,
      ...powerKeyFindings(checker.scene.project),
      ...[checker, ...others].flatMap(({ scene }) => [
        ...orderFindings(scene),
        ...forgottenFindings(scene),
      ]),
    ],
    ways: ({ project, checker, others }, f, { library }) => ({
      ways: [
        ...controlsWays(project, f, library),
        ...(f.code === 'route' ? switchFor(project, checker, f, library) : []),
        ...(f.code === 'swapped' ? orderWays(checker.scene, f) : []),
        ...[checker, ...others].flatMap((c) => forgottenWays(c.scene, f)),
        ...(f.code === 'power-key' ? newKeyWays(checker.scene, 'power', library) : []),
      ],
    }),
  },
  {
    name: 'games',
    makes: ['chord'],
    find: ({ project, checker }) => chordFindings(project, checker.scene),
    ways: ({ project, checker }, f) => ({ ways: chordWays(project, checker.scene, f) }),
  },
  {
    name: 'wished families',
    makes: ['family'],
    find: ({ project }) => wishedFindings(project),
    ways: ({ project }, f, { library }) => ({ ways: wishedWays(project, f, library) }),
  },
  {
    name: 'wait of keys',
    makes: ['wait'],
    find: ({ project }) => waitFindings(project),
    ways: () => ({ ways: waitWays() }),
  },
  {
    name: 'trials',
    makes: ['trial'],
    find: ({ project }) => trialFindings(project),
    ways: ({ project }, f) => ({ ways: trialWays(project, f) }),
  },
  {
    name: 'bench',
    makes: ['bench'],
    find: ({ project }) => benchFindings(project),
    ways: ({ project }, f) => ({ ways: benchWays(project, f) }),
  },
  {
    name: 'press test',
    makes: ['answer'],
    find: ({ project, checker, map }) =>
      project.controls.pressed
        ? pressFindings(project, pressPlan(project, checker.scene, map))
        : [],
    ways: ({ project, checker, map }, f) => ({
      ways: pressWays(project, pressPlan(project, checker.scene, map), f),
    }),
  },
  {
    name: 'kept board',
    makes: ['trace'],
    find: (on) => traceFindings(on.project, canHold(on)),
    ways: (on, f) => ({ ways: traceWays(on.project, canHold(on), f) }),
  },
  {
    name: 'ladder',
    makes: ['ladder'],
    find: ({ project }) => ladderFindings(project),
    ways: ({ project }, f) => ({ ways: ladderWays(project, f) }),
  },
  {
    name: 'serial pad',
    makes: ['bus'],
    find: ({ project }) => busFindings(project),
    ways: ({ project }, f) => ({ ways: busWays(project, f) }),
  },
  {
    name: 'switches',
    makes: ['switch'],
    eachBody: true,
    find: ({ checker }) => [...backingFindings(checker.scene), ...thumbFindings(checker.scene)],
    ways: ({ checker }, f, { library }) => ({
      ways: [
        ...backingWays(checker.scene, f, library),
        ...thumbWays(checker.scene, f),
        ...printed(checker, f),
      ],
    }),
  },
  {
    name: 'hands',
    makes: ['held'],
    eachBody: true,
    find: ({ checker }) => heldFindings(checker.scene),
    ways: () => ({ ways: [] }),
  },
  {
    name: 'holes',
    makes: ['hole'],
    eachBody: true,
    find: ({ checker, cuts }) => holeFindings(checker.scene, cuts),
    ways: ({ checker, cuts }, f) => ({
      ways: [...holeWays(checker.scene, f, cuts), ...printed(checker, f)],
    }),
  },
  {
    name: 'holes as they were cut',
    makes: ['as made'],
    eachBody: true,
    find: ({ checker, cuts }) => asMadeFindings(checker.scene, cuts),
    ways: ({ checker, cuts }, f) => ({ ways: asMadeWays(checker.scene, f, cuts) }),
  },
  {
    name: 'pockets',
    makes: ['pocket'],
    eachBody: true,
    find: ({ project, checker }) => pocketFindings(project, checker.scene),
    ways: ({ project }, f) => ({ ways: pocketWays(project, f) }),
  },
  {
    name: 'patterns',
    makes: ['pattern'],
    eachBody: true,
    find: ({ checker, cuts }) => patternFindings(checker.scene, cuts.openings),
    ways: ({ checker, cuts }, f) => ({ ways: patternWays(checker.scene, f, cuts.openings) }),
  },
  {
    name: 'seam',
    makes: ['seam'],
    eachBody: true,
    find: ({ checker: { scene } }) =>
      scene.shell
        ? [...seamFindings(scene.shell, scene.items.size > 0), ...supportFindings(scene.shell)]
        : [],
    ways: shellProposals,
  },
  {
    name: 'power',
    makes: ['charge', 'rail', 'supply', 'hours'],
    find: ({ power, project }) => [
      ...power.findings,
      ...beliefFindings(project),
      ...keptSupplyFindings(project, power.energy),
    ],
    ways: ({ project }, f, { library }) => ({ ways: powerWays(project, f, library) }),
  },
  {
    name: 'heat',
    makes: ['heat'],
    find: ({ project }) => heatFindings(project),
    ways: (on, f, { library }) => ({
      ways: [...aired(on, f), ...heatWays(on.project, f, library)],
    }),
  },
  {
    name: 'sound',
    makes: ['loud'],
    find: ({ project }) => soundFindings(project),
    ways: (on, f, { library }) => ({
      ways: [
        ...soundWays(on.project, f, library),
        ...(f.code === 'closed-grille' ? grilled(on, f) : []),
      ],
    }),
  },
  {
    name: 'chains',
    makes: ['chain'],
    find: ({ project }) => chainFindings(project),
    ways: ({ project }, f, { library }) => ({ ways: chainWays(project, f, library) }),
  },
  {
    name: 'screws',
    makes: ['screw'],
    eachBody: true,
    find: ({ checker: { scene } }) => (scene.shell ? screwFindings(scene.shell.body) : []),
    ways: shellProposals,
  },
  {
    name: 'hinge',
    makes: ['hinge'],
    find: ({ project, checker }) => [
      ...hingeFindings(project.shell),
      ...hingedFindings(checker.scene),
    ],
    ways: ({ project, checker }, f) => ({
      ways: [...shellWays(project, f), ...hingedWays(checker.scene, f)],
    }),
  },
  {
    name: 'seats',
    makes: ['seat'],
    find: ({ checker: { scene } }) => seatFindings(scene),
    ways: ({ checker: { scene } }, f) => ({ ways: seatWays(scene, f) }),
  },
  {
    name: 'readings',
    makes: ['reading'],
    eachBody: true,
    find: ({ checker: { scene } }) => (scene.shell ? shellBeliefs(scene.shell) : []),
    ways: () => ({ ways: [] }),
  },
  {
    name: 'sawn boards',
    makes: ['saw'],
    find: ({ project }) => sawFindings(project),
    ways: ({ project }, f) => ({ ways: sawWays(project, f) }),
  },
  {
    name: 'figures',
    makes: ['figure'],
    find: ({ project }) => partBeliefs(project),
    ways: () => ({ ways: [] }),
  },
  {
    name: 'made parts',
    makes: ['made'],
    find: ({ project, checker }) => madeFindings(project, checker.scene),
    ways: ({ project, checker }, f) => ({ ways: madeWays(project, checker.scene, f) }),
  },
  {
    name: 'donor',
    makes: ['kept'],
    find: ({ project }) => donorFindings(project),
    ways: shellProposals,
  },
];

/**
 * @param quick    leaves out what only the laid wires tell
 * @param without  names of checks to leave out: the saboteur's proof that each one is needed
 */
export function findAll(on: Judged, quick = false, without: readonly string[] = []): Finding[] {
  const asked = REGISTRY.filter((c) => !(quick && c.needsWires) && !without.includes(c.name));
  const elsewhere = on.others.flatMap((checker) => {
    const { shell } = checker.scene;
    const there = judgedIn(on, checker);
    return asked
      .filter((c) => c.eachBody)
      .flatMap((c) => c.find(there))
      .filter((f) => f.code !== 'unplaced')
      .map((f) => inBody(f, on.project, shell!.body));
  });
  return [...asked.flatMap((c) => c.find(on)), ...elsewhere];
}

/** Margins of what is open in one body, by the ids that it has there. */
function openIn({ library, open }: Offer, body: string): Offer {
  const end = `@${body}`;
  const here = [...open].filter(([id]) => id.endsWith(end));
  return { library, open: new Map(here.map(([id, mm]) => [id.slice(0, -end.length), mm])) };
}

/** Proposals of the check that makes findings of this kind; a search pauses between its trials. */
export function* proposalsFor(
  on: Judged,
  finding: Finding,
  offer: Offer,
): Generator<void, Proposed> {
  const maker = REGISTRY.find((c) => c.makes.includes(finding.check));
  const { inBody: there } = finding;
  const body = there && on.others.find((c) => c.scene.shell?.body.id === there.body);
  const made =
    there && body
      ? maker?.ways(judgedIn(on, body), { ...finding, id: there.id }, openIn(offer, there.body))
      : maker?.ways(on, finding, offer);
  if (!made) return { ways: [] };
  return Symbol.iterator in made ? yield* made : made;
}
