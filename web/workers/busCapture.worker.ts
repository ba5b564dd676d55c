/** Logic captures of a serial pad read away from the screen's thread: a second of one is a hundred thousand rows. */
import { expose } from 'comlink';
import { BadInput } from '@deft/core/model';
import { type Decoded, decoded, readBusCapture } from '@deft/core/padbus';

const api = {
  read(text: string): { ok: true; value: Decoded } | { ok: false; sentence: string } {
    try {
      return { ok: true, value: decoded(readBusCapture(text)) };
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      return { ok: false, sentence: e.message };
    }
  },
};
export type BusCaptureApi = typeof api;
expose(api);
