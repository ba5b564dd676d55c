import type { Family } from '@deft/core/model';

/** Kinds of part in a builder's words. */
export const KIND_WORDS: Readonly<Record<Family, string>> = {
  sbc: 'computer',
  screen: 'screen',
  cell: 'cell',
  charger: 'charger',
  converter: 'converter',
  audio: 'amplifier or sound board',
  speaker: 'speaker',
  switch: 'switch, key plate or stick',
  controller: 'controller board',
  expander: 'expander',
  storage: 'card or stick',
  hub: 'hub',
  latch: 'latch',
  hardware: 'hardware',
  lead: 'lead',
  protection: 'protection board',
  cooling: 'fan or heat-sink',
};
