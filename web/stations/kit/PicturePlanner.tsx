/** Each wanted game family on this screen, to true size, with what decides it. */
import { useState } from 'react';
import { InputNumber, Slider, Switch } from 'antd';
import { SHOWN } from '@deft/core/catalogue';
import { parallelClock, picturePlan, spiRate } from '@deft/core/display';
import { formatMm, type GameFamily, type Part } from '@deft/core/model';
import { useBuild } from '../../state/build';

const SLOT = 'deft-px-a-mm', CARD = { w: 85.6, h: 54 };
const kept = (): number => { const v = Number(globalThis.localStorage?.getItem(SLOT)); return v > 1 && v < 20 ? v : 96 / 25.4; };

export function PicturePlanner({ part }: { part: Part }) {
  const { doc, check } = useBuild();
  const [pxMm, setPxMm] = useState(kept);
  const [whole, setWhole] = useState(true);
  const [clock, setClock] = useState(40);
  const screen = part.screen;
  if (!screen) return null;
  const wanted = doc.brief.families, rest = (Object.keys(SHOWN) as GameFamily[]).filter((f) => !wanted.includes(f));
  const { w: W, h: H } = screen.active;
  const calibrate = (v: number) => { setPxMm(v); try { localStorage.setItem(SLOT, String(v)); } catch { /* a private window forgets it */ } };
  const window_ = check.findings.filter((f) => f.check === 'window');
  const first = picturePlan(SHOWN['8-bit home'], screen);
  return (
    <section aria-label="Picture planner" style={{ display: 'flex', flexDirection: 'column', gap: 12 }}>
      <div className="row" style={{ gap: 18 }}>
        <span><b style={{ fontWeight: 600 }}>{formatMm(W, 1)} × {formatMm(H, 1)} mm</b> lit, {screen.px[0]} × {screen.px[1]}, {first.ppi.toFixed(0)} pixels an inch</span>
        <label className="row"><Switch size="small" checked={whole} onChange={setWhole} aria-label="Whole-number scale" />whole-number scale where there is one</label>
      </div>
      {first.odd && <p className="bad">Check the sheet: {first.odd}.</p>}
      {screen.link === 'spi' && <p className="row"><span>SPI clock, MHz</span><InputNumber size="small" aria-label="SPI clock" min={1} max={200} value={clock} onChange={(v) => v && setClock(v)} style={{ width: 80 }} /><span className="note">{spiRate(screen, clock).working[0]}</span></p>}
      {screen.link === 'parallel' && <p className="note">Pixel clock {parallelClock(screen).working[0]}.</p>}
      {window_.map((f) => <p key={f.id} className={f.verdict === 'clear' ? 'note' : 'bad'}>{f.title}: {f.what}</p>)}
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 14 }}>
        {[...wanted, ...rest].map((name) => {
          const plan = picturePlan(SHOWN[name], screen), p = (whole && plan.whole) || plan.fill;
          return (
            <figure key={name} style={{ margin: 0, width: Math.max(W * pxMm + 2, 190) }}>
              <svg width={W * pxMm + 2} height={H * pxMm + 2} role="img" aria-label={`${name}: ${p.w.toFixed(0)} by ${p.h.toFixed(0)} mm on ${W.toFixed(0)} by ${H.toFixed(0)}`}>
                <rect x="1" y="1" width={W * pxMm} height={H * pxMm} fill="#10201f" />
                <rect x={1 + p.x * pxMm} y={1 + (H - p.y - p.h) * pxMm} width={p.w * pxMm} height={p.h * pxMm} fill={wanted.includes(name) ? '#8fd3c6' : '#c9d6cf'} />
                <text x={1 + (W * pxMm) / 2} y={1 + (H * pxMm) / 2 + 4} textAnchor="middle" fontSize="12" fontWeight="650" fill="#10201f">{p.whole ? `× ${p.scale.toFixed(0)}` : `× ${p.scale.toFixed(2)}`}</text>
              </svg>
              <figcaption><b style={{ fontWeight: 600 }}>{name}</b>{wanted.includes(name) ? '' : <span className="note"> not asked for</span>}<br /><span className="note">{p.w.toFixed(1)} × {p.h.toFixed(1)} mm, {Math.round(100 * p.bars)} % black; looks {p.apparent >= 1 ? `${p.apparent.toFixed(1)} times as wide` : `${Math.round(100 * p.apparent)} % as wide`} as the original{!plan.whole ? '; no whole scale' : ''}</span></figcaption>
            </figure>
          );
        })}
      </div>
      <details>
        <summary>True size on this monitor: lay a bank card on the frame</summary>
        <svg width={CARD.w * pxMm + 2} height={CARD.h * pxMm + 2} role="img" aria-label="A card to lay a real one on"><rect x="1" y="1" width={CARD.w * pxMm} height={CARD.h * pxMm} rx={3.2 * pxMm} fill="none" stroke="var(--teal)" strokeWidth="2" /></svg>
        <Slider ariaLabelForHandle="Size of the card" min={2} max={9} step={0.01} value={pxMm} onChange={calibrate} tooltip={{ open: false }} style={{ maxWidth: 420 }} />
        <p className="note">Move until the frame is as large as the card, 85.6 × 54 mm. Kept in this browser.</p>
      </details>
      <p className="note">Original sizes and distances are typical: a tube across a room, a handheld in the hand. This one is taken at 35 cm.</p>
    </section>
  );
}
