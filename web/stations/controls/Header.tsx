/** The 40-pin header as one looks at it: who is on each pin. */
import { useMemo } from 'react';
import { Button } from 'antd';
import { headerSvg } from '@deft/core/formats';
import { type ButtonMap, netWords, type PinUse, pinUses } from '@deft/core/controls';
import { download } from '../../ui/download';
import { useBuild, useScene } from '../../state/build';

/** Drawn from both sides, for the bench; the table says the same. */
function Drawing() {
  const { doc } = useBuild('doc');
  const scene = useScene();
  const svg = useMemo(() => headerSvg(doc, scene), [doc, scene]);
  return (
    <>
      <img
        src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
        alt="The header from above and from the side it is soldered on; the table below says the same"
        style={{ width: '100%' }}
      />
      <div>
        <Button size="small" onClick={() => download(`${doc.id}-header.svg`, svg, 'image/svg+xml')}>
          Both sides as SVG
        </Button>
      </div>
    </>
  );
}

const INK: Readonly<Record<PinUse['is'], string>> = {
  supply: 'var(--faint)',
  taken: 'var(--tight-ink)',
  reserved: 'var(--tight-ink)',
  clash: 'var(--hit-ink)',
  button: 'var(--teal-ink)',
  free: 'var(--soft)',
};

const Use = ({ of: { taken, button, net, is } }: { of: PinUse }) => (
  <td style={{ color: INK[is] }}>
    {[
      ...taken.map((t) => t.signal),
      ...(button ? [button.input.name] : []),
      ...(net ? [netWords(net)] : []),
    ].join(' and ') || (is === 'reserved' ? is : '')}
  </td>
);

export function Header({ map }: { map: ButtonMap }) {
  const uses = pinUses(map);
  return (
    <>
      <Drawing />
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
          {Array.from({ length: uses.length / 2 }, (_, r) => {
            const [odd, even] = [uses[2 * r]!, uses[2 * r + 1]!];
            return (
              <tr key={odd.pin.pin}>
                <Use of={odd} />
                <td style={{ textAlign: 'right' }} className="nowrap">
                  {odd.pin.name} <b>{odd.pin.pin}</b>
                </td>
                <td className="nowrap">
                  <b>{even.pin.pin}</b> {even.pin.name}
                </td>
                <Use of={even} />
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
