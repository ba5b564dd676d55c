/**
 * How heat leaves a surface or a hole, W: simplified free convection of air near 300 K, radiation of
 * a matt surface, the draught through vents, a fan. Temperatures in °C, lengths in m, areas in m².
 */

/** W/m²K⁴, and the emissivity of plastics, paint and solder mask. */
const STEFAN = 5.67e-8;
const EMISSIVITY = 0.9;
/** Free convection of a small upright face: h = 1.42 (ΔT/L)^¼ W/m²K. */
const FREE = 1.42;
/** Heat that air carries, J/m³K. */
export const AIR = 1206;
/** Discharge of a sharp-edged hole, and free fall, m/s². */
const DISCHARGE = 0.6;
const G = 9.81;
const KELVIN = 273.15;

/** By convection from a face of height `l` that is `dt` warmer than the air, W/m². */
export const convected = (dt: number, l: number): number => FREE * dt * (Math.abs(dt) / l) ** 0.25;

/** By radiation between a face and what it sees, W/m². */
export const radiated = (from: number, to: number): number =>
  EMISSIVITY * STEFAN * ((from + KELVIN) ** 4 - (to + KELVIN) ** 4);

/** Air through vents by its own lightness, m³/s: half of the area in, half out, `high` apart. */
export function draught(area: number, high: number, inside: number, outside: number): number {
  const dt = inside - outside;
  if (dt <= 0 || area === 0) return 0;
  const through = area / (2 * Math.SQRT2);
  return DISCHARGE * through * Math.sqrt((2 * G * high * dt) / (inside + KELVIN));
}

/** The point between two where a rising function passes 0, by halving. */
export function rootOf(rising: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (a + b) / 2;
    if (rising(mid) > 0) b = mid;
    else a = mid;
  }
  return (a + b) / 2;
}
/** From some hundred degrees to below a thousandth. */
const HALVINGS = 26;
