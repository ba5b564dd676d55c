/** Two bodies that are not joined yet: turned about a hinge, or one pushed into the other. */
import { Button } from 'antd';
import { type Body, meetsOf, type Shell, usualHinge, usualSeat } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { useJoints } from './useJoints';
import style from './bodies.module.css';

/** Bodies that follow no other yet, each with those it may follow. */
function loose({ bodies, joints = [] }: Shell): Array<{ body: Body; to: Body[] }> {
  const follows = new Map(joints.map((j) => [meetsOf(j)[1].body, meetsOf(j)[0].body]));
  const hangsOn = (id: string, other: string): boolean => {
    for (let at: string | undefined = id; at !== undefined; at = follows.get(at)) {
      if (at === other) return true;
    }
    return false;
  };
  return bodies
    .filter((b) => !follows.has(b.id))
    .map((body) => ({ body, to: bodies.filter((b) => !hangsOn(b.id, body.id)) }))
    .filter(({ to }) => to.length);
}

export function JoinBodies({ onJoint }: { onJoint: (id: string) => void }) {
  const { doc } = useBuild('doc');
  const { put } = useJoints();
  const { shell } = doc;
  const pairs = loose(shell).flatMap(({ body, to }) => to.map((other) => [other, body] as const));
  if (!pairs.length) return null;
  const join = (joint: Parameters<typeof put>[0]): void => {
    put(joint);
    onJoint(joint.id);
  };
  return (
    <section className={style.add} aria-label="Join two bodies">
      <h3>Join</h3>
      {pairs.map(([stays, moves]) => (
        <div key={`${stays.id} ${moves.id}`} className={style.join}>
          <span>
            {moves.name} to {stays.name}
          </span>
          <Button size="small" onClick={() => join(usualHinge(shell, stays, moves))}>
            by a hinge
          </Button>
          <Button size="small" onClick={() => join(usualSeat(shell, stays, moves))}>
            pushed into it
          </Button>
        </div>
      ))}
    </section>
  );
}
