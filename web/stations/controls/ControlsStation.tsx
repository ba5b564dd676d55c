/** Controls: the shell's inputs to header lines, what clashes, and the files the SBC needs. */
import { useState } from 'react';
import { Button, Checkbox, Input, Select } from 'antd';
import { COVERAGE } from '@deft/core/catalogue';
import { coverage } from '@deft/core/controls';
import { mappingLine, overlaySource, pinTable } from '@deft/core/formats';
import { HEADER_40 } from '@deft/core/kit';
import {
  BadInput,
  type GameFamily,
  type Input as ShellInput,
  INPUT_ROLES,
  type InputRole,
  type Project,
  ROUTES,
} from '@deft/core/model';
import { download } from '../../ui/download';
import { Findings } from '../../ui/Findings';
import { MmField } from '../../ui/MmField';
import { useSize } from '../../ui/useSize';
import { useBuild, useScene } from '../../state/build';
import { FaceMap } from './FaceMap';
import { Header } from './Header';

const withInput = (p: Project, input: ShellInput): Project => ({
  ...p,
  controls: {
    ...p.controls,
    inputs: p.controls.inputs.map((x) => (x.id === input.id ? input : x)),
  },
});

export default function ControlsStation() {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const scene = useScene();
  const [ref, size] = useSize<HTMLDivElement>();
  const [chosen, choose] = useState<string>();
  const [pins, setPins] = useState(false);
  const { map } = check;
  const set = (input: ShellInput) =>
    edit(
      (p) => withInput(p, input),
      doc.controls.inputs.find((x) => x.id === input.id)?.name !== input.name
        ? `name ${input.id}`
        : undefined,
    );
  const add = () =>
    edit((p) => {
      const ids = new Set(p.controls.inputs.map((i) => i.id));
      let n = p.controls.inputs.length + 1;
      while (ids.has(`input-${n}`)) n++;
      const role = INPUT_ROLES.find((r) => !p.controls.inputs.some((i) => i.role === r)) ?? 'menu';
      const hole = scene.shell?.openings.face.find(
        (o) =>
          o.use === 'button' &&
          !p.controls.inputs.some(
            (i) => 'opening' in i.at && i.at.opening === o.id && (i.at.copy ?? 0) === o.copy,
          ),
      );
      const at: ShellInput['at'] = hole ? { opening: hole.id, copy: hole.copy } : { x: 20, y: 20 };
      return {
        ...p,
        controls: {
          ...p.controls,
          inputs: [
            ...p.controls.inputs,
            {
              id: `input-${n}`,
              name: `Key ${n}`,
              role,
              at,
              ...(hole ? {} : { hole: 8 }),
              routed: true,
            },
          ],
        },
      };
    });
  let says: string;
  if (doc.controls.inputs.length) says = 'Every input has its own line.';
  else if (doc.controls.route === 'wireless') says = 'A wireless pad needs no wires here.';
  else says = 'No inputs yet. Next: add the cross pad, a role for each direction.';
  return (
    <>
      <div className="centre">
        <div className="mat" ref={ref} style={{ flex: '0 0 330px' }}>
          {size.w > 0 && (
            <FaceMap
              scene={scene}
              map={map}
              width={size.w}
              height={size.h}
              chosen={chosen}
              onChoose={(id) => choose(id === chosen ? undefined : id)}
            />
          )}
        </div>
        <div className="sheet" style={{ paddingTop: 12 }}>
          <div className="row">
            <h1 className="grow">Inputs</h1>
            <label className="row note">
              Read by{' '}
              <Select
                size="small"
                aria-label="Button route"
                value={doc.controls.route}
                style={{ width: 150 }}
                onChange={(route: Project['controls']['route']) =>
                  edit((p) => ({ ...p, controls: { ...p.controls, route } }))
                }
                options={ROUTES.map((r) => ({ value: r, label: ROUTE_WORDS[r] }))}
              />
            </label>
            <Button size="small" onClick={() => setPins(!pins)}>
              {pins ? 'Inputs' : 'Header pins'}
            </Button>
            <Button size="small" type="primary" onClick={add}>
              Add an input
            </Button>
          </div>
          <p className="note">{map.total.working[0]}</p>
          {pins ? (
            <Header map={map} />
          ) : (
            <InputTable
              chosen={chosen}
              onChoose={choose}
              onSet={set}
              onRemove={(id) =>
                edit((p) => ({
                  ...p,
                  controls: { ...p.controls, inputs: p.controls.inputs.filter((x) => x.id !== id) },
                }))
              }
            />
          )}
        </div>
      </div>
      <aside className="side" aria-label="Controls findings">
        <Findings station="controls" title="What clashes" empty={says} />
        <section>
          <h3>Games</h3>
          {coverage(doc, COVERAGE).map((c) => (
            <p key={c.family} className="note">
              {c.sentence}
            </p>
          ))}
          <Select
            mode="multiple"
            size="small"
            aria-label="Game families"
            style={{ width: '100%', marginTop: 4 }}
            placeholder="game families wanted"
            value={doc.brief.families}
            onChange={(families: GameFamily[]) =>
              edit((p) => ({ ...p, brief: { ...p.brief, families } }))
            }
            options={Object.keys(COVERAGE).map((f) => ({ value: f, label: f }))}
          />
        </section>
        <Exports />
      </aside>
    </>
  );
}

const ROUTE_WORDS: Record<Project['controls']['route'], string> = {
  gpio: 'header lines',
  usb: 'USB controller board',
  expander: 'I2C expander',
  'original board': 'original board',
  wireless: 'wireless pad',
};

function InputTable({
  chosen,
  onChoose,
  onSet,
  onRemove,
}: {
  chosen: string | undefined;
  onChoose: (id: string) => void;
  onSet: (i: ShellInput) => string | undefined;
  onRemove: (id: string) => void;
}) {
  const { check, doc } = useBuild('check', 'doc');
  const scene = useScene();
  const holes =
    scene.shell?.openings.face.filter((o) => o.use === 'button' || o.use === 'other') ?? [];
  const onHeader = doc.controls.route === 'gpio';
  return (
    <table className="plain" aria-label="Inputs">
      <thead>
        <tr>
          <th>No.</th>
          <th>Input</th>
          <th>Role</th>
          <th>Line</th>
          <th>Pin</th>
          <th>Wire</th>
          <th>Routed</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {check.map.inputs.map((m, i) => {
          const input = doc.controls.inputs.find((x) => x.id === m.input.id);
          if (!input) return null;
          const line = (gpio: number | undefined) => {
            const n = { ...input };
            delete n.gpio;
            return onSet(gpio === undefined ? n : { ...n, gpio });
          };
          return (
            <tr
              key={input.id}
              className={chosen === input.id ? 'sel' : ''}
              onFocus={() => onChoose(input.id)}
            >
              <td>{i + 1}</td>
              <td>
                <Input
                  size="small"
                  aria-label={`Name of input ${i + 1}`}
                  value={input.name}
                  maxLength={200}
                  onChange={(e) => onSet({ ...input, name: e.target.value })}
                  style={{ width: 150 }}
                />
                {chosen === input.id && (
                  <div className="pair" style={{ marginTop: 6, maxWidth: 250 }}>
                    <span className="note">Sits in</span>
                    <Select
                      size="small"
                      aria-label="Sits in"
                      value={
                        'opening' in input.at ? `${input.at.opening}#${input.at.copy ?? 0}` : ''
                      }
                      onChange={(v: string) => {
                        if (!v) {
                          return onSet({ ...input, at: { x: 20, y: 20 }, hole: input.hole ?? 8 });
                        }
                        const [opening, copy] = v.split('#') as [string, string];
                        return onSet({ ...input, at: { opening, copy: Number(copy) } });
                      }}
                      options={[
                        { value: '', label: 'a new hole' },
                        ...holes.map((o) => ({
                          value: `${o.id}#${o.copy}`,
                          label: `${o.name} ${o.copy + 1}`,
                        })),
                      ]}
                    />
                    {'opening' in input.at ? (
                      <>
                        <MmField
                          label="Right of its centre"
                          value={input.at.dx ?? 0}
                          onChange={(dx) =>
                            onSet({ ...input, at: { ...(input.at as { opening: string }), dx } })
                          }
                        />
                        <MmField
                          label="Above its centre"
                          value={input.at.dy ?? 0}
                          onChange={(dy) =>
                            onSet({ ...input, at: { ...(input.at as { opening: string }), dy } })
                          }
                        />
                      </>
                    ) : (
                      <>
                        <MmField
                          label="From left"
                          value={input.at.x}
                          onChange={(x) =>
                            onSet({
                              ...input,
                              at: { ...(input.at as { x: number; y: number }), x },
                            })
                          }
                        />
                        <MmField
                          label="From bottom"
                          value={input.at.y}
                          onChange={(y) =>
                            onSet({
                              ...input,
                              at: { ...(input.at as { x: number; y: number }), y },
                            })
                          }
                        />
                        <MmField
                          label="Cap"
                          value={input.hole ?? 8}
                          min={1}
                          max={60}
                          onChange={(hole) => onSet({ ...input, hole })}
                        />
                      </>
                    )}
                  </div>
                )}
              </td>
              <td>
                <Select
                  size="small"
                  aria-label={`Role of ${input.name}`}
                  style={{ width: 110 }}
                  value={input.role}
                  onChange={(role: InputRole) => onSet({ ...input, role })}
                  options={INPUT_ROLES.map((r) => ({ value: r, label: r }))}
                />
              </td>
              <td>
                {onHeader && (
                  <Select
                    size="small"
                    aria-label={`Line of ${input.name}`}
                    style={{ width: 128 }}
                    value={input.gpio ?? -1}
                    onChange={(g: number) => line(g < 0 ? undefined : g)}
                    options={[
                      {
                        value: -1,
                        label: m.gpio === undefined ? 'automatic' : `auto: GPIO${m.gpio}`,
                      },
                      ...HEADER_40.flatMap((h) =>
                        h.gpio === undefined
                          ? []
                          : [
                              {
                                value: h.gpio,
                                label: `GPIO${h.gpio}${check.map.lines.free.includes(h.gpio) ? '' : ' (taken)'}`,
                              },
                            ],
                      ),
                    ]}
                  />
                )}
              </td>
              <td>{m.pin ?? ''}</td>
              <td className="nowrap">
                {m.wireMm === undefined ? '' : `${Math.round(m.wireMm)} mm`}
              </td>
              <td>
                <Checkbox
                  aria-label={`${input.name} has a way`}
                  checked={input.routed}
                  onChange={(e) => onSet({ ...input, routed: e.target.checked })}
                />
              </td>
              <td>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Remove ${input.name}`}
                  onClick={() => onRemove(input.id)}
                >
                  Remove
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Exports() {
  const { doc, edit } = useBuild('doc', 'edit');
  const [bad, setBad] = useState<string>();
  const hand = (name: string, make: () => string, mime: string) => {
    try {
      setBad(undefined);
      download(`${doc.id}-${name}`, make(), mime);
    } catch (e) {
      setBad(e instanceof BadInput ? e.message : 'This file could not be made.');
    }
  };
  return (
    <section>
      <h3 style={{ marginBottom: 6 }}>For the SBC</h3>
      <label htmlFor="compat" className="note">
        Root "compatible" of its device tree
      </label>
      <Input
        id="compat"
        size="small"
        placeholder="cat /proc/device-tree/compatible"
        maxLength={100}
        value={doc.controls.compatible ?? ''}
        onChange={(e) =>
          edit((p) => {
            const c = { ...p.controls };
            if (e.target.value) c.compatible = e.target.value;
            else delete c.compatible;
            return { ...p, controls: c };
          }, 'compatible')
        }
      />
      <div className="row" style={{ marginTop: 8 }}>
        <Button size="small" onClick={() => hand('pins.csv', () => pinTable(doc), 'text/csv')}>
          Pin table
        </Button>
        <Button
          size="small"
          onClick={() => hand('overlay.dts', () => overlaySource(doc), 'text/plain')}
        >
          Overlay
        </Button>
        <Button
          size="small"
          onClick={() => hand('mapping.txt', () => mappingLine(doc), 'text/plain')}
        >
          Mapping line
        </Button>
      </div>
      {bad && (
        <p className="bad" role="alert">
          {bad}
        </p>
      )}
    </section>
  );
}
