/** A ribbon whose contacts look away from those of its socket. */
import type { Scene } from '../../fit';
import type { Finding, Part, Port, WayOut } from '../../model';
import { boardTurnedOver } from '../ribbon';

const givesPanel = (q: Port): boolean => q.carries === 'panel' && q.role === 'gives';

export function otherSide(scene: Scene, f: Finding, library: readonly Part[]): WayOut[] {
  const to = scene.items.get(f.about[0]!);
  if (!to) return [];
  const port = to.part.ports?.find(givesPanel);
  const turned: WayOut = {
    id: 'turn-over',
    text: `Turn ${to.item.name} over`,
    cost: 'its other sockets turn with it',
    changes: [{ do: 'place', placement: boardTurnedOver(scene, to, port?.block) }],
    effort: 1.5,
  };
  if (!port) return [turned];
  const takesOtherSide = (q: Part): boolean =>
    q.id !== to.part.id &&
    (q.ports ?? []).some(
      (k) => givesPanel(k) && k.count === port.count && k.contacts !== port.contacts,
    );
  return [
    turned,
    ...library.filter(takesOtherSide).map((q): WayOut => ({
      id: `driver-${q.id}`,
      text: `Take ${q.name} instead`,
      cost: 'its socket takes the other side',
      changes: [{ do: 'swap', item: to.item.id, part: q }],
      effort: 4,
    })),
  ];
}
