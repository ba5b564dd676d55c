/** "No thicker than": the least that must come off, easiest first, taken off together. */
import { useState } from 'react';
import { Button } from 'antd';
import { leastRemovals } from '@deft/core/kit';
import { formatMm, type Part } from '@deft/core/model';
import { MmField } from '../../ui/MmField';

export function SlimTo({
  part,
  struck,
  onStrike,
  onLight,
}: {
  part: Part;
  struck: readonly string[];
  onStrike: (blocks: readonly string[]) => void;
  onLight: (b: string | undefined) => void;
}) {
  const [wanted, want] = useState<number>();
  const s = leastRemovals(part, struck, wanted ?? 1000);
  return (
    <section className="card" aria-label="No thicker than" style={{ maxWidth: 560 }}>
      <div className="pair" style={{ maxWidth: 260 }}>
        <MmField
          label="No thicker than"
          min={0.2}
          max={200}
          value={wanted ?? Math.round(s.before * 10) / 10}
          onChange={(mm) => {
            want(mm);
          }}
        />
      </div>
      {wanted !== undefined && (
        <>
          {!s.reached && (
            <p className="bad" role="alert">
              {s.working[1]}. Everything that comes off:
            </p>
          )}
          {s.reached && !s.blocks.length && (
            <p>It is {formatMm(s.before, 1)} mm already: nothing needs to come off.</p>
          )}
          {s.blocks.length > 0 && (
            <>
              <ol style={{ margin: '6px 0', paddingLeft: 20 }}>
                {s.blocks.map((b) => (
                  <li
                    key={b.id}
                    onMouseEnter={() => onLight(b.id)}
                    onMouseLeave={() => onLight(undefined)}
                  >
                    <b style={{ fontWeight: 600 }}>{b.name}</b>, {b.removable!.tool}{' '}
                    {b.removable!.difficulty}/5
                    {b.removable!.lost && (
                      <span className="note"> · lost: {b.removable!.lost}</span>
                    )}
                    {b.removable!.risk && <span className="note"> · {b.removable!.risk}</span>}
                  </li>
                ))}
              </ol>
              <p className="note">{s.working.join('; ')}.</p>
              <Button
                size="small"
                type="primary"
                onClick={() => onStrike(s.blocks.map((b) => b.id))}
              >
                Take {s.blocks.length === 1 ? 'it' : `all ${s.blocks.length}`} off:{' '}
                {formatMm(s.after, 1)} mm
              </Button>
            </>
          )}
        </>
      )}
    </section>
  );
}
