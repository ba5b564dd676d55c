/** One key on the face: its number, how it stands in a press test, and whether something is wrong with it. */
import type { MappedInput } from '@deft/core/controls';
import { type Lit, LIT_WORDS } from './lit';
import style from './FaceMap.module.css';

interface KeyMarkProps {
  mapped: MappedInput;
  n: number;
  at: readonly [number, number];
  isChosen: boolean;
  isWrong: boolean;
  isInFront: boolean;
  light: Lit | undefined;
  canMove: boolean;
  handlers: React.SVGProps<SVGGElement>;
}

export function KeyMark({
  mapped: { input, pin },
  n,
  at: [x, y],
  isChosen,
  isWrong,
  isInFront,
  light,
  canMove,
  handlers,
}: KeyMarkProps) {
  const state = isWrong && !light ? 'wrong' : light;
  const classes = [
    style.key,
    canMove && style.movable,
    isChosen && style.chosen,
    isWrong && style.clash,
    !isInFront && style.elsewhere,
    state && style[state],
  ];
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${input.name}${saysOf(light, pin)}`}
      className={classes.filter(Boolean).join(' ')}
      {...handlers}
    >
      {light === 'asked' && <circle className={style.halo} cx={x} cy={y} r="15" />}
      <circle className={style.ring} cx={x} cy={y} r="10" />
      <text x={x} y={y + 4} textAnchor="middle">
        {light === 'right' ? '✓' : n}
      </text>
    </g>
  );
}

function saysOf(light: Lit | undefined, pin: number | undefined): string {
  if (light) return `: ${LIT_WORDS[light]}`;
  return pin ? `, pin ${pin}` : ', no pin';
}
