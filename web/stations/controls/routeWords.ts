/** Ways to read the keys, in words. */
import type { Route } from '@deft/core/model';

export const ROUTE_WORDS: Readonly<Record<Route, string>> = {
  gpio: 'header lines',
  usb: 'USB controller board',
  expander: 'I2C expander',
  'original board': 'original board',
  'pad bus': 'serial pads',
  ladder: 'resistor ladder',
  wireless: 'wireless pad',
};
