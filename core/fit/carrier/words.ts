/** What is wrong on a carrier board, in words. */
import { mm1 } from '../../model';
import type { CarrierFault } from './faults';

interface Words {
  title: string;
  what: string;
  why: string[];
}

const BY = {
  springs: 'pressed onto its springs',
  plug: 'plugged in',
  soldered: 'soldered to its edge or pads',
} as const;

/** The way a part is off its place, as seen on the board's top. */
function offWords(dx: number, dy: number): string {
  const parts = [
    Math.abs(dx) >= 0.05 ? `${mm1(Math.abs(dx))} mm to the ${dx > 0 ? 'right' : 'left'}` : '',
    Math.abs(dy) >= 0.05 ? `${mm1(Math.abs(dy))} mm ${dy > 0 ? 'up' : 'down'}` : '',
  ].filter(Boolean);
  return parts.join(', ') || 'where it should be';
}

const mark = (text: string | undefined): string[] => (text ? [`Its mark: ${text}.`] : []);

/** Maker's place, as it is read off the board. */
function placeWords({ join }: Extract<CarrierFault, { join: unknown }>): string {
  const turned = join.turn ? `, turned ${join.turn}°` : '';
  const over = join.over ? ', top down' : '';
  return `The maker puts it at ${mm1(join.x)} and ${mm1(join.y)} mm from the corner of the board${turned}${over}, ${BY[join.by]}; it works up to ${mm1(join.withinMm)} mm beside that.`;
}

export function carrierWords(f: CarrierFault): Words {
  const board = f.on.item.name;
  switch (f.is) {
    case 'missing':
      return {
        title: `No ${f.join.name} on it`,
        what: `${board} is made for ${f.join.name}, and the kit has none.`,
        why: [
          `It is ${BY[f.join.by]}; another board has its contacts elsewhere and would hang on wires.`,
        ],
      };
    case 'elsewhere':
      return {
        title: 'Not on its board',
        what: `${f.item.name} belongs on ${board}, ${BY[f.join.by]}.`,
        why: [placeWords(f), 'No wire is planned between the two.'],
      };
    case 'over':
      return {
        title: 'Upside down on its board',
        what: `${f.item.name} on ${board}`,
        why: [placeWords(f), ...mark(f.join.mark)],
      };
    case 'turned':
      return {
        title: `Turned ${Math.round(f.lies.turnDeg)}° on its board`,
        what: `${f.item.name} on ${board}`,
        why: [placeWords(f), ...mark(f.join.mark), 'Every contact would meet another one.'],
      };
    case 'beside':
      return {
        title: `${mm1(f.lies.besideMm)} mm beside its place`,
        what: `${f.item.name} on ${board}`,
        why: [`It lies ${offWords(f.lies.dx, f.lies.dy)}.`, placeWords(f)],
      };
    case 'height':
      return {
        title: `${mm1(Math.abs(f.lies.dz))} mm too ${f.lies.dz > 0 ? 'high' : 'deep'} on its board`,
        what: `${f.item.name} on ${board}`,
        why: [`Its contacts meet the board at one height only. ${placeWords(f)}`],
      };
    case 'count': {
      const n = f.have.length;
      return {
        title: `${n} of ${f.want} ${f.name}`,
        what: `${board} comes with ${f.want}; the kit holds ${n || 'none'}.`,
        why: ['Count them before anything is closed: one that is left over was forgotten inside.'],
      };
    }
    case 'keys':
      return {
        title: 'Its keys lead to no computer',
        what: `${board} has ${f.on.carrier.keys.length} keys of its own, and no computer stands on it.`,
        why: ['Its tracks end at the contacts of a computer: say in Kit rules which one that is.'],
      };
    case 'contacts':
      return {
        title:
          f.join.contacts === undefined
            ? 'No springs under it'
            : `${f.springs} springs for ${f.join.contacts} contacts`,
        what: `${f.item.name} on ${board}`,
        why: ['Each contact wants a spring of its own, and each spring a contact.'],
      };
  }
}
