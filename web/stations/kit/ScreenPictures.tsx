/** One screen: how fast its link is, how it lies behind the window, and each family's picture on it to true size. */
import { InputNumber } from 'antd';
import { SHOWN } from '@deft/core/catalogue';
import { behindWindow, parallelClock, picturePlan, spiRate } from '@deft/core/display';
import { formatMm, type GameFamily, type Part } from '@deft/core/model';

export interface ScreenPicturesProps {
  screen: NonNullable<Part['screen']>;
  families: readonly GameFamily[];
  wanted: readonly GameFamily[];
  whole: boolean;
  pxMm: number;
  window: { w: number; h: number } | undefined;
  clock: number;
  onClock: (v: number) => void;
}

export function ScreenPictures({
  screen,
  families,
  wanted,
  whole,
  pxMm,
  window,
  clock,
  onClock,
}: ScreenPicturesProps) {
  const { w: W, h: H } = screen.active;
  const first = picturePlan(SHOWN['8-bit home'], screen);
  const behind = window && behindWindow(screen, window);
  return (
    <>
      <p>
        <b style={{ fontWeight: 600 }}>
          {formatMm(W, 1)} × {formatMm(H, 1)} mm
        </b>{' '}
        lit, {screen.px[0]} × {screen.px[1]}, {first.ppi.toFixed(0)} pixels an inch
      </p>
      {first.odd && <p className="bad">Check the sheet: {first.odd}.</p>}
      {screen.link === 'spi' && (
        <p className="row">
          <span>SPI clock, MHz</span>
          <InputNumber
            size="small"
            aria-label="SPI clock"
            min={1}
            max={200}
            value={clock}
            onChange={(v) => v && onClock(v)}
            style={{ width: 80 }}
          />
          <span className="note">{spiRate(screen, clock).working[0]}</span>
        </p>
      )}
      {screen.link === 'parallel' && (
        <p className="note">Pixel clock {parallelClock(screen).working[0]}.</p>
      )}
      {behind && (
        <p className={behind.covered > 0 ? 'bad' : 'note'}>
          {behind.covered > 0
            ? `The window hides ${Math.round(100 * behind.covered)} % of the picture`
            : 'The window shows all of it'}
          : {behind.working}.
        </p>
      )}
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 14 }}>
        {families.map((name) => {
          const plan = picturePlan(SHOWN[name], screen);
          const p = (whole && plan.whole) || plan.fill;
          return (
            <figure key={name} style={{ margin: 0, width: Math.max(W * pxMm + 2, 190) }}>
              <svg
                width={W * pxMm + 2}
                height={H * pxMm + 2}
                role="img"
                aria-label={`${name}: ${p.w.toFixed(0)} by ${p.h.toFixed(0)} mm on ${W.toFixed(0)} by ${H.toFixed(0)}`}
              >
                <rect x="1" y="1" width={W * pxMm} height={H * pxMm} fill="#10201f" />
                <rect
                  x={1 + p.x * pxMm}
                  y={1 + (H - p.y - p.h) * pxMm}
                  width={p.w * pxMm}
                  height={p.h * pxMm}
                  fill={wanted.includes(name) ? '#8fd3c6' : '#c9d6cf'}
                />
                {behind && behind.covered > 0 && (
                  <rect
                    x={1 + behind.hiddenX * pxMm}
                    y={1 + behind.hiddenY * pxMm}
                    width={(W - 2 * behind.hiddenX) * pxMm}
                    height={(H - 2 * behind.hiddenY) * pxMm}
                    fill="none"
                    stroke="#ff8a73"
                    strokeWidth="2"
                    strokeDasharray="6 4"
                  >
                    <title>edge of the window</title>
                  </rect>
                )}
                <text
                  x={1 + (W * pxMm) / 2}
                  y={1 + (H * pxMm) / 2 + 4}
                  textAnchor="middle"
                  fontSize="12"
                  fontWeight="650"
                  fill="#10201f"
                >
                  {p.whole ? `× ${p.scale.toFixed(0)}` : `× ${p.scale.toFixed(2)}`}
                </text>
              </svg>
              <figcaption>
                <b style={{ fontWeight: 600 }}>{name}</b>
                {wanted.includes(name) ? '' : <span className="note"> not asked for</span>}
                <br />
                <span className="note">
                  {p.w.toFixed(1)} × {p.h.toFixed(1)} mm, {Math.round(100 * p.bars)} % black; looks{' '}
                  {p.apparent >= 1
                    ? `${p.apparent.toFixed(1)} times as wide`
                    : `${Math.round(100 * p.apparent)} % as wide`}{' '}
                  as the original{!plan.whole ? '; no whole scale' : ''}
                </span>
              </figcaption>
            </figure>
          );
        })}
      </div>
    </>
  );
}
