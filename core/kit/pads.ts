/** Pads from outside: paired over the air, or plugged in at a USB socket. */
import { padsOnWire, type Project } from '../model';
import { partOf } from './thickness';

/** The games are played on pads that somebody brings: keys of the shell do the housekeeping at most. */
export const isPlayedOnPads = (p: Project): boolean =>
  p.controls.route === 'wireless' ||
  (p.controls.route === 'usb' &&
    padsOnWire(p.kit.items.map((item) => ({ item, part: partOf(p, item) }))).length > 0);
