/** Eight values for a first verdict, then posts, ribs, bays and openings as they are read. */
import { useEffect, useMemo, useState } from 'react';
import { Button, Dropdown, Segmented, Select, Slider } from 'antd';
import { FIRST_FIELDS, measuringSheet } from '@deft/core/cuts';
import { backingCost, seamCost, shellSolids } from '@deft/core/shell';
import { type Body, type Edge, isOpen, type Length } from '@deft/core/model';
import { spreadOf } from '../../book/spread';
import { LengthField } from '../../ui/LengthField';
import { useSize } from '../../ui/useSize';
import { Wedge } from '../../ui/Wedge';
import { useBuild, useShownScene } from '../../state/build';
import { printSheets } from '../cut/print';
import { ProfileView } from '../../book/ProfileView';
import { useCuts } from '../../book/useCuts';
import {
  type Eight,
  eightOf,
  keepEight,
  keptEight,
  NEEDED,
  PLATE_NEEDED,
  withEight,
  withPlate,
} from './firstEight';
import { FromDrawing } from './FromDrawing';
import { Outline } from './Outline';
import { NextValue, ShellBook } from './ShellBook';
import { UnderlayImage } from './picture/UnderlayImage';
import { TakeOut } from './TakeOut';
import { Leaning } from './Leaning';
import { type MadeOf, MadeOfChoice } from './MadeOf';
import { ThingEditor } from './ThingEditor';
import { useShell } from './useShell';
import { HeldShut } from './HeldShut';
import { ViewTabs } from './ViewTabs';
import {
  facePlace,
  newThing,
  NEW_THINGS,
  type NewThing,
  type Thing,
  thingsOf,
  withThing,
  without,
} from './things';
import { Bad } from '../../ui/Bad';

const TOOLS = Object.fromEntries(FIRST_FIELDS.map((f) => [f.key, f.tool]));

/** Of the first values, those a flat plate has. */
const PLATE_FIELDS = FIRST_FIELDS.filter((f) =>
  (PLATE_NEEDED as readonly string[]).includes(f.key),
).map((f) =>
  f.key === 'wall' ? { ...f, label: 'Thickness of the plate', tool: 'outside jaws' } : f,
);

function emptyWords(isMeasured: boolean, isPlate: boolean): string {
  if (isMeasured) return 'several readings: 12.1; 12.2; 12.1';
  return isPlate ? 'four values, then a part' : 'eight values, then a part';
}

/** Screws that do not fit their posts, beside the readings that decide it. */
function ShellFindings() {
  const { check } = useBuild('check');
  return (
    <>
      {check.findings
        .filter((f) => f.station === 'shell' && f.check === 'screw' && f.verdict !== 'clear')
        .map((f) => (
          <div key={f.id} className="row" style={{ alignItems: 'flex-start', flexWrap: 'nowrap' }}>
            <Wedge verdict={f.verdict} />
            <div>
              <b style={{ fontWeight: 600 }}>{f.title}</b>
              <p>{f.what}</p>
              <p className="note">{f.why.join('; ')}</p>
            </div>
          </div>
        ))}
    </>
  );
}

export function ReadingsView() {
  const { doc, edit, key } = useBuild('doc', 'edit', 'key');
  const scene = useShownScene();
  const { body, at: which, setBody } = useShell();
  const [ref, size] = useSize<HTMLDivElement>();
  const [kept, setKept] = useState<Eight>(() => keptEight(key));
  const [of, setOf] = useState<MadeOf>({ material: doc.way === 'open plate' ? 'wood' : 'abs' });
  const [focus, setFocus] = useState<string>('w');
  const [chosen, choose] = useState<string>();
  const [placing, setPlacing] = useState<NewThing>();
  const [sheet, setSheet] = useState<string>();
  const lines = useCuts({ axis: 'x', at: 9 });
  const { through } = lines;
  const [isFlat, setFlat] = useState(doc.way === 'open plate');
  const isPlate = body ? isOpen(body) : isFlat;
  const fields = isPlate ? PLATE_FIELDS : FIRST_FIELDS;
  const needed = isPlate ? PLATE_NEEDED : NEEDED;
  const eight: Eight = body ? { ...kept, ...eightOf(body) } : kept;
  const shell = useMemo(() => {
    try {
      return body && shellSolids(body, doc.cuts);
    } catch {
      return undefined;
    }
  }, [body, doc.cuts]);
  const spread = useMemo(
    () => (body && size.w > 0 ? spreadOf(body, size.w, size.h) : undefined),
    [body, size],
  );
  const thing = body && thingsOf(body).find((t) => t.it.id === chosen);
  useEffect(() => {
    if (!placing) return;
    const stop = (e: KeyboardEvent) => {
      if (e.key === 'Escape') setPlacing(undefined);
    };
    window.addEventListener('keydown', stop);
    return () => window.removeEventListener('keydown', stop);
  }, [placing]);

  const type = (k: keyof Eight, value: Length): string | undefined => {
    const next = { ...eight, [k]: value };
    const made = isPlate ? withPlate : withEight;
    const bad = edit((p) => made(p, next, which, of));
    if (!bad) {
      setKept(next);
      keepEight(key, next);
    }
    return bad;
  };
  // Typing a name is one step to undo; every reading is its own.
  const put = (t: Thing): string | undefined =>
    edit(
      (p) => withThing(p, t),
      thing && t.it.name !== thing.it.name ? `name ${t.it.id}` : undefined,
    );
  const place = (piece: string, x: number, y: number) => {
    if (!body || !placing) return;
    const w = Math.max(...(shell?.walls ?? []).map((q) => q.x0));
    const h = Math.max(...(shell?.walls ?? []).map((q) => q.y0));
    const near = [y, w - x, h - y, x];
    const made = newThing(
      doc,
      placing,
      piece,
      x,
      y,
      piece === 'front' ? 5 : -8,
      near.indexOf(Math.min(...near)),
    );
    edit((p) => withThing(p, made));
    choose(made.it.id);
    setPlacing(undefined);
  };
  const datum = (edge: Edge) => {
    const at = thing && facePlace(thing);
    if (!thing || !at) return;
    const axis = edge === 'left' || edge === 'right' ? 'x' : 'y';
    const next = { ...at, [axis]: { ...at[axis], from: { edge, face: 'outer' as const } } };
    put(
      thing.is === 'opening'
        ? { ...thing, it: { ...thing.it, on: { kind: 'face', at: next } } }
        : ({ ...thing, it: { ...thing.it, at: next } } as Thing),
    );
  };
  // The section goes through what is chosen.
  const standing = shell?.features.find((f) => f.feature.id === chosen);
  useEffect(() => {
    if (standing) through(standing.x, standing.y);
  }, [standing?.x, standing?.y]); // eslint-disable-line react-hooks/exhaustive-deps
  const at = thing && facePlace(thing);
  const datums = at
    ? [at.x, at.y].flatMap((r): Edge[] => ('edge' in r.from ? [r.from.edge] : []))
    : [];
  const missing = fields.find((f) => eight[f.key as keyof Eight] === undefined);
  const shown =
    fields.find((f) => f.key === focus && eight[f.key as keyof Eight] === undefined) ?? missing;
  let says: string;
  if (thing) says = 'Click an edge of this half to measure from it.';
  else if (body) says = 'Choose something on the picture to see its readings.';
  else says = 'Type the values at the right in this order; Tab goes on.';
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div className="mat" ref={ref}>
          {shell && spread ? (
            <ShellBook
              shell={shell}
              spread={spread}
              chosen={chosen}
              onChoose={choose}
              placing={placing !== undefined}
              onPlace={place}
              datums={datums}
              datumPiece={thing?.piece}
              onDatum={datum}
              underlay={(page) =>
                body?.underlays
                  ?.filter((u) => u.piece === page.piece.id && u.fade > 0)
                  .map((u) => (
                    <UnderlayImage
                      key={u.id}
                      build={key}
                      body={body}
                      underlay={u}
                      page={page}
                      spread={spread}
                    />
                  ))
              }
            />
          ) : (
            size.w > 0 &&
            shown && (
              <NextValue
                width={size.w}
                height={size.h}
                field={shown.key}
                label={`${shown.label}, ${shown.tool}`}
                n={shown.n}
                isPlate={isPlate}
              />
            )
          )}
        </div>
        <div
          className="row"
          style={{
            padding: '8px 16px',
            background: 'var(--panel)',
            borderTop: '1px solid var(--line)',
            minHeight: 46,
          }}
        >
          <Dropdown
            disabled={!body}
            menu={{
              items: NEW_THINGS.map((k) => ({ key: k, label: k })),
              onClick: ({ key: k }) => setPlacing(k as NewThing),
            }}
            trigger={['click']}
          >
            <Button type="primary" size="small" disabled={!body}>
              Add a post, rib, bay or opening
            </Button>
          </Dropdown>
          {placing ? (
            <span className="note">
              Click on the half where the {placing} is; then type its readings.{' '}
              <button
                type="button"
                className="plain"
                style={{ color: 'var(--teal-ink)' }}
                onClick={() =>
                  place(isPlate ? body!.pieces[0]!.id : 'back', eight.w!.mm / 2, eight.h!.mm / 2)
                }
              >
                Put it in the middle
              </button>{' '}
              · Esc leaves it.
            </span>
          ) : (
            <span className="note">{says}</span>
          )}
          <Button
            size="small"
            style={{ marginLeft: 'auto' }}
            onClick={() =>
              void printSheets([measuringSheet()], doc, 'measuring-sheet', 'a4').then(setSheet)
            }
          >
            Blank measuring sheet (PDF)
          </Button>
          <Bad said={sheet} inline />
        </div>
        {which === 0 && scene.shell && <ProfileView scene={scene} lines={lines} />}
      </div>
      <aside className="side" aria-label="Shell measurements">
        <h2>
          Outer <span className="note">{emptyWords(body !== undefined, isPlate)}</span>
        </h2>
        {!body && (
          <Segmented
            size="small"
            aria-label="What it is"
            value={isFlat ? 'plate' : 'halves'}
            onChange={(kind) => setFlat(kind === 'plate')}
            options={[
              { value: 'halves', label: 'two halves' },
              { value: 'plate', label: 'a flat plate' },
            ]}
          />
        )}
        <div className="fields">
          {fields.map((f) => {
            const k = f.key as keyof Eight;
            return body?.outline.kind === 'points' && (k === 'w' || k === 'h') ? null : (
              <LengthField
                key={k}
                n={f.n}
                label={f.label}
                min={k === 'r' || k === 'inset' ? 0 : 0.1}
                max={600}
                value={eight[k]}
                onChange={(v) => type(k, v)}
                onFocus={() => setFocus(k)}
                autoFocus={!body && k === missing?.key}
              />
            );
          })}
        </div>
        <MadeOfChoice body={body} first={of} onFirst={setOf} onChange={setBody} />
        {!body && (
          <p className="note">
            {needed.filter((k) => eight[k] === undefined).length} of the first {needed.length} still
            missing.{' '}
            {missing ? `Next: ${missing.label.toLowerCase()}, with the ${TOOLS[missing.key]}.` : ''}
          </p>
        )}
        <FromDrawing
          body={body}
          onTake={(t, b) =>
            setBody({
              ...b,
              outline: t.outline,
              pieces: b.pieces.map((q) =>
                q.role === 'front'
                  ? {
                      ...q,
                      openings: [
                        ...q.openings.filter((o) => !o.id.startsWith('drawn-')),
                        ...t.openings,
                      ],
                    }
                  : q,
              ),
            })
          }
        />
        {body && <Outline key={body.outline.kind} body={body} onChange={setBody} />}
        {body && !isPlate && <Leaning body={body} onChange={setBody} />}
        {body?.underlays?.map((u) => (
          <label key={u.id} className="pair">
            <span>Picture under the {u.piece}</span>
            <Slider
              ariaLabelForHandle={`Fade of the picture under the ${u.piece}`}
              min={0}
              max={1}
              step={0.05}
              value={u.fade}
              onChange={(fade: number) =>
                setBody(
                  {
                    ...body,
                    underlays: body.underlays!.map((q) => (q.id === u.id ? { ...q, fade } : q)),
                  },
                  `fade ${u.id}`,
                )
              }
            />
          </label>
        ))}
        <ShellFindings />
        {thing && body && (
          <ThingEditor
            key={thing.it.id}
            body={body}
            thing={thing}
            cost={
              shell && standing
                ? (seamCost(shell, standing)?.sentence ?? backingCost(shell, standing))
                : undefined
            }
            onChange={put}
            onRemove={() => {
              edit((p) => without(p, thing.it.id));
              choose(undefined);
            }}
            onAxis={() => undefined}
          />
        )}
        {body && (
          <section>
            <h2 style={{ marginBottom: 4 }}>What is in it</h2>
            <div className="list">
              {thingsOf(body).map((t) => {
                let kind:
                  | 'speaker'
                  | 'switch'
                  | 'bay'
                  | 'wheel'
                  | 'slot'
                  | 'other'
                  | 'wall'
                  | 'post'
                  | 'boss'
                  | 'rib'
                  | 'screw'
                  | 'window'
                  | 'button'
                  | 'port'
                  | 'vent'
                  | 'lamp';
                if (t.is === 'feature') kind = t.it.kind;
                else if (t.is === 'bay') kind = 'bay';
                else kind = t.it.use;
                return (
                  <button
                    type="button"
                    key={t.it.id}
                    className={`plain row ${chosen === t.it.id ? 'sel' : ''}`}
                    onClick={() => choose(t.it.id === chosen ? undefined : t.it.id)}
                  >
                    <span className="grow">{t.it.name}</span>
                    <span className="note">
                      {kind}, {t.piece}
                    </span>
                  </button>
                );
              })}
              {!thingsOf(body).length && (
                <p className="note">
                  No posts yet. Next: each screw post, centre from two edges, with the depth rod.
                </p>
              )}
            </div>
          </section>
        )}
        {body && <TakeOut doc={doc} body={body} />}
        {body && !isPlate && (
          <label className="row">
            Book opens at its{' '}
            <Select
              size="small"
              aria-label="Spine"
              value={body.spine}
              onChange={(spine: Edge) => setBody({ ...body, spine })}
              options={(['left', 'right', 'bottom', 'top'] as const).map((v) => ({
                value: v,
                label: `${v} edge`,
              }))}
            />
          </label>
        )}
        {body && !isPlate && (
          <label className="row">
            Shuts{' '}
            <Select
              size="small"
              aria-label="Shuts"
              value={body.shuts ?? 'straight'}
              onChange={(shuts: NonNullable<Body['shuts']>) => setBody({ ...body, shuts })}
              options={[
                { value: 'straight', label: 'straight down' },
                { value: 'swing', label: 'about that edge' },
              ]}
            />
          </label>
        )}
        {body && !isPlate && <HeldShut body={body} onChange={setBody} />}
      </aside>
    </>
  );
}
