/** The card, and the way to it. */
import { isHost } from '../../model';
import { type Mends, takes } from './mending';

export const storageMends: Mends = {
  slot: (m) => m.swap(m.computer, (q) => isHost(q) && takes(q, 'card')),
  access: (m) => {
    const { computer } = m.kit;
    const card = computer?.part.connectors.find((c) => c.type === 'card');
    if (computer && card) {
      m.way(
        'reach-card',
        `Bring the card slot of ${computer.item.name} to a wall`,
        'one slot cut',
        [{ do: 'reach', item: computer.item.id, connector: card.id, outside: true }],
        2,
      );
    }
    m.add((q) => q.family === 'storage' && takes(q, 'card'));
    m.way(
      'open',
      'Open the case for the card',
      'screws, every time',
      [{ do: 'brief', set: { card: 'open the case' } }],
      6,
    );
  },
};
