/**
 * A board that is screwed down on posts: each of its holes over the bore of the post that it lies on.
 * A screw finds its way by as much as it is thinner than the hole; further, and it does not go in.
 */
import { type Finding, mm1, type WayOut } from '../model';
import { onBracket } from './bracket';
import { judgedGap } from './contact';
import type { SceneCheck } from './sceneCheck';
import { type PlacedItem, pointOf, type Scene } from './scene';

type Post = NonNullable<Scene['shell']>['features'][number];
type Hole = NonNullable<PlacedItem['part']['holes']>[number];

/** A post whose top is so near a board's underside carries it, mm. */
const CARRIES_MM = 0.6;
/** A rib or a wall is too thin for a bore. */
const TAKES_SCREW: ReadonlySet<string> = new Set(['post', 'boss']);
/** A self-tapping screw is so much thicker than the bore it cuts into: typical. */
const THREAD_TIMES = 1.25;
/** Holes and posts as a calliper reads them from an edge, standard uncertainty, mm. */
const READ_U_MM = 0.04;

interface Mount {
  at: PlacedItem;
  /** Which hole of the board, from 1. */
  nr: number;
  hole: Hole;
  post: Post;
  /** From the hole's middle to the post's, mm. */
  dx: number;
  dy: number;
}

const halfOf = ({ feature: { shape } }: Post): number => {
  if (shape.kind === 'circle') return shape.d.mm / 2;
  return shape.kind === 'rect' ? Math.max(shape.w.mm, shape.h.mm) / 2 : 0;
};

/** Every hole of a screwed board that lies over a post which carries it. */
export function mountsOf(scene: Scene): Mount[] {
  const { shell } = scene;
  if (!shell) return [];
  return [...scene.items.values()].flatMap((at) => {
    const board = at.blocks.find(({ block }) => block.kind === 'board')?.solid;
    const isFlat = at.placement.fixed === 'screws' && at.pose.stand === 'flat' && !at.isOutside;
    if (!board || !isFlat) return [];
    const isFront = shell.sign(at.piece) > 0;
    const under = isFront ? board.z1 : board.z0;
    const posts = shell.features.filter(
      (f) =>
        f.piece === at.piece &&
        TAKES_SCREW.has(f.feature.kind) &&
        Math.abs((isFront ? f.z0 : f.z1) - under) <= CARRIES_MM,
    );
    return (at.part.holes ?? []).flatMap((hole, i) => {
      const [x, y] = pointOf(at, [hole.x, hole.y, 0]);
      const near = posts
        .map((post): Mount => ({ at, nr: i + 1, hole, post, dx: post.x - x, dy: post.y - y }))
        .filter((m) => Math.hypot(m.dx, m.dy) <= halfOf(m.post) + hole.d / 2)
        .sort((a, b) => Math.hypot(a.dx, a.dy) - Math.hypot(b.dx, b.dy));
      return near.slice(0, 1);
    });
  });
}

const screwOf = ({ feature }: Post): number | undefined =>
  feature.screw?.d.mm ?? (feature.bore ? THREAD_TIMES * feature.bore.d.mm : undefined);

const findings = (scene: Scene): Finding[] => mountsOf(scene).flatMap(findingOf);

function findingOf(mount: Mount): Finding[] {
  const { at, nr, hole, post, dx, dy } = mount;
  const base = {
    id: `mount:${at.item.id}-${nr}`,
    station: 'fit',
    check: 'place',
    what: `Hole ${nr} of ${at.item.name} over ${post.name}`,
    about: [at.item.id, post.feature.id],
    refs: [
      { is: 'item', id: at.item.id },
      { is: 'feature', id: post.feature.id },
    ],
    at: { x: post.x, y: post.y, z: post.z1 },
  } satisfies Partial<Finding>;
  const screw = screwOf(post);
  if (screw === undefined) {
    return [
      {
        ...base,
        code: 'mount-no-bore',
        verdict: 'tight',
        title: 'A post without a bore',
        why: [
          `${at.item.name} lies on it and is to be screwed down there: measure its bore, or drill a pilot of three quarters of the screw.`,
        ],
      },
    ];
  }
  const off = Math.hypot(dx, dy);
  const play = (hole.d - screw) / 2;
  const { verdict, measure } = judgedGap(play - off, 0, 'the screw goes through both', [
    { key: `kit.parts.${at.part.id}.holes`, label: `holes of ${at.item.name}`, u: READ_U_MM, k: 1 },
    { key: `features.${post.feature.id}`, label: post.name, u: READ_U_MM, k: 1 },
  ]);
  if (verdict === 'clear') return [];
  return [
    {
      ...base,
      code: 'mount-beside',
      verdict,
      title: `${mm1(off)} mm beside its post`,
      why: [
        `A ${mm1(screw)} mm screw in a ${mm1(hole.d)} mm hole gives way by ${mm1(Math.max(0, play))} mm; the middles lie ${mm1(off)} mm apart.`,
      ],
      measure,
    },
  ];
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const mean = (list: readonly number[]): number =>
  list.reduce((sum, mm) => sum + mm, 0) / list.length;

/** The board moved onto its posts, or held otherwise. */
function ways(scene: Scene, f: Finding): WayOut[] {
  if (f.code !== 'mount-beside' && f.code !== 'mount-no-bore') return [];
  const mine = mountsOf(scene).filter((m) => f.about.includes(m.at.item.id));
  const [first] = mine;
  if (!first) return [];
  const { placement, item } = first.at;
  const bracket = onBracket(first.at);
  if (f.code === 'mount-no-bore') return [bracket];
  const [dx, dy] = [tenth(mean(mine.map((m) => m.dx))), tenth(mean(mine.map((m) => m.dy)))];
  return [
    {
      id: `onto-${item.id}`,
      text: `Lay ${item.name} on its posts: ${mm1(Math.hypot(dx, dy))} mm over`,
      cost: 'nothing is cut',
      changes: [
        {
          do: 'place',
          placement: { ...placement, x: tenth(placement.x + dx), y: tenth(placement.y + dy) },
        },
      ],
      effort: 0.5,
    },
    bracket,
  ];
}

export const mounts: SceneCheck = { check: 'place', findings, ways };
