/** Halves generated with manifold-3d whose every post, rib, pocket and hole is known: the truth for finding them. */
import Module from 'manifold-3d';
import { type Mesh, seeded } from '../geometry';

export const WAYS_A_POST_STANDS = ['plain', 'hollow', 'gusseted', 'in a wall'] as const;
export interface TruePost {
  kind: (typeof WAYS_A_POST_STANDS)[number];
  x: number;
  y: number;
  d: number;
  height: number;
}
export interface Truth {
  mesh: Mesh;
  w: number;
  h: number;
  depth: number;
  wall: number;
  r: number;
  floor: number;
  draft: boolean;
  noisy: boolean;
  posts: TruePost[];
  ribs: Array<{ x: number; y: number; length: number; width: number; height: number }>;
  pockets: Array<{ x: number; y: number; w: number; h: number; depth: number }>;
  holes: Array<{ x: number; y: number; w: number; h: number; round: boolean }>;
  /** True place of a point of the file: undoes tilt and turn. */
  back: (x: number, y: number, z: number) => [number, number, number];
}

/** The same shell in every run. */
export const dice = seeded;

const wasm = await Module();
wasm.setup();
const { Manifold, CrossSection } = wasm;
type Solid = InstanceType<typeof Manifold>;

export function generated(seed: number): Truth {
  const rnd = dice(seed * 7919 + 13);
  const between = (a: number, b: number) => a + (b - a) * rnd();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(rnd() * list.length)]!;
  const [w, h, depth, wall] = [
    between(90, 175),
    between(55, 95),
    between(10, 19),
    between(1.6, 2.6),
  ];
  const r = between(3, 9);
  const floor = depth - wall;
  const draft = seed % 2 === 0;
  const noisy = seed % 4 < 2;
  const taken: Array<[number, number, number]> = [];
  const free = (x: number, y: number, rad: number) =>
    taken.every(([a, b, c]) => Math.hypot(a - x, b - y) > rad + c + 1.2);
  const rounded = (W: number, H: number, R: number) =>
    CrossSection.square([W - 2 * R, H - 2 * R])
      .translate([R, R])
      .offset(R, 'Round', 2, 96);
  // Built in the pit frame: rim in z = 0, floor below, open upward.
  let solid: Solid = Manifold.extrude(rounded(w, h, r), depth)
    .translate([0, 0, -depth])
    .subtract(
      Manifold.extrude(
        rounded(w - 2 * wall, h - 2 * wall, Math.max(0.5, r - wall)),
        depth,
      ).translate([wall, wall, -floor]),
    );
  const t: Omit<Truth, 'mesh' | 'back'> = {
    w,
    h,
    depth,
    wall,
    r,
    floor,
    draft,
    noisy,
    posts: [],
    ribs: [],
    pockets: [],
    holes: [],
  };
  const adds: Solid[] = [];
  const cuts: Solid[] = [];
  for (let k = 0; k < 2 && depth - wall > 6; k++) {
    const [pw, ph] = [between(12, 30), between(10, 22)];
    const x = between(wall + pw / 2 + 9, w - wall - pw / 2 - 9);
    const y = between(wall + ph / 2 + 9, h - wall - ph / 2 - 9);
    const rad = Math.hypot(pw, ph) / 2;
    if (!free(x, y, rad)) continue;
    taken.push([x, y, rad]);
    const deeper = between(0.8, 3.5);
    adds.push(
      Manifold.cube([pw + 2 * wall, ph + 2 * wall, deeper + wall], true).translate([
        x,
        y,
        -floor - (deeper + wall) / 2 - 0.01,
      ]),
    );
    cuts.push(
      Manifold.cube([pw, ph, deeper + 0.5], true).translate([x, y, -floor - deeper / 2 + 0.25]),
    );
    t.pockets.push({ x, y, w: pw, h: ph, depth: floor + deeper });
  }
  solid = Manifold.union([solid, ...adds]).subtract(
    Manifold.union(cuts.length ? cuts : [Manifold.cube([1, 1, 1]).translate([0, 0, 50])]),
  );
  adds.length = 0;
  cuts.length = 0;
  const cone = (x: number, y: number, d: number, hgt: number) => {
    const s = draft ? (Math.tan(Math.PI / 180) * hgt) / 2 : 0;
    return Manifold.cylinder(hgt + 0.4, d / 2 + s, d / 2 - s, 64).translate([x, y, -floor - 0.4]);
  };
  for (let tries = 0; t.posts.length < 8 && tries < 400; tries++) {
    const kind = WAYS_A_POST_STANDS[t.posts.length % 4]!;
    const d = between(kind === 'hollow' ? 4.5 : 3, 8);
    const hgt = between(2.5, Math.max(3, floor - 0.2));
    let x = between(wall + d / 2 + 4, w - wall - d / 2 - 4);
    let y = between(wall + d / 2 + 4, h - wall - d / 2 - 4);
    const reach = kind === 'gusseted' ? d / 2 + 3 : d / 2;
    if (kind === 'in a wall') {
      const into = between(-0.1, 0.35) * d;
      const side = pick(['left', 'right', 'bottom', 'top'] as const);
      if (side === 'left') x = wall + into;
      if (side === 'right') x = w - wall - into;
      if (side === 'bottom') y = wall + into;
      if (side === 'top') y = h - wall - into;
      const corner = side === 'left' || side === 'right' ? Math.min(y, h - y) : Math.min(x, w - x);
      if (corner < r + d) continue;
      if (into < 0 && into > -0.2) {
        /* its middle lies in the wall: a half round */
      }
    }
    if (!free(x, y, reach + 0.8)) continue;
    taken.push([x, y, reach + 0.8]);
    let post: Solid = cone(x, y, d, hgt);
    if (kind === 'hollow') {
      cuts.push(
        Manifold.cylinder(
          Math.min(hgt - 0.8, between(3, 8)) + 1,
          between(0.9, d / 2 - 1),
          undefined,
          48,
        ).translate([x, y, -floor + hgt - Math.min(hgt - 0.8, 5)]),
      );
    }
    if (kind === 'gusseted') {
      const turn = between(0, 90);
      const tall = hgt * between(0.5, 0.9);
      const thick = between(0.8, 1.2);
      for (const a of [turn, turn + 90]) {
        post = post.add(
          Manifold.cube([2 * reach, thick, tall + 0.4], true)
            .rotate([0, 0, a])
            .translate([x, y, -floor + tall / 2 - 0.2]),
        );
      }
    }
    // Nothing stands through the outer face.
    adds.push(
      kind === 'in a wall'
        ? post.intersect(Manifold.extrude(rounded(w, h, r), depth).translate([0, 0, -depth]))
        : post,
    );
    t.posts.push({ kind, x, y, d, height: hgt });
  }
  for (let tries = 0; t.ribs.length < 3 && tries < 200; tries++) {
    const length = between(9, 26);
    const width = between(1, 1.8);
    const tall = between(2, Math.max(2.5, floor - 1));
    const x = between(length / 2 + 5, w - length / 2 - 5);
    const y = between(length / 2 + 4, Math.max(length / 2 + 5, h - length / 2 - 4));
    const turn = pick([0, 90, between(0, 180)]);
    const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
    const spots = Array.from(
      { length: 9 },
      (_, i) => [x + (c * length * (i - 4)) / 8, y + (s * length * (i - 4)) / 8] as const,
    );
    if (
      y > h - 6 ||
      spots.some(
        ([a, b]) =>
          !free(a, b, width / 2 + 1.6) ||
          a < wall + 2.5 ||
          b < wall + 2.5 ||
          a > w - wall - 2.5 ||
          b > h - wall - 2.5,
      )
    ) {
      continue;
    }
    for (const [a, b] of spots) taken.push([a, b, width / 2 + 1]);
    adds.push(
      Manifold.cube([length, width, tall + 0.4], true)
        .rotate([0, 0, turn])
        .translate([x, y, -floor + tall / 2 - 0.2]),
    );
    t.ribs.push({ x, y, length, width, height: tall });
  }
  for (let tries = 0; t.holes.length < 3 && tries < 200; tries++) {
    const round = rnd() < 0.5;
    const hw = between(2.5, 12);
    const hh = round ? hw : between(2.5, 9);
    const x = between(wall + hw, w - wall - hw);
    const y = between(wall + hh, h - wall - hh);
    if (!free(x, y, Math.hypot(hw, hh) / 2 + 0.6)) continue;
    taken.push([x, y, Math.hypot(hw, hh) / 2]);
    cuts.push(
      (round
        ? Manifold.cylinder(depth, hw / 2, undefined, 64)
        : Manifold.cube([hw, hh, depth], true).translate([0, 0, depth / 2])
      ).translate([x, y, -floor - depth + 2]),
    );
    t.holes.push({ x, y, w: hw, h: hh, round });
  }
  solid = Manifold.union([solid, ...adds]).subtract(Manifold.union(cuts));
  const [turn, tx, ty] = [between(0, 360), between(-3, 3), between(-3, 3)].map(
    (a) => (a * Math.PI) / 180,
  ) as [number, number, number];
  const fine = solid.refineToLength(noisy ? 1.2 : 6).getMesh();
  const n = fine.vertProperties.length / fine.numProp;
  const positions = new Float32Array(n * 3);
  const rz = (x: number, y: number, a: number): [number, number] => [
    x * Math.cos(a) - y * Math.sin(a),
    x * Math.sin(a) + y * Math.cos(a),
  ];
  const gauss = () => Math.sqrt(-2 * Math.log(1 - rnd())) * Math.cos(2 * Math.PI * rnd());
  for (let v = 0; v < n; v++) {
    let [x, y, z] = [0, 1, 2].map(
      (k) => fine.vertProperties[v * fine.numProp + k]! + (noisy ? 0.05 * gauss() : 0),
    ) as [number, number, number];
    [x, y] = rz(x, y, turn);
    [y, z] = rz(y, z, tx);
    [z, x] = rz(z, x, ty);
    positions.set([x + 31, y - 12, z + 5], v * 3);
  }
  solid.delete();
  return {
    ...t,
    mesh: { positions, triangles: fine.triVerts },
    back(px, py, pz) {
      let [x, y, z] = [px - 31, py + 12, pz - 5];
      [z, x] = rz(z, x, -ty);
      [y, z] = rz(y, z, -tx);
      [x, y] = rz(x, y, -turn);
      return [x, y, z];
    },
  };
}
