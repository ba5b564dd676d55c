/** What goes into or over an opening: a plate over one cut too large, a pipe for a lamp, a blank for a slot, a door. */
import type { CutItem } from '../../cuts';
import { bodyFor, formatMm, type Opening, type Shape } from '../../model';
import { type Design, type Kind, mm } from '../design';
import { boreRing, grown, pinRing, prism, type Pt, type Rect, rectRing } from '../shapes';
import { above, siteOn } from '../site';

const about = (w: number, h: number): Rect => ({ x0: -w / 2, y0: -h / 2, x1: w / 2, y1: h / 2 });

/** Openings of the body that is looked at. */
const openingsHere = (g: Parameters<Kind>[0]): Array<{ opening: Opening; piece: string }> =>
  g.scene.shell!.body.pieces.flatMap((q) =>
    q.openings.map((opening) => ({ opening, piece: q.id })),
  );

/** A hole that came out so much too large shows beside its plug, mm. */
const SHOWS_MM = 0.8;
/** A plate reaches so far over the edge of the hole, mm. */
const OVER_MM = 3;

/** As it is and as it was to be, of a hole that came out too large. */
function tooLarge(c: CutItem): { is: Size; was: Size } | undefined {
  const [is, was] = [c.measured, c.asked ?? c];
  return is && c.kind !== 'window' && Math.max(is.w - was.w, is.h - was.h) >= SHOWS_MM
    ? { is, was }
    : undefined;
}
interface Size {
  w: number;
  h: number;
}

/** A plate over a hole that was cut too large, with the hole it was to be. */
export const portPlates: Kind = ({ cuts, rules }) =>
  cuts.openings.flatMap((cut): Design[] => {
    // A screw has its washer.
    const sizes = cut.kind === 'screw' ? undefined : tooLarge(cut);
    if (!sizes) return [];
    const { is, was } = sizes;
    const hole = cut.round ? boreRing(0, 0, was.w) : rectRing(about(was.w, was.h));
    const outer = grown(about(Math.max(is.w, was.w), Math.max(is.h, was.h)), OVER_MM);
    return [
      {
        kind: 'port plate',
        for: cut.key,
        holds: [],
        name: `Plate for ${cut.name}`,
        blocks: [prism('plate', 'plate', rectRing(outer), 0, rules.wallMm, [hole])],
        why: [
          `the hole is ${mm(is.w)} × ${mm(is.h)}; this one has ${mm(was.w)} × ${mm(was.h)} and covers ${mm(OVER_MM)} beside`,
          cut.kind === 'button'
            ? `glued on outside: the key stands ${mm(rules.wallMm)} less out of it`
            : `glued on outside: a plug goes in ${mm(rules.wallMm)} less deep, so look whether it still locks`,
        ],
      },
    ];
  });

/** A lamp is looked for no deeper behind its hole, mm. */
const DEEP_MM = 15;
/** Between a pipe and its lamp, mm. */
const LAMP_GAP_MM = 0.5;
const FLANGE_MM = 2;

/** A clear pin from a lamp's hole to the part behind it. */
export const lightPipes: Kind = (g) => {
  const shell = g.scene.shell!;
  return shell.openings.face
    .filter((o) => o.use === 'lamp' && !isBlanked(g, o.id))
    .flatMap((o): Design[] => {
      const d = Math.min(o.w, o.h) - 2 * g.rules.gapMm;
      if (d < g.rules.wallMm) return [];
      const site = siteOn(g.scene, o.piece, o.x, o.y);
      const behind = [...g.scene.items.values()]
        .filter((q) => q.piece === o.piece && !q.item.made)
        .flatMap((q) => q.solids.map((solid) => ({ name: q.item.name, solid })))
        .filter(({ solid: s }) => s.x0 < o.x && s.x1 > o.x && s.y0 < o.y && s.y1 > o.y)
        .map(({ name, solid: s }) => ({
          name,
          deep: Math.min(above(site, s.z0), above(site, s.z1)),
        }))
        .filter((q) => q.deep > 0 && q.deep <= DEEP_MM)
        .sort((a, b) => a.deep - b.deep)[0];
      const tail = behind ? behind.deep - LAMP_GAP_MM - g.rules.wallMm : 0;
      return [
        {
          kind: 'light pipe',
          for: o.id,
          holds: [],
          name: `Light pipe for ${o.name}`,
          blocks: [
            ...(tail > 0.2 ? [prism('tail', 'tail', pinRing(0, 0, d), -tail, tail)] : []),
            prism('flange', 'flange', pinRing(0, 0, d + 2 * FLANGE_MM), 0, g.rules.wallMm),
            prism('pin', 'pin', pinRing(0, 0, d), g.rules.wallMm, shell.body.wall.mm),
          ],
          ...(behind
            ? {}
            : {
                cannot: `Nothing lies within ${DEEP_MM} mm behind its hole: lay out the board with the lamp first.`,
              }),
          why: [
            `⌀${mm(d)} in a hole of ${mm(Math.min(o.w, o.h))}, flush outside, a flange behind the wall`,
            ...(behind
              ? [
                  `reaches to ${mm(LAMP_GAP_MM)} above ${behind.name}, ${mm(behind.deep)} behind the floor`,
                ]
              : []),
            'of clear material, its ends polished; black paint round it keeps light from its neighbours',
          ],
        },
      ];
    });
};

const isBlanked = (g: Parameters<Kind>[0], id: string): boolean =>
  openingsHere(g).some(({ opening }) => opening.id === id && opening.reuse?.as === 'blanked');

/** A blank reaches so far into its slot, mm. */
const INTO_MM = 12;
const GRIP_MM = 1.5;

const sizes = (shape: Shape): { w: number; h: number } | undefined =>
  shape.kind === 'rect' ? { w: shape.w.mm, h: shape.h.mm } : undefined;

/** A dummy for a slot that stays open, so that no dust comes in and the edge keeps its look. */
export const slotFillers: Kind = (g) =>
  openingsHere(g)
    .filter(({ opening: o }) => o.use === 'slot' && (!o.reuse || o.reuse.as === 'left'))
    .flatMap(({ opening }): Design[] => {
      const size = sizes(opening.shape);
      if (!size) return [];
      const { gapMm, wallMm } = g.rules;
      const [w, h] = [size.w - 2 * gapMm, size.h - 2 * gapMm];
      if (Math.min(w, h) < wallMm) return [];
      return [
        {
          kind: 'slot filler',
          for: opening.id,
          holds: [],
          turned: true,
          name: `Dummy for ${opening.name}`,
          blocks: [
            prism('tongue', 'tongue', rectRing(about(w, h)), 0, INTO_MM),
            prism('grip', 'grip', rectRing(grown(about(w, h), GRIP_MM)), INTO_MM, wallMm),
          ],
          why: [
            `${mm(w)} × ${mm(h)} in a slot of ${mm(size.w)} × ${mm(size.h)}, ${INTO_MM} mm deep: nothing may lie there`,
            `a rim of ${formatMm(GRIP_MM, 1)} mm to take it out by`,
          ],
        },
      ];
    });

/** A door's ledge lies under the wall beside its hole by so much, mm. */
const LEDGE_MM = 2;

/** A door like the one that is lost: its plate and the ledges that hold it. */
export const doors: Kind = ({ p, scene, rules }) => {
  // What the donor had belongs to the first body.
  if (scene.shell!.body !== bodyFor(p)) return [];
  return (p.donor?.kept ?? [])
    .filter((k) => k.kind === 'door')
    .map((k): Design => {
      const [w, h] = [k.w.mm - 2 * rules.gapMm, k.h.mm - 2 * rules.gapMm];
      const plate = about(w, h);
      const wall = Math.max(scene.shell!.body.wall.mm, rules.wallMm);
      const tab = Math.min(10, h / 3);
      const ledge = (x0: number, x1: number, y: number): Pt[] =>
        rectRing({ x0, x1, y0: y - tab / 2, y1: y + tab / 2 });
      return {
        kind: 'door',
        for: k.id,
        holds: [],
        turned: true,
        name: `Door like ${k.name}`,
        blocks: [
          prism('plate', 'plate', rectRing(plate), 0, wall),
          ...[-1, 1].map((s) =>
            prism(
              `ledge-${s < 0 ? 'a' : 'b'}`,
              'ledge',
              ledge(
                s < 0 ? plate.x0 - LEDGE_MM : plate.x1 - LEDGE_MM,
                s < 0 ? plate.x0 + LEDGE_MM : plate.x1 + LEDGE_MM,
                0,
              ),
              -rules.wallMm,
              rules.wallMm,
            ),
          ),
        ],
        why: [
          `${mm(w)} × ${mm(h)}: the door that was measured, ${mm(rules.gapMm)} free at each side`,
          `a ledge under the wall at both ends, ${mm(LEDGE_MM)}: one slides in first, the other is eased with a file until it snaps`,
        ],
      };
    });
};
