/** A wire nothing else asks for, between any two pads. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import { netId } from '@deft/core/wiring';
import { useBuild, useShownScene } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import style from './Wires.module.css';

export function OwnWire() {
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
    <div className={style.own}>
      <h3>A wire of your own</h3>
      <div className="row">
        <Select
          size="small"
          showSearch
          aria-label="From pad"
          placeholder="from pad"
          className={style.pad}
          value={a ?? null}
          onChange={setA}
          options={pads}
        />
        <Select
          size="small"
          showSearch
          aria-label="To pad"
          placeholder="to pad"
          className={style.pad}
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
