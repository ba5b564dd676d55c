/** A wait so long that quick presses are over before it ends. */
import { debounceMs, USUAL_WAIT_MS } from '../controls';
import type { Finding, Project, WayOut } from '../model';
import { QUICKEST_MS } from './bounce';

/** Only the builder's own setting is judged: a short one may come from his own capture. */
export function waitFindings(p: Project): Finding[] {
  const wait = debounceMs(p);
  if (p.controls.route === 'wireless' || wait < QUICKEST_MS) return [];
  return [
    {
      id: 'wait:long',
      code: 'wait-long',
      station: 'controls',
      check: 'wait',
      verdict: 'tight',
      title: 'Quick presses are lost',
      what: `a key waits ${wait} ms until it counts`,
      why: [
        `Ten presses a second by a fast thumb are down for ${QUICKEST_MS} ms at the shortest (typical); a line that must be still for ${wait} ms never tells them.`,
        'Controls, Lag: the shortest wait that is good enough.',
      ],
      about: [],
    },
  ];
}

/** The wait that was there before anything was chosen. */
export const waitWays = (): WayOut[] => [
  {
    id: 'usual-wait',
    text: `Wait ${USUAL_WAIT_MS} ms`,
    cost: 'enough for new switches, with room (typical)',
    changes: [{ do: 'wait', ms: USUAL_WAIT_MS }],
    effort: 0.5,
  },
];
