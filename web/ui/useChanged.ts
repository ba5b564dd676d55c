/** State that starts anew when what it was made from is another, before anything is drawn with the old. */
import { useState } from 'react';

/** Calls `restart` in the very rendering in which `now` differs from the rendering before; not at first. */
export function useChanged<T>(now: T, restart: (now: T) => void): void {
  const [seen, see] = useState(now);
  if (Object.is(seen, now)) return;
  see(now);
  restart(now);
}
