/**
 * Whether software for a computer, its screen link and its input route is known to exist, and what
 * it needs at first boot. What is not known is a listed risk.
 */
import { hasSystem, type Part, type Project, type Route } from '../model';
import { readsOwnKeys } from './onHeader';
import { partOf } from './thickness';

export interface Known {
  computer: string;
  link: string;
  route: string;
  state: 'known' | 'partly' | 'unknown';
  /** Why it is no better. */
  why: string[];
  /** Lines of the start-up file and device tree, as standard bindings name them. */
  boot: string[];
  /** What must lie on the bench for the first start. */
  gear: string[];
  /** Card space without games, GB, and seconds from power to the menu; typical. */
  cardGb: number;
  seconds: [number, number];
}

/** Routes whose keys come from an overlay and nothing else. */
const BY_OVERLAY: ReadonlySet<Route> = new Set<Route>(['gpio', 'pad bus', 'ladder']);

type Screen = NonNullable<Part['screen']>;

/** Timing as a panel-timing node says it: typical blanking for the class. */
export function panelTiming(s: Screen, fps = 60): string[] {
  const [w, h] = s.px;
  const front = 16;
  const sync = 16;
  const back = 48;
  const vFront = 4;
  const vSync = 4;
  const vBack = 12;
  return [
    'panel-timing {',
    `  clock-frequency = <${(w + front + sync + back) * (h + vFront + vSync + vBack) * fps}>;`,
    `  hactive = <${w}>;  hfront-porch = <${front}>;  hsync-len = <${sync}>;  hback-porch = <${back}>;`,
    `  vactive = <${h}>;  vfront-porch = <${vFront}>;  vsync-len = <${vSync}>;  vback-porch = <${vBack}>;`,
    '};',
  ];
}

export function knownToWork(p: Project): Known | undefined {
  const parts = p.kit.items.map((i) => partOf(p, i));
  const computer = parts.find((q) => hasSystem(q));
  const screen = parts.find((q) => q.screen)?.screen;
  if (!computer) return undefined;
  const link = screen?.link ?? 'hdmi';
  const route = p.controls.route;
  const own = computer.source === 'mine' && !computer.computer;
  const isTapped = route === 'original board' && !readsOwnKeys(p);
  const why: string[] = [];
  if (own) why.push('A computer of your own: look for an image made for this very board.');
  if (link === 'spi') {
    why.push(
      'A small screen on SPI needs its own driver: that of the controller chip on its board.',
    );
  }
  if (link === 'parallel') {
    why.push("Parallel RGB needs the panel's timing and every pin in the right function.");
  }
  if (link === 'panel') {
    why.push("What the driver board reports decides: ask it for the panel's own size.");
  }
  if (route === 'expander') {
    why.push('Buttons on an expander need a line for its chip and address.');
  }
  if (route === 'original board') {
    why.push(
      isTapped
        ? 'Which pad is which key is found with a meter: Controls, Kept board.'
        : 'Nobody but you has this board: a small program has to read it.',
    );
  }
  if (route === 'ladder') {
    why.push('Keys told by voltage need a line for the converter, its chip and address.');
  }
  if (route === 'pad bus') {
    why.push('Which bit of the pad is which key is captured or typed: Controls, Serial pads.');
  }
  if (route === 'wireless') {
    why.push('Pair in the menu first; a pad that is asleep cannot wake it.');
  }
  let state: 'unknown' | 'known' | 'partly';
  if (p.image?.sha256) state = 'known';
  else if (own || (route === 'original board' && !isTapped)) state = 'unknown';
  else if (why.length > (route === 'wireless' ? 1 : 0)) state = 'partly';
  else state = 'known';
  const rotated = screen?.standing === true;
  const sound = parts.find(
    (q) => q.amp || q.ports?.some((x) => x.carries === 'line' && x.role === 'gives'),
  );
  const i2s = sound?.takes?.some((t) => t.signal.startsWith('I2S'));
  let soundLines: string[];
  if (i2s) soundLines = ['simple-audio-card,format = "i2s";'];
  else if (sound) soundLines = ['card 1 first in the sound settings'];
  else soundLines = [];
  let bootSeconds: [number, number];
  if (computer.computer && computer.computer.speed >= 4) bootSeconds = [12, 25];
  else if (computer.computer?.speed === 1) bootSeconds = [30, 60];
  else bootSeconds = [18, 40];
  return {
    computer: computer.name,
    link,
    route,
    state,
    why,
    boot: [
      ...(screen && (link === 'parallel' || link === 'panel') ? panelTiming(screen) : []),
      ...(link === 'spi' && screen
        ? [
            'spi-max-frequency = <40000000>;',
            `width = <${screen.px[0]}>;  height = <${screen.px[1]}>;`,
          ]
        : []),
      ...(rotated ? ['rotation = <90>;'] : []),
      ...soundLines,
      ...(BY_OVERLAY.has(route) || isTapped || p.controls.inputs.some((i) => i.route)
        ? ['the overlay of the keys from Controls']
        : []),
    ],
    gear: [
      'a keyboard',
      ...(link === 'hdmi' ? [] : ['another screen on HDMI, until this one shows a picture']),
      'a network or a card reader for the games',
    ],
    cardGb: computer.computer && computer.computer.speed >= 4 ? 12 : 8,
    seconds: bootSeconds,
  };
}
