/** Each wanted game family on this screen and on any other beside it, to true size on the calibrated monitor. */
import { useState } from 'react';
import { Select, Slider, Switch } from 'antd';
import { SHOWN } from '@deft/core/catalogue';
import type { GameFamily, Part } from '@deft/core/model';
import { useBuild, useScene } from '../../state/build';
import { ScreenPictures } from './ScreenPictures';

const SLOT = 'deft-px-a-mm';
const CARD = { w: 85.6, h: 54 };
const kept = (): number => {
  const v = Number(globalThis.localStorage?.getItem(SLOT));
  return v > 1 && v < 20 ? v : 96 / 25.4;
};

export function PicturePlanner({ part }: { part: Part }) {
  const { doc, library } = useBuild('doc', 'library');
  const scene = useScene();
  const [pxMm, setPxMm] = useState(kept);
  const [whole, setWhole] = useState(true);
  const [clock, setClock] = useState(40);
  const [beside, setBeside] = useState<string[]>([]);
  if (!part.screen) return null;
  const wanted = doc.brief.families;
  const rest = (Object.keys(SHOWN) as GameFamily[]).filter((f) => !wanted.includes(f));
  const hole = scene.shell?.openings.face.find((o) => o.use === 'window');
  const window = hole && { w: hole.w, h: hole.h };
  const calibrate = (v: number) => {
    setPxMm(v);
    try {
      localStorage.setItem(SLOT, String(v));
    } catch {
      /* a private window forgets it */
    }
  };
  const others = library.filter((q) => q.screen && q.id !== part.id);
  const candidates = others.filter((q) => beside.includes(q.id));
  const common = { wanted, whole, pxMm, window, clock, onClock: setClock };
  return (
    <section
      aria-label="Picture planner"
      style={{ display: 'flex', flexDirection: 'column', gap: 12 }}
    >
      <div className="row" style={{ gap: 18 }}>
        <label className="row">
          <Switch
            size="small"
            checked={whole}
            onChange={setWhole}
            aria-label="Whole-number scale"
          />
          whole-number scale where there is one
        </label>
        <label className="row">
          beside it{' '}
          <Select
            size="small"
            mode="multiple"
            aria-label="Screens beside it"
            placeholder="other screens"
            style={{ minWidth: 190, maxWidth: 320 }}
            maxTagCount={2}
            value={beside}
            onChange={setBeside}
            options={others.map((q) => ({ value: q.id, label: q.name }))}
          />
        </label>
      </div>
      {candidates.length > 0 && <h3>{part.name}</h3>}
      <ScreenPictures
        {...common}
        screen={part.screen}
        families={candidates.length ? wanted : [...wanted, ...rest]}
      />
      {candidates.map((q) => (
        <section
          key={q.id}
          aria-label={q.name}
          style={{
            borderTop: '1px solid var(--line)',
            paddingTop: 10,
            display: 'flex',
            flexDirection: 'column',
            gap: 10,
          }}
        >
          <h3>{q.name}</h3>
          <ScreenPictures {...common} screen={q.screen!} families={wanted} />
        </section>
      ))}
      <details>
        <summary>True size on this monitor: lay a bank card on the frame</summary>
        <svg
          width={CARD.w * pxMm + 2}
          height={CARD.h * pxMm + 2}
          role="img"
          aria-label="A card to lay a real one on"
        >
          <rect
            x="1"
            y="1"
            width={CARD.w * pxMm}
            height={CARD.h * pxMm}
            rx={3.2 * pxMm}
            fill="none"
            stroke="var(--teal)"
            strokeWidth="2"
          />
        </svg>
        <Slider
          ariaLabelForHandle="Size of the card"
          min={2}
          max={9}
          step={0.01}
          value={pxMm}
          onChange={calibrate}
          tooltip={{ open: false }}
          style={{ maxWidth: 420 }}
        />
        <p className="note">
          Move until the frame is as large as the card, 85.6 × 54 mm. Kept in this browser.
        </p>
      </details>
      <p className="note">
        Original sizes and distances are typical: a tube across a room, a handheld in the hand. This
        one is taken at 35 cm.
      </p>
    </section>
  );
}
