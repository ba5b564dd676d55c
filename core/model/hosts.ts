/**
 * What runs the games: the one door to "the host". Nobody else asks for the family of a part to find
 * it. A computer board, a board kept with its own chips, or a device carried along. And the pads that
 * are brought to it on a wire.
 */
import type { Item, Part } from './part';

export const isHost = (part: Pick<Part, 'family' | 'host'>): boolean =>
  part.family === 'sbc' || part.host !== undefined;

/** Whether a host has a system of its own kind, on a card that is written: a computer board. */
export const hasSystem = (part: Pick<Part, 'family' | 'host'>): boolean =>
  isHost(part) && part.host === undefined;

/** A device that is carried along: it feeds, shows and sounds itself, and turns itself off. */
export const isDevice = (part: Pick<Part, 'host'>): boolean => part.host?.is === 'device';

/** Those of a list that run games, in the list's order. */
export const hostsOf = <T extends { part: Pick<Part, 'family' | 'host'> }>(
  list: Iterable<T>,
): T[] => [...list].filter((x) => isHost(x.part));

/** Pads on a wire that somebody brings to the build: they lie outside and plug into a USB socket. */
export const padsOnWire = <
  T extends { item: Pick<Item, 'where'>; part: Pick<Part, 'family' | 'ports' | 'inputs'> },
>(
  list: Iterable<T>,
): T[] =>
  [...list].filter(
    ({ item, part }) =>
      item.where === 'outside' &&
      part.family === 'controller' &&
      (part.inputs ?? 0) === 0 &&
      (part.ports ?? []).some((x) => x.carries === 'usb' && x.role === 'takes') &&
      !(part.ports ?? []).some((x) => x.carries === 'radio'),
  );
