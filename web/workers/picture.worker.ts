/** A picture decoded, searched for edges and laid flat, away from the screen's thread. */
import { expose } from 'comlink';
import {
  type Gray,
  lyingBy,
  snapNear,
  type View,
  viewOfPhoto,
  viewOfScan,
} from '@deft/core/capture';
import { BadInput, type Underlay } from '@deft/core/model';

type Said<T> = { ok: true; value: T } | { ok: false; sentence: string };
let image: ImageData | undefined;
let gray: Gray | undefined;

const said = async <T>(work: () => Promise<T> | T, otherwise: string): Promise<Said<T>> => {
  try {
    return { ok: true, value: await work() };
  } catch (e) {
    return { ok: false, sentence: e instanceof BadInput ? e.message : otherwise };
  }
};
const viewBy = (how: Underlay['how']): View =>
  how.kind === 'scan'
    ? viewOfScan(how.marks, gray!.h)
    : viewOfPhoto(gray!, how.corners, how.wide, how.high, how.distance);

const api = {
  open: (blob: Blob): Promise<Said<{ w: number; h: number }>> =>
    said(async () => {
      const map = await createImageBitmap(blob);
      const canvas = new OffscreenCanvas(map.width, map.height);
      const pen = canvas.getContext('2d', { willReadFrequently: true })!;
      pen.drawImage(map, 0, 0);
      image = pen.getImageData(0, 0, map.width, map.height);
      const px = new Uint8Array(map.width * map.height);
      const d = image.data;
      for (let i = 0; i < px.length; i++) {
        px[i] = (d[4 * i]! * 77 + d[4 * i + 1]! * 150 + d[4 * i + 2]! * 29) >> 8;
      }
      gray = { w: map.width, h: map.height, px };
      return { w: map.width, h: map.height };
    }, 'This picture is damaged: it cannot be drawn.'),
  snap: (x: number, y: number, reach: number) => (gray ? snapNear(gray, x, y, reach) : undefined),
  view: (how: Underlay['how']): Promise<Said<View>> =>
    said(() => viewBy(how), 'This picture cannot be measured.'),
  /** The half laid flat: the page from -5 mm to w + 5, h + 5, as seen from inside. */
  flat: (
    u: Pick<Underlay, 'how' | 'lies'>,
    w: number,
    h: number,
    pxPerMm: number,
  ): Promise<Said<Blob>> =>
    said(async () => {
      const rim = u.how.kind === 'photo' ? u.how.rim : { mm: 0, u: 0 };
      const lying = lyingBy(viewBy(u.how), u.lies, rim);
      const W = Math.round((w + 10) * pxPerMm);
      const H = Math.round((h + 10) * pxPerMm);
      const out = new ImageData(W, H);
      const from = image!;
      for (let j = 0; j < H; j++) {
        for (let i = 0; i < W; i++) {
          const [px, py] = lying.pixel(i / pxPerMm - 5, h + 5 - j / pxPerMm, rim.mm);
          const a = Math.round(px);
          const b = Math.round(py);
          if (a < 0 || b < 0 || a >= from.width || b >= from.height) continue;
          const s = 4 * (b * from.width + a);
          const t = 4 * (j * W + i);
          out.data[t] = from.data[s]!;
          out.data[t + 1] = from.data[s + 1]!;
          out.data[t + 2] = from.data[s + 2]!;
          out.data[t + 3] = 255;
        }
      }
      const canvas = new OffscreenCanvas(W, H);
      canvas.getContext('2d')!.putImageData(out, 0, 0);
      return canvas.convertToBlob({ type: 'image/png' });
    }, 'This picture cannot be laid flat.'),
};
export type PictureApi = typeof api;
expose(api);
