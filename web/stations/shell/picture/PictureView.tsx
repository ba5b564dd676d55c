/** From a scan or photo of a half: marks that make millimetres, how it lies, and what is traced on it. */
import { type DragEvent, useRef, useState } from 'react';
import { Button, Checkbox } from 'antd';
import { Bad } from '../../../ui/Bad';
import { PickedFile } from '../../../ui/PickedFile';
import { ViewTabs } from '../ViewTabs';
import { MarksForm } from './MarksForm';
import { PictureChoice } from './PictureChoice';
import { Plate } from './Plate';
import { plateMarks } from './plateMarks';
import { TraceForm } from './TraceForm';
import { TraceList } from './TraceList';
import { hintOf } from './tracing';
import { type TracingView, useTracing } from './useTracing';

export default function PictureView() {
  const view = useTracing();
  const picker = useRef<HTMLInputElement>(null);
  const choose = () => picker.current?.click();
  const [snap, setSnap] = useState(true);
  const { asset, size } = view;
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <Mat view={view} snap={snap} onChoose={choose} />
      </div>
      <aside className="side" aria-label="From a picture">
        <h2>From a picture</h2>
        <PickedFile
          picker={picker}
          accept="image/jpeg,image/png"
          label="Picture file"
          onFile={(f) => void view.open(f)}
        />
        <Bad said={view.bad} />
        <PictureChoice {...view} />
        {asset && size && <Marking view={view} snap={snap} onSnap={setSnap} onOther={choose} />}
        {!asset && (
          <p className="note">
            Its marks tell how good it is; that becomes the ± of everything traced on it.
          </p>
        )}
      </aside>
    </>
  );
}

/** The picture with its marks, or where to get one. */
function Mat({ view, snap, onChoose }: { view: TracingView; snap: boolean; onChoose: () => void }) {
  const { asset, size, state, stage, act, open, point, finish } = view;
  const onDrop = (e: DragEvent) => {
    e.preventDefault();
    const f = e.dataTransfer.files[0];
    if (f) void open(f);
  };
  return (
    <div className="mat" onDragOver={(e) => e.preventDefault()} onDrop={onDrop}>
      {asset && size ? (
        <Plate
          url={size.url}
          w={size.w}
          h={size.h}
          marks={plateMarks(state)}
          onPoint={(x, y) => void point(x, y, snap)}
          onFinish={finish}
          onBack={() => act({ do: 'back', stage })}
          hint={hintOf(state, stage)}
        />
      ) : (
        <div className="blank">
          <h2>{asset ? 'Opening the picture ...' : 'A scan or a photo of a half, inside up'}</h2>
          {!asset && <HowToGetOne onChoose={onChoose} />}
        </div>
      )}
    </div>
  );
}

function HowToGetOne({ onChoose }: { onChoose: () => void }) {
  return (
    <>
      <p>
        Lay the half open side down on a flatbed scanner with a ruler beside it, or photograph it
        from above lying on a sheet of known size. Place, time and camera are taken out of the file.
      </p>
      <Button type="primary" onClick={onChoose}>
        Choose a picture
      </Button>
      <p>or drop it here</p>
    </>
  );
}

/** Marks, how it lies, and what was traced on an open picture. */
function Marking({
  view,
  snap,
  onSnap,
  onOther,
}: {
  view: TracingView;
  snap: boolean;
  onSnap: (on: boolean) => void;
  onOther: () => void;
}) {
  const { body, state, stage, act, take } = view;
  const { how, lies, traces } = state;
  const isTracing = stage === 'trace';
  return (
    <>
      <MarksForm how={how} onHow={(next) => act({ do: 'how', how: next })} view={view.view} />
      <div className="pair">
        <span>{isTracing ? 'How it lies: marked' : 'Then how it lies: 3 places'}</span>
        <Button size="small" onClick={() => act({ do: 'lie again' })} disabled={!lies.length}>
          Again
        </Button>
      </div>
      <Bad said={view.badLying} />
      <Checkbox checked={snap} onChange={(e) => onSnap(e.target.checked)}>
        Snap to edges
      </Checkbox>
      {isTracing && <TraceForm {...view} />}
      <TraceList
        traces={traces}
        onName={(id, name) => act({ do: 'name', id, name })}
        onRemove={(id) => act({ do: 'remove', id })}
      />
      {isTracing && body && (
        <Button type="primary" onClick={take}>
          {traces.length
            ? `Take over ${traces.length}, keep the picture`
            : 'Keep the picture under the drawing'}
        </Button>
      )}
      <div>
        <Button size="small" type="text" onClick={onOther}>
          Other picture
        </Button>
      </div>
    </>
  );
}
