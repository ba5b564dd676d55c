/** What feeds what: the solved supply in a state, at a charge. */
import { useState } from 'react';
import { Segmented, Slider } from 'antd';
import { PEAK_CHARGE, powerTree, type PowerNode } from '@deft/core/power';
import { type LoadState, STATES } from '@deft/core/model';
import { SupplyTree } from '../../ui/SupplyTree';
import { useBuild } from '../../state/build';
import style from './power.module.css';
import { Working } from '../../ui/Working';

const WORDS: Readonly<Record<LoadState, string>> = {
  menu: 'Menus',
  game: 'A game',
  peak: 'A peak',
};
const lossOf = (n: PowerNode): number =>
  n.lossW + n.children.reduce((sum, c) => sum + lossOf(c), 0);

const waits = (isFed: boolean): string =>
  isFed
    ? 'In this state no voltage gives the power that is asked for.'
    : 'Nothing feeds these loads yet: add a cell with a converter or a charge board, a bank, or say that the wall feeds them.';

export function NetworkView() {
  const { judged, check } = useBuild('judged', 'check');
  const [state, setState] = useState<LoadState>('peak');
  const [charge, setCharge] = useState<number>(PEAK_CHARGE);
  const tree = powerTree(judged, state, charge);
  const { rail, peak, supply } = check.power;
  return (
    <>
      <header>
        <h1>What feeds what</h1>
        <p className="note">
          {tree
            ? `${lossOf(tree.root).toFixed(2)} W of ${(tree.root.volts * tree.root.amps).toFixed(2)} W become warmth in wires and converters.`
            : waits(supply !== undefined)}
        </p>
      </header>
      <div className={style.controls}>
        <Segmented
          size="small"
          aria-label="What the build does"
          value={state}
          onChange={(s) => setState(s)}
          options={STATES.map((s) => ({ value: s, label: WORDS[s] }))}
        />
        {supply && !supply.isWall && (
          <label className={style.charge}>
            <span>Charge {Math.round(100 * charge)} %</span>
            <Slider
              min={0}
              max={100}
              value={Math.round(100 * charge)}
              onChange={(v) => setCharge(v / 100)}
              ariaLabelForHandle="Charge of the pack, percent"
            />
          </label>
        )}
      </div>
      {tree ? (
        <div className={style.scroll} role="region" aria-label="Supply tree">
          <SupplyTree root={tree.root} />
        </div>
      ) : (
        supply && <p className="bad">See what power says on the right.</p>
      )}
      {rail && (
        <section className="card">
          <h2>At the SBC under peak: {rail.value.volts.toFixed(2)} V</h2>
          {peak && (
            <p>
              {peak.outA.toFixed(2)} A of the converter’s {peak.limitA.toFixed(1)} A;{' '}
              {peak.cellA.toFixed(1)} A ({peak.cellC.toFixed(1)} C) from the cell at{' '}
              {Math.round(100 * PEAK_CHARGE)} % charge.
            </p>
          )}
          <Working lines={[...rail.working, ...(tree?.working.slice(1) ?? [])]} />
        </section>
      )}
    </>
  );
}
