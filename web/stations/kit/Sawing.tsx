/** Edges sawn off a board: how much, what runs through the cut, and which traces are bridged. */
import { useState } from 'react';
import { Button, Checkbox, Input, InputNumber, Select } from 'antd';
import { isLookedAt, isTender, stripOf } from '@deft/core/kit';
import { applied, type Item, type Part, type Sawn } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { Bad } from '../../ui/Bad';
import style from './Sawing.module.css';

const EDGES = ['left', 'right', 'bottom', 'top'] as const;
type Edge = (typeof EDGES)[number];
type Looked = 'no' | 'nothing' | 'planes';
/** What a saw takes at first, mm. */
const FIRST_MM = 2;

const lookedAt = (cut: Sawn): Looked => {
  // Where the saw runs otherwise by now, nobody has looked.
  if (!isLookedAt(cut)) return 'no';
  return cut.crosses?.planes ? 'planes' : 'nothing';
};

/** A board with a straight outline, and nothing on it that burns or breaks. */
export const maySaw = (part: Part): boolean =>
  !isTender(part) && EDGES.some((edge) => stripOf(part, { edge, mm: FIRST_MM }) !== undefined);

export function Sawing({ item, part }: { item: Item; part: Part }) {
  const { edit } = useBuild('edit');
  const [bad, setBad] = useState<string>();
  const cuts = item.sawn ?? [];
  const left = EDGES.filter(
    (edge) => !cuts.some((c) => c.edge === edge) && stripOf(part, { edge, mm: FIRST_MM }),
  );
  const [edge, setEdge] = useState<Edge>('right');
  const next = left.includes(edge) ? edge : left[0];
  const saw = (cut: Sawn) => setBad(edit((p) => applied(p, { do: 'saw', item: item.id, cut })));
  const leave = (cut: Sawn) =>
    setBad(edit((p) => applied(p, { do: 'unsaw', item: item.id, edge: cut.edge })));
  return (
    <section className={style.sawing} aria-label="Saw an edge off">
      <h3>Saw an edge off</h3>
      <p className="note">
        Edges as drawn, seen from the top. What stands on the strip comes off first; what runs
        through the cut is bridged, and the board is read before it sees power again.
      </p>
      {cuts.map((cut) => (
        <Cut key={cut.edge} cut={cut} onChange={saw} onLeave={() => leave(cut)} />
      ))}
      <Bad said={bad} />
      {next && (
        <div className={`row ${style.begin}`}>
          <Select<Edge>
            size="small"
            aria-label="Edge to saw"
            value={next}
            onChange={setEdge}
            options={left.map((value) => ({ value, label: `${value} edge` }))}
            className={style.mm}
          />
          <Button size="small" onClick={() => saw({ edge: next, mm: FIRST_MM })}>
            Saw {FIRST_MM} mm off
          </Button>
        </div>
      )}
    </section>
  );
}

function Cut({
  cut,
  onChange,
  onLeave,
}: {
  cut: Sawn;
  onChange: (cut: Sawn) => void;
  onLeave: () => void;
}) {
  const { traces = [] } = cut.crosses ?? {};
  const looked = (value: Looked) => {
    const next = { ...cut };
    delete next.crosses;
    const crosses = { atMm: cut.mm, planes: value === 'planes', traces };
    onChange(value === 'no' ? next : { ...next, crosses });
  };
  const named = (text: string) => {
    const names = [...new Set(text.split(',').map((t) => t.trim()))].filter(Boolean).slice(0, 40);
    const bridged = new Set(traces.filter((t) => t.bridged).map((t) => t.name));
    onChange({
      ...cut,
      crosses: {
        atMm: cut.mm,
        planes: cut.crosses?.planes ?? false,
        traces: names.map((name) => ({ name: name.slice(0, 80), bridged: bridged.has(name) })),
      },
    });
  };
  const said = traces.map((t) => t.name).join(', ');
  return (
    <div className={style.cut} role="group" aria-label={`Saw at the ${cut.edge} edge`}>
      <span className={style.edge}>{cut.edge} edge</span>
      <InputNumber
        size="small"
        className={style.mm}
        aria-label={`Off the ${cut.edge} edge`}
        min={0.1}
        max={300}
        step={0.5}
        suffix="mm"
        value={cut.mm}
        onChange={(mm) => mm !== null && onChange({ ...cut, mm })}
      />
      <Select<Looked>
        size="small"
        className={style.crosses}
        aria-label={`What the saw crosses at the ${cut.edge} edge`}
        value={lookedAt(cut)}
        onChange={looked}
        options={[
          { value: 'no', label: 'not looked yet' },
          { value: 'nothing', label: 'looked: no plane' },
          { value: 'planes', label: 'looked: through planes' },
        ]}
      />
      <Input
        key={said}
        size="small"
        className={style.traces}
        aria-label={`Traces crossed at the ${cut.edge} edge`}
        placeholder="traces it crosses: 5 V, lamp"
        maxLength={400}
        defaultValue={said}
        onBlur={(e) => e.target.value.trim() !== said && named(e.target.value)}
      />
      <Button
        size="small"
        type="text"
        aria-label={`Leave the ${cut.edge} edge on`}
        onClick={onLeave}
      >
        Leave it on
      </Button>
      {traces.length > 0 && (
        <div className={style.bridged}>
          {traces.map((t) => (
            <Checkbox
              key={t.name}
              checked={t.bridged}
              onChange={(e) =>
                onChange({
                  ...cut,
                  crosses: {
                    atMm: cut.crosses?.atMm ?? cut.mm,
                    planes: cut.crosses?.planes ?? false,
                    traces: traces.map((x) =>
                      x.name === t.name ? { ...x, bridged: e.target.checked } : x,
                    ),
                  },
                })
              }
            >
              {t.name} bridged with a wire
            </Checkbox>
          ))}
        </div>
      )}
    </div>
  );
}
