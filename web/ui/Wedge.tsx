/** The finding mark: filled for a hit, half for tight, open for clear. A word stands beside it. */
import type { Verdict } from '@deft/core/model';

const COLOUR: Record<Verdict, string> = { hit: 'var(--hit)', tight: 'var(--tight)', clear: 'none' };
const EDGE: Record<Verdict, string> = {
  hit: 'var(--hit)',
  tight: 'var(--tight-ink)',
  clear: 'var(--clear)',
};

export function Wedge({ verdict, size = 13 }: { verdict: Verdict; size?: number }) {
  return (
    <svg
      width={size}
      height={size * 0.8}
      viewBox="0 0 15 12"
      aria-hidden="true"
      style={{ flex: 'none' }}
    >
      <path
        d="M1.2 11 L13.8 11 L13.8 1.4 Z"
        fill={verdict === 'tight' ? 'none' : COLOUR[verdict]}
        stroke={EDGE[verdict]}
        strokeWidth="1.4"
        strokeLinejoin="round"
      />
      {verdict === 'tight' && (
        <path
          d="M7.5 11 L13.8 11 L13.8 1.4 L7.5 6.2 Z"
          fill="var(--tight)"
          stroke="var(--tight-ink)"
          strokeWidth="1"
        />
      )}
    </svg>
  );
}
