/** Storage: the slot the system starts from, and how its card is reached. */
import { bodyFor, isOpen } from '../model';
import { type Chain, ChainMaker } from './chain';
import { type Kit, reachable } from './fitted';

export function storageChain(k: Kit): Chain {
  const m = new ChainMaker('storage');
  if (!k.computer) return m.unwanted('Waits for the computer.');
  m.chain.begun = true;
  const host = k.computer.part.host;
  if (host && host.starts === 'own chips') {
    m.part(k.computer, 'starts from its own chips');
    return m.chain;
  }
  const slot = k.computer.ports.find((q) => q.carries === 'card' && q.role === 'takes');
  if (!slot) {
    m.broken(
      'slot',
      'No card slot left',
      `${k.computer.item.name} has nothing to start from.`,
      ['Put the slot back, or take a computer that has one.'],
      [k.computer.item.id],
    );
    m.part(k.computer, 'starts from it');
    return m.chain;
  }
  const extender = k.all.find(
    (x) => x !== k.computer && x.ports.some((q) => q.carries === 'card' && q.role === 'takes'),
  );
  const body = bodyFor(k.p, k.computer.item.id);
  const door = k.p.donor?.kept.find((q) => q.kind === 'door');
  if (reachable({ of: k.computer, port: slot })) {
    m.link({ name: 'Card', note: 'reached at the wall' });
  } else if (body && isOpen(body)) {
    m.link({ name: 'Card', note: 'reached beside the plate' });
  } else if (extender) m.part(extender, 'brings the slot to where it is reached', 'flat cable');
  else if (door) m.link({ name: door.name, note: 'the card lies under it' });
  else if (k.p.brief.card === 'open the case') {
    m.link({ name: 'Card', note: 'the case is opened for it' });
  } else {
    m.broken(
      'access',
      'No way to the card',
      `The slot of ${k.computer.item.name} is inside.`,
      [
        'At the wall, under a kept door, through an extender; or say that the case is opened for it.',
      ],
      [k.computer.item.id],
    );
  }
  m.part(k.computer, 'starts from the card');
  return m.chain;
}
