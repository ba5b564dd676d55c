import { demos } from '../catalogue';
import { readProject } from './read';

type Json = Record<string, any>;
const done = demos()[1]!;
const complaint = (change: (back: Json) => void, back = 1): string => {
  const p = structuredClone(done) as Json;
  change(p['shell'].bodies[0].pieces[back]);
  const read = readProject(p);
  return read.ok ? 'read' : `${read.complaints[0]!.path}: ${read.complaints[0]!.sentence}`;
};
const FEATURE = 'shell.bodies.0.pieces.1.features';
const HOLE = 'shell.bodies.0.pieces.1.openings.0.on';

describe('readings that cannot be followed are refused at their place', () => {
  test('a wall the outline does not have', () => {
    expect(complaint((b) => (b['openings'][0].on.wall = 4))).toBe(
      `${HOLE}.wall: This shell has walls 0 to 3, not 4.`,
    );
  });
  test('a wall that runs the other way than its reading', () => {
    expect(complaint((b) => (b['openings'][0].on.wall = 0))).toBe(
      `${HOLE}.along.from: A reading across cannot start at the bottom edge.`,
    );
    expect(complaint((b) => (b['openings'][0].on.wall = 3))).toBe('read');
  });
  test('an edge of the other axis', () => {
    const at = complaint((b) => (b['features'][0].at.x.from.edge = 'top'));
    expect(at).toBe(`${FEATURE}.0.at.x.from: A reading across cannot start at the top edge.`);
  });
  const from = (feature: string, toward = 'left') => ({ feature, point: 'centre', toward });
  test('something that is not there, the wrong way, or itself in a circle', () => {
    expect(complaint((b) => (b['features'][0].at.x.from = from('nowhere')))).toBe(
      `${FEATURE}.0.at.x.from.feature: There is no feature "nowhere" to measure from.`,
    );
    expect(complaint((b) => (b['features'][0].at.x.from = from('bay', 'top')))).toBe(
      `${FEATURE}.0.at.x.from: A reading across cannot run toward the top edge.`,
    );
    expect(complaint((b) => (b['features'][0].at.x.from = from('bay')))).toBe('read');
    const circle = complaint((b) => {
      const [one, two] = b['features'];
      one.at.x.from = from(two.id);
      two.at.x.from = from(one.id);
    });
    expect(circle).toBe(
      `${FEATURE}.0.at.x.from.feature: These features are measured from each other in a circle.`,
    );
  });
  test('walls of a drawn outline are counted by its points', () => {
    const p = structuredClone(done) as Json;
    const body = p['shell'].bodies[0];
    const points = [
      [0, 0],
      [172, 0],
      [172, 90],
      [86, 100],
      [0, 90],
    ];
    body.outline = { kind: 'points', points, u: 0.1, r: body.outline.r };
    body.pieces[1].openings[0].on.wall = 5;
    const read = readProject(p);
    expect(!read.ok && read.complaints[0]!.sentence).toBe('This shell has walls 0 to 4, not 5.');
  });
});
