/** Fit: the open book, the profile beneath it, and what touches. */
import { useEffect, useMemo } from 'react';
import { Link } from 'react-router';
import { spreadOf } from '../../book/spread';
import { useCuts } from '../../book/useCuts';
import { BodyTabs } from '../../ui/BodyTabs';
import { Findings } from '../../ui/Findings';
import { Split } from '../../ui/Split';
import { useSize } from '../../ui/useSize';
import { useBuild, useLayout, useShownScene } from '../../state/build';
import { Drawing } from './Drawing';
import { FitBar, Glass } from './FitBar';
import { useDistance } from './MeasureView';
import { PartPanel } from './panel/PartPanel';
import { Tray } from './Tray';
import { isProfileHidden, Under } from './Under';
import { Unplaced } from './Unplaced';
import { useArranger } from './useArranger';
import { useArranging } from './useArranging';
import { useFitView } from './useFitView';
import { useLook } from './useLook';
import { Worth } from './Worth';
import style from './FitStation.module.css';

/** The first line lies so far up the body; where that is no rectangle, so many mm. */
const FIRST_LINE = { share: 0.55, mm: 30 };

export default function FitStation() {
  const { doc, check, chosen } = useBuild('doc', 'check', 'chosen');
  const scene = useShownScene();
  const [ref, size] = useSize<HTMLDivElement>();
  const body = scene.shell?.body;
  const whole = useMemo(
    () => (body && size.w > 0 ? spreadOf(body, size.w, size.h) : undefined),
    [body, size],
  );
  const looked = check.findings.find((f) => f.id === chosen && f.station === 'fit');
  const look = useLook(whole, scene, looked);
  const { spread } = look;
  const lines = useCuts({
    axis: 'x',
    at:
      body?.outline.kind === 'rect'
        ? Math.round(body.outline.h.mm * FIRST_LINE.share)
        : FIRST_LINE.mm,
  });
  const view = useFitView(look, lines);
  const arranging = useArranging(spread);
  const measured = useDistance(arranging.scene, view.panel === 'measure' ? view.ends : {});
  const arranger = useArranger(useLayout());

  // A chosen finding draws the profile through it.
  const { through } = lines;
  useEffect(() => {
    if (looked?.at) through(looked.at.x, looked.at.y);
  }, [looked, through]);

  const mat = (
    <div className="mat" ref={ref}>
      <BodyTabs over />
      {spread && <Drawing {...{ view, spread, arranging, look, lines, measured, size }} />}
      {spread && view.picture === 'book' && (
        <Glass
          close={look.close}
          loupe={view.loupe}
          onZoom={look.zoom}
          onWhole={look.reset}
          onSpot={look.spot}
          onLoupe={view.setLoupe}
        />
      )}
      <NothingYet isMeasured={body !== undefined} hasParts={doc.kit.items.length > 0} />
    </div>
  );
  const bar = (
    <FitBar
      heat={view.heat}
      picture={view.picture}
      panel={body && view.panel}
      onHeat={view.setHeat}
      onPicture={view.setPicture}
      onPanel={view.setPanel}
    />
  );
  const under = !isProfileHidden(view, arranging.scene) && (
    <>
      {bar}
      <Under view={view} scene={arranging.scene} lines={lines} arranger={arranger} />
    </>
  );
  return (
    <>
      <div className={`centre ${style.centre}`}>
        <Tray onPlaced={view.select} onArrange={() => view.setPanel('arrange')} />
        {under ? (
          <Split id="fit" label="Room of the book" upper={mat} lower={under} />
        ) : (
          <>
            {mat}
            {bar}
          </>
        )}
      </div>
      <aside className="side" aria-label="What touches">
        <Findings
          station="fit"
          title="What touches"
          live={arranging.live?.findings}
          empty={
            doc.layout.placements.length
              ? 'Nothing touches that should not.'
              : 'Nothing is laid out yet.'
          }
        />
        {!arranging.live && <Worth />}
        <Unplaced onPlaced={view.select} />
        {view.selected && (
          <PartPanel
            item={view.selected}
            arranging={arranging}
            onClose={() => view.select(undefined)}
          />
        )}
      </aside>
    </>
  );
}

/** What to do before there is anything to lay out. */
function NothingYet({ isMeasured, hasParts }: { isMeasured: boolean; hasParts: boolean }) {
  if (isMeasured && hasParts) return null;
  return (
    <div className={`over ${style.empty}`}>
      <div>
        {isMeasured ? (
          <p>
            The shell is empty. <Link to="../kit">Choose a first part</Link>: the board or the
            screen, whichever you have.
          </p>
        ) : (
          <p>
            Measure the shell first. <Link to="../shell">Start with its outer width</Link>, with the
            outside jaws.
          </p>
        )}
      </div>
    </div>
  );
}
