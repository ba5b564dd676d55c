import { type RefObject, useEffect, useRef, useState } from 'react';

/** Width and height of an element in px, kept up to date. */
export function useSize<T extends HTMLElement>(): [RefObject<T | null>, { w: number; h: number }] {
  const ref = useRef<T>(null);
  const [size, setSize] = useState({ w: 0, h: 0 });
  useEffect(() => {
    const el = ref.current;
    if (!el) return;
    const read = () =>
      setSize((s) =>
        s.w === el.clientWidth && s.h === el.clientHeight
          ? s
          : { w: el.clientWidth, h: el.clientHeight },
      );
    read();
    const watch = new ResizeObserver(read);
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  return [ref, size];
}
