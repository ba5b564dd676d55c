/**
 * A face weakened by the window cut in it: pressed beside the window with a thumb, it must bend less
 * than what lies between it and the panel, or the picture shows it.
 */
import { type Finding, type MATERIALS, mm1, type Piece } from '../model';
import { innerRing } from '../shell';
import { judgedGap } from './contact';
import type { SceneCheck } from './sceneCheck';
import { type PlacedItem, type Scene, tapeUnder } from './scene';
import { activeArea, windowSeen } from './window';

/** A thumb that grips beside a window presses with about this, N: typical. */
const GRIP_N = 25;
/** Bending modulus, N/mm²; typical, printed layers and damp nylon are softer. */
export const MODULUS: Readonly<Record<(typeof MATERIALS)[number], number>> = {
  abs: 2200,
  polycarbonate: 2300,
  nylon: 1600,
  resin: 2000,
  pla: 3000,
  petg: 2000,
  wood: 9000,
  aluminium: 70_000,
  steel: 200_000,
};
/** How well a bend is known from a formula and a typical modulus, share of it. */
const BEND_U = 0.3;
/** A panel this near lies on the face and holds it up, mm. */
const RESTS_MM = 0.05;
/** Beside the window a panel is looked for so far out, mm. */
const BESIDE_MM = 6;
/** A load spreads along the far wall by so much at both ends together, mm. */
const SPREAD_MM = 10;

/** The strip of face along one side of a window. */
interface Strip {
  side: 'left' | 'right' | 'bottom' | 'top';
  /** Along the window, and from it to the wall that carries it, mm. */
  long: number;
  wide: number;
  bendMm: number;
}

/**
 * Bend of a strip at the window's edge: a beam held at both corners, F·L³/(192·E·I), and a plate
 * held along the side wall, F·b³/(3·E·I), share the load. I = width · t³/12; the beam no wider than
 * half its length, the plate as wide as the load spreads.
 */
export function stripBend(long: number, wide: number, thick: number, modulus: number): number {
  const inertia = (w: number): number => (w * thick ** 3) / 12;
  const beam = (192 * modulus * inertia(Math.min(wide, long / 2))) / long ** 3;
  const plate = (3 * modulus * inertia(Math.min(long, 2 * wide + SPREAD_MM))) / wide ** 3;
  return GRIP_N / (beam + plate);
}

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

function strips(window: Box, face: Box, thick: number, material: Piece['material']): Strip[] {
  const [w, h] = [window.x1 - window.x0, window.y1 - window.y0];
  return (
    [
      ['left', h, window.x0 - face.x0],
      ['right', h, face.x1 - window.x1],
      ['bottom', w, window.y0 - face.y0],
      ['top', w, face.y1 - window.y1],
    ] as const
  )
    .filter(([, , wide]) => wide > 0)
    .map(([side, long, wide]) => ({
      side,
      long,
      wide,
      bendMm: stripBend(long, wide, thick, MODULUS[material]),
    }));
}

/** Where the panel lies under a strip, it is so far from the face, mm. */
function gapUnder(scene: Scene, at: PlacedItem, window: Box, side: Strip['side']): number {
  const sign = scene.shell!.sign(at.piece);
  const beside: Box = {
    x0: side === 'right' ? window.x1 : window.x0 - (side === 'left' ? BESIDE_MM : 0),
    x1: side === 'left' ? window.x0 : window.x1 + (side === 'right' ? BESIDE_MM : 0),
    y0: side === 'top' ? window.y1 : window.y0 - (side === 'bottom' ? BESIDE_MM : 0),
    y1: side === 'bottom' ? window.y0 : window.y1 + (side === 'top' ? BESIDE_MM : 0),
  };
  const floor = scene.shell!.floorAt(
    at.piece,
    (beside.x0 + beside.x1) / 2,
    (beside.y0 + beside.y1) / 2,
  );
  const under = at.blocks.filter(
    ({ block, solid: s }) =>
      !block.soft && s.x0 < beside.x1 && s.x1 > beside.x0 && s.y0 < beside.y1 && s.y1 > beside.y0,
  );
  return Math.min(...under.map(({ solid: s }) => (sign > 0 ? floor - s.z1 : s.z0 - floor)));
}

interface Weak {
  at: PlacedItem;
  strip: Strip;
  gap: number;
}

/** The side of each screen's window where the face comes nearest to its panel when it is pressed. */
function weakest(scene: Scene): Weak[] {
  if (!scene.shell) return [];
  const ring = innerRing(scene.shell.body);
  const xs = [...ring].filter((_, i) => i % 2 === 0);
  const ys = [...ring].filter((_, i) => i % 2 === 1);
  const face = {
    x0: Math.min(...xs),
    x1: Math.max(...xs),
    y0: Math.min(...ys),
    y1: Math.max(...ys),
  };
  return [...scene.items.values()].flatMap((at): Weak[] => {
    const area = activeArea(scene, at);
    const piece = scene.shell!.body.pieces.find((q) => q.id === at.piece);
    if (!area?.facesOut || !piece) return [];
    const window = windowSeen(scene, at) ?? area;
    // Tape fills what it takes: the face lies against the panel through it.
    const tape = tapeUnder(at.placement);
    const found = strips(window, face, scene.shell!.body.wall.mm, piece.material)
      .map((strip) => ({ at, strip, gap: gapUnder(scene, at, window, strip.side) - tape }))
      .filter((q) => q.gap > RESTS_MM && Number.isFinite(q.gap))
      .sort((a, b) => a.gap - a.strip.bendMm - (b.gap - b.strip.bendMm));
    return found.slice(0, 1);
  });
}

function findings(scene: Scene): Finding[] {
  return weakest(scene).flatMap(({ at, strip, gap }): Finding[] => {
    const { bendMm: bend } = strip;
    const piece = scene.shell!.body.pieces.find((q) => q.id === at.piece)!;
    const { measure, verdict } = judgedGap(
      gap - bend,
      0,
      'A face that is pressed must not come down on the panel.',
      [{ key: `face.${at.item.id}`, label: 'bending of the face', u: BEND_U * bend, k: 1 }],
    );
    if (verdict === 'clear') return [];
    return [
      {
        id: `window:face-bends:${at.item.id}`,
        station: 'fit',
        check: 'window',
        code: 'face-bends',
        // It closes; a picture pressed on is seen in play.
        verdict: 'tight',
        measure,
        title:
          gap < bend
            ? `The face bends ${bend.toFixed(1)} mm and reaches the panel`
            : `The face bends ${bend.toFixed(1)} of ${gap.toFixed(1)} mm`,
        what: `${strip.side} of the window, over ${at.item.name}`,
        about: [at.item.id],
        refs: [{ is: 'item', id: at.item.id }],
        why: [
          `${GRIP_N} N beside the window (typical), ${piece.material} of ${MODULUS[piece.material]} N/mm² (typical), ${mm1(scene.shell!.body.wall.mm)} mm thick: a strip ${mm1(strip.long)} mm long and ${mm1(strip.wide)} mm wide bends ${bend.toFixed(2)} mm; ${gap.toFixed(2)} mm lies between it and the panel.`,
          'Beam F·L³/(192·E·I) and plate F·b³/(3·E·I) share the load, I = width · t³/12.',
        ],
      },
    ];
  });
}

const tenthUp = (mm: number): number => Math.ceil(mm * 10) / 10;

/** Laid against the face the panel holds it up; further away it is not reached. */
const ways: SceneCheck['ways'] = (scene, finding) =>
  weakest(scene)
    .filter(({ at }) => finding.code === 'face-bends' && finding.about.includes(at.item.id))
    .flatMap(({ at, strip, gap }) => {
      const { placement } = at;
      if (!('piece' in placement.on)) return [];
      const away = tenthUp(placement.lift + strip.bendMm * (1 + 2 * BEND_U) - gap);
      return [
        {
          id: `against-${at.item.id}`,
          text: `Lay ${at.item.name} against the face`,
          cost: 'its frame holds the face up; what lies between goes',
          changes: [{ do: 'place' as const, placement: { ...placement, lift: 0 } }],
          effort: 1.5,
        },
        {
          id: `away-${at.item.id}`,
          text: `Set ${at.item.name} ${mm1(away - placement.lift)} mm further from the face`,
          cost: 'a thicker gasket; the picture lies deeper',
          changes: [{ do: 'place' as const, placement: { ...placement, lift: away } }],
          effort: 1.8,
        },
      ];
    });

export const face: SceneCheck = { check: 'window', findings, ways };
