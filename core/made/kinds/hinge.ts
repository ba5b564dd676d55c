/** A cover over the barrel two bodies turn about, so that its ribbon is not pinched or seen. */
import { type Hinge, hingesOf } from '../../model';
import type { Scene } from '../../fit';
import { type Design, type Kind, mm } from '../design';
import type { Rules } from '../process';
import { prism, type Pt } from '../shapes';

/** Open over so much of the round, so that it clips on, degrees. */
const OPEN_DEG = 130;
const SIDES = 40;
/** Shorter than the edge it covers, at both ends together, mm. */
const SHORT_MM = 2;

export const hingeCovers: Kind = ({ p, scene, rules }) => {
  const body = scene.shell!.body;
  // One for both bodies, made for the first of the two.
  return hingesOf(p.shell)
    .filter(({ bodies: [first] }) => first.id === body.id)
    .flatMap(({ joint }) => cover(joint, scene, rules));
};

function cover(hinge: Hinge, scene: Scene, rules: Rules): Design[] {
  const { body } = scene.shell!;
  const walls = scene.shell!.walls;
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  const lies = hinge.first.edge === 'top' || hinge.first.edge === 'bottom';
  const along = lies ? xs : ys;
  const long = Math.max(...along) - Math.min(...along) - SHORT_MM;
  const inner = hinge.barrel.mm / 2 + body.wall.mm + rules.gapMm;
  const outer = inner + rules.wallMm;
  if (long < 10) return [];
  const at = (r: number, i: number): Pt => {
    const open = (OPEN_DEG * Math.PI) / 180;
    const a = open / 2 + ((2 * Math.PI - open) * i) / SIDES;
    // Points of the inner arc lie inside, so that the barrel's own play is not taken.
    return [r * Math.cos(a), r * Math.sin(a)];
  };
  const steps = Array.from({ length: SIDES + 1 }, (_, i) => i);
  const room = inner / Math.cos((Math.PI * (1 - OPEN_DEG / 360)) / SIDES);
  const ring: Pt[] = [
    ...steps.map((i) => at(outer, i)),
    ...[...steps].reverse().map((i) => at(room, i)),
  ];
  return [
    {
      kind: 'hinge cover',
      for: hinge.id,
      holds: [],
      name: 'Cover for the hinge',
      blocks: [prism('cover', 'cover', ring, 0, long)],
      why: [
        `${mm(long)} long, ${mm(2 * inner)} inside: the barrel of ${mm(hinge.barrel.mm)}, its wall of ${mm(body.wall.mm)}, and ${mm(rules.gapMm)}`,
        `open over ${OPEN_DEG}°: it clips on, and the lid must still turn all the way`,
      ],
    },
  ];
}
