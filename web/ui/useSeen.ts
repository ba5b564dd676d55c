import { type RefObject, useEffect, useRef, useState } from 'react';

/** Whether an element has come near the screen once. */
export function useSeen<T extends HTMLElement>(): [RefObject<T | null>, boolean] {
  const ref = useRef<T>(null);
  const [seen, see] = useState(false);
  useEffect(() => {
    if (seen || !ref.current) return;
    const watch = new IntersectionObserver(
      (entries) => {
        if (entries.some((e) => e.isIntersecting)) see(true);
      },
      { rootMargin: '200px' },
    );
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, [seen]);
  return [ref, seen];
}
