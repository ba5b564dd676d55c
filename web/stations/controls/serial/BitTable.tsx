/** Bit by bit: the key it is, how it stands at rest, and what moved it when it was captured. */
import { Select } from 'antd';
import { useBuild } from '../../../state/build';
import type { BusNow } from './useBus';

const NONE = '';

export function BitTable({ now }: { now: BusNow }) {
  const { doc } = useBuild('doc');
  const { keys, bus, found, set } = now;
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const movers = (bit: number): string[] =>
    [...found.moved].flatMap(([key, all]) => (all.some((m) => m.includes(bit)) ? [key] : []));
  const place = (bit: number, key: string): void => {
    const table = Array.from({ length: bus.bits }, (_, i) => bus.keys[i] ?? null);
    // A key has one bit: the one it had before is free again.
    const others = table.map((k) => (k === key ? null : k));
    others[bit] = key === NONE ? null : key;
    set({ keys: others });
  };
  return (
    <table className="plain" aria-label="Bits of the serial pad">
      <thead>
        <tr>
          <th>Bit</th>
          <th>Key</th>
          <th>At rest</th>
          <th>Moved by</th>
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: bus.bits }, (_, bit) => {
          const moved = movers(bit);
          const key = bus.keys[bit] ?? NONE;
          const isOdd = moved.length > 1 || (moved.length === 1 && moved[0] !== key);
          return (
            <tr key={bit}>
              <td>{bit + 1}</td>
              <td>
                <Select
                  size="small"
                  aria-label={`Key of bit ${bit + 1}`}
                  style={{ width: 150 }}
                  value={key}
                  onChange={(k) => place(bit, k)}
                  options={[
                    { value: NONE, label: 'none' },
                    ...keys.map((k) => ({ value: k, label: nameOf(k) })),
                  ]}
                />
              </td>
              <td className="nowrap">{restWords(found.rest?.[bit])}</td>
              <td className={isOdd ? 'bad' : ''}>{moved.map(nameOf).join(', ')}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function restWords(level: string | undefined): string {
  if (level === undefined) return '';
  return level === '1' ? 'high' : 'low';
}
