/** One picture in its worker: opened, its edges, its view, and laid flat. */
import { useEffect, useRef, useState } from 'react';
import { type Remote, wrap } from 'comlink';
import type { View } from '@deft/core/capture';
import type { Underlay } from '@deft/core/model';
import type { PictureApi } from '../../../workers/picture.worker';

/** Opening a picture of any size takes a second or two; a busy machine may need longer. */
const PATIENCE_MS = 15_000;

export function usePicture(url: string | undefined) {
  const worker = useRef<{ w: Worker; api: Remote<PictureApi> }>(undefined);
  const [size, setSize] = useState<{ url: string; w: number; h: number }>();
  const [bad, setBad] = useState<string>();
  useEffect(() => {
    if (!url) return;
    let gone = false;
    const w = new Worker(new URL('../../../workers/picture.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<PictureApi>(w);
    worker.current = { w, api };
    const late = setTimeout(() => {
      if (!gone) {
        setBad(
          `Opening this picture took longer than ${PATIENCE_MS / 1000} s and was ended. Scan it at 300 dpi.`,
        );
        w.terminate();
      }
    }, PATIENCE_MS);
    const opened = async (): Promise<void> => {
      try {
        const answer = await fetch(url);
        if (!answer.ok) throw new Error('gone');
        const r = await api.open(await answer.blob());
        if (gone) return;
        if (r.ok) {
          setBad(undefined);
          setSize({ url, ...r.value });
        } else setBad(r.sentence);
      } catch {
        if (!gone) setBad('The picture is not there any more.');
      } finally {
        clearTimeout(late);
      }
    };
    void opened();
    return () => {
      gone = true;
      clearTimeout(late);
      w.terminate();
      worker.current = undefined;
    };
  }, [url]);
  return {
    size: size?.url === url ? size : undefined,
    bad,
    snap: async (x: number, y: number, reach: number) => worker.current?.api.snap(x, y, reach),
    view: async (
      how: Underlay['how'],
    ): Promise<{ ok: true; value: View } | { ok: false; sentence: string } | undefined> =>
      worker.current?.api.view(how),
    flat: async (u: Pick<Underlay, 'how' | 'lies'>, w: number, h: number, pxPerMm: number) =>
      worker.current?.api.flat(u, w, h, pxPerMm),
  };
}
