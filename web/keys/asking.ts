/** A doing asked for by its words: the view that can do it does it, as soon as it is there. */
import { createStore } from 'zustand';
import type { Doing } from './table';

export const asking = createStore<{ doing?: Doing | undefined }>(() => ({}));
export const ask = (doing: Doing): void => asking.setState({ doing });
