/** The bodies of a build, and how two of them hang on a hinge, closed and open. */
import { useState } from 'react';
import { Button } from 'antd';
import { type Shell, usualHinge } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { Findings } from '../../../ui/Findings';
import { ViewTabs } from '../ViewTabs';
import { AddBody } from './AddBody';
import { BodyList } from './BodyList';
import { HingeForm } from './HingeForm';
import { HingePicture } from './HingePicture';

export default function BodiesView() {
  const { doc, edit } = useBuild('doc', 'edit');
  const [a, b] = doc.shell.bodies;
  const { hinge } = doc.shell;
  const [deg, setDeg] = useState<number>();
  const hang = (): void => {
    if (!a || !b) return;
    edit((p) => ({ ...p, shell: { ...p.shell, hinge: usualHinge(a, b) } }));
  };
  const unhang = (): void => {
    edit((p) => {
      const shell: Shell = { ...p.shell };
      delete shell.hinge;
      return { ...p, shell };
    });
  };
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div className="mat">
          {a && b && hinge ? (
            <HingePicture deg={deg ?? hinge.openDeg} onDeg={setDeg} />
          ) : (
            <div className="blank">
              <h2>{emptyTitle(Boolean(a), Boolean(b))}</h2>
              <p>{emptyWords(Boolean(a), Boolean(b))}</p>
            </div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="Bodies and hinge">
        <h2>Bodies</h2>
        <BodyList />
        <AddBody />
        {a && b && hinge && (
          <>
            <h2>
              Hinge of {a.name} and {b.name}
            </h2>
            <HingeForm hinge={hinge} bodies={[a, b]} />
            <div>
              <Button size="small" type="text" onClick={unhang}>
                They hang on no hinge
              </Button>
            </div>
          </>
        )}
        {a && b && !hinge && (
          <Button onClick={hang}>
            Join {a.name} and {b.name} by a hinge
          </Button>
        )}
        <Findings station="shell" title="What does not fit together" empty="Nothing meets." />
      </aside>
    </>
  );
}

function emptyTitle(hasFirst: boolean, hasSecond: boolean): string {
  if (!hasFirst) return 'No shell yet';
  return hasSecond ? 'No hinge between them' : 'One body so far';
}

function emptyWords(hasFirst: boolean, hasSecond: boolean): string {
  if (!hasFirst) return 'Measure the first body, then bring in another.';
  if (hasSecond) {
    return 'Each is laid out, cut and closed by itself: choose it at the upper right of Fit. Two that turn about each other are joined by a hinge at the right.';
  }
  return 'A lid with a second screen, a dock, a sleeve for a cell, another grip: bring it in at the right. A lid starts on a hinge that shuts both face to face.';
}
