/** A radio's antenna against what deafens it: metal, copper and cells close by. Only where the build uses its radio. */
import { boxPrism, gapOf, placed, solid, type Solid } from '../geometry';
import { type Finding, mm1, type Project } from '../model';
import type { SceneCheck } from './sceneCheck';
import { CONDUCTIVE } from './clearance';
import { judgedGap, sourcesOf } from './contact';
import { palms, palmSpan } from './hands';
import { type PlacedItem, placing, type Scene } from './scene';
import { stepsAway } from './away';

/** Kept free around an antenna, mm: typical. */
const FREE_MM = 10;
/** How differently hands hold, as a standard uncertainty, mm. */
const HOLD_U_MM = 2;
/** A chip antenna stands about so high on its board, mm. */
const TALL_MM = 1;

const usesRadio = (p: Project): boolean =>
  p.controls.route === 'wireless' || p.brief.wireless === true;

/** The antenna as a solid where its board stands. */
function antennaOf(at: PlacedItem): Solid | undefined {
  const a = at.part.antenna;
  const board = at.blocks.find((b) => b.block.kind === 'board')?.block;
  if (!a || at.pose.stand !== 'flat') return undefined;
  const base = board ? board.base + board.height.mm : 0;
  const { over, turn, x, y, z } = at.pose;
  return solid(
    `${at.item.id}/antenna`,
    `antenna of ${at.item.name}`,
    'block',
    at.item.id,
    placed([boxPrism(a.x, a.y, a.w, a.h, base, base + TALL_MM)], over, turn, x, y, z),
    at.solids[0]!.effects,
  );
}

function findings(scene: Scene): Finding[] {
  if (!scene.shell || !usesRadio(scene.project)) return [];
  const items = [...scene.items.values()];
  return items.flatMap((at) => {
    const mine = antennaOf(at);
    if (!mine) return [];
    return [
      ...held(scene, at, mine),
      ...items
        .filter((other) => other !== at)
        .flatMap((other): Finding[] => {
          const near = other.blocks
            .filter(
              ({ block }) =>
                block.kind === 'cell' ||
                block.kind === 'glass' ||
                CONDUCTIVE.has(block.kind) ||
                other.part.speaker !== undefined,
            )
            .map((b) => ({ b, gap: gapOf(mine.prisms, b.solid.prisms, 2 * FREE_MM) }))
            .sort((p, q) => p.gap.gap - q.gap.gap)[0];
          if (!near || near.gap.gap > 2 * FREE_MM) return [];
          const { measure, verdict } = judgedGap(
            near.gap.gap,
            FREE_MM,
            `Metal, copper and cells within about ${FREE_MM} mm of an antenna shorten its reach (typical).`,
            sourcesOf(mine, near.b.solid, near.gap),
          );
          return [
            {
              id: `antenna:${at.item.id}~${other.item.id}`,
              station: 'fit',
              check: 'antenna',
              code: 'antenna',
              verdict: verdict === 'hit' ? 'tight' : verdict,
              measure,
              title: `${mm1(near.gap.gap)} mm from the antenna`,
              what: `antenna of ${at.item.name} and ${near.b.solid.name}`,
              why: [
                `About ${FREE_MM} mm around it stays free of metal, cells and copper (typical): the pad is lost sooner the nearer they come.`,
              ],
              about: [at.item.id, other.item.id],
              at: { x: (mine.x0 + mine.x1) / 2, y: (mine.y0 + mine.y1) / 2, z: mine.z1 },
              way: { x: near.gap.nx, y: near.gap.ny, z: near.gap.nz },
            },
          ];
        }),
    ];
  });
}

/** A hand that holds the build where the antenna is. */
function held(scene: Scene, at: PlacedItem, mine: Solid): Finding[] {
  const span = palmSpan(scene);
  const near = palms(scene)
    .map((palm) => ({ palm, gap: gapOf(mine.prisms, palm.prisms, 2 * FREE_MM) }))
    .sort((p, q) => p.gap.gap - q.gap.gap)[0];
  if (!span || !near) return [];
  const { gap, nx, ny, nz } = near.gap;
  const { measure, verdict } = judgedGap(
    gap,
    FREE_MM,
    `A hand within about ${FREE_MM} mm of an antenna shortens its reach (typical).`,
    [placing(at), { key: 'model.palm', label: 'how it is held', u: HOLD_U_MM, k: 1 }],
  );
  return verdict === 'clear'
    ? []
    : [
        {
          id: `antenna:palm:${at.item.id}`,
          station: 'fit',
          check: 'antenna',
          code: 'antenna-palm',
          verdict: 'tight',
          measure,
          title: `${mm1(gap)} mm from the ${near.palm.name}`,
          what: `antenna of ${at.item.name} where the hand holds`,
          about: [at.item.id],
          at: { x: (mine.x0 + mine.x1) / 2, y: (mine.y0 + mine.y1) / 2, z: mine.z1 },
          way: { x: nx, y: ny, z: nz },
          why: [
            `A palm lies ${span.in} mm in behind each side and up to ${mm1(span.to)} mm (typical; hold yours and see). Toward the top and the middle no hand covers it.`,
          ],
        },
      ];
}

export const antenna: SceneCheck = {
  check: 'antenna',
  findings,
  ways: (_, __, items) => items.flatMap((at) => stepsAway(at, [3, 6, 10, 15, 25, 40])),
};
