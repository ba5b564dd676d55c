/** Each wanted family's buttons to the keys of this shell: where each goes, what is missing, what is spare. */
import { buttonMap } from '../controls';
import type { Scene } from '../fit';
import { type GameFamily, type Input, type InputRole, listed, type Project } from '../model';
import { assigned } from './assigned';
import { rolesOf } from './play';

export interface FamilyMap {
  family: GameFamily;
  /** In the order the family names them; nothing where no key has that role. */
  keys: Array<{ role: InputRole; input: Input | undefined; gpio?: number; pin?: number }>;
  missing: InputRole[];
  /** Keys this family does not need, that a missing button could go on. */
  spare: Input[];
}

/** What a button does in most games of a family, in general words. */
export const ROLE_WORDS: Readonly<Record<InputRole, string>> = {
  up: 'cross pad up',
  down: 'cross pad down',
  left: 'cross pad left',
  right: 'cross pad right',
  south: 'first action',
  east: 'second action',
  west: 'third action',
  north: 'fourth action',
  l1: 'left shoulder',
  r1: 'right shoulder',
  l2: 'left trigger',
  r2: 'right trigger',
  select: 'select',
  start: 'start, pause',
  menu: 'menu of the system',
  'volume-up': 'louder',
  'volume-down': 'quieter',
  power: 'power',
};

/** "16-bit home lacks l1, r1; Key 9 is free in it." */
export function familySentence({ family, missing, spare }: FamilyMap): string {
  if (!missing.length) return `${family}: every button is there.`;
  const free = spare.length
    ? `; ${listed(spare.map((i) => i.name))} ${spare.length > 1 ? 'are' : 'is'} free in it.`
    : ', and every other key is needed: a chord, or without those games.';
  return `${family} lacks ${missing.join(', ')}${free}`;
}

export function familyMaps(p: Project, scene?: Scene): FamilyMap[] {
  const map = buttonMap(p, scene);
  return p.brief.families.map((family) => {
    const { keys: does, missing, spare } = assigned(p, family);
    const keys = rolesOf(family).map((role) => {
      const input = does.get(role);
      const m = map.inputs.find((x) => x.input.id === input?.id);
      return {
        role,
        input,
        ...(m?.gpio === undefined ? {} : { gpio: m.gpio }),
        ...(m?.pin === undefined ? {} : { pin: m.pin }),
      };
    });
    return { family, keys, missing, spare };
  });
}
