/** Every value that is typed on the two journeys of the first hour: one field each. */

/** Outer width, height, corner, wall, front, back, posts in from the edge, post; mm. */
export const PAD_SHELL = ['118', '80', '10', '2', '15', '15', '9', '7'] as const;

/** Lines as makers print them, and words a builder searches by. */
export const TV_BOX = {
  cell: '3.7 V 2000 mAh 8 x 40 x 60',
  computer: '65 x 30, 40-pin',
  charger: 'charge boost 3 A',
  switch: 'slide switch',
} as const;
export const HANDHELD = {
  screen: '2.8 in SPI 320x240 69.2 x 50',
  computer: '65 x 30, 40-pin',
  cell: '3.7 V 2000 mAh 5 x 50 x 90',
  charger: 'charge boost',
  amp: 'i2s amp',
  speaker: 'speaker',
  pad: 'd-pad',
  keys: 'key plate',
  switch: 'slide switch',
} as const;
