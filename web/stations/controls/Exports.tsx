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
  USUAL_CONVERTER_ADDRESS,
} from '@deft/core/formats';
import { ladderInputs } from '@deft/core/ladder';
import { applied, BadInput } from '@deft/core/model';
import { download } from '../../ui/download';
import { useBuild } from '../../state/build';
import { Bad } from '../../ui/Bad';
import { ChipFields } from './ChipFields';

export function Exports() {
  const { doc, edit } = useBuild('doc', 'edit');
  const hasLadder = ladderInputs(doc).length > 0;
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
      {doc.controls.route === 'expander' && (
        <ChipFields
          what="expander"
          chip={doc.controls.expander ?? {}}
          usualAddress={USUAL_ADDRESS}
          onSet={(expander, key) =>
            edit((p) => ({ ...p, controls: { ...p.controls, expander } }), `expander ${key}`)
          }
        />
      )}
      {hasLadder && (
        <ChipFields
          what="converter"
          chip={doc.controls.ladder?.chip ?? {}}
          usualAddress={USUAL_CONVERTER_ADDRESS}
          onSet={(chip, key) =>
            edit((p) => {
              const ladder = { ...(p.controls.ladder ?? { steps: [] }), chip };
              return { ...p, controls: { ...p.controls, ladder } };
            }, `converter ${key}`)
          }
        />
      )}
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
