/** Every wire with its way, gauge, colour, number and length to cut; bundle by bundle. */
import { Button } from 'antd';
import { wireTable } from '@deft/core/formats';
import type { Change } from '@deft/core/model';
import { type Bundle, stored, type Wire, type Wiring } from '@deft/core/wiring';
import { useBuild, useSettled, useShownScene } from '../../../state/build';
import { download } from '../../../ui/download';
import { Bundles } from './Bundles';
import { Leads } from './Leads';
import { OwnWire } from './OwnWire';
import style from './Wires.module.css';

export function WiresView({
  chosen,
  onChoose,
  onClose,
}: {
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
  onClose: () => void;
}) {
  const { doc, check, apply } = useBuild('doc', 'check', 'apply');
  const settled = useSettled();
  const scene = useShownScene();
  const { wiring } = check;
  const { wires, leads, unplug } = wiring;
  // A wire through a hinge stands with the bundle it begins in, and with the other when that is chosen.
  const wiresOf = (b: Bundle): Wire[] =>
    wires.filter((w) => w.bundle === b.id || (chosen === b.id && w.beyond === b.id));
  const bundles = wiring.bundles.filter((b) => wiresOf(b).length > 0);
  const say = (list: readonly Wire[], more: Parameters<typeof stored>[1]) =>
    apply(list.map(({ net }): Change => ({ do: 'net', net: stored(net, more) })));
  return (
    <section className="profile" aria-label="Wires">
      <div className="bar">
        <h2>Wires</h2>
        <span className="note grow" title={wiring.loops.working}>
          {wires.length ? sumWords(wiring, bundles.length) : 'No wire yet.'}
        </span>
        {chosen && (
          <Button size="small" onClick={() => onChoose(undefined)}>
            All bundles
          </Button>
        )}
        {wires.length > 0 && (
          <Button
            size="small"
            disabled={!settled}
            onClick={() => download(`${doc.id}-wires.csv`, wireTable(doc, wiring), 'text/csv')}
          >
            Cut lengths, CSV
          </Button>
        )}
        <Button size="small" type="text" onClick={onClose}>
          Close
        </Button>
      </div>
      <div className={style.tables}>
        {!wires.length && !leads.length && (
          <p className="note">
            Wires follow from the parts and the button map: place a computer and what hangs on it.
          </p>
        )}
        {unplug.length > 0 && <p>Before the halves part, unplug: {unplug.join('; ')}.</p>}
        {leads.length > 0 && <Leads leads={leads} />}
        {wires.length > 0 && (
          <Bundles
            bundles={bundles.filter((b) => !chosen || b.id === chosen)}
            wiresOf={wiresOf}
            chosen={chosen}
            onChoose={onChoose}
            onSay={say}
          />
        )}
        {scene.items.size > 1 && <OwnWire />}
      </div>
    </section>
  );
}

const sumWords = ({ wires, totalMm, loops }: Wiring, bundles: number): string =>
  `${wires.length} wires in ${bundles} bundles, ${(totalMm / 1000).toFixed(2)} m to cut; ` +
  `loops ${(loops.needs / 1000).toFixed(1)} cm³, ${(loops.has / 1000).toFixed(0)} free at the spine`;
