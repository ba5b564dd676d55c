/** From the press to the light of the panel: every stage by route and screen, typical and worst. */
import { spiRate } from '../display';
import { partOf } from '../kit';
import { present, type Project } from '../model';
import { lagOf, type LagPart } from '../wiring';

export interface LightLag {
  parts: LagPart[];
  typical: number;
  worst: number;
}

/** Games run at so many frames a second. */
const FPS = 60;
const FRAME_MS = 1000 / FPS;
/** A liquid crystal turns in about so long, ms: typical of small panels. */
const PANEL: LagPart = { stage: 'panel', words: 'panel turns', typical: 10, worst: 25 };
/** Small panels take about so fast a clock, MHz: typical. */
const SPI_MHZ = 32;
/** A television works on its picture for so long, ms: in its mode for games, and outside it. */
const TELEVISION: LagPart = { stage: 'panel', words: 'television', typical: 20, worst: 100 };

/**
 * @param route  how the keys are read; the chosen one when nothing is said
 */
export function pressToLight(p: Project, route = p.controls.route): LightLag {
  const parts: LagPart[] = [
    ...lagOf(p, route).parts,
    {
      stage: 'ask',
      words: 'game asks its keys once a frame',
      typical: FRAME_MS / 2,
      worst: FRAME_MS,
    },
    { stage: 'draw', words: 'game draws, one frame', typical: FRAME_MS, worst: 2 * FRAME_MS },
    ...screenParts(p),
  ];
  const sum = (of: 'typical' | 'worst'): number => parts.reduce((s, q) => s + q[of], 0);
  return { parts, typical: sum('typical'), worst: sum('worst') };
}

function screenParts(p: Project): LagPart[] {
  const screen = present(p)
    .kit.items.map((i) => partOf(p, i).screen)
    .find((s) => s !== undefined);
  if (!screen) return [TELEVISION];
  if (screen.link !== 'spi') {
    return [
      { stage: 'send', words: 'picture goes to the panel', typical: FRAME_MS / 2, worst: FRAME_MS },
      PANEL,
    ];
  }
  const [fewest, most] = spiRate(screen, SPI_MHZ).value.usual;
  return [
    { stage: 'send', words: 'picture goes over SPI', typical: 1000 / most, worst: 2000 / fewest },
    PANEL,
  ];
}
