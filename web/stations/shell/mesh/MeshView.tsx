/** A half out of an STL, OBJ, 3MF or STEP file: levelled, searched, and each find offered before it is taken. */
import { type DragEvent, useRef, useState } from 'react';
import { Button } from 'antd';
import { PickedFile } from '../../../ui/PickedFile';
import { Bad } from '../../../ui/Bad';
import { ViewTabs } from '../ViewTabs';
import { Finds } from './Finds';
import { FoundPicture } from './FoundPicture';
import { MeshFile } from './MeshFile';
import { type HalfView, useHalf } from './useHalf';

export default function MeshView() {
  const view = useHalf();
  const picker = useRef<HTMLInputElement>(null);
  const pick = () => picker.current?.click();
  const [chosen, choose] = useState<string>();
  const { mesh, file, half, offers, left } = view;
  const onDrop = (e: DragEvent) => {
    e.preventDefault();
    const f = e.dataTransfer.files[0];
    if (f) void mesh.open(f);
  };
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div className="mat" onDragOver={(e) => e.preventDefault()} onDrop={onDrop}>
          {half ? (
            <FoundPicture
              half={half}
              offers={offers}
              no={left}
              chosen={chosen}
              onChoose={choose}
              onToggle={view.toggle}
            />
          ) : (
            <div className="blank">
              <NothingFound view={view} onPick={pick} />
            </div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="From a 3D file">
        {half ? (
          <h2>
            Found{' '}
            <span className="note">
              {offers.length - left.size} of {offers.length} kept
            </span>
          </h2>
        ) : (
          <h2>From a 3D file</h2>
        )}
        <PickedFile
          picker={picker}
          accept=".stl,.obj,.3mf,.step,.stp"
          label="3D file"
          onFile={(f) => void mesh.open(f)}
        />
        <Bad said={mesh.bad} />
        <MeshFile view={view} onOther={pick} />
        {half && <Finds view={view} half={half} chosen={chosen} onChoose={choose} />}
        {!file && (
          <p className="note">
            Halves side by side on one plate are told apart. Nothing is taken over before you say
            so.
          </p>
        )}
      </aside>
    </>
  );
}

/** Why there is no picture of a half yet, and what to do. */
function NothingFound({ view, onPick }: { view: HalfView; onPick: () => void }) {
  const { mesh, file, known } = view;
  if (mesh.busy) {
    return (
      <>
        <h2 role="status">{mesh.busy} ...</h2>
        <Button onClick={mesh.leave}>Cancel</Button>
      </>
    );
  }
  if (file) {
    return (
      <>
        <h2>{file.name}</h2>
        <p>
          {known
            ? 'Nothing was found yet.'
            : 'The file does not say its unit. Choose it at the right.'}
        </p>
      </>
    );
  }
  return (
    <>
      <h2>One half, or both, out of a 3D file</h2>
      <p>
        STL, OBJ, 3MF or STEP. It is levelled by its rim; walls, posts, ribs, pockets and openings
        are looked for and offered one by one.
      </p>
      <Button type="primary" onClick={onPick}>
        Choose a file
      </Button>
      <p>or drop it here</p>
    </>
  );
}
