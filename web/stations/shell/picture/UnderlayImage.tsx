/** The picture laid flat under a half of the open book, faded as far as one likes. */
import { useEffect, useState } from 'react';
import { outlineSpan, type Body, type Underlay } from '@deft/core/model';
import type { Page, Spread } from '../../../book/spread';
import { pictureUrl } from '../../../state/api';
import { usePicture } from './usePicture';

const PX_A_MM = 5;
const MARGIN_MM = 5;

export function UnderlayImage({
  build,
  body,
  underlay: u,
  page,
  spread: s,
}: {
  build: string;
  body: Body;
  underlay: Underlay;
  page: Page;
  spread: Spread;
}) {
  const picture = usePicture(pictureUrl(build, u.asset));
  const [url, setUrl] = useState<string>();
  const { w, h } = outlineSpan(body.outline);
  const what = JSON.stringify([u.how, u.lies, w, h]);
  const ready = picture.size !== undefined;
  useEffect(() => {
    let gone = false;
    let made: string | undefined;
    if (ready) {
      void picture.flat({ how: u.how, lies: u.lies }, w, h, PX_A_MM).then((r) => {
        if (!gone && r?.ok) {
          made = URL.createObjectURL(r.value);
          setUrl(made);
        }
      });
    }
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [ready, what]); // eslint-disable-line react-hooks/exhaustive-deps
  return url ? (
    <image
      href={url}
      opacity={u.fade}
      x={page.ox - MARGIN_MM * s.scale}
      y={page.oy - MARGIN_MM * s.scale}
      width={(w + 2 * MARGIN_MM) * s.scale}
      height={(h + 2 * MARGIN_MM) * s.scale}
      style={{ pointerEvents: 'none' }}
    />
  ) : (
    <Missing why={picture.bad} x={page.ox} y={page.oy} />
  );
}

/** Why a picture does not lie there; nothing while it is still on its way. */
const Missing = ({ why, x, y }: { why: string | undefined; x: number; y: number }) =>
  why === undefined ? null : (
    <text x={x + 8} y={y + 20} fontSize="13" fill="var(--hit-ink)">
      {why}
    </text>
  );
