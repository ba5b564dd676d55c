/** Two nested shell outlines and a section line. */
export const Mark = ({ size = 40 }: { size?: number }) => (
  <svg width={size} height={size * 0.7} viewBox="0 0 40 28" role="img" aria-label="Deft Shell">
    <g fill="none" stroke="var(--teal)" strokeWidth="2.2">
      <rect x="4" y="3" width="32" height="22" rx="6" />
      <rect x="10" y="8.5" width="20" height="11" rx="3" />
      <path d="M0 14h40" strokeWidth="1.5" strokeDasharray="4 2.4" />
    </g>
  </svg>
);
