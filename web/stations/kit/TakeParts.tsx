/** Parts from files into the builder's own library: read whole in a worker, looked over, then kept all at once. */
import { useEffect, useRef, useState } from 'react';
import { Button, Modal, Progress, Select } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { proxy, wrap } from 'comlink';
import { planSize, thickness } from '@deft/core/kit';
import { formatMm, type Part } from '@deft/core/model';
import { putParts } from '../../state/api';
import { useBuild } from '../../state/build';
import type { PartsApi, PartsRead } from '../../workers/parts.worker';
import { Bad } from '../../ui/Bad';

const LIMIT = 60 * 1024 * 1024;
const PATIENCE_MS = 60_000;
const UNITS = [
  { value: 1, label: 'millimetres' },
  { value: 25.4, label: 'inches' },
  { value: 10, label: 'centimetres' },
  { value: 1000, label: 'metres' },
];

export function TakeParts({ onClose }: { onClose: () => void }) {
  const { library } = useBuild('library');
  const client = useQueryClient();
  const worker = useRef<Worker>(undefined);
  const [files, setFiles] = useState<File[]>([]);
  const [share, setShare] = useState<number>();
  const [bad, setBad] = useState<string>();
  const [unit, setUnit] = useState<number>();
  const [parts, setParts] = useState<Part[]>();
  const keep = useMutation({
    mutationFn: putParts,
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['parts'] });
      onClose();
    },
  });
  const end = () => {
    worker.current?.terminate();
    worker.current = undefined;
    setShare(undefined);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const fresh = (wish: string): string => {
    const base =
      wish
        .toLowerCase()
        .replace(/\.[^.]*$/, '')
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-+|-+$/g, '')
        .slice(0, 50) || 'part';
    for (let n = 1; ; n++) {
      const id = n === 1 ? base : `${base}-${n}`;
      if (!library.some((p) => p.id === id)) return id;
    }
  };
  const read = async (list: File[], unitMm: number | undefined) => {
    end();
    setFiles(list);
    setParts(undefined);
    setBad(undefined);
    const [first] = list;
    const by = (end_: string) => list.find((f) => f.name.toLowerCase().endsWith(end_));
    if (!first) return;
    if (list.some((f) => f.size > LIMIT)) {
      setBad(`A file is larger than ${LIMIT / 1024 / 1024} MB.`);
      return;
    }
    const w = (worker.current = new Worker(
      new URL('../../workers/parts.worker.ts', import.meta.url),
      { type: 'module' },
    ));
    const api = wrap<PartsApi>(w);
    setShare(0);
    const late = setTimeout(() => {
      end();
      setBad(`Reading took longer than ${PATIENCE_MS / 1000} s and was ended.`);
    }, PATIENCE_MS);
    const [emn, emp, csv, json] = [by('.emn'), by('.emp'), by('.csv'), by('.json')];
    let r: PartsRead;
    if (emn || emp) {
      r =
        emn && emp
          ? await api.board(await emn.text(), await emp.text(), fresh(emn.name))
          : {
              ok: false,
              sentence: `A board comes as two files: choose the ${emn ? '.emp with the component shapes' : '.emn with the board'} as well.`,
            };
    } else if (csv) {
      r = await api.csv(
        await csv.text(),
        proxy((s: number) => {
          setShare(s);
        }),
      );
    } else if (json) r = await api.json(await json.text());
    else {
      r = await api.solid(
        new Uint8Array(await first.arrayBuffer()),
        fresh(first.name),
        first.name.replace(/\.[^.]*$/, ''),
        unitMm,
      );
    }
    clearTimeout(late);
    if (worker.current !== w) return;
    end();
    if (r.ok) setParts(r.parts);
    else setBad(r.sentence);
  };
  const solid = files[0] && /\.(stl|step|stp|obj|3mf)$/i.test(files[0].name);
  const known = new Set(library.map((p) => p.id));
  const replaced = parts?.filter((p) => known.has(p.id)).length ?? 0;
  return (
    <Modal
      open
      title="Parts from a file"
      onCancel={() => {
        end();
        onClose();
      }}
      width={620}
      footer={
        parts
          ? [
              <Button key="no" onClick={onClose}>
                Leave
              </Button>,
              <Button
                key="yes"
                type="primary"
                loading={keep.isPending}
                onClick={() => keep.mutate(parts.map((p) => ({ ...p, source: 'mine' as const })))}
              >
                Keep {parts.length === 1 ? 'it' : `all ${parts.length}`} in my library
              </Button>,
            ]
          : null
      }
    >
      <p className="note">
        JSON or CSV of parts, a board as .emn with its .emp, or a solid as STEP, STL, OBJ or 3MF,
        which becomes blocks. Nothing is kept until you say so.
      </p>
      <p style={{ margin: '10px 0' }}>
        <input
          type="file"
          multiple
          aria-label="Part files"
          accept=".json,.csv,.emn,.emp,.stl,.step,.stp,.obj,.3mf"
          onChange={(e) => void read([...(e.target.files ?? [])], unit)}
        />
      </p>
      {solid && (
        <p className="row">
          Its unit{' '}
          <Select
            size="small"
            aria-label="Unit of the file"
            placeholder="as the file says, or mm"
            style={{ width: 190 }}
            value={unit ?? null}
            onChange={(v: number) => {
              setUnit(v);
              void read(files, v);
            }}
            options={UNITS}
          />
        </p>
      )}
      {share !== undefined && (
        <div className="row">
          <Progress percent={Math.round(100 * share)} style={{ flex: 1 }} aria-label="Reading" />
          <Button size="small" onClick={end}>
            Cancel
          </Button>
        </div>
      )}
      {bad && (
        <p className="bad" role="alert">
          {bad} Nothing was taken over.
        </p>
      )}
      <Bad said={keep.error?.message} />
      {parts && (
        <>
          <p>
            <b style={{ fontWeight: 600 }}>
              {parts.length} {parts.length === 1 ? 'part' : 'parts'} read.
            </b>{' '}
            {replaced > 0 && (
              <span className="note">
                {replaced} of them replace one in the library by the same id.
              </span>
            )}
          </p>
          <div className="list" style={{ maxHeight: 260, overflow: 'auto' }}>
            {parts.slice(0, 100).map((p) => (
              <div key={p.id}>
                <b style={{ fontWeight: 600 }}>{p.name}</b>{' '}
                <span className="note">
                  {p.family}, {formatMm(planSize(p.blocks).w, 1)} ×{' '}
                  {formatMm(planSize(p.blocks).h, 1)} × {formatMm(thickness(p, []).value, 1)} mm,{' '}
                  {p.blocks.length} {p.blocks.length === 1 ? 'block' : 'blocks'}
                </span>
              </div>
            ))}
          </div>
        </>
      )}
    </Modal>
  );
}
