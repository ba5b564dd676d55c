/** The measuring round: one length after the other, drawn where it is read, skipped and returned to freely. */
import { useMemo } from 'react';
import { Button } from 'antd';
import { type RoundStep, verdictsOpen } from '@deft/core/shell';
import { spreadOf } from '../../../book/spread';
import { useSize } from '../../../ui/useSize';
import { NextValue, ShellBook } from '../ShellBook';
import { ViewTabs } from '../ViewTabs';
import { AskLength } from './AskLength';
import { Stages } from './Stages';
import { type Round, useRound } from './useRound';
import styles from './Round.module.css';

export default function RoundView() {
  const round = useRound();
  const { body, steps, at, missing, step, go, nextOpen } = round;
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <RoundMat round={round} />
      </div>
      <aside className="side" aria-label="Measuring round">
        <h2>
          Measuring round{' '}
          <span className="note">
            {steps.length - missing.length} of {steps.length} read
          </span>
        </h2>
        <Purposes round={round} />
        {step && (
          <AskLength
            key={step.id}
            step={step}
            onTake={round.take}
            onNext={() => go(steps[at + 1] ?? step)}
            onBack={() => go(steps[at - 1])}
            last={at === steps.length - 1}
          />
        )}
        {step && !missing.length && (
          <p className="note">
            Everything is read. Add what the shell has more of below, or go on to the kit.
          </p>
        )}
        {nextOpen && nextOpen.id !== round.current?.id && (
          <div>
            <Button size="small" type="link" className={styles.next} onClick={() => go(nextOpen)}>
              Next that is not read: {nextOpen.ask}
            </Button>
          </div>
        )}
        <Stages round={round} />
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

/** The book with the asked length drawn in it; before there is a body, the length alone. */
function RoundMat({ round }: { round: Round }) {
  const { body, shell, at, step, current, goAmong } = round;
  const [ref, size] = useSize<HTMLDivElement>();
  const spread = useMemo(
    () => (body && size.w > 0 ? spreadOf(body, size.w, size.h) : undefined),
    [body, size],
  );
  return (
    <div className="mat" ref={ref}>
      {shell && spread && (
        <ShellBook
          shell={shell}
          spread={spread}
          chosen={current?.about}
          onChoose={(id) => goAmong((s) => s.about === id)}
          placing={false}
          onPlace={() => undefined}
          datums={[]}
          datumPiece={undefined}
          onDatum={() => undefined}
          dimension={step && dimensionOf(step)}
        />
      )}
      {!(shell && spread) && size.w > 0 && current && (
        <NextValue
          width={size.w}
          height={size.h}
          field={current.id}
          label={`${current.ask}, ${current.jaw}`}
          n={at + 1}
        />
      )}
    </div>
  );
}

const dimensionOf = ({ mark, piece, ask }: RoundStep) =>
  mark && piece ? { ...mark, piece, text: ask } : undefined;

/** What each reading is for, and how many of them are still missing for it. */
function Purposes({ round: { steps, goAmong } }: { round: Round }) {
  return (
    <div className="chips" aria-label="Still missing">
      {verdictsOpen(steps).map(({ purpose, open }) => (
        <button
          type="button"
          key={purpose}
          className={`plain chip ${open ? '' : 'done'}`}
          onClick={() => goAmong((s) => s.purpose === purpose)}
        >
          {purpose}: {open ? `${open} to go` : 'all read'}
        </button>
      ))}
    </div>
  );
}
