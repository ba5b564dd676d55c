/** What a closed tab left is gone on with, also when its page was of an older program. */
import { demos } from '@deft/core/catalogue';
import { afterPatch } from './draft';

const [document] = demos();
const key = { id: 'more', name: 'More', role: 'l2', hole: 8, routed: true };
const adding = (at: object) => [
  {
    op: 'add',
    path: `/controls/inputs/${document!.controls.inputs.length}`,
    value: { ...key, at },
  },
];

test('edits of a page that knew no faces lie on the face they were drawn on', () => {
  const after = afterPatch(document!, adding({ x: 30, y: 12 }));
  expect(after.format).toBe(document!.format);
  expect(after.controls.inputs.at(-1)).toEqual({ ...key, at: { piece: 'front', x: 30, y: 12 } });
  expect(after.controls.inputs.slice(0, -1)).toEqual(document!.controls.inputs);
});

test('edits of a page of today are taken as they are', () => {
  const at = { body: 'shell', wall: 2, along: 30, v: -5 };
  expect(afterPatch(document!, adding(at)).controls.inputs.at(-1)).toEqual({ ...key, at });
});

test.each([
  ['of another document', [{ op: 'remove', path: '/controls/inputs/900' }]],
  ['that make no build', adding({ x: 30 })],
])('edits %s leave what is whole', (_, patch) => {
  expect(afterPatch(document!, patch)).toEqual(document);
});
