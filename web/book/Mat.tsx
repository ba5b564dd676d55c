/** The cutting mat under every drawing made to scale, with its fine ticks and the families' hatches. */
import type { ReactNode } from 'react';

function ticks(w: number, h: number, step: number): ReactNode[] {
  const out: ReactNode[] = [];
  for (let i = 1; i * step < w; i++) {
    out.push(
      <line
        key={`x${i}`}
        className={`tick ${i % 5 ? '' : 'ten'}`}
        x1={i * step}
        x2={i * step}
        y1={0}
        y2={h}
      />,
    );
  }
  for (let i = 1; i * step < h; i++) {
    out.push(
      <line
        key={`y${i}`}
        className={`tick ${i % 5 ? '' : 'ten'}`}
        y1={i * step}
        y2={i * step}
        x1={0}
        x2={w}
      />,
    );
  }
  return out;
}

/** One set of lines every 10 mm. */
export const Ticks = ({ w, h, scale }: { w: number; h: number; scale: number }) => (
  <g aria-hidden="true">{scale > 0.4 ? ticks(w, h, 10 * scale) : null}</g>
);

/** Families differ by hatch, never by hue alone. */
export const Hatches = () => (
  <defs>
    <pattern
      id="hatch-board"
      width="7"
      height="7"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <line x1="0" x2="0" y1="0" y2="7" stroke="#5d4d2c" strokeOpacity="0.28" strokeWidth="1" />
    </pattern>
    <pattern id="hatch-screen" width="8" height="5" patternUnits="userSpaceOnUse">
      <line x1="0" x2="8" y1="2.5" y2="2.5" stroke="#5d4d2c" strokeOpacity="0.3" strokeWidth="1" />
    </pattern>
    <pattern id="hatch-cell" width="8" height="8" patternUnits="userSpaceOnUse">
      <circle cx="2" cy="2" r="1" fill="#5d4d2c" fillOpacity="0.4" />
      <circle cx="6" cy="6" r="1" fill="#5d4d2c" fillOpacity="0.4" />
    </pattern>
    <pattern id="hatch-sound" width="12" height="8" patternUnits="userSpaceOnUse">
      <path
        d="M0 4 Q3 1 6 4 T12 4"
        fill="none"
        stroke="#5d4d2c"
        strokeOpacity="0.35"
        strokeWidth="1"
      />
    </pattern>
  </defs>
);

const HATCH: Record<string, string> = {
  screen: 'screen',
  cell: 'cell',
  audio: 'sound',
  speaker: 'sound',
  switch: '',
  hardware: '',
};
export const hatchOf = (family: string): string | undefined => {
  const h = HATCH[family] ?? 'board';
  return h ? `url(#hatch-${h})` : undefined;
};
