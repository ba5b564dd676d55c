/** What a closed tab left is gone on with, also when its page was of an older program. */
import { demos } from '@deft/core/catalogue';
import type { Project } from '@deft/core/model';
import { afterPatch } from './draft';

const [document] = demos();
const key = { id: 'more', name: 'More', functions: ['l2'], hole: 8, routed: true };
const adding = (at: object) => [
  {
    op: 'add',
    path: `/controls/inputs/${document!.controls.inputs.length}`,
    value: { ...key, at },
  },
];

test('edits of a page that knew no faces lie on the face they were drawn on', () => {
  const [add] = adding({});
  const { id, name, hole, routed } = key;
  const old = { id, name, role: 'l2', hole, routed, at: { x: 30, y: 12 } };
  const after = afterPatch(document!, [{ ...add, value: old }]);
  expect(after.format).toBe(document!.format);
  expect(after.controls.inputs.at(-1)).toEqual({ ...key, at: { piece: 'front', x: 30, y: 12 } });
  expect(after.controls.inputs.slice(0, -1)).toEqual(document!.controls.inputs);
});

test('edits of a page of today are taken as they are', () => {
  const at = { body: 'shell', wall: 2, along: 30, v: -5 };
  expect(afterPatch(document!, adding(at)).controls.inputs.at(-1)).toEqual({ ...key, at });
});

test('edits of a page that knew one hinge and one role a key are made on what they became', () => {
  const heron = demos().find((p) => p.id === 'heron')!;
  const after = afterPatch(heron, [
    { op: 'replace', path: '/shell/hinge/up/mm', value: 12.5 },
    { op: 'replace', path: '/shell/hinge/first', value: 'left' },
    { op: 'replace', path: '/controls/inputs/0/role', value: 'menu' },
  ]);
  const [hinge] = heron.shell.joints!;
  expect(after.shell.joints).toEqual([
    { ...hinge, first: { body: 'shell', edge: 'left' }, up: expect.objectContaining({ mm: 12.5 }) },
  ]);
  expect(after.controls.inputs[0]!.functions).toEqual(['menu']);
  expect(after.controls.inputs.slice(1)).toEqual(heron.controls.inputs.slice(1));
  const gone = afterPatch(heron, [{ op: 'remove', path: '/shell/hinge' }]);
  expect(gone.shell).toEqual({ bodies: heron.shell.bodies });
});

test('an older page’s edits of what it could not have known leave what is whole', () => {
  const heron = demos().find((p) => p.id === 'heron')!;
  const [first, ...rest] = heron.controls.inputs;
  const both: Project = {
    ...heron,
    controls: {
      ...heron.controls,
      inputs: [{ ...first!, functions: [first!.functions[0], 'l2'] }, ...rest],
    },
  };
  const edit = [{ op: 'replace', path: '/shell/hinge/up/mm', value: 12.5 }];
  expect(afterPatch(both, edit)).toEqual(both);
});

test.each([
  ['of another document', [{ op: 'remove', path: '/controls/inputs/900' }]],
  ['that make no build', adding({ x: 30 })],
])('edits %s leave what is whole', (_, patch) => {
  expect(afterPatch(document!, patch)).toEqual(document);
});
