/** Joints that no bench could hold are refused at their place; the rest are found with their bodies. */
import { demos } from '../catalogue';
import {
  hingesOf,
  type Joint,
  meetsOf,
  type Project,
  readProject,
  seatsOf,
  usualSeat,
  withBody,
} from './index';
import { hingeAt } from './joint.fixture';

const loaner = demos()[1]!;
const three = withBody(withBody(loaner, 'Lid', 'lid'), 'Dock', 'dock');
const [base, lid, dock] = three.shell.bodies;
const hinge = hingeAt(20, three.shell);
const seat = usualSeat(three.shell, dock!, base!);
const joinedBy = (...joints: Joint[]): Project => ({ ...three, shell: { ...three.shell, joints } });
const said = (...joints: Joint[]): string[] => {
  const read = readProject(joinedBy(...joints));
  return read.ok ? [] : read.complaints.map((c) => `${c.path}: ${c.sentence}`);
};

test('three bodies hang together: each joint with the body that stays and the one that moves', () => {
  expect(said(hinge, seat)).toEqual([]);
  const { shell } = joinedBy(hinge, seat);
  expect(hingesOf(shell).map((h) => [h.of, h.bodies])).toEqual([
    [
      [0, 1],
      [base, lid],
    ],
  ]);
  expect(seatsOf(shell).map((s) => [s.of, s.bodies])).toEqual([
    [
      [2, 0],
      [dock, base],
    ],
  ]);
  expect(meetsOf(seat).map((m) => m.edge)).toEqual(['top', 'bottom']);
});
test('a joint of a body that is gone is none', () => {
  const { shell } = joinedBy({ ...hinge, second: { body: 'gone', edge: 'top' } });
  expect(hingesOf(shell)).toEqual([]);
});
test.each<[string, Joint[], string]>([
  [
    'a body that is not there',
    [{ ...hinge, first: { body: 'gone', edge: 'top' } }],
    'shell.joints.0: There is no body "gone" to join.',
  ],
  [
    'one id for two',
    [hinge, { ...seat, id: hinge.id }],
    'shell.joints.1.id: The id "hinge" is there twice.',
  ],
  [
    'a dock that docks itself',
    [{ ...seat, inner: seat.outer }],
    'shell.joints.0: The body "dock" would hang on itself.',
  ],
  [
    'two that hang on each other',
    [hinge, { ...hinge, id: 'back', first: hinge.second, second: hinge.first }],
    'shell.joints.1: The body "shell" would hang on itself.',
  ],
  [
    'one that hangs on two',
    [hinge, { ...hinge, id: 'other', first: { body: 'dock', edge: 'left' } }],
    'shell.joints.1: The body "lid" hangs on two others: it can only follow one.',
  ],
])('%s is refused', (_, joints, sentence) => expect(said(...joints)).toContain(sentence));
