/**
 * A screen's picture against the window it looks through: what is hidden, and on which side.
 */
import { partOf } from '../kit';
import { type Finding, formatMm, mm1, openingCut, type WayOut } from '../model';
import type { SceneCheck } from './sceneCheck';
import { judgedGap } from './contact';
import { type PlacedItem, placing, pointOf, type Scene } from './scene';

export interface ActiveArea {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  facesOut: boolean;
}

/** The lit area of a placed screen in the build's x, y. */
export function activeArea(scene: Scene, at: PlacedItem): ActiveArea | undefined {
  const screen = at.part.screen;
  // On the outer face it needs no window.
  if (!screen || !scene.shell || at.pose.stand !== 'flat' || at.isOutside) return undefined;
  const { x, y, w, h } = screen.active;
  const a = pointOf(at, [x, y, 0]);
  const b = pointOf(at, [x + w, y + h, 0]);
  const c = pointOf(at, [x + w, y, 0]);
  const d = pointOf(at, [x, y + h, 0]);
  const xs = [a[0], b[0], c[0], d[0]];
  const ys = [a[1], b[1], c[1], d[1]];
  const top = pointOf(at, [0, 0, 1])[2] - pointOf(at, [0, 0, 0])[2];
  return {
    x0: Math.min(...xs),
    y0: Math.min(...ys),
    x1: Math.max(...xs),
    y1: Math.max(...ys),
    facesOut: top * scene.shell.sign(at.piece) > 0,
  };
}

interface Window {
  id: string;
  name: string;
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** A picture shows with so much around it in a window that is cut for it, mm. */
export const WINDOW_SHOW_MM = 0.3;

/** The window opening a screen lies behind, if the shell has one there. */
export function windowFor(scene: Scene, at: PlacedItem): Window | undefined {
  const area = activeArea(scene, at);
  if (!area || !scene.shell) return undefined;
  const cx = (area.x0 + area.x1) / 2;
  const cy = (area.y0 + area.y1) / 2;
  const found = scene.shell.openings.face
    .filter((o) => o.use === 'window' && o.piece === at.piece)
    .map((o) => {
      const xs = o.points.map((p) => p[0]);
      const ys = o.points.map((p) => p[1]);
      return {
        id: o.id,
        name: o.name,
        x0: Math.min(...xs),
        y0: Math.min(...ys),
        x1: Math.max(...xs),
        y1: Math.max(...ys),
      };
    })
    .find((o) => cx > o.x0 - 20 && cx < o.x1 + 20 && cy > o.y0 - 20 && cy < o.y1 + 20);
  return found;
}

const keyOf = (at: PlacedItem): string => `${at.item.id}/window`;

/** The window to be cut for a picture: about it, and about the one that is there, which grows into it. */
export function windowWanted(scene: Scene, at: PlacedItem): Window | undefined {
  const area = activeArea(scene, at);
  if (!area) return undefined;
  const there = windowFor(scene, at);
  const least = (a: number, b: number | undefined): number => Math.min(a, b ?? a);
  const most = (a: number, b: number | undefined): number => Math.max(a, b ?? a);
  return {
    id: keyOf(at),
    name: there ? `${there.name}, once it is cut larger` : `window of ${at.item.name}`,
    x0: least(area.x0 - WINDOW_SHOW_MM, there?.x0),
    y0: least(area.y0 - WINDOW_SHOW_MM, there?.y0),
    x1: most(area.x1 + WINDOW_SHOW_MM, there?.x1),
    y1: most(area.y1 + WINDOW_SHOW_MM, there?.y1),
  };
}

/** Decided to be cut and not yet measured: the window comes where the picture is. */
export const isWindowToCome = (scene: Scene, at: PlacedItem): boolean => {
  const cut = openingCut(scene.project, keyOf(at));
  return cut !== undefined && cut.measured === undefined;
};

/** What a picture is seen through: as it was cut, as it is to be cut larger, or as it is. */
export function windowSeen(scene: Scene, at: PlacedItem): Window | undefined {
  const there = windowFor(scene, at);
  const made = asCut(scene, at);
  if (made) return made;
  return there && isWindowToCome(scene, at) ? windowWanted(scene, at) : there;
}

/** A screen on an outer face that lies on its picture. */
const onItsFace = (at: PlacedItem): Finding => ({
  id: `window:${at.item.id}`,
  station: 'fit',
  check: 'window',
  code: 'window',
  verdict: 'hit',
  title: 'Screen looks inward',
  what: `${at.item.name} lies with its picture on the face it stands on.`,
  why: ['Turn it over.'],
  about: [at.item.id],
  at: { x: at.pose.x, y: at.pose.y, z: at.solids[0]!.z1 },
});

function findings(scene: Scene): Finding[] {
  const out: Finding[] = [];
  for (const at of scene.items.values()) {
    if (at.isOutside && at.part.screen && at.placement.up === 'in') out.push(onItsFace(at));
    const area = activeArea(scene, at);
    if (!area) continue;
    const base = {
      id: `window:${at.item.id}`,
      station: 'fit' as const,
      check: 'window' as const,
      code: 'window',
      about: [at.item.id],
    };
    const z = at.solids[0]!.z1;
    if (!area.facesOut) {
      out.push({
        ...base,
        verdict: 'hit',
        title: 'Screen looks inward',
        what: `${at.item.name} shows its picture to the inside.`,
        why: ['Turn it over.'],
        at: { x: area.x0, y: area.y0, z },
      });
      continue;
    }
    const hole = windowSeen(scene, at);
    if (!hole) continue;
    const sides = [
      {
        side: 'left',
        margin: area.x0 - hole.x0,
        x: area.x0,
        y: (area.y0 + area.y1) / 2,
        way: { x: 1, y: 0, z: 0 },
      },
      {
        side: 'right',
        margin: hole.x1 - area.x1,
        x: area.x1,
        y: (area.y0 + area.y1) / 2,
        way: { x: -1, y: 0, z: 0 },
      },
      {
        side: 'bottom',
        margin: area.y0 - hole.y0,
        x: (area.x0 + area.x1) / 2,
        y: area.y0,
        way: { x: 0, y: 1, z: 0 },
      },
      {
        side: 'top',
        margin: hole.y1 - area.y1,
        x: (area.x0 + area.x1) / 2,
        y: area.y1,
        way: { x: 0, y: -1, z: 0 },
      },
    ].sort((a, b) => a.margin - b.margin);
    const worst = sides[0]!;
    const widest = sides[sides.length - 1]!;
    const { measure, verdict } = judgedGap(worst.margin, 0, 'The whole picture must show.', [
      placing(at),
      { key: `opening.${hole.id}`, label: `size and place of ${hole.name}`, u: 0.1, k: 1 },
    ]);
    const [aw, ah] = [area.x1 - area.x0, area.y1 - area.y0];
    const [ww, wh] = [hole.x1 - hole.x0, hole.y1 - hole.y0];
    out.push({
      ...base,
      verdict,
      measure,
      way: worst.way,
      title:
        worst.margin < 0
          ? `${mm1(worst.margin)} mm of picture hidden`
          : `${mm1(worst.margin)} mm of frame shows`,
      what: `${at.item.name} behind ${hole.name}, ${worst.side} edge as seen from the front`,
      why: [
        `Picture ${aw.toFixed(1)} × ${ah.toFixed(1)} mm behind a window of ${ww.toFixed(1)} × ${wh.toFixed(1)} mm; the ${worst.side} edges lie ${worst.margin.toFixed(1)} mm apart.`,
      ],
      at: { x: worst.x, y: worst.y, z },
    });
    if (widest.margin > FRAME_MM) {
      out.push({
        ...base,
        id: `window:frame:${at.item.id}`,
        code: 'frame-shows',
        verdict: 'tight',
        title: `${mm1(widest.margin)} mm of frame shows`,
        what: `${at.item.name} behind ${hole.name}, ${widest.side} edge as seen from the front`,
        why: [
          `Picture ${aw.toFixed(1)} × ${ah.toFixed(1)} mm behind a window of ${ww.toFixed(1)} × ${wh.toFixed(1)} mm. Cover up to ${FRAME_MM} mm with a bezel or mask; more wants another screen or a plate with a smaller window.`,
        ],
        at: { x: widest.x, y: widest.y, z },
      });
    }
  }
  return [...out, ...empty(scene)];
}

/** What becomes of a window that nothing has to show in. */
const NO_PICTURE: ReadonlySet<string> = new Set(['blanked', 'left', 're-tasked']);

/** Windows with nothing behind them, once a picture of the build has its place. */
function empty({ project, shell, items }: Scene): Finding[] {
  const placed = new Set(project.layout.placements.map((q) => q.item));
  const shows = project.kit.items.some((i) => placed.has(i.id) && partOf(project, i).screen);
  if (!shell || !shows) return [];
  const all = [...items.values()];
  /** What stands in the other half is seen through it, and fills nothing. */
  const fills = (o: { piece: string; x: number; y: number }): boolean =>
    all.some(
      (at) =>
        at.piece === o.piece &&
        at.blocks.some(({ solid: s }) => s.x0 < o.x && o.x < s.x1 && s.y0 < o.y && o.y < s.y1),
    );
  const reuse = new Map(
    shell.body.pieces.flatMap((q) => q.openings.map((o) => [o.id, o.reuse?.as] as const)),
  );
  return shell.openings.face
    .filter((o) => o.use === 'window' && !NO_PICTURE.has(reuse.get(o.id) ?? ''))
    .filter((o) => !fills(o))
    .map((o): Finding => ({
      id: `window:empty-${o.id}-${o.copy}`,
      station: 'fit',
      check: 'window',
      code: 'window-empty',
      verdict: 'tight',
      title: 'Nothing behind it',
      what: `${o.name} shows the inside of the shell.`,
      why: [
        'Lay a screen or a plate behind it, or say under Shell, Donor that it is blanked, left or does something else.',
      ],
      about: [o.id],
      refs: [{ is: 'opening', id: o.id }],
      at: { x: o.x, y: o.y, z: 0 },
    }));
}

/** A frame wider than this around a picture looks like a mistake, mm. */
const FRAME_MM = 4;

/** A window that was planned for this screen, cut and measured: what was made counts, where it was made. */
function asCut(scene: Scene, at: PlacedItem): Window | undefined {
  const id = keyOf(at);
  const cut = openingCut(scene.project, id);
  const wanted = windowWanted(scene, at);
  if (!cut?.measured || !wanted) return undefined;
  const here = cut.at && 'piece' in cut.at ? cut.at : undefined;
  const x = here?.x ?? (wanted.x0 + wanted.x1) / 2;
  const y = here?.y ?? (wanted.y0 + wanted.y1) / 2;
  const [w, h] = [cut.measured.w.mm / 2, cut.measured.h.mm / 2];
  return { id, name: 'the window as cut', x0: x - w, y0: y - h, x1: x + w, y1: y + h };
}

/** A window that is there and too small is cut larger. */
function ways(scene: Scene, f: Finding, items: readonly PlacedItem[]): WayOut[] {
  if (f.code !== 'window') return [];
  return items.flatMap((at): WayOut[] => {
    const wanted = windowWanted(scene, at);
    if (!wanted || !windowFor(scene, at) || openingCut(scene.project, keyOf(at))) return [];
    const [w, h] = [wanted.x1 - wanted.x0, wanted.y1 - wanted.y0];
    return [
      {
        id: `larger-window-${at.item.id}`,
        text: `Cut the window larger, to ${formatMm(w, 1)} × ${formatMm(h, 1)} mm`,
        cost: 'a cut that everyone sees; a bezel hides its edge',
        changes: [
          {
            do: 'opening',
            cut: {
              kind: 'opening',
              id: `open-${at.item.id}-window`.slice(0, 64),
              for: { item: at.item.id, is: 'window' },
              state: 'decided',
            },
          },
        ],
        effort: 4,
      },
    ];
  });
}

export const windows: SceneCheck = { check: 'window', findings, ways };
