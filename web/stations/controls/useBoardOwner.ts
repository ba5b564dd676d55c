/** The one board there is, held by this view until it is left; what it refuses is a sentence. */
import { useEffect, useRef, useState } from 'react';
import { freeBoard } from '../../state/api';
import { tabName } from '../../state/tab';

export interface BoardOwner {
  owner: string;
  isBusy: boolean;
  bad: string | undefined;
  /** Does it, and says in a sentence what went wrong. */
  guarded: (work: () => Promise<void>) => Promise<void>;
}

/** Where this tab remembers under which name it held the board last. */
const SLOT = 'deft-board-owner';

/**
 * A page that went away may not have been heard: what this tab held before is given back first.
 * A tab duplicated from another has a name of its own, and takes nothing from that one.
 */
async function giveBackLast(owner: string): Promise<void> {
  try {
    const tab = await tabName();
    const [by, last] = sessionStorage.getItem(SLOT)?.split(' ') ?? [];
    sessionStorage.setItem(SLOT, `${tab} ${owner}`);
    if (by === tab && last !== undefined && last !== owner) await freeBoard(last);
  } catch {
    // A private window keeps no names, and a server that is away holds nothing.
  }
}

export function useBoardOwner(): BoardOwner {
  const [owner] = useState(() => crypto.randomUUID());
  const [isBusy, setBusy] = useState(false);
  const [bad, setBad] = useState<string>();
  const givenBack = useRef<Promise<void>>(undefined);
  useEffect(() => {
    givenBack.current = giveBackLast(owner);
    const free = (): void => void freeBoard(owner).catch(() => undefined);
    window.addEventListener('pagehide', free);
    return () => {
      window.removeEventListener('pagehide', free);
      free();
    };
  }, [owner]);
  const guarded = async (work: () => Promise<void>): Promise<void> => {
    setBusy(true);
    setBad(undefined);
    try {
      await givenBack.current;
      await work();
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'The board does not answer.');
    } finally {
      setBusy(false);
    }
  };
  return { owner, isBusy, bad, guarded };
}
