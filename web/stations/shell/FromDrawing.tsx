/** Outline and openings out of an SVG or DXF drawing, shown before they are taken over. */
import { useRef, useState } from 'react';
import { Button, Checkbox, Select } from 'antd';
import { wrap } from 'comlink';
import { type Drawing, type Taken, takenFrom } from '@deft/core/formats/drawing';
import { BadInput, type Body, length } from '@deft/core/model';
import type { DrawingApi } from '../../workers/drawing.worker';
import { PickedFile } from '../../ui/PickedFile';
import { Bad } from '../../ui/Bad';

const LARGEST = 10 * 1024 * 1024;
const PATIENCE_MS = 2000;
const UNITS = [
  { value: 1, label: 'millimetres' },
  { value: 25.4, label: 'inches' },
  { value: 25.4 / 96, label: 'pixels, 96 an inch' },
  { value: 10, label: 'centimetres' },
];

/** Read in a worker that is ended when it takes too long. */
async function read(file: File): Promise<Awaited<ReturnType<DrawingApi['read']>>> {
  if (file.size > LARGEST) {
    return { ok: false, sentence: `The drawing is larger than ${LARGEST / 1024 / 1024} MB.` };
  }
  const worker = new Worker(new URL('../../workers/drawing.worker.ts', import.meta.url), {
    type: 'module',
  });
  const text = await file.text();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<{ ok: false; sentence: string }>((resolve) => {
    timer = setTimeout(
      () =>
        resolve({
          ok: false,
          sentence:
            'Reading this drawing took longer than 2 s and was ended. Save it again with fewer curves.',
        }),
      PATIENCE_MS,
    );
  });
  try {
    return await Promise.race([wrap<DrawingApi>(worker).read(text), late]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}

export function FromDrawing({
  body,
  onTake,
}: {
  body: Body | undefined;
  onTake: (t: Taken, b: Body) => string | undefined;
}) {
  const picker = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<{ drawing: Drawing; kind: string }>();
  const [unit, setUnit] = useState<number>();
  const [mirrored, setMirrored] = useState(false);
  const [bad, setBad] = useState<string>();
  const open = async (file: File) => {
    setFound(undefined);
    const r = await read(file);
    if (!r.ok) {
      setBad(r.sentence);
      return;
    }
    setBad(undefined);
    setUnit(r.drawing.unitMm);
    setFound(r);
  };
  let taken: Taken | undefined;
  let why: string | undefined;
  try {
    taken = found && unit !== undefined ? takenFrom(found.drawing, unit, mirrored) : undefined;
  } catch (e) {
    why = e instanceof BadInput ? e.message : 'This drawing cannot be taken over.';
  }
  const take = () => {
    if (!taken) return;
    const made: Body = body ?? {
      id: 'shell',
      name: 'Shell',
      spine: 'left',
      outline: taken.outline,
      wall: length(2, 'estimate'),
      pieces: (['front', 'back'] as const).map((role) => ({
        id: role,
        role,
        material: 'abs',
        depth: length(15, 'estimate'),
        zones: [],
        features: [],
        openings: [],
      })),
    };
    const s = onTake(taken, made);
    setBad(s);
    if (!s) setFound(undefined);
  };
  let outcome: React.ReactNode;
  if (unit === undefined) outcome = <p className="note">The file does not say its unit.</p>;
  else if (taken) outcome = <p>{taken.words}</p>;
  else {
    outcome = <Bad said={why} />;
  }
  return (
    <section aria-label="From a drawing">
      <Button size="small" onClick={() => picker.current?.click()}>
        Outline from a drawing (SVG, DXF)
      </Button>
      <PickedFile
        picker={picker}
        accept=".svg,.dxf"
        label="Drawing file"
        onFile={(f) => void open(f)}
      />
      <Bad said={bad} />
      {found && (
        <div className="card" style={{ marginTop: 8 }}>
          <p>
            <b style={{ fontWeight: 600 }}>
              {found.kind}, {found.drawing.loops.length} closed lines
            </b>
          </p>
          {found.drawing.left.length > 0 && (
            <p className="note">Left out: {found.drawing.left.join(', ')}.</p>
          )}
          <div className="pair" style={{ margin: '6px 0' }}>
            <span>One unit is</span>
            <Select
              size="small"
              aria-label="Drawing unit"
              placeholder="choose"
              {...(unit === undefined ? {} : { value: unit })}
              onChange={(u: number) => setUnit(u)}
              options={
                UNITS.some((u) => u.value === unit) || unit === undefined
                  ? UNITS
                  : [{ value: unit, label: 'as the file says' }, ...UNITS]
              }
              popupMatchSelectWidth={180}
            />
          </div>
          <Checkbox checked={mirrored} onChange={(e) => setMirrored(e.target.checked)}>
            It shows the inside (mirrored)
          </Checkbox>
          {outcome}
          <div className="row" style={{ marginTop: 6 }}>
            <Button size="small" type="primary" disabled={!taken} onClick={take}>
              Take it over
            </Button>
            <Button size="small" type="text" onClick={() => setFound(undefined)}>
              Leave it
            </Button>
          </div>
          {!body && taken && (
            <p className="note">Wall and half depths start as estimates: measure them next.</p>
          )}
        </div>
      )}
    </section>
  );
}
