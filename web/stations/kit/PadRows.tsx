/** Pads and header pins of a part of one's own: a row at once from the names printed on the board, each then where it is. */
import { useState } from 'react';
import { Button, Input, Select } from 'antd';
import { fieldsOf, withField } from '@deft/core/kit';
import type { Pad, Part } from '@deft/core/model';
import { MmField } from '../../ui/MmField';
import { wordsIn } from './PartRows';

const PITCH_MM = 2.54;
const GPIO = /^GPIO ?(\d{1,2})$/i;

/** A row of pads from their printed names, one pitch apart. */
function rowOf(
  names: string,
  at: { x: number; y: number },
  pitch: number,
  taken: Part['pads'],
): Pad[] {
  const ids = new Set(taken.map((p) => p.id));
  let n = taken.length;
  return names
    .split(/[\s,;]+/)
    .filter(Boolean)
    .slice(0, 80 - taken.length)
    .map((name, i) => {
      do n++;
      while (ids.has(String(n)));
      const line = GPIO.exec(name);
      return {
        id: String(n),
        name: name.slice(0, 40),
        x: at.x + i * pitch,
        y: at.y,
        side: 'top',
        ...(line && Number(line[1]) < 64 ? { gpio: Number(line[1]) } : {}),
      };
    });
}

export function PadRows({
  part,
  onChange,
}: {
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const [names, setNames] = useState('');
  const [x, setX] = useState(2);
  const [y, setY] = useState(1.5);
  const [pitch, setPitch] = useState(PITCH_MM);
  const put = (id: string, more: Partial<Pad>) =>
    onChange({ ...part, pads: part.pads.map((p) => (p.id === id ? { ...p, ...more } : p)) });
  const alsoCalled = (index: number, text: string) => {
    const also = fieldsOf(part, 'pads', part.pads[index]!).find((f) => f.key === 'also')!;
    onChange(withField(part, 'pads', index, also, wordsIn(text, 8)));
  };
  const add = () => {
    const said = onChange({
      ...part,
      pads: [...part.pads, ...rowOf(names, { x, y }, pitch, part.pads)],
    });
    if (!said) setNames('');
  };
  return (
    <details className="pads">
      <summary>
        Pads and pins{' '}
        <span className="note">
          {part.pads.length
            ? part.pads
                .slice(0, 8)
                .map((p) => p.name)
                .join(', ') + (part.pads.length > 8 ? ' ...' : '')
            : 'none: nothing can be wired to it'}
        </span>
      </summary>
      <div className="row">
        <Input
          size="small"
          className="grow"
          aria-label="Names along a row, as printed"
          placeholder="5V GND D+ D-"
          maxLength={400}
          value={names}
          onChange={(e) => setNames(e.target.value)}
          onPressEnter={add}
        />
        <Button
          size="small"
          disabled={!names.trim()}
          title={names.trim() ? undefined : 'Type the names printed along the row first.'}
          onClick={add}
        >
          Add this row
        </Button>
      </div>
      <div className="pair">
        <MmField label="First pad from the datum, x" value={x} onChange={setX} />
        <MmField label="First pad, y" value={y} onChange={setY} />
        <MmField label="Pitch" value={pitch} min={0.3} max={50} onChange={setPitch} />
      </div>
      {part.pads.length > 0 && (
        <table className="plain">
          <thead>
            <tr>
              <th>Name</th>
              <th>x, mm</th>
              <th>y, mm</th>
              <th>Also called</th>
              <th>Side</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {part.pads.map((p, i) => (
              <tr key={p.id}>
                <td>
                  <Input
                    size="small"
                    aria-label={`Name of pad ${p.id}`}
                    maxLength={40}
                    value={p.name}
                    onChange={(e) => e.target.value && put(p.id, { name: e.target.value })}
                  />
                </td>
                <td>{p.x.toFixed(2)}</td>
                <td>{p.y.toFixed(2)}</td>
                <td>
                  <Input
                    size="small"
                    aria-label={`Also called, pad ${p.name}`}
                    placeholder="also called"
                    key={p.also?.join(', ')}
                    defaultValue={p.also?.join(', ')}
                    onBlur={(e) => alsoCalled(i, e.target.value)}
                  />
                </td>
                <td>
                  <Select
                    size="small"
                    aria-label={`Side of pad ${p.name}`}
                    value={p.side}
                    onChange={(side) => put(p.id, { side })}
                    options={[
                      { value: 'top' as const, label: 'top' },
                      { value: 'bottom' as const, label: 'bottom' },
                    ]}
                  />
                </td>
                <td>
                  <Button
                    size="small"
                    type="text"
                    aria-label={`Remove pad ${p.name}`}
                    onClick={() =>
                      onChange({ ...part, pads: part.pads.filter((q) => q.id !== p.id) })
                    }
                  >
                    Remove
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </details>
  );
}
