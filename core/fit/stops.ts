/** What takes the push of a plug: every socket reached from outside needs something hard behind it, or a board that is screwed down. */
import { gapOf, moved, type Solid } from '../geometry';
import { type Finding, type WayOut } from '../model';
import type { SceneCheck } from './sceneCheck';
import type { Mouth, PlacedItem, Scene } from './scene';

/** Plugging in and pulling out, N: typical. */
const PUSH_N = [20, 40] as const;
/** Nearer than this it stops a board before glue does, mm. */
const BEHIND_MM = 0.5;
const HOLDS = new Set(['screws', 'bracket']);

const words = (at: PlacedItem): string =>
  at.placement.fixed === undefined
    ? 'Nothing is said about what holds it'
    : `It is held by ${at.placement.fixed} alone`;

/** What could stop a board: walls, posts, ribs, parts that are themselves screwed down, and a brace made for it. */
const hardIn = (scene: Scene): Array<{ s: Solid; of?: PlacedItem }> => [
  ...scene.shell!.all.filter((s) => s.kind !== 'floor').map((s) => ({ s })),
  ...[...scene.items.values()]
    .filter((o) => HOLDS.has(o.placement.fixed ?? '') || o.item.made?.kind === 'port brace')
    .flatMap((o) =>
      o.blocks
        .filter((b) => !b.block.soft && b.block.kind !== 'cell')
        .map((b) => ({ s: b.solid, of: o })),
    ),
];

/** What of the shell, or of a part screwed to it, stands right behind a board as seen from its socket. */
export function stopBehind(
  scene: Scene,
  at: PlacedItem,
  mouth: Mouth,
  hard = hardIn(scene),
): string | undefined {
  const size = Math.hypot(mouth.dx, mouth.dy) || 1;
  const [dx, dy] = [(-mouth.dx / size) * BEHIND_MM, (-mouth.dy / size) * BEHIND_MM];
  const side = (k: 'x0' | 'x1' | 'y0' | 'y1') =>
    (k.endsWith('0') ? Math.min : Math.max)(...at.blocks.map((b) => b.solid[k]));
  const [l, r, d, u] = [
    side('x0') - BEHIND_MM,
    side('x1') + BEHIND_MM,
    side('y0') - BEHIND_MM,
    side('y1') + BEHIND_MM,
  ];
  const near = hard.filter(
    ({ s, of }) => of !== at && s.x1 > l && s.x0 < r && s.y1 > d && s.y0 < u,
  );
  for (const { block, solid } of at.blocks) {
    if (block.soft) continue;
    let pushed: ReturnType<typeof moved>[] | undefined;
    const [x0, x1, y0, y1] = [
      solid.x0 - BEHIND_MM,
      solid.x1 + BEHIND_MM,
      solid.y0 - BEHIND_MM,
      solid.y1 + BEHIND_MM,
    ];
    const stop = near.find(
      ({ s }) =>
        s.x1 > x0 &&
        s.x0 < x1 &&
        s.y1 > y0 &&
        s.y0 < y1 &&
        s.z1 > solid.z0 &&
        s.z0 < solid.z1 &&
        gapOf((pushed ??= solid.prisms.map((p) => moved(p, 1, 0, dx, dy, 0))), s.prisms, 0).gap <
          -1e-6 &&
        gapOf(solid.prisms, s.prisms, 0).gap > -BEHIND_MM,
    );
    if (stop) return stop.s.name;
  }
  return undefined;
}

function findings(scene: Scene): Finding[] {
  if (!scene.shell) return [];
  const hard = hardIn(scene);
  return [...scene.items.values()].flatMap((at) => {
    const first = at.mouths.find((m) => m.outside && m.wall && m.type !== 'card');
    if (
      !first ||
      'item' in at.placement.on ||
      HOLDS.has(at.placement.fixed ?? '') ||
      stopBehind(scene, at, first, hard)
    ) {
      return [];
    }
    return [
      {
        id: `stop:${at.item.id}`,
        station: 'fit' as const,
        check: 'stop' as const,
        code: 'stop',
        verdict: 'tight' as const,
        title: 'Nothing hard behind the socket',
        what: `${first.name} of ${at.item.name}`,
        about: [at.item.id],
        at: { x: first.x, y: first.y, z: first.z },
        why: [
          `${words(at)}, and no wall, post or rib stands within ${BEHIND_MM} mm behind it. Plugging pushes with ${PUSH_N[0]} to ${PUSH_N[1]} N (typical); glue and tape let go in time.`,
        ],
      },
    ];
  });
}

function ways(_: Scene, __: Finding, items: readonly PlacedItem[]): WayOut[] {
  return items
    .filter((at) => 'piece' in at.placement.on)
    .flatMap((at): WayOut[] => [
      ...((at.part.holes?.length ?? 0) > 1
        ? [
            {
              id: `screw-${at.item.id}`,
              text: `Screw ${at.item.name} down in its own holes`,
              cost: `${at.part.holes!.length} screws; where no post carries it, they go through the floor`,
              changes: [
                { do: 'place' as const, placement: { ...at.placement, fixed: 'screws' as const } },
              ],
              effort: 2,
            },
          ]
        : []),
      {
        id: `bracket-${at.item.id}`,
        text: `Set a bracket behind and beside ${at.item.name}`,
        cost: 'an off-cut or a printed corner, screwed or solvent-welded to the half',
        changes: [{ do: 'place', placement: { ...at.placement, fixed: 'bracket' } }],
        effort: 2.5,
      },
    ]);
}

export const stops: SceneCheck = { check: 'stop', findings, ways };
