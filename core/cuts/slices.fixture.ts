/**
 * Templates against the shells themselves: random shells as solids, every planned hole drilled into
 * them by a modeller, and their shadows laid over what is printed.
 */
import Module from 'manifold-3d';
import { sceneOf } from '../fit';
import { pieceMesh } from '../formats/solid';
import { seeded } from '../geometry';
import {
  type Body,
  emptyProject,
  type Input,
  length,
  type Opening,
  type PatternCut,
  type Piece,
  type Project,
  type Reading,
} from '../model';
import { floorStrips, stripExcess } from '../shell';
import { cutting, newPattern, type Sheet, templates } from './index';

const wasm = await Module();
wasm.setup();
const { CrossSection, Manifold, Mesh } = wasm;
type Section = InstanceType<typeof CrossSection>;
type Solid = InstanceType<typeof Manifold>;

/** A drawn line may lie so far from the real one, mm. */
export const WITHIN_MM = 0.05;
/** Room round everything on a sheet, mm. */
const BORDER_MM = 8;
/** Area of a sliver that is rounding, mm². */
const SLIVER_MM2 = 0.05;
/** A key's hole has so much play all round, mm. */
const PLAY_MM = 0.25;

/** Holes in walls lie so near the seam that none reaches a floor, mm. */
const HIGH_MM = 4;

const exact = (mm: number) => length(mm, 'exact');
const reading = (edge: 'left' | 'bottom', mm: number): Reading => ({
  from: { edge, face: 'outer' },
  to: 'centre',
  length: exact(mm),
});

class Drawn {
  readonly #random: () => number;
  constructor(seed: number) {
    this.#random = seeded(seed);
  }
  between(a: number, b: number): number {
    return Math.round((a + (b - a) * this.#random()) * 100) / 100;
  }
  some(a: number, b: number): number {
    return Math.floor(a + (b - a + 1) * this.#random());
  }
  is(chance: number): boolean {
    return this.#random() < chance;
  }

  opening(id: string, w: number, h: number, walls: readonly number[]): Opening {
    const isRound = this.is(0.5);
    const size = this.between(2, 9);
    const shape: Opening['shape'] = isRound
      ? { kind: 'circle', d: exact(size) }
      : { kind: 'rect', w: exact(size), h: exact(this.between(2, 6)) };
    if (this.is(0.35)) {
      const wall = this.some(0, walls.length - 1);
      const isAcross = wall % 2 === 0;
      const along = this.between(0.2, 0.8) * (isAcross ? w : h);
      return {
        id,
        name: id,
        use: 'port',
        on: {
          kind: 'wall',
          wall,
          along: reading(isAcross ? 'left' : 'bottom', along),
          v: { mm: this.between(-HIGH_MM, HIGH_MM), u: 0, how: 'exact' },
        },
        shape,
      };
    }
    return {
      id,
      name: id,
      use: 'vent',
      on: {
        kind: 'face',
        at: {
          x: reading('left', this.between(0.2, 0.5) * w),
          y: reading('bottom', this.between(0.2, 0.5) * h),
        },
      },
      shape,
      ...(this.is(0.3)
        ? { repeat: { row: { count: 2, pitch: exact(this.between(3, 8)), along: 'x' as const } } }
        : {}),
    };
  }

  piece(id: string, role: 'front' | 'back', w: number, h: number, corners: number): Piece {
    const depth = this.between(15, 24);
    const walls = Array.from({ length: corners }, (_, i) => i);
    const isCurved = role === 'back' && this.is(0.25);
    return {
      id,
      role,
      material: 'abs',
      depth: exact(depth),
      ...(this.is(0.3) ? { draftDeg: this.between(0.5, 5) } : {}),
      ...(isCurved
        ? {
            profile: {
              along: 'x' as const,
              points: [0, 0.5, 1].map((share) => ({
                at: share * w,
                depth: exact(this.between(11, depth - 3)),
              })),
            },
          }
        : {}),
      zones: [],
      features: [],
      openings: Array.from({ length: this.some(0, 3) }, (_, i) =>
        this.opening(`${id}-hole-${i}`, w, h, walls),
      ),
    };
  }

  body(id: string): Body {
    const [w, h] = [this.between(60, 180), this.between(45, 110)];
    const isCornered = this.is(0.3);
    const r = this.is(0.7) ? this.between(1, 10) : 0;
    return {
      id,
      name: id,
      spine: 'left',
      wall: exact(this.between(1.2, 3)),
      outline: isCornered
        ? {
            kind: 'points',
            points: [
              [0, 0],
              [w, 0],
              [w, 0.6 * h],
              [0.6 * w, 0.6 * h],
              [0.6 * w, h],
              [0, h],
            ],
            u: 0,
            r: exact(Math.min(r, 3)),
          }
        : { kind: 'rect', w: exact(w), h: exact(h), r: exact(r) },
      pieces: (['front', 'back'] as const).map((role) =>
        this.piece(`${id}-${role}`, role, w, h, isCornered ? 6 : 4),
      ),
    };
  }

  key(body: Body, n: number): Input {
    const hole = this.between(4, 10);
    const { outline } = body;
    const [w, h] =
      outline.kind === 'rect'
        ? [outline.w.mm, outline.h.mm]
        : [outline.points[1]![0], outline.points[4]![1]];
    const isInWall = this.is(0.4);
    const wall = this.some(0, 1);
    const at: Input['at'] = isInWall
      ? {
          body: body.id,
          wall,
          along: this.between(0.2, 0.5) * (wall === 0 ? w : h),
          // Now and then across the seam: a notch in both halves.
          v: this.between(-HIGH_MM, HIGH_MM),
        }
      : {
          piece: body.pieces[this.some(0, 1)]!.id,
          x: this.between(0.2, 0.5) * w,
          y: this.between(0.2, 0.5) * h,
        };
    return { id: `${body.id}-key-${n}`, name: 'key', functions: ['menu'], at, hole, routed: true };
  }
}

/** A shell of one body or two, with holes in faces and walls, keys and patterns of holes. */
export function drawnShell(seed: number): Project {
  const of = new Drawn(seed);
  const bodies = of.is(0.25) ? [of.body('lid'), of.body('base')] : [of.body('case')];
  const p: Project = {
    ...emptyProject('drawn', 'Drawn'),
    shell: { bodies },
    controls: {
      route: 'gpio',
      inputs: bodies.flatMap((b) => Array.from({ length: of.some(1, 4) }, (_, n) => of.key(b, n))),
    },
  };
  const scene = sceneOf(p);
  const patterns = [scene, ...scene.others].flatMap((one): PatternCut[] => {
    const { body, walls } = one.shell!;
    if (of.is(0.4)) return [];
    const isInWall = of.is(0.5);
    const wall = walls[of.some(0, 1)]!;
    const cut = newPattern(
      one,
      {
        for: { is: 'air' },
        at: isInWall
          ? { body: body.id, wall: wall.index, along: wall.length / 2, v: -4 }
          : { piece: body.pieces[of.some(0, 1)]!.id, x: of.between(20, 40), y: of.between(15, 35) },
        region: { kind: 'rect', w: of.between(10, 40), h: of.between(5, 20) },
        hole: of.is(0.5)
          ? { kind: 'round', d: of.between(1.5, 4) }
          : { kind: 'slot', w: 2, l: of.between(4, 9) },
        lay: of.is(0.5) ? 'hexagons' : 'rows',
        web: 2,
      },
      cutting(one.project, one).openings,
    );
    return cut.holes.length ? [{ ...cut, id: `air-${body.id}` }] : [];
  });
  return { ...p, cuts: patterns };
}

/** Takes what it made back at the end: the modeller's memory is its own. */
class Bench {
  readonly #made: Array<{ delete: () => void }> = [];
  readonly #pieces = new Map<string, Solid>();
  keep<T extends { delete: () => void }>(x: T): T {
    this.#made.push(x);
    return x;
  }
  clear(): void {
    for (const x of this.#made) x.delete();
  }

  /** A piece of a body with every planned hole drilled into it. */
  piece(p: Project, body: Body, piece: Piece): Solid {
    const known = this.#pieces.get(piece.id) ?? this.#drilled(p, body, piece);
    this.#pieces.set(piece.id, known);
    return known;
  }

  #drilled(p: Project, body: Body, piece: Piece): Solid {
    const { positions, triangles } = pieceMesh(wasm, body, piece.id, p.cuts);
    const mesh = new Mesh({ numProp: 3, vertProperties: positions, triVerts: triangles });
    mesh.merge();
    const whole = this.keep(new Manifold(mesh));
    const drills = p.controls.inputs.flatMap(({ at, hole }): Solid[] => {
      const r = hole! / 2 + PLAY_MM;
      if ('piece' in at && at.piece === piece.id) {
        const drill = this.keep(Manifold.cylinder(200, r, r, 128, true));
        return [this.keep(drill.translate([at.x, at.y, 0]))];
      }
      if (!('body' in at) || at.body !== body.id) return [];
      const drill = this.keep(Manifold.cylinder(20, r, r, 128, true));
      // Wall 0 runs to the right along the lower edge, wall 1 up the right one.
      const turned = this.keep(at.wall === 0 ? drill.rotate([90, 0, 0]) : drill.rotate([0, 90, 0]));
      const { outline } = body;
      const w = outline.kind === 'rect' ? outline.w.mm : outline.points[1]![0];
      const place: [number, number, number] =
        at.wall === 0 ? [at.along, 0, at.v] : [w, at.along, at.v];
      return [this.keep(turned.translate(place))];
    });
    return drills.length ? this.keep(whole.subtract(this.keep(Manifold.union(drills)))) : whole;
  }

  /** All of a piece as its face hides it: cuts through it so close that each strip of a curve meets one. */
  shadow(solid: Solid, { role, depth, profile }: Piece, wall: number): Section {
    const sign = role === 'front' ? 1 : -1;
    const shallow = Math.min(depth.mm - wall, ...(profile?.points ?? []).map((q) => q.depth.mm));
    const step = profile ? 0.4 * wall : wall;
    const levels = Math.ceil((depth.mm - shallow) / step - 1e-9);
    const slices = Array.from({ length: levels }, (_, k) =>
      this.keep(solid.slice(sign * (depth.mm - (k + 0.5) * step))),
    );
    return this.keep(CrossSection.union(slices));
  }

  section(points: ReadonlyArray<readonly [number, number]>): Section {
    return this.keep(
      CrossSection.ofPolygons([points.map(([x, y]): [number, number] => [x, y])], 'NonZero'),
    );
  }

  /** What a sheet leaves of a face, or of a stretch of wall, in the frame of the shell. */
  printed(sheet: Sheet, back: (x: number, y: number) => [number, number], whole: Section): Section {
    const gone = sheet.marks.flatMap((m): Section[] => {
      if (m.kind === 'text' || m.kind === 'line' || !['cut', 'there'].includes(m.ink)) return [];
      if (m.kind === 'ring') return [this.section(m.points.map(([x, y]) => back(x, y)))];
      const [x, y] = back(m.x, m.y);
      return [this.keep(this.keep(CrossSection.circle(m.r, 128)).translate([x, y]))];
    });
    return gone.length ? this.keep(whole.subtract(this.keep(CrossSection.union(gone)))) : whole;
  }

  /** Area in which two of them differ by more than a line may lie beside the other, mm². */
  apart(a: Section, b: Section, within = WITHIN_MM): number {
    const beyond = (x: Section, y: Section): number =>
      this.keep(x.subtract(this.keep(y.offset(within, 'Round', 2, 32)))).area();
    return Math.max(beyond(a, b), beyond(b, a));
  }
}

/** Its outline, rounded by the modeller and not by what draws the sheets. */
function outlineOf(bench: Bench, { outline }: Body): Section {
  const sharp =
    outline.kind === 'rect'
      ? bench.keep(CrossSection.square([outline.w.mm, outline.h.mm]))
      : bench.section(outline.points);
  const r = outline.r.mm;
  if (!r) return sharp;
  // Outer corners alone are rounded: what the offset rounds inside is put back.
  const worn = bench.keep(bench.keep(sharp.offset(-r, 'Miter', 4)).offset(r, 'Round', 2, 256));
  return worn;
}

function ofFace(bench: Bench, p: Project, body: Body, piece: Piece, sheet: Sheet): string[] {
  const { x0, y0, isMirrored } = sheet.face!;
  const back = (x: number, y: number): [number, number] => [isMirrored ? x0 - x : x - x0, y0 - y];
  const shadow = bench.shadow(bench.piece(p, body, piece), piece, body.wall.mm);
  const printed = bench.printed(sheet, back, outlineOf(bench, body));
  const apart = bench.apart(printed, shadow);
  return apart > SLIVER_MM2 ? [`${sheet.title}: ${apart.toFixed(2)} mm² beside the solid`] : [];
}

/** How long walls 0 and 1 are, mm. */
function sidesOf({ outline }: Body): [number, number] {
  if (outline.kind === 'rect') return [outline.w.mm, outline.h.mm];
  return [outline.points[1]![0], outline.points[2]![1]];
}

function ofWall(bench: Bench, p: Project, body: Body, index: 0 | 1, sheet: Sheet): string[] {
  const [w, high] = sidesOf(body);
  const long = index === 0 ? w : high;
  const [front, rear] = [body.pieces[0]!.depth.mm, body.pieces[1]!.depth.mm];
  const both = bench.keep(Manifold.union(body.pieces.map((piece) => bench.piece(p, body, piece))));
  // Laid so that it is seen from outside: along the wall, above the seam, out of it.
  const seen = bench.keep(
    index === 0
      ? both.transform([1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1])
      : both.transform([0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, -w, 1]),
  );
  const clear = body.outline.r.mm + 1;
  const t = body.wall.mm;
  const band = bench.keep(
    bench.keep(CrossSection.square([long - 2 * clear, front + rear])).translate([clear, -rear]),
  );
  const shadow = bench.keep(bench.keep(seen.slice(-0.4 * t)).intersect(band));
  const back = (x: number, y: number): [number, number] => [x - BORDER_MM, front - (y - BORDER_MM)];
  const outline = sheet.marks.flatMap((m) =>
    m.kind === 'ring' && m.ink === 'outline'
      ? [bench.section(m.points.map(([x, y]) => back(x, y)))]
      : [],
  );
  const whole = bench.keep(bench.keep(CrossSection.union(outline)).intersect(band));
  // A curve is a stack of strips: what each gives away is stated.
  const given = body.pieces.flatMap(({ profile }) =>
    profile ? [stripExcess(profile, floorStrips(profile, w))] : [],
  );
  const within = WITHIN_MM + Math.max(0, ...given);
  const apart = bench.apart(bench.printed(sheet, back, whole), shadow, within);
  return apart > SLIVER_MM2 ? [`${sheet.title}: ${apart.toFixed(2)} mm² beside the solid`] : [];
}

/**
 * What of a build's sheets lies beside its solids; how many sheets were looked at.
 *
 * @param printed  the build whose sheets are taken: the same, but to see that a difference is seen
 */
export function slicesOf(p: Project, printed = p): { sheets: number; off: string[] } {
  const bench = new Bench();
  const off: string[] = [];
  let sheets = 0;
  const [outside, inside] = [templates(printed), templates(printed, true)];
  p.shell.bodies.forEach((body, k) => {
    const prefix = k ? `${body.id}-` : '';
    for (const piece of body.pieces) {
      for (const [all, side] of [
        [outside, 'outside'],
        [inside, 'inside'],
      ] as const) {
        const sheet = all.find((s) => s.id === `${prefix}${piece.id}-${side}`);
        if (!sheet) continue;
        sheets++;
        off.push(...ofFace(bench, p, body, piece, sheet));
      }
    }
    for (const index of [0, 1] as const) {
      const sheet = outside.find((s) => s.id === `${prefix}wall-${index}`);
      if (!sheet) continue;
      sheets++;
      off.push(...ofWall(bench, p, body, index, sheet));
    }
  });
  bench.clear();
  return { sheets, off };
}
