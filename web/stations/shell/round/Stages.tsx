/** The stages of the round: how much of each is read, and one more of what it may have. */
import { Button } from 'antd';
import { type Stage, STAGES } from '@deft/core/shell';
import type { Body } from '@deft/core/model';
import { holesWithoutCap, MORE, type Role } from './more';
import type { Round } from './useRound';
import styles from './Round.module.css';

export function Stages({ round }: { round: Round }) {
  return (
    <div className="list" aria-label="Stages">
      {STAGES.map((s) => (
        <StageRow key={s} stage={s} round={round} />
      ))}
    </div>
  );
}

function StageRow({ stage, round }: { stage: Stage; round: Round }) {
  const { body, steps, goAmong, lookAt, add } = round;
  const own = steps.filter((q) => q.stage === stage);
  const more = MORE[stage];
  const isHere = round.stage === stage;
  const look = () => {
    if (own.length) goAmong((q) => q.stage === stage);
    else lookAt(stage);
  };
  return (
    <div className={`row ${isHere ? 'sel' : ''}`}>
      <button type="button" className="plain grow" onClick={look}>
        {stage}{' '}
        <span className="note">{readWords(own.length, own.filter((q) => !q.done).length)}</span>
      </button>
      {body && more && isHere && <AddMore more={more} body={body} onAdd={(on) => add(stage, on)} />}
    </div>
  );
}

function readWords(all: number, open: number): string {
  if (!all) return 'none yet';
  return open ? `${open} of ${all} to read` : `${all} read`;
}

function AddMore({
  more,
  body,
  onAdd,
}: {
  more: NonNullable<(typeof MORE)[Stage]>;
  body: Body;
  onAdd: (on: Role) => void;
}) {
  if (more.kind === 'cap') return <AddCap body={body} word={more.word} onAdd={onAdd} />;
  return (
    <span className={`row ${styles.more}`}>
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

function AddCap({ body, word, onAdd }: { body: Body; word: string; onAdd: (on: Role) => void }) {
  if (holesWithoutCap(body).length) {
    return (
      <Button size="small" onClick={() => onAdd('front')}>
        Add {word}
      </Button>
    );
  }
  return (
    <span className="note">
      {body.caps?.length ? 'every button has its cap' : 'no button openings yet'}
    </span>
  );
}
