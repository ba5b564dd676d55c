/** Drawings are read away from the screen's thread, where a reader that never ends can be ended. */
import { expose } from 'comlink';
import { type Drawing, readDxf, readSvg } from '@deft/core/formats/drawing';
import { BadInput } from '@deft/core/model';

const api = {
  /** The kind is told by the content, not by the name. */
  read(
    text: string,
  ): { ok: true; drawing: Drawing; kind: 'SVG' | 'DXF' } | { ok: false; sentence: string } {
    const kind = /^\s*(\ufeff)?\s*</.test(text.slice(0, 400)) ? 'SVG' : 'DXF';
    try {
      return { ok: true, kind, drawing: kind === 'SVG' ? readSvg(text) : readDxf(text) };
    } catch (e) {
      return {
        ok: false,
        sentence: e instanceof BadInput ? e.message : 'This drawing cannot be read.',
      };
    }
  },
};
export type DrawingApi = typeof api;
expose(api);
