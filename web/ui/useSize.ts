import { type Ref, useEffect, useState } from 'react';

/** Width and height of an element in px, kept up to date, also when it stands elsewhere than before. */
export function useSize<T extends HTMLElement>(): [Ref<T>, { w: number; h: number }] {
  const [el, ref] = useState<T | null>(null);
  const [size, setSize] = useState({ w: 0, h: 0 });
  useEffect(() => {
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
  }, [el]);
  return [ref, size];
}
