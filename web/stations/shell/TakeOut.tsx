/** The shell in open formats: solids for a printer, drawings of both insides and the face. */
import { useState } from 'react';
import { Button } from 'antd';
import { wrap } from 'comlink';
import { shellSheets } from '@deft/core/cuts';
import { sheetDxf, sheetSvg } from '@deft/core/formats';
import type { Body, Project } from '@deft/core/model';
import type { SolidApi } from '../../workers/solid.worker';
import { download } from '../../ui/download';
import { Bad } from '../../ui/Bad';

export function TakeOut({ doc, body }: { doc: Project; body: Body }) {
  const [busy, setBusy] = useState<string>();
  const [bad, setBad] = useState<string>();
  const solid = async (kind: 'stl' | '3mf') => {
    setBusy(kind);
    setBad(undefined);
    const worker = new Worker(new URL('../../workers/solid.worker.ts', import.meta.url), {
      type: 'module',
    });
    try {
      for (const f of await wrap<SolidApi>(worker).files(body, doc.cuts, kind, doc.name)) {
        download(
          `${doc.id}-${f.piece}.${kind}`,
          f.bytes as BlobPart,
          kind === '3mf' ? 'model/3mf' : 'model/stl',
        );
      }
    } catch (e) {
      setBad(`The solid could not be made: ${e instanceof Error ? e.message : 'unknown reason'}`);
    } finally {
      worker.terminate();
      setBusy(undefined);
    }
  };
  const drawings = (kind: 'svg' | 'dxf') => {
    for (const s of shellSheets(body, doc.cuts)) {
      download(
        `${doc.id}-${s.id}.${kind}`,
        kind === 'svg' ? sheetSvg(s, doc.name) : sheetDxf(s),
        kind === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf',
      );
    }
  };
  return (
    <section>
      <h2 style={{ marginBottom: 4 }}>Take it out</h2>
      <p className="note" style={{ marginBottom: 6 }}>
        Solids with decided trims cut, in mm; drawings of both insides and the face.
      </p>
      <div className="row">
        <Button size="small" loading={busy === 'stl'} onClick={() => void solid('stl')}>
          STL halves
        </Button>
        <Button size="small" loading={busy === '3mf'} onClick={() => void solid('3mf')}>
          3MF
        </Button>
        <Button size="small" onClick={() => drawings('svg')}>
          SVG
        </Button>
        <Button size="small" onClick={() => drawings('dxf')}>
          DXF
        </Button>
      </div>
      <Bad said={bad} />
    </section>
  );
}
