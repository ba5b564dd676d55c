/** The 40-pin header as one looks at it: who is on each pin. */
import { HEADER_40, RESERVED } from '@deft/core/kit';
import type { ButtonMap } from '@deft/core/controls';

export function Header({ map }: { map: ButtonMap }) {
  const use = (gpio: number | undefined): [string, string] => {
    if (gpio === undefined) return ['', 'supply'];
    const taken = map.lines.taken.filter((t) => t.gpio === gpio);
    const input = map.inputs.find((m) => m.gpio === gpio);
    if (taken.length && input) return [`${taken[0]!.signal} and ${input.input.name}`, 'clash'];
    if (taken.length) {
      return [taken.map((t) => t.signal).join(' and '), taken.length > 1 ? 'clash' : 'taken'];
    }
    if (input) return [input.input.name, 'mine'];
    return RESERVED[gpio] ? ['reserved', 'taken'] : ['', 'free'];
  };
  const colour: Record<string, string> = {
    supply: 'var(--faint)',
    taken: 'var(--tight-ink)',
    clash: 'var(--hit-ink)',
    mine: 'var(--teal-ink)',
    free: 'var(--soft)',
  };
  return (
    <table className="plain pinrow" aria-label="Header pins">
      <thead>
        <tr>
          <th>Use</th>
          <th style={{ textAlign: 'right' }}>Odd</th>
          <th>Even</th>
          <th>Use</th>
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: 20 }, (_, r) => {
          const [a, b] = [HEADER_40[2 * r]!, HEADER_40[2 * r + 1]!];
          const [ua, ka] = use(a.gpio);
          const [ub, kb] = use(b.gpio);
          return (
            <tr key={r}>
              <td style={{ color: colour[ka] }}>{ua}</td>
              <td style={{ textAlign: 'right' }} className="nowrap">
                {a.name} <b>{a.pin}</b>
              </td>
              <td className="nowrap">
                <b>{b.pin}</b> {b.name}
              </td>
              <td style={{ color: colour[kb] }}>{ub}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
