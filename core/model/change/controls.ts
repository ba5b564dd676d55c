/** Keys, how they are read, and what was asked of them. */
import { type PadBus, USUAL_PAD_BUS } from '../padBus';
import type { Project } from '../project';
import type { Appliers, ChangeOf } from './change';
import { freshId, withPart } from './items';

export const onControls: Appliers<
  | 'input'
  | 'leave-out-input'
  | 'duty'
  | 'wait'
  | 'press again'
  | 'tracing'
  | 'ladder'
  | 'pad bus'
  | 'route'
  | 'link'
> = {
  input: (p, { input }) => {
    const { inputs } = p.controls;
    const isThere = inputs.some((x) => x.id === input.id);
    const next = isThere ? inputs.map((x) => (x.id === input.id ? input : x)) : [...inputs, input];
    return withControls(p, { inputs: next });
  },
  'leave-out-input': (p, { input }) =>
    withControls(p, { inputs: p.controls.inputs.filter((x) => x.id !== input) }),
  duty: (p, { duty, owner }) =>
    withControls(p, { duties: { ...p.controls.duties, [duty]: owner } }),
  wait: (p, { ms }) => withControls(p, { debounceMs: ms }),
  'press again': pressedAgain,
  tracing: (p, { set }) => {
    const had = p.controls.tracing ?? { pads: [], readings: [] };
    return withControls(p, { tracing: { ...had, ...set } });
  },
  ladder: (p, { set }) => {
    const had = p.controls.ladder ?? { steps: [] };
    return withControls(p, { ladder: { ...had, ...set } });
  },
  'pad bus': (p, { set }) => {
    const bus: PadBus = { ...(p.controls.bus ?? USUAL_PAD_BUS), ...set };
    return withControls(p, { bus });
  },
  route: routed,
  link: (p, { route }) => withControls(p, { route }),
};

const withControls = (p: Project, more: Partial<Project['controls']>): Project => ({
  ...p,
  controls: { ...p.controls, ...more },
});

/** What these keys told is forgotten, and what was told at rest. */
function pressedAgain(p: Project, { inputs }: ChangeOf<'press again'>): Project {
  const { pressed } = p.controls;
  if (!pressed) return p;
  const answers = pressed.answers.filter((a) => !inputs.includes(a.input));
  return withControls(p, { pressed: { ...pressed, rest: { noisy: [] }, answers } });
}

/** Keys read another way, with the part that reads them; one that is there serves. */
function routed(p: Project, { route, part }: ChangeOf<'route'>): Project {
  const { items } = p.kit;
  const isThere = items.some((x) => x.part === part.id);
  const one = { id: freshId(p, part.id), part: part.id, name: part.name, struck: [] };
  const kit = {
    ...p.kit,
    parts: withPart(p.kit.parts, part),
    items: isThere ? items : [...items, one],
  };
  return withControls({ ...p, kit }, { route });
}
