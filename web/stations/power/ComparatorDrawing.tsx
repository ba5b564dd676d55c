/** The low-battery circuit with its values: divider, reference, comparator, feedback and lamp. */
import type { LowLamp } from '@deft/core/lamps';

const ohms = (r: number): string => {
  if (r >= 1e6) return `${r / 1e6} MΩ`;
  return r >= 1000 ? `${r / 1000} kΩ` : `${r} Ω`;
};
const [TOP, NODE, LOW, GROUND] = [30, 120, 150, 220];

export function ComparatorDrawing({
  lamp: { divider },
  refV,
  ledOhm,
}: {
  lamp: LowLamp;
  refV: number;
  ledOhm?: number;
}) {
  const { r1, r2, r3 } = divider;
  return (
    <svg
      viewBox="0 0 640 250"
      role="img"
      aria-label={`R1 ${ohms(r1)} from the pack, R2 ${ohms(r2)} to ground, R3 ${ohms(r3)} from the output back, reference ${refV} V${ledOhm === undefined ? '' : `, lamp behind ${ohms(ledOhm)}`}`}
      fontSize="13"
      fill="var(--ink)"
    >
      <g fill="none" stroke="var(--ink)" strokeWidth="1.5">
        <path d={`M60 ${TOP} H560`} />
        <path d={`M60 ${GROUND} H560`} />
        <path d={`M110 ${TOP} V52 M110 98 V${NODE} V142 M110 188 V${GROUND}`} />
        <path d={`M110 ${NODE} H290`} />
        <path d={`M230 ${LOW + 14} H290 M230 ${LOW + 14} V176 M230 200 V${GROUND}`} />
        <path d="M290 100 V184 L380 142 Z" />
        <path d={`M335 121 V${TOP} M335 163 V${GROUND}`} />
        <path d="M380 142 H480 M480 74 V100" />
        <path d={`M480 ${TOP} V46`} />
        <path d={`M200 ${NODE} V78 H230 M290 78 H430 V142`} />
      </g>
      <g fill="var(--paper, #fff)" stroke="var(--ink)" strokeWidth="1.5">
        <rect x="100" y="52" width="20" height="46" />
        <rect x="100" y="142" width="20" height="46" />
        <rect x="230" y="68" width="60" height="20" />
        {ledOhm !== undefined && <rect x="470" y="46" width="20" height="30" />}
        <circle cx="230" cy="188" r="13" />
      </g>
      <g stroke="var(--ink)" strokeWidth="1.5" fill="var(--hit)">
        <path d="M466 100 H494 L480 126 Z" />
        <path d="M466 126 H494 M480 126 V142" fill="none" />
      </g>
      <circle cx="110" cy={NODE} r="3.5" />
      <circle cx="200" cy={NODE} r="3.5" />
      <circle cx="430" cy="142" r="3.5" />
      <text x="60" y={TOP - 10}>
        pack +
      </text>
      <text x="60" y={GROUND + 20}>
        pack −
      </text>
      <text x="92" y="80" textAnchor="end">
        R1 {ohms(r1)}
      </text>
      <text x="92" y="170" textAnchor="end">
        R2 {ohms(r2)}
      </text>
      <text x="260" y="60" textAnchor="middle">
        R3 {ohms(r3)}
      </text>
      <text x="250" y="204">
        {refV} V
      </text>
      <text x="298" y={NODE + 6} fontSize="15">
        +
      </text>
      <text x="298" y={LOW + 18} fontSize="15">
        −
      </text>
      <text x="502" y="116">
        lamp
      </text>
      {ledOhm !== undefined && (
        <text x="502" y="66">
          {ohms(ledOhm)}
        </text>
      )}
    </svg>
  );
}
