/**
 * Keys of the shell that nothing was planned for: a hole with no input behind it, a cross pad of
 * three ways, one shoulder of two. Found today when the case is closed and the key does nothing.
 */
import type { Scene } from '../fit';
import type { Finding, Functions, InputRole, WayOut } from '../model';
import { freeKeyHoles, type KeyHole } from './keyHoles';
import { inputPlace } from './places';

const PAIRS: ReadonlyArray<readonly [InputRole, InputRole]> = [
  ['up', 'down'],
  ['left', 'right'],
  ['l1', 'r1'],
  ['l2', 'r2'],
];
/** One shoulder alone may be meant; a pad that goes one way and not back never is. */
const STEERS: ReadonlySet<InputRole> = new Set<InputRole>(['up', 'down', 'left', 'right']);

const IN = { station: 'controls', check: 'input' } as const;

/** @returns what is still to be decided of one body's keys; nothing where no key of the shell is used */
export function forgottenFindings(scene: Scene): Finding[] {
  // Where no key is planned yet, the chain of inputs says that.
  if (!scene.project.controls.inputs.length) return [];
  return [...unmappedHoles(scene), ...onePaired(scene)];
}

const idOf = ({ id, copy }: Pick<KeyHole, 'id' | 'copy'>): string => `forgotten:${id}-${copy}`;

function unmappedHoles(scene: Scene): Finding[] {
  return freeKeyHoles(scene).map(({ id, copy, name, at }): Finding => ({
    ...IN,
    id: idOf({ id, copy }),
    code: 'hole-unmapped',
    verdict: 'tight',
    undecided: true,
    title: 'No input behind it',
    what: `${name}${copy ? ` ${copy + 1}` : ''} is a key of the shell, and nothing reads it.`,
    why: [
      'Give it an input under Controls; or say under Shell, Donor that the hole is left, blanked or does something else.',
    ],
    about: [id],
    refs: [{ is: 'opening', id }],
    at,
  }));
}

/** What goes one way goes back, and a shoulder has a shoulder beside it: keys that come in pairs. */
function onePaired(scene: Scene): Finding[] {
  const { inputs } = scene.project.controls;
  return PAIRS.flatMap((pair): Finding[] => {
    const having = pair.flatMap((role) => inputs.find((i) => i.functions[0] === role) ?? []);
    const [only] = having;
    if (!only || having.length > 1 || !inputPlace(scene, only)) return [];
    const missing = pair.find((role) => role !== only.functions[0])!;
    return [
      {
        ...IN,
        id: `forgotten:pair-${missing}`,
        code: 'pair-broken',
        verdict: 'tight',
        ...(STEERS.has(missing) ? { undecided: true as const } : {}),
        title: `No ${missing}`,
        what: `${only.name} is ${only.functions[0]}, and nothing is ${missing}.`,
        why: [
          'The two are played together: a key that was forgotten means opening the case again.',
        ],
        about: [only.id],
        refs: [{ is: 'input', id: only.id }],
      },
    ];
  });
}

/** Roles in the order they are given to keys that have none. */
const GIVEN_FIRST: readonly InputRole[] = [
  'up',
  'down',
  'left',
  'right',
  'south',
  'east',
  'start',
  'select',
  'west',
  'north',
  'l1',
  'r1',
  'l2',
  'r2',
  'menu',
];

/** An input for a hole that has none: what play still lacks, or the next that no key does. */
export function forgottenWays(scene: Scene, f: Finding): WayOut[] {
  if (f.code !== 'hole-unmapped') return [];
  const hole = freeKeyHoles(scene).find((h) => idOf(h) === f.id);
  const taken = new Set(scene.project.controls.inputs.map((i) => i.functions[0]));
  if (!hole) return [];
  const at = { opening: hole.id, ...(hole.copy ? { copy: hole.copy } : {}) };
  return GIVEN_FIRST.filter((role) => !taken.has(role))
    .slice(0, 3)
    .map((role) => ({
      id: `input-${hole.id}-${hole.copy}-${role}`,
      text: `${hole.name} is ${role}`,
      cost: 'its switch and wire as the others have them',
      changes: [
        {
          do: 'input',
          input: {
            id: `${hole.id}-${hole.copy}-${role}`,
            name: hole.name,
            functions: [role] satisfies Functions,
            at,
            routed: true,
          },
        },
      ],
      effort: 1,
    }));
}
