/** The ways to build: each with one sentence and a small drawing. */
import type { ReactNode } from 'react';
import type { Project } from '@deft/core/model';
import style from './ways.module.css';

type Way = Project['way'];

const WAY_WORDS: ReadonlyArray<readonly [Way, string]> = [
  ['gut and fit', 'A donor is emptied and generic boards go in; its buttons and openings stay.'],
  ['carrier board', 'One board made for the shell; little to cut, but a strict order.'],
  ['custom shell', 'A printed or milled shell grows round the parts you chose.'],
  ['open plate', 'Boards on a plate or in a box, with pads outside.'],
  ['graft', 'Two shells become one, with a hinge and a second screen or a lid.'],
  ['tv box', 'No screen: a television shows it.'],
  ['transplant', 'The original board moves into another house, proved before and after.'],
  ['case upgrade', 'A bought case gets a better screen, computer, keys or cell.'],
];

const W = 92;
const H = 54;

/** A shell from the front: round-cornered, with what is in it. */
const shell = (x: number, y: number, w: number, h: number): ReactNode => (
  <rect className={style.shell} x={x} y={y} width={w} height={h} rx="7" />
);
const box = (kind: 'screen' | 'board' | 'cell', x: number, y: number, w: number, h: number) => (
  <rect className={style[kind]} x={x} y={y} width={w} height={h} rx="1.5" />
);
const cross = (x: number, y: number): ReactNode => (
  <path className={style.key} d={`M${x - 5} ${y}h10M${x} ${y - 5}v10`} />
);
const dots = (x: number, y: number): ReactNode => (
  <>
    <circle className={style.dot} cx={x + 4} cy={y - 3} r="2.2" />
    <circle className={style.dot} cx={x - 3} cy={y + 3} r="2.2" />
  </>
);

const DRAWINGS: Readonly<Record<Way, ReactNode>> = {
  'gut and fit': (
    <>
      {shell(4, 8, 84, 38)}
      {box('screen', 28, 13, 34, 26)}
      {cross(16, 26)}
      {dots(75, 26)}
      <path className={style.out} d="M45 4V-2M45 4l-3-3M45 4l3-3" />
    </>
  ),
  'carrier board': (
    <>
      {shell(4, 6, 84, 42)}
      {box('board', 9, 11, 74, 32)}
      {box('screen', 30, 15, 30, 22)}
      {[14, 20, 70, 76].map((x) => (
        <circle key={x} className={style.dot} cx={x} cy={27} r="2" />
      ))}
    </>
  ),
  'custom shell': (
    <>
      <path className={style.dashed} d="M14 7h58q6 0 6 6v28q0 6-6 6H14q-6 0-6-6V13q0-6 6-6Z" />
      {box('screen', 16, 12, 26, 20)}
      {box('board', 46, 12, 22, 16)}
      {box('cell', 46, 31, 22, 10)}
      {cross(24, 39)}
    </>
  ),
  'open plate': (
    <>
      <rect className={style.plate} x="10" y="6" width="72" height="42" rx="1" />
      {box('screen', 16, 11, 32, 22)}
      {box('board', 54, 11, 22, 16)}
      {box('cell', 54, 31, 22, 12)}
      {[13, 79].flatMap((x) =>
        [9, 45].map((y) => (
          <circle key={`${x}${y}`} className={style.screw} cx={x} cy={y} r="1.6" />
        )),
      )}
    </>
  ),
  graft: (
    <>
      {shell(18, 2, 56, 23)}
      {box('screen', 31, 5, 30, 17)}
      <path className={style.hinge} d="M22 27h48" />
      {shell(18, 29, 56, 23)}
      {cross(30, 40)}
      {dots(62, 40)}
    </>
  ),
  'tv box': (
    <>
      <rect className={style.plate} x="34" y="2" width="54" height="34" rx="2" />
      {box('screen', 37, 5, 48, 28)}
      {shell(4, 36, 34, 16)}
      <path className={style.lead} d="M38 44h14q6 0 6-6" />
    </>
  ),
  transplant: (
    <>
      {shell(2, 10, 34, 34)}
      {shell(56, 6, 34, 42)}
      <rect className={style.ghost} x="9" y="19" width="20" height="15" rx="1.5" />
      {box('board', 63, 19, 20, 15)}
      <path className={style.out} d="M40 27h10M50 27l-4-3M50 27l-4 3" />
    </>
  ),
  'case upgrade': (
    <>
      {shell(4, 8, 84, 38)}
      <rect className={style.ghost} x="34" y="17" width="22" height="16" rx="1.5" />
      {box('screen', 28, 13, 34, 26)}
      {cross(16, 26)}
      {dots(75, 26)}
      <path className={style.out} d="M78 20v-9M78 11l-3 3M78 11l3 3" />
    </>
  ),
};

const WayDrawing = ({ way }: { way: Way }) => (
  <svg
    className={style.drawing}
    viewBox={`0 -4 ${W} ${H + 6}`}
    width={W}
    height={H + 6}
    aria-hidden="true"
  >
    {DRAWINGS[way]}
  </svg>
);

/** The ways to choose from. */
export const Ways = ({
  chosen,
  onChoose,
  brief = false,
}: {
  chosen: Way | undefined;
  onChoose: (way: Way) => void;
  /** Names and drawings only; the sentence when it is pointed at. */
  brief?: boolean;
}) => (
  <div className={brief ? `${style.ways} ${style.brief}` : style.ways}>
    {WAY_WORDS.map(([way, words]) => (
      <button
        key={way}
        type="button"
        className={chosen === way ? style.chosen : ''}
        aria-pressed={chosen === way}
        title={brief ? words : undefined}
        onClick={() => onChoose(way)}
      >
        <WayDrawing way={way} />
        <b>{way}</b>
        {!brief && <span>{words}</span>}
      </button>
    ))}
  </div>
);
