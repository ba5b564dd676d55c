/** The files a computer, a bench and a system need of the map. */
import { useState } from 'react';
import { Button, Input } from 'antd';
import {
  controllerSource,
  mappingLine,
  overlaySource,
  pinTable,
  readMappingLine,
  USUAL_ADDRESS,
  USUAL_BUS,
} from '@deft/core/formats';
import { applied, BadInput, Project } from '@deft/core/model';
import { download } from '../../ui/download';
import { useBuild } from '../../state/build';
import { Bad } from '../../ui/Bad';

export function Exports() {
  const { doc, edit } = useBuild('doc', 'edit');
  const [bad, setBad] = useState<string>();
  const [misfits, setMisfits] = useState<string[]>([]);
  const hand = (name: string, make: () => string, mime: string) => {
    try {
      setBad(undefined);
      download(`${doc.id}-${name}`, make(), mime);
    } catch (e) {
      setBad(e instanceof BadInput ? e.message : 'This file could not be made.');
    }
  };
  const read = (text: string): void => {
    setBad(undefined);
    setMisfits([]);
    try {
      const { changes, misfits: odd } = readMappingLine(doc, text);
      if (changes.length) edit((p) => changes.reduce(applied, p));
      setMisfits(odd.length || changes.length ? odd : ['Every key does that already.']);
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      setBad(e.message);
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
      {doc.controls.route === 'expander' && <ExpanderFields />}
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
          onClick={() => hand('pad.c', () => controllerSource(doc), 'text/plain')}
        >
          Controller source
        </Button>
        <Button
          size="small"
          onClick={() => hand('mapping.txt', () => mappingLine(doc), 'text/plain')}
        >
          Mapping line
        </Button>
      </div>
      <Input.Search
        size="small"
        aria-label="Mapping line"
        placeholder="paste a mapping line"
        enterButton="Read it"
        style={{ marginTop: 8 }}
        onSearch={read}
      />
      {misfits.map((m) => (
        <p key={m} className="note">
          {m}
        </p>
      ))}
      <Bad said={bad} />
    </section>
  );
}

const ExpanderShape = Project.shape.controls.shape.expander;
type Expander = NonNullable<Project['controls']['expander']>;

/** What the overlay must know of the chip that reads the keys. */
function ExpanderFields() {
  const { doc, edit } = useBuild('doc', 'edit');
  const { expander = {} } = doc.controls;
  const [address, setAddress] = useState(hexOf(expander.address));
  const [bad, setBad] = useState<string>();
  const set = (change: Expander, key: string): void => {
    const read = ExpanderShape.safeParse({ ...expander, ...change });
    setBad(read.success ? undefined : read.error.issues[0]!.message);
    if (!read.success) return;
    edit((p) => ({ ...p, controls: { ...p.controls, expander: read.data! } }), `expander ${key}`);
  };
  return (
    <>
      <label htmlFor="chip" className="note">
        "compatible" of the expander's chip
      </label>
      <Input
        id="chip"
        size="small"
        placeholder="maker,number as its driver says"
        maxLength={100}
        value={expander.compatible ?? ''}
        onChange={(e) => set({ compatible: e.target.value }, 'chip')}
      />
      <div className="row note" style={{ marginTop: 6 }}>
        <label className="row">
          address{' '}
          <Input
            size="small"
            aria-label="Address of the expander"
            placeholder={hexOf(USUAL_ADDRESS)}
            style={{ width: 68 }}
            value={address}
            onChange={(e) => {
              setAddress(e.target.value);
              set({ address: Number(e.target.value || USUAL_ADDRESS) }, 'address');
            }}
          />
        </label>
        <label className="row">
          bus{' '}
          <Input
            size="small"
            aria-label="Bus of the expander"
            placeholder={USUAL_BUS}
            style={{ width: 68 }}
            defaultValue={expander.bus}
            onChange={(e) => set({ bus: e.target.value || USUAL_BUS }, 'bus')}
          />
        </label>
      </div>
      <Bad said={bad} />
    </>
  );
}

const hexOf = (n: number | undefined): string => (n === undefined ? '' : `0x${n.toString(16)}`);
