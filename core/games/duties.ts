/** The ledger of what no game does: each duty with its owner, as stated or as keys and parts tell. */
import {
  DUTIES,
  type Duty,
  type DutyOwner,
  type InputRole,
  hasSystem,
  type Item,
  type Part,
  present,
  type Project,
} from '../model';
import { partOf } from '../kit';

export interface DutyLine {
  duty: Duty;
  owner: DutyOwner | undefined;
  /** Read from keys, parts and sound, not stated. */
  isRead: boolean;
  /** Why one would want it, in a word or two. */
  for: string;
}

const FOR: Readonly<Record<Duty, string>> = {
  menu: 'the menu of the system',
  exit: 'leaving a game',
  save: 'keeping the moment',
  load: 'going back to it',
  louder: 'volume',
  quieter: 'volume',
  mute: 'silence at once',
  brighter: 'in the sun',
  dimmer: 'for hours, and at night',
  radio: 'wireless on and off: it costs hours',
  pairing: 'a new pad',
  reset: 'the game from its beginning',
  power: 'on, and off without harm to the card',
};

/** What is asked for before the case is closed: a build without these is opened again. */
export const WANTED: ReadonlySet<Duty> = new Set<Duty>(['exit', 'louder', 'quieter', 'power']);

export function ledger(p: Project): DutyLine[] {
  const stated = p.controls.duties ?? {};
  return DUTIES.map((duty) => ({
    duty,
    owner: stated[duty] ?? readOwner(p, duty),
    isRead: stated[duty] === undefined,
    for: FOR[duty],
  }));
}

/** Turned, slid or pressed by hand, whatever it is joined to. */
const isWorked = (q: Part): boolean =>
  q.family === 'switch' || q.words.includes('pot') || q.blocks.some((b) => b.kind === 'cap');
const turnsOff = (q: Part): boolean =>
  q.family === 'latch' || q.off !== undefined || q.cell?.kind === 'bank' || q.family === 'switch';

/** Duties of which a part shows whether it can do them. */
const DONE_BY: Partial<Record<Duty, (q: Part) => boolean>> = {
  louder: isWorked,
  quieter: isWorked,
  mute: isWorked,
  brighter: isWorked,
  dimmer: isWorked,
  power: turnsOff,
};

/** Whether a part can do a duty by itself; what lies outside the shell has keys of its own. */
export const mayDo = (part: Part, duty: Duty, where?: Item['where']): boolean =>
  where === 'outside' || (DONE_BY[duty]?.(part) ?? true);

function readOwner(p: Project, duty: Duty): DutyOwner | undefined {
  const key = (role: InputRole): DutyOwner | undefined => {
    const input = p.controls.inputs.find((i) => i.routed && i.functions[0] === role);
    return input && { by: 'keys', inputs: [input.id] };
  };
  const item = (is: (part: ReturnType<typeof partOf>) => boolean): DutyOwner | undefined => {
    const found = present(p).kit.items.find((i) => is(partOf(p, i)));
    return found && { by: 'part', item: found.id };
  };
  switch (duty) {
    case 'menu':
      return key('menu');
    case 'power':
      return (
        key('power') ??
        item((q) => q.family === 'latch' || (q.family === 'switch' && q.off !== undefined)) ??
        (p.power.off === 'menu' ? { by: 'menu' } : undefined)
      );
    case 'louder':
    case 'quieter':
      return (
        key(duty === 'louder' ? 'volume-up' : 'volume-down') ??
        item((q) => q.words.includes('volume') && q.words.includes('pot')) ??
        (p.sound.none ? { by: 'given up' } : undefined) ??
        (p.sound.volume === 'menu' ? { by: 'menu' } : undefined)
      );
    case 'pairing':
      return present(p).kit.items.some((i) => hasSystem(partOf(p, i))) ? { by: 'menu' } : undefined;
    default:
      return undefined;
  }
}
