/** What a document may say of its donor, its pictures and its hinge, and what is refused at which field. */
import { demos } from '../catalogue';
import { length, type Project, readProject } from './index';

const demo = (): Project => JSON.parse(JSON.stringify(demos()[0])) as Project;
const refusal = (change: (p: Project) => void): string => {
  const p = demo();
  change(p);
  const read = readProject(p);
  return read.ok ? 'taken' : `${read.complaints[0]!.path}: ${read.complaints[0]!.sentence}`;
};
const body = (p: Project) => p.shell.bodies[0]!;
const scan = (): NonNullable<ReturnType<typeof body>['underlays']>[number] => ({
  id: 'scan',
  piece: 'back',
  asset: 'a'.repeat(64),
  w: 2000,
  h: 1500,
  fade: 0.5,
  lies: [
    [1, 1],
    [500, 1],
    [1, 400],
  ],
  how: { kind: 'scan', marks: [{ x0: 0, y0: 0, x1: 500, y1: 0, mm: 50 }] },
});

describe('taken', () => {
  test('the demo with its donor, a picture, a lip, leaning walls and a curve', () => {
    expect(
      refusal((p) => {
        body(p).underlays = [scan()];
        body(p).lip = { on: 'front', height: length(1.5), thick: length(1) };
        body(p).pieces[1]!.draftDeg = 1.5;
        body(p).pieces[1]!.profile = {
          along: 'x',
          points: [
            { at: 0, depth: length(12) },
            { at: 172, depth: length(15) },
          ],
        };
      }),
    ).toBe('taken');
  });
});

describe('refused, at the field, in a sentence', () => {
  test.each<[string, (p: Project) => void, RegExp]>([
    [
      'a price below nothing',
      (p) => {
        p.donor!.price = -3;
      },
      /^donor\.price: /,
    ],
    [
      'a fault nobody has',
      (p) => {
        p.donor!.faults = ['haunted' as never];
      },
      /^donor\.faults\.0: /,
    ],
    [
      'a kept thing of no thickness',
      (p) => {
        p.donor!.kept[0]!.d = { ...length(1), mm: 0 };
      },
      /^donor\.kept\.0\.d\.mm: A size must be greater than 0/,
    ],
    [
      'a wall that leans 30 degrees',
      (p) => {
        body(p).pieces[0]!.draftDeg = 30;
      },
      /draftDeg: A wall leans 10° at the most/,
    ],
    [
      'a curve of one depth',
      (p) => {
        body(p).pieces[1]!.profile = { along: 'x', points: [{ at: 0, depth: length(5) }] };
      },
      /profile\.points: A curve needs at least two depths/,
    ],
    [
      'a picture that is not named by its content',
      (p) => {
        body(p).underlays = [{ ...scan(), asset: '../../etc/passwd' }];
      },
      /underlays\.0\.asset: /,
    ],
    [
      'a picture of no width',
      (p) => {
        body(p).underlays = [{ ...scan(), w: 0 }];
      },
      /underlays\.0\.w: /,
    ],
    [
      'a scan without a mark',
      (p) => {
        body(p).underlays = [{ ...scan(), how: { kind: 'scan', marks: [] } }];
      },
      /underlays\.0\.how\.marks: /,
    ],
    [
      'half a place to lie by',
      (p) => {
        body(p).underlays = [{ ...scan(), lies: [[1, 1]] }];
      },
      /underlays\.0\.lies: /,
    ],
    [
      'an opening that becomes something else',
      (p) => {
        body(p).pieces[0]!.openings[0]!.reuse = { as: 'eaten' as never };
      },
      /reuse\.as: /,
    ],
    [
      'a screw of no thickness',
      (p) => {
        body(p).pieces[1]!.features[0]!.screw = { d: { ...length(1), mm: 0 }, into: length(5) };
      },
      /screw\.d\.mm: /,
    ],
    [
      'a field that is not one',
      (p) => {
        (p.donor as unknown as Record<string, unknown>)['colour'] = 'red';
      },
      /^donor\.colour: "colour" is not a field/,
    ],
  ])('%s', (_, change, said) => expect(refusal(change)).toMatch(said));
});
