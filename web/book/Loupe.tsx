/** A glass over the drawing: what lies under it, three times as large. */
const R = 92;
const TIMES = 3;

export function Loupe({
  at: [x, y],
  picture,
}: {
  at: [number, number];
  /** Id of the drawing. */ picture: string;
}) {
  return (
    <g pointerEvents="none" aria-hidden="true">
      <clipPath id="loupe">
        <circle cx={x} cy={y} r={R} />
      </clipPath>
      <circle cx={x} cy={y} r={R} fill="var(--mat)" />
      <g clipPath="url(#loupe)">
        <use
          href={`#${picture}`}
          transform={`translate(${x} ${y}) scale(${TIMES}) translate(${-x} ${-y})`}
        />
      </g>
      <circle cx={x} cy={y} r={R} fill="none" stroke="#f0d27e" strokeWidth="3" />
      <path d={`M${x - 7} ${y}h14M${x} ${y - 7}v14`} stroke="#22393b" strokeWidth="1" />
    </g>
  );
}
