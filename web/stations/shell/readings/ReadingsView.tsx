/** Eight values for a first verdict, then posts, ribs, bays and openings as they are read. */
import { useEffect } from 'react';
import type { Body } from '@deft/core/model';
import { ProfileView } from '../../../book/profile/ProfileView';
import { useCuts } from '../../../book/useCuts';
import { useBuild, useShownScene } from '../../../state/build';
import { FromDrawing } from '../FromDrawing';
import { HeldShut } from '../HeldShut';
import { Leaning } from '../Leaning';
import { MadeOfChoice } from '../MadeOf';
import { Outline } from '../Outline';
import { TakeOut } from '../TakeOut';
import { ThingEditor } from '../ThingEditor';
import { useShell } from '../useShell';
import { ViewTabs } from '../ViewTabs';
import { AddThing } from './AddThing';
import { Fades } from './Fades';
import { FirstValuesForm, StillMissing } from './FirstValuesForm';
import { Halves } from './Halves';
import { ReadingsMat } from './ReadingsMat';
import { ScrewFindings } from './ScrewFindings';
import { ThingsList } from './ThingsList';
import { useFirstValues, useThings } from './useReadings';

export function ReadingsView() {
  const { doc } = useBuild('doc');
  const scene = useShownScene();
  const { body, at: which, setBody } = useShell();
  const first = useFirstValues();
  const things = useThings();
  const lines = useCuts({ axis: 'x', at: 9 });
  const { through } = lines;
  const { standing, thing } = things;
  // The section goes through what is chosen.
  useEffect(() => {
    if (standing) through(standing.x, standing.y);
  }, [standing?.x, standing?.y]); // eslint-disable-line react-hooks/exhaustive-deps

  const putInMiddle = () => {
    const { w, h } = first.values;
    const piece = first.isPlate ? body!.pieces[0]!.id : 'back';
    things.place(piece, w!.mm / 2, h!.mm / 2);
  };
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <ReadingsMat body={body} first={first} things={things} />
        <AddThing body={body} things={things} onMiddle={putInMiddle} />
        {which === 0 && scene.shell && <ProfileView scene={scene} lines={lines} />}
      </div>
      <aside className="side" aria-label="Shell measurements">
        <FirstValuesForm first={first} body={body} />
        <MadeOfChoice body={body} first={first.of} onFirst={first.setOf} onChange={setBody} />
        {!body && <StillMissing {...first} />}
        <FromDrawing body={body} onTake={(drawn, b) => setBody(withDrawing(b, drawn))} />
        {body && <Outline key={body.outline.kind} body={body} onChange={setBody} />}
        {body && !first.isPlate && <Leaning body={body} onChange={setBody} />}
        {body && <Fades body={body} onChange={setBody} />}
        <ScrewFindings />
        {thing && body && (
          <ThingEditor
            key={thing.it.id}
            body={body}
            thing={thing}
            cost={things.cost}
            onChange={things.put}
            onRemove={things.remove}
          />
        )}
        {body && <ThingsList body={body} chosen={things.chosen} onChoose={things.choose} />}
        {body && <TakeOut doc={doc} body={body} />}
        {body && !first.isPlate && <Halves body={body} onChange={setBody} />}
        {body && !first.isPlate && <HeldShut body={body} onChange={setBody} />}
      </aside>
    </>
  );
}

type Drawn = Pick<Body, 'outline'> & Pick<Body['pieces'][0], 'openings'>;

/** The outline as drawn, and the openings drawn in it in place of those of an earlier drawing. */
const withDrawing = (b: Body, { outline, openings }: Drawn): Body => ({
  ...b,
  outline,
  pieces: b.pieces.map((q) =>
    q.role === 'front'
      ? { ...q, openings: [...q.openings.filter((o) => !isDrawn(o)), ...openings] }
      : q,
  ),
});

/** The reader of drawings numbers what it draws. */
const isDrawn = (o: { id: string }): boolean => /^drawn-\d+$/.test(o.id);
