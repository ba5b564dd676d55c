/**
 * How a game family looks on a screen: whole-number scale or not, size in mm, black bars, how large
 * it appears against the original, and how fast the link can show it.
 */
import type { Part, Worked } from '../model';

/** What a family was made for. `shape`: width over height as it was shown, when its pixels were not square. */
export interface Shown {
  px: readonly [number, number];
  shape?: number;
  /** Width of the original picture, mm, and from how far it was seen, cm; typical. */ original: {
    wide: number;
    from: number;
  };
}
type Screen = NonNullable<Part['screen']>;

export interface Picture {
  /** Screen pixels to a game pixel; whole when `whole`. */
  scale: number;
  whole: boolean;
  /** On the screen, mm, and its place from the lit area's lower left. */
  w: number;
  h: number;
  x: number;
  y: number;
  /** Share of the lit area that stays black. */
  bars: number;
  /** Apparent width at 35 cm against the original's, 1 is as large. */
  apparent: number;
}
export interface PicturePlan {
  ppi: number;
  whole?: Picture;
  fill: Picture;
  /** Panel whose stated size and pixels disagree. */ odd?: string;
  working: string[];
}

/** How far a handheld is from the eyes, cm. */
export const HELD_CM = 35;
/** Stated size and pixels of a panel may disagree by this much. */
const ODD = 0.03;

/**
 * A family's picture on a panel.
 *
 * @param screen  lit area in mm and pixels
 * @returns       with whole-number scale when the panel has pixels enough, and filled as far as its shape allows
 */
export function picturePlan(family: Shown, screen: Screen): PicturePlan {
  const [pw, ph] = screen.px;
  const { w: W, h: H } = screen.active;
  const [fw, fh] = family.px;
  const pitchX = W / pw;
  const pitchY = H / ph;
  const ppi = 25.4 / pitchX;
  // Shown wider or narrower than its pixels are square: the height keeps its pixels, the width is stretched.
  const stretch = family.shape ? (family.shape * fh) / fw : 1;
  const picture = (scale: number, whole: boolean): Picture => {
    const w = fw * scale * stretch * pitchX;
    const h = fh * scale * pitchY;
    return {
      scale,
      whole,
      w,
      h,
      x: (W - w) / 2,
      y: (H - h) / 2,
      bars: Math.max(0, 1 - (w * h) / (W * H)),
      apparent: w / HELD_CM / (family.original.wide / family.original.from),
    };
  };
  const most = Math.min(pw / (fw * stretch), ph / fh);
  const whole = Math.floor(most + 1e-9);
  const off = pitchX / pitchY - 1;
  const fill = picture(most, Math.abs(most - Math.round(most)) < 1e-9);
  return {
    ppi,
    fill,
    ...(whole >= 1 ? { whole: picture(whole, true) } : {}),
    ...(Math.abs(off) > ODD
      ? {
          odd: `its pixels are ${(100 * Math.abs(off)).toFixed(0)} % ${off > 0 ? 'wider than high' : 'higher than wide'}: ${W} × ${H} mm and ${pw} × ${ph} do not agree`,
        }
      : {}),
    working: [
      `${pw} px over ${W.toFixed(1)} mm = ${ppi.toFixed(0)} pixels an inch`,
      `largest scale = min(${pw}/${(fw * stretch).toFixed(0)}, ${ph}/${fh}) = ${most.toFixed(2)}${whole >= 1 ? `; whole: ${whole}` : '; under 1: pixels are left out'}`,
      ...(family.shape
        ? [
            `was shown ${family.shape.toFixed(2)} : 1, so ${fw} pixels are drawn ${(fw * stretch).toFixed(0)} wide`,
          ]
        : []),
    ],
  };
}

/** SPI moves one bit a clock. 70 to 90 % of the bound is usual once commands and pauses are in. */
export function spiRate(
  screen: Screen,
  clockMHz: number,
  bits = 16,
): Worked<{ bound: number; usual: [number, number] }> {
  if (!(clockMHz > 0)) throw new RangeError(`A clock of ${clockMHz} MHz moves nothing.`);
  const [w, h] = screen.px;
  const bound = (clockMHz * 1e6) / (w * h * bits);
  return {
    value: { bound, usual: [0.7 * bound, 0.9 * bound] },
    working: [
      `${clockMHz} MHz / (${w} × ${h} × ${bits} bits) = ${bound.toFixed(1)} pictures a second at most; ${(0.7 * bound).toFixed(0)} to ${(0.9 * bound).toFixed(0)} usual`,
    ],
  };
}

/** Parallel RGB: its pixel clock with blanking, and the header lines its width takes. */
export function parallelClock(
  screen: Screen,
  fps = 60,
  blank: readonly [number, number] = [80, 20],
): Worked<number> {
  const [w, h] = screen.px;
  const mhz = ((w + blank[0]) * (h + blank[1]) * fps) / 1e6;
  return {
    value: mhz,
    working: [
      `(${w} + ${blank[0]}) × (${h} + ${blank[1]}) × ${fps} = ${mhz.toFixed(1)} MHz; 20 lines at 16 bits, 22 at 18, 28 at 24 (blanking typical, see the panel's sheet)`,
    ],
  };
}

/** A lit area behind a window of some size, both with their middles in one place: what is hidden and what gap shows, mm on each side. */
export interface Behind {
  hiddenX: number;
  hiddenY: number;
  gapX: number;
  gapY: number;
  /** Share of the picture that is covered. */ covered: number;
  working: string;
}

export function behindWindow(screen: Screen, window: { w: number; h: number }): Behind {
  const { w, h } = screen.active;
  const x = (window.w - w) / 2;
  const y = (window.h - h) / 2;
  const seen = Math.min(w, window.w) * Math.min(h, window.h);
  return {
    hiddenX: Math.max(0, -x),
    hiddenY: Math.max(0, -y),
    gapX: Math.max(0, x),
    gapY: Math.max(0, y),
    covered: 1 - seen / (w * h),
    working: `window ${window.w.toFixed(1)} × ${window.h.toFixed(1)} − lit ${w.toFixed(1)} × ${h.toFixed(1)}, halved: ${x.toFixed(1)} and ${y.toFixed(1)} mm on each side${seen < w * h - 1e-9 ? `; ${Math.round(100 * (1 - seen / (w * h)))} % covered` : ''}`,
  };
}
