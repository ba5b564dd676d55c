/** PDFs are made away from the screen's thread; the library loads only when something is printed. */
import { expose } from 'comlink';
import type { Sheet } from '@deft/core/cuts';
import type { Fonts, Paper } from '@deft/core/formats/pdf';

const api = {
  async pdf(
    sheets: readonly Sheet[],
    o: {
      title: string;
      paper: Paper;
      fonts: Fonts;
      correction?: { along: number; across: number };
      working?: string;
    },
  ): Promise<Uint8Array> {
    const { sheetsPdf } = await import('@deft/core/formats/pdf');
    return sheetsPdf(sheets, o);
  },
};
export type PrintApi = typeof api;
expose(api);
