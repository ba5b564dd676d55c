/** Each wanted family's buttons to the keys of this shell: where each goes, what is missing, what is spare. */
import { buttonMap } from '../controls';
import type { Scene } from '../fit';
import { type GameFamily, type Input, type InputRole, listed, type Project } from '../model';
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

/** Keys that keep a duty of their own whatever is played. */
const KEPT: ReadonlySet<InputRole> = new Set<InputRole>(['volume-up', 'volume-down', 'power']);

/** "16-bit home lacks l1, r1; Key 9 is free in it." */
export function familySentence({ family, missing, spare }: FamilyMap): string {
  if (!missing.length) return `${family}: every button is there.`;
  const free = spare.length
    ? `; ${listed(spare.map((i) => i.name))} ${spare.length > 1 ? 'are' : 'is'} free in it.`
    : ', and every other key is needed: a chord, or without those games.';
  return `${family} lacks ${missing.join(', ')}${free}`;
}

/** What a family is played with that no key of the build does, and the keys it leaves free. */
export function keysAgainst(p: Project, family: GameFamily): Pick<FamilyMap, 'missing' | 'spare'> {
  const routed = p.controls.inputs.filter((i) => i.routed);
  const roles = rolesOf(family);
  return {
    missing: roles.filter((role) => !routed.some((i) => i.role === role)),
    spare: routed.filter((i) => !roles.includes(i.role) && !KEPT.has(i.role)),
  };
}

export function familyMaps(p: Project, scene?: Scene): FamilyMap[] {
  const map = buttonMap(p, scene);
  const routed = map.inputs.filter((m) => m.input.routed);
  return p.brief.families.map((family) => {
    const roles = rolesOf(family);
    const keys = roles.map((role) => {
      const m = routed.find((x) => x.input.role === role);
      return {
        role,
        input: m?.input,
        ...(m?.gpio === undefined ? {} : { gpio: m.gpio }),
        ...(m?.pin === undefined ? {} : { pin: m.pin }),
      };
    });
    return { family, keys, ...keysAgainst(p, family) };
  });
}
