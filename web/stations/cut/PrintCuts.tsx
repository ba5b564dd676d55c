/** Templates at true size, corrected by what the check bars measure; the strip, the list, the drawings. */
import { useState } from 'react';
import { Button, Input, Segmented } from 'antd';
import { correctionFor, cutOuts, type Sheet } from '@deft/core/cuts';
import { calliperTable, sheetSvg } from '@deft/core/formats';
import type { Project } from '@deft/core/model';
import { useKeys } from '../../keys/useKeys';
import { useBuild, useSettled } from '../../state/build';
import { download } from '../../ui/download';
import { CutterFiles } from './CutterFiles';
import { printSheets } from './print';
import { Bad } from '../../ui/Bad';

export function PrintCuts({
  doc,
  outside,
  inside,
  strip,
}: {
  doc: Project;
  outside: readonly Sheet[];
  inside: readonly Sheet[];
  strip: Sheet | undefined;
}) {
  const [paper, setPaper] = useState<'a4' | 'letter'>('a4');
  const [along, setAlong] = useState('50');
  const [across, setAcross] = useState('50');
  const [busy, setBusy] = useState(false);
  const settled = useSettled();
  const { check } = useBuild('check');
  const [bad, setBad] = useState<string>();
  const c = correctionFor(Number(along.replace(',', '.')), Number(across.replace(',', '.')));
  const all = [...outside, ...inside, ...cutOuts(doc)];
  const drawn = strip ? [...all, strip] : all;
  const print = async (what: readonly Sheet[], name: string) => {
    if (!c.ok) return;
    setBusy(true);
    const corrected = c.correction.along !== 1 || c.correction.across !== 1;
    setBad(
      await printSheets(what, doc, name, paper, c.correction, corrected ? c.working : undefined),
    );
    setBusy(false);
  };
  const able = all.length > 0 && c.ok && settled;
  useKeys(able ? { template: () => void print(all, 'template') } : {});
  return (
    <>
      <h2>Print 1:1</h2>
      <p className="note">
        Templates seen from outside, the same mirrored for the inside, and paper cut-outs of every
        part.
      </p>
      <Segmented
        aria-label="Paper"
        value={paper}
        onChange={(v) => setPaper(v as 'a4' | 'letter')}
        options={[
          { value: 'a4', label: 'A4' },
          { value: 'letter', label: 'Letter' },
        ]}
      />
      <Button
        type="primary"
        disabled={!able}
        loading={busy}
        onClick={() => void print(all, 'template')}
      >
        {settled ? 'Template as PDF' : 'Checking ...'}
      </Button>
      <Bad said={bad} />
      <Button
        disabled={!all.length || !settled}
        onClick={() => download('calliper-list.csv', calliperTable(doc, check.cuts), 'text/csv')}
      >
        Calliper list as CSV
      </Button>
      {strip && (
        <Button disabled={!able} onClick={() => void print([strip], 'walls')}>
          Walls as one strip, PDF
        </Button>
      )}
      <section>
        <h3>What do the two bars measure?</h3>
        <p className="note" style={{ marginBottom: 6 }}>
          Each says 50 mm. Type what yours measure and print again.
        </p>
        <div className="pair">
          <label htmlFor="along">Along</label>
          <Input
            id="along"
            size="small"
            value={along}
            suffix="mm"
            onChange={(e) => setAlong(e.target.value)}
          />
          <label htmlFor="across">Across</label>
          <Input
            id="across"
            size="small"
            value={across}
            suffix="mm"
            onChange={(e) => setAcross(e.target.value)}
          />
        </div>
        {c.ok ? (
          <p className="note">
            {c.correction.along === 1 && c.correction.across === 1 ? 'No correction.' : c.working}
          </p>
        ) : (
          <Bad said={c.sentence} />
        )}
      </section>
      <section>
        <h3>As SVG, in mm</h3>
        <div className="list">
          {drawn.map((s) => (
            <button
              key={s.id}
              type="button"
              className="plain"
              disabled={!settled}
              onClick={() =>
                download(
                  `${doc.id}-${s.id}.svg`,
                  sheetSvg(s, doc.name, c.ok ? c.correction : undefined),
                  'image/svg+xml',
                )
              }
            >
              {s.title}{' '}
              <span className="note">{s.note.startsWith('MIRRORED') ? 'mirrored' : ''}</span>
            </button>
          ))}
        </div>
      </section>
      <CutterFiles sheets={outside} />
      <p className="caution">
        Cutting: eye protection and dust mask, clamp the work, cell out of the shell.
      </p>
    </>
  );
}
