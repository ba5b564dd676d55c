/** How it is turned off. */
import { isHost } from '../../model';
import { gives, type Mends } from './mending';

export const shutdownMends: Mends = {
  way: (m) => {
    m.add((q) => q.off?.kind === 'latch');
    m.add((q) => q.off?.kind === 'switch', [], 4);
    m.way(
      'menu',
      'Shut down from the menu only',
      'no part; empties slowly when off',
      [{ do: 'power', set: { off: 'menu' } }],
      5,
    );
  },
  latch: (m) => m.add((q) => q.off?.kind === 'latch'),
  switch: (m) => m.add((q) => q.off?.kind === 'switch'),
  amps: (m) => {
    const carried = m.about(0)?.part.off?.amps ?? 0;
    m.swap(m.finding.about[0], (q) => q.off !== undefined && q.off.amps > carried);
  },
  lines: (m) => m.swap(m.computer, (q) => isHost(q) && gives(q, 'lines')),
};
