/** The bodies of a build, and the joints between them: hinges turned, and pockets pushed into. */
import { useMemo, useState } from 'react';
import { Button } from 'antd';
import { hingesOf, type Joined, seatsOf, type Shell } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { Findings } from '../../../ui/Findings';
import { ViewTabs } from '../ViewTabs';
import { AddBody } from './AddBody';
import { BodyList } from './BodyList';
import { HingeForm } from './HingeForm';
import { HingePicture } from './HingePicture';
import { JoinBodies } from './JoinBodies';
import { SeatForm } from './SeatForm';
import { SeatPicture } from './SeatPicture';
import { useJoints } from './useJoints';
import style from './bodies.module.css';

/** Every joint with its bodies, in the order they were made. */
function jointsIn(shell: Shell): Joined[] {
  const all: Joined[] = [...hingesOf(shell), ...seatsOf(shell)];
  return (shell.joints ?? []).flatMap((j) => all.find(({ joint }) => joint === j) ?? []);
}

const nameOf = ({ joint, bodies: [a, b] }: Joined): string =>
  joint.is === 'hinge' ? `Hinge of ${a.name} and ${b.name}` : `${b.name} in ${a.name}`;

const isHinged = (j: Joined): j is ReturnType<typeof hingesOf>[number] => j.joint.is === 'hinge';
const isSeated = (j: Joined): j is ReturnType<typeof seatsOf>[number] => j.joint.is === 'seat';

export default function BodiesView() {
  const { doc } = useBuild('doc');
  const { shell } = doc;
  const joints = useMemo(() => jointsIn(shell), [shell]);
  const [chosen, choose] = useState<string>();
  const { drop } = useJoints();
  const shown = joints.find(({ joint }) => joint.id === chosen) ?? joints[0];
  return (
    <>
      <div className={`centre ${style.centre}`}>
        <ViewTabs />
        <div className="mat">
          {shown && isHinged(shown) && <HingePicture key={shown.joint.id} hinged={shown} />}
          {shown && isSeated(shown) && <SeatPicture key={shown.joint.id} seat={shown} />}
          {!shown && (
            <div className="blank">
              <h2>{emptyTitle(shell.bodies.length)}</h2>
              <p>{emptyWords(shell.bodies.length)}</p>
            </div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="Bodies and joints">
        <h2>Bodies</h2>
        <BodyList />
        <AddBody onJoint={choose} />
        {joints.length > 1 && (
          <ul className={style.joints} aria-label="Joints">
            {joints.map((j) => (
              <li key={j.joint.id}>
                <Button
                  block
                  size="small"
                  type={j === shown ? 'primary' : 'default'}
                  aria-pressed={j === shown}
                  onClick={() => choose(j.joint.id)}
                >
                  {nameOf(j)}
                </Button>
              </li>
            ))}
          </ul>
        )}
        {shown && (
          <>
            <h2>{nameOf(shown)}</h2>
            {isHinged(shown) && <HingeForm {...shown} />}
            {isSeated(shown) && <SeatForm {...shown} />}
            <div>
              <Button size="small" type="text" onClick={() => drop(shown.joint.id)}>
                They are not joined
              </Button>
            </div>
          </>
        )}
        <JoinBodies onJoint={choose} />
        <Findings station="shell" title="What does not fit together" empty="Nothing meets." />
      </aside>
    </>
  );
}

function emptyTitle(bodies: number): string {
  if (bodies === 0) return 'No shell yet';
  return bodies > 1 ? 'Nothing joins them' : 'One body so far';
}

function emptyWords(bodies: number): string {
  if (bodies === 0) return 'Measure the first body, then bring in another.';
  if (bodies > 1) {
    return 'Each is laid out, cut and closed by itself: choose it at the upper right of Fit. Two that turn about each other, or of which one is pushed into the other, are joined at the right.';
  }
  return 'A lid with a second screen, a dock, a sleeve for a cell, another grip: bring it in at the right. A lid starts on a hinge that shuts both face to face, a dock with a pocket that takes the first.';
}
