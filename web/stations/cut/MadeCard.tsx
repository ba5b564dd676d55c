/** One part that can be made: drawn, with its figures, taken out as a solid, put in where it stands. */
import { useEffect, useState } from 'react';
import { Button } from 'antd';
import { wrap } from 'comlink';
import { blockBox } from '@deft/core/geometry';
import {
  corrections,
  flatSheet,
  type Made,
  machineOf,
  type Process,
  withMade,
} from '@deft/core/made';
import { sheetSvg } from '@deft/core/formats';
import { type Block, formatMm } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { download } from '../../ui/download';
import type { SolidApi } from '../../workers/solid.worker';
import { PROCESS_WORDS } from './processWords';
import { takeCutter } from './CutterFiles';
import style from './MadeView.module.css';
import { Bad } from '../../ui/Bad';

const beforeWords = (before: NonNullable<Made['before']>): string =>
  before.is === 'as now'
    ? `In the kit, as it would be made now: ${PROCESS_WORDS[before.by].toLowerCase()}.`
    : 'The one in the kit is from before the build changed: print it again.';

/** What the whole verdict would say of it where it stands; nothing of it is a hit when none is named. */
interface Trial {
  hit: string | undefined;
}

function useTrial(made: Made): Trial | undefined {
  const { doc, engine } = useBuild('doc', 'engine');
  const [said, say] = useState<Trial>();
  const wanted = made.placement !== undefined && !made.cannot && made.before?.is !== 'as now';
  useEffect(() => {
    if (!wanted) return;
    let asking = true;
    void engine
      ?.ask((api) => api.judge(withMade(doc, made)))
      .then((verdict) => {
        if (!asking || !verdict) return;
        const hit = verdict.findings.find(
          (f) => f.verdict === 'hit' && f.about.includes(made.item),
        );
        say({ hit: hit && `${hit.title}, ${hit.what}` });
      });
    return () => {
      asking = false;
    };
  }, [engine, doc, made, wanted]);
  return wanted ? said : undefined;
}

export function MadeCard({ made, process }: { made: Made; process: Process }) {
  const { edit, doc } = useBuild('edit', 'doc');
  const by = corrections(machineOf(doc, process));
  const [busy, setBusy] = useState<'stl' | '3mf'>();
  const [bad, setBad] = useState<string>();
  const file = `${made.part.id}-v${made.part.version ?? 1}`;
  const take = async (kind: 'stl' | '3mf') => {
    setBusy(kind);
    setBad(undefined);
    const worker = new Worker(new URL('../../workers/solid.worker.ts', import.meta.url), {
      type: 'module',
    });
    try {
      const bytes = await wrap<SolidApi>(worker).made(
        made.name,
        made.blocks,
        made.turned ?? false,
        kind,
        by,
      );
      const mime = kind === '3mf' ? 'model/3mf' : 'model/stl';
      download(`${file}.${kind}`, bytes as BlobPart, mime);
    } catch (e) {
      reportError(e);
      setBad('The solid could not be made.');
    } finally {
      worker.terminate();
      setBusy(undefined);
    }
  };
  const trial = useTrial(made);
  const flat = flatSheet(made);
  let put: string | undefined;
  if (made.tool || made.cannot) put = undefined;
  else if (made.before?.is === 'changed') put = 'Put the new one in';
  else if (!made.before) put = made.placement ? 'Put it in' : 'Add it to the kit';
  const [w, h, t] = sizeOf(made.blocks);
  return (
    <article className={style.card} aria-label={made.name}>
      <Plan blocks={made.blocks} below={made.kind === 'switch plate'} />
      <div className={style.words}>
        <h3>
          {made.name}
          {(made.part.version ?? 1) > 1 && (
            <span className="note"> version {made.part.version}</span>
          )}
        </h3>
        {made.why.map((line) => (
          <p key={line} className="note">
            {line}
          </p>
        ))}
        <p>
          {formatMm(w, 1)} × {formatMm(h, 1)} × {formatMm(t, 1)} mm; {made.volumeCm3.toFixed(1)}{' '}
          cm³, {made.massG.toFixed(1)} g, about{' '}
          {made.hours < 1 ? `${Math.ceil(made.hours * 60)} min` : `${made.hours.toFixed(1)} h`}
        </p>
        {made.before && (
          <p className={made.before.is === 'changed' ? 'bad' : 'note'}>
            {beforeWords(made.before)}
          </p>
        )}
        {made.cannot && <p className="note">{made.cannot}</p>}
        {trial &&
          (trial.hit ? (
            <p className="bad">There it is a hit: {trial.hit}.</p>
          ) : (
            <p className="note">It touches nothing there.</p>
          ))}
        <Bad said={bad} />
        <div className="row">
          {put && (
            <Button size="small" type="primary" onClick={() => void edit((p) => withMade(p, made))}>
              {put}
            </Button>
          )}
          {!made.cannot &&
            (['stl', '3mf'] as const).map((kind) => (
              <Button
                key={kind}
                size="small"
                loading={busy === kind}
                onClick={() => void take(kind)}
              >
                {kind.toUpperCase()}
              </Button>
            ))}
          {flat && !made.cannot && (
            <>
              <Button
                size="small"
                onClick={() => download(`${file}.svg`, sheetSvg(flat, doc.name), 'image/svg+xml')}
              >
                SVG
              </Button>
              <Button
                size="small"
                onClick={() => setBad(takeCutter(flat, doc.workshop?.kerf ?? 0, file))}
              >
                DXF
              </Button>
            </>
          )}
        </div>
      </div>
    </article>
  );
}

/** Sizes along x, y and z, mm. */
function sizeOf(blocks: readonly Block[]): [number, number, number] {
  const boxes = blocks.map(blockBox);
  const along = (i: 0 | 1 | 2): number =>
    Math.max(...boxes.map((b) => b[1][i])) - Math.min(...boxes.map((b) => b[0][i]));
  return [along(0), along(1), along(2)];
}

/** Seen from above, or from below where its pockets are, to one scale for what is large and for what is small. */
function Plan({ blocks, below }: { blocks: readonly Block[]; below: boolean }) {
  const boxes = blocks.map(blockBox);
  const [x0, y0] = [0, 1].map((i) => Math.min(...boxes.map((b) => b[0][i]!))) as [number, number];
  const [w, h] = sizeOf(blocks);
  const pad = Math.max(w, h) * 0.06;
  const path = (b: Block): string =>
    b.plan.kind === 'polygon'
      ? [b.plan.points, ...(b.plan.holes ?? [])]
          .map((ring) => `M${ring.map(([x, y]) => `${x - x0} ${h - (y - y0)}`).join('L')}Z`)
          .join('')
      : '';
  return (
    <svg
      className={style.plan}
      viewBox={`${-pad} ${-pad} ${w + 2 * pad} ${h + 2 * pad}`}
      aria-hidden="true"
    >
      {[...blocks]
        .sort((a, b) => (below ? -1 : 1) * (a.base - b.base))
        .map((b) => (
          <path key={b.id} d={path(b)} fillRule="evenodd" vectorEffect="non-scaling-stroke" />
        ))}
    </svg>
  );
}
