/** The lag off a high-speed film, beside what the typical figures say. */
import { useState } from 'react';
import { Input, InputNumber } from 'antd';
import { filmed, readCounts } from '@deft/core/lag';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';

export function FilmRow({ typical }: { typical: number }) {
  const { doc, edit } = useBuild('doc', 'edit');
  const { film } = doc.controls;
  const [fps, setFps] = useState(film?.fps ?? 240);
  const [text, setText] = useState(film?.frames.join(', ') ?? '');
  const [bad, setBad] = useState<string>();
  const keep = (rate: number, counts: string): void => {
    const frames = readCounts(counts);
    setBad(
      frames || !counts.trim() ? undefined : 'Counts are whole numbers of frames: 14, 15, 13.',
    );
    if (!frames && counts.trim()) return;
    edit((p) => {
      const controls = { ...p.controls };
      if (frames) controls.film = { fps: rate, frames };
      else delete controls.film;
      return { ...p, controls };
    }, 'film');
  };
  const found = film && filmed(film);
  return (
    <>
      <div className="row">
        <label className="row note">
          Film, frames a second{' '}
          <InputNumber
            size="small"
            aria-label="Film, frames a second"
            min={24}
            max={5000}
            style={{ width: 84 }}
            value={fps}
            onChange={(v) => {
              setFps(v ?? 240);
              keep(v ?? 240, text);
            }}
          />
        </label>
        <label className="row note">
          frames from press to light{' '}
          <Input
            size="small"
            aria-label="Frames from press to light"
            placeholder="14, 15, 13"
            style={{ width: 200 }}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              keep(fps, e.target.value);
            }}
          />
        </label>
        {found && (
          <b>
            {Math.round(found.value.ms)} ± {Math.max(1, Math.round(found.value.u95))} ms filmed,{' '}
            {Math.round(typical)} typical
          </b>
        )}
      </div>
      {found && <p className="note">{found.working.join('; ')}</p>}
      <Bad said={bad} />
    </>
  );
}
