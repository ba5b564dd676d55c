/** What hands meet: a wheel the thumb passes over on its way to a key, a power key no finger gets to. */
import { bumps, restsOn, type Scene, THUMB_HALF_MM } from '../fit';
import { type Finding, mm1 } from '../model';
import { spotOf } from './places';
import { powerKey } from './stack';

export function heldFindings(scene: Scene): Finding[] {
  return [...bumped(scene), ...sunk(scene), ...standing(scene)];
}

/** Put down it stands on a key of its back or on a part outside it, not on the back itself. */
function standing(scene: Scene): Finding[] {
  const rest = restsOn(scene);
  const under = new Map((rest?.on ?? []).flatMap((q) => (q.of ? [[q.of.id, q] as const] : [])));
  return [...under].map(([id, { name, of }]): Finding => {
    return {
      id: `held:stands-${id}`,
      station: 'controls',
      check: 'held',
      code: 'stands-on',
      verdict: 'tight',
      title: of!.is === 'item' ? 'It does not lie on its back' : 'The table presses it',
      what: `Put down, it stands on ${name}.`,
      why: [
        rest!.sentence,
        'Feet that stand out further beside it, a flatter key, or another place.',
      ],
      about: [id],
      refs: [of!],
    };
  });
}

/** A power key that sits deeper in its hole than a fingertip goes. */
function sunk(scene: Scene): Finding[] {
  const key = powerKey(scene);
  const input = scene.project.controls.inputs.find((i) => i.functions[0] === 'power');
  if (!key || key.ok || !input) return [];
  return [
    {
      id: `held:sunk-${input.id}`,
      station: 'controls',
      check: 'held',
      code: 'key-sunk',
      verdict: 'hit',
      title: 'Too deep to press',
      what: `${key.name}: ${key.sentence}`,
      why: ['Raise its switch, give it a cap that stands higher, or widen its hole.'],
      about: [input.id],
      refs: [{ is: 'input', id: input.id }],
    },
  ];
}

/** Wheels within half a thumb of the way from the hold to a key of the face. */
function bumped(scene: Scene): Finding[] {
  const places = scene.project.controls.inputs.flatMap((input) => {
    const at = input.routed ? spotOf(scene, input) : undefined;
    const isInFront = at?.is === 'face' && scene.shell!.sign(at.piece) > 0;
    return isInFront ? [{ name: input.name, x: at.x, y: at.y }] : [];
  });
  return bumps(scene, places)
    .filter((b) => b.bumped)
    .map((b): Finding => ({
      id: `held:bump-${b.id}`,
      station: 'controls',
      check: 'held',
      code: 'wheel-bumped',
      verdict: 'tight',
      title: `${mm1(b.mm)} mm from the thumb's way`,
      what: `${b.name}, on the way to ${b.toward}`,
      why: [
        `A thumb is about ${2 * THUMB_HALF_MM} mm wide: what lies within ${THUMB_HALF_MM} mm of its way is moved in play (typical). Move the wheel or the key, sink it, or guard it with a rib.`,
      ],
      about: [b.id],
      refs: [{ is: 'opening', id: b.id }],
    }));
}
