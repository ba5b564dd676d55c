/** Spoilings of what a builder chose for a key: the switch it presses, and the further things it does. */
import { backings, switchesOf } from '../../controls';
import { bodiesOf, sceneOf } from '../../fit';
import { assigned } from '../../games';
import { type Input, MOST_FUNCTIONS, type Project } from '../../model';
import { type Case, type Kind } from './kind.fixture';

const withInputs = (p: Project, inputs: Input[]): Project => ({
  ...p,
  controls: { ...p.controls, inputs },
});
const changed = (p: Project, input: Input): Project =>
  withInputs(
    p,
    p.controls.inputs.map((i) => (i.id === input.id ? input : i)),
  );

/** Every key with the switch behind it, body by body. */
const backed = (p: Project) =>
  bodiesOf(sceneOf(p)).flatMap((scene) => {
    const switches = switchesOf(scene);
    return backings(scene).flatMap(({ input, on }) => {
      const own = switches.find((s) => s.item === on?.item && s.name.startsWith(on.label));
      return own && switches.filter((s) => s.name === own.name).length === 1
        ? [{ input, own }]
        : [];
    });
  });

/** Keys chosen by hand on the switch that backs them anyhow. */
export function ownSwitches(p: Project): Project {
  const own = new Map(backed(p).map((b) => [b.input.id, { item: b.own.item, block: b.own.block }]));
  return withInputs(
    p,
    p.controls.inputs.map((i) => {
      const chosen = own.get(i.id);
      return chosen ? { ...i, switch: chosen } : i;
    }),
  );
}

/** A key that does one thing more, where nobody asks for it. */
export const oneMore = (p: Project): Project =>
  withInputs(
    p,
    p.controls.inputs.map((i) =>
      i.functions.length < MOST_FUNCTIONS && !i.functions.includes('l2')
        ? { ...i, functions: [...i.functions, 'l2'] }
        : i,
    ),
  );

export const CHOSEN_KINDS: readonly Kind[] = [
  {
    name: 'a key that is to turn it off as well as to play',
    makes: 'tight',
    cases: (p) =>
      backed(p)
        .slice(0, 2)
        .map(({ input }): Case => ({
          where: input.name,
          spoilt: changed(p, { ...input, functions: [input.functions[0], 'power'] }),
          says: /never will/,
          ids: [input.id],
        })),
  },
  {
    name: 'a key said to be pressed on the switch of another',
    makes: 'hit',
    cases: (p) => {
      const all = backed(p);
      return all.flatMap(({ input, own }): Case[] => {
        const other = all.find((b) => b.own.item !== own.item);
        if (!other) return [];
        const { item, block } = other.own;
        const spoilt = changed(p, { ...input, switch: { item, block } });
        return [{ where: input.name, spoilt, ids: [input.id] }];
      });
    },
  },
  {
    name: 'one key for two things that a game wants both of',
    makes: 'tight',
    cases: (p) =>
      p.brief.families.slice(0, 1).flatMap((family): Case[] => {
        const [first, second] = [...assigned(p, family).keys.values()].slice(-2);
        if (!first || !second || p.controls.route === 'wireless') return [];
        const left = withInputs(
          p,
          p.controls.inputs.filter((i) => i.id !== second.id),
        );
        const spoilt = changed(left, {
          ...first,
          functions: [first.functions[0], second.functions[0]],
        });
        return [{ where: second.name, spoilt, says: /no key of the shell does it/ }];
      }),
  },
];
