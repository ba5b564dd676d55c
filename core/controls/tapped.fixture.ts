/** A build whose keys are read at the pads of the donor's own button board. */
import { length, type Project } from '../model';

const BOARD = {
  id: 'own-board',
  name: 'Button board',
  kind: 'board' as const,
  w: length(60, 'calliper'),
  h: length(40, 'calliper'),
  d: length(2, 'calliper'),
  proved: 'not needed' as const,
  tests: [],
  senses: [],
};

/** @returns nothing where no donor is, or a pad of its own is played with */
export function tapped(p: Project): Project | undefined {
  if (p.controls.route === 'original board') return p;
  if (!p.donor || p.controls.route === 'wireless') return undefined;
  return {
    ...p,
    donor: { ...p.donor, kept: [...p.donor.kept, BOARD] },
    controls: {
      ...p.controls,
      route: 'original board',
      inputs: p.controls.inputs.map((i) => {
        const unlined = { ...i };
        delete unlined.gpio;
        delete unlined.route;
        return unlined;
      }),
    },
  };
}
