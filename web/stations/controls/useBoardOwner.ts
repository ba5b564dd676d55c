/** The one board there is, held by this view until it is left; what it refuses is a sentence. */
import { useEffect, useState } from 'react';
import { freeBoard } from '../../state/api';

export interface BoardOwner {
  owner: string;
  isBusy: boolean;
  bad: string | undefined;
  /** Does it, and says in a sentence what went wrong. */
  guarded: (work: () => Promise<void>) => Promise<void>;
}

export function useBoardOwner(): BoardOwner {
  const [owner] = useState(() => crypto.randomUUID());
  const [isBusy, setBusy] = useState(false);
  const [bad, setBad] = useState<string>();
  useEffect(() => {
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
      await work();
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'The board does not answer.');
    } finally {
      setBusy(false);
    }
  };
  return { owner, isBusy, bad, guarded };
}
