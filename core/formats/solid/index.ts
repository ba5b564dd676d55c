/**
 * A shell as watertight solids, one for each piece, for printing and for other programs.
 *
 * Built with manifold-3d from the same readings as everything else; decided trims and openings are
 * cut. Looking at the finished front: x right, y up, z toward the viewer, mm.
 */
import type { ManifoldToplevel } from 'manifold-3d';
import { onlyXyz } from './xyz';
import { holesOf } from '../../cuts';
import { type Body, type Cut, outlineSpan } from '../../model';
import { drawn, type Mesh, pointsOf, type Pt } from '../../geometry';
import {
  BODY,
  floorStrips,
  innerRing,
  named,
  outerRing,
  patternsIn,
  shapePoints,
  shellSolids,
  copiesOf,
  wallSlabs,
  type WallHole,
} from '../../shell';

export { readStl, stlBytes } from '../mesh';
export { madeMesh } from './made';
export { threeMfBytes } from './threeMf';

/** Enough beyond a face that a cut surely passes it, mm. */
const THROUGH = 2;
const SIDES = 96;
/** A post may stand this far above the rim, mm. */
const ABOVE = 60;

/**
 * One piece as a mesh.
 *
 * @param holes  openings to be cut beyond those already there: ports in the walls
 * @returns      a closed triangle mesh of positive volume
 * @throws       RangeError when the piece is not in the body
 */
export function pieceMesh(
  wasm: ManifoldToplevel,
  body: Body,
  pieceId: string,
  cuts: readonly Cut[] = [],
  holes: readonly WallHole[] = [],
): Mesh {
  const i = body.pieces.findIndex((p) => p.id === pieceId);
  const piece = body.pieces[i];
  if (!piece) throw new RangeError(`This shell has no piece "${pieceId}".`);
  const { Manifold, CrossSection } = wasm;
  const made: Array<{ delete: () => void }> = [];
  const keep = <T extends { delete: () => void }>(x: T): T => {
    made.push(x);
    return x;
  };
  type Solid = InstanceType<typeof Manifold>;
  const sign = piece.role === 'front' || piece.role === 'plate' ? 1 : -1;
  /** An extrusion between two depths below the rim. */
  const from = (points: ReadonlyArray<Pt>, d0: number, d1: number, grow = 0): Solid => {
    let plan = keep(
      CrossSection.ofPolygons([points.map(([x, y]) => [x, y] as [number, number])], 'NonZero'),
    );
    if (grow) plan = keep(plan.offset(grow, 'Round', 2, SIDES));
    const solid = keep(Manifold.extrude(plan, d1 - d0));
    return keep(solid.translate([0, 0, sign > 0 ? d0 : -d1]));
  };
  try {
    const shell = shellSolids(body, cuts);
    const outer = pointsOf(outerRing(body));
    const inner = pointsOf(innerRing(body));
    const floor = piece.depth.mm - body.wall.mm;
    const all = named(body);
    const bays = piece.zones.map((z, j) => {
      const [at] = copiesOf(
        body,
        all,
        z.at,
        z.shape,
        `${BODY}.pieces.${i}.zones.${j}.at`,
        undefined,
      );
      return { points: shapePoints(z.shape, at!.x.mm, at!.y.mm), depth: z.depth.mm };
    });
    const strips =
      piece.profile &&
      floorStrips(
        piece.profile,
        outlineSpan(body.outline)[piece.profile.along === 'x' ? 'w' : 'h'],
      );
    /** The part of a solid over one strip of a curved floor. */
    const over = (s: Solid, a: number, b: number): Solid =>
      keep(
        s.intersect(
          from(
            piece.profile!.along === 'x'
              ? [
                  [a, -20],
                  [b, -20],
                  [b, 1020],
                  [a, 1020],
                ]
              : [
                  [-20, a],
                  [1020, a],
                  [1020, b],
                  [-20, b],
                ],
            -ABOVE,
            200,
          ),
        ),
      );
    const solids: Solid[] = strips
      ? strips.map((t) => over(from(outer, 0, t.depth + body.wall.mm), t.from, t.to))
      : [from(outer, 0, piece.depth.mm)];
    // A bay deeper than the half bulges out, one wall thick all round.
    for (const b of bays) {
      if (b.depth + body.wall.mm > piece.depth.mm) {
        solids.push(from(b.points, floor, b.depth + body.wall.mm, body.wall.mm));
      }
    }
    let result = keep(Manifold.union(solids));
    // A leaning wall is cut slab by slab, a curved floor strip by strip.
    const deepest = strips ? Math.max(...strips.map((t) => t.depth)) : floor;
    const slabs = wallSlabs(body, piece, 1).filter((q) => q.z0 < deepest);
    const cavity = keep(
      Manifold.union(
        slabs.map((q, k) =>
          from(
            pointsOf(innerRing({ ...body, wall: { ...body.wall, mm: q.wall } })),
            k ? q.z0 : -THROUGH,
            k === slabs.length - 1 ? deepest : q.z1,
          ),
        ),
      ),
    );
    if (strips) {
      for (const t of strips) {
        result = keep(
          result.subtract(
            keep(over(cavity, t.from, t.to).intersect(from(outer, -THROUGH, t.depth))),
          ),
        );
      }
    } else result = keep(result.subtract(cavity));
    for (const b of bays) result = keep(result.subtract(from(b.points, 0, b.depth)));
    for (const f of shell.floors.get(pieceId)!.filter((q) => q.pocket !== undefined)) {
      for (const q of f.prisms.flatMap(drawn)) {
        result = keep(result.subtract(from(pointsOf(q), 0, Math.abs(f.z))));
      }
    }
    const features = shell.features.filter((f) => f.piece === pieceId && f.height > 0);
    if (features.length) {
      const standing = features.flatMap((f) =>
        f.solid.prisms.flatMap((p) =>
          drawn(p).map((ring) => {
            const [d0, d1] = sign > 0 ? [p.z0, p.z1] : [-p.z1, -p.z0];
            // Sunk a little into its floor, so that both are one solid.
            return from(pointsOf(ring), d0, d1 + body.wall.mm / 2);
          }),
        ),
      );
      const inside = keep(
        Manifold.intersection([
          keep(Manifold.union(standing)),
          keep(Manifold.union([...solids, from(inner, -ABOVE, 0.01)])),
        ]),
      );
      result = keep(result.add(inside));
    }
    const deep = Math.max(piece.depth.mm, ...bays.map((b) => b.depth + body.wall.mm)) + THROUGH;
    // Of a curve the shallowest strip begins it.
    const faceFrom = Math.min(floor, ...(strips ?? []).map((t) => t.depth)) - 0.01;
    for (const o of shell.openings.face.filter((q) => q.piece === pieceId)) {
      result = keep(result.subtract(from(o.points, faceFrom, deep)));
    }
    for (const c of patternsIn({ cuts }, body)) {
      const drilled = holesOf(c).map((h) => h.points);
      if ('piece' in c.at) {
        if (c.at.piece !== pieceId) continue;
        for (const points of drilled) {
          result = keep(result.subtract(from(points, faceFrom, deep)));
        }
      } else {
        const { wall } = c.at;
        for (const points of drilled) result = keep(result.subtract(throughWall(wall, points)));
      }
    }
    for (const h of [...shell.openings.wall, ...holes]) result = keep(result.subtract(wallCut(h)));
    const mesh = result.getMesh();
    return { positions: onlyXyz(mesh.vertProperties, mesh.numProp), triangles: mesh.triVerts };
  } finally {
    for (const m of made) m.delete();
  }

  /** An outline in a wall's u, v, through that wall. */
  function throughWall(index: number, points: ReadonlyArray<Pt>): Solid {
    const wall = shellSolids(body, cuts).walls[index]!;
    const plan = keep(CrossSection.ofPolygons([points.map(([u, v]): [number, number] => [u, v])]));
    const thick = 2 * (body.wall.mm + THROUGH);
    const solid = keep(keep(Manifold.extrude(plan, thick)).translate([0, 0, -thick / 2]));
    return keep(
      solid.transform([
        wall.ux,
        wall.uy,
        0,
        0,
        0,
        0,
        1,
        0,
        wall.nx,
        wall.ny,
        0,
        0,
        wall.x0,
        wall.y0,
        0,
        1,
      ]),
    );
  }

  /** A hole through one wall, as it passes both halves. */
  function wallCut(h: WallHole): Solid {
    const wall = shellSolids(body, cuts).walls[h.wall]!;
    const plan = h.round
      ? keep(CrossSection.circle(h.w / 2, SIDES))
      : keep(CrossSection.square([h.w, h.h], true));
    const thick = 2 * (body.wall.mm + THROUGH);
    // Drawn in u, v; laid so that u runs along the wall, v along z, and the cut along its normal.
    const solid = keep(keep(Manifold.extrude(plan, thick)).translate([0, 0, -thick / 2]));
    const [cx, cy] = [wall.x0 + wall.ux * h.u, wall.y0 + wall.uy * h.u];
    return keep(
      solid.transform([wall.ux, wall.uy, 0, 0, 0, 0, 1, 0, wall.nx, wall.ny, 0, 0, cx, cy, h.v, 1]),
    );
  }
}
