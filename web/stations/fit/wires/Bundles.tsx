/** Every wire, bundle by bundle: its ends, colour, gauge and length to cut. */
import { Fragment } from 'react';
import { Checkbox, Select } from 'antd';
import {
  type Bundle,
  overInsulation,
  type stored,
  type Wire,
  WIRE_COLOURS,
} from '@deft/core/wiring';
import { wireInk } from '../../../book/WireLayer';
import style from './Wires.module.css';

const COLOURS = WIRE_COLOURS.map((c) => ({ value: c, label: c }));
const GAUGES = [18, 20, 22, 24, 26, 28, 30, 32].map((n) => ({ value: n, label: `AWG ${n}` }));
/** Wires are cut to a length a rule shows. */
const CUT_STEP_MM = 5;

type Said = Parameters<typeof stored>[1];
type Choose = (wires: readonly Wire[], said: Said) => void;

export function Bundles({
  bundles,
  wiresOf,
  chosen,
  onChoose,
  onSay,
}: {
  bundles: readonly Bundle[];
  wiresOf: (b: Bundle) => Wire[];
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
  onSay: Choose;
}) {
  return (
    <table className="plain wires">
      <thead>
        <tr>
          <th>No.</th>
          <th>From</th>
          <th>To</th>
          <th>Colour</th>
          <th>Gauge</th>
          <th>Shut, mm</th>
          <th>Open, mm</th>
          <th>Cut, mm</th>
        </tr>
      </thead>
      <tbody>
        {bundles.map((b) => {
          const wires = wiresOf(b);
          const isChosen = chosen === b.id;
          return (
            <Fragment key={b.id}>
              <BundleRow
                bundle={b}
                wires={wires}
                isChosen={isChosen}
                onChoose={() => onChoose(isChosen ? undefined : b.id)}
                onSay={onSay}
              />
              {wires.map((w) => (
                <WireRow key={w.net.id} wire={w} onSay={onSay} />
              ))}
              {isChosen && wires[0] && <Working wire={wires[0]} />}
            </Fragment>
          );
        })}
      </tbody>
    </table>
  );
}

function BundleRow({
  bundle: b,
  wires,
  isChosen,
  onChoose,
  onSay,
}: {
  bundle: Bundle;
  wires: readonly Wire[];
  isChosen: boolean;
  onChoose: () => void;
  onSay: Choose;
}) {
  return (
    <tr className={isChosen ? 'sel' : undefined}>
      <th colSpan={5} scope="rowgroup">
        <button type="button" className="plain" aria-pressed={isChosen} onClick={onChoose}>
          {b.name}
        </button>{' '}
        <span className="note">
          {b.nets.length} {b.nets.length === 1 ? 'wire' : 'wires'}, {b.across.toFixed(1)} mm across
          {b.crosses ? ', over the spine' : ''}
        </span>
      </th>
      <th colSpan={3}>
        {b.crosses && (
          <Checkbox
            checked={wires.every((w) => w.net.plug)}
            onChange={(e) => onSay(wires, { plug: e.target.checked || undefined })}
          >
            plug instead of a loop
          </Checkbox>
        )}
      </th>
    </tr>
  );
}

function WireRow({ wire: w, onSay }: { wire: Wire; onSay: Choose }) {
  const { net, working } = w;
  return (
    <tr>
      <td className={style.label}>
        <span
          aria-hidden="true"
          className={style.ink}
          style={{ background: wireInk(net.colour) }}
        />{' '}
        {net.label}
      </td>
      <td>{w.from}</td>
      <td>{w.to}</td>
      <td>
        <Select
          size="small"
          variant="borderless"
          aria-label={`Colour of ${net.label}`}
          value={net.colour}
          options={COLOURS}
          className={style.colour}
          onChange={(colour) => onSay([w], { colour })}
        />
      </td>
      <td>
        <Select
          size="small"
          variant="borderless"
          aria-label={`Gauge of ${net.label}`}
          value={net.awg}
          options={GAUGES}
          className={style.gauge}
          onChange={(awg) => onSay([w], { awg })}
        />
      </td>
      <td title={working[0]}>{w.closedMm?.toFixed(0) ?? 'no way'}</td>
      <td title={working[1]}>{w.openMm?.toFixed(0) ?? ''}</td>
      <td title={working.at(-1)}>
        <b>{w.cutMm === undefined ? '' : Math.ceil(w.cutMm / CUT_STEP_MM) * CUT_STEP_MM}</b>
      </td>
    </tr>
  );
}

function Working({ wire: { net, working } }: { wire: Wire }) {
  return (
    <tr>
      <td colSpan={8} className="note">
        {working.join('; ')}. Over its insulation {overInsulation(net.awg).toFixed(1)} mm, typical.
        Cut lengths are rounded up to {CUT_STEP_MM} mm.
      </td>
    </tr>
  );
}
