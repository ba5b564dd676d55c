/** Clean builds beside the demos: one fed from the wall, one grafted of two shells with parts in both. */
import { demos, libraryPart, withMeasuredSizes } from '../../catalogue';
import { appliedAll, type Body, length, type Placement, type Project } from '../../model';

const [, loaner, , paperback] = demos() as [Project, Project, Project, Project];

const stand = (
  item: string,
  piece: string,
  x: number,
  y: number,
  more: Partial<Placement> = {},
) => ({
  do: 'stand' as const,
  placement: {
    item,
    on: { piece },
    x,
    y,
    turn: 0,
    up: 'in' as const,
    stand: 'flat' as const,
    lift: 0,
    held: 'jig' as const,
    ...more,
  },
});

/** The paperback without its cell, fed at a panel socket in its bottom wall. */
export function fedFromTheWall(): Project {
  const p = appliedAll(paperback, [
    { do: 'drop', item: 'cell' },
    { do: 'drop', item: 'charger' },
    { do: 'power', set: { source: 'wall' } },
    { do: 'add', part: withMeasuredSizes(libraryPart('panel-usb-c')) },
    stand('panel-usb-c', 'back', 20, 0.5, { fixed: 'screws' }),
  ]);
  return { ...p, id: 'wall-fed', name: 'Paperback on the wall' };
}

/** The loaner with a lid hinged at its top edge, the speaker in the lid. */
export function grafted(): Project {
  const body = loaner.shell.bodies[0]!;
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  const grille = front.openings.find((o) => o.id === 'grille')!;
  const lid: Body = {
    ...body,
    id: 'lid',
    name: 'Lid',
    outline: { kind: 'rect', w: length(172), h: length(60), r: length(8) },
    caps: [],
    underlays: [],
    pieces: [
      {
        ...front,
        id: 'lid-front',
        depth: length(9),
        zones: [],
        features: [],
        openings: [{ ...grille, id: 'lid-grille', name: 'lid grille' }],
      },
      { ...back, id: 'lid-back', depth: length(9), zones: [], features: [], openings: [] },
    ],
  };
  const closed = front.openings.filter((o) => o.id !== 'grille');
  const p: Project = {
    ...loaner,
    id: 'grafted',
    name: 'Loaner with a lid',
    way: 'graft',
    shell: { bodies: [{ ...body, pieces: [{ ...front, openings: closed }, back] }, lid] },
  };
  return appliedAll(p, [stand('speaker', 'lid-front', 145, 32, { up: 'out' })]);
}
