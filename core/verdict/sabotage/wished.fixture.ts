/** Spoilings of what is wished for and of the keys it is played with: forgotten keys, a slow computer. */
import { COVERAGE } from '../../catalogue';
import { isPlayedOnPads } from '../../kit';
import { applied, GameFamily, type Input, type Part, present, type Project } from '../../model';
import { type Case, type Kind, partOfItem, withPart } from './kind.fixture';

const own = (p: Project): Input[] => (p.controls.route === 'wireless' ? [] : p.controls.inputs);
const without = (p: Project, ids: readonly string[]): Project => ({
  ...p,
  controls: { ...p.controls, inputs: p.controls.inputs.filter((i) => !ids.includes(i.id)) },
});
const wishing = (p: Project, families: Project['brief']['families']): Project =>
  applied(p, { do: 'brief', set: { families } });

/** The computer of a build, its figures changed. */
const computers =
  (change: (q: Part, p: Project) => Part | undefined): Kind['cases'] =>
  (p) =>
    present(p).kit.items.flatMap((item): Case[] => {
      const part = partOfItem(p, item.id);
      const spoilt = part.computer && change(part, p);
      return spoilt
        ? [{ where: item.name, spoilt: withPart(p, part.id, () => spoilt), ids: [item.id] }]
        : [];
    });

export const WISHED_KINDS: readonly Kind[] = [
  {
    name: 'a key of the shell whose input was forgotten',
    makes: 'open',
    cases: (p) =>
      own(p).flatMap((i): Case[] => {
        if (!('opening' in i.at)) return [];
        const { opening, copy = 0 } = i.at;
        const isAlone = !own(p).some(
          (o) =>
            o !== i && 'opening' in o.at && o.at.opening === opening && (o.at.copy ?? 0) === copy,
        );
        return isAlone ? [{ where: i.name, spoilt: without(p, [i.id]), ids: [opening] }] : [];
      }),
  },
  {
    name: 'a cross pad that goes one way and not back',
    makes: 'open',
    cases: (p) =>
      own(p)
        .filter((i) => ['up', 'down', 'left', 'right'].includes(i.functions[0]))
        .map((i) => ({
          where: i.functions[0],
          spoilt: without(p, [i.id]),
          says: new RegExp(`nothing is ${i.functions[0]}`),
        })),
  },
  {
    name: 'one shoulder of two',
    makes: 'tight',
    cases: (p) =>
      own(p)
        .filter((i) => i.functions[0] === 'l1' || i.functions[0] === 'r1')
        .map((i) => ({
          where: i.functions[0],
          spoilt: without(p, [i.id]),
          says: new RegExp(`nothing is ${i.functions[0]}`),
        })),
  },
  {
    name: 'a wish for games whose keys the shell has not',
    makes: 'tight',
    cases: (p) =>
      own(p).length &&
      !isPlayedOnPads(p) &&
      present(p).kit.items.some((i) => partOfItem(p, i.id).computer)
        ? [
            {
              where: 'four triggers',
              spoilt: wishing(p, ['32-bit disc']),
              says: /played with them, and no key/,
            },
          ]
        : [],
  },
  {
    name: 'a wish for games that no small computer runs',
    makes: 'open',
    cases: (p) =>
      present(p).kit.items.flatMap((item): Case[] => {
        const speed = partOfItem(p, item.id).computer?.speed;
        if (speed === undefined || speed >= COVERAGE['two-screen handheld'].mostly) return [];
        return [{ where: item.name, spoilt: wishing(p, ['two-screen handheld']), ids: [item.id] }];
      }),
  },
  {
    name: 'a computer that only mostly runs what is wished for',
    makes: 'tight',
    cases: (p) =>
      present(p).kit.items.flatMap((item): Case[] => {
        const speed = partOfItem(p, item.id).computer?.speed;
        const family = GameFamily.options.find(
          (f) => speed !== undefined && COVERAGE[f].mostly <= speed && speed < COVERAGE[f].well,
        );
        return family ? [{ where: item.name, spoilt: wishing(p, [family]), ids: [item.id] }] : [];
      }),
  },
  {
    name: 'a computer of which nobody knows how fast it is',
    makes: 'open',
    cases: computers((q, p) => {
      if (!p.brief.families.length) return undefined;
      const unknown = { ...q };
      delete unknown.computer;
      return unknown;
    }),
  },
];
