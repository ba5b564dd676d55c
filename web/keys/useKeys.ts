/** Binds doings of the key table to what a view makes of them. */
import { useEffect, useEffectEvent } from 'react';
import { createKeybindingsHandler, tinykeys } from 'tinykeys';
import { useStore } from 'zustand';
import { asking } from './asking';
import { type Doing, KEYS_OF } from './table';

export type Handlers = Readonly<Partial<Record<Doing, (e: KeyboardEvent) => void>>>;

/** Someone is typing: letters are letters then. */
const typing = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLTextAreaElement ||
  target instanceof HTMLSelectElement;

/** What a key does though someone is typing: it is no letter of anything. */
const IN_FIELDS: ReadonlySet<Doing> = new Set<Doing>(['close', 'station']);

const bindings = (run: (doing: Doing, e: KeyboardEvent) => void) =>
  Object.fromEntries(
    KEYS_OF.flatMap(([doing, keys]) =>
      keys.map((key) => [key, (e: KeyboardEvent) => run(doing, e)] as const),
    ),
  );

/** Keys of the whole page, as long as the view is there. */
export function useKeys(handlers: Handlers): void {
  const run = useEffectEvent((doing: Doing, e: KeyboardEvent) => {
    const act = handlers[doing];
    if (!act || (typing(e) && !IN_FIELDS.has(doing))) return;
    if (doing !== 'close') e.preventDefault();
    // What was typed is taken when its field is left; a page that goes does not leave it.
    if (doing === 'station' && document.activeElement instanceof HTMLElement) {
      document.activeElement.blur();
    }
    act(e);
  });
  useEffect(() => tinykeys(window, bindings(run)), []);
  const { doing } = useStore(asking);
  const runAsked = useEffectEvent((asked: Doing) => {
    const act = handlers[asked];
    if (!act) return;
    asking.setState({ doing: undefined });
    act(new KeyboardEvent('keydown'));
  });
  useEffect(() => {
    if (doing) runAsked(doing);
  }, [doing]);
}

/** Keys of one thing that has the focus; what means something there goes no further. */
export const keysHere = (handlers: Handlers): ((e: { nativeEvent: Event }) => void) => {
  const handle = createKeybindingsHandler(
    bindings((doing, e) => {
      const act = handlers[doing];
      if (!act) return;
      e.preventDefault();
      e.stopPropagation();
      act(e);
    }),
  );
  return (e) => handle(e.nativeEvent);
};
