/** The stations that work, in working order. */
import type { Station } from '@deft/core/model';

export const STATIONS: ReadonlyArray<{ id: Station; name: string }> = [
  { id: 'brief', name: 'Brief' },
  { id: 'shell', name: 'Shell' },
  { id: 'kit', name: 'Kit' },
  { id: 'fit', name: 'Fit' },
  { id: 'cut', name: 'Cut' },
  { id: 'controls', name: 'Controls' },
  { id: 'power', name: 'Power' },
  { id: 'sound', name: 'Sound' },
  { id: 'bench', name: 'Bench' },
  { id: 'build', name: 'Build' },
];
