/** Every key of the application: what it does, and how the sheet behind `?` says it. */

const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];
const withArrows = (...modifiers: readonly string[]): string[] =>
  modifiers.flatMap((m) => ARROWS.map((arrow) => `${m}${arrow}`));

const KEY_TABLE = [
  { shown: 'Tab', words: 'next part, finding or field', does: {} },
  {
    shown: 'Arrows',
    words: 'move the part 0.5 mm; Shift 5 mm; Alt 0.1 mm',
    does: { nudge: withArrows('', 'Shift+', 'Alt+') },
  },
  {
    shown: 'Ctrl + arrow',
    words: 'slide until it would touch; out of an overlap',
    does: { slide: withArrows('$mod+') },
  },
  { shown: 'Alt + drop', words: 'set the dragged part on the one under it', does: {} },
  {
    shown: 'R, Shift R',
    words: 'quarter turn, the other way',
    does: { turn: ['r'], turnBack: ['Shift+r'] },
  },
  { shown: 'V', words: 'turn it over', does: { turnOver: ['v'] } },
  { shown: 'X', words: 'the other half', does: { otherHalf: ['x'] } },
  {
    shown: 'N, Shift N',
    words: 'next finding, the one before',
    does: { nextFinding: ['n'], lastFinding: ['Shift+n'] },
  },
  { shown: 'D', words: 'headroom as a heat picture', does: { headroom: ['d'] } },
  {
    shown: '+, -, 0',
    words: 'closer, further, the whole book',
    does: { closer: ['+', 'Shift++', '='], further: ['-'], wholeBook: ['0'] },
  },
  { shown: 'S', words: 'the chosen finding in the middle, closer', does: { spot: ['s'] } },
  { shown: 'L', words: 'a loupe under the pointer', does: { loupe: ['l'] } },
  { shown: 'F', words: 'the profile line follows the pointer', does: { follow: ['f'] } },
  {
    shown: 'C, 3',
    words: 'close the book, look at it in 3D',
    does: { closed: ['c'], solid: ['3'] },
  },
  { shown: 'W', words: 'the layout in words', does: { words: ['w'] } },
  { shown: 'A', words: 'arrange for me', does: { arrange: ['a'] } },
  { shown: 'I', words: 'wires: ways, lengths, colours', does: { wires: ['i'] } },
  { shown: 'M', words: 'measure between any two things', does: { measure: ['m'] } },
  { shown: 'T', words: 'test fits', does: { fits: ['t'] } },
  {
    shown: 'H',
    words: 'in the hands: balance, thumbs, what sets each size',
    does: { hands: ['h'] },
  },
  { shown: '/', words: 'find anything, do anything', does: { find: ['/', 'Shift+/'] } },
  {
    shown: 'Ctrl Z, Ctrl Y',
    words: 'undo, redo',
    does: { undo: ['$mod+z'], redo: ['$mod+y', '$mod+Shift+z'] },
  },
  {
    shown: 'Alt 1 to 8',
    words: 'stations in working order',
    does: { station: ['1', '2', '3', '4', '5', '6', '7', '8'].map((n) => `Alt+Digit${n}`) },
  },
  { shown: '?', words: 'this sheet', does: { keys: ['?', 'Shift+?'] } },
  { words: 'the least cutting', does: { least: [] } },
  { words: 'the template as PDF', does: { template: [] } },
  { words: 'a part of your own', does: { ownPart: [] } },
  { words: 'history', does: { history: [] } },
  { words: 'light or dark', does: { light: [] } },
  { shown: 'Esc', words: 'close what lies over the page', does: { close: ['Escape'] } },
] as const satisfies ReadonlyArray<{
  /** Not on the sheet: it has no key and is asked for in words. */
  shown?: string;
  words: string;
  does: Readonly<Record<string, readonly string[]>>;
}>;

type NamesOf<T> = T extends { does: infer D } ? Extract<keyof D, string> : never;
/** What a key can do. */
export type Doing = NamesOf<(typeof KEY_TABLE)[number]>;

/** Keys of each doing. */
export const KEYS_OF: ReadonlyArray<readonly [Doing, readonly string[]]> = KEY_TABLE.flatMap(
  ({ does }) => Object.entries(does) as Array<[Doing, readonly string[]]>,
);

/** What the sheet of keys shows. */
export const KEY_SHEET: ReadonlyArray<{ shown: string; words: string }> = KEY_TABLE.flatMap(
  (row) => ('shown' in row ? [{ shown: row.shown, words: row.words }] : []),
);
