/**
 * Readings of a shell that cannot be true: a post higher than the shell is deep, a bore wider than
 * its post, a cap that falls out of its hole. What is worked out from them is worth nothing, so each
 * is named before anything is cut.
 */
import { inside, planGap, polygonPrism, type Prism, roundPrism } from '../geometry';
import { type Body, type Cap, type Finding, formatMm, type Ref } from '../model';
import type { FaceHole, NamedWallHole } from './openings';
import { wallRules } from './wallRules';
import type { ShellSolids, StandingFeature } from './solids';
import { outerRing, wallName } from './walls';

/** Readings may disagree by so much before one of them must be wrong, mm. */
const SLACK_MM = 0.3;
/** Wall of a post around its bore that still holds a screw, mm: typical. */
const POST_WALL_MM = 0.5;
/** Two copies nearer than this are one that was entered twice, mm. */
const SAME_MM = 0.5;
/** Closing posts that end further apart than this hold nothing, mm: typical. */
const APART_MM = 3;
/** A flange holds its cap back by so much on each side, mm: typical. */
const HOLDS_BACK_MM = 0.2;
/** No key stands further out of a face, mm. */
const PROUD_MM = 15;

interface Doubt {
  code: string;
  id: string;
  title: string;
  what: string;
  why: string;
  about: string[];
  refs: Ref[];
  at?: { x: number; y: number; z: number };
  /** A hit unless it is only worth a second look. */
  verdict?: 'tight';
}

const finding = ({ code, id, why, ...rest }: Doubt): Finding => ({
  id: `reading:${code}:${id}`,
  station: 'shell',
  check: 'reading',
  code,
  verdict: 'hit',
  why: [why, 'Measure it again.'],
  ...rest,
});

/** @returns a hit for each reading that cannot be true; nothing for a shell as shells are */
export function shellBeliefs(shell: ShellSolids): Finding[] {
  return [
    ...postDoubts(shell),
    ...facingDoubts(shell),
    ...faceDoubts(shell),
    ...wallDoubts(shell),
    ...lipDoubts(shell.body),
    ...thinDoubts(shell.body),
    ...plateDoubts(shell.body),
    ...(shell.body.caps ?? []).flatMap((cap) => capDoubts(shell, cap)),
  ].map(finding);
}

/** Depth of the shell inside, from floor to floor, mm; of one half alone where there is no other. */
const cavity = (body: Body): number => {
  const deepest = (front: boolean): number =>
    Math.max(
      0,
      ...body.pieces
        .filter((q) => (q.role === 'front') === front)
        .flatMap((q) => [q.depth.mm, ...q.zones.map((z) => z.depth.mm)]),
    );
  return deepest(true) + deepest(false);
};

function postDoubts(shell: ShellSolids): Doubt[] {
  const most = cavity(shell.body);
  const ring = outerRing(shell.body);
  return shell.features.flatMap((post, i): Doubt[] => {
    const { feature } = post;
    const about = { about: [post.id], refs: [{ is: 'feature' as const, id: post.id }] };
    const at = { x: post.x, y: post.y, z: post.z0 };
    const out: Doubt[] = [];
    if (!inside(ring, post.x, post.y)) {
      out.push({
        code: 'post-outside',
        id: post.id,
        title: 'Not in the shell',
        what: `${post.name} would stand outside the outline.`,
        why: `It is read ${formatMm(post.x, 0)} mm from the left and ${formatMm(post.y, 0)} mm up.`,
        ...about,
        at,
      });
    }
    if (post.full > most + SLACK_MM) {
      out.push({
        code: 'post-high',
        id: post.id,
        title: `${formatMm(post.full, 1)} mm high`,
        what: `${post.name} is higher than the shell is deep.`,
        why: `Both halves together are ${formatMm(most, 1)} mm deep.`,
        ...about,
        at,
      });
    }
    const twin = shell.features
      .slice(0, i)
      .find((o) => o.feature.id === feature.id && near(o, post) < SAME_MM);
    if (twin) {
      out.push({
        code: 'post-twice',
        id: post.id,
        title: 'Two on one spot',
        what: `${post.name} and ${twin.name}`,
        why: 'Copies of one post, rib or hole lie apart from each other.',
        ...about,
        at,
      });
    }
    return [...out, ...boreDoubts(post, shell.body.wall.mm, about, at)];
  });
}

/** How far a post stands from the parting plane, mm: negative when it reaches over it. */
const shortOf = (shell: ShellSolids, post: StandingFeature): number =>
  shell.sign(post.piece) > 0 ? post.z0 : -post.z1;
/** The same as it was measured, before any cut that was decided. */
const shortAsRead = (shell: ShellSolids, post: StandingFeature): number =>
  shortOf(shell, post) - (post.full - post.height);

/** Whether one stands in the other's bore. */
function nests(pin: StandingFeature, boss: StandingFeature): boolean {
  const { shape } = pin.feature;
  const { bore } = boss.feature;
  return bore !== undefined && shape.kind === 'circle' && shape.d.mm <= bore.d.mm;
}

/** Posts of the two halves that face each other: they may touch, and closing posts must. */
function facingDoubts(shell: ShellSolids): Doubt[] {
  const fronts = shell.features.filter((f) => shell.sign(f.piece) > 0 && f.height > 0);
  const backs = shell.features.filter((f) => shell.sign(f.piece) < 0 && f.height > 0);
  return fronts.flatMap((a) =>
    backs.flatMap((b): Doubt[] => {
      const facing = a.solid.prisms.some((p) =>
        b.solid.prisms.some((q) => planGap(p, q) < -SLACK_MM),
      );
      if (!facing || nests(a, b) || nests(b, a)) return [];
      const gap = shortOf(shell, a) + shortOf(shell, b);
      const read = shortAsRead(shell, a) + shortAsRead(shell, b);
      const closes = [a, b].every((f) => f.feature.purpose === 'closing screw');
      const about = {
        about: [a.id, b.id],
        refs: [a, b].map((f) => ({ is: 'feature' as const, id: f.id })),
        at: { x: a.x, y: a.y, z: 0 },
        what: `${a.name} and ${b.name}`,
      };
      if (gap < -SLACK_MM) {
        return [
          {
            code: 'posts-meet',
            id: `${a.id}~${b.id}`,
            title: `${formatMm(-gap, 1)} mm before the halves meet`,
            why: 'They stand on each other while the seam is still open.',
            ...about,
          },
        ];
      }
      if (!closes || read <= APART_MM) return [];
      return [
        {
          code: 'posts-apart',
          id: `${a.id}~${b.id}`,
          title: `${formatMm(read, 1)} mm between closing posts`,
          why: `A screw draws its halves together until its posts meet: over ${APART_MM} mm apart it bends the face (typical).`,
          ...about,
        },
      ];
    }),
  );
}

const near = (a: StandingFeature, b: StandingFeature): number =>
  a.piece === b.piece ? Math.hypot(a.x - b.x, a.y - b.y) : Infinity;

function boreDoubts(
  post: StandingFeature,
  wall: number,
  about: Pick<Doubt, 'about' | 'refs'>,
  at: Doubt['at'] & object,
): Doubt[] {
  const { bore, shape } = post.feature;
  if (!bore || shape.kind === 'polygon' || post.copy > 0) return [];
  const thick = shape.kind === 'circle' ? shape.d.mm : Math.min(shape.w.mm, shape.h.mm);
  const left = (thick - bore.d.mm) / 2;
  const out: Doubt[] = [];
  if (left < POST_WALL_MM) {
    out.push({
      code: 'bore-wide',
      id: post.id,
      title: `${formatMm(left, 1)} mm of post around its bore`,
      what: `The bore of ${post.name} is ${formatMm(bore.d.mm, 1)} mm wide in ${formatMm(thick, 1)} mm.`,
      why: `A post keeps ${POST_WALL_MM} mm around its screw, or it splits (typical).`,
      ...about,
      at,
    });
  }
  const room = post.full + wall;
  if (bore.deep.mm > room) {
    out.push({
      code: 'bore-deep',
      id: post.id,
      title: `${formatMm(bore.deep.mm - room, 1)} mm through the face`,
      what: `The bore of ${post.name} is ${formatMm(bore.deep.mm, 1)} mm deep.`,
      why: `The post with the face under it is ${formatMm(room, 1)} mm.`,
      ...about,
      at,
    });
  }
  return out;
}

const holeAbout = (o: { id: string }): Pick<Doubt, 'about' | 'refs'> => ({
  about: [o.id],
  refs: [{ is: 'opening', id: o.id }],
});

const prismOf = (o: FaceHole): Prism =>
  o.shape.kind === 'circle'
    ? roundPrism(o.x, o.y, o.w / 2, 0, 1)
    : polygonPrism(o.points, [], 0, 1);

function faceDoubts(shell: ShellSolids): Doubt[] {
  const ring = outerRing(shell.body);
  const { face } = shell.openings;
  return face.flatMap((o, i): Doubt[] => {
    const out: Doubt[] = [];
    if (o.points.some(([x, y]) => !inside(ring, x, y))) {
      out.push({
        code: 'opening-over-edge',
        id: `${o.id}#${o.copy}`,
        title: 'Larger than its place',
        what: `${o.name} reaches over the edge of the shell.`,
        why: `It is read ${formatMm(o.w, 1)} × ${formatMm(o.h, 1)} mm, ${formatMm(o.x, 0)} mm from the left and ${formatMm(o.y, 0)} mm up.`,
        ...holeAbout(o),
        at: { x: o.x, y: o.y, z: 0 },
      });
    }
    const here = prismOf(o);
    // Holes of one use may run together: a cross is two slots. A key in a window is a slip of the
    // pen, and so are copies of one hole that overlap.
    const over = face
      .slice(0, i)
      .find(
        (q) =>
          q.piece === o.piece &&
          (q.use !== o.use || q.id === o.id) &&
          planGap(here, prismOf(q)) < -SLACK_MM,
      );
    if (over) {
      out.push({
        code: 'openings-overlap',
        id: `${o.id}#${o.copy}~${over.id}#${over.copy}`,
        title: 'Two holes in one',
        what: `${o.name} and ${over.name} overlap.`,
        why: 'Holes that were measured on one shell lie beside each other, or they would be one.',
        about: [o.id, over.id],
        refs: [...holeAbout(o).refs, ...holeAbout(over).refs],
        at: { x: o.x, y: o.y, z: 0 },
      });
    }
    return out;
  });
}

function wallDoubts(shell: ShellSolids): Doubt[] {
  const deep = (sign: 1 | -1): number =>
    Math.max(
      0,
      ...shell.body.pieces.filter((q) => shell.sign(q.id) === sign).map((q) => q.depth.mm),
    );
  return shell.openings.wall.flatMap((o: NamedWallHole): Doubt[] => {
    const wall = shell.walls[o.wall]!;
    // Where there is no half, there is no face: a slot that is open there is a notch.
    const beyond = (sign: 1 | -1, mm: number): number => (deep(sign) ? mm : 0);
    const over = [
      ['a corner', Math.max(o.w / 2 - o.u, o.u + o.w / 2 - wall.length)],
      ['the face', beyond(1, o.v + o.h / 2 - deep(1))],
      ['the back', beyond(-1, -deep(-1) - (o.v - o.h / 2))],
    ] as const;
    const worst = [...over].sort((a, b) => b[1] - a[1])[0]!;
    if (worst[1] <= SLACK_MM) return [];
    return [
      {
        code: 'opening-over-wall',
        id: o.id,
        title: `${formatMm(worst[1], 1)} mm over ${worst[0]}`,
        what: `${o.name} is larger than the ${wallName(wall)} around it.`,
        why: `It is read ${formatMm(o.w, 1)} × ${formatMm(o.h, 1)} mm, its middle ${formatMm(Math.abs(o.v), 1)} mm ${o.v < 0 ? 'below' : 'above'} the parting line.`,
        ...holeAbout(o),
      },
    ];
  });
}

/** The step where the halves meet is cut out of the wall and stands within the other half. */
function lipDoubts(body: Body): Doubt[] {
  const { lip, wall } = body;
  if (!lip || lip.height.mm <= 0) return [];
  const base = { id: body.id, about: [body.id], refs: [] };
  const over = lip.thick.mm - wall.mm;
  if (over > SLACK_MM) {
    return [
      {
        code: 'lip-thick',
        title: `${formatMm(over, 1)} mm thicker than the wall`,
        what: `The lip of ${body.name} is ${formatMm(lip.thick.mm, 1)} mm thick.`,
        why: `It is a step in a wall of ${formatMm(wall.mm, 1)} mm.`,
        ...base,
      },
    ];
  }
  const other = lip.on === 'front' ? 'back' : 'front';
  const into = Math.max(0, ...body.pieces.filter((q) => q.role === other).map((q) => q.depth.mm));
  if (into === 0 || lip.height.mm <= into - wall.mm + SLACK_MM) return [];
  return [
    {
      code: 'lip-high',
      title: `${formatMm(lip.height.mm, 1)} mm high`,
      what: `The lip of ${body.name} is higher than the half it goes into is deep.`,
      why: `The ${other} half is ${formatMm(into - wall.mm, 1)} mm deep inside.`,
      ...base,
    },
  ];
}

/** A wall thinner than any half is made is read wrongly; one thinner than usual is worth a second look. */
function thinDoubts(body: Body): Doubt[] {
  // What stands on an open plate has no walls.
  const halves = body.pieces.filter((q) => q.role !== 'plate');
  const [thinnest] = [...halves].sort((a, b) => wallRules(a).wall.usual - wallRules(b).wall.usual);
  if (!thinnest || body.wall.mm >= wallRules(thinnest).wall.usual) return [];
  const { material } = thinnest;
  const { least, usual } = wallRules(thinnest).wall;
  const never = body.wall.mm < least;
  return [
    {
      code: 'wall-thin',
      id: body.id,
      title: `A wall of ${formatMm(body.wall.mm, 1)} mm`,
      what: never
        ? `No half is made so thin: the wall of ${body.name}.`
        : `The wall of ${body.name} is thinner than is usual.`,
      why: `From ${formatMm(usual, 1)} mm up is usual for ${material}, under ${formatMm(least, 1)} mm is none (typical).`,
      ...(never ? {} : { verdict: 'tight' as const }),
      about: [body.id],
      refs: [],
    },
  ];
}

/** A plate that bends under what stands on it: one thinner than usual is worth a second look. */
const plateDoubts = ({ pieces }: Body): Doubt[] =>
  pieces.flatMap((q): Doubt[] => {
    const { least, usual } = wallRules(q).wall;
    if (q.role !== 'plate' || q.depth.mm >= usual) return [];
    const thick = formatMm(q.depth.mm, 1);
    const never = q.depth.mm < least;
    return [
      {
        code: 'plate-thin',
        id: q.id,
        title: `A plate of ${thick} mm`,
        what: never
          ? `Nothing can stand on a plate of ${q.material} so thin.`
          : `A plate of ${q.material} is mostly thicker.`,
        why: `From ${formatMm(usual, 1)} mm up is usual for ${q.material}, under ${formatMm(least, 1)} mm it breaks or folds (typical).`,
        ...(never ? {} : { verdict: 'tight' as const }),
        about: [q.id],
        refs: [{ is: 'piece', id: q.id }],
      },
    ];
  });

/** A cap against its own hole: it goes through, its flange does not, and its neighbours have room. */
function capDoubts(shell: ShellSolids, cap: Cap): Doubt[] {
  const holes = shell.openings.face.filter((o) => o.id === cap.opening);
  const [hole] = holes;
  if (!hole) return [];
  const widest = Math.max(hole.w, hole.h);
  const narrowest = Math.min(hole.w, hole.h);
  const base = {
    about: [cap.id, hole.id],
    refs: holeAbout(hole).refs,
    at: { x: hole.x, y: hole.y, z: 0 },
  };
  const out: Doubt[] = [];
  const across = formatMm(cap.across.mm, 1);
  const flange = formatMm(cap.flange.mm, 1);
  if (cap.across.mm > widest) {
    out.push({
      code: 'cap-wide',
      id: cap.id,
      title: `${formatMm(cap.across.mm - widest, 1)} mm wider than its hole`,
      what: `${cap.name} does not go through ${hole.name}.`,
      why: `The cap is ${across} mm across, the hole ${formatMm(widest, 1)}.`,
      ...base,
    });
  }
  if (cap.flange.mm < narrowest + 2 * HOLDS_BACK_MM) {
    out.push({
      code: 'flange-narrow',
      id: cap.id,
      title: 'Its flange goes through',
      what: `${cap.name} falls out of ${hole.name}.`,
      why: `The flange is ${flange} mm across, the hole ${formatMm(narrowest, 1)}: ${HOLDS_BACK_MM} mm on each side hold it back (typical).`,
      ...base,
    });
  }
  const pitch = Math.min(
    ...holes.flatMap((a, i) => holes.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y))),
  );
  if (cap.flange.mm > pitch) {
    out.push({
      code: 'flanges-meet',
      id: cap.id,
      title: `Flanges overlap ${formatMm(cap.flange.mm - pitch, 1)} mm`,
      what: `${cap.name}s side by side under ${hole.name}.`,
      why: `The flange is ${flange} mm across, the holes lie ${formatMm(pitch, 1)} mm apart.`,
      ...base,
    });
  }
  if (cap.proud.mm > PROUD_MM) {
    out.push({
      code: 'cap-proud',
      id: cap.id,
      title: `${formatMm(cap.proud.mm, 1)} mm out of the face`,
      what: `${cap.name} in ${hole.name}`,
      why: `No key stands more than ${PROUD_MM} mm out of a face.`,
      ...base,
    });
  }
  return out;
}
