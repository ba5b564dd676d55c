/**
 * The 40-pin header drawn from above and from the side one solders on, where left and right change
 * places: each pin with its number, who is on it, and its wire in the colour it has.
 */
import { buttonMap, netWords, type PinUse, pinUses } from '../controls';
import { type Scene, sceneOf } from '../fit';
import { HEADER_40, partOf } from '../kit';
import { hostsOf, type Project } from '../model';
import { type Net, netsOf } from '../wiring';
import { svgText } from './svg';

/** A pin with what is said of it, and the wires that end there. */
interface Pin extends PinUse {
  says: string;
  nets: Net[];
}

export function wiredPins(p: Project, scene: Scene = sceneOf(p)): Pin[] {
  const map = buttonMap(p, scene);
  const nets = scene.shell ? netsOf(p, scene, map) : [];
  const host = hostsOf(p.kit.items.map((item) => ({ item, part: partOf(p, item) })))[0];
  return pinUses(map).map((use): Pin => {
    const { pin, taken, button, net } = use;
    const ends = nets.filter((n) =>
      [n.a, n.b].some((e) => e.item === host?.item.id && e.pad === pin.name),
    );
    const says = [
      ...taken.map((t) => `${t.signal}, ${t.name}`),
      ...(button ? [button.input.name] : []),
      ...(net ? [netWords(net)] : []),
    ];
    return {
      ...use,
      says: says.join(' and ') || (use.is === 'reserved' ? 'reserved' : ''),
      // Grounds and supplies are told apart by their number alone: which of them a wire takes is free.
      nets: use.is === 'supply' ? [] : ends,
    };
  });
}

/** Wire colours as they are drawn. */
const INKS: Readonly<Record<string, string>> = {
  red: '#c23f21',
  black: '#1d2b2a',
  yellow: '#e6b800',
  green: '#2f8f4e',
  blue: '#2b6cb0',
  violet: '#7b4fa3',
  white: '#ffffff',
  orange: '#e07b1f',
  grey: '#8a8f94',
  brown: '#7a4a26',
  pink: '#e08bb0',
  turquoise: '#2aa6a1',
};
const ROW = 20;
const TOP = 44;
const HALF = 268;
const GAP = 16;
const WIDTH = 4 * HALF + GAP;
/** A text longer than its column is cut. */
const MOST = 30;

const short = (text: string): string =>
  text.length > MOST ? `${text.slice(0, MOST - 1).trimEnd()}…` : text;

/** One side of the header: odd pins left from above, right from the side one solders on. */
function side(uses: readonly Pin[], x: number, title: string, oddLeft: boolean): string {
  const rows = Array.from({ length: HEADER_40.length / 2 }, (_, r) => {
    const [odd, even] = [uses[2 * r]!, uses[2 * r + 1]!];
    const [left, right] = oddLeft ? [odd, even] : [even, odd];
    const y = TOP + r * ROW;
    return pinMarks(left, x + HALF - 14, y, -1) + pinMarks(right, x + HALF + 14, y, 1);
  });
  return `<text x="${x + HALF}" y="20" text-anchor="middle" font-size="14" font-weight="700">${svgText(title)}</text>${rows.join('')}`;
}

function pinMarks(use: Pin, x: number, y: number, to: 1 | -1): string {
  const { pin, says, nets } = use;
  const anchor = to > 0 ? 'start' : 'end';
  const wire = nets[0];
  const ink = wire ? (INKS[wire.colour] ?? '#1d2b2a') : undefined;
  const tail = ink
    ? `<line x1="${x + to * 9}" y1="${y}" x2="${x + to * 34}" y2="${y}" stroke="#1d2b2a" stroke-width="6"/><line x1="${x + to * 9}" y1="${y}" x2="${x + to * 34}" y2="${y}" stroke="${ink}" stroke-width="4"/>`
    : '';
  const words = [
    nets.map((n) => `${n.label} ${n.colour}`).join(', '),
    says || (pin.gpio === undefined ? pin.name : ''),
  ].filter(Boolean);
  const shape =
    pin.pin === 1
      ? `<rect x="${x - 8}" y="${y - 8}" width="16" height="16" fill="#fff" stroke="#1d2b2a" stroke-width="1.4"/>`
      : `<circle cx="${x}" cy="${y}" r="8" fill="#fff" stroke="#1d2b2a" stroke-width="1.2"/>`;
  return `${tail}${shape}<text x="${x}" y="${y + 3.6}" text-anchor="middle" font-size="10">${pin.pin}</text><text x="${x + to * 40}" y="${y + 4}" text-anchor="${anchor}" font-size="12.5">${svgText(short(words.join(': ')))}</text>`;
}

export function headerSvg(p: Project, scene?: Scene): string {
  const uses = wiredPins(p, scene);
  const height = TOP + (HEADER_40.length / 2) * ROW;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}" font-family="sans-serif" fill="#1d2b2a">`,
    `<title>${svgText(`${p.name}: header pins`)}</title>`,
    `<rect width="${WIDTH}" height="${height}" fill="#fffdf7"/>`,
    side(uses, 0, 'From above', true),
    side(uses, 2 * HALF + GAP, 'From the side it is soldered on', false),
    '</svg>',
    '',
  ].join('\n');
}
