/** The spot of a shell the pointer is over, in whichever view: every view of that body lights it. */
import { createStore, useStore } from 'zustand';

/** In the frame of its body, mm. */
export interface PointedSpot {
  body: string;
  x: number;
  y: number;
}

const pointed = createStore<{ spot: PointedSpot | undefined }>(() => ({ spot: undefined }));

/** It stays lit when the pointer has left: the other stations show it as well. */
export const pointAt = (spot: PointedSpot): void => pointed.setState({ spot });

/** The spot, while it is one of this body. */
export const usePointed = (body: string | undefined): PointedSpot | undefined =>
  useStore(pointed, ({ spot }) => (spot?.body === body ? spot : undefined));
