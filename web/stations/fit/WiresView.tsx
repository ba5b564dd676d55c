/** Every wire with its way, gauge, colour, number and length to cut; bundle by bundle. */
import { Fragment, useState } from 'react';
import { Button, Checkbox, Select } from 'antd';
import { wireTable } from '@deft/core/formats';
import type { Change } from '@deft/core/model';
import {
  type Bundle,
  netId,
  overInsulation,
  stored,
  type Wire,
  WIRE_COLOURS,
} from '@deft/core/wiring';
import { wireInk } from '../../book/WireLayer';
import { useBuild, useShownScene, useSettled } from '../../state/build';
import { download } from '../../ui/download';
import { Folds } from './Folds';
import { Bad } from '../../ui/Bad';

const COLOURS = WIRE_COLOURS.map((c) => ({ value: c, label: c }));
const GAUGES = [18, 20, 22, 24, 26, 28, 30, 32].map((n) => ({ value: n, label: `AWG ${n}` }));

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
  const w = check.wiring;
  // A wire through a hinge stands with the bundle it begins in, and with the other when that is chosen.
  const said = (b: Bundle): Wire[] =>
    w.wires.filter((x) => x.bundle === b.id || (chosen === b.id && x.beyond === b.id));
  const set = (list: readonly Wire[], more: Parameters<typeof stored>[1]) =>
    apply(list.map((x): Change => ({ do: 'net', net: stored(x.net, more) })));
  const listed = w.bundles.filter((b) => said(b).length > 0);
  const shown = listed.filter((b) => !chosen || b.id === chosen);
  return (
    <section className="profile" aria-label="Wires">
      <div className="bar">
        <h2>Wires</h2>
        <span className="note grow" title={w.loops.working}>
          {w.wires.length
            ? `${w.wires.length} wires in ${listed.length} bundles, ${(w.totalMm / 1000).toFixed(2)} m to cut; loops ${(w.loops.needs / 1000).toFixed(1)} cm³, ${(w.loops.has / 1000).toFixed(0)} free at the spine`
            : 'No wire yet.'}
        </span>
        {chosen && (
          <Button size="small" onClick={() => onChoose(undefined)}>
            All bundles
          </Button>
        )}
        {w.wires.length > 0 && (
          <Button
            size="small"
            disabled={!settled}
            onClick={() => download(`${doc.id}-wires.csv`, wireTable(doc, w), 'text/csv')}
          >
            Cut lengths, CSV
          </Button>
        )}
        <Button size="small" type="text" onClick={onClose}>
          Close
        </Button>
      </div>
      <div style={{ overflow: 'auto', padding: '0 20px 12px' }}>
        {!w.wires.length && !w.leads.length && (
          <p className="note">
            Wires follow from the parts and the button map: place a computer and what hangs on it.
          </p>
        )}
        {w.unplug.length > 0 && <p>Before the halves part, unplug: {w.unplug.join('; ')}.</p>}
        {w.leads.length > 0 && (
          <table className="plain wires">
            <thead>
              <tr>
                <th>Lead</th>
                <th>As it lies, mm</th>
                <th>Long, mm</th>
                <th>What is left over</th>
                <th>Opening</th>
                <th></th>
              </tr>
            </thead>
            <tbody>
              {w.leads.map((l) => {
                let crossing: string;
                if (!l.crosses) crossing = 'stays in its half';
                else if (l.opens) crossing = 'long enough to stay in';
                else crossing = 'unplug first';
                return (
                  <tr key={l.id} title={l.working}>
                    <td>{l.name}</td>
                    <td>{l.needMm.toFixed(0)}</td>
                    <td>{l.longMm ?? 'not said'}</td>
                    <td>
                      {check.findings.find((q) => q.id === `wire:lead-${l.id}`)?.title ?? ''}{' '}
                      <Folds item={l.id} name={l.name} wide={90} />
                    </td>
                    <td>{crossing}</td>
                    <td>
                      <Around item={l.id} name={l.name} />
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        {w.wires.length > 0 && (
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
              {shown.map((b) => {
                const list = said(b);
                const plug = list.every((x) => x.net.plug);
                return (
                  <Fragment key={b.id}>
                    <tr className={chosen === b.id ? 'sel' : undefined}>
                      <th colSpan={5} scope="rowgroup">
                        <button
                          type="button"
                          className="plain"
                          aria-pressed={chosen === b.id}
                          onClick={() => onChoose(chosen === b.id ? undefined : b.id)}
                        >
                          {b.name}
                        </button>{' '}
                        <span className="note">
                          {b.nets.length} {b.nets.length === 1 ? 'wire' : 'wires'},{' '}
                          {b.across.toFixed(1)} mm across{b.crosses ? ', over the spine' : ''}
                        </span>
                      </th>
                      <th colSpan={3}>
                        {b.crosses && (
                          <Checkbox
                            checked={plug}
                            onChange={(e) => set(list, { plug: e.target.checked || undefined })}
                          >
                            plug instead of a loop
                          </Checkbox>
                        )}
                      </th>
                    </tr>
                    {list.map((x) => (
                      <tr key={x.net.id}>
                        <td style={{ whiteSpace: 'nowrap' }}>
                          <span
                            aria-hidden="true"
                            style={{
                              display: 'inline-block',
                              width: 16,
                              height: 8,
                              borderRadius: 4,
                              border: '1px solid #6d6651',
                              background: wireInk(x.net.colour),
                            }}
                          />{' '}
                          {x.net.label}
                        </td>
                        <td>{x.from}</td>
                        <td>{x.to}</td>
                        <td>
                          <Select
                            size="small"
                            variant="borderless"
                            aria-label={`Colour of ${x.net.label}`}
                            value={x.net.colour}
                            options={COLOURS}
                            style={{ width: 106 }}
                            onChange={(colour) => set([x], { colour })}
                          />
                        </td>
                        <td>
                          <Select
                            size="small"
                            variant="borderless"
                            aria-label={`Gauge of ${x.net.label}`}
                            value={x.net.awg}
                            options={GAUGES}
                            style={{ width: 100 }}
                            onChange={(awg) => set([x], { awg })}
                          />
                        </td>
                        <td title={x.working[0]}>{x.closedMm?.toFixed(0) ?? 'no way'}</td>
                        <td title={x.working[1]}>{x.openMm?.toFixed(0) ?? ''}</td>
                        <td title={x.working[x.working.length - 1]}>
                          <b>{x.cutMm === undefined ? '' : Math.ceil(x.cutMm / 5) * 5}</b>
                        </td>
                      </tr>
                    ))}
                    {chosen === b.id && list[0] && (
                      <tr>
                        <td colSpan={8} className="note">
                          {list[0].working.join('; ')}. Over its insulation{' '}
                          {overInsulation(list[0].net.awg).toFixed(1)} mm, typical. Cut lengths are
                          rounded up to 5 mm.
                        </td>
                      </tr>
                    )}
                  </Fragment>
                );
              })}
            </tbody>
          </table>
        )}
        {scene.items.size > 1 && <OwnWire />}
      </div>
    </section>
  );
}

/** A lead either of whose ends fits either socket may be turned around. */
function Around({ item, name }: { item: string; name: string }) {
  const { doc, apply } = useBuild('doc', 'apply');
  const it = doc.kit.items.find((i) => i.id === item);
  const lead = it && doc.kit.parts.find((q) => q.id === it.part)?.lead;
  return lead?.leaves && lead.ends[0] === lead.ends[1] ? (
    <Button
      size="small"
      aria-label={`Turn ${name} around`}
      onClick={() => apply([{ do: 'around', item, on: !it!.around }])}
    >
      Turn around
    </Button>
  ) : null;
}

/** A wire nothing else asks for, between any two pads. */
function OwnWire() {
  const { doc, check, apply } = useBuild('doc', 'check', 'apply');
  const scene = useShownScene();
  const pads = [...scene.items.values()].flatMap((at) =>
    [...new Set(at.part.pads.map((q) => q.name))].map((name) => ({
      value: `${at.item.id} ${name}`,
      label: `${at.item.name} ${name}`,
    })),
  );
  const [a, setA] = useState<string>();
  const [b, setB] = useState<string>();
  const end = (v: string) => ({
    item: v.slice(0, v.indexOf(' ')),
    pad: v.slice(v.indexOf(' ') + 1),
  });
  const mine = check.wiring.wires.filter((x) => x.net.mine);
  const add = () => {
    if (!a || !b) return;
    const ends = [end(a), end(b)] as [ReturnType<typeof end>, ReturnType<typeof end>];
    apply([{ do: 'net', net: { id: netId(...ends), ends } }]);
    setA(undefined);
    setB(undefined);
  };
  const bad = a && b && end(a).item === end(b).item ? 'Both ends are on one part.' : undefined;
  return (
    <div style={{ marginTop: 10 }}>
      <h3>A wire of your own</h3>
      <div className="row">
        <Select
          size="small"
          showSearch
          aria-label="From pad"
          placeholder="from pad"
          style={{ width: 210 }}
          value={a ?? null}
          onChange={setA}
          options={pads}
        />
        <Select
          size="small"
          showSearch
          aria-label="To pad"
          placeholder="to pad"
          style={{ width: 210 }}
          value={b ?? null}
          onChange={setB}
          options={pads}
        />
        <Button size="small" disabled={!a || !b || bad !== undefined} onClick={add}>
          Add it
        </Button>
        <Bad said={bad} inline />
      </div>
      {mine.map((x) => (
        <p key={x.net.id} className="row">
          {x.from} to {x.to}{' '}
          <Button
            size="small"
            type="text"
            aria-label={`Take out ${x.from} to ${x.to}`}
            onClick={() =>
              apply([
                {
                  do: 'drop-net',
                  id: doc.wiring.nets.find((n) => n.id === x.net.id)?.id ?? x.net.id,
                },
              ])
            }
          >
            Take it out
          </Button>
        </p>
      ))}
    </div>
  );
}
