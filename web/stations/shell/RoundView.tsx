/** The measuring round: one length after the other, drawn where it is read, skipped and returned to freely. */
import { useMemo, useState } from 'react';
import { Button } from 'antd';
import {
  roundOf,
  type RoundStep,
  shellSolids,
  STAGES,
  type Stage,
  verdictsOpen,
} from '@deft/core/shell';
import { type Body, length, type Length } from '@deft/core/model';
import { spreadOf } from '../../book/spread';
import { useBuild } from '../../state/build';
import { useSize } from '../../ui/useSize';
import { type Eight, eightOf, keepEight, keptEight, withEight } from './firstEight';
import { AskLength } from './AskLength';
import { NextValue, ShellBook } from './ShellBook';
import { newThing, type NewThing, withThing } from './things';
import { useShell } from './useShell';
import { withLength } from './withLength';
import { ViewTabs } from './ViewTabs';

/** What a stage may have one more of. */
const MORE: Partial<Record<Stage, { kind: NewThing | 'support' | 'cap' | 'lip'; word: string }>> = {
  lip: { kind: 'lip', word: 'a lip' },
  posts: { kind: 'post', word: 'a post' },
  ribs: { kind: 'rib', word: 'a rib' },
  'button supports': { kind: 'support', word: 'a button support' },
  bays: { kind: 'bay', word: 'a bay' },
  openings: { kind: 'opening in the face', word: 'an opening' },
  caps: { kind: 'cap', word: 'a button cap' },
};

export default function RoundView() {
  const { doc, edit, key } = useBuild('doc', 'edit', 'key');
  const { body, at: which, setBody } = useShell();
  const [ref, size] = useSize<HTMLDivElement>();
  const [kept, setKept] = useState<Eight>(() => keptEight(key));
  const eight: Eight = body ? { ...kept, ...eightOf(body) } : kept;
  const steps = useMemo(() => roundOf(body, kept), [body, kept]);
  const [here, setHere] = useState<string | undefined>(
    () => steps.find((s) => !s.done)?.id ?? steps[0]?.id,
  );
  const [stage, setStage] = useState<Stage>();
  const i = Math.max(
    0,
    steps.findIndex((s) => s.id === here),
  );
  const step = steps[i];
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
  const now = stage ?? step?.stage ?? 'outer';
  const go = (to: RoundStep | undefined) => {
    if (to) {
      setHere(to.id);
      setStage(undefined);
    }
  };
  const take = (value: Length): string | undefined => {
    if (!step) return undefined;
    if (!body) {
      const next = { ...eight, [step.id]: value } as Eight;
      const bad = edit((p) => withEight(p, next, which));
      if (!bad) {
        setKept(next);
        keepEight(key, next);
      }
      return bad;
    }
    return setBody(withLength(body, step.path, value));
  };
  const add = (s: Stage, piece: 'front' | 'back') => {
    const more = MORE[s];
    if (!body || !more) return;
    const half = body.pieces.find((p) => p.role === piece) ?? body.pieces[0]!;
    const guess = (mm: number) => length(mm, 'estimate');
    if (more.kind === 'lip') {
      setBody({ ...body, lip: { on: piece, height: guess(1.5), thick: guess(1) } });
      setHere('lip-height');
      setStage(undefined);
      return;
    }
    if (more.kind === 'cap') {
      const free = body.pieces
        .flatMap((p) => p.openings)
        .find((o) => o.use === 'button' && !body.caps?.some((c) => c.opening === o.id));
      if (!free) return;
      const id = `cap-${free.id}`;
      setBody({
        ...body,
        caps: [
          ...(body.caps ?? []),
          {
            id,
            name: `${free.name} cap`,
            opening: free.id,
            across: guess(7.6),
            flange: guess(10),
            flangeThick: guess(1),
            peg: guess(4),
            proud: guess(1.5),
          },
        ],
      });
      setHere(`${id}-across`);
      setStage(undefined);
      return;
    }
    const [w, h] = body.outline.kind === 'rect' ? [body.outline.w.mm, body.outline.h.mm] : [80, 50];
    const made = newThing(
      doc,
      more.kind === 'support' ? 'post' : more.kind,
      half.id,
      w / 2,
      h / 2,
      piece === 'front' ? 5 : -5,
      0,
    );
    const thing =
      more.kind === 'support' && made.is === 'feature'
        ? {
            ...made,
            it: {
              ...made.it,
              name: made.it.name.replace('post', 'key support'),
              purpose: 'button support' as const,
              mayCut: 'never' as const,
            },
          }
        : made;
    if (!edit((p) => withThing(p, thing))) {
      setHere(`${thing.it.id}-x`);
      setStage(undefined);
    }
  };
  const missing = steps.filter((s) => !s.done);
  const nextOpen = steps.slice(i + 1).find((s) => !s.done) ?? missing[0];
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div className="mat" ref={ref}>
          {shell && spread ? (
            <ShellBook
              shell={shell}
              spread={spread}
              chosen={step?.about}
              onChoose={(id) =>
                go(
                  steps.find((s) => s.about === id && !s.done) ?? steps.find((s) => s.about === id),
                )
              }
              placing={false}
              onPlace={() => undefined}
              datums={[]}
              datumPiece={undefined}
              onDatum={() => undefined}
              dimension={
                step?.mark && step.piece && !stage
                  ? { ...step.mark, piece: step.piece, text: step.ask }
                  : undefined
              }
            />
          ) : (
            size.w > 0 &&
            step && (
              <NextValue
                width={size.w}
                height={size.h}
                field={step.id}
                label={`${step.ask}, ${step.jaw}`}
                n={i + 1}
              />
            )
          )}
        </div>
      </div>
      <aside className="side" aria-label="Measuring round">
        <h2>
          Measuring round{' '}
          <span className="note">
            {steps.length - missing.length} of {steps.length} read
          </span>
        </h2>
        <div className="chips" aria-label="Still missing">
          {verdictsOpen(steps).map((v) => (
            <button
              type="button"
              key={v.purpose}
              className={`plain chip ${v.open ? '' : 'done'}`}
              onClick={() =>
                go(
                  steps.find((s) => s.purpose === v.purpose && !s.done) ??
                    steps.find((s) => s.purpose === v.purpose),
                )
              }
            >
              {v.purpose}: {v.open ? `${v.open} to go` : 'all read'}
            </button>
          ))}
        </div>
        {step && !stage && (
          <AskLength
            key={step.id}
            step={step}
            onTake={take}
            onNext={() => go(steps[i + 1] ?? step)}
            onBack={() => go(steps[i - 1])}
            last={i === steps.length - 1}
          />
        )}
        {step && !stage && !missing.length && (
          <p className="note">
            Everything is read. Add what the shell has more of below, or go on to the kit.
          </p>
        )}
        {nextOpen && nextOpen.id !== step?.id && (
          <div>
            <Button size="small" type="link" style={{ padding: 0 }} onClick={() => go(nextOpen)}>
              Next that is not read: {nextOpen.ask}
            </Button>
          </div>
        )}
        <div className="list" aria-label="Stages">
          {STAGES.map((s) => {
            const own = steps.filter((q) => q.stage === s);
            const open = own.filter((q) => !q.done).length;
            const more = MORE[s];
            let says: string;
            if (own.length) {
              if (open) says = `${open} of ${own.length} to read`;
              else says = `${own.length} read`;
            } else says = 'none yet';
            return (
              <div key={s} className={`row ${now === s ? 'sel' : ''}`}>
                <button
                  type="button"
                  className="plain grow"
                  onClick={() =>
                    own.length ? go(own.find((q) => !q.done) ?? own[0]) : setStage(s)
                  }
                >
                  {s} <span className="note">{says}</span>
                </button>
                {body && more && now === s && (
                  <AddMore more={more} body={body} onAdd={(piece) => add(s, piece)} />
                )}
              </div>
            );
          })}
        </div>
        {!body && (
          <p className="note">
            Six readings make the shell; then the posts, ribs, bays and openings are asked one by
            one.
          </p>
        )}
      </aside>
    </>
  );
}

function AddMore({
  more,
  body,
  onAdd,
}: {
  more: NonNullable<(typeof MORE)[Stage]>;
  body: Body;
  onAdd: (piece: 'front' | 'back') => void;
}) {
  if (more.kind === 'cap') {
    const left = body.pieces
      .flatMap((p) => p.openings)
      .filter((o) => o.use === 'button' && !body.caps?.some((c) => c.opening === o.id)).length;
    return left ? (
      <Button size="small" onClick={() => onAdd('front')}>
        Add {more.word}
      </Button>
    ) : (
      <span className="note">
        {body.caps?.length ? 'every button has its cap' : 'no button openings yet'}
      </span>
    );
  }
  return (
    <span className="row" style={{ gap: 4 }}>
      <span className="note">Add {more.word}:</span>
      {(['front', 'back'] as const).map((p) => (
        <Button
          key={p}
          size="small"
          aria-label={`Add ${more.word} to the ${p}`}
          onClick={() => onAdd(p)}
        >
          {p}
        </Button>
      ))}
    </span>
  );
}
